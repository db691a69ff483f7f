import { conditionText, expectationAt, phaseLoops, pointName, type Condition, type LaidCard } from '../card';
import { conditionWords, usualSteps } from '../line';
import { parseQuantity, quantityText } from '../quantity';
import { ofKind, readingText, sweptText, sweptWord, type EntryOf, type Swept, type TapeEntry } from '../tape';
import { planAt, pointOfNode } from './plan-at';
import { sweptNames, type SweptOver } from '../words';

type Sweep = EntryOf<'sweep'>;
type Reading = EntryOf<'reading'>;

/** One step of a sweep: where the set stands, and what was read there. */
export interface SweepStep {
  /** `ch 19`, `80 m`, `12 V`, `closing 3`. */
  readonly name: string;
  readonly condition: Condition;
  /** The start of the line that reads it. */
  readonly start: string;
  /** The last reading of it; absent while it is open. */
  readonly reading?: Reading;
}

/** A sweep as far as it has come. */
export interface SweepRun {
  /** The entry that began it. */
  readonly id: string;
  readonly seq: number;
  /** What is swept over what: the same for a sweep that was begun anew. */
  readonly key: string;
  /** `TP7 tuning voltage over channels`. */
  readonly title: string;
  readonly of: Swept;
  readonly over: SweptOver;
  /** What stays, in words: `AM, receive`; empty where nothing does. */
  readonly under: string;
  readonly steps: readonly SweepStep[];
}

/** The state of the set at one step, beside what stays. */
function stateAt(over: SweptOver, step: string): Condition {
  switch (over) {
    case 'channel':
      return { channel: Number(step) };
    case 'band':
      return { band: step };
    case 'mode':
      return { mode: step };
    case 'level':
      return { generator: step };
    case 'supply':
      return { supplyV: Number(step) };
    case 'closing':
    case 'point':
      return {};
  }
}

function stepName(over: SweptOver, step: string): string {
  switch (over) {
    case 'channel':
      return `ch ${step}`;
    case 'supply':
      return `${step} V`;
    case 'closing':
      return `closing ${step}`;
    case 'level': {
      const { value, unit, step: digit } = parseQuantity(step);
      return quantityText(value, unit, { step: digit });
    }
    default:
      return step;
  }
}

/** Whether a reading is of what is swept. */
function isOf(card: LaidCard | undefined, of: Swept, { subject }: Reading): boolean {
  const limit = subject.what === 'limit' ? card?.limits.find(({ id }) => id === subject.limit) : undefined;
  switch (of.what) {
    case 'point':
      return subject.what === 'point' && subject.point === of.point;
    case 'test':
      return limit ? limit.word === of.word : subject.what === 'limit' && subject.limit === of.word;
    case 'part':
      return (
        subject.what === 'part' &&
        subject.designator === of.designator &&
        subject.measure === undefined &&
        (subject.pin ?? '').toLowerCase() === (of.pin ?? '').toLowerCase()
      );
    case 'frequency':
      return subject.what === 'channel' || limit?.from === 'channel';
    case 'points':
      return subject.what === 'point';
  }
}

const isPoint = (point: string, { subject }: Reading): boolean => subject.what === 'point' && subject.point === point;

/** The state in which a reading was made, with the channel that it is of. */
const stateOf = ({ condition, subject }: Reading): Condition =>
  subject.what === 'channel' ? { ...condition, channel: subject.channel } : condition;

/** Whether a state is that of a step; what the step does not name may be as it likes, but for what stays. */
const isAt = (step: Condition, had: Condition): boolean =>
  (Object.keys(step) as (keyof Condition)[]).every((key) =>
    key === 'keyed' ? (had.keyed ?? false) === (step.keyed ?? false) : had[key] === step[key],
  );

/** What is swept over what: the same for a sweep that was begun anew. */
export const sweepKey = ({ of, over, condition, steps }: Sweep): string =>
  JSON.stringify([of, over, condition, ...(of.what === 'points' ? steps : [])]);

/** `TP1 to TP5, one point after another`. */
const pointsTitle = (steps: readonly string[]): string => `${steps[0] ?? ''} to ${steps.at(-1) ?? ''}, one point after another`;

/** What may have changed the set since: a sweep that was read before is taken anew. */
const changes = (entry: TapeEntry): boolean =>
  entry.kind === 'fit' || entry.kind === 'remedy' || entry.kind === 'modification' || (entry.kind === 'adjustment' && entry.how !== 'seal');

