import { conditionText, expectationAt, pointOf } from '../card';
import type { TestModel } from './bench-test';
import { casesBySection, type Evidence, type ShopHistory } from './evidence';
import type { TraceModel } from './model';
import { andOne, resultsRow, timesIn, type Results } from './repeats';
import { logPriorOf, misalignedAt } from './space';
import { proofChance } from './bench-test';
import { afterFit, cleanLook, findingChance, previousHandsFactor, proof, reckoned, twiddledFound } from './tables/bench-acts';
import { doubtfulWeight, independence } from './tables/certainty';
import { reportedWeight } from './tables/function-rows';
import { historySmoothing } from './tables/prior-weights';

/** One piece of evidence with its log likelihood under every hypothesis, already weighed. */
export interface Weighed {
  readonly evidence: Evidence;
  readonly logChance: Float64Array;
  /** How much of its face value it counts for, 0 to 1. */
  readonly weight: number;
  /** The test it answers, where it answers one. */
  readonly test?: TestModel;
  /** What that test has shown, this time included. */
  readonly results: Results;
}

/** The test a piece of evidence answers, if any. A reading under a condition of which the card says nothing answers none. */
function answeredTest(model: TraceModel, evidence: Evidence): TestModel | undefined {
  const byId = (id: string): TestModel | undefined => model.testById.get(id);
  switch (evidence.kind) {
    case 'function':
      return byId(`function ${evidence.functionId}`);
    case 'reading': {
      const point = pointOf(model.card, evidence.point);
      const expectation = point && expectationAt(point, evidence.condition);
      return point && expectation && byId(`reading ${point.id} ${conditionText(expectation.condition)}`);
    }
    case 'comparison':
      return byId(`comparison ${evidence.point.toUpperCase()}`);
    case 'injection':
      return byId(`injection ${evidence.injection}`);
    case 'forcing':
      return byId(`forcing ${evidence.forcing}`);
    case 'manipulation':
      return byId(`tap ${evidence.section}`);
    case 'lift':
      return byId(`lift ${evidence.section}`);
    case 'unload':
      return byId(`unload ${evidence.section}`);
    case 'remedy':
      return byId(`remedy ${evidence.remedy} ${evidence.section}`);
    case 'proof':
      return byId(`proof ${provenOf(evidence)}`);
    default:
      return undefined;
  }
}

export function outcomeOf(evidence: Evidence): string {
  switch (evidence.kind) {
    case 'manipulation':
      return evidence.changed ? 'changes' : 'steady';
    case 'proof':
      return evidence.bad ? 'bad' : 'good';
    case 'lift':
    case 'unload':
      return evidence.recovers ? 'recovers' : 'stays';
    case 'remedy':
      return evidence.cured ? 'cured' : 'same';
    default:
      return 'outcome' in evidence ? evidence.outcome : '';
  }
}

/** Whether it says that something is wrong. */
export const isBadNews = (evidence: Evidence): boolean =>
  'outcome' in evidence && evidence.outcome !== 'works' && evidence.outcome !== 'in';

/** A report that it comes and goes: one trial that works, or fails, says nothing against it. */
const isLasting = (evidence: Evidence): boolean => isReported(evidence) && outcomeOf(evidence) === 'comes-and-goes';

/** What the owner says, not tried here. */
export const isReported = (evidence: Evidence): boolean => evidence.kind === 'function' && evidence.reported === true;

const flat = (chance: number): number => independence * Math.log(chance);

const logRows = new WeakMap<Float64Array, Float64Array>();
/** Logarithms of one outcome's row; taken once. */
function logRow(row: Float64Array): Float64Array {
  let log = logRows.get(row);
  if (!log) logRows.set(row, (log = row.map((p) => Math.log(p))));
  return log;
}

/** What the parts of one section have shown so far: shares of those good, and whether one is bad. */
interface Proven {
  readonly good: number;
  readonly bad: boolean;
}

