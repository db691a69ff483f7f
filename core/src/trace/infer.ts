import { conditionText, expectationAt, pointOf } from '../card';
import type { Evidence, ShopHistory } from './evidence';
import type { TestModel, TraceModel } from './model';
import { afterFit, cleanLook, findingChance, historySmoothing, independence, previousHandsFactor, reportedWeight } from './tables';

/** One piece of evidence with its log likelihood under every hypothesis, already weighed. */
export interface Weighed {
  readonly evidence: Evidence;
  readonly logChance: Float64Array;
  /** How much of its face value it counts for, 0 to 1. */
  readonly weight: number;
  /** The test it answers, where it answers one. */
  readonly test?: TestModel;
}

/** The test a piece of evidence answers, if any. A reading under a condition of which the card says nothing answers none. */
export function answeredTest(model: TraceModel, evidence: Evidence): TestModel | undefined {
  const byId = (id: string): TestModel | undefined => model.tests.find((test) => test.id === id);
  switch (evidence.kind) {
    case 'function':
      return byId(`function ${evidence.functionId}`);
    case 'reading': {
      const point = pointOf(model.card, evidence.point);
      const expectation = point && expectationAt(point, evidence.condition);
      return point && expectation && byId(`reading ${point.id} ${conditionText(expectation.condition)}`);
    }
    case 'injection':
      return byId(`injection ${evidence.injection}`);
    case 'forcing':
      return byId(`forcing ${evidence.forcing}`);
    case 'manipulation':
      return byId(`tap ${evidence.section}`);
    case 'proof':
      return byId(`proof ${evidence.designator}`);
    default:
      return undefined;
  }
}

const outcomeOf = (evidence: Evidence): string =>
  evidence.kind === 'manipulation'
    ? evidence.changed
      ? 'changes'
      : 'steady'
    : evidence.kind === 'proof'
      ? evidence.bad
        ? 'bad'
        : 'good'
      : 'outcome' in evidence
        ? evidence.outcome
        : '';

function chanceOf(model: TraceModel, evidence: Evidence, test: TestModel | undefined): Float64Array | undefined {
  const width = model.hypotheses.length;
  if (test) {
    const row = test.outcomes.indexOf(outcomeOf(evidence));
    return row < 0 ? undefined : test.chances.slice(row * width, (row + 1) * width);
  }
  const bySection = (section: string, faulty: number, sound: number): Float64Array => {
    const index = model.sections.indexOf(section);
    return Float64Array.from(model.hypotheses, (h) => (h.section === index && index >= 0 ? faulty : sound));
  };
  switch (evidence.kind) {
    case 'finding': {
      const table = evidence.severity === 'clean' ? cleanLook : findingChance[evidence.severity];
      return bySection(evidence.section, Math.min(0.95, table.faulty * (evidence.previousHands ? previousHandsFactor : 1)), table.sound);
    }
    case 'fit':
      return bySection(evidence.section, afterFit, 1);
    default:
      return undefined;
  }
}

/** Bad news that leans on a section is retired once a part has been fitted there; good news and later news stay. */
function retired(model: TraceModel, all: readonly Evidence[]): ReadonlySet<Evidence> {
  const gone = new Set<Evidence>();
  all.forEach((fit, at) => {
    if (fit.kind !== 'fit') return;
    for (const earlier of all.slice(0, at)) {
      const own =
        (earlier.kind === 'finding' || earlier.kind === 'proof' || earlier.kind === 'manipulation') && earlier.section === fit.section;
      const test = answeredTest(model, earlier);
      const bad = 'outcome' in earlier && earlier.outcome !== 'works' && earlier.outcome !== 'in';
      if (own || (bad && test?.reach.has(fit.section))) gone.add(earlier);
    }
  });
  return gone;
}

/**
 * Weighs evidence, in the order in which it was made. A function tried on the bench replaces what the owner reported
 * of it, and of one function or one reading under one condition the latest counts.
 */
export function weigh(model: TraceModel, all: readonly Evidence[]): Weighed[] {
  const gone = retired(model, all);
  const fitted = new Set<string>();
  const latest = new Map<string, Weighed>();
  const lasting: Weighed[] = [];
  for (const evidence of all) {
    if (gone.has(evidence)) continue;
    if (evidence.kind === 'fit') {
      // Fitting two parts in one section does not make it doubly sound.
      if (fitted.has(evidence.section)) continue;
      fitted.add(evidence.section);
    }
    const test = answeredTest(model, evidence);
    const chance = chanceOf(model, evidence, test);
    if (!chance) continue;
    const weight = independence * (evidence.doubtful ? 0.5 : 1) * (evidence.kind === 'function' && evidence.reported ? reportedWeight : 1);
    const weighed: Weighed = { evidence, logChance: chance.map((p) => Math.log(p) * weight), weight, ...(test ? { test } : {}) };
    if (test && evidence.kind !== 'manipulation') {
      const before = latest.get(test.id)?.evidence;
      const isReported = evidence.kind === 'function' && evidence.reported;
      const wasTried = before && !(before.kind === 'function' && before.reported);
      if (!(isReported && wasTried)) latest.set(test.id, weighed);
    } else lasting.push(weighed);
  }
  return [...latest.values(), ...lasting];
}

/** Log prior with the shop's own history of this card, smoothed so that a handful of cases never makes a certainty. */
export function logPriorWith(model: TraceModel, history: ShopHistory): Float64Array {
  const cases = Object.values(history).reduce((a, b) => a + b, 0);
  if (cases === 0) return model.logPrior;
  const smoothing = historySmoothing;
  return model.logPrior.map((log, i) => {
    const section = model.sections[model.hypotheses[i]?.section ?? -1];
    const seen = section ? (history[section] ?? 0) : 0;
    const even = 1 / model.sections.length;
    return log + Math.log((smoothing * even + seen) / ((smoothing + cases) * even));
  });
}

/** Exact posterior over all hypotheses: the sum in the log domain, then normalised. */
export function posterior(logPrior: Float64Array, weighed: readonly Weighed[]): Float64Array {
  const log = Float64Array.from(logPrior);
  for (const { logChance } of weighed) for (let i = 0; i < log.length; i++) log[i] = (log[i] ?? 0) + (logChance[i] ?? 0);
  return normalised(log);
}

/** Chances from log weights, without overflow. */
export function normalised(log: Float64Array): Float64Array {
  let top = -Infinity;
  for (const value of log) top = Math.max(top, value);
  const chances = log.map((value) => Math.exp(value - top));
  const sum = chances.reduce((a, b) => a + b, 0);
  return chances.map((value) => value / sum);
}

/** Chance of each section, kinds added up; the last element is that of nothing wrong inside. */
export function bySection(model: TraceModel, chances: Float64Array): Float64Array {
  const sums = new Float64Array(model.sections.length + 1);
  model.hypotheses.forEach((h, i) => {
    const at = h.section < 0 ? model.sections.length : h.section;
    sums[at] = (sums[at] ?? 0) + (chances[i] ?? 0);
  });
  return sums;
}

/** Entropy in bits. */
export function bits(chances: Float64Array): number {
  let sum = 0;
  for (const p of chances) if (p > 0) sum -= p * Math.log2(p);
  return sum;
}