function runOf(card: LaidCard | undefined, sweep: Sweep, stood: readonly TapeEntry[], sweeps: readonly Sweep[]): SweepRun {
  const { id, seq, of, over, steps, condition } = sweep;
  const key = sweepKey(sweep);
  const until = sweeps.find((other) => other.seq > seq && sweepKey(other) === key)?.seq ?? Infinity;
  const first = !sweeps.some((other) => other.seq < seq && sweepKey(other) === key);
  // What was read before it was begun counts in its first time, as long as nothing was changed since.
  const since = first && over !== 'closing' ? (stood.findLast((entry) => entry.seq < seq && changes(entry))?.seq ?? 0) : seq;
  const own = ofKind(stood, 'reading')
    .filter((reading) => reading.seq > since && reading.seq < until && isOf(card, of, reading))
    .map((reading) => ({ reading, had: stateOf(reading) }));
  const word = of.what === 'frequency' ? '' : sweptWord(of);
  return {
    id,
    seq,
    key,
    title: of.what === 'points' ? pointsTitle(steps) : `${sweptText(of, card)} over ${sweptNames[over]}`,
    of,
    over,
    under: conditionText(condition),
    steps: steps.map((step, k) => {
      const at = { ...condition, ...stateAt(over, step) };
      const isHere = ({ reading, had }: (typeof own)[number]): boolean => (of.what !== 'points' || isPoint(step, reading)) && isAt(at, had);
      const reading = (over === 'closing' ? own.filter(isHere)[k] : own.findLast(isHere))?.reading;
      return {
        name: over === 'point' ? [step, pointName(card, step)].filter(Boolean).join(' ') : stepName(over, step),
        condition: at,
        start: `${[over === 'point' ? step.toLowerCase() : word, conditionWords(at)].filter(Boolean).join(' ')} `,
        ...(reading ? { reading } : {}),
      };
    }),
  };
}

/**
 * The sweeps of a job in the order in which they were begun, each with what was read at its steps. A reading belongs to the sweep of its kind
 * that was begun last before it; the first one also has what was read earlier, where nothing was repaired or turned since.
 * @param stood the tape without what was struck
 */
export function sweepRuns(card: LaidCard | undefined, stood: readonly TapeEntry[]): readonly SweepRun[] {
  const sweeps = ofKind(stood, 'sweep');
  return sweeps.map((sweep) => runOf(card, sweep, stood, sweeps));
}

/** The step to read next; undefined where all are read. */
export const nextOfSweep = ({ steps }: SweepRun): SweepStep | undefined => steps.find(({ reading }) => !reading);

/** How far what was read lies apart. */
export interface SweepSpread {
  readonly least: Reading;
  readonly most: Reading;
  /** Between the two in dB, of volts, amperes, watts and levels; absent of all else. */
  readonly dB?: number;
}

/** The least and the most of a sweep; undefined where fewer than two steps have a figure. */
export function sweepSpread({ steps }: SweepRun): SweepSpread | undefined {
  const read = steps
    .flatMap(({ reading }) => (reading && reading.value !== null ? [{ ...reading, value: reading.value }] : []))
    .sort((a, b) => a.value - b.value);
  const [least, most] = [read[0], read.at(-1)];
  if (!least || !most || read.length < 2 || least.unit !== most.unit) return undefined;
  const { unit } = least;
  const ratio = least.value > 0 ? most.value / least.value : NaN;
  const dB =
    unit === 'dBm' || unit === 'dB' || unit === 'dBc'
      ? most.value - least.value
      : unit === 'W'
        ? 10 * Math.log10(ratio)
        : unit === 'V' || unit === 'A'
          ? 20 * Math.log10(ratio)
          : NaN;
  return { least, most, ...(Number.isFinite(dB) ? { dB } : {}) };
}

/** From the least to the most of a sweep in words, and how far that is; empty where fewer than two steps have a figure. */
export function sweepApart(run: SweepRun): string {
  // What stands at several points need not be alike.
  const spread = run.over === 'point' ? undefined : sweepSpread(run);
  if (!spread) return '';
  const { least, most, dB } = spread;
  return `${readingText(least)} to ${readingText(most)}${dB === undefined ? '' : `, ${quantityText(dB, 'dB', { digits: 2 })} apart`}`;
}

