import fc from 'fast-check';
import { listedParts, summarise, wantedParts, type StockItem } from '../job';
import { sampleJob, tapeOf } from '../testing/entries';
import type { TapeBody } from '../tape';
import {
  isSettled,
  lineState,
  needsOf,
  orderGoesOn,
  orderSchema,
  placeOrder,
  spokenFor,
  type JobNow,
  type Order,
  type OrderEvent,
} from './index';

const [first, second, third] = [crypto.randomUUID(), crypto.randomUUID(), crypto.randomUUID()];
const item = (id: string, part: string, quantity: number, more: Partial<StockItem> = {}): StockItem => ({
  id,
  part,
  kind: '',
  quantity,
  priceMinor: 40,
  drawer: 'B1',
  supplier: '',
  ...more,
});
/** A job with its list, as its tape says. */
class Bench {
  readonly bodies: TapeBody[] = [];
  constructor(
    readonly id: string,
    readonly number: number,
    readonly promisedOn?: string,
  ) {}
  get now(): JobNow {
    const tape = tapeOf(...this.bodies);
    const { finished, waits, waitText } = summarise(sampleJob, tape, undefined);
    return {
      id: this.id,
      number: this.number,
      promisedOn: this.promisedOn,
      finished,
      waits,
      waitText,
      wanted: wantedParts(undefined, tape),
    };
  }
  list(names: readonly string[], value: string): this {
    this.bodies.push(...names.map((designator): TapeBody => ({ kind: 'listed', designator, value })));
    return this;
  }
  states(): Readonly<Record<string, string>> {
    return Object.fromEntries(listedParts(undefined, tapeOf(...this.bodies)).map(({ designator, state }) => [designator, state]));
  }
}
/** A shop in which acts on orders are carried out as the store does. */
class Shop {
  stock: StockItem[];
  order: Order | undefined;
  constructor(
    readonly benches: readonly Bench[],
    ...stock: StockItem[]
  ) {
    this.stock = stock;
  }
  get jobs(): readonly JobNow[] {
    return this.benches.map(({ now }) => now);
  }
  private keep({ order, stock, tapes, freed }: ReturnType<typeof placeOrder>): readonly number[] {
    this.order = orderSchema.parse(order);
    this.stock = this.stock.map((each) => ({ ...each, quantity: each.quantity + (stock.get(each.id) ?? 0) }));
    for (const bench of this.benches) bench.bodies.push(...(tapes.get(bench.id) ?? []));
    return freed;
  }
  place(lines: readonly (readonly [string, string, number])[], more: Partial<Order> = {}): void {
    const needs = needsOf(this.jobs, this.stock, []);
    this.keep(
      placeOrder(
        {
          id: crypto.randomUUID(),
          number: 3,
          supplier: 'Northwick',
          at: '2026-03-02T09:00:00.000Z',
          by: 'Runa',
          postageMinor: 0,
          note: '',
          events: [],
          lines: lines.map(([stock, part, count], k) => ({
            id: String(k),
            part,
            count,
            costMinor: 20,
            stock,
            for: (needs.find(({ item: of, part: name }) => of?.id === stock || name === part)?.for ?? []).map(({ jobId, designators }) => ({
              jobId,
              designators: [...designators],
            })),
          })),
          ...more,
        },
        this.jobs,
      ),
    );
  }
  happens(...events: readonly (Partial<OrderEvent> & { kind: OrderEvent['kind']; count: number })[]): readonly number[] {
    const full = events.map(
      (event) =>
        ({
          id: crypto.randomUUID(),
          at: '2026-03-09T09:00:00.000Z',
          by: 'Runa',
          line: '0',
          odd: 0,
          note: '',
          why: '',
          again: true,
          ...event,
        }) as unknown as OrderEvent,
    );
    return this.keep(orderGoesOn(this.order as Order, full, this.jobs, this.stock));
  }
}

