import { inject, Injectable, signal } from '@angular/core';
import type { CardArchive, JobArchiveWithFiles, ShopArchive } from '@amber-relay/core/archive';
import { layCard } from '@amber-relay/core/card';
import { attempt, CoreError } from '@amber-relay/core/errors';
import { newShopSettings, summarise, type TapeEntry } from '@amber-relay/core/job';
import { proxy, wrap, type Remote } from 'comlink';
import type { ArchiveApi, Sent } from './archive.worker';
import { BenchDatabase, type JobRow } from './bench-database';
import { JobRepository } from './job-repository';
import { SheetRepository } from './sheet-repository';
import { ShopChanges } from './shop-changes';

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

const stoppedByHand = { code: 'unreadable', path: 'the file', message: 'Stopped.', remedy: 'Nothing was changed.' } as const;

function packed(made: Sent<Blob>): Blob {
  if (made.ok) return made.value;
  const { code, path, message, remedy } = made.failure;
  throw new CoreError(code, path, message, remedy);
}

/** What an import would change, told before it is done. */
export interface ImportPlan {
  readonly kind: 'job' | 'shop' | 'cards';
  readonly says: readonly string[];
  readonly carryOut: () => Promise<string | null>;
}

/** Packs and opens archives in a worker; an import is checked whole, told, and then done in one transaction. */
@Injectable({ providedIn: 'root' })
export class ArchiveService {
  private readonly db = inject(BenchDatabase);
  private readonly jobs = inject(JobRepository);
  private readonly changes = inject(ShopChanges);
  private readonly sheets = inject(SheetRepository);
  private worker: Worker | undefined;
  private api: Remote<ArchiveApi> | undefined;
  /** What the worker is at, each to be given up when it is stopped. */
  private readonly asked = new Set<() => void>();
  /** How far the worker is with an archive, in parts of a hundred; null when it is at none. */
  readonly percent = signal<number | null>(null);

