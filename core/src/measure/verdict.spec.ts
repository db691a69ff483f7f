import fc from 'fast-check';
import { CoreError } from '../errors/core-error';
import { verdict } from './verdict';

describe('verdict', () => {
  it('says in only when the whole interval lies inside', () => {
    expect(verdict(3.7, 0.1, { low: 3.4, high: 4 })).toEqual({
      verdict: 'in',
      marginLow: jasmine.any(Number),
      marginHigh: jasmine.any(Number),
      ratio: jasmine.any(Number),
    });
    expect(verdict(3.9, 0.2, { low: 3.4, high: 4 }).verdict).toBe('cant-tell');
    expect(verdict(4.3, 0.2, { low: 3.4, high: 4 }).verdict).toBe('high');
    expect(verdict(3.1, 0.2, { low: 3.4, high: 4 }).verdict).toBe('low');
  });

  it('counts a limit met exactly as inside', () => {
    expect(verdict(4, 0, { low: 3, high: 4 }).verdict).toBe('in');
    expect(verdict(3.75, 0.25, { low: 3.5, high: 4 }).verdict).toBe('in');
  });

  it('gives the test uncertainty ratio from the half-width, or from the distance to the only limit', () => {
    expect(verdict(5, 0.5, { low: 4, high: 8 }).ratio).toBe(4);
    expect(verdict(5, 0.5, { high: 8 }).ratio).toBe(6);
    expect(verdict(5, 0, { high: 8 }).ratio).toBeNull();
  });

  it('compares the value alone without guard', () => expect(verdict(3.95, 0.5, { low: 3, high: 4 }, 'none').verdict).toBe('in'));

  for (const [limits, uncertainty, path] of [
    [{}, 0, 'low'],
    [{ low: 5, high: 4 }, 0, 'high'],
    [{ low: 1 }, -1, 'uncertainty'],
    [{ low: 1 }, NaN, 'uncertainty'],
  ] as const)
    it(`refuses ${JSON.stringify(limits)} ± ${uncertainty} on ${path}`, () =>
      expect(() => verdict(1, uncertainty, limits)).toThrowMatching((e) => e instanceof CoreError && e.path === path));

  it('never grows surer as the uncertainty grows', () => {
    const monotonic = fc.property(
      fc.double({ min: -10, max: 10, noNaN: true }),
      fc.double({ min: 0, max: 5, noNaN: true }),
      fc.double({ min: 0, max: 5, noNaN: true }),
      (value, u, more) => {
        const small = verdict(value, u, { low: -2, high: 3 }).verdict;
        const large = verdict(value, u + more, { low: -2, high: 3 }).verdict;
        return large === small || large === 'cant-tell';
      },
    );
    expect(() => fc.assert(monotonic)).not.toThrow();
  });
});
