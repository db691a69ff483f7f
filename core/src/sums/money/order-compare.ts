import * as z from 'zod';
import { moneyText } from '../../money';
import { defineSum } from '../define-sum';
import { figure, money, text, whole } from '../field';
import { namesDiffer, refuse } from '../refusal';
import { counted, step } from '../working';

export interface Offer {
  readonly supplier: string;
  readonly part: string;
  readonly unitPrice: number;
  readonly minimum?: number | undefined;
  readonly multiple?: number | undefined;
  readonly leadDays: number;
}
interface Line {
  readonly part: string;
  readonly quantity: number;
}
interface Shipping {
  readonly supplier: string;
  readonly price: number;
  readonly freeOver?: number | undefined;
}
/** One line bought from one supplier. */
interface Choice {
  readonly supplier: number;
  readonly quantity: number;
  readonly goods: number;
  readonly days: number;
}
export interface Order {
  readonly total: number;
  readonly days: number;
  readonly split: { readonly supplier: string; readonly lines: Line[]; readonly goods: number; readonly shipping: number }[];
}

/** The quantity one must take: at least the minimum, then up to the next multiple. */
export const boughtQuantity = (wanted: number, { minimum = 1, multiple = 1 }: Pick<Offer, 'minimum' | 'multiple'>): number =>
  Math.ceil(Math.max(wanted, minimum) / multiple) * multiple;

/**
 * The cheapest order in which every line arrives within `days`, exact, by branch and bound: lines are given out one by
 * one, and a branch is left when its goods and the cheapest goods of the rest already cost too much.
 */
function cheapestWithin(
  choices: readonly (readonly Choice[])[],
  carriage: readonly (Shipping | undefined)[],
  days: number,
): { total: number; picked: Choice[] } | undefined {
  const open = choices.map((list) => list.filter((choice) => choice.days <= days).sort((a, b) => a.goods - b.goods));
  if (open.some((list) => list.length === 0)) return undefined;
  const restGoods = new Array<number>(open.length + 1).fill(0);
  for (let k = open.length - 1; k >= 0; k -= 1) restGoods[k] = (restGoods[k + 1] ?? 0) + (open[k]?.[0]?.goods ?? 0);
  const goods = carriage.map(() => 0);
  const used = carriage.map(() => 0);
  const picked: Choice[] = [];
  let best: { total: number; days: number; picked: Choice[] } | undefined;
  const visit = (line: number, sum: number): void => {
    if (best && sum + (restGoods[line] ?? 0) > best.total) return;
    if (line === open.length) {
      const total = sum + carriage.reduce((all, each, s) => all + (used[s] ? shippingOf(each, goods[s] ?? 0) : 0), 0);
      const last = Math.max(...picked.map((choice) => choice.days));
      if (!best || total < best.total || (total === best.total && last < best.days)) best = { total, days: last, picked: [...picked] };
      return;
    }
    for (const choice of open[line] ?? []) {
      goods[choice.supplier] = (goods[choice.supplier] ?? 0) + choice.goods;
      used[choice.supplier] = (used[choice.supplier] ?? 0) + 1;
      picked.push(choice);
      visit(line + 1, sum + choice.goods);
      picked.pop();
      goods[choice.supplier] = (goods[choice.supplier] ?? 0) - choice.goods;
      used[choice.supplier] = (used[choice.supplier] ?? 0) - 1;
    }
  };
  visit(0, 0);
  return best;
}

const shippingOf = (each: Shipping | undefined, goods: number): number =>
  !each || (each.freeOver !== undefined && goods >= each.freeOver) ? 0 : each.price;

/** The orders worth a thought: for each day by which all could be there, the cheapest; those beaten in both are dropped. Cheapest first. */
export function compareOrders(lines: readonly Line[], offers: readonly Offer[], shipping: readonly Shipping[]): Order[] {
  const suppliers = [...new Set(offers.map((offer) => offer.supplier))];
  const carriage = suppliers.map((name) => shipping.find((each) => each.supplier === name));
  const choices = lines.map((line) =>
    offers
      .filter((offer) => offer.part === line.part)
      .map((offer): Choice => {
        const quantity = boughtQuantity(line.quantity, offer);
        return { supplier: suppliers.indexOf(offer.supplier), quantity, goods: quantity * offer.unitPrice, days: offer.leadDays };
      }),
  );
  const days = [...new Set(choices.flat().map((choice) => choice.days))].sort((a, b) => a - b);
  const orders: Order[] = [];
  for (const within of days) {
    const found = cheapestWithin(choices, carriage, within);
    const last = orders.at(-1);
    if (!found || (last && found.total >= last.total)) continue;
    const split = suppliers.flatMap((supplier, s) => {
      const own = found.picked.flatMap((choice, k) =>
        choice.supplier === s ? [{ part: lines[k]?.part ?? '', quantity: choice.quantity }] : [],
      );
      const goods = found.picked.reduce((sum, choice) => sum + (choice.supplier === s ? choice.goods : 0), 0);
      return own.length === 0 ? [] : [{ supplier, lines: own, goods, shipping: shippingOf(carriage[s], goods) }];
    });
    orders.push({ total: found.total, days: Math.max(...found.picked.map((choice) => choice.days)), split });
  }
  return orders.reverse();
}

