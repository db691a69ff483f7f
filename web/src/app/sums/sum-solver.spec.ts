import { TestBed } from '@angular/core/testing';
import { SumSolver } from './sum-solver';

describe('SumSolver', () => {
  let solver: SumSolver;
  beforeEach(() => {
    TestBed.configureTestingModule({ providers: [SumSolver] });
    solver = TestBed.inject(SumSolver);
  });
  afterEach(() => solver.stop());

  /** A search through many layouts, which keeps the worker busy for seconds. */
  const heavy = {
    targetOhm: 50,
    powerW: 100,
    tolerancePercent: 0.01,
    maxParts: 6,
    drawer: Array.from({ length: 24 }, (_, k) => ({ ohm: 10 + 7 * k, ratedW: 100, count: 8 })),
  };

  it('answers, or says by field why not', async () => {
    expect(await solver.solve('swr', { forwardW: 100, reflectedW: 4 }, {})).toEqual(jasmine.objectContaining({ ok: true }));
    expect(await solver.solve('swr', { forwardW: 100, reflectedW: 200 }, {})).toEqual(
      jasmine.objectContaining({ ok: false, field: 'reflectedW' }),
    );
    expect(await solver.solve('nothing-such', {}, {})).toEqual(jasmine.objectContaining({ ok: false, field: 'id' }));
  });

  it('answers the newest question and lets the older ones go', async () => {
    const older = solver.solve('swr', { forwardW: 100, reflectedW: 4 }, {});
    const newest = solver.solve('swr', { forwardW: 100, reflectedW: 9 }, {});
    expect(await older).toBeUndefined();
    expect(await newest).toEqual(jasmine.objectContaining({ ok: true }));
  });

  it('gives up a sum that stands in the way of the next', async () => {
    void solver.solve('resistor-bank', heavy, {});
    await new Promise((resolve) => setTimeout(resolve, 1700));
    expect(await solver.solve('swr', { forwardW: 100, reflectedW: 4 }, {})).toEqual(jasmine.objectContaining({ ok: true }));
  });
});
