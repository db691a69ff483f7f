import { inject, Injectable } from '@angular/core';
import {
  joinJob,
  type CardArchive,
  type JobArchiveWithFiles,
  type JobHere,
  type JoinQuestion,
  type JoinSide,
  type ShopQuestion,
  type ShopArchive,
} from '@amber-relay/core/archive';
import type { LaidCard } from '@amber-relay/core/card';
import { CoreError } from '@amber-relay/core/errors';
import { summarise } from '@amber-relay/core/job';
import type { TapeEntry } from '@amber-relay/core/tape';
import { BenchDatabase, type JobRow } from './bench-database';
import { JobRepository } from './job-repository';
import { laidFor } from './laid-for';
import { SheetRepository, sizeOf } from './sheet-repository';
import { ShopJoiner } from './shop-joiner';

/** Who holds, for each question of a plan: what is here, unless something else is said. */
export type Answers = Readonly<Record<string, JoinSide>>;

/** What an import would change, told before it is done. */
export interface ImportPlan {
  readonly kind: 'job' | 'shop' | 'cards';
  readonly says: readonly string[];
  /** Records that are here and say something else in the file. */
  readonly asks: readonly ShopQuestion[];
  /** Of a shop: what joining it with the one here would change, instead of putting it in its place. */
  readonly join?: ImportPlan;
  /** Does it, whole or not at all; gives the job that came in, where it was one. */
  readonly carryOut: (answers?: Answers) => Promise<string | null>;
}

const counted = (n: number, one: string, many = `${one}s`): string => `${n} ${n === 1 ? one : many}`;
const refused = (path: string, message: string): CoreError =>
  new CoreError('broken-archive', path, message, 'Choose another copy of the file; nothing was changed.');

/** What becomes of an opened archive here: what it would change, and the one transaction that does it. */
@Injectable({ providedIn: 'root' })
export class ImportPlans {
  private readonly db = inject(BenchDatabase);
  private readonly jobs = inject(JobRepository);
  private readonly sheets = inject(SheetRepository);
  private readonly joiner = inject(ShopJoiner);

  private async here({ job, customer, set }: JobArchiveWithFiles): Promise<JobHere> {
    const { db } = this;
    const row = await db.jobs.get(job.id);
    const { summary: _, ...known } = row ?? { summary: undefined };
    // A job that says nothing of its currency is written in that of the shop.
    const currency = row?.currency ?? (await db.settings.get('shop'))?.currency;
    return {
      job: row && ({ ...known, ...(currency ? { currency } : {}) } as JobHere['job']),
      customer: await db.customers.get(customer.id),
      set: await db.sets.get(set.id),
      tape: await this.jobs.tape(job.id),
      attachments: await db.attachments.where('jobId').equals(job.id).toArray(),
    };
  }

  /** An id stands for one thing: a file may not bring an entry or a picture that belongs to another job here, or a sheet of another card. */
  private async refuseForeign({ job, tape, attachments, sheetFiles, sheets }: JobArchiveWithFiles): Promise<void> {
    const { db } = this;
    const other = <Row extends object>(rows: readonly (Row | undefined)[], own: (row: Row) => boolean): boolean =>
      rows.some((row) => row !== undefined && !own(row));
    if (other(await db.tape.bulkGet(tape.map(({ id }) => id)), ({ jobId }) => jobId === job.id))
      throw refused('job.json: tape', 'An entry of it belongs to another job of this shop.');
    if (other(await db.attachments.bulkGet(attachments.map(({ id }) => id)), ({ jobId }) => jobId === job.id))
      throw refused('job.json: attachments', 'A picture of it belongs to another job of this shop.');
    const cardOf = new Map([...sheetFiles, ...sheets].map(({ id, cardId }) => [id, cardId]));
    const known = [
      ...(await db.sheetFiles.bulkGet(sheetFiles.map(({ id }) => id))),
      ...(await db.sheets.bulkGet(sheets.map(({ id }) => id))),
    ];
    if (other(known, ({ id, cardId }) => cardOf.get(id) === cardId))
      throw refused('job.json: sheets', 'A sheet of it belongs to another card of this shop.');
  }

  /** Sheet files of an archive that are not here yet, with their pages and pins; what is here stays as it is. */
  private async newSheets(archive: JobArchiveWithFiles): Promise<JobArchiveWithFiles> {
    const known = await this.db.sheetFiles.bulkGet(archive.sheetFiles.map(({ id }) => id));
    const files = archive.sheetFiles.filter((_, i) => !known[i]);
    const ids = new Set(files.map(({ id }) => id));
    const sheets = archive.sheets.filter(({ fileId }) => ids.has(fileId));
    const pages = new Set(sheets.map(({ id }) => id));
    return { ...archive, sheetFiles: files, sheets, places: archive.places.filter(({ id }) => pages.has(id)) };
  }

