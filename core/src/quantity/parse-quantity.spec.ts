import fc from 'fast-check';
import { CoreError } from '../errors/core-error';
import { formatQuantity, quantityText } from './format-quantity';
import { parseQuantity } from './parse-quantity';
import type { Unit } from './unit';

describe('parseQuantity', () => {
  // Trade notation and what it means, in base units.
  const read: readonly (readonly [string, number, Unit])[] = [
    ['4k7', 4700, ''],
    ['4,7k', 4700, ''],
    ['2.2u', 2.2e-6, ''],
    ['2n2', 2.2e-9, ''],
    ['0.3uV', 0.3e-6, 'V'],
    ['0.3 µV', 0.3e-6, 'V'],
    ['-107dBm', -107, 'dBm'],
    ['−107 dBm', -107, 'dBm'],
    ['27.185M', 27.185e6, ''],
    ['27.18512MHz', 27.18512e6, 'Hz'],
    ['13.8V', 13.8, 'V'],
    ['6.61v', 6.61, 'V'],
    ['3.9w', 3.9, 'W'],
    ['100R', 100, 'ohm'],
    ['4R7', 4.7, 'ohm'],
    ['1M2', 1.2e6, ''],
    ['10 kohm', 10_000, 'ohm'],
    ['47kΩ', 47_000, 'ohm'],
    ['.5A', 0.5, 'A'],
    ['+186Hz', 186, 'Hz'],
    ['30 %', 30, '%'],
    ['30.9pF', 30.9e-12, 'F'],
    ['1500', 1500, ''],
    ['0,125', 0.125, ''],
    [',125', 0.125, ''],
    ['12,5', 12.5, ''],
    ['12.000', 12, ''],
    ['  4k7  ', 4700, ''],
    ['5 k', 5000, ''],
    ['-0', 0, ''],
    ['4. V', 4, 'V'],
    ['4r7', 4.7, 'ohm'],
    ['4R7 ohm', 4.7, 'ohm'],
    ['20 R', 20, 'ohm'],
    ['3 mHz', 3e6, 'Hz'],
  ];
  it('takes a lone m as metres only where a length belongs', () => {
    expect(parseQuantity('8 mm', { unit: 'm' }).value).toBe(0.008);
    expect(parseQuantity('8m', { unit: 'm' }).value).toBe(8);
    expect(parseQuantity('8m', { unit: 'V' }).value).toBe(0.008);
    expect(() => parseQuantity('8 mm')).toThrowError(CoreError);
  });
  for (const [text, value, unit] of read)
    it(`reads ${text} as ${value} ${unit}`, () => {
      const got = parseQuantity(text);
      expect(got.value).toBeCloseTo(value, 15);
      expect(Math.abs(got.value - value)).toBeLessThanOrEqual(Math.abs(value) * 1e-12);
      expect(got.unit).toBe(unit);
    });

  it('takes each sign of a millionth, from whichever keyboard it comes', () => {
    for (const sign of ['u', '\u00b5', '\u03bc']) expect(parseQuantity(`4.7${sign}F`).value).toBeCloseTo(4.7e-6, 12);
    for (const [sign, power] of Object.entries({ p: -12, n: -9, m: -3, k: 3, K: 3, G: 9 }))
      expect(parseQuantity(`2${sign}`, { unit: 'ohm' }).value / 10 ** power).toBeCloseTo(2, 9);
  });
  it('takes the unit of the place where the text gives none', () => {
    expect(parseQuantity('1.98', { unit: 'V' })).toEqual({ value: 1.98, unit: 'V', step: 0.01 });
  });

  it('reads small m after a frequency as mega, since nobody means thousandths of a hertz', () => {
    expect(parseQuantity('27.185m', { unit: 'Hz' }).value).toBe(27.185e6);
    expect(parseQuantity('27.185m', { unit: 'V' }).value).toBeCloseTo(0.027185, 12);
  });

  it('knows what the last digit typed is worth', () => {
    expect(parseQuantity('27.185M').step).toBe(1000);
    expect(parseQuantity('4k7').step).toBe(100);
    expect(parseQuantity('13.80V').step).toBeCloseTo(0.01, 12);
  });

  // Nonsense, and the position of the first character that makes no sense.
  const refused: readonly (readonly [string, number])[] = [
    ['', 0],
    ['   ', 3],
    ['abc', 0],
    ['4k7k', 3],
    ['4.7.1', 3],
    ['4.7k5', 4],
    ['4.k7', 3],
    ['.5k7', 3],
    ['20 r7', 3],
    ['4 k7', 2],
    ['12,000', 2],
    ['3.3 volz', 4],
    ['-', 1],
    ['1mdBm', 1],
    ['5kk', 2],
    ['1,5,2', 3],
    ['1.5.2', 3],
    [' 12,000', 3],
    ['4R7 V', 4],
    ['20R5k', 4],
    ['1.5R7', 4],
    ['5 kdBm', 2],
    ['9'.repeat(400), 0],
    ['+', 1],
    [' . ', 2],
  ];
  for (const [text, position] of refused)
    it(`refuses "${text}" at ${position}`, () => {
      expect(() => parseQuantity(text)).toThrowMatching(
        (e) => e instanceof CoreError && e.code === 'unreadable' && e.position === position,
      );
    });

  it('says whether there is no number, or something else where one should be', () => {
    const said = (text: string): string => {
      try {
        parseQuantity(text);
        return 'read';
      } catch (error) {
        return (error as Error).message;
      }
    };
    expect([said(''), said('-'), said('abc'), said('-x')]).toEqual([
      'No value was given.',
      'The number is missing.',
      '"a" is not the start of a number.',
      '"x" is not the start of a number.',
    ]);
    expect(said('4.k7')).toBe('A decimal sign and a letter in its place.');
    expect(said('1,5,2')).toBe('A second decimal sign.');
    expect(said('9'.repeat(400))).toBe('The number is too large.');
    expect(said('12,000')).toBe('"12,000" can be read in two ways.');
    expect(said('5 kdBm')).toBe('dBm takes no prefix.');
    expect(said('20 r7')).toBe('"r7" is not understood here.');
    expect(said('3.3 volz')).toBe('"volz" is not a unit known here.');
  });
  it('says how it should be written', () => {
    const remedy = (text: string): string => {
      try {
        parseQuantity(text);
        return 'read';
      } catch (error) {
        return (error as CoreError).remedy;
      }
    };
    expect(remedy('12,000')).toBe('Write 12000 or 12.000.');
    expect(remedy('4.7k5')).toBe('Write 4.7k or 4k7, not both.');
    expect(remedy('5 kdBm')).toBe('Write it as a plain figure in dBm.');
  });
  it('refuses a unit that does not belong to the place', () => {
    expect(() => parseQuantity('3.3A', { unit: 'V' })).toThrowError(/V belongs here, not A/);
  });

  it('reads back whatever it has written, to the digits shown', () => {
    const units = fc.constantFrom<Unit>('V', 'A', 'W', 'Hz', 'ohm', 'F', 'dBm', '%');
    fc.assert(
      fc.property(fc.double({ min: 1e-6, max: 9e8, noNaN: true }), fc.boolean(), units, (size, negative, unit) => {
        const value =
          (negative ? -1 : 1) *
          (unit === 'Hz' ? Math.max(size, 1) : unit === 'dBm' || unit === '%' ? Math.min(Math.max(size, 0.001), 1000) : size);
        const back = parseQuantity(quantityText(value, unit, { digits: 9 })).value;
        return Math.abs(back - value) <= Math.abs(value) * 1e-5 + 1e-9;
      }),
    );
    expect().nothing();
  });

  it('never takes anything but a CoreError for wrong text', () => {
    fc.assert(
      fc.property(fc.string(), (text) => {
        try {
          return Number.isFinite(parseQuantity(text).value);
        } catch (error) {
          return error instanceof CoreError;
        }
      }),
    );
    expect().nothing();
  });
});

describe('formatQuantity', () => {
  const shown: readonly (readonly [number, Unit, string])[] = [
    [4700, 'ohm', '4.7 kΩ'],
    [27.185e6, 'Hz', '27.19 MHz'],
    [0.8e-6, 'V', '0.8 µV'],
    [-107, 'dBm', '−107 dBm'],
    [0, 'V', '0 V'],
    [30.9e-12, 'F', '30.9 pF'],
    [30, '%', '30%'],
    [999.96, 'V', '1000 V'],
  ];
  for (const [value, unit, text] of shown) it(`shows ${value} ${unit} as ${text}`, () => expect(quantityText(value, unit)).toBe(text));

  it('keeps the digits that were typed', () => {
    expect(quantityText(13.8, 'V', { step: 0.01 })).toBe('13.80 V');
    expect(quantityText(27.18512e6, 'Hz', { step: 10 })).toBe('27.18512 MHz');
  });

  it('puts a sign before a positive error when asked', () => {
    expect(formatQuantity(186, 'Hz', { signed: true })).toEqual({ number: '+186', unit: 'Hz', by: 1 });
  });
});
