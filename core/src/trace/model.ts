import { conditionText, type Card, type Condition, type TestPoint } from '../card';
import {
  forcingReach,
  functionReach,
  injectionReach,
  justBefore,
  readingReach,
  softened,
  supplyChain,
  supplyOf,
  type Reach,
} from './reach';
import {
  cost,
  faultKinds,
  faultyFunction,
  faultySignal,
  faultyVoltage,
  functionOutcomes,
  healthyFunction,
  healthyReading,
  kindWeight,
  nakedSectionWeight,
  outsideFunction,
  outsidePrior,
  outsideReading,
  partWeight,
  priorFlatness,
  proof,
  readingOutcomes,
  sectionShift,
  tapChanges,
  cleanLook,
  type FaultKind,
} from './tables';

/** One explanation: a section at fault in one way, or (section −1) nothing wrong inside the set. */
export interface Hypothesis {
  readonly section: number;
  readonly kind: FaultKind | 'outside';
}

export type TestKind = 'function' | 'reading' | 'injection' | 'forcing' | 'tap' | 'inspect' | 'proof';

/** Something that can be done next, with the chance of each outcome under each hypothesis. */
export interface TestModel {
  readonly id: string;
  readonly kind: TestKind;
  /** Function, point, injection, forcing or section it is about. */
  readonly subject: string;
  readonly title: string;
  readonly condition: Condition;
  readonly outcomes: readonly string[];
  /** Row-major, outcome × hypothesis; each column sums to one. */
  readonly chances: Float64Array;
  readonly reach: Reach;
  readonly minutes: number;
  readonly access?: string;
  readonly instrument: string;
  readonly hazard: keyof typeof cost.hazard;
  readonly point?: TestPoint;
  readonly expectation?: TestPoint['expect'][number];
}

/** A card made ready for inference; built once a card, used for every update. */
export interface TraceModel {
  readonly card: Card;
  readonly sections: readonly string[];
  readonly hypotheses: readonly Hypothesis[];
  /** Log prior of each hypothesis, normalised. */
  readonly logPrior: Float64Array;
  readonly tests: readonly TestModel[];
}

/** Whether a hypothesis touches an observation, and as which kind of fault it shows there. */
type Touch = (h: Hypothesis) => FaultKind | 'outside' | undefined;

function toucher(card: Card, sections: readonly string[], reach: Reach, soft: Reach = new Set()): Touch {
  return ({ section, kind }) => {
    if (kind === 'outside') return 'outside';
    const id = sections[section] ?? '';
    if (reach.has(id)) return soft.has(id) && kind === 'dead' ? 'weak' : kind;
    // A fault that reaches past its own section: it drags its rail down, or loads the stage before it.
    if (kind === 'pulls-rail') {
      const rail = supplyOf(card, id);
      return rail !== undefined && reach.has(rail) ? 'pulls-rail' : undefined;
    }
    if (kind === 'loads-before') return [...justBefore(card, id)].some((before) => reach.has(before)) ? 'loads-before' : undefined;
    return undefined;
  };
}

function rows<O extends string>(
  hypotheses: readonly Hypothesis[],
  outcomes: readonly O[],
  rowOf: (h: Hypothesis) => Readonly<Record<O, number>>,
): Float64Array {
  const chances = new Float64Array(outcomes.length * hypotheses.length);
  hypotheses.forEach((h, column) => {
    const row = rowOf(h);
    outcomes.forEach((outcome, r) => (chances[r * hypotheses.length + column] = row[outcome]));
  });
  return chances;
}

function shifted(
  card: Card,
  sections: readonly string[],
  h: Hypothesis,
  kind: FaultKind,
): Readonly<Record<(typeof functionOutcomes)[number], number>> {
  const base = faultyFunction[kind];
  const sectionKind = card.sections.find((s) => s.id === sections[h.section])?.kind;
  const shift = sectionKind ? sectionShift[sectionKind] : undefined;
  if (!shift) return base;
  const scaled = functionOutcomes.map((o) => base[o] * (shift[o] ?? 1));
  const sum = scaled.reduce((a, b) => a + b, 0);
  return Object.fromEntries(functionOutcomes.map((o, i) => [o, (scaled[i] ?? 0) / sum])) as Record<
    (typeof functionOutcomes)[number],
    number
  >;
}

