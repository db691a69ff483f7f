import { inject, Injectable, signal } from '@angular/core';
import type { CardArchive, JobArchiveWithFiles, SheetsWithFiles, ShopArchive } from '@amber-relay/core/archive';
import { attemptLater, CoreError } from '@amber-relay/core/errors';
import { proxy, wrap, type Remote } from 'comlink';
import type { ArchiveApi, Sent } from './archive.worker';
import { BenchDatabase } from './bench-database';
import { cleanSheets } from './clean-sheets';
import { ImportPlans, type ImportPlan } from './import-plans';
import { JobRepository } from './job-repository';
import { SheetRepository } from './sheet-repository';
import { ShopChanges } from './shop-changes';
import { newShopSettings } from './new-shop-settings';
import { tellingWhenMissing } from '../ui/worker-code';

/** A failure that can be shown: where, what, and how to mend it. */
export interface ImportFailure {
  readonly path: string;
  readonly message: string;
  readonly remedy: string;
}

/** An archive and the name it goes by. */
export interface PackedArchive {
  readonly name: string;
  readonly zip: Blob;
}

type Fault = Pick<CoreError, 'code' | 'path' | 'message' | 'remedy'>;
const stoppedByHand: Fault = { code: 'unreadable', path: 'the file', message: 'Stopped.', remedy: 'Nothing was changed.' };
const notFetched: Fault = {
  code: 'unreadable',
  path: 'the program',
  message: 'The part of it that reads and writes files could not be fetched.',
  remedy: 'Nothing was changed; load the page again.',
};

function packed(made: Sent<Blob>): Blob {
  if (made.ok) return made.value;
  const { code, path, message, remedy } = made.failure;
  throw new CoreError(code, path, message, remedy);
}

/** Packs and opens archives in a worker; an import is checked whole, told, and then done in one transaction. */
@Injectable({ providedIn: 'root' })
export class ArchiveService {
  private readonly db = inject(BenchDatabase);
  private readonly jobs = inject(JobRepository);
  private readonly changes = inject(ShopChanges);
  private readonly sheets = inject(SheetRepository);
  private readonly plans = inject(ImportPlans);
  private worker: Worker | undefined;
  private api: Remote<ArchiveApi> | undefined;
  /** What the worker is at, each to be given up when it is stopped. */
  private readonly asked = new Set<(failure: Fault) => void>();
  /** How far the worker is with an archive, in parts of a hundred; null when it is at none. */
  readonly percent = signal<number | null>(null);

  /** Asks the worker for something that may take long, telling how far it is. */
  private async ask<T>(of: (api: Remote<ArchiveApi>, tell: (percent: number) => void) => Promise<Sent<T>>): Promise<Sent<T>> {
    this.worker ??= tellingWhenMissing(new Worker(new URL('./archive.worker', import.meta.url), { type: 'module' }), () =>
      this.stop(notFetched),
    );
    this.api ??= wrap<ArchiveApi>(this.worker);
    let giveUp = (_failure: Fault): void => undefined;
    const stopped = new Promise<Sent<T>>((resolve) => {
      giveUp = (failure) => resolve({ ok: false, failure });
    });
    this.asked.add(giveUp);
    this.percent.set(0);
    try {
      return await Promise.race([
        of(
          this.api,
          proxy((percent: number) => this.percent.set(percent)),
        ),
        stopped,
      ]);
    } finally {
      this.percent.set(null);
      this.asked.delete(giveUp);
    }
  }

  /** Stops packing or checking an archive; nothing was changed by it. */
  stop(failure: Fault = stoppedByHand): void {
    this.worker?.terminate();
    this.worker = this.api = undefined;
    this.asked.forEach((giveUp) => giveUp(failure));
  }

  /** A job as a file; the sheets of its card come along unless they are left out. */
  async exportJob(jobId: string, withSheets = true): Promise<PackedArchive> {
    const archive = await clean(await this.db.atOneMoment(() => this.jobAsItStands(jobId, withSheets)));
    return {
      name: `job-${archive.job.number}.zip`,
      zip: packed(await this.ask((api, tell) => api.packJob(archive, new Date().toISOString(), tell))),
    };
  }

  /** A job as it would stand in its file, without the sheets of its card: what a case without names is made from. */
  jobToStrip(jobId: string): Promise<JobArchiveWithFiles> {
    return this.db.atOneMoment(() => this.jobAsItStands(jobId, false));
  }

  /** A case without names as a file; its number is that of the job it was made from. */
  async packCase(archive: JobArchiveWithFiles): Promise<PackedArchive> {
    const zip = packed(await this.ask((api, tell) => api.packJob(archive, new Date().toISOString(), tell)));
    return { name: `case-${archive.set.maker}-${archive.set.model}.zip`.toLowerCase().replace(/[^\w.-]+/g, '-'), zip };
  }

