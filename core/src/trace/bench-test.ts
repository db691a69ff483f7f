import { agrees, conditionText, phaseLoops, type Card, type Condition, type TestPoint } from '../card';
import {
  drivers,
  makersOf,
  functionReach,
  injectionReach,
  isDirect,
  justBefore,
  readingReach,
  supplyChain,
  supplyOf,
  tuningLoop,
  type Reach,
} from './reach';
import { localRowsOf, mixed, rowsOf, soundRow, spread, type LocalRows, type Look } from './rows';
import type { Space } from './space';
import {
  cleanLook,
  proof,
  railRecovers,
  remedies,
  remedyCures,
  remedyParts,
  seemsCured,
  tapChanges,
  type Remedy,
} from './tables/bench-acts';
import type { FaultKind } from './tables/fault-kinds';
import {
  faultyFunction,
  functionOutcomes,
  healthyFunction,
  misalignedFunction,
  outsideFunction,
  outsideReported,
  sectionShift,
  type FunctionRow,
} from './tables/function-rows';
import { adjustableParts, partWeight } from './tables/prior-weights';
import { cost } from './tables/probe-costs';
import {
  faultyFrequency,
  faultyLoop,
  faultyRail,
  faultySignal,
  faultyVoltage,
  healthyComparison,
  healthyReading,
  misalignedSignal,
  outsideReading,
  readingOutcomes,
} from './tables/reading-rows';

export const testKinds = [
  'function',
  'reading',
  'comparison',
  'injection',
  'forcing',
  'tap',
  'inspect',
  'lift',
  'remedy',
  'proof',
] as const;
export type TestKind = (typeof testKinds)[number];

/** Something that can be done next. */
export interface BenchTest {
  readonly id: string;
  readonly kind: TestKind;
  /** Function, point, injection, forcing, section or part it is about. */
  readonly subject: string;
  readonly title: string;
  readonly condition: Condition;
  readonly outcomes: readonly string[];
  readonly reach: Reach;
  readonly minutes: number;
  readonly access?: string;
  readonly instrument: string;
  readonly hazard: keyof typeof cost.hazard;
  readonly point?: TestPoint;
  readonly expectation?: TestPoint['expect'][number];
  readonly remedy?: Remedy;
}

/** A test with the chance of each outcome under each hypothesis. */
export interface TestModel extends BenchTest {
  /** For each outcome a row, by hypothesis; over the outcomes they sum to one. Made when first asked for. */
  readonly rows: readonly Float64Array[];
  /** Chance of each outcome when nothing that it touches is at fault. */
  readonly sound: Float64Array;
  /** The rows in short, where one section alone can turn it. */
  readonly local: LocalRows | undefined;
}

/** The test without its rows, as it leaves the room. */
export function plainTest(test: TestModel): BenchTest {
  const plain: Partial<Record<keyof TestModel, unknown>> = {};
  for (const key of Object.keys(test) as (keyof TestModel)[])
    if (key !== 'rows' && key !== 'local' && key !== 'sound') plain[key] = test[key];
  return plain as unknown as BenchTest;
}

type Draft = Omit<TestModel, 'rows' | 'local' | 'sound' | 'hazard' | 'outcomes'> & { hazard?: TestModel['hazard']; look: Look };

function testOf(space: Space, { look, ...rest }: Draft): TestModel {
  const local = localRowsOf(space, look);
  let made: readonly Float64Array[] | undefined;
  return {
    hazard: 'none',
    ...rest,
    local,
    sound: soundRow(look),
    outcomes: look.outcomes,
    get rows() {
      return (made ??= local ? spread(space, local) : rowsOf(space, look));
    },
  };
}

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

function functionLook(card: Card, reach: Reach, condition: Condition, outside: FunctionRow = outsideFunction): Look {
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

function readingLook(card: Card, point: TestPoint, reach: Reach, condition: Condition, healthy = healthyReading): Look {
  const touch = touchIn(card, reach);
  const rails = supplyChain(card, point.section);
  const tuning = tuningLoop(card, point);
  const direct = isDirect(point);
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
          : faultySignal;
      return mixed({ ...table[kind] }, { ...healthy }, strength);
    },
  };
}