  /** Asks the worker for something that may take long, telling how far it is. */
  private async ask<T>(of: (api: Remote<ArchiveApi>, tell: (percent: number) => void) => Promise<Sent<T>>): Promise<Sent<T>> {
    this.worker ??= new Worker(new URL('./archive.worker', import.meta.url), { type: 'module' });
    this.api ??= wrap<ArchiveApi>(this.worker);
    let giveUp = (): void => undefined;
    const stopped = new Promise<Sent<T>>((resolve) => {
      giveUp = () => resolve({ ok: false, failure: stoppedByHand });
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
  stop(): void {
    this.worker?.terminate();
    this.worker = this.api = undefined;
    this.asked.forEach((giveUp) => giveUp());
  }

  /** A job as a file; the sheets of its card come along unless they are left out. */
  async exportJob(jobId: string, withSheets = true): Promise<PackedArchive> {
    const file = await this.jobs.file(jobId);
    if (!file) throw new Error(`There is no job ${jobId}.`);
    const { summary: _, ...job } = file.row;
    const attachments = await this.db.attachments.where('jobId').equals(jobId).toArray();
    const card = file.set.cardId ? await this.db.cards.get(file.set.cardId) : undefined;
    const archive: JobArchiveWithFiles = {
      job,
      customer: file.customer,
      set: file.set,
      ...(card ? { card } : {}),
      tape: await this.jobs.tape(jobId),
      attachments,
      blobs: await this.blobs(attachments.map((a) => a.id)),
      ...(await this.sheets.part(card && withSheets ? [card.id] : [])),
    };
    return {
      name: `job-${job.number}.zip`,
      zip: packed(await this.ask((api, tell) => api.packJob(archive, new Date().toISOString(), tell))),
    };
  }

  /** A card with its sheets, pins and index. */
  async exportCard(cardId: string): Promise<PackedArchive> {
    const card = await this.db.cards.get(cardId);
    if (!card) throw new Error(`There is no card ${cardId}.`);
    const archive: CardArchive = { cards: [card], ...(await this.sheets.part([cardId])) };
    return {
      name: `card-${cardId}.zip`,
      zip: packed(await this.ask((api, tell) => api.packCards(archive, new Date().toISOString(), tell))),
    };
  }

  async exportShop(): Promise<PackedArchive> {
    const { db } = this;
    const attachments = await db.attachments.toArray();
    const at = new Date();
    const archive: ShopArchive = {
      settings: (await db.settings.get('shop')) ?? newShopSettings,
      customers: await db.customers.toArray(),
      sets: await db.sets.toArray(),
      jobs: (await db.jobs.toArray()).map(({ summary: _, ...job }) => job),
      cards: await db.cards.toArray(),
      stock: await db.stock.toArray(),
      instruments: await db.instruments.toArray(),
      attachments,
      tape: await db.tape.toArray(),
      blobs: await this.blobs(attachments.map((a) => a.id)),
      ...(await this.sheets.part((await db.cards.toArray()).map((c) => c.id))),
    };
    const zip = packed(await this.ask((api, tell) => api.packShop(archive, at.toISOString(), tell)));
    await this.changes.noteArchived(at);
    return { name: `shop-${at.toISOString().slice(0, 10)}.zip`, zip };
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
    return kind === 'job' ? this.planJob(archive) : kind === 'shop' ? this.planShop(archive) : this.planCards(archive);
  }

  private async planCards(archive: CardArchive): Promise<ImportPlan> {
    const known = await this.db.cards.bulkGet(archive.cards.map((card) => card.id));
    return {
      kind: 'cards',
      says: archive.cards.map((card, i) => {
        const own = archive.sheets.filter((sheet) => sheet.cardId === card.id).length;
        return `The card ${card.chassis} ${known[i] ? 'is here already and is replaced by the file’s' : 'is added'}, with ${own} sheets.`;
      }),
      carryOut: async () => {
        await this.importCards(archive);
        return null;
      },
    };
  }

  /** Opens an archive of cards beside the page. */
  async openCards(zip: Blob): Promise<CardArchive | undefined> {
    const opened = await this.ask((api, tell) => api.open(zip, tell));
    return opened.ok && opened.value.kind === 'cards' ? opened.value.archive : undefined;
  }

  /** Takes cards with their sheets in, in one transaction. */
  async importCards(archive: CardArchive): Promise<void> {
    const { db } = this;
    await db.transaction('rw', [db.cards, ...this.sheets.tables], async () => {
      await db.cards.bulkPut([...archive.cards]);
      await this.sheets.take(archive);
    });
    this.jobs.forgetCards();
  }

  private async planJob(archive: JobArchiveWithFiles): Promise<ImportPlan> {
    const [known, set, customer, card, sameNumber] = await Promise.all([
      this.db.jobs.get(archive.job.id),
      this.db.sets.get(archive.set.id),
      this.db.customers.get(archive.customer.id),
      archive.card ? this.db.cards.get(archive.card.id) : undefined,
      this.db.jobs.where('number').equals(archive.job.number).first(),
    ]);
    const clash = sameNumber && sameNumber.id !== archive.job.id;
    return {
      kind: 'job',
      says: [
        known
          ? `Job ${archive.job.number} is here already: its record is replaced by the file's, ${archive.tape.length} entries.`
          : `Job ${archive.job.number} is added, with ${archive.tape.length} entries and ${archive.attachments.length} pictures.`,
        ...(clash ? [`Number ${archive.job.number} is taken by another job here: this one gets the next free number.`] : []),
        `${archive.set.maker} ${archive.set.model} of ${archive.customer.name}: ${set ? 'the set is known' : 'the set is added'}, ${customer ? 'the owner is known' : 'the owner is added'}.`,
        ...(archive.card && !card ? [`The card ${archive.card.chassis} is added.`] : []),
        ...(archive.sheets.length ? [`${archive.sheets.length} sheets of the card come in.`] : []),
      ],
      carryOut: () => this.importJob(archive),
    };
  }

  private async importJob(archive: JobArchiveWithFiles): Promise<string> {
    const { job, customer, set, card, tape, attachments, blobs } = archive;
    const { db } = this;
    const base = (set.cardId ? await db.cards.get(set.cardId) : undefined) ?? card;
    const outcome = base && set.modelId ? attempt(() => layCard(base, set.modelId ?? '', set.modifications)) : undefined;
    await db.transaction(
      'rw',
      [db.customers, db.sets, db.jobs, db.cards, db.tape, db.attachments, db.blobs, ...this.sheets.tables],
      async () => {
        const taken = await db.jobs.where('number').equals(job.number).first();
        const last = await db.jobs.orderBy('number').last();
        const number = taken && taken.id !== job.id ? (last?.number ?? 0) + 1 : job.number;
        await db.customers.put(customer);
        await db.sets.put(set);
        if (card && !(await db.cards.get(card.id))) await db.cards.put(card);
        await db.tape.where('[jobId+seq]').between([job.id, 0], [job.id, Infinity]).delete();
        await db.jobs.put({ ...job, number, summary: summarise(job, tape, outcome?.ok ? outcome.value : undefined) });
        await db.tape.bulkPut(tape);
        await db.attachments.bulkPut(attachments);
        await db.blobs.bulkPut(Object.entries(blobs).map(([id, bytes]) => ({ id, bytes })));
        await this.sheets.take(archive);
      },
    );
    this.jobs.forgetCards();
    return job.id;
  }

  private async planShop(archive: ShopArchive): Promise<ImportPlan> {
    const here = await this.db.jobs.count();
    return {
      kind: 'shop',
      says: [
        here ? `All that is here now (${here} jobs) is replaced. Make an archive of it first.` : 'The shop here is empty.',
        `${archive.jobs.length} jobs, ${archive.tape.length} entries, ${archive.customers.length} owners and ${archive.cards.length} cards come in.`,
      ],
      carryOut: async () => {
        await this.importShop(archive);
        return null;
      },
    };
  }

  /** Replaces the whole shop in one transaction. */
  async importShop(archive: ShopArchive): Promise<void> {
    const { db } = this;
    const tapeOf = new Map<string, TapeEntry[]>();
    for (const entry of archive.tape) {
      const list = tapeOf.get(entry.jobId);
      if (list) list.push(entry);
      else tapeOf.set(entry.jobId, [entry]);
    }
    const setOf = new Map(archive.sets.map((s) => [s.id, s]));
    const laid = new Map<string, ReturnType<typeof layCard> | undefined>();
    const cardFor = (setId: string): ReturnType<typeof layCard> | undefined => {
      const set = setOf.get(setId);
      const card = archive.cards.find((c) => c.id === set?.cardId);
      if (!set?.modelId || !card) return undefined;
      const key = JSON.stringify([set.cardId, set.modelId, set.modifications]);
      if (!laid.has(key)) {
        const outcome = attempt(() => layCard(card, set.modelId ?? '', set.modifications));
        laid.set(key, outcome.ok ? outcome.value : undefined);
      }
      return laid.get(key);
    };
    const rows: JobRow[] = archive.jobs.map((job) => ({ ...job, summary: summarise(job, tapeOf.get(job.id) ?? [], cardFor(job.setId)) }));
    await db.transaction('rw', db.tables, async () => {
      await Promise.all(db.tables.map((table) => table.clear()));
      await db.settings.put(archive.settings);
      await db.customers.bulkAdd(archive.customers);
      await db.sets.bulkAdd(archive.sets);
      await db.cards.bulkAdd(archive.cards);
      await db.stock.bulkAdd(archive.stock);
      await db.instruments.bulkAdd(archive.instruments);
      await db.attachments.bulkAdd(archive.attachments);
      await db.blobs.bulkAdd(Object.entries(archive.blobs).map(([id, bytes]) => ({ id, bytes })));
      await db.jobs.bulkAdd(rows);
      await db.tape.bulkAdd([...archive.tape]);
      await this.sheets.take(archive);
    });
    this.jobs.forgetCards();
  }
}

export const isFailure = (plan: ImportPlan | ImportFailure): plan is ImportFailure => 'remedy' in plan;

/** Hands a file to the browser to be saved. */
export function saveFile(name: string, content: Uint8Array | Blob, type = 'application/zip'): void {
  const url = URL.createObjectURL(new Blob([content as BlobPart], { type }));
  const link = document.createElement('a');
  link.href = url;
  link.download = name;
  link.click();
  setTimeout(() => URL.revokeObjectURL(url), 10_000);
}