function logChanceOf(
  model: TraceModel,
  evidence: Evidence,
  test: TestModel | undefined,
  proven: Proven,
  results: Results,
): Float64Array | undefined {
  const { space } = model;
  if (test && evidence.kind !== 'proof') {
    const reported = evidence.kind === 'function' && evidence.reported ? model.reported(evidence.functionId) : undefined;
    const outcome = outcomeOf(evidence);
    if (timesIn(results) > 1) return resultsRow(space, test, results).map((p) => Math.log(p));
    const row = (reported ?? test.rows)[test.outcomes.indexOf(outcome)];
    return row && logRow(row);
  }
  const bySection = (section: string, faulty: number, sound: number): Float64Array => {
    const at = model.sections.indexOf(section);
    const [bad, good] = [flat(faulty), flat(sound)];
    return Float64Array.from(space.first, (first, h) => (at >= 0 && (first === at || space.second[h] === at) ? bad : good));
  };
  switch (evidence.kind) {
    case 'finding': {
      const table = evidence.severity === 'clean' ? cleanLook : findingChance[evidence.severity];
      const raised = evidence.severity !== 'clean' && evidence.previousHands ? previousHandsFactor : 1;
      const log = bySection(evidence.section, Math.min(0.95, table.faulty * raised), table.sound);
      if (evidence.twiddled) {
        const shift = flat(twiddledFound.misaligned) - flat(twiddledFound.otherwise);
        log[misalignedAt] = (log[misalignedAt] ?? 0) + shift;
      }
      return log;
    }
    case 'proof': {
      const share = shareOf(model, evidence, 1);
      if (evidence.bad) return bySection(evidence.section, Math.min(0.96, proofChance(share)), proof.badIfSound);
      // Once one part is proven bad, the others being good says nothing more.
      if (proven.bad) return bySection(evidence.section, 1, 1);
      return bySection(evidence.section, Math.max(0.04, 1 - proofChance(share, proven.good)), 1 - proof.badIfSound);
    }
    case 'circuit': {
      const { covers, elsewhere, most, least } = reckoned;
      const bounded = (times: number): number => Math.log(Math.min(most, Math.max(least, times)));
      const away = evidence.elsewhere / elsewhere;
      const even = (1 - elsewhere) / Math.max(1, evidence.sections.length);
      const own = new Map(
        evidence.sections.map(({ section, chance }) => [
          model.sections.indexOf(section),
          bounded(covers * (chance / even) + (1 - covers) * away),
        ]),
      );
      const other = bounded(away);
      const of = (at: number): number => own.get(at) ?? other;
      return Float64Array.from(space.first, (first, h) => independence * Math.max(of(first), of(space.second[h] ?? first)));
    }
    case 'fit':
      return bySection(evidence.section, afterFit, 1);
    default:
      return undefined;
  }
}

type Proof = Evidence & { readonly kind: 'proof' };
/** What was proven: the part, or the section of which all parts were. */
const provenOf = ({ designator, section }: Proof): string => designator ?? section;
/** Its share of the causes of the section's faults; `unlisted` where the card does not have the part. */
const shareOf = (model: TraceModel, { designator }: Proof, unlisted: number): number =>
  designator === undefined ? 1 : (model.partShare.get(designator) ?? unlisted);
/** Adds it to what is good already: all parts together are never more than all. */
const addGood = (good: Map<string, number>, model: TraceModel, e: Proof): void =>
  void good.set(e.section, Math.min(1, (good.get(e.section) ?? 0) + shareOf(model, e, 0)));
/** Of each part the latest measurement counts. */
function latestProofs(evidence: readonly Evidence[]): Map<string, Proof> {
  const latest = new Map<string, Proof>();
  for (const e of evidence) if (e.kind === 'proof') latest.set(provenOf(e), e);
  return latest;
}

/** Shares of the parts that have measured good, by section. */
export function goodShares(model: TraceModel, evidence: readonly Evidence[]): Map<string, number> {
  const latest = latestProofs(evidence);
  const sums = new Map<string, number>();
  for (const e of latest.values()) if (!e.bad) addGood(sums, model, e);
  return sums;
}

/** Bad news that leans on a section is retired once a part has been fitted there; good news and later news stay. */
export function retired(model: TraceModel, all: readonly Evidence[]): ReadonlySet<Evidence> {
  const gone = new Set<Evidence>();
  all.forEach((fit, at) => {
    if (fit.kind !== 'fit') return;
    for (const earlier of all.slice(0, at)) {
      const own =
        ('section' in earlier && earlier.kind !== 'fit' && earlier.section === fit.section) ||
        (earlier.kind === 'circuit' && earlier.sections.some(({ section }) => section === fit.section));
      const test = answeredTest(model, earlier);
      if (own || (isBadNews(earlier) && test?.reach.has(fit.section))) gone.add(earlier);
    }
  });
  return gone;
}

