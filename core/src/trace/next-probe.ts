import { accessChain } from '../card';
import type { Unit } from '../quantity';
import { amongFaulty, bits } from './infer';
import { plainTest, proofAfter, proofChance, type BenchTest, type TestModel } from './bench-test';
import type { TraceModel } from './model';
import { activeOf, afterOutcome, bitsLeft, bitsToGo, cellsOf, splitOf, type Active } from './worth';
import { stopAt } from './tables/certainty';
import { cost, leastBits, leastChance, leastShare, lookAheadWidth, shortlist } from './tables/probe-costs';

/** In which order probes are offered: by worth for the time, or after another school. The chances are the same. */
export const probeOrders = ['worth', 'halves', 'antenna', 'speaker'] as const;
export type ProbeOrder = (typeof probeOrders)[number];

export interface ProbeOutcome {
  readonly outcome: string;
  /** How likely it is to come out so. */
  readonly chance: number;
  /** The leading section then, and its chance. */
  readonly section: string | null;
  readonly then: number;
  /** How every section would then stand, in the card's order. */
  readonly sections: Float64Array;
}

/** One thing to do next: what, what to expect, what each outcome would mean, and what it costs. */
export interface Probe {
  readonly test: BenchTest;
  readonly bits: number;
  readonly minutes: number;
  readonly outcomes: readonly ProbeOutcome[];
  /** Sections still in question on its side of the cut, and all still in question. */
  readonly splits: { readonly on: number; readonly of: number };
  /** What has to be taken off first, outermost first. */
  readonly open: readonly string[];
  /** Why it cannot be done on this bench; absent when it can. */
  readonly cannot?: string;
}

export interface ProbeOptions {
  readonly order: ProbeOrder;
  /** Units the bench has an instrument for; undefined when every one is at hand. */
  readonly measures?: readonly Unit[];
  /** Access steps that are already off. */
  readonly opened: ReadonlySet<string>;
  /** The instrument used last. */
  readonly inHand?: string;
  /** A healthy set of this chassis stands by. */
  readonly healthySet?: boolean;
  /** A supply has been read low or dead, so that lifting feeds may tell something. */
  readonly railBad?: boolean;
  readonly answered: ReadonlySet<string>;
  /** Shares of the parts that have measured good, by section. */
  readonly goodShares?: ReadonlyMap<string, number>;
  readonly count: number;
  /** How many of the best are followed a second step; 0 looks one step ahead only. */
  readonly lookAhead?: number;
}

interface Candidate {
  readonly test: TestModel;
  readonly gain: number;
  readonly minutes: number;
  /** Minutes with turning to it, danger and heat. */
  readonly price: number;
  readonly open: readonly string[];
  readonly cannot?: string;
  rank: number;
}

const missing = (test: TestModel, measures: readonly Unit[] | undefined): string | undefined => {
  const reads = test.kind === 'reading' || test.kind === 'comparison';
  if (!reads || !measures || measures.includes(test.instrument as Unit)) return undefined;
  return `nothing on this bench reads ${test.instrument}`;
};

const heated = new Set<TestModel['kind']>(['proof', 'lift', 'remedy']);

/** What a test costs now: its own minutes, taking up the instrument, and what is still to be opened. */
export function priceOf(
  model: TraceModel,
  test: TestModel,
  options: Pick<ProbeOptions, 'opened' | 'inHand'>,
): { minutes: number; price: number; open: string[] } {
  const open = accessChain(model.card, test.access).filter((step) => !options.opened.has(step.id));
  const change = test.instrument !== 'none' && test.instrument !== options.inHand ? cost.changeInstrument : 0;
  const minutes = test.minutes + change + open.reduce((sum, step) => sum + step.minutes, 0);
  const heat = heated.has(test.kind) && test.remedy !== 'reseat' && test.remedy !== 'clean' ? cost.heatRisk : 0;
  return { minutes, price: minutes + cost.turnTo + cost.hazard[test.hazard] + heat, open: open.map((step) => step.remove) };
}

