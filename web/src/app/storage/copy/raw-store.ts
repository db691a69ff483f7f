import { ownTables } from '../own-tables';
import type { CopyRow } from '@amber-relay/core/copy';

/** The browser's store as a worker reads and writes it, past the program's own code, for copies of all of it. */
const done = <T>(request: IDBRequest<T>): Promise<T> =>
  new Promise((resolve, reject) => {
    request.onsuccess = () => resolve(request.result);
    request.onerror = () => reject(request.error ?? new Error('The store did not answer.'));
  });

/** Opens a store that is there already; undefined where it is not. */
export async function openRaw(name: string): Promise<IDBDatabase | undefined> {
  const request = indexedDB.open(name);
  let fresh = false;
  request.onupgradeneeded = () => {
    fresh = true;
    request.transaction?.abort();
  };
  const db = await done(request).catch((error: unknown) => {
    if (fresh) return undefined;
    throw error;
  });
  if (db) db.onversionchange = () => db.close();
  return db;
}

export interface RawMark {
  readonly shop: string;
  readonly n: number;
  readonly at: string;
}
export const markOf = async (db: IDBDatabase): Promise<RawMark | undefined> =>
  db.objectStoreNames.contains('writes')
    ? ((await done(db.transaction('writes').objectStore('writes').get('last'))) as RawMark | undefined)
    : undefined;

/** Its mark, and how many entries of tapes stand in it at that same moment. */
export async function standingOf(db: IDBDatabase): Promise<{ readonly mark: RawMark; readonly entries: number } | undefined> {
  if (!db.objectStoreNames.contains('writes')) return undefined;
  const tx = db.transaction(['writes', 'tape']);
  const asked = [done(tx.objectStore('writes').get('last')), done(tx.objectStore('tape').count())] as const;
  const [mark, entries] = await Promise.all(asked);
  return mark && { mark: mark as RawMark, entries };
}

/** Rows read at a time: bytes one by one, so that no more than one large file is in memory. */
const batch = (table: string): number => (table === 'blobs' || table === 'sheetBlobs' ? 1 : 1000);

/** All rows of all tables, some at a time. */
export async function* rowsOf(db: IDBDatabase): AsyncGenerator<readonly [table: string, rows: readonly CopyRow[]]> {
  for (const table of db.objectStoreNames) {
    if (ownTables.has(table)) continue;
    let last: string | undefined;
    for (;;) {
      const range = last === undefined ? null : IDBKeyRange.lowerBound(last, true);
      const rows = (await done(db.transaction(table).objectStore(table).getAll(range, batch(table)))) as CopyRow[];
      if (!rows.length) break;
      yield [table, rows];
      last = rows.at(-1)?.id;
    }
  }
}

/** Replaces all that the store holds, in one transaction. */
export function fillRaw(db: IDBDatabase, tables: ReadonlyMap<string, readonly Record<string, unknown>[]>, mark: RawMark): Promise<void> {
  return new Promise((resolve, reject) => {
    const names = [...db.objectStoreNames];
    const tx = db.transaction(names, 'readwrite', { durability: 'strict' });
    tx.oncomplete = () => resolve();
    tx.onabort = () => reject(tx.error ?? new Error('The store did not take it.'));
    for (const name of names) tx.objectStore(name).clear();
    for (const [name, rows] of tables) if (names.includes(name)) for (const row of rows) tx.objectStore(name).put(row);
    tx.objectStore('writes').put({ id: 'last', ...mark });
  });
}
