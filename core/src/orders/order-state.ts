import type { Order, OrderLine } from './order-records';

/** Where a line of an order has got to, in pieces. */
export interface LineState {
  /** All that came, good or not, whether or not it was sent back since. */
  readonly came: number;
  /** Came, and stayed: what went into the drawer. */
  readonly good: number;
  /** Came, does not do, and is still here. */
  readonly odd: number;
  /** Still to come. */
  readonly open: number;
}

/** Where each line of an order has got to, by what happened to it. More than was ordered may come; nothing is open then. */
export function lineStates(order: Pick<Order, 'lines' | 'events'>): ReadonlyMap<string, LineState> {
  return new Map(order.lines.map((line) => [line.id, lineState(order, line)]));
}

/** Where one line has got to. */
export function lineState({ events }: Pick<Order, 'events'>, { id, count }: OrderLine): LineState {
  let [came, good, odd, due] = [0, 0, 0, count];
  for (const event of events) {
    if (event.line !== id) continue;
    if (event.kind === 'came') {
      came += event.count;
      odd += event.odd;
      good += event.count - event.odd;
      due -= event.count;
    } else if (event.kind === 'back') {
      const ofOdd = Math.min(event.count, odd);
      odd -= ofOdd;
      good -= event.count - ofOdd;
      if (event.again) due += event.count;
    } else due -= event.count;
  }
  return { came, good, odd, open: Math.max(0, due) };
}

/** Whether all of an order has come or was given up, and nothing odd of it lies here. */
export const isSettled = (order: Order): boolean => [...lineStates(order).values()].every(({ open, odd }) => open === 0 && odd === 0);

/** What an order costs: its goods, and with its postage, in minor units. */
export function orderCost({ lines, postageMinor }: Pick<Order, 'lines' | 'postageMinor'>): {
  readonly goodsMinor: number;
  readonly landedMinor: number;
} {
  const goodsMinor = lines.reduce((sum, { count, costMinor }) => sum + count * costMinor, 0);
  return { goodsMinor, landedMinor: goodsMinor + postageMinor };
}
