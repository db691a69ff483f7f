import fc from 'fast-check';
import { CoreError } from '../errors/core-error';
import { quantityText, writtenQuantity } from './format-quantity';
import { parseQuantity } from './parse-quantity';
import { sUnitsShown } from './s-units';

describe('what an S-meter shows', () => {
  const said: readonly (readonly [string, number, string])[] = [
    ['S7', 7, 'S7'],
    ['s0', 0, 'S0'],
    ['5.5', 5.5, 'S5.5'],
    ['5,5', 5.5, 'S5.5'],
    ['9', 9, 'S9'],
    ['S9+20', 9 + 20 / 6, 'S9+20 dB'],
    ['9 +20 dB', 9 + 20 / 6, 'S9+20 dB'],
    ['+60db', 19, 'S9+60 dB'],
  ];
  for (const [text, value, shown] of said)
    it(`"${text}" is ${shown}`, () => {
      const read = parseQuantity(text, { unit: 'S' });
      expect(read.value).toBeCloseTo(value, 9);
      expect(quantityText(read.value, 'S', { step: read.step })).toBe(shown);
    });

  for (const text of ['', 'S', 'S10', 'S7+20', '9+', '5.55', '20dB', '3 V', '-3'])
    it(`"${text}" is nothing it shows`, () => expect(() => parseQuantity(text, { unit: 'S' })).toThrowError(CoreError));

  it('reads back as it is written, with its step', () => {
    const figures = fc.oneof(
      fc.integer({ min: 0, max: 9 }).map(String),
      fc.integer({ min: 0, max: 89 }).map((n) => (n / 10).toFixed(1)),
      fc.integer({ min: 0, max: 60 }).map((n) => `S9+${n}`),
    );
    fc.assert(
      fc.property(figures, (text) => {
        const read = parseQuantity(text, { unit: 'S' });
        const again = parseQuantity(writtenQuantity(read.value, 'S', read.step), { unit: 'S' });
        return (
          again.value === read.value && again.step <= 1 && quantityText(again.value, 'S', again) === quantityText(read.value, 'S', read)
        );
      }),
    );
    expect().nothing();
  });

  it('is S and decibels over S9', () => {
    expect(sUnitsShown(7)).toEqual({ s: 7, plusDb: 0 });
    expect(sUnitsShown(parseQuantity('+30', { unit: 'S' }).value)).toEqual({ s: 9, plusDb: 30 });
  });

  it('has a difference that is told in S-units', () => expect(quantityText(0.5, 'S', { digits: 2, signed: true })).toBe('+0.5 S'));
});
