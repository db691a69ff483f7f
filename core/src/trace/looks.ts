import { agrees, expectationAt, phaseLoops, type Card, type Condition, type Expectation, type TestPoint } from '../card';
import { drivers, isDirect, justBefore, makersOf, supplyChain, supplyOf, tuningLoop, type Reach } from './reach';
import { mixed, type Look } from './rows';
import type { FaultKind } from './tables/fault-kinds';
import {
  faultyFunction,
  healthyFunction,
  misalignedFunction,
  outsideFunction,
  sectionShift,
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
  healthyReading,
  misalignedSignal,
  outsideReading,
} from './tables/reading-rows';

const shiftedRows = new Map<string, FunctionRow>();
function shifted(kind: FaultKind, sectionKind: Card['sections'][number]['kind']): FunctionRow {
  const key = `${kind} ${sectionKind}`;
  const known = shiftedRows.get(key);
  if (known) return known;
  const shift = sectionShift[sectionKind] ?? {};
  const scaled = functionOutcomes.map((o) => faultyFunction[kind][o] * (shift[o] ?? 1));
  const sum = scaled.reduce((a, b) => a + b, 0);
  const row = Object.fromEntries(functionOutcomes.map((o, i) => [o, (scaled[i] ?? 0) / sum])) as unknown as FunctionRow;
  shiftedRows.set(key, row);
  return row;
}

interface Neighbours {
  /** Supply of each section, and what stands right before it. */
  readonly rails: ReadonlyMap<string, string | undefined>;
  readonly before: ReadonlyMap<string, readonly string[]>;
}
const neighbours = new WeakMap<Card, Neighbours>();
function neighboursOf(card: Card): Neighbours {
  const known = neighbours.get(card);
  if (known) return known;
  const made = {
    rails: new Map(card.sections.map((s) => [s.id, supplyOf(card, s.id)])),
    before: new Map(card.sections.map((s) => [s.id, [...justBefore(card, s.id)]])),
  };
  neighbours.set(card, made);
  return made;
}

/** How surely a section's fault of a kind shows within a reach: its own place there, or that of what it drags or loads. */
function touchIn(card: Card, reach: Reach): (section: string, kind: FaultKind) => number {
  const { rails, before } = neighboursOf(card);
  return (id, kind) => {
    const own = reach.get(id) ?? 0;
    if (kind === 'pulls-rail') return Math.max(own, reach.get(rails.get(id) ?? '') ?? 0);
    if (kind === 'loads-before') return Math.max(own, ...(before.get(id) ?? []).map((b) => reach.get(b) ?? 0));
    return own;
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

const adjustable = (card: Card, reach: Reach): boolean => card.parts.some((p) => adjustableParts.has(p.kind) && reach.has(p.section));

/** How a trial of a function looks; `outside` when nothing inside is wrong. */
export function functionLook(card: Card, reach: Reach, condition: Condition, outside: FunctionRow = outsideFunction): Look {
  const touch = touchIn(card, reach);
  return {
    outcomes: functionOutcomes,
    healthy: healthyFunction,
    outside,
    misaligned: adjustable(card, reach) ? misalignedFunction : healthyFunction,
    faulty: (i, { kind, when }) => {
      const section = card.sections[i];
      const strength = section ? touch(section.id, kind) * acting(condition, when) : 0;
      return section && strength > 0 ? mixed({ ...shifted(kind, section.kind) }, { ...healthyFunction }, strength) : undefined;
    },
  };
}

/** Whether only this is known: something must be there. */
const isPresence = (expected: Expectation | undefined): boolean =>
  expected?.typical === true && expected.nominal === undefined && expected.high === undefined;

/** How a reading at a point looks under a condition. */
export function readingLook(card: Card, point: TestPoint, reach: Reach, condition: Condition, healthy = healthyReading): Look {
  const touch = touchIn(card, reach);
  const rails = supplyChain(card, point.section);
  const tuning = tuningLoop(card, point);
  const direct = isDirect(point);
  const signal = isPresence(expectationAt(point, condition)) ? faultyPresence : faultySignal;
  const loop = tuning ?? (point.unit === 'Hz' ? phaseLoops(card).find((l) => l.sections.includes(point.section)) : undefined);
  const inLoop = loop && drivers(card, loop);
  // What makes the frequency is gone when it dies; what only steers it drives it to an end.
  const makes = point.unit === 'Hz' ? makersOf(card, point.section, condition) : undefined;
  const misaligned = (direct && !tuning) || !adjustable(card, reach) ? healthy : misalignedSignal;
  return {
    outcomes: readingOutcomes,
    healthy: { ...healthy },
    outside: { ...outsideReading },
    misaligned: { ...misaligned },
    faulty: (i, { kind, when }) => {
      const id = card.sections[i]?.id ?? '';
      const strength = touch(id, kind) * acting(condition, when);
      if (strength === 0) return undefined;
      // A dead supply shows at every voltage fed from it; a dead stage may well have its own voltages right.
      const onRail = rails.has(id) || (kind === 'pulls-rail' && rails.has(neighboursOf(card).rails.get(id) ?? ''));
      if (inLoop?.has(id) && (tuning ? true : !makes?.has(id))) return mixed({ ...faultyLoop[kind] }, { ...healthy }, strength);
      const table = direct
        ? id === point.section && !onRail
          ? faultyVoltage
          : faultyRail
        : point.unit === 'Hz'
          ? faultyFrequency
          : signal;
      return mixed({ ...table[kind] }, { ...healthy }, strength);
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
