import fc from 'fast-check';
import { countedAt, type StockItem } from '../job';
import type { Order } from '../orders';
import type { TapeBody, TapeEntry } from '../tape';
import { sampleCustomer, sampleJob, sampleSet, sampleShop } from '../testing/entries';
import { joinShops, recordsOf, type ShopsLastJoined } from './join-shop';
import { same } from './join-records';
import type { ShopArchive } from './shop-archive';
import { noSheets } from './sheets-part';

const capacitor: StockItem = { id: 'c', part: '220 µF', kind: '', quantity: 10, priceMinor: 40, drawer: 'B1', supplier: '' };
const order: Order = {
  id: '66666666-6666-4666-8666-666666666666',
  number: 1,
  supplier: 'Skarrow Components',
  at: '2026-02-10T09:00:00.000Z',
  by: 'Runa',
  postageMinor: 0,
  note: '',
  lines: [{ id: '1', part: '220 µF', count: 4, costMinor: 20, stock: 'c', for: [] }],
  events: [],
};
const base: ShopArchive = {
  settings: { ...sampleShop, nextJobNumber: 418 },
  customers: [sampleCustomer],
  sets: [sampleSet],
  jobs: [sampleJob],
  tape: [],
  cards: [],
  stock: [capacitor],
  instruments: [],
  suppliers: [],
  orders: [order],
  practice: [],
  lessons: [],
  attachments: [],
  blobs: {},
  ...noSheets,
};

let made = 0;
const uuid = (): string => `77777777-7777-4777-8777-${String((made += 1)).padStart(12, '0')}`;

/** A bench with a shop of its own, as its store would keep it. */
class Bench {
  shop: ShopArchive;
  readonly last = new Map<string, ShopsLastJoined>();
  constructor(
    readonly id: string,
    shop: ShopArchive,
  ) {
    this.shop = { ...shop, bench: id };
  }
  change<T extends 'customers' | 'sets' | 'jobs' | 'stock' | 'orders'>(
    table: T,
    id: string,
    change: (row: ShopArchive[T][number]) => ShopArchive[T][number],
  ): void {
    this.shop = {
      ...this.shop,
      [table]: (this.shop[table] as readonly { id: string }[]).map((row) => (row.id === id ? change(row as never) : row)),
    };
  }
  count(by: number): void {
    this.change('stock', 'c', (item) => countedAt(item, { ...item, quantity: Math.max(0, item.quantity + by) }, this.id));
  }
  write(jobId: string, body: TapeBody, at = new Date(Date.UTC(2026, 1, 12, 10, (made += 1))).toISOString()): void {
    const own = this.shop.tape.filter((entry) => entry.jobId === jobId);
    this.shop = {
      ...this.shop,
      tape: [...this.shop.tape, { ...body, id: uuid(), jobId, seq: own.length + 1, at, by: this.id } as TapeEntry],
    };
  }
  book(number = this.shop.settings.nextJobNumber): string {
    const id = uuid();
    const bookedInAt = new Date(Date.UTC(2026, 1, 12, 10, (made += 1))).toISOString();
    this.shop = {
      ...this.shop,
      jobs: [...this.shop.jobs, { ...sampleJob, id, number, bookedInAt }],
      settings: { ...this.shop.settings, nextJobNumber: number + 1 },
    };
    return id;
  }
  take(other: Bench, answers: Record<string, 'here' | 'file'> = {}): ReturnType<typeof joinShops> {
    const file = JSON.parse(JSON.stringify(other.shop)) as ShopArchive;
    const joined = joinShops(this.shop, file, this.last.get(other.id), answers);
    this.shop = { ...joined.shop, bench: this.id };
    this.last.set(other.id, { file: recordsOf(file), here: recordsOf(joined.shop) });
    return joined;
  }
}
const two = (): readonly [Bench, Bench] => [new Bench('a', base), new Bench('b', base)];
/** Both hold the same: tables in any order. */
const alike = (a: Bench, b: Bench): void => {
  const sorted = ({ shop }: Bench) =>
    (['customers', 'sets', 'jobs', 'stock', 'orders', 'tape'] as const).map((table) =>
      [...(shop[table] as readonly { id: string }[])].sort((x, y) => x.id.localeCompare(y.id)),
    );
  expect(same(sorted(a), sorted(b))).toBeTrue();
};
const note: TapeBody = { kind: 'note', text: 'seen' } as TapeBody;

