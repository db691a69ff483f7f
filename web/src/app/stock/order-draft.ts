import type { Offer } from '@amber-relay/core/job';
import {
  orderPlans,
  sellersOf,
  type Need,
  type Order,
  type OrderPlan,
  type OrderPlans,
  type Seller,
  type Supplier,
} from '@amber-relay/core/orders';

/** What somebody typed of a line that is to be ordered; what is left out follows from the plan or from the drawer. */
export interface TypedLine {
  readonly supplier?: string;
  readonly count?: string;
  readonly cost?: string;
  /** It is not ordered now. */
  readonly left?: boolean;
}

/** A line that is to be ordered, as it stands. */
export interface DraftLine {
  readonly need: Need;
  readonly offers: readonly Offer[];
  readonly supplier: string;
  readonly count: string;
  readonly cost: string;
  readonly left: boolean;
}

const wantedOf = ({ missing, toMinimum }: Need): number => missing + toMinimum;

/** What is offered of a part: what was quoted, and what it cost from where it came last. */
export function offersOf({ item }: Need): readonly Offer[] {
  const quoted = item?.offers ?? [];
  if (!item?.supplier || item.costMinor === undefined || quoted.some(({ supplier }) => supplier === item.supplier)) return quoted;
  return [...quoted, { supplier: item.supplier, costMinor: item.costMinor }];
}

/** What is known of all who may be asked, and the ways to order by what they offer. */
export function waysToOrder(
  needs: readonly Need[],
  suppliers: readonly Supplier[],
  orders: readonly Order[],
): { readonly sellers: readonly Seller[]; readonly plans: OrderPlans } {
  const asked = needs.map((need) => ({ key: need.key, count: wantedOf(need), offers: offersOf(need) }));
  const sellers = sellersOf(
    needs.flatMap((need) => [need.item?.supplier ?? '', ...offersOf(need).map(({ supplier }) => supplier)]),
    suppliers,
    orders,
  );
  return { sellers, plans: orderPlans(asked, sellers) };
}

const money = (minor: number): string => (minor / 100).toFixed(2);

/** The lines as they stand: what was typed, else what the plan says, else what the drawer knows. */
export function draftLines(
  needs: readonly Need[],
  typed: ReadonlyMap<string, TypedLine>,
  plan: OrderPlan | undefined,
): readonly DraftLine[] {
  const picks = new Map(plan?.picks.map((pick) => [pick.key, pick]) ?? []);
  return needs.map((need) => {
    const [said, pick, offers] = [typed.get(need.key) ?? {}, picks.get(need.key), offersOf(need)];
    const supplier = said.supplier ?? pick?.offer.supplier ?? need.item?.supplier ?? '';
    const offer = offers.find((each) => each.supplier === supplier.trim());
    return {
      need,
      offers,
      supplier,
      count: said.count ?? String(pick && supplier === pick.offer.supplier ? pick.count : wantedOf(need)),
      cost: said.cost ?? (offer ? money(offer.costMinor) : ''),
      left: said.left ?? need.part === '',
    };
  });
}