/** Whether a test may be offered at all in this state. */
function offered(test: TestModel, standing: ReadonlyMap<string, number>, options: ProbeOptions): boolean {
  if (options.answered.has(test.id)) return false;
  if (test.kind === 'comparison') return options.healthySet === true;
  if (test.kind === 'lift' && !options.railBad) return false;
  const least = test.kind in leastChance ? leastChance[test.kind as keyof typeof leastChance] : 0;
  if (least === 0) return true;
  for (const id of test.reach.keys()) if ((standing.get(id) ?? 0) >= least) return true;
  return false;
}

/** How far along the signal's way a test lies, for the schools that follow it from one end. */
function wayAlong(model: TraceModel, test: TestModel, failing: readonly string[]): number {
  const section = test.point?.section ?? (test.kind === 'tap' || test.kind === 'inspect' ? test.subject : undefined);
  const at = section === undefined ? -1 : failing.indexOf(section);
  return at < 0 ? model.sections.length : at;
}

/**
 * Minutes to the stop when a test is done and the best second step after each of its outcomes: what uncertainty is then
 * left is reckoned at the going rate of minutes for a bit, and a stop costs nothing more.
 */
function minutesToGo(model: TraceModel, active: Active, candidate: Candidate, others: readonly Candidate[], minutesPerBit: number): number {
  const { space } = model;
  const split = splitOf(space, candidate.test, active);
  let minutes = candidate.price;
  split.cells.forEach((cells, r) => {
    const p = split.chance[r] ?? 0;
    if (p < 0.01) return;
    let top = 0;
    for (const value of cells) top = Math.max(top, value / p);
    if (top >= stopAt) return;
    const then = afterOutcome(space, candidate.test, r, active);
    let least = minutesPerBit * bits(cellsOf(space, then));
    for (const other of others) {
      if (other === candidate) continue;
      least = Math.min(least, other.price + minutesPerBit * bitsToGo(splitOf(space, other.test, then)));
    }
    minutes += p * least;
  });
  return minutes;
}

/**
 * The best tests not yet done. `worth` ranks by bits for the minute, with minutes put on for danger and heat, and looks
 * a second step ahead among the best few; the other schools use the same chances in another order. A test that
 * separates nothing is left out; one that the bench cannot do is kept in its place with the reason. Ties go to the
 * cheaper, then to the order of the card.
 */
