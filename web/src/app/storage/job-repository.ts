import { inject, Injectable } from '@angular/core';
import { layCard, layWhatFits, readCard, type Card, type LaidCard } from '@amber-relay/core/card';
import { CoreError } from '@amber-relay/core/errors';
import {
  jobSchema,
  radioSetSchema,
  setAfter,
  customerSchema,
  attachmentSchema,
  stockMoves,
  summarise,
  type Attachment,
  type Corrected,
  type Customer,
  type Job,
  type RadioSet,
} from '@amber-relay/core/job';
import { strikesOf, tapeEntrySchema, type TapeBody, type TapeEntry } from '@amber-relay/core/tape';
import Dexie, { type Table } from 'dexie';
import { combineLatest, distinctUntilChanged, filter, map, shareReplay, switchMap, type Observable } from 'rxjs';
import { BenchDatabase, type JobRow } from './bench-database';
import { live } from './live';
import { newShopSettings } from './new-shop-settings';
import { StockKeeper } from './stock-keeper';

export interface JobFile {
  readonly row: JobRow;
  readonly set: RadioSet;
  readonly customer: Customer;
  readonly card: LaidCard | undefined;
}

export interface Photo {
  readonly name: string;
  readonly type: string;
  readonly bytes: Uint8Array;
}

interface Picture {
  readonly row: Attachment;
  readonly bytes: Uint8Array;
}
const pictureOf = (jobId: string, { name, type, bytes }: Photo): Picture => ({
  row: attachmentSchema.parse({ id: crypto.randomUUID(), jobId, name, type, size: bytes.length }),
  bytes,
});

/** Two tabs may both want to strike an entry; the second is told. */
function refuseSecondStrike(tape: readonly TapeEntry[], body: TapeBody): void {
  if (body.kind === 'strike' && strikesOf(tape, body.entry).length)
    throw new CoreError('out-of-range', 'strike', 'It is struck already.', 'It was struck in another tab, or a moment ago.');
  // What it corrected would stay as it is: the tape would say something else than the job.
  if (body.kind === 'strike' && tape.some(({ id, kind }) => id === body.entry && kind === 'correction'))
    throw new CoreError('out-of-range', 'strike', 'A correction is not struck.', 'Correct it once more, where it stands in Book in.');
}

/** What a laid card depends on besides the card itself. */
const laidKey = (set: RadioSet | undefined): string => (set ? JSON.stringify([set.cardId, set.modelId, set.modifications]) : '');

/** What a job may lack: corrected away, it is to be gone. */
const withoutMaybe = { promisedOn: undefined, spendLimitMinor: undefined } as const;

/** A new job with what belongs to it; ids are given here. */
export interface Booking {
  readonly customer: Customer;
  readonly set: RadioSet;
  /** The card with which a set begins that is met for the first time. */
  readonly card?: Card;
  readonly job: Omit<Job, 'id' | 'number' | 'setId' | 'customerId' | 'bookedInAt'>;
  readonly entries: readonly TapeBody[];
  readonly photos: readonly Photo[];
}

/** Everything about jobs and their tapes goes through here; screens never touch tables. */
@Injectable({ providedIn: 'root' })
export class JobRepository {
  private readonly db = inject(BenchDatabase);
  private readonly stock = inject(StockKeeper);
  /** The tapes that were last read, the latest last. */
  private readonly tapes = new Map<string, TapeEntry[]>();
  /** Laying a card checks all of it; that is done once a card, model and set of modifications. */
  private readonly laidCards = new Map<string, { readonly text: string; readonly laid: LaidCard | undefined }>();

