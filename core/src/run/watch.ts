import type { EntryOf } from '../tape';
import type { WatchAct } from '../words';

/** One reading of a strip; null where nothing was there. */
export interface WatchSample {
  readonly atS: number;
  readonly value: number | null;
}
/** What was done to the set at a moment, and at which section. */
export interface WatchMark {
  readonly atS: number;
  readonly what: WatchAct;
  readonly at?: string;
}
/** What a strip says. */
export interface WatchSays {
  readonly seconds: number;
  readonly least: number | null;
  readonly most: number | null;
  /** Spans outside the limits, or in which nothing was there. */
  readonly dropouts: readonly { readonly fromS: number; readonly toS: number }[];
  /** Drift a minute by least squares with its standard error, of what lay within the limits; absent of fewer than eight readings. */
  readonly drift?: { readonly perMinute: number; readonly sigma: number };
  /** Seconds since the set was unkeyed last; absent while it was not. */
  readonly sinceUnkeyedS?: number;
  /** Of each thing that was done, at one place: how often, how often it changed at that, and how often it would have by chance. */
  readonly marks: EntryOf<'watch'>['marks'];
  /** So often something was done that no reading can tell of: none stood before it, or none came soon enough after. */
  readonly unseen: number;
}
export interface WatchLimits {
  readonly low?: number | undefined;
  readonly high?: number | undefined;
}

/**
 * A change within so long after something was done is taken to have come of it, in seconds: of what an instrument reads again and again, and
 * of what one types, who has to look and type first. What is done next ends it.
 */
export const answersWithinS = { linked: 1.5, typed: 20 } as const;
/** Without limits a change is a step of so many times what two readings in a row usually differ by, and of three last digits. */
const stepTimes = 6;
const stepDigits = 3;

const isOut = (sample: WatchSample, limits: WatchLimits): boolean => {
  const { value } = sample;
  return value === null || value < (limits.low ?? -Infinity) || value > (limits.high ?? Infinity);
};

function dropoutsOf(samples: readonly WatchSample[], limits: WatchLimits): WatchSays['dropouts'] {
  const found: { fromS: number; toS: number }[] = [];
  let wasOut = false;
  for (const sample of samples) {
    const out = isOut(sample, limits);
    const last = found.at(-1);
    if (out && wasOut && last) last.toS = sample.atS;
    else if (out) found.push({ fromS: sample.atS, toS: sample.atS });
    wasOut = out;
  }
  return found;
}

/** A median is taken of so many at most, evenly over the whole: a strip of eight hours is said anew at every reading. */
const mostForMedian = 2000;

/** The middle of what `at` gives of some of the numbers from nought to `n`; those it gives nothing of are passed over. */
function medianOf(n: number, at: (k: number) => number | null): number {
  const stride = Math.max(1, Math.ceil(n / mostForMedian));
  const some: number[] = [];
  for (let k = 0; k < n; k += stride) {
    const value = at(k);
    if (value !== null) some.push(value);
  }
  return some.sort((a, b) => a - b)[Math.floor(some.length / 2)] ?? 0;
}

/** By how much a reading differs from the one before it; null where one of them is nothing. */
function apartAt(samples: readonly WatchSample[], k: number): number | null {
  const [was, value] = [samples[k - 1]?.value, samples[k]?.value];
  return was === null || was === undefined || value === null || value === undefined ? null : Math.abs(value - was);
}

/** The moments at which it changed: into or out of its limits, away or back, or by a step where it has no limits. */
function changesOf(samples: readonly WatchSample[], limits: WatchLimits, digit: number): readonly number[] {
  const limited = limits.low !== undefined || limits.high !== undefined;
  const usual = limited ? 0 : medianOf(samples.length - 1, (k) => apartAt(samples, k + 1));
  const step = Math.max(stepTimes * usual, stepDigits * digit);
  const changes: number[] = [];
  let wasOut = samples[0] ? isOut(samples[0], limits) : false;
  for (let k = 1; k < samples.length; k += 1) {
    const sample = samples[k] as WatchSample;
    const out = isOut(sample, limits);
    if (out !== wasOut || (!limited && (apartAt(samples, k) ?? 0) > step)) changes.push(sample.atS);
    wasOut = out;
  }
  return changes;
}

