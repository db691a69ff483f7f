import { isRecord, recordKinds, upRecord, versionOf, type RecordKind } from '../format';
import type { CopyLine, CopyRow } from './copy-lines';

/** What a second copy holds, put together from its newest whole snapshot and the writes after it. */
export interface Replayed {
  /** The last write that is in it; 0 when nothing is. */
  readonly n: number;
  /** When that write was made. */
  readonly at: string;
  readonly tables: ReadonlyMap<string, ReadonlyMap<string, CopyRow>>;
  /** Writes between the snapshot and the last one that are not there. */
  readonly missing: number;
}

/** Copies that do not say their version were written before they did. */
const versionBefore = 4;
/** Rows of a table brought up to this version. */
function broughtUp(table: string, rows: readonly CopyRow[], line: { readonly version?: number }): readonly CopyRow[] {
  const from = versionOf({ version: line.version ?? versionBefore }, 'the copy');
  const kind = recordKinds.find((name): name is RecordKind => name === table);
  return kind ? rows.map((row) => upRecord(kind, row, from)).filter((row): row is CopyRow => isRecord(row)) : rows;
}

/** Whether a snapshot was written to its end, with as many rows as it says. */
export function isWhole(snapshot: readonly CopyLine[]): boolean {
  const [first] = snapshot;
  const last = snapshot.at(-1);
  if (first?.is !== 'snapshot' || last?.is !== 'end') return false;
  const found: Record<string, number> = {};
  for (const line of snapshot) if (line.is === 'rows') found[line.table] = (found[line.table] ?? 0) + line.rows.length;
  return Object.entries(last.counts).every(([table, count]) => (found[table] ?? 0) === count);
}

/** The numbers of writes after `from`: the last of them, and how many between are missing. */
export function reach(from: number, log: readonly CopyLine[]): { readonly n: number; readonly at: string; readonly missing: number } {
  const later = new Map(log.flatMap((line) => (line.is === 'write' && line.n > from ? [[line.n, line.at] as const] : [])));
  const n = Math.max(from, ...later.keys());
  return { n, at: later.get(n) ?? '', missing: n - from - later.size };
}

/**
 * Puts a copy together. Two tabs write to the log side by side, so that its lines may stand out of order and a write that
 * the snapshot holds already may come again: writes are taken in the order of their numbers, and only those after it.
 *
 * @param snapshot lines of a whole snapshot, or none where there is none yet
 * @throws CoreError `newer-version` for a copy that a later program wrote
 */
export function replay(snapshot: readonly CopyLine[], log: readonly CopyLine[]): Replayed {
  const tables = new Map<string, Map<string, CopyRow>>();
  const rowsOf = (table: string): Map<string, CopyRow> => {
    const rows = tables.get(table) ?? new Map<string, CopyRow>();
    tables.set(table, rows);
    return rows;
  };
  const head = snapshot[0]?.is === 'snapshot' ? snapshot[0] : undefined;
  for (const line of snapshot)
    if (line.is === 'rows') for (const row of broughtUp(line.table, line.rows, head ?? {})) rowsOf(line.table).set(row.id, row);
  const from = head?.n ?? 0;
  const writes = log.filter((line) => line.is === 'write').filter(({ n }) => n > from);
  for (const { changes, ...line } of writes.sort((a, b) => a.n - b.n))
    for (const change of changes) {
      const rows = rowsOf(change.table);
      if (change.act === 'clear') rows.clear();
      else if (change.act === 'delete') change.ids.forEach((id) => rows.delete(id));
      else broughtUp(change.table, change.rows, line).forEach((row) => rows.set(row.id, row));
    }
  const { n, at, missing } = reach(from, log);
  return { n, at: at || (head?.at ?? ''), tables, missing };
}