  /** A job as it stands. Each entry on its tape changes its row; the card, which is large, is read again only when it changes. */
  file$(jobId: string): Observable<JobFile | null> {
    const bare = live(() => this.bareFile(jobId)).pipe(shareReplay({ bufferSize: 1, refCount: true }));
    const card = bare.pipe(
      map((file) => file?.set),
      distinctUntilChanged((a, b) => laidKey(a) === laidKey(b)),
      switchMap((set) => live(async () => ({ of: laidKey(set), card: set && (await this.laid(set)) }))),
    );
    return combineLatest([bare, card]).pipe(
      filter(([file, { of }]) => laidKey(file?.set) === of),
      map(([file, { card: laid }]) => file && { ...file, card: laid }),
    );
  }

  async file(jobId: string): Promise<JobFile | null> {
    const file = await this.bareFile(jobId);
    return file && { ...file, card: await this.laid(file.set) };
  }

  private async bareFile(jobId: string): Promise<Omit<JobFile, 'card'> | null> {
    const row = await this.db.jobs.get(jobId);
    if (!row) return null;
    const [set, customer] = await Promise.all([this.db.sets.get(row.setId), this.db.customers.get(row.customerId)]);
    return set && customer ? { row, set, customer } : null;
  }

  tape$(jobId: string): Observable<TapeEntry[]> {
    return live(() => this.tape(jobId));
  }

  /**
   * A job's tape in order. Entries are never changed, so that of a tape that was read before only what came since is read:
   * what is known is still the beginning where its last entry stands in its place, and as many follow as there are more.
   */
  async tape(jobId: string): Promise<TapeEntry[]> {
    const after = (seq: number) => this.db.tape.where('[jobId+seq]').between([jobId, seq], [jobId, Dexie.maxKey]);
    const known = this.tapes.get(jobId) ?? [];
    const last = known.at(-1);
    if (last) {
      const [count, since] = await Promise.all([after(0).count(), after(last.seq).toArray()]);
      if (since[0]?.id === last.id && known.length + since.length - 1 === count) return this.remember(jobId, [...known, ...since.slice(1)]);
    }
    return this.remember(jobId, await after(0).toArray());
  }

  private remember(jobId: string, entries: TapeEntry[]): TapeEntry[] {
    this.tapes.delete(jobId);
    this.tapes.set(jobId, entries);
    const [oldest] = this.tapes.keys();
    if (this.tapes.size > 4 && oldest !== undefined) this.tapes.delete(oldest);
    return entries;
  }

  /** The visits of a set, newest first. */
  visits$(setId: string): Observable<JobRow[]> {
    return live(() => this.db.jobs.where('setId').equals(setId).reverse().sortBy('number'));
  }

  async laid(set: RadioSet): Promise<LaidCard | undefined> {
    if (!set.cardId || !set.modelId) return undefined;
    const key = laidKey(set);
    // Read each time, so that who watches hears of a card that was changed.
    const card = await this.db.cards.get(set.cardId);
    const text = JSON.stringify(card ?? null);
    const known = this.laidCards.get(key);
    if (known?.text === text) return known.laid;
    // A set that has a card is never without one.
    const laid = card && layWhatFits(card, set.modelId, set.modifications);
    if (card) this.laidCards.set(key, { text, laid });
    return laid;
  }

  /** Cards were changed by an import: lay them anew. */
  forgetCards(): void {
    this.laidCards.clear();
  }

  /** Writes one entry; see `appendAll`. */
  async append(jobId: string, body: TapeBody, by: string, at = new Date()): Promise<TapeEntry> {
    const [entry] = await this.appendAll(jobId, [body], by, at);
    return entry as TapeEntry;
  }

