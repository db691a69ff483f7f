import type { EntryOf, TapeEntry } from './tape-entry';

export interface TapeLine {
  readonly entry: TapeEntry;
  /** The strike in force against it, if any. */
  readonly struckBy?: EntryOf<'strike'>;
}

/**
 * The tape in order, each entry with the strike that holds against it. A strike may itself be struck, which
 * brings the entry back; strikes are read from the newest to the oldest, so that the last word counts.
 */
export function tapeLines(tape: readonly TapeEntry[]): TapeLine[] {
  const ordered = [...tape].sort((a, b) => a.seq - b.seq);
  const strikes = new Map<string, EntryOf<'strike'>>();
  for (const entry of [...ordered].reverse()) if (entry.kind === 'strike' && !strikes.has(entry.id)) strikes.set(entry.entry, entry);
  return ordered.map((entry) => {
    const struckBy = strikes.get(entry.id);
    return struckBy ? { entry, struckBy } : { entry };
  });
}

/** What stands: the entries in order, without those struck and without the strikes. */
export function standing(tape: readonly TapeEntry[]): TapeEntry[] {
  return tapeLines(tape)
    .filter((line) => !line.struckBy && line.entry.kind !== 'strike')
    .map((line) => line.entry);
}

/** Every strike that holds against an entry: two benches may each have struck it. */
export const strikesOf = (tape: readonly TapeEntry[], id: string): EntryOf<'strike'>[] =>
  tapeLines(tape).flatMap(({ entry, struckBy }) => (entry.kind === 'strike' && entry.entry === id && !struckBy ? [entry] : []));

/** Entries of one kind among those given, in order. */
export function ofKind<K extends TapeEntry['kind']>(tape: readonly TapeEntry[], kind: K): EntryOf<K>[] {
  return tape.filter((entry): entry is EntryOf<K> => entry.kind === kind);
}

export interface LabourClock {
  /** Seconds worked up to `nowMs`, breaks taken off. */
  readonly seconds: number;
  readonly running: boolean;
}

/**
 * Time worked on the job, from its start, stop and break entries. A second start while running is ignored, and so is
 * a stop while stopped; a break takes its minutes off, never below nothing.
 */
export function labourClock(tape: readonly TapeEntry[], nowMs: number): LabourClock {
  let seconds = 0;
  let since: number | undefined;
  for (const entry of ofKind(standing(tape), 'labour')) {
    const at = Date.parse(entry.at);
    if (entry.act === 'start') since ??= at;
    else if (entry.act === 'break') seconds -= (entry.minutes ?? 0) * 60;
    else if (since !== undefined) {
      seconds += (at - since) / 1000;
      since = undefined;
    }
  }
  if (since !== undefined) seconds += Math.max(0, nowMs - since) / 1000;
  return { seconds: Math.max(0, Math.round(seconds)), running: since !== undefined };
}