/** Prior weight of each section, from its parts: more and frailer parts make it a likelier place, but not in proportion. */
export function sectionWeights(card: Card, ageYears: number): Map<string, number> {
  // Parts that dry, corrode or wear grow worse with age; twenty years count as the plain case.
  const wears = new Set(['electrolytic', 'trimmer', 'relay', 'switch', 'connector', 'potentiometer', 'valve', 'joint']);
  const age = Math.max(0.5, Math.min(2, 0.6 + ageYears / 50));
  return new Map(
    card.sections.map((section) => {
      const parts = card.parts.filter((p) => p.section === section.id);
      const sum = parts.reduce((total, p) => total + partWeight[p.kind] * (wears.has(p.kind) ? age : 1), 0);
      const weight = parts.length ? Math.max(nakedSectionWeight / 2, sum) : nakedSectionWeight;
      return [section.id, weight ** priorFlatness * (section.watch ? 1.6 : 1)];
    }),
  );
}

/** Chance that a part proves bad when its section is at fault, by its share among the section's parts. */
export const proofChance = (share: number): number => Math.min(0.95, proof.badIfFaulty + 0.5 * share);

const testOf = (base: Omit<TestModel, 'hazard'> & { hazard?: TestModel['hazard'] }): TestModel => ({ hazard: 'none', ...base });

/**
 * Makes a card ready: every hypothesis with its prior, and every test with its outcome rows in flat arrays.
 * @param ageYears of the set, 0 when not known.
 */