/**
 * Slope by least squares, with its standard error from what is left over, in one pass: times and values are taken from those of the first
 * reading, so that the sums lose no digits. Source: Press et al., Numerical Recipes, 15.2.
 */
function driftOf(samples: readonly WatchSample[], limits: WatchLimits): WatchSays['drift'] {
  const first = samples.find((sample) => !isOut(sample, limits));
  if (!first || first.value === null) return undefined;
  const [atS, from] = [first.atS, first.value];
  let [n, sumT, sumV, sumTt, sumTv, sumVv] = [0, 0, 0, 0, 0, 0];
  for (const sample of samples) {
    if (sample.value === null || isOut(sample, limits)) continue;
    const t = (sample.atS - atS) / 60;
    const v = sample.value - from;
    n += 1;
    sumT += t;
    sumV += v;
    sumTt += t * t;
    sumTv += t * v;
    sumVv += v * v;
  }
  if (n < 8) return undefined;
  const spread = sumTt - (sumT * sumT) / n;
  if (!(spread > 0)) return undefined;
  const both = sumTv - (sumT * sumV) / n;
  const perMinute = both / spread;
  const left = Math.max(0, sumVv - (sumV * sumV) / n - perMinute * both);
  return { perMinute, sigma: Math.sqrt(left / (n - 2) / spread) };
}

/** What was done, and until when a change is taken to have come of it. */
interface Window extends WatchMark {
  readonly endS: number;
}

/** Whether anybody looked: it was read before that moment, and again soon enough after it. */
function wasSeen(samples: readonly WatchSample[], { atS, endS }: Window): boolean {
  // The first reading at or after that moment, by halving: strips are long.
  let [low, high] = [0, samples.length];
  while (low < high) {
    const middle = (low + high) >> 1;
    if ((samples[middle]?.atS ?? Infinity) < atS) low = middle + 1;
    else high = middle;
  }
  return low > 0 && (samples[low]?.atS ?? Infinity) <= endS;
}

/** How often it changed at each thing that was done, and how often it would have in as many windows laid at random. */
function marksOf(marks: readonly Window[], changes: readonly number[], seconds: number, withinS: number): WatchSays['marks'] {
  const keyOf = ({ what, at }: WatchMark): string => `${what} ${at ?? ''}`;
  return [...new Set(marks.map(keyOf))].map((key) => {
    const own = marks.filter((mark) => keyOf(mark) === key);
    const [{ what, at }] = own as [Window];
    const isOf = (t: number, { atS, endS }: Window): boolean => t >= atS && t <= endS;
    const changed = own.filter((each) => changes.some((t) => isOf(t, each))).length;
    // Changes that came of what was done are no measure of chance.
    const others = changes.filter((t) => !own.some((each) => isOf(t, each))).length;
    const taken = own.reduce((sum, { atS, endS }) => sum + endS - atS, 0);
    const free = Math.max(withinS, seconds - taken);
    const byChance = own.reduce((sum, { atS, endS }) => sum + 1 - Math.exp((-others / free) * (endS - atS)), 0);
    return { what, ...(at === undefined ? {} : { at }), done: own.length, changed, byChance: Math.round(byChance * 100) / 100 };
  });
}

/**
 * What a strip of readings says.
 * @param samples in order of time; at least one
 * @param digit worth of the last digit
 * @param withinS so long after something was done a change is taken to have come of it, as `answersWithinS` has it
 */
