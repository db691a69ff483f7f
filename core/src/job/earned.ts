import { ofKind, standing, type TapeEntry } from '../tape';
import { stages, type Stage } from '../words';
import { jobPrice, type Terms } from './price';
import type { StockItem } from './records';
import { workedByStage } from './worked-by-stage';

/** What a job brings the shop: for the shop alone, on no sheet. Sums in minor units, before tax. */
export interface Earned {
  /** Minutes of work at each stage, as the tape tells. */
  readonly byStage: readonly { readonly stage: Stage; readonly minutes: number }[];
  readonly minutes: number;
  /** What is asked, before tax. */
  readonly askedMinor: number;
  /** What the time would come to at the rate of an hour. */
  readonly timeMinor: number;
  /** What the parts are sold for, and what they cost as far as that is known. */
  readonly partsMinor: number;
  readonly costMinor: number;
  /** Parts of which nobody knows what they cost. */
  readonly unknown: number;
  /** What is left for each hour when the parts are paid; absent where no time was told. */
  readonly perHourMinor?: number;
}

/** What was earned on a job up to now. A part costs what its item of stock cost last. */
export function earnedOf(tape: readonly TapeEntry[], stock: readonly StockItem[], shop: Terms, nowMs: number): Earned {
  const stood = standing(tape);
  const price = jobPrice(tape, shop, nowMs);
  const items = new Map(stock.map((item) => [item.id, item]));
  const fits = ofKind(stood, 'fit');
  const costs = fits.map(({ stock: id, quantity }) => ({ quantity, each: items.get(id ?? '')?.costMinor }));
  const costMinor = costs.reduce((sum, { quantity, each = 0 }) => sum + quantity * each, 0);
  const askedMinor = price.totalMinor - price.taxMinor;
  const worked = workedByStage(stood);
  const { ratePerHourMinor } = shop;
  return {
    byStage: stages.flatMap((stage) => {
      const minutes = Math.round(worked[stage] ?? 0);
      return minutes > 0 ? [{ stage, minutes }] : [];
    }),
    minutes: price.labourMinutes,
    askedMinor,
    timeMinor: Math.round((price.labourMinutes * ratePerHourMinor) / 60),
    partsMinor: fits.reduce((sum, { priceMinor, quantity }) => sum + priceMinor * quantity, 0),
    costMinor,
    unknown: costs.filter(({ each }) => each === undefined).length,
    ...(price.labourMinutes > 0 ? { perHourMinor: Math.round(((askedMinor - costMinor) * 60) / price.labourMinutes) } : {}),
  };
}
