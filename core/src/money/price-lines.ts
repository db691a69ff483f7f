import { CoreError } from '../errors/core-error';
import { productHalfUp } from './decimal';

export interface LabourLine {
  readonly minutes: number;
  /** Minor units an hour. */
  readonly ratePerHour: number;
}
export interface PartLine {
  /** Minor units each. */
  readonly price: number;
  readonly quantity: number;
  readonly markupPercent?: number | undefined;
}
export interface PriceLines {
  readonly labour: readonly LabourLine[];
  readonly parts: readonly PartLine[];
  readonly taxPercent?: number | undefined;
  /** The total is a multiple of this many minor units. */
  readonly roundTo?: number | undefined;
}
/** All in minor units. */
export interface Price {
  readonly labour: number;
  readonly parts: number;
  readonly tax: number;
  readonly total: number;
}

/** What a part is sold for that cost so much, with so many percent on top, rounded half up; minor units. */
export const markedUp = (costMinor: number, percent: number): number =>
  priceLines({ labour: [], parts: [{ price: costMinor, quantity: 1, markupPercent: percent }] }).parts;

/**
 * The price of a job in whole minor units: each labour and part line (with its markup) rounded half up, tax on their sum,
 * the total to a multiple of `roundTo`. Decimals are multiplied as they are written, so nothing drifts.
 *
 * @throws CoreError `out-of-range` for amounts that a whole number does not hold to the last digit
 */
export function priceLines({ labour, parts, taxPercent = 0, roundTo = 1 }: PriceLines): Price {
  const labourSum = labour.reduce((sum, line) => sum + productHalfUp([line.minutes, line.ratePerHour], 60), 0n);
  const partsSum = parts.reduce((sum, { price, quantity, markupPercent = 0 }) => {
    // 100 + markup is added in billionths of a percent, for the sum of two decimals need not be one in binary.
    const billionths = Math.round(markupPercent * 1e9) + 100e9;
    return sum + productHalfUp([price, quantity, billionths], 100e9);
  }, 0n);
  if (labourSum + partsSum > BigInt(Number.MAX_SAFE_INTEGER) / 1000n)
    throw new CoreError(
      'out-of-range',
      'price',
      'The amounts are too large to be reckoned exactly.',
      'Check the prices, quantities and minutes.',
    );
  const tax = productHalfUp([Number(labourSum + partsSum), taxPercent], 100);
  const total = productHalfUp([Number(labourSum + partsSum + tax)], roundTo) * BigInt(roundTo);
  return { labour: Number(labourSum), parts: Number(partsSum), tax: Number(tax), total: Number(total) };
}
