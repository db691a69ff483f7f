import { chanceFrom } from '../chance';
import type { Piece, Scheduler } from './schedule';

/** An order of work, who does each job, and what it costs. */
export interface Ordered {
  readonly order: readonly Piece[];
  readonly who: Int32Array;
  readonly cost: number;
}

/** With more pieces of work than this the shortest first is left out: it never leads. */
const manyPieces = 150;
/** Rules from which the search begins; by each an order is made, and the best is improved. */
const rules: readonly ((scheduler: Scheduler) => (task: number, startMs: number, leftMinutes: number) => number)[] = [
  // The earliest promise first.
  ({ shop }) =>
    (task) =>
      shop.tasks[task]?.dueMs ?? 0,
  // The least time to spare first.
  ({ shop }) =>
    (task, start, left) =>
      (shop.tasks[task]?.dueMs ?? 0) - start - left * 60_000,
  // What is soonest done for its weight, and more so the nearer its date. Source: apparent tardiness cost, Vepsalainen and Morton 1987.
  ({ shop }) =>
    (task, start, left) => {
      const { dueMs = 0, weight = 1 } = shop.tasks[task] ?? {};
      const spare = Math.max(0, dueMs - start - left * 60_000) / 3_600_000;
      return -((weight + 0.01) / Math.max(1, left)) * Math.exp(-spare / 20);
    },
  // The shortest first.
  () => (_, __, left) => left,
];

/**
 * A good order of work: the best of four rules, then improved by moving pieces of work forward and back and jobs from one person to another,
 * taking a worse one for a while where that leads on. The same shop gives the same order.
 * @param tries how many orders are laid out
 */
export function bestOrder(scheduler: Scheduler, tries: number, seed = 1): Ordered {
  const people = scheduler.times.length;
  const who = new Int32Array(scheduler.shop.tasks.length).fill(-1);
  let best: Ordered = { order: [], who, cost: Infinity };
  for (const rule of scheduler.pieces.length > manyPieces ? rules.slice(0, 3) : rules) {
    const order = scheduler.byRule(rule(scheduler));
    const cost = scheduler.run(order, { who }).total;
    if (cost < best.cost) best = { order, who, cost };
  }
  if (best.order.length < 2) return best;
  const chance = chanceFrom(seed);
  const now = [...best.order];
  const nowWho = Int32Array.from(who);
  let nowCost = best.cost;
  const below = (n: number): number => Math.min(n - 1, Math.floor(chance.between(0, n)));
  for (let i = 0; i < tries; i += 1) {
    const heat = 0.02 * Math.max(0.01, best.cost) * (1 - i / tries) ** 2;
    const kind = chance.between(0, 1);
    if (kind < exchanges) {
      const other = exchanged(scheduler, now, below);
      if (!other) continue;
      const { total } = scheduler.run(other, { who: nowWho });
      if (total > nowCost && !chance.happens(Math.exp((nowCost - total) / heat))) continue;
      now.splice(0, now.length, ...other);
      nowCost = total;
      if (total < best.cost - 1e-12) best = { order: other, who: Int32Array.from(nowWho), cost: total };
      continue;
    }
    const swaps = people > 1 && kind > 0.85;
    const task = swaps ? below(nowWho.length) : -1;
    const wasWho = nowWho[task] ?? -1;
    let [from, to] = [0, 0];
    if (swaps) nowWho[task] = below(people + 1) - 1;
    else {
      [from, to] = moveOf(scheduler, now, below);
      if (from === to) continue;
      move(now, from, to);
    }
    const { total } = scheduler.run(now, { who: nowWho });
    if (total <= nowCost || chance.happens(Math.exp((nowCost - total) / heat))) {
      nowCost = total;
      if (total < best.cost - 1e-12) best = { order: [...now], who: Int32Array.from(nowWho), cost: total };
    } else if (swaps) nowWho[task] = wasWho;
    else move(now, to, from);
  }
  return best;
}

function move<T>(list: T[], from: number, to: number): void {
  const [item] = list.splice(from, 1);
  if (item !== undefined) list.splice(to, 0, item);
}

/** How often two whole jobs change places, instead of one piece being moved. */
const exchanges = 0.2;

/** Two jobs in each other's places, all their pieces; undefined where it is one and the same, or something is bound to come before another. */
function exchanged(scheduler: Scheduler, order: readonly Piece[], below: (n: number) => number): Piece[] | undefined {
  const [a, b] = [order[below(order.length)]?.task ?? 0, order[below(order.length)]?.task ?? 0];
  if (a === b) return undefined;
  const places = order.flatMap(({ task }, i) => (task === a || task === b ? [i] : []));
  // The same pattern with the two exchanged; what one has more of comes behind.
  const left = new Map([a, b].map((task) => [task, scheduler.count(task)]));
  const turned = places.map((i) => {
    const wanted = order[i]?.task === a ? b : a;
    const task = (left.get(wanted) ?? 0) > 0 ? wanted : wanted === a ? b : a;
    left.set(task, (left.get(task) ?? 0) - 1);
    return { task, step: scheduler.count(task) - (left.get(task) ?? 0) - 1 };
  });
  const now = [...order];
  places.forEach((place, k) => (now[place] = turned[k] ?? { task: a, step: 0 }));
  const first = new Map<number, number>();
  for (const [i, { task, step }] of now.entries()) if (step === 0) first.set(task, i);
  return scheduler.shop.before.every(([one, two]) => (first.get(one) ?? -1) < (first.get(two) ?? Infinity)) ? now : undefined;
}

/** A piece and where it may go: mostly near, never over another of its job, nor over what is bound to come first. */
function moveOf(scheduler: Scheduler, order: readonly Piece[], below: (n: number) => number): readonly [number, number] {
  const from = below(order.length);
  const piece = order[from];
  const reach = below(4) === 0 ? order.length : Math.min(order.length, 12);
  const wanted = Math.max(0, Math.min(order.length - 1, from + below(2 * reach + 1) - reach));
  const by = wanted > from ? 1 : -1;
  let to = from;
  while (piece && to !== wanted) {
    const over = order[to + by];
    if (!over || over.task === piece.task) break;
    if (piece.step === 0 && over.step === 0 && (by > 0 ? scheduler.bound(piece.task, over.task) : scheduler.bound(over.task, piece.task)))
      break;
    to += by;
  }
  return [from, to];
}
