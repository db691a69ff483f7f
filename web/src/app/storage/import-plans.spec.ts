import { TestBed } from '@angular/core/testing';
import type { JobArchiveWithFiles } from '@amber-relay/core/archive';
import { bookingOf, shopOfOne } from '../testing/shop-of-one';
import { ArchiveService, isFailure } from './archive-service';
import { BenchDatabase } from './bench-database';
import { ImportPlans, type ImportPlan } from './import-plans';
import { JobRepository } from './job-repository';
import { newShopSettings } from './new-shop-settings';

describe('ImportPlans', () => {
  let plans: ImportPlans;
  let jobs: JobRepository;
  let db: BenchDatabase;
  let clear: () => Promise<void>;
  beforeEach(async () => {
    clear = await shopOfOne();
    plans = TestBed.inject(ImportPlans);
    jobs = TestBed.inject(JobRepository);
    db = TestBed.inject(BenchDatabase);
  });
  afterEach(() => clear());

  /** A job as it stands, as its file would bring it. */
  async function fileOf(jobId: string): Promise<JobArchiveWithFiles> {
    const { summary: _, ...job } = (await db.jobs.get(jobId))!;
    const attachments = await db.attachments.where('jobId').equals(jobId).toArray();
    return {
      job,
      customer: (await db.customers.get(job.customerId))!,
      set: (await db.sets.get(job.setId))!,
      tape: await jobs.tape(jobId),
      attachments,
      blobs: Object.fromEntries((await db.blobs.bulkGet(attachments.map(({ id }) => id))).map((row) => [row!.id, row!.bytes])),
      sheetFiles: [],
      sheets: [],
      places: [],
      sheetBlobs: {},
    };
  }
  const texts = async (jobId: string): Promise<string[]> =>
    (await jobs.tape(jobId)).flatMap((entry) => (entry.kind === 'note' ? entry.text : []));
  const note = (jobId: string, text: string): Promise<unknown> => jobs.append(jobId, { kind: 'note', text }, 'Runa');

  it('keeps what was entered since, when an older file of the job comes in, and says so', async () => {
    const { id } = await jobs.bookIn(bookingOf(), 'Runa');
    await note(id, 'one');
    const older = await fileOf(id);
    await note(id, 'two');
    const plan = await plans.job(older);
    expect(plan.says[0]).toContain('the file has no entry that is not here');
    expect(plan.says[0]).toContain('1 entry that the file does not have stay');
    expect(plan.asks).toEqual([]);
    await plan.carryOut();
    expect(await texts(id)).toEqual(['one', 'two']);
    expect((await db.jobs.get(id))!.summary.entries).toBe(3);
  });

  it('joins what two benches wrote, the same whichever of them takes the other’s file', async () => {
    const { id } = await jobs.bookIn(bookingOf(), 'Runa');
    const common = await fileOf(id);
    await note(id, 'here');
    const here = await fileOf(id);
    await db.tape.clear();
    await (await plans.job(common)).carryOut();
    await note(id, 'there');
    const there = await fileOf(id);
    await (await plans.job(here)).carryOut();
    const one = await jobs.tape(id);
    await db.tape.clear();
    await (await plans.job(here)).carryOut();
    await (await plans.job(there)).carryOut();
    expect(await jobs.tape(id)).toEqual(one);
    expect((await texts(id)).sort()).toEqual(['here', 'there']);
  });

  it('lets no file take entries or pictures of another job', async () => {
    const booking = { ...bookingOf(), photos: [{ name: 'a.png', type: 'image/png', bytes: new Uint8Array([1]) }] };
    const { id } = await jobs.bookIn(booking, 'Runa');
    await note(id, 'mine');
    const file = await fileOf(id);
    const other = crypto.randomUUID();
    const stolen = {
      ...file,
      job: { ...file.job, id: other, number: 99 },
      tape: file.tape.map((entry) => ({ ...entry, jobId: other })),
      attachments: [],
    };
    await expectAsync(plans.job(stolen)).toBeRejectedWith(jasmine.objectContaining({ path: 'job.json: tape' }));
    const pictures = { ...stolen, tape: [], attachments: file.attachments.map((picture) => ({ ...picture, jobId: other })) };
    await expectAsync(plans.job(pictures)).toBeRejectedWith(jasmine.objectContaining({ path: 'job.json: attachments' }));
    expect((await jobs.tape(id)).length).toBe(file.tape.length);
    expect(await db.jobs.count()).toBe(1);
  });

  it('shows how owner, set and booking differ, keeps what is here, and takes the file’s only where that is said', async () => {
    const { id } = await jobs.bookIn(bookingOf(), 'Runa');
    const file = await fileOf(id);
    const theirs: JobArchiveWithFiles = {
      ...file,
      job: { ...file.job, spendLimitMinor: 12_000, payer: 'the club' },
      customer: { ...file.customer, phone: '0171', name: 'Eldin Marrow the younger' },
      set: { ...file.set, serial: 'OB7-2' },
    };
    const asked = await plans.job(theirs);
    expect(asked.asks.map(({ of }) => of)).toEqual(['job', 'customer', 'set']);
    expect(asked.asks[0]!.differs).toEqual([
      { field: 'spending limit', here: 'nothing', file: '120.00' },
      { field: 'who pays', here: 'nothing', file: 'the club' },
    ]);
    expect(asked.says.join(' ')).toContain('the owner is known, and differs');
    await asked.carryOut();
    expect((await db.customers.toArray())[0]!.phone).toBe('');
    expect((await db.sets.toArray())[0]!.serial).toBe('OB7-1');
    await asked.carryOut({ customer: 'file', job: 'file' });
    expect((await db.customers.toArray())[0]!.phone).toBe('0171');
    expect((await db.sets.toArray())[0]!.serial).toBe('OB7-1');
    expect((await db.jobs.get(id))!.payer).toBe('the club');
  });

  it('keeps the money of a job in the currency it was written in', async () => {
    await db.settings.put({ ...newShopSettings, currency: 'Mk' });
    const { id } = await jobs.bookIn(bookingOf(), 'Runa');
    await jobs.append(id, { kind: 'note', text: 'x' }, 'Runa');
    await db.jobs.update(id, { currency: undefined });
    const archives = TestBed.inject(ArchiveService);
    const { zip } = await archives.exportJob(id);
    await Promise.all([db.jobs.clear(), db.tape.clear(), db.settings.put({ ...newShopSettings, currency: 'Cr' })]);
    const plan = await archives.plan(zip);
    if (isFailure(plan)) return fail(plan.message);
    await plan.carryOut();
    expect((await db.jobs.get(id))!.currency).toBe('Mk');
    // One that says nothing of it is in the shop's own: there is nothing to be asked.
    await db.jobs.update(id, { currency: undefined });
    await db.settings.put({ ...newShopSettings, currency: 'Mk' });
    expect((await plans.job({ ...(await fileOf(id)), job: { ...(await fileOf(id)).job, currency: 'Mk' } })).asks).toEqual([]);
  });

  it('cleans the drawings of an archive, on the way in and on the way out, and says so', async () => {
    const sheet = { id: crypto.randomUUID(), cardId: 'pocket', name: 'if.svg', type: 'svg' as const, size: 9 };
    const evil = new Blob(['<svg xmlns="http://www.w3.org/2000/svg"><rect width="9" height="9"/><script>evil()</script></svg>']);
    await db.sheetFiles.add(sheet);
    await db.sheetBlobs.add({ id: sheet.id, blob: evil });
    const archives = TestBed.inject(ArchiveService);
    const { zip } = await archives.exportCard('pocket');
    await Promise.all([db.sheetFiles.clear(), db.sheetBlobs.clear()]);
    await ((await archives.plan(zip)) as ImportPlan).carryOut();
    expect(await (await db.sheetBlobs.get(sheet.id))!.blob.text()).not.toContain('evil');
    // One that somebody else packed, and cleaned nothing.
    const card = (await db.cards.get('pocket'))!;
    const { cleanSheets } = await import('./clean-sheets');
    const { part, leftOut } = await cleanSheets({
      cards: [card],
      sheetFiles: [sheet],
      sheets: [],
      places: [],
      sheetBlobs: { [sheet.id]: evil },
    });
    expect(leftOut).toBe(1);
    expect(await (part.sheetBlobs[sheet.id] as Blob).text()).not.toContain('evil');
    const spoilt = { sheetFiles: [sheet], sheets: [], places: [], sheetBlobs: { [sheet.id]: new Blob(['<svg']) } };
    await expectAsync(cleanSheets(spoilt)).toBeRejectedWith(jasmine.objectContaining({ code: 'broken-archive', path: 'if.svg' }));
  });
});
