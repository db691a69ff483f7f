import fc from 'fast-check';
import type { Offer } from '../job';
import { orderPlans, sellersOf, taken, type Asked, type Order, type Seller } from './index';

const seller = (name: string, more: Partial<Seller> = {}): Seller => ({
  name,
  postageMinor: 0,
  learnedFrom: 0,
  came: 0,
  odd: 0,
  oddShare: 0,
  ...more,
});
const offer = (supplier: string, costMinor: number, more: Partial<Offer> = {}): Offer => ({ supplier, costMinor, ...more });
const asked = (key: string, count: number, ...offers: Offer[]): Asked => ({ key, count, offers });

describe('Ways to order', () => {
  it('take whole packs, and not below the least', () => {
    expect(taken(7, offer('A', 1, { pack: 5 }))).toBe(10);
    expect(taken(2, offer('A', 1, { least: 6, pack: 4 }))).toBe(8);
    expect(taken(2, offer('A', 1))).toBe(2);
  });
  it('count postage: a second seller who is cheaper by less than that is not asked', () => {
    const rows = [asked('c', 10, offer('A', 50), offer('B', 20)), asked('q', 1, offer('A', 900))];
    expect(orderPlans(rows, [seller('A', { postageMinor: 400 }), seller('B', { postageMinor: 400 })]).cheapest?.landedMinor).toBe(1800);
    const cheap = orderPlans(rows, [seller('A', { postageMinor: 400 }), seller('B', { postageMinor: 200 })]).cheapest;
    expect([cheap?.landedMinor, cheap?.sellers.map(({ name }) => name).sort()]).toEqual([1700, ['A', 'B']]);
  });
  it('know that postage falls away, and that an order can be too small', () => {
    const rows = [asked('c', 10, offer('A', 55), offer('B', 50)), asked('d', 10, offer('A', 50), offer('B', 90))];
    const free = orderPlans(rows, [seller('A', { postageMinor: 300, freeFromMinor: 1000 }), seller('B')]).cheapest;
    expect([free?.landedMinor, free?.sellers.length]).toEqual([1050, 1]);
    const least = orderPlans(rows, [seller('A'), seller('B', { leastMinor: 600 })]).cheapest;
    expect([least?.landedMinor, least?.sellers.some(({ tooSmall }) => tooSmall)]).toEqual([1050, false]);
  });
  it('count in what is likely to be odd', () => {
    const plan = orderPlans(
      [asked('q', 10, offer('A', 100), offer('B', 90))],
      [seller('A', { oddShare: 0.01 }), seller('B', { oddShare: 0.2 })],
    ).cheapest;
    expect([plan?.landedMinor, plan?.expectedMinor]).toEqual([1000, 1010]);
  });
  it('tell what is complete soonest, and what one seller has all of', () => {
    const rows = [
      asked('c', 1, offer('A', 10, { days: 9 }), offer('B', 30)),
      asked('d', 1, offer('A', 10, { days: 9 }), offer('C', 50, { days: 5 })),
    ];
    const { cheapest, soonest, oneSeller } = orderPlans(rows, [seller('A'), seller('B', { days: 2 }), seller('C')]);
    expect([cheapest?.landedMinor, cheapest?.days]).toEqual([20, 9]);
    expect([soonest?.landedMinor, soonest?.days]).toEqual([80, 5]);
    expect(oneSeller?.sellers.map(({ name }) => name)).toEqual(['A']);
  });
  it('say what nobody offers, and promise no day that is not known', () => {
    const { unoffered, cheapest, soonest } = orderPlans([asked('c', 1), asked('d', 1, offer('A', 10))], []);
    expect([unoffered, cheapest?.days, soonest, cheapest?.landedMinor]).toEqual([['c'], undefined, undefined, 10]);
  });

  it('are within 2 in 100 of the best of all, and mostly it', () => {
    const names = ['A', 'B', 'C'];
    const rowsOf = fc.array(
      fc.record({
        count: fc.integer({ min: 1, max: 30 }),
        prices: fc.array(fc.integer({ min: 5, max: 300 }), { minLength: 3, maxLength: 3 }),
        packs: fc.array(fc.constantFrom(1, 5, 10), { minLength: 3, maxLength: 3 }),
      }),
      { minLength: 1, maxLength: 5 },
    );
    const sellersOfSeed = fc.array(
      fc.record({
        postageMinor: fc.integer({ min: 0, max: 900 }),
        freeFromMinor: fc.option(fc.integer({ min: 500, max: 4000 }), { nil: undefined }),
      }),
      { minLength: 3, maxLength: 3 },
    );
    let [exact, all] = [0, 0];
    const law = fc.property(rowsOf, sellersOfSeed, (made, terms) => {
      const sellers = names.map((name, k) =>
        seller(name, {
          postageMinor: terms[k]?.postageMinor ?? 0,
          ...(terms[k]?.freeFromMinor === undefined ? {} : { freeFromMinor: terms[k]?.freeFromMinor }),
        }),
      );
      const rows = made.map(({ count, prices, packs }, k) =>
        asked(String(k), count, ...names.map((name, j) => offer(name, prices[j] ?? 1, { pack: packs[j] ?? 1 }))),
      );
      let best = Infinity;
      for (let pick = 0; pick < 3 ** rows.length; pick += 1) {
        const goods = [0, 0, 0];
        rows.forEach(({ count, offers }, k) => {
          const of = Math.floor(pick / 3 ** k) % 3;
          const chosen = offers[of];
          if (chosen) goods[of] = (goods[of] ?? 0) + taken(count, chosen) * chosen.costMinor;
        });
        const cost = goods.reduce(
          (sum, of, j) => sum + (of === 0 ? 0 : of + (of >= (sellers[j]?.freeFromMinor ?? Infinity) ? 0 : (sellers[j]?.postageMinor ?? 0))),
          0,
        );
        best = Math.min(best, cost);
      }
      const found = orderPlans(rows, sellers).cheapest?.landedMinor ?? Infinity;
      all += 1;
      if (found === best) exact += 1;
      return found >= best && found <= best * 1.02;
    });
    expect(() => fc.assert(law, { numRuns: 200, seed: 7 })).not.toThrow();
    expect(exact / all).toBeGreaterThan(0.95);
  });
});