  /** @throws CoreError when the file may not come in */
  async job(archive: JobArchiveWithFiles): Promise<ImportPlan> {
    await this.refuseForeign(archive);
    const here = await this.here(archive);
    const joined = joinJob(here, archive);
    const { job, set, customer, card } = archive;
    const [sameNumber, cardHere, fresh] = await Promise.all([
      this.db.jobs.where('number').equals(job.number).first(),
      card ? this.db.cards.get(card.id) : undefined,
      this.newSheets(archive),
    ]);
    const clash = !here.job && sameNumber && sameNumber.id !== job.id;
    const asked = new Set(joined.asks.map(({ of }) => of));
    const state = (known: unknown, of: JoinQuestion['of']): string =>
      !known ? 'is added' : asked.has(of) ? 'is known, and differs' : 'is known';
    return {
      kind: 'job',
      asks: joined.asks,
      says: [
        here.job
          ? `Job ${here.job.number} is here already: ${joined.entriesIn ? `${counted(joined.entriesIn, 'entry', 'entries')} of the file come to its tape` : 'the file has no entry that is not here'}, ${joined.entriesKept ? `and ${counted(joined.entriesKept, 'entry', 'entries')} that the file does not have stay` : 'and nothing is taken off'}.`
          : `Job ${job.number} is added, with ${counted(joined.entriesIn, 'entry', 'entries')}.`,
        ...(joined.picturesIn.length ? [`${counted(joined.picturesIn.length, 'picture')} come in.`] : []),
        ...(clash ? [`Number ${job.number} is taken by another job here: this one gets the next free number.`] : []),
        `${set.maker} ${set.model} of ${customer.name}: the set ${state(here.set, 'set')}, the owner ${state(here.customer, 'customer')}.`,
        ...(card ? [cardHere ? `The card ${card.chassis} stays as it is here.` : `The card ${card.chassis} is added.`] : []),
        ...(fresh.sheets.length ? [`${counted(fresh.sheets.length, 'sheet')} of the card come in.`] : []),
        ...(fresh.sheets.length < archive.sheets.length
          ? [`${counted(archive.sheets.length - fresh.sheets.length, 'sheet')} are here already, and stay with their pins.`]
          : []),
        'The particulars of the shop stay as they are.',
      ],
      carryOut: (answers) => this.takeJob(archive, answers ?? {}),
    };
  }

  private async takeJob(archive: JobArchiveWithFiles, answers: Answers): Promise<string> {
    const { job, customer, set, card, blobs } = archive;
    const { db } = this;
    const bytes = Object.values(blobs).reduce((sum, { length }) => sum + length, 0) + sizeOf(archive);
    await db.write(
      [db.settings, db.customers, db.sets, db.jobs, db.cards, db.tape, db.attachments, db.blobs, ...this.sheets.tables],
      async () => {
        await this.refuseForeign(archive);
        const here = await this.here(archive);
        const joined = joinJob(here, archive);
        const held = <Row>(of: JoinQuestion['of'], ours: Row | undefined, theirs: Row): Row =>
          ours && answers[of] !== 'file' ? ours : theirs;
        const last = await db.jobs.orderBy('number').last();
        const taken = await db.jobs.where('number').equals(job.number).first();
        const number = here.job?.number ?? (taken ? (last?.number ?? 0) + 1 : job.number);
        const ownSet = held('set', here.set, set);
        // Which set and owner the job is of is not asked: the ids are what ties the records together.
        const record = {
          ...held('job', here.job, job),
          id: job.id,
          setId: here.job?.setId ?? set.id,
          customerId: here.job?.customerId ?? customer.id,
        };
        await db.customers.put(held('customer', here.customer, customer));
        await db.sets.put(ownSet);
        if (card && !(await db.cards.get(card.id))) await db.cards.put(card);
        const laid = laidFor(ownSet, ownSet.cardId ? await db.cards.get(ownSet.cardId) : undefined);
        await db.jobs.put({ ...record, number, summary: summarise(record, joined.tape, laid) });
        await db.tape.bulkPut(joined.tape);
        await db.attachments.bulkPut(joined.picturesIn);
        await db.blobs.bulkPut(joined.picturesIn.flatMap(({ id }) => (blobs[id] ? [{ id, bytes: blobs[id] }] : [])));
        await this.sheets.take(await this.newSheets(archive));
      },
      bytes,
    );
    this.jobs.forgetCards();
    return job.id;
  }