export function traceModel(card: Card, ageYears = 0): TraceModel {
  const sections = card.sections.map((s) => s.id);
  const hypotheses: Hypothesis[] = [{ section: -1, kind: 'outside' }];
  const weights: number[] = [outsidePrior];
  const weightOf = sectionWeights(card, ageYears);
  sections.forEach((id, section) => {
    for (const kind of faultKinds) {
      if (kind === 'pulls-rail' && supplyOf(card, id) === undefined) continue;
      if (kind === 'loads-before' && justBefore(card, id).size === 0) continue;
      hypotheses.push({ section, kind });
      weights.push((weightOf.get(id) ?? 1) * kindWeight[kind]);
    }
  });
  const total = weights.reduce((a, b) => a + b, 0);
  const logPrior = Float64Array.from(weights, (w) => Math.log(w / total));

  const functionChances = (reach: Reach, soft?: Reach): Float64Array => {
    const touch = toucher(card, sections, reach, soft);
    return rows(hypotheses, functionOutcomes, (h) => {
      const kind = touch(h);
      return kind === 'outside' ? outsideFunction : kind ? shifted(card, sections, h, kind) : healthyFunction;
    });
  };
  const tests: TestModel[] = [];
  for (const fn of card.functions) {
    const reach = functionReach(card, fn);
    tests.push(
      testOf({
        id: `function ${fn.id}`,
        kind: 'function',
        subject: fn.id,
        title: `Try: ${fn.name}`,
        condition: fn.condition,
        outcomes: functionOutcomes,
        chances: functionChances(reach, softened(fn)),
        reach,
        minutes: fn.minutes,
        instrument: 'none',
        hazard: fn.condition.keyed ? 'rf' : 'none',
      }),
    );
  }
  for (const point of card.testPoints)
    for (const expectation of point.expect) {
      const { condition } = expectation;
      const reach = readingReach(card, point, condition);
      const touch = toucher(card, sections, reach);
      // A dead supply shows at every voltage fed from it; a dead stage may well have its own voltages right.
      const rails = point.sees === 'signal' ? reach : supplyChain(card, point.section);
      const under = conditionText(condition);
      tests.push({
        id: `reading ${point.id} ${under}`,
        kind: 'reading',
        subject: point.id,
        title: `Read ${point.name} at ${point.id}`,
        condition,
        outcomes: readingOutcomes,
        chances: rows(hypotheses, readingOutcomes, (h) => {
          const kind = touch(h);
          if (kind === undefined) return healthyReading;
          if (kind === 'outside') return outsideReading;
          return (rails.has(sections[h.section] ?? '') ? faultySignal : faultyVoltage)[kind];
        }),
        reach,
        minutes: point.minutes,
        instrument: point.unit,
        hazard: point.hazard,
        point,
        expectation,
        ...(point.access ? { access: point.access } : {}),
      });
    }
  for (const injection of card.injections) {
    const fn = card.functions.find((f) => f.id === injection.responds);
    if (!fn) continue;
    const reach = injectionReach(card, injection.into, fn);
    tests.push(
      testOf({
        id: `injection ${injection.id}`,
        kind: 'injection',
        subject: injection.id,
        title: injection.name,
        condition: fn.condition,
        outcomes: functionOutcomes,
        chances: functionChances(reach),
        reach,
        minutes: injection.minutes,
        instrument: 'generator',
        ...(injection.access ? { access: injection.access } : {}),
      }),
    );
  }
  for (const forcing of card.forcings) {
    const fn = card.functions.find((f) => f.id === forcing.responds);
    if (!fn) continue;
    const reach = forcingReach(card, forcing.cuts, fn);
    tests.push(
      testOf({
        id: `forcing ${forcing.id}`,
        kind: 'forcing',
        subject: forcing.id,
        title: forcing.name,
        condition: fn.condition,
        outcomes: functionOutcomes,
        chances: functionChances(reach),
        reach,
        minutes: forcing.minutes,
        instrument: 'supply',
      }),
    );
  }
  card.sections.forEach((section, index) => {
    const reach: Reach = new Set([section.id]);
    const at = (h: Hypothesis): boolean => h.section === index;
    tests.push(
      testOf({
        id: `tap ${section.id}`,
        kind: 'tap',
        subject: section.id,
        title: `Tap and press round the ${section.name}`,
        condition: {},
        outcomes: ['changes', 'steady'],
        chances: rows(hypotheses, ['changes', 'steady'], (h) => {
          const changes = at(h) ? (h.kind === 'intermittent' ? tapChanges.intermittent : tapChanges.otherFault) : tapChanges.elsewhere;
          return { changes, steady: 1 - changes };
        }),
        reach,
        minutes: cost.tapMinutes,
        instrument: 'none',
      }),
      testOf({
        id: `inspect ${section.id}`,
        kind: 'inspect',
        subject: section.id,
        title: `Look closely at the ${section.name}`,
        condition: {},
        outcomes: ['found', 'clean'],
        chances: rows(hypotheses, ['found', 'clean'], (h) => {
          const clean = at(h) ? cleanLook.faulty : cleanLook.sound;
          return { found: 1 - clean, clean };
        }),
        reach,
        minutes: cost.inspectMinutes,
        instrument: 'none',
      }),
    );
  });
  for (const part of card.parts) {
    const index = sections.indexOf(part.section);
    const sum = card.parts.filter((p) => p.section === part.section).reduce((total, p) => total + partWeight[p.kind], 0);
    const ifFaulty = proofChance(partWeight[part.kind] / sum);
    tests.push(
      testOf({
        id: `proof ${part.designator}`,
        kind: 'proof',
        subject: part.designator,
        title: `Measure ${part.designator} out of circuit`,
        condition: {},
        outcomes: ['bad', 'good'],
        chances: rows(hypotheses, ['bad', 'good'], (h) => {
          const bad = h.section === index ? ifFaulty : proof.badIfSound;
          return { bad, good: 1 - bad };
        }),
        reach: new Set([part.section]),
        minutes: cost.proofMinutes,
        instrument: 'none',
        ...(part.access ? { access: part.access } : {}),
      }),
    );
  }
  return { card, sections, hypotheses, logPrior, tests };
}