const order = z.object({
  total: money('Total'),
  days: figure('Last line arrives after', '', { shownUnit: 'days' }),
  split: z
    .array(
      z.object({
        supplier: z.string().meta({ title: 'Supplier' }),
        lines: z.array(z.object({ part: z.string().meta({ title: 'Part' }), quantity: figure('Quantity') })).meta({ title: 'Lines' }),
        goods: money('Goods'),
        shipping: money('Shipping'),
      }),
    )
    .meta({ title: 'Split' }),
});

export const orderCompare = defineSum({
  id: 'order-compare',
  title: 'Where to order',
  topic: 'money',
  purpose: 'how to split an order over suppliers, cheapest or fastest',
  keywords: ['order', 'supplier', 'shipping', 'cheapest', 'fastest', 'parts', 'lead time', 'minimum order'],
  input: z.strictObject({
    lines: z
      .array(z.strictObject({ part: text('Part'), quantity: whole('Quantity', 1) }))
      .min(1)
      .max(12)
      .meta({ title: 'Wanted' }),
    offers: z
      .array(
        z.strictObject({
          supplier: text('Supplier'),
          part: text('Part'),
          unitPrice: money('Price each'),
          minimum: whole('At least', 1).optional(),
          multiple: whole('In lots of', 1).optional(),
          leadDays: z.number().min(0).meta({ title: 'Takes', shownUnit: 'days' }),
        }),
      )
      .max(300)
      .meta({ title: 'Offers' }),
    shipping: z
      .array(z.strictObject({ supplier: text('Supplier'), price: money('Shipping'), freeOver: money('Free from').optional() }))
      .max(50)
      .meta({ title: 'Shipping' }),
  }),
  output: z.object({
    cheapest: order.meta({ title: 'Cheapest' }),
    fastest: order.meta({ title: 'Fastest' }),
    options: z.array(order).meta({ title: 'All worth a thought' }),
  }),
  source: 'Exact search by branch and bound over which supplier gets each line.',
  example: {
    lines: [{ part: 'regulator', quantity: 2 }],
    offers: [
      { supplier: 'north', part: 'regulator', unitPrice: 250, leadDays: 2 },
      { supplier: 'south', part: 'regulator', unitPrice: 180, leadDays: 9 },
    ],
    shipping: [
      { supplier: 'north', price: 400 },
      { supplier: 'south', price: 300 },
    ],
  },
  compute({ lines, offers, shipping }) {
    namesDiffer(
      lines.map((each) => each.part),
      (k) => `lines.${k}.part`,
    );
    namesDiffer(
      shipping.map((each) => each.supplier),
      (k) => `shipping.${k}.supplier`,
    );
    lines.forEach(({ part }, k) => {
      if (!offers.some((offer) => offer.part === part))
        refuse(`lines.${k}.part`, `Nobody offers ${part}.`, 'Add an offer for it, or order the rest without it.');
    });
    const options = compareOrders(lines, offers, shipping);
    const [cheapest, fastest] = [options[0], options.at(-1)];
    if (!cheapest || !fastest) throw new Error('An order was not found although every line has an offer.');
    const said = (each: Order): string =>
      each.split
        .map(
          (one) =>
            `${one.supplier}: ${one.lines.map((line) => `${line.quantity} ${line.part}`).join(', ')} for ${moneyText(one.goods)} and ${moneyText(one.shipping)} shipping`,
        )
        .join('; ');
    return {
      cheapest,
      fastest,
      options,
      working: options.map((each) => step(`All there in ${counted(each.days, 'day')}`, said(each), moneyText(each.total))),
    };
  },
});
