import { priceLines } from '../money';
import type { ShopSettings } from './records';
import { labourClock, ofKind, standing } from './tape';
import type { TapeEntry } from './tape-entry';

export interface JobPrice {
  readonly labourMinutes: number;
  readonly labourMinor: number;
  readonly partsMinor: number;
  readonly taxMinor: number;
  readonly totalMinor: number;
}

/**
 * Labour by the started minute at the shop's rate, parts and tax, in minor units. Whole-number arithmetic, each line
 * rounded half up, tax on the sum, so that nothing drifts.
 */
export function jobPrice(tape: readonly TapeEntry[], shop: Pick<ShopSettings, 'ratePerHourMinor' | 'taxPercent'>, nowMs: number): JobPrice {
  const labourMinutes = Math.ceil(labourClock(tape, nowMs).seconds / 60);
  const price = priceLines({
    labour: [{ minutes: labourMinutes, ratePerHour: shop.ratePerHourMinor }],
    parts: ofKind(standing(tape), 'fit').map((fit) => ({ price: fit.priceMinor, quantity: fit.quantity })),
    taxPercent: shop.taxPercent,
  });
  return { labourMinutes, labourMinor: price.labour, partsMinor: price.parts, taxMinor: price.tax, totalMinor: price.total };
}

/** `12.40`, with the shop's currency sign before it. */
export function moneyText(minor: number, currency: string): string {
  const sign = minor < 0 ? '−' : '';
  const size = Math.abs(minor);
  return `${sign}${currency}${currency ? ' ' : ''}${Math.floor(size / 100)}.${String(size % 100).padStart(2, '0')}`;
}

/** Reads `12`, `12.4` or `12,40` as minor units; undefined when it is not money. */
export function parseMoney(text: string): number | undefined {
  const match = /^(\d{1,9})(?:[.,](\d{1,2}))?$/.exec(text.trim());
  return match ? Number(match[1]) * 100 + Number((match[2] ?? '').padEnd(2, '0')) : undefined;
}
