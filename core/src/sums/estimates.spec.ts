import { chanceFrom } from '../chance';
import { sumById, solve } from '.';

const seeds = 1000;
const answer = (id: string, input: unknown): Record<string, unknown> => {
  const sum = sumById(id);
  if (!sum) throw new Error(id);
  return solve(sum, input as Record<string, unknown>).output as Record<string, unknown>;
};
/** In how many of a thousand made cases something holds. */
const share = (holds: (chance: ReturnType<typeof chanceFrom>) => boolean): number => {
  let held = 0;
  for (let seed = 1; seed <= seeds; seed += 1) if (holds(chanceFrom(seed))) held += 1;
  return held / seeds;
};

describe('what an estimate says of its own error', () => {
  it('holds for oscillators found from the errors of their sums and differences: twice its ± in 95 of 100', () => {
    // Three oscillators in five readings, each with an error of its own.
    const made = [
      { label: 'ch 1', coefficients: { a: 1, b: 1 } },
      { label: 'ch 40', coefficients: { a: 1.6, b: 1 } },
      { label: 'upper', coefficients: { a: 1, c: 1 } },
      { label: 'lower', coefficients: { a: 1, b: 1, c: -1 } },
      { label: 'reference', coefficients: { a: 1 } },
    ];
    for (const name of ['a', 'b', 'c'] as const) {
      const covered = share((chance) => {
        const truth: Record<string, number> = { a: chance.between(-200, 200), b: chance.between(-900, 900), c: chance.between(-90, 90) };
        const readings = made.map(({ label, coefficients }, k) => {
          const sigmaHz = 3 + 4 * k;
          const exact = Object.entries(coefficients).reduce((sum, [of, by]) => sum + by * (truth[of] ?? 0), 0);
          return { label, coefficients, sigmaHz, errorHz: exact + chance.normal(sigmaHz) };
        });
        const { estimates } = answer('oscillator-errors', { oscillators: ['a', 'b', 'c'], readings }) as {
          estimates: { name: string; errorHz: number; sigmaHz: number }[];
        };
        const told = estimates.find((each) => each.name === name);
        return told !== undefined && Math.abs(told.errorHz - (truth[name] ?? 0)) <= 2 * told.sigmaHz;
      });
      expect(covered).withContext(name).toBeGreaterThan(0.93);
      expect(covered).withContext(name).toBeLessThan(0.98);
    }
  });

  for (const [failures, confidence] of [
    [1, 0.95],
    [3, 0.95],
    [7, 0.9],
    [5, 0.99],
  ] as const)
    it(`holds for a soak after ${failures} failures: one that is not cured fails in it ${100 * confidence} times in 100`, () => {
      const caught = share((chance) => {
        const perHour = 10 ** chance.between(-2, 2);
        const wait = (): number => (-Math.log(1 - chance.between(0, 1)) / perHour) * 3600;
        // Watched until it had failed so often.
        let observedS = 0;
        for (let k = 0; k < failures; k += 1) observedS += wait();
        const { holdS } = answer('soak-plan', { failures, observedS, confidence }) as { holdS: number };
        return wait() <= holdS;
      });
      // Three times what a share of a thousand differs by from case to case.
      expect(Math.abs(caught - confidence)).toBeLessThan(3 * Math.sqrt((confidence * (1 - confidence)) / seeds));
    });

  it('holds for a repair that was soaked by cycles', () => {
    const caught = share((chance) => {
      const each = chance.between(0.02, 0.4);
      const { cycles } = answer('soak-plan', { failurePerCycle: each, confidence: 0.95 }) as { cycles: number };
      return Array.from({ length: cycles }, () => chance.happens(each)).some(Boolean);
    });
    expect(caught).toBeGreaterThan(0.94);
    expect(caught).toBeLessThan(0.99);
  });
});
