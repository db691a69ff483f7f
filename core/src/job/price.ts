import { priceLines } from '../money';
import type { ShopSettings } from './records';
import { labourClock } from './labour-clock';
import { ofKind, standing, type EntryOf, type TapeEntry } from '../tape';

/** What a shop asks; a job that was handed back keeps what was asked on that day. */
export type Terms = Pick<ShopSettings, 'ratePerHourMinor' | 'taxPercent' | 'warrantyDays'>;

export interface JobPrice {
  readonly labourMinutes: number;
  /** The work by its time, or its fixed price. */
  readonly labourMinor: number;
  readonly partsMinor: number;
  /** What is charged besides. */
  readonly extraMinor: number;
  /** What is taken off: never more than all the rest. */
  readonly goodwillMinor: number;
  readonly taxMinor: number;
  readonly totalMinor: number;
}

const sumOf = (entries: readonly { readonly amountMinor: number }[]): number =>
  entries.reduce((sum, { amountMinor }) => sum + amountMinor, 0);
const charged = (stood: readonly TapeEntry[], act: EntryOf<'charge'>['act']): readonly EntryOf<'charge'>[] =>
  ofKind(stood, 'charge').filter((entry) => entry.act === act);

/** The terms of a job: those of the day on which it was last handed back, or the shop's. */
export const termsOf = (stood: readonly TapeEntry[], shop: Terms): Terms => ofKind(stood, 'handed-back').at(-1)?.terms ?? shop;

/** A price that was fixed beforehand. */
export interface FixedPrice {
  readonly amountMinor: number;
  readonly text?: string;
  /** The letter of the quote that was approved: it covers the parts as well. */
  readonly option?: string;
}

/** What was quoted, by its letter: of one letter the latest that was said up to then. */
export function quotesOf(stood: readonly TapeEntry[]): readonly EntryOf<'quote'>[] {
  const quotes = new Map(ofKind(stood, 'quote').map((quote) => [quote.option, quote]));
  return [...quotes.values()].sort((a, b) => a.option.localeCompare(b.option, 'en', { numeric: true }));
}

/** The price that was fixed for the work, or quoted for all of it and approved: the latest that was said. A quote counts as it stood when it was approved. */
export function fixedPrice(stood: readonly TapeEntry[]): FixedPrice | undefined {
  const quotes = new Map<string, EntryOf<'quote'>>();
  let fixed: FixedPrice | undefined;
  for (const entry of stood) {
    if (entry.kind === 'quote') quotes.set(entry.option, entry);
    else if (entry.kind === 'charge' && entry.act === 'fixed')
      fixed = { amountMinor: entry.amountMinor, ...(entry.text === undefined ? {} : { text: entry.text }) };
    else if (entry.kind === 'talk' && entry.option !== undefined) {
      const quote = quotes.get(entry.option);
      if (quote)
        fixed = { amountMinor: quote.amountMinor, option: quote.option, ...(quote.text === undefined ? {} : { text: quote.text }) };
    }
  }
  return fixed;
}
/** What is charged besides, line by line, and what is taken off. */
export const chargesOf = (stood: readonly TapeEntry[]): Readonly<Record<'extra' | 'goodwill', readonly EntryOf<'charge'>[]>> => ({
  extra: charged(stood, 'extra'),
  goodwill: charged(stood, 'goodwill'),
});
/** What came in for a job, less what was given back, in minor units; below nothing where more was given back. */
export const paidMinor = (stood: readonly TapeEntry[]): number =>
  ofKind(stood, 'paid').reduce((sum, { act, amountMinor }) => sum + (act === 'refund' ? -amountMinor : amountMinor), 0);

/**
 * Labour by the started minute at the rate of the terms, or the price that was fixed for the work; parts, unless a quote covers them; what is charged besides, less
 * goodwill; and tax, in minor units. Whole-number arithmetic, each line rounded half up, tax on the sum, so that nothing drifts.
 */
export function jobPrice(tape: readonly TapeEntry[], shop: Terms, nowMs: number): JobPrice {
  const stood = standing(tape);
  const { ratePerHourMinor, taxPercent } = termsOf(stood, shop);
  const fixed = fixedPrice(stood);
  const { extra, goodwill } = chargesOf(stood);
  const labourMinutes = Math.ceil(labourClock(tape, nowMs).seconds / 60);
  const whole = fixed?.option !== undefined;
  const parts = whole ? [] : ofKind(stood, 'fit').map((fit) => ({ price: fit.priceMinor, quantity: fit.quantity }));
  const labour = fixed ? [] : [{ minutes: labourMinutes, ratePerHour: ratePerHourMinor }];
  const bare = priceLines({ labour, parts });
  const labourMinor = fixed?.amountMinor ?? bare.labour;
  const extraMinor = sumOf(extra);
  const before = labourMinor + bare.parts + extraMinor;
  const goodwillMinor = Math.min(before, sumOf(goodwill));
  const { tax, total } = priceLines({ labour: [], parts: [{ price: before - goodwillMinor, quantity: 1 }], taxPercent });
  return { labourMinutes, labourMinor, partsMinor: bare.parts, extraMinor, goodwillMinor, taxMinor: tax, totalMinor: total };
}
