import { chanceFrom } from '../chance';
import { Scheduler, type DayShop, type DayStep, type Hours, type Piece, type Task } from '../day';

/** Monday to Friday from nine to half past five with half an hour at noon. */
export const weekdays: Hours = {
  week: [0, 1, 2, 3, 4, 5, 6].map((day) =>
    day === 0 || day === 6
      ? []
      : ([
          [540, 780],
          [810, 1050],
        ] as const),
  ),
  off: [],
};

export const handsOf = (minutes: number): DayStep => ({
  kind: 'hands',
  stages: ['trace'],
  act: 'stage',
  minutes,
  range: [minutes * 0.6, minutes * 1.8],
  drawn: [minutes * 0.6, minutes * 0.8, minutes, minutes * 1.3, minutes * 1.8],
});
export const waitOf = (more: { readonly minutes?: number; readonly untilMs?: number }): DayStep => ({
  kind: 'wait',
  for: 'part',
  text: '',
  guessed: false,
  ...more,
});

const hourMs = 3_600_000;

/** A made-up shop on a Monday morning: sets in all states, promises that are tight for some. The same seed gives the same. */
export function madeShop(seed: number, jobs: number, people = 1): DayShop {
  const chance = chanceFrom(seed);
  const nowMs = new Date(2026, 1, 9, 9, 0).getTime();
  const tasks = Array.from({ length: jobs }, (_, index): Task => {
    const steps: DayStep[] = [];
    if (chance.happens(0.3)) steps.push(waitOf({ untilMs: nowMs + chance.between(2, 100) * hourMs }));
    steps.push(handsOf(Math.round(chance.between(20, 240))));
    if (chance.happens(0.5))
      steps.push(waitOf({ minutes: Math.round(chance.between(60, 300)) }), handsOf(Math.round(chance.between(10, 40))));
    const promised = chance.happens(0.8);
    return {
      id: `job ${index}`,
      steps,
      dueMs: nowMs + chance.between(4, (24 * 7 * jobs) / (14 * people) + 30) * hourMs,
      weight: promised ? 1 : 0.25,
      since: nowMs - chance.between(0, 400) * hourMs,
      setUp: `card ${Math.floor(chance.between(0, 4))}`,
    };
  });
  return {
    nowMs,
    people: Array.from({ length: people }, (_, index) => ({ name: `Person ${index + 1}`, hours: weekdays })),
    tasks,
    onBench: Array.from({ length: people }, () => undefined),
    before: [],
  };
}

/** What the best order of all costs: every order of a small shop, with every way to share it out, is laid out. */
export function leastCost(shop: DayShop): number {
  const scheduler = new Scheduler(shop);
  const { tasks, people } = shop;
  const who = new Int32Array(tasks.length);
  const next = new Int32Array(tasks.length);
  const order: Piece[] = [];
  let least = Infinity;
  const orders = (): void => {
    if (order.length === scheduler.pieces.length) {
      least = Math.min(least, scheduler.run(order, { who }).total);
      return;
    }
    for (let task = 0; task < tasks.length; task += 1) {
      const step = next[task] ?? 0;
      if (step >= scheduler.count(task)) continue;
      next[task] = step + 1;
      order.push({ task, step });
      orders();
      order.pop();
      next[task] = step;
    }
  };
  const shares = (task: number): void => {
    if (task === tasks.length) return orders();
    // People of the same hours are alike: the first set goes to the first of them.
    for (let person = 0; person < (task === 0 ? 1 : people.length); person += 1) {
      who[task] = person;
      shares(task + 1);
    }
  };
  shares(0);
  return least;
}
