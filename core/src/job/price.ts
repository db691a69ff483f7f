import { priceLines } from '../money';
import type { ShopSettings } from './records';
import { labourClock } from './labour-clock';
import { ofKind, standing, type TapeEntry } from '../tape';

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
