import { CoreError } from '../errors/core-error';
import { above, below } from './compare';

export interface Limits {
  readonly low?: number | undefined;
  readonly high?: number | undefined;
}
export type Verdict = 'in' | 'low' | 'high' | 'cant-tell';

export interface VerdictResult {
  readonly verdict: Verdict;
  /** value − low, negative outside. */
  readonly marginLow?: number;
  /** high − value, negative outside. */
  readonly marginHigh?: number;
  /** Test uncertainty ratio: tolerance half-width (or distance to the only limit) over uncertainty; null when uncertainty is 0. */
  readonly ratio: number | null;
}

/**
 * Judges a reading against limits. With full guard *in* needs the whole interval value ± uncertainty inside,
 * *low* and *high* the whole interval outside; between the two the instrument can't tell. With guard `none` the
 * value alone is compared. A limit met exactly counts as inside.
 *
 * @throws CoreError `out-of-range` when no limit is given, the limits contradict or the uncertainty is negative.
 * @example
 * verdict(3.9, 0.2, { low: 4 }).verdict //~> 'cant-tell'
 * verdict(3.9, 0.2, { low: 4 }, 'none').verdict //~> 'low'
 */
export function verdict(value: number, uncertainty: number, { low, high }: Limits, guard: 'none' | 'full' = 'full'): VerdictResult {
  if (!Number.isFinite(value)) throw new CoreError('out-of-range', 'value', `${value} is not a reading.`, 'Give a finite number.');
  if (!(uncertainty >= 0)) throw new CoreError('out-of-range', 'uncertainty', `${uncertainty} is below 0.`, 'Give 0 or more.');
  if (low === undefined && high === undefined) throw new CoreError('out-of-range', 'low', 'No limit was given.', 'Give low, high or both.');
  if (low !== undefined && high !== undefined && high < low)
    throw new CoreError('out-of-range', 'high', `High ${high} is below low ${low}.`, 'Change one of the two.');
  const spread = guard === 'none' ? 0 : uncertainty;
  const tooLow = (x: number): boolean => low !== undefined && below(x, low);
  const tooHigh = (x: number): boolean => high !== undefined && above(x, high);
  const result: Verdict = tooLow(value + spread)
    ? 'low'
    : tooHigh(value - spread)
      ? 'high'
      : !tooLow(value - spread) && !tooHigh(value + spread)
        ? 'in'
        : 'cant-tell';
  const reach = low !== undefined && high !== undefined ? (high - low) / 2 : Math.abs(value - (low ?? high ?? 0));
  return {
    verdict: result,
    ...(low === undefined ? {} : { marginLow: value - low }),
    ...(high === undefined ? {} : { marginHigh: high - value }),
    ratio: uncertainty === 0 ? null : reach / uncertainty,
  };
}
