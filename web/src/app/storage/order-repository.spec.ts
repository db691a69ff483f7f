import { TestBed } from '@angular/core/testing';
import { firstValueFrom } from 'rxjs';
import { bookingOf, shopOfOne } from '../testing/shop-of-one';
import { BenchDatabase } from './bench-database';
import { JobRepository } from './job-repository';
import { OrderRepository, type OrderDraft } from './order-repository';

describe('OrderRepository', () => {
  let clear: () => Promise<void>;
  let orders: OrderRepository;
  let jobs: JobRepository;
  let db: BenchDatabase;
  beforeEach(async () => {
    clear = await shopOfOne();
    [orders, jobs, db] = [TestBed.inject(OrderRepository), TestBed.inject(JobRepository), TestBed.inject(BenchDatabase)];
  });
  afterEach(() => clear());

  const jobWithList = async (serial: string): Promise<string> => {
    const { id } = await jobs.bookIn(bookingOf(serial), 'Runa');
    await jobs.append(id, { kind: 'listed', designator: 'C12', value: '220u 63v' }, 'Runa');
    return id;
  };
  const draft = (job: string): OrderDraft => ({
    supplier: 'Larkholm',
    postageMinor: 0,
    note: '',
    lines: [{ part: '220u 63v', count: 2, costMinor: 25, for: [{ jobId: job, designators: ['C12'] }] }],
  });
  const now = () => firstValueFrom(orders.jobsNow$);

  it('places an order: a part that no drawer knows is in the list from then on, and the job waits', async () => {
    const job = await jobWithList('1');
    expect((await now())[0]?.wanted).toEqual([{ designator: 'C12', part: '220u 63v', state: 'wanted' }]);
    const order = await orders.place(draft(job), 'Runa');
    expect((await db.stock.get(order.lines[0]?.stock ?? ''))?.quantity).toBe(0);
    expect((await now())[0]).toEqual(jasmine.objectContaining({ waits: 'part', waitText: '1 × 220u 63v, order 1' }));
    expect((await orders.place(draft(job), 'Runa')).number).toBe(2);
  });
  it('takes in what came: counted up, the job freed, its price and drawer kept with it', async () => {
    const job = await jobWithList('1');
    const { id, lines } = await orders.place(draft(job), 'Runa');
    const item = lines[0]?.stock ?? '';
    const { freed } = await orders.goesOn(
      id,
      [{ kind: 'came', line: '1', count: 2, odd: 0, note: '' }],
      'Runa',
      new Map([[item, { drawer: 'B7', priceMinor: 60 }]]),
    );
    expect(freed).toEqual([(await db.jobs.get(job))?.number ?? 0]);
    expect(await db.stock.get(item)).toEqual(jasmine.objectContaining({ quantity: 2, drawer: 'B7', priceMinor: 60, costMinor: 25 }));
    expect((await db.jobs.get(job))?.summary.waits).toBe('nothing');
  });
  it('changes nothing where what is said cannot have happened', async () => {
    const job = await jobWithList('1');
    const { id } = await orders.place(draft(job), 'Runa');
    const before = JSON.stringify([await db.orders.toArray(), await db.stock.toArray(), await jobs.tape(job)]);
    await expectAsync(
      orders.goesOn(
        id,
        [
          { kind: 'came', line: '1', count: 1, odd: 0, note: '' },
          { kind: 'back', line: '1', count: 3, why: '', again: true },
        ],
        'Runa',
      ),
    ).toBeRejected();
    expect(JSON.stringify([await db.orders.toArray(), await db.stock.toArray(), await jobs.tape(job)])).toBe(before);
  });
  it('counts in what was taken out of the list of stock since it was ordered', async () => {
    const job = await jobWithList('1');
    const { id, lines } = await orders.place(draft(job), 'Runa');
    const item = lines[0]?.stock ?? '';
    await db.stock.delete(item);
    await orders.goesOn(id, [{ kind: 'came', line: '1', count: 2, odd: 0, note: '' }], 'Runa');
    expect(await db.stock.get(item)).toEqual(jasmine.objectContaining({ part: '220u 63v', quantity: 2 }));
  });
  it('knows the lists of jobs whose rows were written before rows knew them, and no job that was handed back', async () => {
    const job = await jobWithList('1');
    const row = await db.jobs.get(job);
    if (!row) return fail('no job');
    const { wanted: _, ...older } = row.summary;
    await db.jobs.put({ ...row, summary: older });
    expect((await now()).map(({ wanted }) => wanted.length)).toEqual([1]);
    await jobs.append(job, { kind: 'handed-back', totalMinor: 0 }, 'Runa');
    expect(await now()).toEqual([]);
  });
});
