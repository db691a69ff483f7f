import { dayOf, daysAfter } from '../line';
import { moneyText } from '../money';
import { ofKind, type EntryOf, type TapeEntry } from '../tape';
import { chargesOf, fixedPrice, paidMinor, termsOf, type JobPrice } from './price';
import type { ShopSettings } from './records';
import { dayOfEntry } from './talks';

/** A line of the price: what it is of, what else is to be said of it, and its amount as money. */
export interface PriceLine {
  readonly what: PriceWhat;
  /** Minutes of labour or percent of tax. */
  readonly figure?: number;
  readonly on?: string;
  readonly text?: string;
  readonly amount: string;
}
type PriceWhat =
  | 'labour'
  | 'parts'
  | 'tax'
  | 'total'
  | 'total-in-two'
  | 'quoted'
  | EntryOf<'charge'>['act']
  | EntryOf<'paid'>['act']
  | 'to-pay'
  | 'paid-in-full'
  | 'to-give-back';

/** For how long the work is warranted, from the hand-back or from today; what was said of it for this job goes instead. */
export interface Warranty {
  readonly lines: readonly string[];
  readonly days?: number;
  readonly until?: string;
}

/** What else stands on the line of an entry with a sum. */
const aside = (text: string | undefined): { text?: string } => (text ? { text } : {});

/**
 * The price line by line. The rate of an hour is in the shop's currency; where the job's money was written in another, as after
 * it came from another shop, the two stand side by side and are not added.
 */
export function priceLinesOf(price: JobPrice, stood: readonly TapeEntry[], shop: ShopSettings, currency: string): readonly PriceLine[] {
  const fixed = fixedPrice(stood);
  const { extra, goodwill } = chargesOf(stood);
  // A fixed price, what is charged and what is taken off are written in the money of the job; only the rate of an hour is the shop's.
  const own = fixed ? currency : shop.currency;
  const labour = moneyText(price.labourMinor, own);
  const others = price.partsMinor + price.extraMinor;
  const work: PriceLine[] = [
    fixed ? { what: 'fixed', amount: labour, ...aside(fixed.text) } : { what: 'labour', figure: price.labourMinutes, amount: labour },
    { what: 'parts', amount: moneyText(price.partsMinor, currency) },
  ];
  const quoted = fixed?.option === undefined ? undefined : [`option ${fixed.option}`, fixed.text].filter(Boolean).join(': ');
  const lines: PriceLine[] = [
    ...(quoted === undefined ? work : [{ what: 'quoted' as const, amount: labour, text: quoted }]),
    ...extra.map(({ amountMinor, text }): PriceLine => ({ what: 'extra', amount: moneyText(amountMinor, currency), ...aside(text) })),
    ...(price.goodwillMinor > 0
      ? [
          {
            what: 'goodwill' as const,
            amount: moneyText(-price.goodwillMinor, currency),
            ...aside(goodwill.flatMap(({ text }) => text ?? []).join('; ')),
          },
        ]
      : []),
  ];
  if (own !== currency && price.labourMinor > 0 && (others > 0 || price.goodwillMinor > 0))
    return [...lines, { what: 'total-in-two', amount: `${labour} + ${moneyText(others - price.goodwillMinor, currency)}` }];
  // Only one of the two is there, and so is its currency.
  const one = price.labourMinor > 0 ? own : currency;
  const { taxPercent } = termsOf(stood, shop);
  return [
    ...lines,
    { what: 'tax', figure: taxPercent, amount: moneyText(price.taxMinor, one) },
    { what: 'total', amount: moneyText(price.totalMinor, one) },
  ];
}

/**
 * What is still to be paid of a total in the money of the job, in minor units; below nothing where too much came. Undefined where the
 * total stands in two currencies, or in another than what was paid.
 */
export function toPay(price: JobPrice, stood: readonly TapeEntry[], lines: readonly PriceLine[], currency: string): number | undefined {
  const total = lines.find(({ what }) => what === 'total');
  return total?.amount === moneyText(price.totalMinor, currency) ? price.totalMinor - paidMinor(stood) : undefined;
}

/** What came in and went back, and what is left of the total, in the money of the job. */
export function paidLinesOf(stood: readonly TapeEntry[], rest: number | undefined, currency: string): readonly PriceLine[] {
  const paid = ofKind(stood, 'paid').map((entry): PriceLine => {
    const amount = moneyText(entry.act === 'refund' ? -entry.amountMinor : entry.amountMinor, currency);
    return { what: entry.act, on: dayOfEntry(entry), amount, ...aside(entry.text) };
  });
  if (!paid.length || rest === undefined) return paid;
  const amount = moneyText(Math.abs(rest), currency);
  return [...paid, { what: rest > 0 ? 'to-pay' : rest < 0 ? 'to-give-back' : 'paid-in-full', amount }];
}

/** The warranty: what was said of it for this job, or what the shop grants. */
export function warrantyOf(stood: readonly TapeEntry[], shop: ShopSettings, lines: readonly string[], nowMs: number): Warranty {
  const days = termsOf(stood, shop).warrantyDays;
  if (lines.length || days === undefined) return { lines };
  const back = ofKind(stood, 'handed-back').at(-1);
  return { lines, days, until: daysAfter(back ? dayOfEntry(back) : dayOf(new Date(nowMs)), days) };
}
