import fc from 'fast-check';
import { productHalfUp } from './decimal';
import { moneyText, parseMoney, priceLines } from './index';

describe('amounts of money', () => {
  for (const [minor, text] of [
    [0, '0.00'],
    [5, '0.05'],
    [1205, '12.05'],
    [-1205, '−12.05'],
  ] as const)
    it(`writes ${minor} as ${text}`, () => expect(moneyText(minor)).toBe(text));
  it('puts the sign of the shop before it', () => expect(moneyText(120, 'Mk')).toBe('Mk 1.20'));
  for (const [text, minor] of [
    ['12', 1200],
    ['12.4', 1240],
    ['12,40', 1240],
    [' 0.05 ', 5],
    ['12.345', undefined],
    ['-1', undefined],
    ['1e3', undefined],
    ['99999999.99', 9_999_999_999],
    ['100000000', undefined],
    ['', undefined],
  ] as const)
    it(`reads "${text}" as ${minor}`, () => expect(parseMoney(text)).toBe(minor));
  it('reads what it wrote', () =>
    expect(() =>
      fc.assert(fc.property(fc.integer({ min: 0, max: 1e9 }), (minor) => parseMoney(moneyText(minor)) === minor)),
    ).not.toThrow());
});

describe('productHalfUp', () => {
  it('rounds halves up, and nothing below them', () => {
    expect(productHalfUp([0.5])).toBe(1n);
    expect(productHalfUp([1.5])).toBe(2n);
    expect(productHalfUp([2.5])).toBe(3n);
    expect(productHalfUp([0.49999999])).toBe(0n);
  });
  it('takes decimals as they are written, where binary fractions drift', () => {
    // In doubles 1.005 × 100 is 100.49999999999999.
    expect(productHalfUp([1.005, 100])).toBe(101n);
    expect(productHalfUp([1.1, 1.1, 100])).toBe(121n);
    expect(productHalfUp([1e-7, 5e6])).toBe(1n);
  });
  it('divides exactly', () => expect(productHalfUp([50, 4567], 60)).toBe(3806n));
});

describe('priceLines', () => {
  it('refuses what is too large to be reckoned to the last digit, and says so', () =>
    expect(() => priceLines({ labour: [], parts: [{ price: 8e20, quantity: 1e9 }] })).toThrowError(/too large/));
  it('rounds each line, then the tax on their sum, then the total', () =>
    expect(
      priceLines({
        labour: [{ minutes: 50, ratePerHour: 4567 }],
        parts: [{ price: 333, quantity: 3, markupPercent: 12.5 }],
        taxPercent: 19,
        roundTo: 5,
      }),
    ).toEqual({ labour: 3806, parts: 1124, tax: 937, total: 5865 }));
  it('is the same in whatever order the lines stand', () => {
    const line = fc.record({ price: fc.integer({ min: 0, max: 1e6 }), quantity: fc.integer({ min: 0, max: 99 }) });
    const law = fc.property(fc.array(line, { maxLength: 8 }), (parts) => {
      const [one, other] = [priceLines({ labour: [], parts }), priceLines({ labour: [], parts: [...parts].reverse() })];
      return one.total === other.total && one.parts === parts.reduce((sum, { price, quantity }) => sum + price * quantity, 0);
    });
    expect(() => fc.assert(law)).not.toThrow();
  });
  it('has a total that is a multiple of what it is rounded to, and off by no more than half of that', () => {
    const law = fc.property(fc.integer({ min: 0, max: 1e7 }), fc.integer({ min: 1, max: 500 }), (price, roundTo) => {
      const { total } = priceLines({ labour: [], parts: [{ price, quantity: 1 }], roundTo });
      return total % roundTo === 0 && Math.abs(total - price) <= roundTo / 2;
    });
    expect(() => fc.assert(law)).not.toThrow();
  });
});
