import { clockOf, withCheck } from './checked';
import type { Instrument } from './instrument';

const dongle: Instrument = { id: 'dongle', name: 'Dongle', measures: ['dB'] };
const check = { on: '2031-03-04', against: 'the standard station', unit: 'ppm', error: 23.4, plusMinus: 0.1 } as const;

describe('the clock of a receiver', () => {
  it('is known by its last check, the less the longer ago', () => {
    const checked = withCheck(withCheck(dongle, { ...check, error: 20 }), check);
    expect(clockOf(checked, '2031-03-04')).toEqual({
      errorPpm: 23.4,
      plusMinusPpm: 0.6,
      says: 'receiver set against the standard station on 2031-03-04, ±0.6 ppm',
    });
    expect(clockOf(checked, '2031-03-20').plusMinusPpm).toBeCloseTo(2.1, 6);
    expect(clockOf(checked, '2032-03-20').plusMinusPpm).toBeCloseTo(5.1, 6);
  });

  it('is as good as its handbook says where it was never checked, and else hardly known', () => {
    expect(clockOf({ ...dongle, byUnit: { Hz: { ppm: 1 } } }, '2031-03-04').plusMinusPpm).toBe(1);
    expect(clockOf(dongle, '2031-03-04')).toEqual({
      errorPpm: 0,
      plusMinusPpm: 30,
      says: 'receiver not set against a reference, ±30 ppm',
    });
    expect(clockOf(withCheck(dongle, { ...check, unit: 'Hz' }), '2031-03-04').plusMinusPpm).toBe(30);
  });

  it('keeps a hundred checks, the latest', () => {
    let many = dongle;
    for (let k = 0; k < 130; k += 1) many = withCheck(many, { ...check, error: k });
    expect(many.checks?.length).toBe(100);
    expect(many.checks?.at(-1)?.error).toBe(129);
  });
});