  async shop(archive: ShopArchive): Promise<ImportPlan> {
    const here = await this.db.jobs.count();
    const name = archive.settings.name.trim();
    const joined = here ? await this.joiner.joined(archive) : undefined;
    return {
      ...(joined
        ? {
            join: {
              kind: 'shop' as const,
              says: joined.says,
              asks: joined.asks,
              carryOut: async (answers: Answers = {}): Promise<null> => {
                await this.joiner.take(archive, answers, new Date());
                return null;
              },
            },
          }
        : {}),
      kind: 'shop',
      asks: [],
      says: [
        here ? `All that is here now (${counted(here, 'job')}) is replaced. Make an archive of it first.` : 'The shop here is empty.',
        `${counted(archive.jobs.length, 'job')}, ${counted(archive.tape.length, 'entry', 'entries')}, ${counted(archive.customers.length, 'owner')} and ${counted(archive.cards.length, 'card')} come in.`,
        `${counted(archive.attachments.length, 'picture')}, ${counted(archive.sheets.length, 'sheet')}, ${counted(archive.stock.length, 'item')} of stock, ${counted(archive.orders.length, 'order')} and ${counted(archive.instruments.length, 'instrument')} come in.`,
        `The particulars of the shop become the file’s${name ? `: ${name}` : ''}.`,
      ],
      carryOut: async () => {
        await this.takeShop(archive);
        return null;
      },
    };
  }

  /** Replaces the whole shop in one transaction. */
  async takeShop(archive: ShopArchive): Promise<void> {
    const { db } = this;
    const tapeOf = new Map<string, TapeEntry[]>();
    for (const entry of archive.tape) {
      const list = tapeOf.get(entry.jobId);
      if (list) list.push(entry);
      else tapeOf.set(entry.jobId, [entry]);
    }
    const setOf = new Map(archive.sets.map((s) => [s.id, s]));
    const cardOf = new Map(archive.cards.map((c) => [c.id, c]));
    const laid = new Map<string, LaidCard | undefined>();
    const cardFor = (setId: string): LaidCard | undefined => {
      const set = setOf.get(setId);
      if (!set) return undefined;
      const key = JSON.stringify([set.cardId, set.modelId, set.modifications]);
      if (!laid.has(key)) laid.set(key, laidFor(set, cardOf.get(set.cardId ?? '')));
      return laid.get(key);
    };
    const rows: JobRow[] = archive.jobs.map((job) => ({ ...job, summary: summarise(job, tapeOf.get(job.id) ?? [], cardFor(job.setId)) }));
    const bytes = Object.values(archive.blobs).reduce((sum, { length }) => sum + length, 0) + sizeOf(archive);
    const tables = db.tables.filter((table) => table.name !== 'writes');
    await db.write(
      tables,
      async () => {
        await Promise.all(tables.map((table) => table.clear()));
        await db.settings.put(archive.settings);
        await db.customers.bulkAdd(archive.customers);
        await db.sets.bulkAdd(archive.sets);
        await db.cards.bulkAdd(archive.cards);
        await db.stock.bulkAdd(archive.stock);
        await db.instruments.bulkAdd(archive.instruments);
        await db.suppliers.bulkAdd(archive.suppliers);
        await db.orders.bulkAdd(archive.orders);
        await db.practice.bulkAdd(archive.practice);
        await db.lessons.bulkAdd(archive.lessons);
        await db.attachments.bulkAdd(archive.attachments);
        await db.blobs.bulkAdd(Object.entries(archive.blobs).map(([id, content]) => ({ id, bytes: content })));
        await db.jobs.bulkAdd(rows);
        await db.tape.bulkAdd([...archive.tape]);
        await this.sheets.take(archive);
      },
      bytes,
    );
    this.jobs.forgetCards();
  }

  async cards(archive: CardArchive): Promise<ImportPlan> {
    const known = await this.db.cards.bulkGet(archive.cards.map((card) => card.id));
    return {
      kind: 'cards',
      asks: [],
      says: archive.cards.map((card, i) => {
        const own = archive.sheets.filter((sheet) => sheet.cardId === card.id).length;
        return `The card ${card.chassis} ${known[i] ? 'is here already and is replaced by the file’s, with its sheets and their pins' : 'is added'}, with ${counted(own, 'sheet')}.`;
      }),
      carryOut: async () => {
        await this.takeCards(archive);
        return null;
      },
    };
  }

  /** Takes cards with their sheets in, in one transaction. */
  async takeCards(archive: CardArchive): Promise<void> {
    const { db } = this;
    await db.write(
      [db.cards, ...this.sheets.tables],
      async () => {
        await db.cards.bulkPut([...archive.cards]);
        await this.sheets.take(archive);
      },
      sizeOf(archive),
    );
    this.jobs.forgetCards();
  }
}