  /**
   * Writes entries and the job's new summary in one transaction. The numbers are taken within it, so that two tabs never
   * give the same one; when the promise is kept, the entries are on the disk.
   *
   * @throws CoreError when there is no such job, an entry that is struck already is to be struck again, or the store refuses
   */
  async appendAll(
    jobId: string,
    bodies: readonly TapeBody[],
    by: string,
    at = new Date(),
    pictures: readonly Picture[] = [],
    beside: Pick<Corrected, 'job' | 'set' | 'customer'> | undefined = undefined,
  ): Promise<TapeEntry[]> {
    const { db } = this;
    return db.write(
      [...this.tapeTables, ...(pictures.length ? [db.attachments, db.blobs] : []), ...(beside ? [db.customers] : [])],
      async () => {
        if (beside) await Promise.all([db.sets.put(beside.set), db.customers.put(beside.customer)]);
        const entries = await this.written(jobId, bodies, by, at, beside && { ...withoutMaybe, ...beside.job });
        if (pictures.length) await db.attachments.bulkAdd(pictures.map(({ row: picture }) => picture));
        if (pictures.length) await db.blobs.bulkAdd(pictures.map(({ row: picture, bytes }) => ({ id: picture.id, bytes })));
        return entries;
      },
      pictures.reduce((sum, { bytes }) => sum + bytes.length, 0),
    );
  }

  /** What a transaction has to be open on in which a tape is written to. */
  get tapeTables(): Table[] {
    const { db } = this;
    return [db.tape, db.jobs, db.sets, db.cards, db.stock];
  }

  /** Writes entries within a transaction that is open already, and what follows from them; see `appendAll`. */
  async written(
    jobId: string,
    bodies: readonly TapeBody[],
    by: string,
    at: Date,
    corrected: Partial<Job> | undefined = undefined,
  ): Promise<TapeEntry[]> {
    const { db } = this;
    const stood = await db.jobs.get(jobId);
    const row = stood && corrected ? { ...stood, ...corrected } : stood;
    if (!row)
      throw new CoreError(
        'unknown-name',
        'job',
        'This job is no longer here.',
        'It was taken out in another tab: go to Jobs, or bring it back from an archive.',
      );
    const set = await db.sets.get(row.setId);
    // As it was last laid: for the summary of the job that is near enough, and a card is long to read.
    const card = set && (this.laidCards.get(laidKey(set))?.laid ?? (await this.laid(set)));
    const before = await this.tape(jobId);
    bodies.forEach((body) => refuseSecondStrike(before, body));
    const entries = bodies.map((body, i) =>
      tapeEntrySchema.parse({
        ...body,
        id: crypto.randomUUID(),
        jobId,
        seq: (before.at(-1)?.seq ?? 0) + 1 + i,
        at: at.toISOString(),
        by,
      }),
    );
    await db.tape.bulkAdd(entries);
    const after = [...before, ...entries];
    const altered = set && setAfter(set, card, before, after);
    if (altered && altered !== set) await db.sets.put(altered);
    await db.jobs.put({ ...row, summary: summarise(row, after, card) });
    if (entries.some(({ kind }) => kind === 'fit' || kind === 'strike')) await this.countStock(stockMoves(before, after));
    return entries;
  }

  /** What was taken from the stock, or given back by a strike; a count that was wrong before never goes below nothing. */
  private async countStock(moves: ReadonlyMap<string, number>): Promise<void> {
    for (const [id, by] of moves) {
      const item = await this.db.stock.get(id);
      if (item) await this.stock.put([{ ...item, quantity: Math.max(0, item.quantity + by) }]);
    }
  }

  /** Brings an entry back: every strike that holds against it is struck, in one act. */
  async bringBack(jobId: string, entry: string, by: string): Promise<void> {
    const strikes = strikesOf(await this.tape(jobId), entry);
    if (strikes.length)
      await this.appendAll(
        jobId,
        strikes.map(({ id }) => ({ kind: 'strike', entry: id, reason: 'brought back' })),
        by,
      );
  }

  /** Puts right what was booked in, and says so on the tape: all of it at once or not at all. */
  async correct({ job, set, customer, entries }: Corrected, by: string): Promise<void> {
    await this.appendAll(job.id, entries, by, new Date(), [], { job, set, customer });
  }