/**
 * What a trial of a function is beside the one before it, where one of the two was measured and the other judged by hand or by another
 * test: the same once more, what replaces it, or nothing. A power that is right says nothing of a frequency that is off or of distortion;
 * a weakness or a frequency that was measured is not taken back by an ear, and an ear that had not noticed it saw no other set.
 */
function besideHand(evidence: Evidence, before: Evidence): 'again' | 'replaces' | 'nothing' {
  if (evidence.kind !== 'function' || before.kind !== 'function') return 'again';
  const [now, then] = [evidence.outcome, before.outcome];
  const strength = (outcome: string): boolean => outcome === 'works' || outcome === 'weak' || outcome === 'dead';
  if (evidence.by !== undefined) {
    if (now === 'works' && !strength(then)) return 'nothing';
    if (then === 'works' && (now === 'wrong-frequency' || (now === 'weak' && before.by === undefined))) return 'replaces';
    return 'again';
  }
  return before.by !== undefined && now === 'works' && (then === 'weak' || then === 'wrong-frequency') ? 'nothing' : 'again';
}

/** A piece of evidence that counts, before it is weighed. */
interface Piece {
  readonly evidence: Evidence;
  readonly test?: TestModel;
  readonly results: Results;
  readonly proven: Proven;
  /** So many repairs came before it. */
  readonly since: number;
}

const alone: ReadonlySet<Evidence['kind']> = new Set(['finding', 'proof', 'fit', 'circuit']);
/** Whether it says anything: the card has such a test with such an outcome, or it needs none. */
const speaks = (evidence: Evidence, test: TestModel | undefined): boolean =>
  alone.has(evidence.kind) || (test?.outcomes.includes(outcomeOf(evidence)) ?? false);

const touchesSame = (other: Evidence, own: Evidence): boolean =>
  other.kind === 'circuit' &&
  own.kind === 'circuit' &&
  other.sections.some(({ section }) => own.sections.some((one) => one.section === section));

/**
 * Weighs evidence, in the order in which it was made. A function tried on the bench replaces what the owner reported
 * of it. All that one function or one reading under one condition has shown counts together, as long as nothing has
 * been repaired in between.
 */
export function weigh(model: TraceModel, all: readonly Evidence[]): Weighed[] {
  const gone = retired(model, all);
  const fitted = new Set<string>();
  const latest = new Map<string, Piece>();
  const lasting: Piece[] = [];
  const reports = new Map<string, Piece>();
  const good = new Map<string, number>();
  let repairs = 0;
  const proofs = latestProofs(all);
  const bad = new Set([...proofs.values()].flatMap((e) => (e.bad && !gone.has(e) ? [e.section] : [])));
  for (const evidence of all) {
    if (gone.has(evidence)) continue;
    if (evidence.kind === 'proof' && proofs.get(provenOf(evidence)) !== evidence) continue;
    // A stage that was reckoned again, with more read in it, is told once.
    if (evidence.kind === 'circuit' && all.findLast((other) => touchesSame(other, evidence)) !== evidence) continue;
    if (evidence.kind === 'fit') {
      repairs++;
      // Fitting two parts in one section does not make it doubly sound.
      if (fitted.has(evidence.section)) continue;
      fitted.add(evidence.section);
    }
    if (evidence.kind === 'mended' || (evidence.kind === 'remedy' && evidence.cured)) repairs++;
    const test = answeredTest(model, evidence);
    const place = 'section' in evidence ? evidence.section : '';
    const before = test && latest.get(test.id);
    const tried = before !== undefined && !isReported(before.evidence);
    if (isReported(evidence) && tried && !isLasting(evidence)) continue;
    const beside = tried && before.since === repairs ? besideHand(evidence, before.evidence) : 'again';
    if (beside === 'nothing') continue;
    const repeated = beside === 'again' && tried && !isReported(evidence) && repeatable.has(evidence.kind) && before.since === repairs;
    // Once more, but doubted: it adds nothing to what was seen without doubt.
    if (repeated && evidence.doubtful && !before.evidence.doubtful) continue;
    const counts = repeated && (evidence.doubtful || !before.evidence.doubtful);
    const results = andOne(counts ? before.results : {}, outcomeOf(evidence));
    if (!speaks(evidence, test)) continue;
    const proven = { good: good.get(place) ?? 0, bad: bad.has(place) };
    if (evidence.kind === 'proof' && !evidence.bad) addGood(good, model, evidence);
    const piece: Piece = { evidence, results, proven, since: repairs, ...(test ? { test } : {}) };
    if (test && isLasting(evidence)) reports.set(test.id, piece);
    else if (test && evidence.kind !== 'manipulation') {
      latest.set(test.id, piece);
      // What was reported before a repair is answered by a trial after it.
      if ((reports.get(test.id)?.since ?? repairs) < repairs) reports.delete(test.id);
    } else lasting.push(piece);
  }
  // Only what counts in the end is reckoned: one point may have been read hundreds of times.
  return [...reports.values(), ...latest.values(), ...lasting].flatMap((piece) => weighedPiece(model, piece) ?? []);
}

