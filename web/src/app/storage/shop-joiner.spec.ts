import type { ShopArchive } from '@amber-relay/core/archive';
import { TestBed } from '@angular/core/testing';
import { bookingOf, shopOfOne } from '../testing/shop-of-one';
import { ArchiveService } from './archive-service';
import { BenchDatabase } from './bench-database';
import { JobRepository } from './job-repository';
import { ShopChanges } from './shop-changes';
import { ShopJoiner } from './shop-joiner';

describe('ShopJoiner', () => {
  let clear: () => Promise<void>;
  beforeEach(async () => (clear = await shopOfOne()));
  afterEach(() => clear());
  const db = (): BenchDatabase => TestBed.inject(BenchDatabase);
  const jobs = (): JobRepository => TestBed.inject(JobRepository);
  const item = { id: 'c', part: '220 µF', kind: '', quantity: 10, priceMinor: 40, drawer: 'B1', supplier: '' };
  /** The shop as another bench would have it that began with the same. */
  const asItStands = (): Promise<ShopArchive> =>
    db().atOneMoment(() => (TestBed.inject(ArchiveService) as unknown as { shopAsItStands(): Promise<ShopArchive> }).shopAsItStands());
  const now = new Date('2026-02-12T09:00:00.000Z');

  it('takes jobs, entries and counts of another bench in, in one write, and asks nothing the second time', async () => {
    await TestBed.inject(ShopChanges).saveStock([item]);
    const { id } = await jobs().bookIn(bookingOf(), 'Runa');
    const begun = { ...(await asItStands()), bench: 'b' };
    await jobs().append(id, { kind: 'note', text: 'seen here' } as never, 'Runa');
    await TestBed.inject(ShopChanges).saveStock([{ ...item, quantity: 8 }]);

    const [own] = begun.jobs;
    if (!own) throw new Error('There is no job.');
    const other: ShopArchive = {
      ...begun,
      stock: begun.stock.map((each) => ({ ...each, quantity: 7, moved: { ...each.moved, b: [0, 3] as [number, number] } })),
      jobs: [own, { ...own, id: crypto.randomUUID(), number: own.number + 1, bookedInAt: now.toISOString() }],
      tape: [
        ...begun.tape,
        { kind: 'note', text: 'seen there', id: crypto.randomUUID(), jobId: id, seq: 99, at: now.toISOString(), by: 'Sten' } as never,
      ],
    };
    const told = await TestBed.inject(ShopJoiner).joined(other);
    expect(told.asks).toEqual([]);
    expect(await db().jobs.count()).toBe(1);
    await TestBed.inject(ShopJoiner).take(other, {}, now);

    expect((await db().stock.get('c'))?.quantity).toBe(5);
    expect(await db().jobs.count()).toBe(2);
    const tape = await jobs().tape(id);
    expect(tape.flatMap((entry) => (entry.kind === 'note' ? [entry.text] : [])).sort()).toEqual(['seen here', 'seen there']);
    expect((await db().jobs.get(id))?.summary.entries).toBe(tape.length);
    expect((await TestBed.inject(ShopJoiner).joined(other)).says.join(' ')).not.toContain('together, by what each took');
    expect((await db().joins.get('b'))?.here.jobs.length).toBe(2);
  });
  it('keeps nothing of it where an entry says something else', async () => {
    const { id } = await jobs().bookIn(bookingOf(), 'Runa');
    const entry = await jobs().append(id, { kind: 'note', text: 'seen here' } as never, 'Runa');
    const other = await asItStands();
    const spoilt = {
      ...other,
      stock: [item],
      tape: other.tape.map((each) => (each.id === entry.id ? ({ ...each, text: 'other' } as never) : each)),
    };
    await expectAsync(TestBed.inject(ShopJoiner).take(spoilt, {}, now)).toBeRejected();
    expect(await db().stock.count()).toBe(0);
  });
});
