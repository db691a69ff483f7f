import { cardFromKind, readCard, setKindList, usualBands, usualModes, type Card, type SetKind } from '../card';
import { chanceFrom } from '../chance';
import { lettersOf, partsOf } from '../standin/usual-parts';

type Part = Card['parts'][number];

/** What is written on a made-up part of each kind; where none stands here, the kind itself. */
const valuesOf: Readonly<Partial<Record<Part['kind'], readonly string[]>>> = {
  electrolytic: ['4.7 µF 25 V', '10 µF 16 V', '47 µF 16 V', '220 µF 16 V'],
  'ceramic-capacitor': ['22 pF NP0', '100 pF', '1 nF', '10 nF'],
  'film-capacitor': ['47 nF', '100 nF', '220 nF'],
  resistor: ['470 Ω', '1.5 kΩ', '4.7 kΩ', '22 kΩ'],
  'high-value-resistor': ['470 kΩ', '1 MΩ', '2.2 MΩ'],
  trimmer: ['4-20 pF'],
  coil: ['1 µH', '2.2 µH'],
  crystal: ['crystal'],
  fuse: ['fuse'],
};
/** Sections of such kinds stand under a screen. */
const screened: ReadonlySet<string> = new Set(['oscillator', 'loop', 'divider']);
/** And of such kinds where the board has to come up. */
const underneath: ReadonlySet<string> = new Set(['power-amplifier', 'valve', 'tank', 'rectifier', 'transformer']);

const covers: Card['access'] = [
  { id: 'cover', remove: 'cover, 6 screws', minutes: 2 },
  { id: 'screen', remove: 'screen, 4 tabs', minutes: 4, behind: 'cover' },
  { id: 'board', remove: 'board, 8 screws', minutes: 7, behind: 'cover' },
];
const accessOf = (kind: string): string => (screened.has(kind) ? 'screen' : underneath.has(kind) ? 'board' : 'cover');

/**
 * A card whole enough to hide a fault in: sections of which no part is named get some, so that one can be proven and renewed there; a card
 * that names no covers gets some too. One that has all of it is given back as it is. The same card always becomes the same.
 */
export function playable(card: Card, seed = 6001): Card {
  const bare = card.sections.filter(({ id }) => !card.parts.some(({ section }) => section === id));
  if (!bare.length) return card;
  const chance = chanceFrom(seed);
  const numbers = new Map<string, number>();
  const taken = new Set([...card.testPoints.map(({ id }) => id), ...card.parts.map(({ designator }) => designator)]);
  const next = (letter: string): string => {
    for (;;) {
      const number = (numbers.get(letter) ?? 0) + 1;
      numbers.set(letter, number);
      if (!taken.has(`${letter}${number}`)) return `${letter}${number}`;
    }
  };
  const isOpen = card.access.length === 0;
  const parts = bare.flatMap(({ id, kind }): Part[] => {
    const kinds = partsOf[kind] ?? ['resistor'];
    // One of each of the first two, so that what is typical of it is there; then one or two more.
    const many = Math.min(kinds.length, 2 + Math.floor(chance.between(0, 2)));
    return kinds.slice(0, many).map((part) => ({
      designator: next(lettersOf[part] ?? 'C'),
      section: id,
      kind: part,
      value: chance.oneOf(valuesOf[part] ?? [part.replaceAll('-', ' ')]),
      ...(isOpen ? { access: accessOf(kind) } : {}),
    }));
  });
  const kindOf = (section: string): string => card.sections.find(({ id }) => id === section)?.kind ?? '';
  const behind = (section: string): { readonly access?: string } => (isOpen ? { access: accessOf(kindOf(section)) } : {});
  const { begunFrom: _, ...known } = card;
  return readCard({
    ...known,
    parts: [...card.parts, ...parts],
    ...(isOpen ? { access: covers } : {}),
    testPoints: card.testPoints.map((point) => ({ ...behind(point.section), ...point })),
    injections: card.injections.map((each) => ({ ...behind(each.into), ...each })),
  });
}

/** A made-up chassis of a kind: its starting card, made whole. The same kind always gives the same card. */
function practiceCard(kind: SetKind, at: number): Card {
  const begun = cardFromKind(kind, {
    maker: 'Larkholm',
    model: `LP-${21 + at}`,
    modes: usualModes(kind),
    bands: usualBands(kind),
    year: 1986,
  });
  return playable(begun, 7001 + at);
}

let made: readonly Card[] | undefined;
/** The made-up chassis that ship with the program, one of each kind of set: every shop has them, so that a code means the same in each. */
export const practiceCards = (): readonly Card[] => (made ??= setKindList.map(practiceCard));