export function watchSays(
  samples: readonly [WatchSample, ...WatchSample[]],
  marks: readonly WatchMark[],
  limits: WatchLimits,
  digit: number,
  withinS: number = answersWithinS.linked,
): WatchSays {
  let [least, most] = [Infinity, -Infinity];
  for (const { value } of samples) {
    if (value === null) continue;
    if (value < least) least = value;
    if (value > most) most = value;
  }
  const [start, end] = [samples[0].atS, (samples.at(-1) ?? samples[0]).atS];
  const drift = driftOf(samples, limits);
  const windows = marks.map((mark, k): Window => ({ ...mark, endS: Math.min(mark.atS + withinS, marks[k + 1]?.atS ?? Infinity) }));
  const seen = windows.filter((each) => wasSeen(samples, each));
  const last = marks.findLast(({ what }) => what === 'key' || what === 'unkey');
  return {
    seconds: end - start,
    least: least <= most ? least : null,
    most: least <= most ? most : null,
    dropouts: dropoutsOf(samples, limits),
    ...(drift ? { drift } : {}),
    ...(last?.what === 'unkey' ? { sinceUnkeyedS: end - last.atS } : {}),
    marks: marksOf(seen, changesOf(samples, limits, digit), end - start, withinS),
    unseen: marks.length - seen.length,
  };
}

const stripParts = 200;

/** A strip in at most two hundred equal parts of its time, each with what lies furthest from the middle of it: nothing that stood out is lost. */
export function stripOf(samples: readonly WatchSample[]): (number | null)[] {
  if (samples.length <= stripParts) return samples.map(({ value }) => value);
  const middle = medianOf(samples.length, (k) => samples[k]?.value ?? null);
  return Array.from({ length: stripParts }, (_, part) => {
    const [from, to] = [part, part + 1].map((each) => Math.floor((each * samples.length) / stripParts)) as [number, number];
    let [furthest, far]: [number | null, number] = [middle, -1];
    for (let k = from; k < to; k += 1) {
      const value = samples[k]?.value ?? null;
      if (value === null) return null;
      if (Math.abs(value - middle) > far) [furthest, far] = [value, Math.abs(value - middle)];
    }
    return furthest;
  });
}

/** Points that fell together: the first, and how much later each of the others did. */
export interface FellFirst {
  readonly first: string;
  readonly others: readonly { readonly name: string; readonly laterS: number }[];
  /** No later than the readings of the two are apart: which was first cannot be told. */
  readonly together: boolean;
}

/** Dropouts that begin within so long of each other, in seconds, are one happening. */
const oneHappeningS = 3;

/**
 * Which of several points that are watched fell first, the last time at least two fell together. A dropout began at the earliest just after the
 * reading before it: where that leaves the order open it is said so.
 * @returns undefined where no two fell together
 */
export function fellFirst(
  strips: readonly { readonly name: string; readonly samples: readonly WatchSample[]; readonly limits: WatchLimits }[],
): FellFirst | undefined {
  const falls = strips
    .flatMap(({ name, samples, limits }) =>
      dropoutsOf(samples, limits).map(({ fromS }) => {
        const before = samples.findLast(({ atS }) => atS < fromS);
        return { name, fromS, sinceS: before?.atS ?? fromS };
      }),
    )
    .sort((a, b) => a.fromS - b.fromS);
  for (let k = falls.length - 1; k > 0; k -= 1) {
    const last = falls[k] as (typeof falls)[number];
    const near = falls.filter(({ fromS }) => fromS <= last.fromS && fromS >= last.fromS - oneHappeningS);
    const each = [...new Map(near.map((fall) => [fall.name, near.find(({ name }) => name === fall.name) ?? fall])).values()];
    const [first, ...others] = each;
    if (!first || !others.length) continue;
    return {
      first: first.name,
      others: others.map(({ name, fromS }) => ({ name, laterS: fromS - first.fromS })),
      together: others.some(({ sinceS }) => sinceS < first.fromS),
    };
  }
  return undefined;
}
