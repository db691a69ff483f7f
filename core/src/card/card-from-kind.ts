import { CoreError } from '../errors/core-error';
import type { Card, Section, TestPoint } from './card-schema';
import { kindTexts, setKindList, type SetKind } from './kinds';
import { readTexts } from './notation';
import { cells } from './notation/lines';
import { quantityText } from '../quantity';
import { routeSections } from './read-card';

/** What is asked of a set that nobody has a card for. */
export interface FirstMet {
  readonly maker: string;
  readonly model: string;
  readonly modes: readonly string[];
  readonly bands: readonly string[];
  /** Around which it was made. */
  readonly year: number;
  /** What S9 is set to in this shop below 30 MHz, in volts across 50 ohms. Default 50 µV. */
  readonly s9V?: number;
}

/** The modes and bands that are usual for a kind. */
export const usualModes = (kind: SetKind): readonly string[] => kind.modes.slice(0, kind.usualModes);
export const usualBands = (kind: SetKind): readonly string[] => kind.bands.slice(0, kind.usualBands);

/** Stands in the steps of a kind for what S9 is in a shop. */
const s9Mark = '{S9}';

/** Stages whose output one may well look at: not those that hold high voltage or power. */
const lookedAt: readonly Section['kind'][] = ['oscillator', 'mixer', 'filter', 'amplifier', 'detector', 'audio', 'divider'];
/** As little as this is still something: at the output of a stage that works with a signal put in, there is more. */
const something = { receive: { dBm: -78, V: 0.002 }, transmit: { dBm: -45, V: 0.002 } } as const;

/** A name for the output of a stage, of at most four letters: `MIX1`, `RFAM1`. */
function outputName(section: Section, taken: ReadonlySet<string>): string {
  const letters = section.name
    .toUpperCase()
    .split(/[^A-Z]+/)
    .filter(Boolean);
  const name = (
    letters.length > 1 ? letters.map((word) => word.slice(0, letters.length > 2 ? 1 : 2)).join('') : (letters[0] ?? 'OUT')
  ).slice(0, 4);
  let n = 1;
  while (taken.has(`${name}${n}`)) n += 1;
  return `${name}${n}`;
}

/**
 * The outputs of the stages of a card where it names no point: whether anything comes out there is known of any set, and parts a chain
 * that does nothing as well as a level does.
 */
function outputs(card: Card): TestPoint[] {
  const taken = new Set(card.testPoints.map(({ id }) => id));
  const points: TestPoint[] = [];
  for (const section of card.sections) {
    const through = card.functions.filter((fn) => fn.group !== 'control' && routeSections(fn.route).includes(section.id));
    const groups = new Set(through.map(({ group }) => group));
    const [group] = groups;
    if (!group || !lookedAt.includes(section.kind) || card.testPoints.some((point) => point.section === section.id)) continue;
    const unit = section.kind === 'audio' || section.kind === 'detector' ? ('V' as const) : ('dBm' as const);
    const id = outputName(section, taken);
    taken.add(id);
    points.push({
      id,
      name: `output of ${section.name}`,
      section: section.id,
      sees: section.kind === 'oscillator' ? 'own' : 'signal',
      unit,
      // A stage of both directions is looked at in each.
      expect: [...groups].flatMap((each) =>
        each === 'control' ? [] : [{ condition: { keyed: each === 'transmit' }, low: something[each][unit], typical: true as const }],
      ),
      setUp: groups.has('receive') ? 'With 1 mV at the antenna, by RF probe or oscilloscope' : 'By RF probe or oscilloscope',
      minutes: 3,
      hazard: groups.has('transmit') ? 'rf' : 'none',
    });
  }
  return points;
}

/** Stages into which a signal may well be put from outside. */
const putInto: readonly Section['kind'][] = ['filter', 'amplifier', 'valve', 'detector', 'audio'];
/** A level that a healthy stage behind the mixer, and one behind the detector, surely makes heard. */
const ifLevel = -50;
const audioLevel = -25;

