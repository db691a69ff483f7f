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
}
export interface WatchLimits {
  readonly low?: number | undefined;
  readonly high?: number | undefined;
}

/** A change within so long after something was done is taken to have come of it, in seconds. */
const answersWithinS = 1.5;
/** Without limits a change is a step of so many times what two readings in a row usually differ by, and of three last digits. */
const stepTimes = 6;
const stepDigits = 3;

const isOut = ({ value }: WatchSample, { low, high }: WatchLimits): boolean =>
  value === null || (low !== undefined && value < low) || (high !== undefined && value > high);

function dropoutsOf(samples: readonly WatchSample[], limits: WatchLimits): WatchSays['dropouts'] {
  const found: { fromS: number; toS: number }[] = [];
  samples.forEach((sample, k) => {
    if (!isOut(sample, limits)) return;
    const before = samples[k - 1];
    const last = found.at(-1);
    if (before && last && isOut(before, limits)) last.toS = sample.atS;
    else found.push({ fromS: sample.atS, toS: sample.atS });
  });
  return found;
}

/** The moments at which it changed: into or out of its limits, away or back, or by a step where it has no limits. */
function changesOf(samples: readonly WatchSample[], limits: WatchLimits, digit: number): readonly number[] {
  const limited = limits.low !== undefined || limits.high !== undefined;
  const apart = samples.slice(1).flatMap(({ value }, k) => {
    const was = samples[k]?.value;
    return value === null || was === null || was === undefined ? [] : [Math.abs(value - was)];
  });
  const usual = [...apart].sort((a, b) => a - b)[Math.floor(apart.length / 2)] ?? 0;
  const step = Math.max(stepTimes * usual, stepDigits * digit);
  return samples.slice(1).flatMap((sample, k) => {
    const was = samples[k] as WatchSample;
    const jumped = sample.value !== null && was.value !== null && Math.abs(sample.value - was.value) > step;
    return isOut(sample, limits) !== isOut(was, limits) || (!limited && jumped) ? [sample.atS] : [];
  });
}

/** Slope by least squares, with its standard error from what is left over. Source: Press et al., Numerical Recipes, 15.2. */
function driftOf(samples: readonly WatchSample[], limits: WatchLimits): WatchSays['drift'] {
  const points = samples.flatMap((sample) =>
    sample.value === null || isOut(sample, limits) ? [] : [[sample.atS / 60, sample.value] as const],
  );
  if (points.length < 8) return undefined;
  const n = points.length;
  const [meanT, meanV] = [points.reduce((sum, [t]) => sum + t, 0) / n, points.reduce((sum, [, v]) => sum + v, 0) / n];
  const spread = points.reduce((sum, [t]) => sum + (t - meanT) ** 2, 0);
  if (spread === 0) return undefined;
  const perMinute = points.reduce((sum, [t, v]) => sum + (t - meanT) * (v - meanV), 0) / spread;
  const left = points.reduce((sum, [t, v]) => sum + (v - meanV - perMinute * (t - meanT)) ** 2, 0);
  return { perMinute, sigma: Math.sqrt(left / (n - 2) / spread) };
}

/** How often it changed at each thing that was done, and how often it would have in as many windows laid at random. */
function marksOf(marks: readonly WatchMark[], changes: readonly number[], seconds: number): WatchSays['marks'] {
  const keyOf = ({ what, at }: WatchMark): string => `${what} ${at ?? ''}`;
  return [...new Set(marks.map(keyOf))].map((key) => {
    const own = marks.filter((mark) => keyOf(mark) === key);
    const [{ what, at }] = own as [WatchMark];
    const changed = own.filter(({ atS }) => changes.some((t) => t >= atS && t <= atS + answersWithinS)).length;
    // Changes that came of what was done are no measure of chance.
    const others = changes.filter((t) => !own.some(({ atS }) => t >= atS && t <= atS + answersWithinS)).length;
    const free = Math.max(answersWithinS, seconds - own.length * answersWithinS);
    const byChance = own.length * (1 - Math.exp((-others / free) * answersWithinS));
    return { what, ...(at === undefined ? {} : { at }), done: own.length, changed, byChance: Math.round(byChance * 100) / 100 };
  });
}

/**
 * What a strip of readings says.
 * @param samples in order of time; at least one
 * @param digit worth of the last digit
 */
export function watchSays(
  samples: readonly [WatchSample, ...WatchSample[]],
  marks: readonly WatchMark[],
  limits: WatchLimits,
  digit: number,
): WatchSays {
  const figures = samples.flatMap(({ value }) => (value === null ? [] : [value]));
  const [start, end] = [samples[0].atS, (samples.at(-1) ?? samples[0]).atS];
  const drift = driftOf(samples, limits);
  const last = marks.findLast(({ what }) => what === 'key' || what === 'unkey');
  return {
    seconds: end - start,
    least: figures.length ? figures.reduce((a, b) => Math.min(a, b)) : null,
    most: figures.length ? figures.reduce((a, b) => Math.max(a, b)) : null,
    dropouts: dropoutsOf(samples, limits),
    ...(drift ? { drift } : {}),
    ...(last?.what === 'unkey' ? { sinceUnkeyedS: end - last.atS } : {}),
    marks: marksOf(marks, changesOf(samples, limits, digit), end - start),
  };
}

const stripParts = 200;

/** A strip in at most two hundred equal parts of its time, each with what lies furthest from the middle of it: nothing that stood out is lost. */
export function stripOf(samples: readonly WatchSample[]): (number | null)[] {
  if (samples.length <= stripParts) return samples.map(({ value }) => value);
  const figures = samples.flatMap(({ value }) => (value === null ? [] : [value])).sort((a, b) => a - b);
  const middle = figures[Math.floor(figures.length / 2)] ?? 0;
  return Array.from({ length: stripParts }, (_, k) => {
    const part = samples.slice(Math.floor((k * samples.length) / stripParts), Math.floor(((k + 1) * samples.length) / stripParts));
    if (part.some(({ value }) => value === null)) return null;
    return part.map(({ value }) => value ?? middle).reduce((a, b) => (Math.abs(b - middle) > Math.abs(a - middle) ? b : a));
  });
}