describe('What has to be ordered', () => {
  it('is counted over all open jobs, the earliest promise served first from what is there', () => {
    const early = new Bench(first, 12, '2026-03-05').list(['C1', 'C2'], '220u 25v');
    const late = new Bench(second, 11, '2026-03-09').list(['C7', 'C8'], '220 µF 25 V');
    const needs = needsOf([late.now, early.now], [item('a', '220uF 25V', 3)], []);
    expect(
      needs.map(({ key, missing, for: jobs }) => [key, missing, jobs.map(({ number, designators }) => [number, ...designators])]),
    ).toEqual([['a', 1, [[11, 'C8']]]]);
    expect(spokenFor([late.now, early.now], [item('a', '220uF 25V', 3)]).get('a')).toEqual({
      count: 3,
      jobs: new Map([
        [12, 2],
        [11, 1],
      ]),
    });
  });
  it('has what no drawer knows by its name, and leaves out what is here, ordered, fitted or left', () => {
    const bench = new Bench(first, 12).list(['C1', 'C2', 'C3', 'C4', 'C5'], '10u 50v');
    bench.bodies.push(
      { kind: 'listed', designator: 'C1', state: 'here' },
      { kind: 'listed', designator: 'C2', state: 'ordered' },
      { kind: 'listed', designator: 'C3', state: 'left', why: 'measures as new' },
    );
    expect(needsOf([bench.now], [], []).map(({ part, missing, for: jobs }) => [part, missing, jobs[0]?.designators])).toEqual([
      ['10u 50v', 2, ['C4', 'C5']],
    ]);
  });
  it('brings a drawer up to its minimum, less what is on order for nobody', () => {
    const shop = new Shop([], item('a', '100n', 2, { minimum: 10 }));
    expect(needsOf([], shop.stock, [])[0]).toEqual(jasmine.objectContaining({ key: 'a', missing: 0, toMinimum: 8 }));
    shop.place([['a', '100n', 5]]);
    expect(needsOf([], shop.stock, [shop.order as Order])[0]?.toMinimum).toBe(3);
  });
  it('leaves alone what the owner of another set brought', () => {
    const bench = new Bench(first, 12).list(['Q7'], 'Larkholm RD-6');
    const brought = item('a', 'Larkholm RD-6', 1, { origin: 'owner', forJob: second });
    expect(needsOf([bench.now], [brought], [])[0]?.missing).toBe(1);
    expect(needsOf([bench.now], [{ ...brought, forJob: first }], [])).toEqual([]);
  });
});

