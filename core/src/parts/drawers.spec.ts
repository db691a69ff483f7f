import * as fc from 'fast-check';
import type { StockItem } from '../job';
import { makeMore, mayMake, readMadeOf } from './made-of';
import { readMeasured } from './measured';
import { readQuote, withOffers } from './pasted-quote';

const item = (part: string, quantity: number, more: Partial<StockItem> = {}): StockItem => ({
  ...{ id: part, part, kind: '', quantity, priceMinor: 0, drawer: '', supplier: '' },
  ...more,
});

describe('What each piece measured', () => {
  const values = (text: string) => readMeasured(text).values.map(({ id, value }) => [id, value]);
  it('is read by name, by line or counted', () => {
    expect(values('1: 101, 2: 118')).toEqual([
      ['1', 101],
      ['2', 118],
    ]);
    expect(values('a 101\nb = 118,5\nc 12.5mA')).toEqual([
      ['a', 101],
      ['b', 118.5],
      ['c', 0.0125],
    ]);
    expect(values('101, 118, 103').map(([, value]) => value)).toEqual([101, 118, 103]);
  });
  it('says what it could not read', () => expect(readMeasured('1: 101; broken one').unread).toEqual(['broken one']));
});

describe('A part that is made here', () => {
  const stock = [
    item('100 Ω 2 W', 7, { costMinor: 12 }),
    item('100R 2W', 3, { costMinor: 9, id: 'less' }),
    item('Tag strip', 2, { costMinor: 30 }),
    item('Owner strip', 5, { forJob: 'one' }),
  ];
  const load = item('Dummy load', 1, { madeOf: '2 × 100 Ω 2 W; tag strip', origin: 'made' });
  it('names its parts as they are typed, and takes them from where most lie', () =>
    expect(readMadeOf(load.madeOf ?? '', stock).map(({ count, item: found }) => [count, found?.id])).toEqual([
      [2, '100 Ω 2 W'],
      [1, 'Tag strip'],
    ]));
  it('counts up, takes its parts out, and costs what they cost', () => {
    expect(mayMake(load, stock)).toBe(2);
    expect(makeMore(load, 2, stock).map(({ id, quantity, costMinor }) => [id, quantity, costMinor])).toEqual([
      ['Dummy load', 3, 54],
      ['100 Ω 2 W', 3, 12],
      ['Tag strip', 0, 30],
    ]);
  });
  it('is not made of what is not there, of what lies here for one job, or of itself', () => {
    expect(() => makeMore(load, 3, stock)).toThrowMatching((e: Error) => e.message.includes('1 × tag strip short'));
    expect(mayMake({ ...load, madeOf: 'Owner strip' }, stock)).toBe(0);
    expect(mayMake({ ...load, madeOf: 'dummy load' }, [...stock, load])).toBe(0);
    expect(() => makeMore({ ...load, madeOf: '' }, 1, stock)).toThrowMatching((e: Error) => e.message.includes('does not say'));
  });
  it('never takes a drawer below nothing', () =>
    fc.assert(
      fc.property(
        fc.array(fc.tuple(fc.nat(9), fc.integer({ min: 1, max: 4 })), { minLength: 1, maxLength: 5 }),
        fc.integer({ min: 1, max: 4 }),
        (drawers, n) => {
          const held = drawers.map(([quantity], k) => item(`part ${k}`, quantity));
          const made = item('made', 0, { madeOf: drawers.map(([, each], k) => `${each} x part ${k}`).join('\n') });
          const most = mayMake(made, held);
          if (n > most) return void expect(() => makeMore(made, n, held)).toThrow();
          const after = makeMore(made, n, held);
          expect(after.every(({ quantity }) => quantity >= 0)).toBeTrue();
          expect(after[0]?.quantity).toBe(n);
        },
      ),
    ));
});

describe('A quote', () => {
  const stock = [
    item('220 µF 25 V', 0),
    item('220 µF 25 V low ESR', 1),
    item('SR-2201', 0, { offers: [{ supplier: 'Oxbrae', costMinor: 90 }] }),
    item('47 Ω 2 W', 4),
  ];
  const mail = `Dear shop, thank you for your question of 12.11.
  - 220u 25v        EUR 0.18   packs of 10   5 days
  220 µF 25 V low ESR: 0,31 each, min. 20
  10 x SR-2201   1.45   14.50   in stock
  47 ohm 2W on request
  SR-9999  2.20
  Postage 4.90`;
  const read = readQuote(mail, 'Oxbrae', stock, '2026-11-29');
  it('gives each item its price, pack, least number and days', () =>
    expect(read.lines.map(({ item: { part }, offer }) => [part, offer.costMinor, offer.pack, offer.least, offer.days])).toEqual([
      ['220 µF 25 V', 18, 10, undefined, 5],
      ['220 µF 25 V low ESR', 31, undefined, 20, undefined],
      ['SR-2201', 145, undefined, undefined, 1],
    ]));
  it('says which lines it could not use', () =>
    expect(read.wrong.map(({ line, message }) => [line, message])).toEqual([
      [5, 'it names no price'],
      [6, 'no part of that name is in stock'],
      [7, 'no part of that name is in stock'],
    ]));
  it('replaces what the same seller asked before', () =>
    expect(withOffers(read.lines)[2]?.offers).toEqual([{ supplier: 'Oxbrae', costMinor: 145, days: 1, on: '2026-11-29' }]));
});
