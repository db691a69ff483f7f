import type { Offer } from '../job';
import type { Seller } from './lead-times';

/** How many of a part are wanted, and who offers it at what price. */
export interface Asked {
  readonly key: string;
  readonly count: number;
  readonly offers: readonly Offer[];
}

/** What is taken from whom for one part. */
interface Choice {
  readonly key: string;
  readonly offer: Offer;
  /** How many that makes: whole packs, and not below what has to be taken. */
  readonly count: number;
}

interface SellerShare {
  readonly name: string;
  readonly goodsMinor: number;
  readonly postageMinor: number;
  /** The order is below the smallest that is taken. */
  readonly tooSmall: boolean;
}

/** One way of ordering. */
export interface OrderPlan {
  readonly picks: readonly Choice[];
  readonly sellers: readonly SellerShare[];
  /** Goods and postage. */
  readonly landedMinor: number;
  /** The same with what is likely to be odd counted in: what so many good ones cost in the end. */
  readonly expectedMinor: number;
  /** Days until the last of it is here; undefined where somebody's are not known. */
  readonly days?: number;
}

export interface OrderPlans {
  /** What costs least in the end. */
  readonly cheapest?: OrderPlan;
  /** What is complete soonest, and of those the cheapest; left out where nobody's days are known. */
  readonly soonest?: OrderPlan;
  /** The cheapest from one seller who has all of it. */
  readonly oneSeller?: OrderPlan;
  /** Parts that nobody offers. */
  readonly unoffered: readonly string[];
}

/** How many are taken: not below the least, and whole packs. */
export const taken = (count: number, { pack = 1, least = 1 }: Offer): number => Math.ceil(Math.max(count, least) / pack) * pack;

const mostSubsets = 12;

/**
 * Ways to order: every set of sellers is gone through, each part is taken where it costs least within the set, and then moved to another of
 * the set wherever that makes the whole cheaper (postage that falls away, a smallest order that is reached). With more than 12 sellers, the
 * 12 who offer most are gone through.
 */
export function orderPlans(asked: readonly Asked[], sellers: readonly Seller[]): OrderPlans {
  const known = new Map(sellers.map((seller) => [seller.name, seller]));
  const unoffered = asked.filter(({ offers, count }) => count > 0 && offers.length === 0).map(({ key }) => key);
  const rows = asked.filter(({ offers, count }) => count > 0 && offers.length > 0);
  if (rows.length === 0) return { unoffered };
  const cheapest = best(rows, known);
  const daysOf = ({ days, supplier }: Offer): number | undefined => days ?? known.get(supplier)?.days;
  // The last part to come tells when it is complete; nothing that comes sooner is worth a price.
  const soonestOf = rows.map(({ offers }) => Math.min(...offers.map((offer) => daysOf(offer) ?? Infinity)));
  const by = Math.max(...soonestOf);
  const soon = Number.isFinite(by)
    ? rows.map((row) => ({ ...row, offers: row.offers.filter((offer) => (daysOf(offer) ?? Infinity) <= by) }))
    : undefined;
  const soonest = soon && best(soon, known);
  const names = [...new Set(rows.flatMap(({ offers }) => offers.map(({ supplier }) => supplier)))];
  const oneSeller = names
    .map((name) => rows.map((row) => ({ ...row, offers: row.offers.filter(({ supplier }) => supplier === name) })))
    .filter((own) => own.every(({ offers }) => offers.length > 0))
    .map((own) => best(own, known))
    .reduce<OrderPlan | undefined>((least, plan) => (plan && isBetter(plan, least) ? plan : least), undefined);
  return { unoffered, ...(cheapest ? { cheapest } : {}), ...(soonest ? { soonest } : {}), ...(oneSeller ? { oneSeller } : {}) };
}

/** An order that is refused for its size is worse than any price. */
const isBetter = (plan: OrderPlan, than: OrderPlan | undefined): boolean => {
  const small = (each: OrderPlan): number => each.sellers.filter(({ tooSmall }) => tooSmall).length;
  return than === undefined || small(plan) < small(than) || (small(plan) === small(than) && plan.expectedMinor < than.expectedMinor);
};

