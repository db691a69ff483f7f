import { agrees, expectationAt, phaseLoops, type Card, type Condition, type Expectation, type TestPoint } from '../card';
import { unloadedRecovers } from './tables/bench-acts';
import { drivers, isDirect, justBefore, makersOf, pulledSupplies, supplyChain, tuningLoop, type Leaning, type Reach } from './reach';
import { mixed, type Look } from './rows';
import type { FaultyWay } from './space';
import { mildness, pulledMildness, weaklySteered, type FaultKind } from './tables/fault-kinds';
import {
  cannotShift,
  deadBranch,
  faultyFunction,
  healthyFunction,
  makesFrequency,
  misalignedFunction,
  offFrequencyHeard,
  offFrequencyHeardNarrow,
  onLowSupply,
  outsideFunction,
  sectionShift,
  waversReported,
  type FunctionRow,
} from './tables/function-rows';
import { functionOutcomes, readingOutcomes } from '../words';
import { adjustableParts } from './tables/prior-weights';
import {
  faultyFrequency,
  faultyLoop,
  faultyPresence,
  faultyRail,
  faultySignal,
  faultyVoltage,
  frequencyOnLowSupply,
  healthyReading,
  misalignedSignal,
  outsideReading,
  rightByChance,
  signalOnLowSupply,
  signalWithDeadBranch,
  voltageOnLowSupply,
  type ReadingRow,
} from './tables/reading-rows';

type Section = Card['sections'][number];

const shiftedRows = new Map<string, FunctionRow>();
function shifted(kind: FaultKind, sectionKind: Section['kind']): FunctionRow {
  const key = `${kind} ${sectionKind}`;
  const known = shiftedRows.get(key);
  if (known) return known;
  const shift = {
    ...(makesFrequency.has(sectionKind) ? {} : { 'wrong-frequency': cannotShift }),
    ...sectionShift[sectionKind],
  };
  const scaled = functionOutcomes.map((o) => faultyFunction[kind][o] * (shift[o] ?? 1));
  const sum = scaled.reduce((a, b) => a + b, 0);
  const row = Object.fromEntries(functionOutcomes.map((o, i) => [o, (scaled[i] ?? 0) / sum])) as unknown as FunctionRow;
  shiftedRows.set(key, row);
  return row;
}

/** What of each section a fault reaches besides itself. */
interface Neighbours {
  /** The supplies that it pulls down, and how surely. */
  readonly pulled: ReadonlyMap<string, number>;
  /** What stands right before it. */
  readonly before: readonly string[];
  /** Others get their supply from it. */
  readonly feeds: boolean;
  /** Others get something else from it: a bias, a switching line, an injection. */
  readonly steers: boolean;
}
/** By the sections of a card and its functions: all that they are made of. */
const neighbours = new WeakMap<Card['sections'], WeakMap<Card['functions'], ReadonlyMap<string, Neighbours>>>();
function neighboursOf(card: Card): ReadonlyMap<string, Neighbours> {
  const ofSections = neighbours.get(card.sections) ?? new WeakMap<Card['functions'], ReadonlyMap<string, Neighbours>>();
  const known = ofSections.get(card.functions);
  if (known) return known;
  const made = new Map(
    card.sections.map(({ id }): [string, Neighbours] => {
      const given = card.sections.flatMap(({ needs }) => needs.filter((need) => need.section === id));
      return [
        id,
        {
          pulled: pulledSupplies(card, id),
          before: [...justBefore(card, id)],
          feeds: given.some(({ by }) => by === 'supply'),
          steers: given.some(({ by }) => by !== 'supply'),
        },
      ];
    }),
  );
  ofSections.set(card.functions, made);
  neighbours.set(card.sections, ofSections);
  return made;
}

/** Kinds of section that, at fault in one state alone, sag under its load. */
const sagging: ReadonlySet<Section['kind']> = new Set(['regulator', 'rectifier', 'connector', 'transformer']);
/** Whether a fault draws too much from the supply of its section. */
const pulls = (kind: FaultKind): boolean => kind === 'pulls-rail' || kind === 'shorts-rail';
/** How surely what hangs on a supply that a fault of a kind leaves low shows it. */
const shownByLow = (kind: FaultKind): number => (kind === 'low' ? mildness : kind === 'pulls-rail' ? pulledMildness : 1);

/** How surely a section's fault shows in an observation: by itself, and by a supply that it leaves low. */
interface Touch {
  readonly own: number;
  readonly low: number;
}
const untouched: Touch = { own: 0, low: 0 };

