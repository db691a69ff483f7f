import { printedValue } from './printed-value';

describe('what a part should measure', () => {
  for (const [kind, value, expected] of [
    ['resistor', '10 kΩ 5 %', [9500, 10500, '10 kΩ ±5%']],
    ['resistor', '10 kΩ pull-up', [9000, 11000, '10 kΩ ±10%, as such parts have']],
    ['resistor', '4.7 Ω', [4.23, 5.17, '4.7 Ω ±10%, as such parts have']],
    ['high-value-resistor', '2.2 MΩ', [1.98e6, 2.42e6, '2.2 MΩ ±10%, as such parts have']],
    ['electrolytic', '1 µF 50 V', [0.8e-6, 1.5e-6, '1 µF −20 +50%, as such parts have']],
    ['ceramic-capacitor', '22 pF', [17.6e-12, 26.4e-12, '22 pF ±20%, as such parts have']],
    ['film-capacitor', '47 nF 400 V 10%', [42.3e-9, 51.7e-9, '47 nF ±10%']],
    ['coil', '0.4 µH', [0.32e-6, 0.48e-6, '400 nH ±20%, as such parts have']],
    ['resistor', '4k7 1%', [4653, 4747, '4.7 kΩ ±1%']],
    ['resistor', '470', [423, 517, '470 Ω ±10%, as such parts have']],
    ['electrolytic', '220u 25v', [176e-6, 330e-6, '220 µF −20 +50%, as such parts have']],
    ['resistor', '1M', [0.9e6, 1.1e6, '1 MΩ ±10%, as such parts have']],
    ['film-capacitor', '2.2uF', [1.76e-6, 2.64e-6, '2.2 µF ±20%, as such parts have']],
    ['cored-coil', '3 mH', [2.1e-3, 3.9e-3, '3 mH ±30%, as such parts have']],
    ['film-capacitor', '100n', [80e-9, 120e-9, '100 nF ±20%, as such parts have']],
    ['potentiometer', '500 kΩ log, panel', [400e3, 600e3, '500 kΩ ±20%, as such parts have']],
  ] as const)
    it(`${value} of a ${kind}`, () => {
      const read = printedValue({ kind, value });
      expect([Number(read?.low.toPrecision(9)), Number(read?.high.toPrecision(9)), read?.says]).toEqual([...expected]);
    });
  it('is not said of several, of words, or in another unit than the part has', () => {
    for (const [kind, value] of [
      ['high-value-resistor', '8 × 47 kΩ 7 W bleeder'],
      ['trimmer', 'tuning capacitor, 250 pF'],
      ['coil', 'filter coils'],
      ['resistor', '10 nF'],
      ['electrolytic', '220'],
      ['resistor', '4 × 1k'],
      ['ceramic-capacitor', '100k'],
      ['regulator-ic', '8 V 1 A'],
      ['crystal', '10.24 MHz'],
      ['resistor', '1 meg'],
      ['resistor', '2.2 megohm'],
      ['electrolytic', '10 microfarad'],
    ] as const)
      expect(printedValue({ kind, value })).withContext(value).toBeUndefined();
  });
  it('is not said of what no part holds: a size was left away', () => {
    expect(printedValue({ kind: 'electrolytic', value: '0.1 F' })?.value).toBe(0.1);
    expect(printedValue({ kind: 'electrolytic', value: '0.11 F' })).toBeUndefined();
    expect(printedValue({ kind: 'coil', value: '100 H' })?.value).toBe(100);
    expect(printedValue({ kind: 'coil', value: '101 H' })).toBeUndefined();
    expect(printedValue({ kind: 'resistor', value: '1 GΩ' })?.value).toBe(1e9);
    expect(printedValue({ kind: 'resistor', value: '900 MΩ' })?.value).toBe(9e8);
  });
  it('takes the tolerance from the rating too, and says both sides where they differ', () => {
    expect(printedValue({ kind: 'resistor', value: '1 kΩ', rating: '2 % 0.25 W' })?.says).toBe('1 kΩ ±2%');
    expect(printedValue({ kind: 'electrolytic', value: '10 µF', rating: '10,5 %' })?.says).toBe('10 µF ±10.5%');
  });
});
