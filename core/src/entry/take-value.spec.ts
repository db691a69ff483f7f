import type { Unit } from '../quantity';
import { takeValue } from './take-value';

const taken = (line: string, unit: Unit): unknown => {
  try {
    return takeValue([{ text: line, at: 0 }], unit, line).quantity?.value;
  } catch (error) {
    return (error as Error).message;
  }
};

describe('a value that is typed', () => {
  for (const [most, above, unit, value] of [
    ['100000', '100001', 'V', 1e5],
    ['10000', '10001', 'A', 1e4],
    ['1M', '1000.001k', 'W', 1e6],
    ['10000G', '10001G', 'ohm', 1e13],
    ['100', '101', 'F', 100],
    ['100000', '100001', 'H', 1e5],
    ['1000G', '1001G', 'Hz', 1e12],
    ['10000000', '10000001', 's', 1e7],
    ['500', '501', 'dB', 500],
    ['300', '301', 'dBm', 300],
    ['-300', '-301', 'dBm', -300],
  ] as const)
    it(`may be ${most} of ${unit}, and no more`, () => {
      expect(taken(most, unit)).toBeCloseTo(value, 3);
      expect(taken(above, unit)).toMatch(/is more than anything at this bench\.$/);
    });
  it('is as large as one likes in a unit that has no most', () => expect(taken('123456', 'degC')).toBe(123_456));
});
