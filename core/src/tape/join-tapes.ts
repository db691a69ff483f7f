import { CoreError } from '../errors/core-error';
import type { TapeEntry } from './tape-entry';

/** Two records of one job as one: every entry of both, each as it was made. */
export interface JoinedTape {
  /** In one order, numbered from 1. */
  readonly tape: readonly TapeEntry[];
  /** How many entries only the one, and only the other, held. */
  readonly onlyHere: number;
  readonly onlyThere: number;
}

const said = (entry: TapeEntry): string => {
  const { seq: _, ...rest } = entry;
  return JSON.stringify(Object.entries(rest).sort(([a], [b]) => (a < b ? -1 : 1)));
};
const before = (a: TapeEntry, b: TapeEntry): boolean => a.at < b.at || (a.at === b.at && a.id < b.id);

/**
 * Joins what two benches wrote of one job. An entry is known by its id and is never changed, so nothing is replaced or lost.
 * Each tape's own order is kept; where the two say nothing of the order of two entries, the earlier stands first. The same
 * two tapes give the same one, whichever way round they are joined; only the numbers of places (`seq`) are given anew.
 *
 * @throws CoreError `broken-archive` when an entry of one id says different things, or is there twice
 */
export function joinTapes(here: readonly TapeEntry[], there: readonly TapeEntry[]): JoinedTape {
  const entries = new Map<string, TapeEntry>();
  const next = new Map<string, string[]>();
  const waitsFor = new Map<string, number>();
  for (const tape of [here, there]) {
    const ordered = [...tape].sort((a, b) => a.seq - b.seq);
    if (new Set(tape.map(({ id }) => id)).size !== tape.length)
      throw new CoreError('broken-archive', 'tape', 'An entry is there twice.', 'Choose another copy of the file; nothing was changed.');
    ordered.forEach((entry, i) => {
      const known = entries.get(entry.id);
      if (known && said(known) !== said(entry))
        throw new CoreError(
          'broken-archive',
          `tape: entry ${entry.seq}`,
          'The file says something else in an entry than stands on the tape here, and entries are never changed.',
          'Choose another copy of the file; nothing was changed.',
        );
      if (!known) {
        entries.set(entry.id, entry);
        waitsFor.set(entry.id, 0);
      }
      const follows = ordered[i - 1];
      if (!follows) return;
      const followers = next.get(follows.id) ?? [];
      next.set(follows.id, [...followers, entry.id]);
      waitsFor.set(entry.id, (waitsFor.get(entry.id) ?? 0) + 1);
    });
  }
  const tape: TapeEntry[] = [];
  const left = new Set(entries.keys());
  let ready = [...left].filter((id) => waitsFor.get(id) === 0);
  while (left.size) {
    // Two orders that contradict each other, which no program writes: the earliest of all goes on.
    const among = ready.length ? ready : [...left];
    const earliest = among.flatMap((id) => entries.get(id) ?? []).reduce((first, other) => (before(other, first) ? other : first));
    const { id } = earliest;
    tape.push({ ...earliest, seq: tape.length + 1 });
    left.delete(id);
    ready = ready.filter((other) => other !== id);
    for (const follower of next.get(id) ?? []) {
      const waits = (waitsFor.get(follower) ?? 1) - 1;
      waitsFor.set(follower, waits);
      if (waits === 0 && left.has(follower)) ready.push(follower);
    }
  }
  const ids = (list: readonly TapeEntry[]): Set<string> => new Set(list.map(({ id }) => id));
  const [idsHere, idsThere] = [ids(here), ids(there)];
  return {
    tape,
    onlyHere: here.filter(({ id }) => !idsThere.has(id)).length,
    onlyThere: there.filter(({ id }) => !idsHere.has(id)).length,
  };
}