const expected = (offer: Offer, count: number, sellers: ReadonlyMap<string, Seller>): number =>
  (taken(count, offer) * offer.costMinor) / (1 - Math.min(0.9, sellers.get(offer.supplier)?.oddShare ?? 0));

function best(rows: readonly Asked[], sellers: ReadonlyMap<string, Seller>): OrderPlan | undefined {
  const offering = new Map<string, number>();
  for (const { offers } of rows) for (const { supplier } of offers) offering.set(supplier, (offering.get(supplier) ?? 0) + 1);
  const names = [...offering]
    .sort((a, b) => b[1] - a[1])
    .slice(0, mostSubsets)
    .map(([name]) => name);
  let least: OrderPlan | undefined;
  for (let set = 1; set < 1 << names.length; set += 1) {
    const among = new Set(names.filter((_, k) => set & (1 << k)));
    const choices = rows.map(({ offers }) => offers.filter(({ supplier }) => among.has(supplier)));
    if (choices.some((own) => own.length === 0)) continue;
    const picks = rows.map(({ count }, k) =>
      (choices[k] ?? []).reduce((a, b) => (expected(b, count, sellers) < expected(a, count, sellers) ? b : a)),
    );
    const plan = climb(rows, choices, picks, sellers);
    if (isBetter(plan, least)) least = plan;
  }
  return least;
}

/** Moves one part after the other, and then all of one seller to another, as long as the whole gets cheaper. */
function climb(
  rows: readonly Asked[],
  choices: readonly (readonly Offer[])[],
  begun: readonly Offer[],
  sellers: ReadonlyMap<string, Seller>,
): OrderPlan {
  let picks = begun;
  let plan = planOf(rows, picks, sellers);
  for (let isMoving = true; isMoving;) {
    isMoving = false;
    const moves = choices.flatMap((own, k) => own.map((offer) => picks.map((pick, j) => (j === k ? offer : pick))));
    // All that one seller can take of what another has, for the sake of a threshold.
    const names = new Set(choices.flat().map(({ supplier }) => supplier));
    for (const to of names) moves.push(picks.map((pick, k) => choices[k]?.find(({ supplier }) => supplier === to) ?? pick));
    for (const move of moves) {
      const next = planOf(rows, move, sellers);
      if (!isBetter(next, plan)) continue;
      [plan, picks, isMoving] = [next, move, true];
    }
  }
  return plan;
}

function planOf(rows: readonly Asked[], offers: readonly Offer[], sellers: ReadonlyMap<string, Seller>): OrderPlan {
  const picks = rows.flatMap(({ key, count }, k) => {
    const offer = offers[k];
    return offer ? [{ key, offer, count: taken(count, offer) }] : [];
  });
  const names = [...new Set(picks.map(({ offer }) => offer.supplier))];
  const shares = names.map((name): SellerShare => {
    const goodsMinor = picks
      .filter(({ offer }) => offer.supplier === name)
      .reduce((sum, { offer, count }) => sum + count * offer.costMinor, 0);
    const seller = sellers.get(name);
    return {
      name,
      goodsMinor,
      postageMinor: goodsMinor >= (seller?.freeFromMinor ?? Infinity) ? 0 : (seller?.postageMinor ?? 0),
      tooSmall: goodsMinor < (seller?.leastMinor ?? 0),
    };
  });
  const postage = shares.reduce((sum, { postageMinor }) => sum + postageMinor, 0);
  const goods = shares.reduce((sum, { goodsMinor }) => sum + goodsMinor, 0);
  const days = picks.map(({ offer }) => offer.days ?? sellers.get(offer.supplier)?.days);
  return {
    picks,
    sellers: shares,
    landedMinor: goods + postage,
    expectedMinor: Math.round(picks.reduce((sum, { offer, count }) => sum + expected(offer, count, sellers), 0) + postage),
    ...(days.every((each) => each !== undefined) ? { days: Math.max(...days) } : {}),
  };
}