describe('What is known of a seller', () => {
  const order = (supplier: string, at: string, came: string, count = 10, odd = 0): Order => ({
    id: crypto.randomUUID(),
    number: 1,
    supplier,
    at: `${at}T09:00:00.000Z`,
    by: 'Runa',
    postageMinor: 0,
    note: '',
    lines: [{ id: 'l', part: 'p', count, costMinor: 1, stock: 'a', for: [] }],
    events: [
      { kind: 'came', id: crypto.randomUUID(), at: `${came}T12:00:00.000Z`, by: 'Runa', line: 'l', count, odd, note: '' },
      ...(odd
        ? [
            {
              kind: 'back' as const,
              id: crypto.randomUUID(),
              at: `${came}T12:05:00.000Z`,
              by: 'Runa',
              line: 'l',
              count: odd,
              why: '',
              again: false,
            },
          ]
        : []),
    ],
  });
  const told = { id: crypto.randomUUID(), name: 'Northwick', postageMinor: 450, leadDays: 3, note: '' };
  it('is what was told, until something came', () =>
    expect(sellersOf(['Southby'], [told], [])).toEqual([
      jasmine.objectContaining({ name: 'Northwick', postageMinor: 450, days: 3, learnedFrom: 0, oddShare: 0.02 }),
      jasmine.objectContaining({ name: 'Southby', postageMinor: 0, learnedFrom: 0 }),
    ]));
  it('is learned from what happened: the middle of its days, and within how many eight of ten were', () => {
    const orders = [4, 6, 6, 7, 12].map((days, k) =>
      order('Northwick', `2026-03-0${k + 1}`, `2026-03-${String(k + 1 + days).padStart(2, '0')}`),
    );
    expect(sellersOf([], [told], orders)[0]).toEqual(jasmine.objectContaining({ days: 6, within: 7, learnedFrom: 5, came: 50, odd: 0 }));
  });
  it('counts what was odd', () => {
    const [known] = sellersOf([], [{ ...told, trust: 'doubtful' }], [order('Northwick', '2026-03-01', '2026-03-05', 80, 8)]);
    expect(known?.oddShare).toBeCloseTo((8 + 4) / 100, 9);
  });
});
