import { TestBed } from '@angular/core/testing';
import Dexie from 'dexie';
import { bookingOf, shopOfOne } from '../testing/shop-of-one';
import { ArchiveService, isFailure } from './archive-service';
import { BenchDatabase } from './bench-database';
import { JobRepository } from './job-repository';
import { SheetRepository } from './sheet-repository';

describe('ArchiveService', () => {
  let archives: ArchiveService;
  let jobs: JobRepository;
  let db: BenchDatabase;
  let clear: () => Promise<void>;
  beforeEach(async () => {
    clear = await shopOfOne();
    archives = TestBed.inject(ArchiveService);
    jobs = TestBed.inject(JobRepository);
    db = TestBed.inject(BenchDatabase);
  });
  afterEach(() => clear());
  const everything = async (): Promise<unknown> =>
    Object.fromEntries(await Promise.all(db.tables.map(async (table) => [table.name, await table.toArray()] as const)));

  async function bookedIn(): Promise<string> {
    const { id } = await jobs.bookIn(
      { ...bookingOf(), photos: [{ name: 'a.png', type: 'image/png', bytes: new Uint8Array([1, 2, 3]) }] },
      'Runa',
    );
    await jobs.append(id, { kind: 'note', text: 'first' }, 'Runa');
    return id;
  }

  it('takes a job back the same after all was lost', async () => {
    const id = await bookedIn();
    const { zip, name } = await archives.exportJob(id);
    expect(name).toBe('job-1.zip');
    const before = [await db.jobs.get(id), await jobs.tape(id), await db.attachments.toArray(), await db.blobs.toArray()];
    await Promise.all(db.tables.map((table) => table.clear()));
    const plan = await archives.plan(zip);
    if (isFailure(plan)) return fail(plan.message);
    expect(plan.says.join(' ')).toContain('Job 1 is added');
    expect(await db.jobs.count()).toBe(0);
    await plan.carryOut();
    expect([await db.jobs.get(id), await jobs.tape(id), await db.attachments.toArray(), await db.blobs.toArray()]).toEqual(before);
    expect((await db.cards.toArray()).map((c) => c.id)).toEqual(['pocket']);
  });

  it('gives a job whose number is taken the next one', async () => {
    const id = await bookedIn();
    const { zip } = await archives.exportJob(id);
    await Promise.all(db.tables.map((table) => table.clear()));
    await jobs.bookIn(bookingOf('other'), 'Runa');
    const plan = await archives.plan(zip);
    if (isFailure(plan)) return fail(plan.message);
    expect(plan.says.join(' ')).toContain('Number 1 is taken');
    await plan.carryOut();
    expect((await db.jobs.get(id))?.number).toBe(2);
  });

  it('takes a whole shop back the same', async () => {
    await bookedIn();
    const { zip } = await archives.exportShop();
    const before = await everything();
    await Promise.all(db.tables.map((table) => table.clear()));
    const plan = await archives.plan(zip);
    if (isFailure(plan)) return fail(plan.message);
    expect(plan.kind).toBe('shop');
    await plan.carryOut();
    const after = (await everything()) as Record<string, unknown>;
    // The time of the archive itself is noted once it was handed over, and writes are counted on.
    expect({ ...after, settings: null, writes: null }).toEqual({ ...(before as object), settings: null, writes: null });
  });

  it('takes large sheets along in the shop, a card and a job, byte for byte and of their type', async () => {
    const id = await bookedIn();
    const bytes = new Uint8Array(9_000_000).map((_, i) => (i * 7919) % 256);
    const file = (type: 'pdf' | 'svg', blob: Blob): Promise<void> =>
      TestBed.inject(SheetRepository).add(
        { id: crypto.randomUUID(), cardId: 'pocket', name: `manual.${type}`, type, size: blob.size },
        blob,
        [],
      );
    await file('pdf', new Blob([bytes], { type: 'application/pdf' }));
    await file('svg', new Blob(['<svg xmlns="http://www.w3.org/2000/svg"><rect width="9" height="9"/></svg>'], { type: 'image/svg+xml' }));
    for (const { zip } of [await archives.exportShop(), await archives.exportCard('pocket'), await archives.exportJob(id)]) {
      expect(zip.size).toBeGreaterThan(bytes.length);
      await Promise.all([db.sheetFiles.clear(), db.sheetBlobs.clear()]);
      const plan = await archives.plan(zip);
      if (isFailure(plan)) return fail(plan.message);
      await plan.carryOut();
      const files = await db.sheetFiles.toArray();
      const of = async (type: string): Promise<Blob> => (await db.sheetBlobs.get(files.find((f) => f.type === type)!.id))!.blob;
      const pdf = await of('pdf');
      expect([pdf.type, pdf.size]).toEqual(['application/pdf', bytes.length]);
      expect(new Uint8Array(await pdf.slice(5_000_000, 5_000_004).arrayBuffer())).toEqual(bytes.slice(5_000_000, 5_000_004));
      expect(await (await of('svg')).text()).toContain('<svg');
    }
  });

  it('tells how far it is, and can be stopped; nothing is changed, and the next one works', async () => {
    await bookedIn();
    const big = new Blob([new Uint8Array(40_000_000)], { type: 'application/pdf' });
    await TestBed.inject(SheetRepository).add(
      { id: crypto.randomUUID(), cardId: 'pocket', name: 'manual.pdf', type: 'pdf', size: big.size },
      big,
      [],
    );
    const packing = archives.exportShop();
    const outcome = expectAsync(packing).toBeRejectedWith(jasmine.objectContaining({ message: 'Stopped.' }));
    const seen = new Set<number>();
    for (let k = 0; k < 400 && seen.size < 3; k += 1) {
      const percent = archives.percent();
      if (percent !== null) seen.add(percent);
      await new Promise((resolve) => setTimeout(resolve, 5));
    }
    expect(seen.size).toBeGreaterThanOrEqual(3);
    archives.stop();
    await outcome;
    expect(archives.percent()).toBeNull();
    expect((await db.settings.get('shop'))?.lastArchiveAt).toBeUndefined();
    const { zip } = await archives.exportShop();
    const opening = archives.plan(zip);
    archives.stop();
    const plan = await opening;
    expect(isFailure(plan) && plan.message).toBe('Stopped.');
    const again = await archives.plan(zip);
    expect(isFailure(again)).toBeFalse();
  });

  for (const what of ['exportShop', 'exportJob', 'exportCard'] as const)
    it(`packs what stood at one moment, whatever comes in meanwhile: ${what}`, async () => {
      const id = await bookedIn();
      const page = (name: string) => ({ id: crypto.randomUUID(), name, type: 'pdf' as const, size: 1, cardId: 'pocket' });
      const add = async (name: string): Promise<void> => {
        const file = page(name);
        const sheet = { id: crypto.randomUUID(), cardId: 'pocket', fileId: file.id, page: 1, title: name, kind: 'other' as const };
        await TestBed.inject(SheetRepository).add(file, new Blob(['%PDF-']), [
          { ...sheet, width: 10, height: 10, words: 0, read: 'not-yet', turn: 0, mirrored: false },
        ]);
      };
      await add('first.pdf');
      const { bulkGet } = db.sheetBlobs;
      let came: Promise<void> | undefined;
      // Sheets come in just between two reads; within one transaction they wait for its end, and are not waited for.
      spyOn(db.sheetBlobs, 'bulkGet').and.callFake((async (ids: string[]) => {
        const within = Dexie.currentTransaction;
        came ??= Dexie.ignoreTransaction(() => add('second.pdf'));
        if (!within) await came;
        return bulkGet.call(db.sheetBlobs, ids);
      }) as never);
      const { zip } = await (what === 'exportShop' ? archives.exportShop() : archives[what](what === 'exportJob' ? id : 'pocket'));
      await came;
      const plan = await archives.plan(zip);
      if (isFailure(plan)) return fail(`${plan.path}: ${plan.message}`);
      expect(await db.sheets.count()).toBe(2);
    });

  it('passes on why a shop cannot be packed', async () => {
    await bookedIn();
    // More files than one archive takes; all are one and the same, so that they are quickly handed over.
    const [one, count] = [new Blob(['x']), 20_001];
    const file = { cardId: 'pocket', name: 'a.pdf', type: 'pdf', size: 1 } as const;
    spyOn(TestBed.inject(SheetRepository), 'part').and.resolveTo({
      sheetFiles: Array.from({ length: count }, (_, i) => ({ ...file, id: `f${i}` })),
      sheets: [],
      places: [],
      sheetBlobs: Object.fromEntries(Array.from({ length: count }, (_, i) => [`f${i}`, one])),
    });
    await expectAsync(archives.exportShop()).toBeRejectedWith(jasmine.objectContaining({ code: 'too-large' }));
    expect((await db.settings.get('shop'))?.lastArchiveAt).toBeUndefined();
  });

  it('says what is wrong with a damaged file and changes nothing', async () => {
    const id = await bookedIn();
    const { zip } = await archives.exportJob(id);
    const before = await everything();
    for (const bad of [zip.slice(0, zip.size / 2), new Blob([new Uint8Array([1, 2, 3])])]) {
      const plan = await archives.plan(bad);
      expect(isFailure(plan) && plan.remedy).toContain('nothing was changed');
    }
    expect(await everything()).toEqual(before);
  });
});