describe('two benches', () => {
  it('come to the same when each takes the other in, and are asked nothing where only one changed a thing', () => {
    const [a, b] = two();
    a.write(sampleJob.id, note);
    b.write(sampleJob.id, note);
    a.take(b);
    b.take(a);
    a.change('customers', sampleCustomer.id, (row) => ({ ...row, phone: '12' }));
    b.change('sets', sampleSet.id, (row) => ({ ...row, serial: 'OB7-9' }));
    b.book();
    expect(a.take(b).asks).toEqual([]);
    expect(b.take(a).asks).toEqual([]);
    alike(a, b);
    expect([b.shop.customers[0]?.phone, a.shop.sets[0]?.serial, a.shop.jobs.length, a.shop.tape.length]).toEqual(['12', 'OB7-9', 2, 2]);
  });
  it('are asked where both changed the same thing, until both hold the same', () => {
    const [a, b] = two();
    a.take(b);
    b.take(a);
    a.change('customers', sampleCustomer.id, (row) => ({ ...row, phone: '12' }));
    b.change('customers', sampleCustomer.id, (row) => ({ ...row, phone: '34' }));
    const asked = a.take(b);
    expect(asked.asks).toEqual([
      { of: `customers ${sampleCustomer.id}`, title: 'owner Marrow', differs: [{ field: 'telephone', here: '12', file: '34' }] },
    ]);
    expect(a.shop.customers[0]?.phone).toBe('12');
    // They still differ, as long as the other has not heard of it.
    expect(a.take(b).asks.length).toBe(1);
    expect(b.take(a, { [`customers ${sampleCustomer.id}`]: 'file' }).asks.length).toBe(1);
    alike(a, b);
    expect(a.take(b).asks).toEqual([]);
    expect(a.shop.customers[0]?.phone).toBe('12');
  });
  it('are asked of every difference where they never were joined', () => {
    const [a, b] = two();
    b.change('jobs', sampleJob.id, (row) => ({ ...row, promisedOn: '2026-02-20' }));
    const { asks } = a.take(b, { [`jobs ${sampleJob.id}`]: 'file' });
    expect(asks.map(({ title, differs }) => [title, differs[0]?.here, differs[0]?.file])).toEqual([
      ['job 417', '2026-02-13', '2026-02-20'],
    ]);
    expect(a.shop.jobs[0]?.promisedOn).toBe('2026-02-20');
  });
  it('add their stock up, and say so', () => {
    const [a, b] = two();
    a.count(-3);
    b.count(-1);
    const { says } = a.take(b);
    expect(a.shop.stock[0]?.quantity).toBe(6);
    expect(says).toContain('220 µF: 7 here and 9 there are 6 together, by what each took and put in.');
    b.take(a);
    alike(a, b);
  });
  it('say where both took the last one', () => {
    const [a, b] = two();
    a.count(-10);
    b.count(-2);
    expect(a.take(b).says.join(' ')).toContain('together the benches took 2 more than there were');
  });
  it('give one of two jobs of the same number another, and both know which', () => {
    const [a, b] = two();
    a.take(b);
    b.take(a);
    const [first, second] = [a.book(), b.book()];
    const { says } = a.take(b);
    b.take(a);
    alike(a, b);
    const number = (id: string): number | undefined => b.shop.jobs.find((job) => job.id === id)?.number;
    expect([number(first), number(second)]).toEqual([418, 419]);
    expect(says.join(' ')).toContain('Two jobs had the number 418: the later one is 419 now');
    expect(a.shop.settings.nextJobNumber).toBe(420);
  });
  it('bring together what happened to an order', () => {
    const [a, b] = two();
    const came =
      (at: string) =>
      (row: Order): Order => ({
        ...row,
        events: [...row.events, { kind: 'came', id: uuid(), at, by: '', line: '1', count: 1, odd: 0, note: '' }],
      });
    a.change('orders', order.id, came('2026-02-12T12:00:00.000Z'));
    b.change('orders', order.id, came('2026-02-12T11:00:00.000Z'));
    a.take(b);
    b.take(a);
    alike(a, b);
    expect(a.shop.orders[0]?.events.map(({ at }) => at)).toEqual(['2026-02-12T11:00:00.000Z', '2026-02-12T12:00:00.000Z']);
  });
  it('take away what the other took away, unless it was changed here or something needs it', () => {
    const [a, b] = two();
    a.take(b);
    b.take(a);
    b.shop = { ...b.shop, stock: [], customers: [] };
    const { says } = a.take(b);
    expect([a.shop.stock.length, a.shop.customers.length]).toEqual([0, 1]);
    expect(says).toContain('1 item of stock taken away over there goes here too.');
    const [c, d] = two();
    c.take(d);
    d.shop = { ...d.shop, stock: [] };
    c.count(-1);
    c.take(d);
    expect(c.shop.stock.length).toBe(1);
  });
  it('refuse an entry that says something else', () => {
    const [a, b] = two();
    a.write(sampleJob.id, note);
    b.shop = { ...b.shop, tape: a.shop.tape.map((entry) => ({ ...entry, text: 'other' }) as TapeEntry) };
    expect(() => a.take(b)).toThrowError(/something else/);
  });
  it('hold all that either held, with stock that adds up, whatever was done at each and however often they were joined', () => {
    const act = fc.record({
      bench: fc.constantFrom(0, 1),
      what: fc.constantFrom('write', 'take', 'put', 'book', 'phone', 'join'),
      n: fc.integer({ min: 1, max: 3 }),
    });
    fc.assert(
      fc.property(fc.array(act, { maxLength: 30 }), (acts) => {
        const benches = [
          new Bench('a', { ...base, stock: [{ ...capacitor, quantity: 500 }] }),
          new Bench('b', { ...base, stock: [{ ...capacitor, quantity: 500 }] }),
        ] as const;
        let [written, booked, stock] = [0, 0, 500];
        for (const { bench, what, n } of acts) {
          const [own, other] = bench === 0 ? benches : ([benches[1], benches[0]] as const);
          if (what === 'write') {
            own.write(sampleJob.id, note);
            written += 1;
          } else if (what === 'take' || what === 'put') {
            const by = what === 'take' ? -n : n;
            own.count(by);
            stock += by;
          } else if (what === 'book') {
            own.book();
            booked += 1;
          } else if (what === 'phone') own.change('customers', sampleCustomer.id, (row) => ({ ...row, phone: `${bench} ${n}` }));
          else own.take(other);
        }
        const [a, b] = benches;
        a.take(b);
        const file = `customers ${sampleCustomer.id}`;
        b.take(a, { [file]: 'file' });
        a.take(b, { [file]: 'file' });
        alike(a, b);
        expect([a.shop.tape.length, a.shop.jobs.length, a.shop.stock[0]?.quantity]).toEqual([written, 1 + booked, stock]);
        expect(new Set(a.shop.jobs.map(({ number }) => number)).size).toBe(a.shop.jobs.length);
      }),
    );
  });
});
