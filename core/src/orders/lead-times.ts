import type { Order, Supplier } from './order-records';
import { isSettled } from './order-state';

/** What is known of a seller: by earlier orders where there are some, else by what was told. */
export interface Seller {
  readonly name: string;
  readonly postageMinor: number;
  readonly freeFromMinor?: number;
  readonly leastMinor?: number;
  /** Days until an order is here: the middle one, and within how many eight of ten were; undefined where nothing is known. */
  readonly days?: number;
  readonly within?: number;
  /** How many orders that is learned from; 0 where it was told. */
  readonly learnedFrom: number;
  readonly came: number;
  readonly odd: number;
  /** Share of what comes that is expected not to do, 0 to 1. */
  readonly oddShare: number;
}

/** What is taken to be odd before anything came, and the weight of that in pieces. */
const priors = { good: 0.005, unknown: 0.02, doubtful: 0.2 } as const;
const priorPieces = 20;
const dayMs = 86_400_000;

/** The value below which a share of sorted figures lies: the next whole one of them. */
const atShare = (sorted: readonly number[], share: number): number | undefined => sorted[Math.max(0, Math.ceil(share * sorted.length) - 1)];

/**
 * What is known of every seller who is named anywhere. Days are those from placing an order to its last receipt, of orders that are settled;
 * the odd share is the mean of a beta distribution whose prior follows from the trust that was told.
 */
export function sellersOf(names: readonly string[], suppliers: readonly Supplier[], orders: readonly Order[]): readonly Seller[] {
  const all = new Set(
    [...suppliers.map(({ name }) => name), ...orders.map(({ supplier }) => supplier), ...names].map((name) => name.trim()).filter(Boolean),
  );
  return [...all].map((name) => {
    const told = suppliers.find((each) => each.name === name);
    const own = orders.filter(({ supplier }) => supplier === name);
    const taken = own.filter(isSettled).flatMap(({ at, events }) => {
      const last = events.findLast(({ kind }) => kind === 'came');
      return last ? [Math.max(0, Math.round((Date.parse(last.at) - Date.parse(at)) / dayMs))] : [];
    });
    taken.sort((a, b) => a - b);
    const arrivals = own.flatMap(({ events }) => events.filter((event) => event.kind === 'came'));
    const [came, odd] = [arrivals.reduce((sum, { count }) => sum + count, 0), arrivals.reduce((sum, event) => sum + event.odd, 0)];
    const days = atShare(taken, 0.5) ?? told?.leadDays;
    const within = atShare(taken, 0.8);
    return {
      name,
      postageMinor: told?.postageMinor ?? 0,
      ...(told?.freeFromMinor === undefined ? {} : { freeFromMinor: told.freeFromMinor }),
      ...(told?.leastMinor === undefined ? {} : { leastMinor: told.leastMinor }),
      ...(days === undefined ? {} : { days }),
      ...(within === undefined ? {} : { within }),
      learnedFrom: taken.length,
      came,
      odd,
      oddShare: (odd + priorPieces * priors[told?.trust ?? 'unknown']) / (came + priorPieces),
    };
  });
}
