import fc from 'fast-check';
import { handsOf, leastCost, madeShop, waitOf, weekdays } from '../testing/day-shops';
import { bestOrder } from './best-order';
import type { DayShop, Task } from './day-shop';
import { Scheduler, type Piece, type Placed } from './schedule';

const at = (day: number, hour: number, minute = 0): number => new Date(2026, 1, day, hour, minute).getTime();
const task = (steps: Task['steps'], due = at(20, 18), more: Partial<Task> = {}): Task => ({
  id: 'a',
  steps,
  dueMs: due,
  weight: 1,
  since: 0,
  setUp: 'x',
  ...more,
});
const shopOf = (tasks: readonly Task[], people = 1, before: DayShop['before'] = []): DayShop => ({
  nowMs: at(9, 9),
  people: Array.from({ length: people }, (_, i) => ({ name: `P${i}`, hours: weekdays })),
  tasks,
  onBench: [],
  before,
});
const laidOut = (shop: DayShop, order: readonly Piece[], who?: Int32Array): Placed[] => {
  const keep: Placed[] = [];
  new Scheduler(shop).run(order, { keep, ...(who ? { who } : {}) });
  return keep;
};
const piece = (t: number, step = 0): Piece => ({ task: t, step });

/** What must hold of every plan, whatever the order. */
function holds(shop: DayShop, placed: readonly Placed[]): void {
  const byPerson = new Map<number, Placed[]>();
  for (const each of placed) byPerson.set(each.person, [...(byPerson.get(each.person) ?? []), each]);
  for (const own of byPerson.values()) {
    own.sort((a, b) => a.fromMs - b.fromMs);
    for (const [i, each] of own.entries()) expect(each.setUpMs).toBeGreaterThanOrEqual(own[i - 1]?.toMs ?? shop.nowMs);
  }
  for (const [t, { steps, notBeforeMs = 0 }] of shop.tasks.entries()) {
    const own = placed.filter((each) => each.task === t).sort((a, b) => a.step - b.step);
    let [free, step] = [Math.max(shop.nowMs, notBeforeMs), 0];
    for (const each of steps) {
      if (each.kind === 'wait') free = Math.max(free + (each.minutes ?? 0) * 60_000, each.untilMs ?? 0);
      else {
        const { fromMs, toMs } = own[step++] as Placed;
        expect(fromMs).toBeGreaterThanOrEqual(free);
        free = toMs;
      }
    }
    expect(new Set(own.map(({ person }) => person)).size).toBeLessThan(2);
    expect(own.length).toBe(step);
  }
  for (const [first, second] of shop.before) {
    const begin = (t: number): number => placed.find((each) => each.task === t && each.step === 0)?.fromMs ?? 0;
    expect(begin(first)).toBeLessThanOrEqual(begin(second));
  }
}

describe('an order of work, laid out', () => {
  it('sets up, works, and goes on in the morning', () => {
    const shop = shopOf([task([handsOf(60)]), task([handsOf(480)], undefined, { setUp: 'y' })]);
    const [first, second] = laidOut(shop, [piece(0), piece(1)]);
    expect([first?.setUpMs, first?.fromMs, first?.toMs]).toEqual([at(9, 9), at(9, 9, 10), at(9, 10, 10)]);
    expect([second?.fromMs, second?.toMs]).toEqual([at(9, 10, 20), at(10, 10, 20)]);
  });
  it('sets up less for a set of the same chassis, and not at all for what lies on the bench', () => {
    const shop = { ...shopOf([task([handsOf(60)]), task([handsOf(60)])]), onBench: [0] };
    const [first, second] = laidOut(shop, [piece(0), piece(1)]);
    expect(first?.fromMs).toBe(at(9, 9));
    expect(second?.fromMs).toBe(at(9, 10, 4));
  });
  it('does other work while a soak runs', () => {
    const shop = shopOf([task([handsOf(50), waitOf({ minutes: 120 }), handsOf(10)]), task([handsOf(60)])]);
    const placed = laidOut(shop, [piece(0), piece(1), piece(0, 1)]);
    expect(placed.map(({ task: t, fromMs }) => [t, fromMs])).toEqual([
      [0, at(9, 9, 10)],
      [1, at(9, 10, 4)],
      [0, at(9, 12, 4)],
    ]);
  });
  it('never overlaps one pair of hands, never begins before what it waits for is over, in any order', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 1, max: 1e6 }),
        fc.integer({ min: 1, max: 14 }),
        fc.integer({ min: 1, max: 3 }),
        (seed, jobs, people) => {
          const shop = madeShop(seed, jobs, people);
          const scheduler = new Scheduler(shop);
          const next = shop.tasks.map(() => 0);
          // Any order in which each job's own work stays in its own order.
          const order = [...scheduler.pieces]
            .sort((a, b) => Math.sin(seed * (a.task + 1) + a.step * 7) - Math.sin(seed * (b.task + 1) + b.step * 7))
            .map(({ task: t }) => ({ task: t, step: (next[t] = (next[t] ?? 0) + 1) - 1 }));
          holds(shop, laidOut(shop, order));
        },
      ),
    );
  });
});

describe('the best order', () => {
  it('holds what a plan must hold, with what was wished', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 1, max: 1e6 }),
        fc.integer({ min: 2, max: 12 }),
        fc.integer({ min: 1, max: 3 }),
        (seed, jobs, people) => {
          const made = madeShop(seed, jobs, people);
          const shop = { ...made, before: [[jobs - 1, 0] as const, [Math.floor(jobs / 2), jobs - 1] as const].filter(([a, b]) => a !== b) };
          const scheduler = new Scheduler(shop);
          const best = bestOrder(scheduler, 200, seed);
          const keep: Placed[] = [];
          expect(scheduler.run(best.order, { who: best.who, keep }).total).toBeCloseTo(best.cost, 9);
          holds(shop, keep);
        },
      ),
      { numRuns: 60 },
    );
  });
  it('is as good as the best of all orders of small shops', () => {
    let [found, least] = [0, 0];
    for (let seed = 1; seed <= 12; seed += 1)
      for (const [jobs, people] of [
        [4, 1],
        [3, 2],
      ] as const) {
        const shop = madeShop(seed, jobs, people);
        const cost = bestOrder(new Scheduler(shop), 600).cost;
        const optimum = leastCost(shop);
        expect(cost).toBeGreaterThanOrEqual(optimum - 1e-9);
        found += cost;
        least += optimum;
      }
    expect(found).toBeLessThanOrEqual(1.03 * least);
  });
  it('is less late than the first promise first', () => {
    let [found, plain] = [0, 0];
    for (let seed = 1; seed <= 6; seed += 1) {
      const scheduler = new Scheduler(madeShop(seed, 30));
      plain += scheduler.run(scheduler.byRule((t) => scheduler.shop.tasks[t]?.dueMs ?? 0)).lateDays;
      const best = bestOrder(scheduler, 400);
      found += scheduler.run(best.order, { who: best.who }).lateDays;
    }
    expect(found).toBeLessThan(0.95 * plain);
  });
  it('is the same whenever it is asked for', () => {
    const scheduler = new Scheduler(madeShop(3, 20, 2));
    expect(bestOrder(scheduler, 300)).toEqual(bestOrder(new Scheduler(madeShop(3, 20, 2)), 300));
  });
  it('of an empty shop is empty', () => expect(bestOrder(new Scheduler(shopOf([])), 100).order).toEqual([]));
});
