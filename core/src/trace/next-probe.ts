import { bits } from './infer';
import { plainTest, type BenchTest, type TestModel } from './bench-test';
import { byRank, candidatesOf, standingOf, type BenchState, type Candidate, type Standing } from './candidates';
import type { TraceModel } from './model';
import { stopAt } from './tables/certainty';
import { lookAheadWidth, secondSteps, shortlist } from './tables/probe-costs';
import { afterOutcome, bitsToGo, cellsOf, splitInto, type Active } from './worth';

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

export interface ProbeOptions extends BenchState {
  readonly order: ProbeOrder;
  readonly count: number;
  /** How many of the best are followed a second step; 0 looks one step ahead only. */
  readonly lookAhead?: number;
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
function minutesToGo(
  model: TraceModel,
  { singles, rooms: [room, roomThen] }: Standing,
  candidate: Candidate,
  others: readonly Candidate[],
  minutesPerBit: number,
): number {
  const { space } = model;
  const split = splitInto(room, space, candidate.test, singles);
  let minutes = candidate.price;
  for (let r = 0; r < split.outcomes; r++) {
    const p = split.chance[r] ?? 0;
    if (p < 0.01) continue;
    const cells = split.cells.subarray(r * split.stride, (r + 1) * split.stride);
    if (cells.some((value) => value >= stopAt * p)) continue;
    const then = afterOutcome(candidate.test, r, singles);
    let least = minutesPerBit * bits(cellsOf(space, then));
    for (const other of others) {
      if (other === candidate || other.price >= least) continue;
      least = Math.min(least, other.price + minutesPerBit * bitsToGo(splitInto(roomThen, space, other.test, then)));
    }
    minutes += p * least;
  }
  return minutes;
}

/** Follows the best few a second step, and puts them in the order of the minutes that each leaves to go. */
function followed(model: TraceModel, standing: Standing, candidates: readonly Candidate[], width: number): Candidate[] {
  const doable = candidates.filter((c) => !c.cannot);
  const ahead = doable.slice(0, width);
  const rate = 1 / (ahead[0]?.rank ?? 1);
  for (const c of ahead) c.rank = -minutesToGo(model, standing, c, doable.slice(0, secondSteps), rate);
  const reordered = [...ahead].sort(byRank);
  const leading = new Set(ahead);
  let next = 0;
  return candidates.map((c) => (leading.has(c) ? (reordered[next++] ?? c) : c));
}

/** The order of a school. */
function orderOf(
  model: TraceModel,
  order: ProbeOrder,
  failing: readonly string[],
  unevenness: (test: TestModel) => number,
): (a: Candidate, b: Candidate) => number {
  const far = model.sections.length;
  const fromSpeaker = (test: TestModel): number => {
    const at = wayAlong(model, test, failing);
    return at >= far ? far : -at;
  };
  switch (order) {
    case 'worth':
      return byRank;
    case 'halves':
      return (a, b) => unevenness(a.test) - unevenness(b.test) || byRank(a, b);
    case 'antenna':
      return (a, b) => wayAlong(model, a.test, failing) - wayAlong(model, b.test, failing) || byRank(a, b);
    case 'speaker':
      return (a, b) => fromSpeaker(a.test) - fromSpeaker(b.test) || byRank(a, b);
  }
}

/**
 * The best tests not yet done. `worth` ranks by bits for the minute, with minutes put on for danger and heat, and looks
 * a second step ahead among the best few; the other schools use the same chances in another order. A test that
 * separates nothing is left out; one that the bench cannot do is kept in its place with the reason. Ties go to the
 * cheaper, then to the order of the card.
 */
export function nextProbes(model: TraceModel, chances: Float64Array, failing: readonly string[], options: ProbeOptions): Probe[] {
  const { order, count, lookAhead } = options;
  const standing = standingOf(model, chances);
  const inQuestion = model.sections.filter((_, i) => (standing.among[i] ?? 0) >= 0.01);
  const onSide = (test: TestModel): number => inQuestion.filter((id) => test.reach.has(id)).length;
  const mostGain = order === 'worth' ? 4 : shortlist;
  let candidates = candidatesOf(model, standing, options, mostGain);
  if (candidates.every((c) => c.cannot)) {
    // Nothing left at which one would turn first: now also the local acts at what is only a little suspect.
    const leading = Math.max(...standing.among.subarray(0, model.sections.length));
    candidates = candidatesOf(model, standing, options, mostGain, leading / 2);
  }
  // As one does with a pencil: count the blocks on either side of the cut, whatever it takes to make it.
  candidates.sort(orderOf(model, order, failing, (test) => Math.abs(onSide(test) - inQuestion.length / 2)));
  const width = lookAhead ?? lookAheadWidth;
  if (order === 'worth' && width > 0) candidates = followed(model, standing, candidates, width);
  // What a stop still wants comes first: what tells most of it for the minute.
  if (options.wanted)
    candidates = [...candidates].sort((a, b) => Number(options.wanted?.has(b.test.id)) - Number(options.wanted?.has(a.test.id)));
  // A near-copy of a better probe (same point, other channel) would only crowd the list.
  const seen = new Set<string>();
  const chosen = candidates.filter(({ test }) => {
    const key = `${test.kind} ${test.subject}`;
    return seen.has(key) ? false : Boolean(seen.add(key));
  });
  return chosen.slice(0, count).map(({ test, gain, minutes, open, cannot }): Probe => ({
    test: plainTest(test),
    bits: gain,
    minutes,
    open,
    ...(cannot ? { cannot } : {}),
    splits: { on: onSide(test), of: inQuestion.length },
    outcomes: outcomesOf(model, test, standing.full),
  }));
}

/** What each outcome of a test would mean: its chance, and how the sections would then stand. */
function outcomesOf(model: TraceModel, test: TestModel, { at, chance, singles }: Active): ProbeOutcome[] {
  const { first, second, cells } = model.space;
  return test.rows.map((row, r) => {
    const after = new Float64Array(cells);
    let sum = 0;
    for (let a = 0; a < at.length; a++) {
      const h = at[a] as number;
      const joint = (chance[a] as number) * (row[h] as number);
      sum += joint;
      (after[first[h] as number] as number) += joint;
      if (a >= singles) (after[second[h] as number] as number) += joint;
    }
    let top = 0;
    for (let c = 0; c < cells; c++) {
      (after[c] as number) /= sum;
      if ((after[c] as number) > (after[top] as number)) top = c;
    }
    return {
      outcome: test.outcomes[r] ?? '',
      chance: sum,
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
