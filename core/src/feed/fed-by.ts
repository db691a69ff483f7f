import * as bench from './bench';
import * as frequency from './frequency';
import type { Fed, Feed, JobFigures } from './fed';

/** How the sums are fed that a tape can feed, by the id of the sum. */
const feeds: Readonly<Record<string, Feed>> = {
  'oscillator-errors': frequency.oscillatorErrors,
  'stuck-line': frequency.stuckLine,
  'crystal-suspects': frequency.crystalSuspects,
  'divider-chain': frequency.dividerChain,
  'pll-n': frequency.pllN,
  'frequency-check': frequency.frequencyCheck,
  'mixer-products': frequency.mixerProducts,
  'peak-names': frequency.peakNames,
  channel: frequency.channel,
  'lock-sweep': bench.lockSweep,
  'contact-loss': bench.contactLoss,
  'level-plan': bench.levelPlan,
  sensitivity: bench.sensitivity,
  's-meter': bench.sMeter,
  squelch: bench.squelch,
  'supply-scaled-power': bench.supplyScaledPower,
  'soak-plan': bench.soakPlan,
  'soak-verdict': bench.soakVerdict,
};

/** Ids of the sums that a job can feed. */
export const fedSums: readonly string[] = Object.keys(feeds);

/**
 * What a job has for a sum, the likeliest first: inputs without what the tape does not hold. None where the sum takes nothing from a
 * tape, or where nothing was read for it yet.
 */
export function fedBy(sum: string, job: JobFigures): readonly Fed[] {
  return feeds[sum]?.(job) ?? [];
}