  private async jobAsItStands(jobId: string, withSheets: boolean): Promise<JobArchiveWithFiles> {
    const file = await this.jobs.file(jobId);
    if (!file) throw new Error(`There is no job ${jobId}.`);
    const { summary: _, ...booked } = file.row;
    // Money keeps the currency it was written in, wherever the file goes.
    const currency = booked.currency ?? (await this.db.settings.get('shop'))?.currency;
    const job = { ...booked, ...(currency ? { currency } : {}) };
    const attachments = await this.db.attachments.where('jobId').equals(jobId).toArray();
    const card = file.set.cardId ? await this.db.cards.get(file.set.cardId) : undefined;
    return {
      job,
      customer: file.customer,
      set: file.set,
      ...(card ? { card } : {}),
      tape: await this.jobs.tape(jobId),
      attachments,
      blobs: await this.blobs(attachments.map((a) => a.id)),
      ...(await this.sheets.part(card && withSheets ? [card.id] : [])),
    };
  }

  /** A card with its sheets, pins and index. */
  async exportCard(cardId: string): Promise<PackedArchive> {
    const archive = await clean(
      await this.db.atOneMoment(async (): Promise<CardArchive> => {
        const card = await this.db.cards.get(cardId);
        if (!card) throw new Error(`There is no card ${cardId}.`);
        return { cards: [card], ...(await this.sheets.part([cardId])) };
      }),
    );
    return {
      name: `card-${cardId}.zip`,
      zip: packed(await this.ask((api, tell) => api.packCards(archive, new Date().toISOString(), tell))),
    };
  }

  async exportShop(): Promise<PackedArchive> {
    const at = new Date();
    const archive = await clean(await this.db.atOneMoment(() => this.shopAsItStands()));
    const zip = packed(await this.ask((api, tell) => api.packShop(archive, at.toISOString(), tell)));
    return { name: `shop-${at.toISOString().slice(0, 10)}.zip`, zip };
  }

  /** All that the shop holds, to be called within one moment. */
  private async shopAsItStands(): Promise<ShopArchive> {
    const { db } = this;
    const attachments = await db.attachments.toArray();
    const cards = await db.cards.toArray();
    return {
      bench: (await db.writes.get('last'))?.shop,
      settings: (await db.settings.get('shop')) ?? newShopSettings,
      customers: await db.customers.toArray(),
      sets: await db.sets.toArray(),
      jobs: (await db.jobs.toArray()).map(({ summary: _, ...job }) => job),
      cards,
      stock: await db.stock.toArray(),
      instruments: await db.instruments.toArray(),
      suppliers: await db.suppliers.toArray(),
      orders: await db.orders.toArray(),
      practice: await db.practice.toArray(),
      lessons: await db.lessons.toArray(),
      attachments,
      tape: await db.tape.toArray(),
      blobs: await this.blobs(attachments.map((a) => a.id)),
      ...(await this.sheets.part(cards.map(({ id }) => id))),
    };
  }

  /** Notes that an archive of the shop has been handed over: only afterwards, so that the file is safe whatever becomes of the note. */
  noteHandedOver(): Promise<void> {
    return this.changes.noteArchived(new Date());
  }

  private async blobs(ids: readonly string[]): Promise<Record<string, Uint8Array>> {
    const rows = await this.db.blobs.bulkGet([...ids]);
    return Object.fromEntries(rows.flatMap((row) => (row ? [[row.id, row.bytes]] : [])));
  }

  /** Opens a file and says what importing it would change; nothing is written yet. */
  async plan(zip: Blob): Promise<ImportPlan | ImportFailure> {
    const opened = await this.ask((api, tell) => api.open(zip, tell));
    if (!opened.ok) return opened.failure;
    const { kind, archive } = opened.value;
    const { plans } = this;
    const plan = await attemptLater(async (): Promise<ImportPlan> => {
      if (kind === 'job') return withClean(archive, (part) => plans.job(part));
      if (kind === 'shop') return withClean(archive, (part) => plans.shop(part));
      return withClean(archive, (part) => plans.cards(part));
    });
    return plan.ok ? plan.value : plan.failure;
  }

  /** Opens an archive of cards beside the page. */
  async openCards(zip: Blob): Promise<CardArchive | undefined> {
    const opened = await this.ask((api, tell) => api.open(zip, tell));
    return opened.ok && opened.value.kind === 'cards' ? opened.value.archive : undefined;
  }
}

/** What goes out, its drawings cleaned: this waits for more than the store, and is done after it was read. */
const clean = async <T extends SheetsWithFiles>(archive: T): Promise<T> => (await cleanSheets(archive, 'empty')).part;

/** A plan for an archive whose drawings have been cleaned; it says so where something was left out. */
async function withClean<T extends SheetsWithFiles>(archive: T, plan: (clean: T) => Promise<ImportPlan>): Promise<ImportPlan> {
  const { part, leftOut } = await cleanSheets(archive);
  const made = await plan(part);
  return leftOut
    ? { ...made, says: [...made.says, `${leftOut} pieces of its drawings that could run or fetch something are left out.`] }
    : made;
}

export const isFailure = (plan: ImportPlan | ImportFailure): plan is ImportFailure => 'remedy' in plan;
