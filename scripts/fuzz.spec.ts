import { coreTargets } from './fuzz/core-targets';
import { fuzzHere, Tallies } from './fuzz/fuzz-core';
import { Dice, mutateBytes, mutateData } from './fuzz/mutants';

describe('damaged and hostile files through the core', () => {
  it('are taken or refused in plain words, and nothing else comes of them', async () => {
    const tallies = new Tallies();
    await fuzzHere(coreTargets.length * 24, 11, (target, _n, outcome) => tallies.add(target, outcome));
    for (const { target, mutants, taken, refused, crashes } of tallies.all()) {
      expect(crashes).withContext(target).toEqual([]);
      expect([mutants, taken + refused])
        .withContext(target)
        .toEqual([24, 24]);
    }
    // Mutants that were all taken, or all refused, would try nothing.
    const all = tallies.all().reduce((sum, { taken, refused }) => [sum[0]! + taken, sum[1]! + refused], [0, 0]);
    expect(Math.min(...all)).toBeGreaterThan(60);
  }, 60_000);
});

describe('a mutant', () => {
  const bytes = Uint8Array.from({ length: 400 }, (_, i) => i % 251);
  it('is the same for the same seed, and differs from what it is made of', () => {
    const made = (seed: number): string => Buffer.from(mutateBytes(bytes, new Dice(seed))).toString('hex');
    expect(made(5)).toBe(made(5));
    const all = new Set(Array.from({ length: 50 }, (_, seed) => made(seed)));
    expect(all.size).toBeGreaterThan(40);
    const data = { a: [1, 2, { b: 'x' }], c: { d: null } };
    const changed = Array.from({ length: 50 }, (_, seed) => JSON.stringify(mutateData(data, new Dice(seed))));
    expect(new Set(changed).size).toBeGreaterThan(30);
    expect(data).toEqual({ a: [1, 2, { b: 'x' }], c: { d: null } });
  });
});
