import { dayOf } from '../line';
import type { EntryOf, TapeEntry } from './tape-entry';

export interface TapeLine {
  readonly entry: TapeEntry;
  /** The strike in force against it, if any. */
  readonly struckBy?: EntryOf<'strike'>;
}

/** What was worked out of a tape, by the tape: it is never changed, and is asked for many times while it stands. */
const linesOf = new WeakMap<readonly TapeEntry[], TapeLine[]>();
const stoodOf = new WeakMap<readonly TapeEntry[], TapeEntry[]>();
const kindsOf = new WeakMap<readonly TapeEntry[], Map<TapeEntry['kind'], TapeEntry[]>>();

/**
 * The tape in order, each entry with the strike that holds against it. A strike may itself be struck, which
 * brings the entry back; strikes are read from the newest to the oldest, so that the last word counts.
 */
export function tapeLines(tape: readonly TapeEntry[]): TapeLine[] {
  const known = linesOf.get(tape);
  if (known) return known;
  const ordered = [...tape].sort((a, b) => a.seq - b.seq);
  const strikes = new Map<string, EntryOf<'strike'>>();
  for (const entry of [...ordered].reverse()) if (entry.kind === 'strike' && !strikes.has(entry.id)) strikes.set(entry.entry, entry);
  const lines = ordered.map((entry): TapeLine => {
    const struckBy = strikes.get(entry.id);
    return struckBy ? { entry, struckBy } : { entry };
  });
  linesOf.set(tape, lines);
  return lines;
}

/** What was told afterwards, put behind what was done up to its day, so that what came before a repair stays before it. */
function inOrderDone(entries: TapeEntry[]): TapeEntry[] {
  if (!entries.some(({ done }) => done)) return entries;
  const day = ({ done, at }: TapeEntry): string => done ?? dayOf(new Date(at));
  const ordered: TapeEntry[] = [];
  for (const entry of entries) {
    const behind = entry.done ? ordered.findLastIndex((other) => day(other) <= day(entry)) + 1 : ordered.length;
    ordered.splice(behind, 0, entry);
  }
  return ordered.map((entry, i) => (entry.seq === i + 1 ? entry : { ...entry, seq: i + 1 }));
}

/**
 * What stands: the entries in the order in which they were done, numbered anew where one was told afterwards; without those struck and
 * without the strikes.
 */
export function standing(tape: readonly TapeEntry[]): TapeEntry[] {
  const known = stoodOf.get(tape);
  if (known) return known;
  const stood = inOrderDone(tapeLines(tape).flatMap(({ entry, struckBy }) => (struckBy || entry.kind === 'strike' ? [] : [entry])));
  stoodOf.set(tape, stood);
  // What stands, stands.
  stoodOf.set(stood, stood);
  return stood;
}

/** Every strike that holds against an entry: two benches may each have struck it. */
export const strikesOf = (tape: readonly TapeEntry[], id: string): EntryOf<'strike'>[] =>
  tapeLines(tape).flatMap(({ entry, struckBy }) => (entry.kind === 'strike' && entry.entry === id && !struckBy ? [entry] : []));

/** Entries of one kind among those given, in order. */
export function ofKind<K extends TapeEntry['kind']>(tape: readonly TapeEntry[], kind: K): EntryOf<K>[] {
  let kinds = kindsOf.get(tape);
  if (!kinds) {
    kinds = new Map();
    for (const entry of tape) {
      const list = kinds.get(entry.kind);
      if (list) list.push(entry);
      else kinds.set(entry.kind, [entry]);
    }
    kindsOf.set(tape, kinds);
  }
  return (kinds.get(kind)?.slice() ?? []) as EntryOf<K>[];
}