function touchIn(card: Card, { reach, low, passed }: Leaning): (section: Section, way: FaultyWay) => Touch {
  const near = neighboursOf(card);
  return ({ id, kind: sectionKind }, { kind }) => {
    const own = reach.get(id) ?? 0;
    const by = near.get(id);
    if (!by) return untouched;
    if (pulls(kind)) {
      // What is pulled to the ground is gone for all that hangs on it; what is only low shows in the tender.
      const felt = kind === 'shorts-rail' ? reach : low;
      let most = 0;
      for (const [supply, strength] of by.pulled) most = Math.max(most, strength * (felt.get(supply) ?? 0));
      return { own, low: most };
    }
    if (kind === 'loads-before') return { own: Math.max(own, ...by.before.map((b) => reach.get(b) ?? 0)), low: 0 };
    const isLow = by.feeds && (kind === 'weak' || kind === 'low' || (kind === 'partial' && sagging.has(sectionKind)));
    if (!isLow) return { own, low: 0 };
    return { own: passed.has(id) ? own : by.steers ? weaklySteered * own : 0, low: low.get(id) ?? 0 };
  };
}

/** How far a partial fault acts under a condition: fully, not at all, or half where the condition does not say. */
function acting(condition: Condition, when: Condition | undefined): number {
  if (when === undefined) return 1;
  // A condition that does not speak of the key is one of the set at rest.
  const held: Condition = { ...condition, keyed: condition.keyed ?? false };
  if (!agrees(when, held)) return 0;
  return (Object.keys(when) as (keyof Condition)[]).every((field) => held[field] !== undefined) ? 1 : 0.5;
}

const adjustable = (card: Card, { reach }: Leaning): boolean => card.parts.some((p) => adjustableParts.has(p.kind) && reach.has(p.section));

/** Modes in which a hundred hertz off are heard. */
const narrow: ReadonlySet<string> = new Set(['SSB', 'USB', 'LSB', 'CW', 'DSB', 'RTTY', 'DATA']);

type Row = Readonly<Record<string, number>>;

/** Of what a fault does by itself and by a low supply, the one that shows more. */
function shownBy(healthy: Row, good: string, touch: Touch, own: Row, low: Row): Row | undefined {
  const strength = (row: Row, by: number): number => by * (1 - (row[good] ?? 0));
  const [byOwn, byLow] = [strength(own, touch.own), strength(low, touch.low)];
  if (byOwn === 0 && byLow === 0) return undefined;
  return byOwn >= byLow ? mixed(own, healthy, touch.own) : mixed(low, healthy, touch.low);
}

/** How a trial of a function looks, or what is reported of it; `outside` when nothing inside is wrong. */
export function functionLook(
  card: Card,
  leaning: Leaning,
  { condition, group }: Pick<Card['functions'][number], 'condition' | 'group'>,
  { outside, reported }: { readonly outside: FunctionRow; readonly reported?: boolean } = { outside: outsideFunction },
): Look {
  const touch = touchIn(card, leaning);
  const healthy = { ...healthyFunction };
  const offFrequency =
    group === 'transmit' ? faultyFunction['off-frequency'] : narrow.has(condition.mode ?? '') ? offFrequencyHeardNarrow : offFrequencyHeard;
  return {
    outcomes: functionOutcomes,
    healthy,
    outside,
    misaligned: adjustable(card, leaning) ? misalignedFunction : healthyFunction,
    faulty: (i, way) => {
      const section = card.sections[i];
      const acts = section ? acting(condition, way.when) : 0;
      if (!section || acts === 0) return undefined;
      if (way.kind === 'off-frequency') {
        const strength = group === 'control' ? 0 : (leaning.tuned.get(section.id) ?? 0);
        return strength > 0 ? mixed({ ...offFrequency }, healthy, strength) : undefined;
      }
      const { own, low } = touch(section, way);
      const wavers = way.kind === 'intermittent' || way.kind === 'seldom';
      const row =
        reported && wavers
          ? waversReported
          : leaning.branches.has(section.id) && !wavers && way.kind !== 'weak'
            ? deadBranch
            : shifted(way.kind, section.kind);
      const onLow = way.kind === 'shorts-rail' ? faultyFunction.dead : onLowSupply;
      return shownBy(healthy, 'works', { own: own * acts, low: low * acts * shownByLow(way.kind) }, { ...row }, { ...onLow });
    },
  };
}

/** Whether only this is known: something must be there. */
const isPresence = (expected: Expectation | undefined): boolean =>
  expected?.typical === true && expected.nominal === undefined && expected.high === undefined;

/** Faults of a supply, and of what pulls it down, that are there whenever it is read. */
const steadyOnRail: ReadonlySet<FaultKind> = new Set(['dead', 'weak', 'low', 'pulls-rail', 'shorts-rail']);
const plainly = (row: ReadingRow): Row => ({ ...row });
/** A row of which little of what comes out right is left (see `rightByChance`); the rest is low. */
const atTheRail = (row: ReadingRow): Row => ({ ...row, in: rightByChance * row.in, low: row.low + (1 - rightByChance) * row.in });

