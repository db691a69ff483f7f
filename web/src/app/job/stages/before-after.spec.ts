import { placeInLimits } from './before-after';

describe('placeInLimits', () => {
  it('is 0 at the low limit, 1 at the high one, and beyond outside', () => {
    expect(placeInLimits(3.4, 3.4, 4)).toBe(0);
    expect(placeInLimits(4, 3.4, 4)).toBe(1);
    expect(placeInLimits(4.3, 3.4, 4)).toBeCloseTo(1.5, 9);
  });
  it('counts decades from a single limit', () => {
    expect(placeInLimits(1e-6, undefined, 1e-6)).toBe(1);
    expect(placeInLimits(1e-5, undefined, 1e-6)).toBeCloseTo(2, 9);
    expect(placeInLimits(30, 3, undefined)).toBeCloseTo(1, 9);
  });
  it('says only inside or outside where decades mean nothing', () => {
    expect(placeInLimits(-65, undefined, -60)).toBe(0.5);
    expect(placeInLimits(-50, undefined, -60)).toBe(1.5);
  });
});