function weighedPiece(model: TraceModel, { evidence, test, results, proven }: Piece): Weighed | undefined {
  const face = logChanceOf(model, evidence, test, proven, results);
  if (!face) return undefined;
  const weight = (evidence.doubtful ? doubtfulWeight : 1) * (isReported(evidence) ? reportedWeight : 1);
  const logChance = weight === 1 ? face : face.map((log) => log * weight);
  return { evidence, logChance, weight, results, ...(test ? { test } : {}) };
}

/** Tests that may come out otherwise when they are done once more. */
export const repeatable: ReadonlySet<Evidence['kind']> = new Set(['function', 'reading', 'injection', 'forcing']);

/** Log prior with the shop's own history of this card, smoothed so that a handful of cases never makes a certainty. */
export function logPriorWith(model: TraceModel, history: ShopHistory): Float64Array {
  const own = casesBySection(history, model.sections);
  const cases = [...own.values()].reduce((a, b) => a + b, 0);
  if (cases === 0) return model.logPrior;
  const even = 1 / model.sections.length;
  const weights = new Map(
    [...model.weights].map(([id, weight]) => [
      id,
      (weight * (historySmoothing * even + (own.get(id) ?? 0))) / ((historySmoothing + cases) * even),
    ]),
  );
  return logPriorOf(model.card, model.space, weights);
}

/** Sum of the prior and all evidence in the log domain, not normalised. */
export function logWeights(logPrior: Float64Array, weighed: readonly Weighed[]): Float64Array {
  const log = Float64Array.from(logPrior);
  for (const { logChance } of weighed) for (let i = 0; i < log.length; i++) (log[i] as number) += logChance[i] as number;
  return log;
}

/** Exact posterior over all hypotheses. */
export const posterior = (logPrior: Float64Array, weighed: readonly Weighed[]): Float64Array => normalised(logWeights(logPrior, weighed));

/** Chances from log weights, without overflow. */
export function normalised(log: Float64Array): Float64Array {
  const n = log.length;
  let top = -Infinity;
  for (let i = 0; i < n; i++) if ((log[i] as number) > top) top = log[i] as number;
  const chances = new Float64Array(n);
  let sum = 0;
  for (let i = 0; i < n; i++) {
    const apart = (log[i] as number) - top;
    // What is a thousand million million million times less likely than the best adds nothing.
    if (apart > -50) sum += chances[i] = Math.exp(apart);
  }
  for (let i = 0; i < n; i++) chances[i] = (chances[i] as number) / sum;
  return chances;
}

/**
 * Chance of each section to be among the faulty ones: a pair counts for both of its sections. The two cells after the
 * sections are nothing wrong inside, and misaligned throughout.
 */
export function amongFaulty(model: TraceModel, chances: Float64Array): Float64Array {
  const { first, second, cells, single } = model.space;
  const sums = new Float64Array(cells);
  for (let h = 0; h < chances.length; h++) (sums[first[h] as number] as number) += chances[h] as number;
  for (let h = single; h < chances.length; h++) (sums[second[h] as number] as number) += chances[h] as number;
  return sums;
}

/** Chance booked by cell, a pair half to each of its two, so that the cells sum to one. */
export function byCell(model: TraceModel, chances: Float64Array): Float64Array {
  const { first, second, cells } = model.space;
  const sums = new Float64Array(cells);
  for (let h = 0; h < chances.length; h++) {
    const half = (chances[h] ?? 0) / 2;
    const [i, j] = [first[h] ?? 0, second[h] ?? 0];
    sums[i] = (sums[i] ?? 0) + half;
    sums[j] = (sums[j] ?? 0) + half;
  }
  return sums;
}

/** Entropy in bits. */
export function bits(chances: Float64Array): number {
  let sum = 0;
  for (const p of chances) if (p > 0) sum -= p * Math.log2(p);
  return sum;
}
