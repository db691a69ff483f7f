import fc from 'fast-check';
import { minutesLeft, normalAt, normalBelow, StageLengths } from './hours-left';

const traced = (minutes: number, cardId?: string) => ({ minutes: { trace: minutes }, ...(cardId === undefined ? {} : { cardId }) });

describe('the normal distribution', () => {
  // Published table of the standard normal distribution.
  for (const [z, below] of [
    [0, 0.5],
    [1, 0.841345],
    [-1.96, 0.0249979],
    [2.5, 0.99379],
  ] as const) {
    it(`has ${below} below ${z}`, () => expect(normalBelow(z)).toBeCloseTo(below, 5));
    it(`reaches ${below} at ${z}`, () => expect(Math.abs(normalAt(below) - z)).toBeLessThan(5e-4));
  }
});

describe('how long a stage takes', () => {
  it('is what is usual where there is no history', () => {
    const { middle, spread, learnedFrom } = new StageLengths([]).of('trace');
    expect([middle, spread, learnedFrom]).toEqual([60, 0.9, 0]);
  });
  it('weighs the usual as three jobs', () => {
    // Three jobs of 120 against the usual 60: the geometric mean of the two.
    const { middle, learnedFrom } = new StageLengths([traced(120), traced(120), traced(120)]).of('trace');
    expect(middle).toBeCloseTo(60 * Math.SQRT2, 6);
    expect(learnedFrom).toBe(3);
  });
  it('comes to what the shop needs, and narrows where its jobs are alike', () => {
    const { middle, spread } = new StageLengths(Array.from({ length: 60 }, (_, i) => traced(95 + (i % 11)))).of('trace');
    expect(middle).toBeGreaterThan(95);
    expect(middle).toBeLessThan(101);
    expect(spread).toBeLessThan(0.3);
  });
  it('goes by the same card where there are jobs on it', () => {
    const history = [...Array.from({ length: 20 }, () => traced(40)), ...Array.from({ length: 6 }, () => traced(200, 'a'))];
    const lengths = new StageLengths(history);
    expect(lengths.of('trace', 'a').middle).toBeGreaterThan(2 * lengths.of('trace', 'b').middle);
    expect(lengths.of('trace', 'b').middle).toBe(lengths.of('trace').middle);
  });
  it('leaves out jobs that had no work at the stage', () =>
    expect(new StageLengths([{ minutes: { align: 30 } }]).of('trace').learnedFrom).toBe(0));
});

describe('waits', () => {
  const day = 1440;
  const job = (waited?: { part?: number; answer?: number }) => ({ minutes: { trace: 60 }, ...(waited ? { waited } : {}) });
  it('are the usual ones where a shop has no history, or none that tells of them', () => {
    for (const lengths of [new StageLengths([]), new StageLengths([job(), job()])]) {
      expect([lengths.wait('part').middle, lengths.wait('answer').middle]).toEqual([5 * day, 2 * day]);
      expect(lengths.partChance).toBeCloseTo(0.3, 9);
    }
  });
  it('become those of the shop', () => {
    const lengths = new StageLengths(Array.from({ length: 40 }, (_, k) => job(k % 4 ? { part: 12 * day } : {})));
    expect(lengths.wait('part').middle / day).toBeGreaterThan(10);
    expect(lengths.partChance).toBeCloseTo((0.3 * 10 + 30) / 50, 9);
    expect(lengths.wait('answer').learnedFrom).toBe(0);
    // A part that lay in the drawer was not waited for.
    expect(new StageLengths([job({ part: 5 })]).partChance).toBeCloseTo(3 / 11, 9);
  });
});

describe('minutes left', () => {
  const length = { middle: 60, spread: 0.9, learnedFrom: 0 };
  it('are the length itself where nothing was worked', () => {
    expect(minutesLeft(length, 0, 0.5)).toBeCloseTo(60, 3);
    expect(minutesLeft(length, 0, 0.9)).toBeCloseTo(60 * Math.exp(0.9 * 1.28155), 1);
  });
  it('of what took long already are longer than what was thought left at the start', () => {
    // Half of all take 60; of those that took 60 already, the middle one is at the three-quarter point.
    expect(minutesLeft(length, 60, 0.5)).toBeCloseTo(60 * Math.exp(0.9 * 0.67449) - 60, 1);
    expect(minutesLeft(length, 600, 0.5)).toBeGreaterThan(60);
  });
  it('are above nothing, and rise with the quantile', () => {
    fc.assert(
      fc.property(fc.double({ min: 0, max: 3000, noNaN: true }), fc.double({ min: 0.02, max: 0.9, noNaN: true }), (worked, share) => {
        expect(minutesLeft(length, worked, share)).toBeGreaterThan(0);
        expect(minutesLeft(length, worked, share + 0.08)).toBeGreaterThanOrEqual(minutesLeft(length, worked, share));
      }),
    );
  });
});