export function nextProbes(model: TraceModel, chances: Float64Array, failing: readonly string[], options: ProbeOptions): Probe[] {
  const { space } = model;
  const among = amongFaulty(model, chances);
  const standing = new Map(model.sections.map((id, i) => [id, among[i] ?? 0]));
  const singles = activeOf(space, chances, space.single);
  const full = activeOf(space, chances, space.count);
  const nowSingles = bits(cellsOf(space, singles));
  const now = bits(cellsOf(space, full));
  const rough: Candidate[] = [];
  for (const listed of model.tests) {
    if (!offered(listed, standing, options)) continue;
    const good = listed.kind === 'proof' ? (options.goodShares?.get([...listed.reach.keys()][0] ?? '') ?? 0) : 0;
    const test =
      good > 0
        ? proofAfter(model.card, space, listed, Math.min(0.96, proofChance(model.partShare.get(listed.subject) ?? 1, good)))
        : listed;
    const gain = nowSingles - bitsLeft(splitOf(space, test, singles));
    const cannot = missing(test, options.measures);
    const price = priceOf(model, test, options);
    rough.push({ test, gain, ...price, ...(cannot ? { cannot } : {}), rank: gain / price.price });
  }
  const byRank = (a: Candidate, b: Candidate): number => b.rank - a.rank || a.minutes - b.minutes;
  // Most tests are passed over by the single faults alone; the rest are weighed against every hypothesis.
  const shortlisted = new Set([
    ...[...rough].sort(byRank).slice(0, shortlist),
    ...[...rough].sort((a, b) => b.gain - a.gain).slice(0, options.order === 'worth' ? 4 : shortlist),
  ]);
  const all = rough
    .filter((c) => shortlisted.has(c))
    .map((c): Candidate => {
      const split = splitOf(space, c.test, full);
      const gain = Math.max(0, now - bitsLeft(split));
      return { ...c, gain, rank: Math.max(0, now - bitsToGo(split)) / c.price };
    })
    .filter((c) => c.gain >= leastBits);
  const most = Math.max(0, ...all.filter((c) => !c.cannot).map((c) => c.gain));
  const candidates = all.filter((c) => c.gain >= leastShare * most);

  const speakerFirst = (test: TestModel): number => {
    const at = wayAlong(model, test, failing);
    return at >= model.sections.length ? model.sections.length : -at;
  };
  const inQuestion = model.sections.filter((_, i) => (among[i] ?? 0) >= 0.01);
  // As one does with a pencil: count the blocks on either side of the cut, whatever it takes to make it.
  const unevenness = (test: TestModel): number => Math.abs(inQuestion.filter((id) => test.reach.has(id)).length - inQuestion.length / 2);
  const order = {
    worth: byRank,
    halves: (a, b) => unevenness(a.test) - unevenness(b.test) || byRank(a, b),
    antenna: (a, b) => wayAlong(model, a.test, failing) - wayAlong(model, b.test, failing) || byRank(a, b),
    speaker: (a, b) => speakerFirst(a.test) - speakerFirst(b.test) || byRank(a, b),
  } satisfies Record<ProbeOrder, typeof byRank>;
  candidates.sort(order[options.order]);
  const width = options.lookAhead ?? lookAheadWidth;
  if (options.order === 'worth' && width > 0) {
    const doable = candidates.filter((c) => !c.cannot);
    const ahead = doable.slice(0, width);
    const second = doable;
    const rate = 1 / (ahead[0]?.rank ?? 1);
    for (const c of ahead) c.rank = -minutesToGo(model, singles, c, second, rate);
    const followed = new Set(ahead);
    const best = [...ahead].sort(byRank);
    let next = 0;
    candidates.forEach((c, i) => {
      if (followed.has(c)) candidates[i] = best[next++] ?? c;
    });
  }
  // A near-copy of a better probe (same point, other channel) would only crowd the list.
  const seen = new Set<string>();
  const chosen = candidates.filter(({ test }) => {
    const key = `${test.kind} ${test.subject}`;
    return seen.has(key) ? false : Boolean(seen.add(key));
  });
  return chosen.slice(0, options.count).map(({ test, gain, minutes, open, cannot }): Probe => ({
    test: plainTest(test),
    bits: gain,
    minutes,
    open,
    ...(cannot ? { cannot } : {}),
    splits: { on: inQuestion.filter((id) => test.reach.has(id)).length, of: inQuestion.length },
    outcomes: outcomesOf(model, test, chances),
  }));
}

/** What each outcome of a test would mean: its chance, and how the sections would then stand. */
export function outcomesOf(model: TraceModel, test: TestModel, chances: Float64Array): ProbeOutcome[] {
  const { space } = model;
  return test.outcomes.map((outcome, r) => {
    const row = r * space.count;
    const rows = test.chances;
    const joint = new Float64Array(space.count);
    let chance = 0;
    for (let h = 0; h < joint.length; h++) chance += joint[h] = (chances[h] as number) * (rows[row + h] as number);
    const after = amongFaulty(model, joint);
    for (let c = 0; c < after.length; c++) after[c] = (after[c] as number) / chance;
    let top = 0;
    after.forEach((p, at) => {
      if (p > (after[top] ?? 0)) top = at;
    });
    return {
      outcome,
      chance,
      section: model.sections[top] ?? null,
      then: after[top] ?? 0,
      sections: after.slice(0, model.sections.length),
    };
  });
}

/** Worth in the words of the bench: a clean halving is one bit. */
export function worthText(gain: number): string {
  const steps: readonly (readonly [number, string])[] = [
    [1.6, 'nearly two clean halvings'],
    [1.15, 'more than one clean halving'],
    [0.8, 'about one clean halving'],
    [0.58, 'two thirds of a halving'],
    [0.42, 'half a halving'],
    [0.28, 'a third of a halving'],
    [0.15, 'a fifth of a halving'],
  ];
  return steps.find(([least]) => gain >= least)?.[1] ?? 'a small part of a halving';
}
