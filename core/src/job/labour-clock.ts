import { ofKind, standing, type EntryOf, type TapeEntry } from '../tape';

export interface LabourClock {
  /** Seconds worked up to `nowMs`, breaks taken off. */
  readonly seconds: number;
  readonly running: boolean;
}

const momentOf = ({ when, at }: EntryOf<'labour'>): number => Date.parse(when ?? at);

/**
 * Time worked on the job, from its start, stop and break entries and from what was told at once. What was told afterwards counts when it
 * was. A second start while running is ignored, and so is a stop while stopped; a break takes its minutes off, never below nothing.
 */
export function labourClock(tape: readonly TapeEntry[], nowMs: number): LabourClock {
  let seconds = 0;
  let since: number | undefined;
  for (const entry of [...ofKind(standing(tape), 'labour')].sort((a, b) => momentOf(a) - momentOf(b) || a.seq - b.seq)) {
    const at = momentOf(entry);
    if (entry.act === 'start') since ??= at;
    else if (entry.act === 'worked') seconds += (entry.minutes ?? 0) * 60;
    else if (entry.act === 'break') seconds -= (entry.minutes ?? 0) * 60;
    else if (since !== undefined) {
      seconds += (at - since) / 1000;
      since = undefined;
    }
  }
  if (since !== undefined) seconds += Math.max(0, nowMs - since) / 1000;
  return { seconds: Math.max(0, Math.round(seconds)), running: since !== undefined };
}