/** A test of two outcomes that only the section it is about can turn; `chance` of the bad one by kind. */
function localLook(outcomes: readonly [string, string], at: number, chance: (kind: FaultKind) => number, otherwise: number): Look {
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

/** Share of each part among the causes of its section's faults, by designator. */
export function partShares(card: Card): Map<string, number> {
  const sums = new Map<string, number>();
  for (const p of card.parts) sums.set(p.section, (sums.get(p.section) ?? 0) + partWeight[p.kind]);
  return new Map(card.parts.map((p) => [p.designator, partWeight[p.kind] / (sums.get(p.section) ?? 1)]));
}

/**
 * Chance that a part proves bad when its section is at fault: its share of the causes, and the more, the more of the
 * other parts have already measured good.
 * @param goodShares sum of the shares of those, 0 to 1.
 */
export const proofChance = (share: number, goodShares = 0): number => (proof.named * share) / Math.max(1e-6, 1 - proof.named * goodShares);

/** The same test with the parts of its section that have already measured good reckoned in. */
export function proofAfter(card: Card, space: Space, test: TestModel, ifFaulty: number): TestModel {
  const at = card.sections.findIndex((s) => test.reach.has(s.id));
  return testOf(space, { ...plainTest(test), look: localLook(['good', 'bad'], at, () => ifFaulty, proof.badIfSound) });
}

const only = (section: string): Reach => new Map([[section, 1]]);

/** Every test that a card allows, in the card's order: cheap kinds first. */
export function testsOf(card: Card, space: Space): TestModel[] {
  const tests: TestModel[] = [];
  const add = (draft: Draft): void => void tests.push(testOf(space, draft));
  const access = (id: string | undefined): { access?: string } => (id ? { access: id } : {});
  for (const fn of card.functions) {
    const reach = functionReach(card, fn);
    add({
      id: `function ${fn.id}`,
      kind: 'function',
      subject: fn.id,
      title: `Try: ${fn.name}`,
      condition: fn.condition,
      look: functionLook(card, reach, fn.condition),
      reach,
      minutes: fn.minutes,
      instrument: 'none',
      hazard: fn.condition.keyed ? 'rf' : 'none',
    });
  }
  for (const point of card.testPoints)
    for (const [index, expectation] of point.expect.entries()) {
      const { condition } = expectation;
      const reach = readingReach(card, point, condition);
      const base = {
        subject: point.id,
        condition,
        reach,
        instrument: point.unit,
        hazard: point.hazard,
        point,
        expectation,
        ...access(point.access),
      };
      add({
        ...base,
        id: `reading ${point.id} ${conditionText(condition)}`,
        kind: 'reading',
        title: `Read ${point.name} at ${point.id}`,
        look: readingLook(card, point, reach, condition),
        minutes: point.minutes,
      });
      if (index === 0)
        add({
          ...base,
          id: `comparison ${point.id}`,
          kind: 'comparison',
          title: `Compare ${point.name} at ${point.id} with the healthy set`,
          look: readingLook(card, point, reach, condition, healthyComparison),
          minutes: point.minutes + cost.comparison,
        });
    }
  for (const injection of card.injections) {
    const fn = card.functions.find((f) => f.id === injection.responds);
    if (!fn) continue;
    const reach = injectionReach(card, injection.into, fn);
    add({
      id: `injection ${injection.id}`,
      kind: 'injection',
      subject: injection.id,
      title: injection.name,
      condition: fn.condition,
      look: functionLook(card, reach, fn.condition),
      reach,
      minutes: injection.minutes,
      instrument: 'generator',
      ...access(injection.access),
    });
  }
  for (const forcing of card.forcings) {
    const fn = card.functions.find((f) => f.id === forcing.responds);
    if (!fn) continue;
    const reach = functionReach(card, fn, forcing.cuts);
    add({
      id: `forcing ${forcing.id}`,
      kind: 'forcing',
      subject: forcing.id,
      title: forcing.name,
      condition: fn.condition,
      look: functionLook(card, reach, fn.condition),
      reach,
      minutes: forcing.minutes,
      instrument: 'supply',
    });
  }
  card.sections.forEach((section, at) => {
    const base = { subject: section.id, condition: {}, reach: only(section.id), instrument: 'none' };
    add({
      ...base,
      id: `tap ${section.id}`,
      kind: 'tap',
      title: `Tap and press round the ${section.name}`,
      look: localLook(
        ['steady', 'changes'],
        at,
        (kind) => (kind === 'intermittent' ? tapChanges.intermittent : tapChanges.otherFault),
        tapChanges.elsewhere,
      ),
      minutes: cost.tapMinutes,
    });
    add({
      ...base,
      id: `inspect ${section.id}`,
      kind: 'inspect',
      title: `Look closely at the ${section.name}`,
      look: localLook(['clean', 'found'], at, () => 1 - cleanLook.faulty, 1 - cleanLook.sound),
      minutes: cost.inspectMinutes,
    });
    const rail = supplyOf(card, section.id);
    if (rail !== undefined)
      add({
        ...base,
        id: `lift ${section.id}`,
        kind: 'lift',
        title: `Lift the feed of the ${section.name}: does the supply come back?`,
        look: localLook(['stays', 'recovers'], at, (kind) => railRecovers[kind] ?? railRecovers.otherwise, railRecovers.otherwise),
        minutes: cost.liftMinutes,
      });
    const own = card.parts.filter((p) => p.section === section.id);
    for (const remedy of remedies) {
      const on = own.filter((p) => remedyParts[remedy].includes(p.kind)).map((p) => p.designator);
      if (!on.length) continue;
      const verb = { reflow: 'Reflow the joints of', reseat: 'Reseat', clean: 'Clean' }[remedy];
      add({
        ...base,
        id: `remedy ${remedy} ${section.id}`,
        kind: 'remedy',
        remedy,
        title: `${verb} ${on.slice(0, 3).join(', ')} in the ${section.name} and try again`,
        look: localLook(['same', 'cured'], at, (kind) => remedyCures[kind], seemsCured),
        minutes: cost.remedyMinutes[remedy],
      });
    }
  });
  const shares = partShares(card);
  for (const part of card.parts) {
    const at = card.sections.findIndex((s) => s.id === part.section);
    const ifFaulty = proofChance(shares.get(part.designator) ?? 1);
    add({
      id: `proof ${part.designator}`,
      kind: 'proof',
      subject: part.designator,
      title: `Measure ${part.designator} out of circuit`,
      condition: {},
      look: localLook(['good', 'bad'], at, () => ifFaulty, proof.badIfSound),
      reach: only(part.section),
      minutes: cost.proofMinutes,
      instrument: 'none',
      ...access(part.access),
    });
  }
  return tests;
}

/** Rows for what the owner reports of a function: as for a trial, but the antenna, the supply and the settings were the owner's. */
export const reportedRows = (card: Card, space: Space, functionId: string): Float64Array[] | undefined => {
  const fn = card.functions.find((f) => f.id === functionId);
  return fn && rowsOf(space, functionLook(card, functionReach(card, fn), fn.condition, outsideReported));
};
