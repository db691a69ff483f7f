import { createHash } from 'node:crypto';
import { readdirSync, readFileSync } from 'node:fs';
import {
  cardFromKind,
  checkCard,
  printedValue,
  readCard,
  readTexts,
  setKindList,
  shortName,
  textLists,
  textsOf,
  usualBands,
  usualModes,
  type Card,
  type CardTexts,
} from '../../core/src/card';

const mark = (value: unknown): string => createHash('sha256').update(JSON.stringify(value)).digest('hex').slice(0, 12);
const flaws = (card: Card): string[] => checkCard(card).map(({ weight, at, what, mend }) => `${weight}, ${at}: ${what} ${mend}`);

/** What stands on the card of each kind, as it is usual, with all modes and bands, and with neither. */
const ofKinds = (): Record<string, unknown> =>
  Object.fromEntries(
    setKindList.map((kind) => {
      const made = (modes: readonly string[], bands: readonly string[]): string => {
        const card = cardFromKind(kind, { maker: 'Larkholm', model: 'Seven', modes, bands, year: 1990 });
        return `${card.sections.length} sections, ${card.functions.length} functions, ${card.testPoints.length} points, ${card.limits.length} tests: ${mark(card)}`;
      };
      return [kind.id, [made(usualModes(kind), usualBands(kind)), made(kind.modes, kind.bands), made([], [])]];
    }),
  );

/** A card typed wrongly in many ways, one line after another, and what is told of it. */
function mistakes(card: Card): string[] {
  const texts = textsOf(card);
  const spoilt: ((line: string) => string)[] = [
    (line) => line.split(/[\t,:<>]/)[0] ?? '',
    (line) => line.replace(/\d/, 'x'),
    (line) => line.replace(/[A-Z]/, '?'),
    (line) => `${line}\tmore`,
    (line) => line.replace(/\t[^\t]*$/, '\tnonsense'),
    (line) => line.replace(/ > [^>]*/, ' > Nowhere').replace(/< [^,!]*/, '< Nowhere'),
    (line) => `${line}\n${line}`,
  ];
  return textLists.flatMap((list) =>
    spoilt.flatMap((spoil, k) => {
      const lines = texts[list].split('\n');
      const at = (k * 5 + 1) % lines.length;
      const changed: CardTexts = { ...texts, [list]: lines.map((line, n) => (n === at ? spoil(line) : line)).join('\n') };
      const read = readTexts(changed, card);
      return [
        ...read.problems.slice(0, 2).map(({ area, line, message, mend }) => `${list} ${k}: ${area} ${line}: ${message} ${mend}`),
        `${list} ${k}: ${read.card ? mark(read.card) : 'no card'}`,
        ...(read.card ? flaws(read.card).slice(0, 1) : []),
      ];
    }),
  );
}

/** What the card room says of kinds, of the demo cards, and of cards typed wrongly: a change of any of it is seen. */
export function cardAnswers(): unknown {
  const folder = new URL('../../demo/cards/', import.meta.url);
  const cards = readdirSync(folder)
    .sort()
    .map((name) => readCard(JSON.parse(readFileSync(new URL(name, folder), 'utf8'))));
  return {
    kinds: ofKinds(),
    cards: Object.fromEntries(
      cards.map((card) => [
        card.id,
        {
          texts: mark(textsOf(card)),
          fresh: mark(readTexts({ ...textsOf(card), chassis: 'Another' })),
          flaws: flaws(card),
          printed: card.parts
            .slice(0, 25)
            .flatMap((part) => printedValue(part) ?? [])
            .map(({ low, high, unit, says }) => `${says}: ${low ?? '–'} to ${high ?? '–'} ${unit}`),
          names: mark(card.sections.map(({ name }) => shortName(name))),
        },
      ]),
    ),
    mistakes: Object.fromEntries(cards.filter((_, k) => k % 3 === 0).map((card) => [card.id, mistakes(card)])),
  };
}