/** How a reading at a point looks under a condition. */
export function readingLook(card: Card, point: TestPoint, leaning: Leaning, condition: Condition, healthy = healthyReading): Look {
  const touch = touchIn(card, leaning);
  const rails = supplyChain(card, point.section);
  const tuning = tuningLoop(card, point);
  const direct = isDirect(point);
  const signal = isPresence(expectationAt(point, condition)) ? faultyPresence : faultySignal;
  const loop = tuning ?? (point.unit === 'Hz' ? phaseLoops(card).find((l) => l.sections.includes(point.section)) : undefined);
  const inLoop = loop && drivers(card, loop);
  // What makes the frequency is gone when it dies; what only steers it drives it to an end.
  const makes = point.unit === 'Hz' ? makersOf(card, point.section, condition) : undefined;
  const misaligned = (direct && !tuning) || !adjustable(card, leaning) ? healthy : misalignedSignal;
  const onLow: ReadingRow = tuning
    ? faultyLoop.dead
    : direct
      ? voltageOnLowSupply
      : point.unit === 'Hz'
        ? frequencyOnLowSupply
        : signalOnLowSupply;
  const onShort = tuning ? faultyLoop.dead : direct ? faultyRail.dead : point.unit === 'Hz' ? faultyFrequency.dead : faultySignal.dead;
  const tableFor = (id: string): Readonly<Record<FaultKind, ReadingRow>> => {
    if (inLoop?.has(id) && (tuning ? true : !makes?.has(id))) return faultyLoop;
    // A dead supply shows at every voltage fed from it; a dead stage may well have its own voltages right.
    if (direct) return id === point.section && !rails.has(id) ? faultyVoltage : faultyRail;
    return point.unit === 'Hz' ? faultyFrequency : signal;
  };
  return {
    outcomes: readingOutcomes,
    healthy: { ...healthy },
    outside: { ...outsideReading },
    misaligned: { ...misaligned },
    faulty: (i, way) => {
      const section = card.sections[i];
      const acts = section ? acting(condition, way.when) : 0;
      if (!section || acts === 0) return undefined;
      const { id } = section;
      if (way.kind === 'off-frequency') {
        const strength = direct && !tuning ? Number(id === point.section) : (leaning.tuned.get(id) ?? 0);
        return strength > 0 ? mixed({ ...tableFor(id)[way.kind] }, { ...healthy }, strength) : undefined;
      }
      const { own, low } = touch(section, way);
      const row = !direct && leaning.branches.has(id) && id !== point.section ? signalWithDeadBranch : tableFor(id)[way.kind];
      const shows = direct && !tuning ? 1 : shownByLow(way.kind);
      const byLow = way.kind === 'shorts-rail' ? onShort : onLow;
      // At a supply itself, or at what it is pulled down by, a meter is hardly ever right by chance.
      const seen = direct && rails.has(point.section) && steadyOnRail.has(way.kind) ? atTheRail : plainly;
      return shownBy({ ...healthy }, 'in', { own: own * acts, low: low * acts * shows }, seen(row), seen(byLow));
    },
  };
}

/** A test of two outcomes that only the section it is about can turn; `chance` of the bad one by kind. */
export function localLook(outcomes: readonly [string, string], at: number, chance: (kind: FaultKind) => number, otherwise: number): Look {
  const row = (bad: number): Record<string, number> => ({ [outcomes[0]]: 1 - bad, [outcomes[1]]: bad });
  const sound = row(otherwise);
  return {
    outcomes,
    healthy: sound,
    outside: sound,
    misaligned: sound,
    faulty: (section, { kind }) => (section === at ? row(chance(kind)) : undefined),
    only: at,
  };
}

/**
 * How a supply looks once all that hangs on it is lifted: what draws too much accuses itself, what stays low the supply. Nothing for a
 * section on which nothing hangs.
 */
export function unloadLook(card: Card, id: string): { reach: Reach; look: Look } | undefined {
  const near = neighboursOf(card);
  if (!near.get(id)?.feeds) return undefined;
  const reach = new Map(
    card.sections.flatMap((s) => (near.get(s.id)?.pulled.has(id) ? [[s.id, near.get(s.id)?.pulled.get(id) ?? 0]] : [])),
  );
  const isRegulated = card.sections.some((s) => s.id === id && s.kind === 'regulator');
  const row = (back: number): Row => ({ stays: 1 - back, recovers: back });
  const sound = row(unloadedRecovers.otherwise);
  const look: Look = {
    outcomes: ['stays', 'recovers'],
    healthy: sound,
    outside: sound,
    misaligned: sound,
    faulty: (i, { kind }) => {
      const section = card.sections[i]?.id ?? '';
      if (pulls(kind) && reach.has(section)) return mixed(row(unloadedRecovers.puller), sound, reach.get(section) ?? 0);
      const own = section === id ? unloadedRecovers[isRegulated ? 'regulated' : 'plain'][kind] : undefined;
      return own === undefined ? undefined : row(own);
    },
  };
  return { reach: new Map([[id, 1], ...reach]), look };
}
