import { solve } from '../solve';
import { biasWindow } from './bias-window';

describe('bias before fitting', () => {
  const judged = (readingV: number, by: number, fitted = false): string =>
    solve(biasWindow, { readingV, lowV: 3.2, highV: 3.6, fitted }, by ? { readingV: by } : {}).output.verdict;
  it('lies in its window with the whole of its ±, or no new device goes in', () => {
    expect([judged(3.4, 0), judged(3.4, 0.2), judged(3.4, 0.21)]).toEqual(['in', 'in', 'do-not-fit']);
    expect([judged(3.55, 0.1, true), judged(3.8, 0.1, true), judged(3.0, 0.1, true)]).toEqual(['cant-tell', 'high', 'low']);
    expect([judged(3.8, 0.1), judged(3.0, 0)]).toEqual(['do-not-fit', 'do-not-fit']);
  });
  it('says what to do where the meter cannot tell', () =>
    expect(solve(biasWindow, { readingV: 3.58, lowV: 3.2, highV: 3.6, fitted: false }, { readingV: 0.05 }).output.why).toContain(
      '3.58 V ± 50 mV may lie outside 3.2 V to 3.6 V: read it with a better meter',
    ));
});