/** A sweep that the card lends itself to, as the line that begins it. */
export interface SweepOffer {
  readonly name: string;
  readonly line: string;
}

/** The points at which the frequencies of the plan are counted as the set is usually found, from what makes them to what is made of them. */
function planPoints(card: LaidCard): readonly string[] {
  const [mode, band] = [card.modes[0], card.bands[0]];
  const { usual } = card.channels ?? {};
  const usually: Condition = {
    keyed: false,
    ...(usual === undefined ? {} : { channel: usual }),
    ...(mode ? { mode } : {}),
    ...(band ? { band } : {}),
  };
  const plan = planAt(card, usually);
  const points = plan ? card.frequencyPlan.flatMap((node) => pointOfNode(card, node, plan) ?? []) : [];
  // What only runs while the set is keyed is not read here.
  return [...new Set(points.filter((point) => !point.expect.length || expectationAt(point, usually)).map(({ id }) => id))];
}
/** The points along the receiver whose levels the card states. */
const levelPoints = (card: LaidCard): readonly string[] => [
  ...new Set(
    card.levels.flatMap(({ after }) =>
      card.testPoints.filter((point) => point.unit === 'dBm' && point.section === after).map(({ id }) => id),
    ),
  ),
];

/** Sweeps that a set of this card is usually put through, the tuning voltage first. */
export function usualSweeps(card: LaidCard): readonly SweepOffer[] {
  const loops = phaseLoops(card);
  const tuned = card.testPoints.find(
    ({ unit, section, sees, name }) =>
      unit === 'V' && sees === 'own' && loops.some(({ sections }) => sections.includes(section)) && !/supply|rail/i.test(name),
  );
  const over: SweptOver | undefined = card.bands.length > 1 ? 'band' : card.channels ? 'channel' : undefined;
  const has = (test: RegExp): LaidCard['limits'][number] | undefined => card.limits.find(({ word }) => test.test(word));
  const agc = card.testPoints.find(({ name, unit }) => unit === 'V' && /\bagc\b/i.test(name));
  const relay = card.parts.find(({ kind }) => kind === 'relay');
  const power = has(/^(pwr|pep)$/);
  const offer = (of: Swept, through: SweptOver, held: Condition): SweepOffer[] => {
    const { channel, band, mode, ...rest } = held;
    const kept: Condition = {
      ...(through === 'channel' || channel === undefined ? {} : { channel }),
      ...(through === 'band' || band === undefined ? {} : { band }),
      ...(through === 'mode' || mode === undefined ? {} : { mode }),
      ...rest,
    };
    const line = ['sweep', sweptWord(of), conditionWords(kept), sweptNames[through].replace(/^generator |\s.*$/g, '')];
    return usualSteps(through, card).length > 1
      ? [{ name: `${sweptText(of, card)} over ${sweptNames[through]}`, line: line.filter(Boolean).join(' ') }]
      : [];
  };
  const test = ({ word }: LaidCard['limits'][number]): Swept => ({ what: 'test', word });
  const sinad = has(/^sinad$/);
  const receives = card.sections.some(({ kind }) => kind === 'detector');
  const chain = (name: string, points: readonly string[], keyed: string): SweepOffer[] =>
    points.length > 1 ? [{ name, line: ['sweep', keyed, 'points', points.join(' ').toLowerCase()].filter(Boolean).join(' ') }] : [];
  return [
    ...(tuned && over ? offer({ what: 'point', point: tuned.id }, over, { keyed: false }) : []),
    ...(card.channels && card.channelPlan ? offer({ what: 'frequency' }, 'channel', { keyed: true }) : []),
    ...(power && over ? offer(test(power), over, power.condition) : []),
    ...(power && card.modes.length > 1 ? offer(test(power), 'mode', power.condition) : []),
    ...(power ? offer(test(power), 'supply', power.condition) : []),
    ...(agc ? offer({ what: 'point', point: agc.id }, 'level', { keyed: false }) : []),
    ...(sinad ? offer(test(sinad), 'level', sinad.condition) : []),
    ...(receives ? offer({ what: 'test', word: has(/^smeter$/)?.word ?? 'smeter' }, 'level', { keyed: false }) : []),
    ...chain('frequencies, one point after another', planPoints(card), ''),
    ...chain('levels, one point after another', levelPoints(card), 'receive'),
    ...(relay ? offer({ what: 'part', designator: relay.designator }, 'closing', {}) : []),
  ];
}
