import type { StockItem } from '../job';
import { solve, sumById } from '../sums';
import { fromDrawers } from './from-drawers';

const item = (part: string, quantity: number, more: Partial<StockItem> = {}): StockItem => ({
  ...{ id: part, part, kind: '', quantity, priceMinor: 0, drawer: 'B1', supplier: '' },
  ...more,
});
const first = (sum: string, stock: readonly StockItem[], input = {}) => fromDrawers(sum, stock, input)[0];
const solved = (id: string, input: Readonly<Record<string, unknown>>): Readonly<Record<string, unknown>> => {
  const sum = sumById(id);
  if (!sum) throw new Error(id);
  return solve(sum, input).output as Readonly<Record<string, unknown>>;
};

describe('From the drawers', () => {
  const resistors = [
    ...[item('47 kΩ 7 W', 16), item('4k7, 2W 350V', 3), item('47R 5 W', 1), item('10 kΩ', 9), item('22 kΩ 1 W', 0)],
    ...[item('1 µF 50 V', 22), item('6 W audio', 2), item('33 Ω 2 W', 4, { forJob: 'another' })],
  ];
  it('a bank takes the resistors with a value and a rating, not what lies here for one job', () =>
    expect(first('resistor-bank', resistors)?.input).toEqual({
      drawer: [
        { ohm: 47_000, ratedW: 7, count: 16 },
        { ohm: 4700, ratedW: 2, count: 3, ratedV: 350 },
        { ohm: 47, ratedW: 5, count: 1 },
      ],
    }));

  it('a pad takes the pair that lies there nearest to the loss and the impedance, and its two alike are two', () => {
    const drawer = [item('96R 1 W', 2), item('100R 1 W', 9), item('68R 1 W', 2), item('71R 1 W', 1)];
    const input = { lossDb: 10, topology: 'pi', inputW: 0.5, ...first('pad', drawer)?.input };
    expect(solved('pad', input)['drawers']).toEqual(
      jasmine.objectContaining({ shuntOhm: 96, seriesOhm: 71, lossDb: jasmine.any(Number), worstLoadPercent: jasmine.any(Number) }),
    );
    // One piece is not two.
    const scarce = drawer.map((each) => (each.part === '96R 1 W' ? { ...each, quantity: 1 } : each));
    expect(solved('pad', { ...input, ...first('pad', scarce)?.input })['drawers']).toEqual(
      jasmine.objectContaining({ shuntOhm: 100, seriesOhm: 71 }),
    );
    // At 4 W the arm at the input bears more than 1 W parts may.
    expect(solved('pad', { ...input, inputW: 4 })['drawers']).toBeUndefined();
  });

  it('a capacitor is offered by how near it is to the old one', () => {
    const stock = [item('470 µF 25 V', 3), item('220 µF 35 V 105 °C 8 x 12', 5), item('220 µF 25 V', 2), item('10 µF 50 V', 9)];
    const offered = fromDrawers('capacitor-fit', stock, { old: { farad: 220e-6, volts: 16 } });
    expect(offered.map(({ name }) => name)).toEqual(['220 µF 25 V in B1', '220 µF 35 V 105 °C 8 x 12 in B1']);
    expect(offered[1]?.input).toEqual({ new: { farad: 220e-6, volts: 35, celsius: 105, diameterM: 0.008, heightM: 0.012 } });
    expect(fromDrawers('capacitor-fit', stock, {}).length).toBe(4);
  });

  it('a matched set is looked for among the pieces of an item', () => {
    const [fed] = fromDrawers('matched-set', [item('SR-2201', 4, { measured: '1: 101, 2: 118, 3: 103; 4: 130' }), item('SR-4401', 9)], {});
    expect(fed?.name).toBe('SR-2201 in B1, 4 measured');
    expect(solved('matched-set', { ...fed?.input, size: 2 })['ids']).toEqual(['1', '3']);
  });

  it('a part is the original first, and then the candidate in the words that stand there', () => {
    const stock = [item('SR-2201', 2, { ratings: 'vceo 40V, on-resistance 0.5 ohm, type NPN' })];
    expect(first('substitute', stock)?.input).toEqual({
      original: { 'collector-to-emitter-voltage': 40, 'on-resistance': 0.5, type: 'NPN' },
    });
    const typed = { original: { vceoV: 60, 'on-resistance': 0.4 } };
    const input: Readonly<Record<string, unknown>> = { ...typed, ...first('substitute', stock, typed)?.input };
    expect(input).toEqual({
      original: { vceoV: 60, 'on-resistance': 0.4 },
      candidate: { vceoV: 40, 'on-resistance': 0.5, type: 'NPN' },
      rules: { 'on-resistance': 'atMost' },
    });
    expect(solved('substitute', input)['verdict']).toBe('no');
  });

  it('nothing is offered to a sum that takes no parts', () => expect(fromDrawers('pll-n', resistors, {})).toEqual([]));
});
