import { inject, Injectable } from '@angular/core';
import type { Card } from '@amber-relay/core/card';
import { formatVersion, recordKinds, steps, upRecord } from '@amber-relay/core/format';
import type { ShopsLastJoined } from '@amber-relay/core/archive';
import type { Attachment, Customer, Job, JobSummary, RadioSet, ShopSettings, StockItem } from '@amber-relay/core/job';
import type { Order, Supplier } from '@amber-relay/core/orders';
import type { Lesson, Practice } from '@amber-relay/core/practice';
import type { TapeEntry } from '@amber-relay/core/tape';
import type { Instrument } from '@amber-relay/core/measure';
import type { Sheet, SheetFile, SheetPlaces } from '@amber-relay/core/sheets';
import Dexie, { type EntityTable, type Table, type Transaction } from 'dexie';
import { recordChanges, type Change } from './recorded-changes';
import { WriteGate } from './write-gate';
import { DATABASE_NAME } from './database-name';

/** A job with what lists show of it; the summary is worked out again in the same transaction as every entry. */
export type JobRow = Job & { readonly summary: JobSummary };
/** Bytes of an attachment, in a table of their own so that lists never load them. */
export interface BlobRow {
  readonly id: string;
  readonly bytes: Uint8Array;
}
/** Bytes of a sheet file. A Blob, so that a large manual stays on the disk and is read in pieces. */
export interface SheetBlobRow {
  readonly id: string;
  readonly blob: Blob;
}

/** How many transactions this shop has committed, since when it is, under an id of its own: by it a copy is held against the store. */
export interface WriteMark {
  readonly id: 'last';
  readonly shop: string;
  readonly n: number;
  readonly at: string;
}

/** What another bench brought when it was joined last, under its id; only of this bench, and in no archive. */
export interface JoinedRow extends ShopsLastJoined {
  readonly id: string;
  readonly at: string;
}

/** Tables that came with a version of the format. Shipped ones are never edited. */
const newTables: Readonly<Record<number, Readonly<Record<string, string>>>> = {
  6: { suppliers: 'id', orders: 'id, &number', jobs: 'id, &number, setId, customerId, summary.inHand' },
  7: { joins: 'id' },
  10: { practice: 'id', lessons: 'id' },
};

/** The version of its tables: that of the format, by whose steps its rows are brought up. */
export const storeVersion = formatVersion;

/** The browser's own store: the one source of truth for all that must last. Shipped versions are never edited. */
@Injectable({ providedIn: 'root' })
export class BenchDatabase extends Dexie {
  declare settings: EntityTable<ShopSettings, 'id'>;
  declare customers: EntityTable<Customer, 'id'>;
  declare sets: EntityTable<RadioSet, 'id'>;
  declare jobs: EntityTable<JobRow, 'id'>;
  declare tape: EntityTable<TapeEntry, 'id'>;
  declare cards: EntityTable<Card, 'id'>;
  declare sheetFiles: EntityTable<SheetFile, 'id'>;
  declare sheetBlobs: EntityTable<SheetBlobRow, 'id'>;
  declare sheets: EntityTable<Sheet, 'id'>;
  declare places: EntityTable<SheetPlaces, 'id'>;
  declare attachments: EntityTable<Attachment, 'id'>;
  declare blobs: EntityTable<BlobRow, 'id'>;
  declare stock: EntityTable<StockItem, 'id'>;
  declare instruments: EntityTable<Instrument, 'id'>;
  declare suppliers: EntityTable<Supplier, 'id'>;
  declare orders: EntityTable<Order, 'id'>;
  declare practice: EntityTable<Practice, 'id'>;
  declare lessons: EntityTable<Lesson, 'id'>;
  declare writes: EntityTable<WriteMark, 'id'>;
  declare joins: EntityTable<JoinedRow, 'id'>;
  private readonly gate = inject(WriteGate);
  private readonly changes = recordChanges(this);

  constructor() {
    // Strict durability: an entry shown as kept has reached the disk.
    super(inject(DATABASE_NAME), { chromeTransactionDurability: 'strict', cache: 'disabled' });
    this.version(1).stores({
      settings: 'id',
      customers: 'id, name',
      sets: 'id, customerId, serial, [maker+model]',
      jobs: 'id, &number, setId, customerId',
      tape: 'id, [jobId+seq]',
      cards: 'id',
      sheets: 'id, cardId',
      attachments: 'id, jobId',
      blobs: 'id',
      stock: 'id, part',
      instruments: 'id',
    });
    this.version(2).stores({ sheetFiles: 'id, cardId', sheetBlobs: 'id', sheets: 'id, cardId, fileId', places: 'id, cardId' });
    this.version(3)
      .stores({ writes: 'id' })
      .upgrade((tx) => tx.table('writes').put(firstWrite()));
    // From here on the store goes up with the format: one step of it, one version.
    for (let version = 4; version <= storeVersion; version += 1)
      this.version(version)
        .stores(newTables[version] ?? {})
        .upgrade((tx) => bringUp(tx, version));
  }

  /** Reads several things as they stand at one moment, whatever is written meanwhile. Nothing but the store may be waited for in it. */
  atOneMoment<T>(act: () => Promise<T>): Promise<T> {
    // The store follows what is awaited only in a function that is async itself.
    return this.transaction('r', this.tables, async () => await act());
  }

  /** The id of this bench, by which what it takes from the stock is told from what others take. */
  async bench(): Promise<string> {
    const mark = await this.writes.get('last');
    if (mark) return mark.shop;
    const first = firstWrite();
    await this.writes.put(first);
    return first.shop;
  }

  /**
   * The one way in which anything is kept: one act, one transaction, counted. There is room for it, or it is refused before
   * the store is touched; when the promise is kept it is on the disk, and on its way to the second copy.
   *
   * @param bytes about how much is written; an entry of a tape needs no figure
   * @throws CoreError `no-room` or `not-kept` when it was refused: all of it, and the user has been told
   */
  async write<T>(tables: readonly Table[], act: () => Promise<T>, bytes = 0): Promise<T> {
    try {
      await this.gate.admit(bytes);
      const { kept, mark, changes } = await this.transaction('rw', [...new Set<Table>([...tables, this.writes])], async (tx) => {
        const result = await act();
        const before = (await this.writes.get('last')) ?? { ...firstWrite(), n: 0 };
        const next: WriteMark = { ...before, n: before.n + 1, at: new Date().toISOString() };
        await this.writes.put(next);
        return { kept: result, mark: next, changes: this.changes.of(tx) };
      });
      this.gate.committed.next({ mark, changes });
      return kept;
    } catch (error) {
      throw this.gate.refuse(error);
    }
  }
}

/** Brings the rows of every table to a version from the one before it. What a step leaves as it is, is not written again. */
async function bringUp(tx: Transaction, version: number): Promise<void> {
  const way = steps.slice(0, version - 1);
  for (const kind of recordKinds) {
    if (kind !== 'cards' && !way.at(-1)?.up?.[kind]) continue;
    await tx
      .table<object>(kind)
      .toCollection()
      .modify((row, ref) => {
        ref.value = upRecord(kind, row, version - 1, way) as object;
      });
  }
}

const firstWrite = (): WriteMark => ({ id: 'last', shop: crypto.randomUUID(), n: 1, at: new Date().toISOString() });

/** A transaction as it was committed. */
export interface Committed {
  readonly mark: WriteMark;
  readonly changes: readonly Change[];
}
