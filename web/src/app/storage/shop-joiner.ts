import { inject, Injectable } from '@angular/core';
import { joinShops, recordsOf, type JoinedShop, type JoinSide, type ShopArchive } from '@amber-relay/core/archive';
import type { LaidCard } from '@amber-relay/core/card';
import { summarise } from '@amber-relay/core/job';
import type { TapeEntry } from '@amber-relay/core/tape';
import type { Table } from 'dexie';
import { BenchDatabase, type JobRow } from './bench-database';
import { JobRepository } from './job-repository';
import { laidFor } from './laid-for';
import { newShopSettings } from './new-shop-settings';
import { SheetRepository, sizeOf } from './sheet-repository';

/** Joins the shop of another bench with the one here: what would change, and the one transaction that does it. */
@Injectable({ providedIn: 'root' })
export class ShopJoiner {
  private readonly db = inject(BenchDatabase);
  private readonly jobs = inject(JobRepository);
  private readonly sheets = inject(SheetRepository);

  /** What joining would do, told before it is done. */
  async joined(archive: ShopArchive, answers: Readonly<Record<string, JoinSide>> = {}): Promise<JoinedShop> {
    return this.db.atOneMoment(() => this.join(archive, answers));
  }

  /** Joins it, whole or not at all; the other bench is remembered, so that the next time only what is new is asked about. */
  async take(archive: ShopArchive, answers: Readonly<Record<string, JoinSide>>, at: Date): Promise<void> {
    const { db } = this;
    const bytes = Object.values(archive.blobs).reduce((sum, { length }) => sum + length, 0) + sizeOf(archive);
    await db.write(
      db.tables.filter(({ name }) => name !== 'writes'),
      async () => {
        const here = await this.here();
        const { shop } = joinShops(here, archive, await this.lastWith(archive), answers);
        await db.settings.put(shop.settings);
        await this.keep(db.customers, here.customers, shop.customers);
        await this.keep(db.sets, here.sets, shop.sets);
        await this.keep(db.cards, here.cards, shop.cards);
        await this.keep(db.stock, here.stock, shop.stock);
        await this.keep(db.instruments, here.instruments, shop.instruments);
        await this.keep(db.suppliers, here.suppliers, shop.suppliers);
        await this.keep(db.orders, here.orders, shop.orders);
        await this.keep(db.practice, here.practice, shop.practice);
        await this.keep(db.lessons, here.lessons, shop.lessons);
        await this.keep(db.attachments, here.attachments, shop.attachments);
        const pictures = new Set(here.attachments.map(({ id }) => id));
        await db.blobs.bulkPut(
          Object.entries(archive.blobs).flatMap(([id, content]) => (pictures.has(id) ? [] : [{ id, bytes: content }])),
        );
        await this.keepTapes(here, shop);
        const files = new Set(here.sheetFiles.map(({ id }) => id));
        await this.sheets.take({
          sheetFiles: archive.sheetFiles.filter(({ id }) => !files.has(id)),
          sheetBlobs: archive.sheetBlobs,
          sheets: changedIn(here.sheets, shop.sheets),
          places: changedIn(here.places, shop.places),
        });
        if (archive.bench !== undefined)
          await db.joins.put({ id: archive.bench, at: at.toISOString(), file: recordsOf(archive), here: recordsOf(shop) });
      },
      bytes,
    );
    this.jobs.forgetCards();
  }

  private async join(archive: ShopArchive, answers: Readonly<Record<string, JoinSide>>): Promise<JoinedShop> {
    return joinShops(await this.here(), archive, await this.lastWith(archive), answers);
  }

  private async lastWith({ bench }: ShopArchive): Promise<Parameters<typeof joinShops>[2]> {
    return bench === undefined ? undefined : this.db.joins.get(bench);
  }

  /** The shop as it stands, without its files: those that are here stay. */
  private async here(): Promise<ShopArchive> {
    const { db } = this;
    const bench = (await db.writes.get('last'))?.shop;
    return {
      ...(bench === undefined ? {} : { bench }),
      settings: (await db.settings.get('shop')) ?? newShopSettings,
      customers: await db.customers.toArray(),
      sets: await db.sets.toArray(),
      jobs: (await db.jobs.toArray()).map(({ summary: _, ...job }) => job),
      cards: await db.cards.toArray(),
      stock: await db.stock.toArray(),
      instruments: await db.instruments.toArray(),
      suppliers: await db.suppliers.toArray(),
      orders: await db.orders.toArray(),
      practice: await db.practice.toArray(),
      lessons: await db.lessons.toArray(),
      attachments: await db.attachments.toArray(),
      sheetFiles: await db.sheetFiles.toArray(),
      sheets: await db.sheets.toArray(),
      places: await db.places.toArray(),
      tape: await db.tape.toArray(),
      blobs: {},
      sheetBlobs: {},
    };
  }

  /** Writes what is another now, and takes away what is no longer there. */
  private async keep<T extends { readonly id: string }>(table: unknown, was: readonly T[], now: readonly T[]): Promise<void> {
    const rows = table as Table<T, string>;
    const ids = new Set(now.map(({ id }) => id));
    await rows.bulkDelete(was.flatMap(({ id }) => (ids.has(id) ? [] : [id])));
    const known = new Set(was.map(({ id }) => id));
    // Those that are here first: a number that one of them gives up may be that of one that comes.
    const changed = changedIn(was, now);
    await rows.bulkPut([...changed.filter(({ id }) => known.has(id)), ...changed.filter(({ id }) => !known.has(id))]);
  }

  /** Tapes and jobs, with the summaries of those that changed in any way. */
  private async keepTapes(here: ShopArchive, shop: ShopArchive): Promise<void> {
    const { db } = this;
    const entries = changedIn(here.tape, shop.tape);
    await db.tape.bulkPut(entries);
    const [jobs, sets] = [
      new Set([...changedIn(here.jobs, shop.jobs).map(({ id }) => id), ...entries.map(({ jobId }) => jobId)]),
      new Set(changedIn(here.sets, shop.sets).map(({ id }) => id)),
    ];
    const tapes = new Map<string, TapeEntry[]>();
    for (const entry of shop.tape) tapes.set(entry.jobId, [...(tapes.get(entry.jobId) ?? []), entry]);
    const setOf = new Map(shop.sets.map((set) => [set.id, set]));
    const cardOf = new Map(shop.cards.map((card) => [card.id, card]));
    const laid = (setId: string): LaidCard | undefined => {
      const set = setOf.get(setId);
      return set && laidFor(set, cardOf.get(set.cardId ?? ''));
    };
    const rows = shop.jobs
      .filter(({ id, setId }) => jobs.has(id) || sets.has(setId))
      .map((job): JobRow => ({ ...job, summary: summarise(job, tapes.get(job.id) ?? [], laid(job.setId)) }));
    const known = new Set(here.jobs.map(({ id }) => id));
    await db.jobs.bulkPut([...rows.filter(({ id }) => known.has(id)), ...rows.filter(({ id }) => !known.has(id))]);
  }
}

/** The records of a table that are not the very ones that were there. */
function changedIn<T extends { readonly id: string }>(was: readonly T[], now: readonly T[]): T[] {
  const known = new Set<T>(was);
  return now.filter((row) => !known.has(row));
}
