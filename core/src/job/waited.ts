import type { TapeEntry } from '../tape';
import { daysWaited, type DaysWaited, type WaitReason } from '../words';
import { waitsFor } from './talks';

const isLearned = (reason: WaitReason): reason is DaysWaited => daysWaited.some((each) => each === reason);

/**
 * Minutes by the clock that a job waited for parts and for answers. A wait ends with what is said next of it, when a part is fitted, or
 * when the set goes back; one that still lasts counts up to the last entry.
 * @param stood the tape without what was struck
 */
export function waitedMinutes(stood: readonly TapeEntry[]): Partial<Record<DaysWaited, number>> {
  const waited: Partial<Record<DaysWaited, number>> = {};
  let now: { readonly reason: DaysWaited; readonly fromMs: number } | undefined;
  const end = (ms: number): void => {
    if (now) waited[now.reason] = (waited[now.reason] ?? 0) + Math.max(0, ms - now.fromMs) / 60_000;
    now = undefined;
  };
  stood.forEach((entry, k) => {
    const ms = Date.parse(entry.at);
    if (entry.kind === 'wait' || entry.kind === 'talk') {
      const reason = waitsFor(stood.slice(0, k + 1))?.reason ?? 'nothing';
      if (reason === now?.reason) return;
      end(ms);
      if (isLearned(reason)) now = { reason, fromMs: ms };
    } else if ((entry.kind === 'fit' && now?.reason === 'part') || entry.kind === 'handed-back') end(ms);
  });
  const last = stood.at(-1);
  if (last) end(Date.parse(last.at));
  return waited;
}