describe('An order', () => {
  const shopOfTwo = (): { shop: Shop; early: Bench; late: Bench } => {
    const early = new Bench(first, 12, '2026-03-05').list(['C1', 'C2'], '220u 25v');
    const late = new Bench(second, 11, '2026-03-09').list(['C7', 'C8'], '220u 25v');
    const shop = new Shop([late, early], item('a', '220u 25v', 0));
    shop.place([['a', '220u 25v', 5]], { dueOn: '2026-03-06' });
    return { shop, early, late };
  };
  it('lets each job wait for its own, until the day on which it is due', () => {
    const { early, late } = shopOfTwo();
    expect(early.now).toEqual(jasmine.objectContaining({ waits: 'part', waitText: '2 × 220u 25v, order 3' }));
    expect(late.states()).toEqual({ C7: 'ordered', C8: 'ordered' });
    expect(summarise(sampleJob, tapeOf(...late.bodies), undefined).waitUntil).toBe('2026-03-06');
  });
  it('frees the earliest promise first, and says which can go on', () => {
    const { shop, early, late } = shopOfTwo();
    expect(shop.happens({ kind: 'came', count: 3 })).toEqual([12]);
    expect([early.states(), late.states()]).toEqual([
      { C1: 'here', C2: 'here' },
      { C7: 'here', C8: 'ordered' },
    ]);
    expect([early.now.waits, late.now.waits, shop.stock[0]?.quantity]).toEqual(['nothing', 'part', 3]);
    expect(shop.happens({ kind: 'came', count: 2 })).toEqual([11]);
    expect(late.now.waits).toBe('nothing');
    expect(isSettled(shop.order as Order)).toBeTrue();
  });
  it('keeps odd ones out of the drawer, and its parts waiting until it is said what becomes of them', () => {
    const { shop, late } = shopOfTwo();
    expect(shop.happens({ kind: 'came', count: 5, odd: 2 })).toEqual([12]);
    expect([shop.stock[0]?.quantity, late.states()['C8'], late.now.waits]).toEqual([3, 'ordered', 'part']);
    // The money comes back: it has to be ordered anew, and the job no longer waits for what does not come.
    expect(shop.happens({ kind: 'back', count: 2, why: '', again: false })).toEqual([]);
    expect([late.states()['C8'], late.now.waits]).toEqual(['wanted', 'nothing']);
  });
  it('waits on where odd ones go back and others come', () => {
    const { shop, early, late } = shopOfTwo();
    expect(shop.happens({ kind: 'came', count: 4, odd: 1 }, { kind: 'back', count: 1, why: 'measured 90 µF', again: true })).toEqual([12]);
    expect(late.states()).toEqual({ C7: 'here', C8: 'ordered' });
    expect(shop.happens({ kind: 'came', count: 2 })).toEqual([11]);
    expect([early.states()['C1'], late.states()['C8'], shop.stock[0]?.quantity]).toEqual(['here', 'here', 5]);
    expect(lineState(shop.order as Order, (shop.order as Order).lines[0] as Order['lines'][number])).toEqual({
      came: 6,
      good: 5,
      odd: 0,
      open: 0,
    });
  });
  it('takes good ones that go back from the drawer, and from the job that was served last', () => {
    const { shop, early, late } = shopOfTwo();
    shop.happens({ kind: 'came', count: 5 });
    shop.happens({ kind: 'back', count: 2, why: 'leaky at 25 V', again: true });
    expect([shop.stock[0]?.quantity, early.states()['C2'], late.states()]).toEqual([3, 'here', { C7: 'here', C8: 'ordered' }]);
    expect(late.now).toEqual(jasmine.objectContaining({ waits: 'part', waitText: '1 more, order 3' }));
  });
  it('that is given up sends its parts back to what is to be ordered', () => {
    const { shop, early, late } = shopOfTwo();
    shop.happens({ kind: 'came', count: 1 });
    expect(shop.happens({ kind: 'given-up', count: 4, why: 'made no more' })).toEqual([]);
    expect([early.states(), late.states()]).toEqual([
      { C1: 'here', C2: 'wanted' },
      { C7: 'wanted', C8: 'wanted' },
    ]);
    expect(needsOf(shop.jobs, shop.stock, [shop.order as Order])[0]?.missing).toBe(3);
  });
  it('frees a job also where the rest of its list lies in the drawers, and not where some of it is to be had nowhere', () => {
    for (const [other, freed] of [
      [{ stock: 'b' }, [12]],
      [{}, []],
    ] as const) {
      const bench = new Bench(first, 12).list(['C1'], '220u 25v');
      bench.bodies.push({ kind: 'listed', designator: 'R4', value: '47k', ...other });
      const shop = new Shop([bench], item('a', '220u 25v', 0), item('b', '47 kΩ 0.25 W', 9));
      shop.place([['a', '220u 25v', 1]]);
      expect(shop.happens({ kind: 'came', count: 1 })).toEqual([...freed]);
      expect(bench.now.waits).toBe('nothing');
    }
  });
  it('takes the place of no other wait: a question to the owner stays one', () => {
    const bench = new Bench(first, 12).list(['C1'], '220u 25v');
    bench.bodies.push({ kind: 'talk', act: 'asked', text: 'go on at 140?' });
    const shop = new Shop([bench], item('a', '220u 25v', 0));
    shop.place([['a', '220u 25v', 1]]);
    expect([bench.now.waits, bench.states()['C1']]).toEqual(['answer', 'ordered']);
    expect(shop.happens({ kind: 'came', count: 1 })).toEqual([]);
    shop.happens({ kind: 'back', count: 1, why: '', again: true });
    expect([bench.now.waits, bench.states()['C1']]).toEqual(['answer', 'ordered']);
  });
  it('refuses what cannot have happened', () => {
    const { shop } = shopOfTwo();
    expect(() => shop.happens({ kind: 'came', count: 2, odd: 3 })).toThrowError('3 of 2 cannot be odd.');
    expect(() => shop.happens({ kind: 'back', count: 1, why: '' })).toThrowError('0 came and stayed, and 1 cannot go back.');
    expect(() => shop.happens({ kind: 'given-up', count: 6, why: '' })).toThrowError('5 are still to come, and 6 cannot be given up.');
    shop.happens({ kind: 'came', count: 5 });
    shop.stock = shop.stock.map((each) => ({ ...each, quantity: 1 }));
    expect(() => shop.happens({ kind: 'back', count: 2, why: '' })).toThrowError('1 is in B1, and 2 cannot be taken out.');
  });

  it('never says that more parts are here than the drawers hold, nor forgets one, whatever happens to it', () => {
    const event = fc.record({
      kind: fc.constantFrom('came', 'back', 'given-up'),
      count: fc.integer({ min: 1, max: 4 }),
      odd: fc.integer({ min: 0, max: 2 }),
      again: fc.boolean(),
    });
    const law = fc.property(fc.integer({ min: 1, max: 6 }), fc.array(event, { maxLength: 8 }), (count, events) => {
      const benches = [
        new Bench(first, 12, '2026-03-05').list(['C1', 'C2', 'C3'], '1u'),
        new Bench(second, 11).list(['C7', 'C8'], '1u'),
        new Bench(third, 9),
      ];
      const shop = new Shop(benches, item('a', '1u', 0));
      shop.place([['a', '1u', count]]);
      for (const each of events) {
        const before = JSON.stringify([shop.order, shop.stock]);
        try {
          shop.happens(each as { kind: 'came'; count: number });
        } catch {
          if (JSON.stringify([shop.order, shop.stock]) !== before) return false;
        }
      }
      const states = benches.flatMap((bench) => Object.values(bench.states()));
      const here = states.filter((state) => state === 'here').length;
      const ordered = states.filter((state) => state === 'ordered').length;
      const order = shop.order as Order;
      const state = lineState(order, order.lines[0] as Order['lines'][number]);
      const waiting = shop.jobs.filter(({ waits }) => waits === 'part');
      return (
        states.length === 5 &&
        here <= (shop.stock[0]?.quantity ?? 0) &&
        shop.stock[0]?.quantity === state.good &&
        ordered <= state.open + state.odd &&
        waiting.every(({ wanted }) => wanted.some((part) => part.state === 'ordered'))
      );
    });
    expect(() => fc.assert(law, { numRuns: 400 })).not.toThrow();
  });
});
