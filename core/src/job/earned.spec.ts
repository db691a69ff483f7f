import { fitBody, tapeOf } from '../testing/entries';
import type { TapeBody } from '../tape';
import { earnedOf } from './earned';
import type { StockItem } from './records';

const shop = { ratePerHourMinor: 3800, taxPercent: 8 };
const final: StockItem = { id: 'f', part: 'SR-2201', kind: '', quantity: 2, priceMinor: 900, drawer: '', supplier: '', costMinor: 420 };
const fitted = { ...fitBody('Q1', 'final'), stock: 'f', priceMinor: 900, quantity: 2 } as TapeBody;
const worked = (minutes: number): TapeBody => ({ kind: 'labour', act: 'worked', minutes });

describe('What a job brings', () => {
  it('is what is asked before tax, less what the parts cost, for each hour', () => {
    const earned = earnedOf(tapeOf(worked(90), fitted), [final], shop, 0);
    expect(earned).toEqual(
      jasmine.objectContaining({ minutes: 90, askedMinor: 5700 + 1800, timeMinor: 5700, partsMinor: 1800, costMinor: 840, unknown: 0 }),
    );
    expect(earned.perHourMinor).toBe(Math.round(((7500 - 840) * 60) / 90));
  });
  it('says of how many parts the cost is not known', () =>
    expect(earnedOf(tapeOf(worked(60), fitted, fitBody('C1', 'final')), [], shop, 0)).toEqual(
      jasmine.objectContaining({ costMinor: 0, unknown: 2 }),
    ));
  it('of a quote is what was quoted, whatever time it took', () => {
    const quote: TapeBody = { kind: 'quote', option: 'A', amountMinor: 10_000 };
    const approved: TapeBody = { kind: 'talk', act: 'approved', text: 'option A', option: 'A' };
    const earned = earnedOf(tapeOf(worked(300), fitted, quote, approved), [final], shop, 0);
    expect(earned).toEqual(
      jasmine.objectContaining({ askedMinor: 10_000, timeMinor: 19_000, perHourMinor: Math.round((9160 * 60) / 300) }),
    );
  });
  it('tells no hour where no time was told', () => expect(earnedOf(tapeOf(fitted), [final], shop, 0).perHourMinor).toBeUndefined());
});
