import { inject, Injectable } from '@angular/core';
import { noSheets, type SheetsWithFiles } from '@amber-relay/core/archive';
import { nothingSettled, type Settled, type Sheet, type SheetFile, type SheetPlaces } from '@amber-relay/core/sheets';
import type { Table } from 'dexie';
import type { Observable } from 'rxjs';
import { BenchDatabase } from './bench-database';
import { live } from './live';

const mime = { pdf: 'application/pdf', svg: 'image/svg+xml', png: 'image/png', jpeg: 'image/jpeg', webp: 'image/webp' } as const;

/** A sheet file that was taken away, whole, so that it can be put back. */
export interface TakenAway {
  readonly file: SheetFile;
  readonly blob: Blob | undefined;
  readonly sheets: readonly Sheet[];
  readonly places: readonly SheetPlaces[];
}

/** How many bytes the files of some sheets are. */
export const sizeOf = ({ sheetBlobs }: Pick<SheetsWithFiles, 'sheetBlobs'>): number =>
  Object.values(sheetBlobs).reduce((sum, { size }) => sum + size, 0);

/** The sheets of the cards: files, pages, and what stands where on them. */
@Injectable({ providedIn: 'root' })
export class SheetRepository {
  private readonly db = inject(BenchDatabase);
  readonly tables: readonly Table[] = [this.db.sheetFiles, this.db.sheetBlobs, this.db.sheets, this.db.places];

  /** Ids of the cards that have any sheet. */
  readonly cardsWithSheets$: Observable<string[]> = live(async () => (await this.db.sheets.orderBy('cardId').uniqueKeys()).map(String));

  files$(cardId: string): Observable<SheetFile[]> {
    return live(() => this.db.sheetFiles.where('cardId').equals(cardId).toArray());
  }

  sheets$(cardId: string): Observable<Sheet[]> {
    return live(() => this.sheets(cardId));
  }

  places$(cardId: string): Observable<SheetPlaces[]> {
    return live(() => this.places(cardId));
  }

  places(cardId: string): Promise<SheetPlaces[]> {
    return this.db.places.where('cardId').equals(cardId).toArray();
  }

  sheets(cardId: string): Promise<Sheet[]> {
    return this.db.sheets.where('cardId').equals(cardId).sortBy('order');
  }

  files(cardId: string): Promise<SheetFile[]> {
    return this.db.sheetFiles.where('cardId').equals(cardId).toArray();
  }

  async blob(fileId: string): Promise<Blob | undefined> {
    return (await this.db.sheetBlobs.get(fileId))?.blob;
  }

  /** Adds a file with its pages behind those that are there, at once or not at all. */
  async add(file: SheetFile, blob: Blob, pages: readonly Omit<Sheet, 'order'>[]): Promise<void> {
    await this.db.write(
      this.tables,
      async () => {
        const last = (await this.sheets(file.cardId)).at(-1)?.order ?? 0;
        await this.db.sheetFiles.add(file);
        await this.db.sheetBlobs.add({ id: file.id, blob });
        await this.db.sheets.bulkAdd(pages.map((page, i) => ({ ...page, order: last + i + 1 })));
      },
      blob.size,
    );
  }

  /** Takes a file away with its sheets and pins; what it returns can be put back. */
  async remove(fileId: string): Promise<TakenAway | undefined> {
    return this.db.write(this.tables, async () => {
      const file = await this.db.sheetFiles.get(fileId);
      if (!file) return undefined;
      const blob = await this.blob(fileId);
      const sheets = await this.db.sheets.where('fileId').equals(fileId).toArray();
      const ids = sheets.map((sheet) => sheet.id);
      const places = (await this.db.places.bulkGet(ids)).filter((p) => p !== undefined);
      await this.db.sheetFiles.delete(fileId);
      await this.db.sheetBlobs.delete(fileId);
      await this.db.sheets.bulkDelete(ids);
      await this.db.places.bulkDelete(ids);
      return { file, blob, sheets, places };
    });
  }

  async putBack({ file, blob, sheets, places }: TakenAway): Promise<void> {
    await this.db.write(
      this.tables,
      async () => {
        await this.db.sheetFiles.put(file);
        if (blob) await this.db.sheetBlobs.put({ id: file.id, blob });
        await this.db.sheets.bulkPut([...sheets]);
        await this.db.places.bulkPut([...places]);
      },
      blob?.size,
    );
  }