  /** Books a set in: owner, set, job, first entries and photos at once or not at all. */
  async bookIn(booking: Booking, by: string): Promise<JobRow> {
    const customer = customerSchema.parse(booking.customer);
    const set = radioSetSchema.parse({ ...booking.set, customerId: customer.id });
    const begun = booking.card && readCard(booking.card);
    const card = begun ? layCard(begun, begun.models[0]?.id ?? '') : await this.laid(set);
    const at = new Date().toISOString();
    const { db } = this;
    const bytes = booking.photos.reduce((sum, photo) => sum + photo.bytes.length, 0);
    return db.write(
      [db.settings, db.customers, db.sets, db.cards, db.jobs, db.tape, db.attachments, db.blobs],
      async () => {
        // Another of the same name was made in another tab: it is never written over.
        if (begun && !(await db.cards.get(begun.id))) await db.cards.add(begun);
        const settings = (await db.settings.get('shop')) ?? newShopSettings;
        const last = await db.jobs.orderBy('number').last();
        const number = Math.max(settings.nextJobNumber, (last?.number ?? 0) + 1);
        const job = jobSchema.parse({
          ...booking.job,
          id: crypto.randomUUID(),
          number,
          setId: set.id,
          customerId: customer.id,
          bookedInAt: at,
          ...(settings.currency ? { currency: settings.currency } : {}),
        });
        const pictures = booking.photos.map((photo) => pictureOf(job.id, photo));
        const bodies: TapeBody[] = [
          ...booking.entries,
          ...pictures.map(({ row }) => ({ kind: 'picture' as const, attachment: row.id, name: row.name })),
        ];
        const tape = bodies.map((body, i) =>
          tapeEntrySchema.parse({ ...body, id: crypto.randomUUID(), jobId: job.id, seq: i + 1, at, by }),
        );
        const row: JobRow = { ...job, summary: summarise(job, tape, card) };
        await db.settings.put({ ...settings, nextJobNumber: number + 1 });
        await db.customers.put(customer);
        await db.sets.put(set);
        await db.jobs.add(row);
        await db.tape.bulkAdd(tape);
        await db.attachments.bulkAdd(pictures.map((p) => p.row));
        await db.blobs.bulkAdd(pictures.map((p) => ({ id: p.row.id, bytes: p.bytes })));
        return row;
      },
      bytes,
    );
  }

  /** Adds one picture to a job, with its entry on the tape and what else it shows, in one act; it may belong to a part or a section. */
  async addPhoto(
    jobId: string,
    photo: Photo,
    by: string,
    of: { designator?: string; section?: string } = {},
    beside: readonly TapeBody[] = [],
  ): Promise<void> {
    const picture = pictureOf(jobId, photo);
    await this.appendAll(
      jobId,
      [...beside, { kind: 'picture', attachment: picture.row.id, name: picture.row.name, ...of }],
      by,
      new Date(),
      [picture],
    );
  }

  /** Keeps an entry that is of a picture, and the picture with it: both or neither. */
  async appendWithPicture(jobId: string, photo: Photo, body: (attachment: string) => TapeBody, by: string): Promise<TapeEntry[]> {
    const picture = pictureOf(jobId, photo);
    return this.appendAll(jobId, [body(picture.row.id)], by, new Date(), [picture]);
  }

  /** Pictures by their ids, with their bytes; one that is gone is left out. */
  async picturesById(ids: readonly string[]): Promise<(Attachment & { readonly bytes: Uint8Array | undefined })[]> {
    const [rows, blobs] = await Promise.all([this.db.attachments.bulkGet([...ids]), this.db.blobs.bulkGet([...ids])]);
    return rows.flatMap((row, i) => (row ? [{ ...row, bytes: blobs[i]?.bytes }] : []));
  }

  /** Pictures of a job with their bytes; one whose bytes are gone has none. */
  pictures$(jobId: string): Observable<(Attachment & { readonly bytes: Uint8Array | undefined })[]> {
    return live(async () => {
      const rows = await this.db.attachments.where('jobId').equals(jobId).toArray();
      const blobs = await this.db.blobs.bulkGet(rows.map((r) => r.id));
      return rows.map((row, i) => ({ ...row, bytes: blobs[i]?.bytes }));
    });
  }
}