/**
 * Signals put in along the way of what is received: at the intermediate frequency from the last mixer to the detector, at 1 kHz behind
 * it. They part a chain from its far end, as the outputs do from its near one.
 */
function signalsIn(card: Card, ifHz: number | undefined): Card['injections'] {
  const found = new Map<string, Card['injections'][number]>();
  for (const fn of card.functions.filter(({ group }) => group === 'receive')) {
    const route = routeSections(fn.route).flatMap((id) => card.sections.find((section) => section.id === id) ?? []);
    const mixer = route.findLastIndex(({ kind }) => kind === 'mixer');
    const detector = route.findIndex(({ kind }, i) => kind === 'detector' && i > mixer);
    if (detector < 0) continue;
    route.forEach((section, i) => {
      if (i <= mixer || !putInto.includes(section.kind) || found.has(section.id)) return;
      const isAudio = i > detector;
      if (!isAudio && ifHz === undefined) return;
      found.set(section.id, {
        id: `into-${section.id}`,
        name: `${isAudio ? '1 kHz' : 'IF'} into the ${section.name}`,
        into: section.id,
        hz: isAudio ? 1000 : (ifHz ?? 0),
        dBm: isAudio ? audioLevel : ifLevel,
        responds: fn.id,
        minutes: 4,
        typical: true,
      });
    });
  }
  return [...found.values()];
}

/**
 * The card with which a set that is met for the first time begins: what is usual for its kind, every figure marked as typical.
 * @throws CoreError `broken-card` for modes or bands with which the kind makes no card
 */
export function cardFromKind(kind: SetKind, { maker, model, modes: chosen, bands, year, s9V = 50e-6 }: FirstMet): Card {
  // Nobody means a set without any mode.
  const modes = chosen.length > 0 ? chosen : usualModes(kind);
  const texts = kindTexts(kind, modes, bands);
  const { card, problems } = readTexts({
    chassis: `${maker} ${model}`.trim(),
    kind: kind.kind,
    maker,
    model,
    madeFrom: year,
    madeTo: year,
    supply: kind.supply,
    modes: modes.join(', '),
    bands: bands.join(', '),
    ...texts,
    alignment: texts.alignment.replaceAll(s9Mark, quantityText(s9V, 'V')),
  });
  const [first] = problems;
  if (!card || first)
    throw new CoreError(
      'broken-card',
      `${kind.name}, ${first?.area ?? 'card'}, line ${first?.line ?? 0}`,
      first?.message ?? 'It makes no card.',
      'Choose other modes or bands, or begin an empty card in Cards.',
    );
  return {
    ...card,
    begunFrom: kind.id,
    ...(kind.channelPlan ? { channelPlan: kind.channelPlan } : {}),
    ...(kind.channels ? { channels: kind.channels } : {}),
    limits: card.limits.map((limit) => ({ ...limit, typical: true as const })),
    frequencyPlan: card.frequencyPlan.map((node) => ({ ...node, typical: true as const })),
    tunings: card.tunings.map((tuning) => ({ ...tuning, typical: true as const })),
    levels: card.levels.map((level) => ({ ...level, typical: true as const })),
    injections: [...card.injections.map((each) => ({ ...each, typical: true as const })), ...signalsIn(card, kind.ifHz)],
    testPoints: [
      ...card.testPoints.map((point) => ({ ...point, expect: point.expect.map((e) => ({ ...e, typical: true as const })) })),
      ...outputs(card),
    ],
  };
}

/** The steps of alignment that a card has only from its kind, as that says them. */
export function usualSteps(card: Card): Card['alignment'] {
  const kind = setKindList.find(({ id }) => id === card.begunFrom);
  if (!kind) return [];
  const usual = cells(kindTexts(kind, card.modes, card.bands).alignment).map(({ cells: row }) => row);
  return card.alignment.filter((step) =>
    usual.some(
      ([name, adjust, at, expect]) =>
        name === step.name && adjust === step.adjust.join(', ') && (at === s9Mark || at === (step.at ?? '')) && expect === step.expect,
    ),
  );
}