  async change(sheetId: string, change: Partial<Omit<Sheet, 'id'>>): Promise<void> {
    await this.db.write([this.db.sheets], () => this.db.sheets.update(sheetId, change));
  }

  /** Keeps what the text of some sheets held; pins made by hand stay as they are, and so does what one has said of a sheet meanwhile. */
  async keepRead(read: readonly { readonly was: Sheet; readonly sheet: Sheet; readonly found: SheetPlaces['found'] }[]): Promise<void> {
    await this.db.write([this.db.sheets, this.db.places], async () => {
      for (const { was, sheet, found } of read) {
        const { id, cardId } = sheet;
        const now = await this.db.sheets.get(id);
        if (!now) continue;
        const { title, kind, width, height, words, read: how } = sheet;
        const untouched = now.title === was.title && now.kind === was.kind;
        await this.db.sheets.update(id, { ...(untouched ? { title, kind } : {}), width, height, words, read: how });
        const old = await this.db.places.get(id);
        await this.db.places.put({ ...old, id, cardId, found, pinned: old?.pinned ?? [] });
      }
    });
  }

  /** Lets the text of a card's sheets be gone through anew; what was found before stays until then. */
  async forgetRead(cardId: string): Promise<void> {
    await this.db.write([this.db.sheets], () => this.db.sheets.where('cardId').equals(cardId).modify({ read: 'not-yet' }));
  }

  /** Changes the pins of one sheet in one transaction. */
  async changePins(sheet: Pick<Sheet, 'id' | 'cardId'>, change: (pinned: SheetPlaces['pinned']) => SheetPlaces['pinned']): Promise<void> {
    await this.db.write([this.db.places], async () => {
      const old = await this.db.places.get(sheet.id);
      await this.db.places.put({ ...old, id: sheet.id, cardId: sheet.cardId, found: old?.found ?? [], pinned: change(old?.pinned ?? []) });
    });
  }

  /** Changes what was settled of the lines of one sheet, in one transaction; gives what was before. */
  async settle(sheet: Pick<Sheet, 'id' | 'cardId'>, change: (settled: Settled) => Settled): Promise<Settled> {
    return this.db.write([this.db.places], async () => {
      const old = await this.db.places.get(sheet.id);
      const before = old?.settled ?? nothingSettled;
      await this.db.places.put({ found: [], pinned: [], ...old, id: sheet.id, cardId: sheet.cardId, settled: change(before) });
      return before;
    });
  }

  /** All sheets of some cards with their files, for an archive. */
  async part(cardIds: readonly string[]): Promise<SheetsWithFiles> {
    if (!cardIds.length) return noSheets;
    const { db } = this;
    const sheetFiles = await db.sheetFiles.where('cardId').anyOf(cardIds).toArray();
    const blobs = await this.db.sheetBlobs.bulkGet(sheetFiles.map((file) => file.id));
    return {
      sheetFiles,
      sheets: await db.sheets.where('cardId').anyOf(cardIds).toArray(),
      places: await db.places.where('cardId').anyOf(cardIds).toArray(),
      sheetBlobs: Object.fromEntries(blobs.flatMap((row) => (row ? [[row.id, row.blob]] : []))),
    };
  }

  /** Puts the sheets of an archive in; to be called within a transaction over `tables`, or by `takeFor`. */
  async take({ sheetFiles, sheets, places, sheetBlobs }: SheetsWithFiles): Promise<void> {
    await this.db.sheetFiles.bulkPut(sheetFiles);
    await this.db.sheetBlobs.bulkPut(
      sheetFiles.map(({ id, name, type }) => {
        const content = sheetBlobs[id];
        if (!(content instanceof Blob)) throw new Error(`The sheets "${name}" came without their file.`);
        return { id, blob: new Blob([content], { type: mime[type] }) };
      }),
    );
    await this.db.sheets.bulkPut(sheets);
    await this.db.places.bulkPut(places);
  }

  takeFor(part: SheetsWithFiles): Promise<void> {
    return this.db.write(this.tables, () => this.take(part), sizeOf(part));
  }
}
