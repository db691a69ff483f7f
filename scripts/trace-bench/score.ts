import { chanceFrom } from '../../core/src/chance';
import type { Played } from './play-job';

export interface Summary {
  readonly jobs: number;
  /** Share of jobs that came to a stop. */
  readonly stopped: number;
  /** Of those, the share in which what was named was at fault. */
  readonly right: number;
  /** Of the others, the share in which a group of at most four was named, and of those the share that holds the fault. */
  readonly grouped: number;
  readonly held: number;
  /** Of the others, the share in which the group, or the four likeliest, hold the fault. */
  readonly heldByFour: number;
  readonly tests: number;
  readonly minutes: number;
}

const mean = (values: readonly number[]): number => values.reduce((a, b) => a + b, 0) / values.length;

export function summaryOf(played: readonly Played[]): Summary {
  const stopped = played.filter((p) => p.end === 'stop' || p.end === 'settled');
  const others = played.filter((p) => p.end !== 'stop' && p.end !== 'settled');
  return {
    jobs: played.length,
    stopped: stopped.length / played.length,
    right: mean(stopped.map((p) => Number(p.right))),
    grouped: mean(others.map((p) => Number(p.grouped))),
    held: mean(others.filter((p) => p.grouped).map((p) => Number(p.inGroup))),
    heldByFour: mean(others.map((p) => Number(p.inGroup))),
    tests: mean(played.map((p) => p.tests)),
    minutes: mean(played.map((p) => p.minutes)),
  };
}

export interface CalibrationBin {
  readonly from: number;
  readonly claims: number;
  /** Mean claim, and the share that was true. */
  readonly claimed: number;
  readonly true: number;
  /** Standard deviation of the share when whole jobs are drawn anew: claims of one job hang together. */
  readonly spread: number;
}

/** Claims sorted into tenths: every section at every step of every job. */
export function calibrationOf(played: readonly Played[], resamples = 200): CalibrationBin[] {
  const chance = chanceFrom(4711);
  const sums = played.map(({ claims }) => {
    const bins = Array.from({ length: 10 }, () => ({ claims: 0, claimed: 0, true: 0 }));
    for (const [claim, truth] of claims) {
      const bin = bins[Math.min(9, Math.floor(claim * 10))];
      if (!bin) continue;
      bin.claims++;
      bin.claimed += claim;
      bin.true += truth;
    }
    return bins;
  });
  const share = (jobs: readonly (typeof sums)[number][], at: number): number => {
    let [claims, right] = [0, 0];
    for (const bins of jobs) {
      claims += bins[at]?.claims ?? 0;
      right += bins[at]?.true ?? 0;
    }
    return right / claims;
  };
  return Array.from({ length: 10 }, (_, at) => {
    const claims = sums.reduce((total, bins) => total + (bins[at]?.claims ?? 0), 0);
    const claimed = sums.reduce((total, bins) => total + (bins[at]?.claimed ?? 0), 0) / claims;
    const drawn = Array.from({ length: resamples }, () =>
      share(
        sums.map(() => chance.oneOf(sums)),
        at,
      ),
    ).filter(Number.isFinite);
    const middle = mean(drawn);
    return { from: at / 10, claims, claimed, true: share(sums, at), spread: Math.sqrt(mean(drawn.map((d) => (d - middle) ** 2))) };
  });
}
