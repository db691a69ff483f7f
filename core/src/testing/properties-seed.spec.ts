import fc from 'fast-check';

// A whole run tries the same cases each time, so that what is green here is green elsewhere; a spec that is run alone tries new ones.
fc.configureGlobal({ ...fc.readConfigureGlobal(), seed: 20_260_301 });

describe('the properties of a whole run', () => {
  it('are tried on the same cases each time', () => {
    const tried = (): number[] => fc.sample(fc.integer(), { numRuns: 5, seed: fc.readConfigureGlobal().seed ?? Math.random() });
    expect(tried()).toEqual(tried());
  });
});
