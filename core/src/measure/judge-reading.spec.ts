import fc from 'fast-check';
import { instrumentSchema, type Instrument } from './instrument';
import { judgeReading } from './judge-reading';
import { instrumentsFor, readingUncertainty } from './reading-uncertainty';

const meter: Instrument = { id: 'm', name: 'Meter', measures: ['V', 'A'], percentOfReading: 0.5 };
const ranged: Instrument = {
  id: 'r',
  name: 'Ranged meter',
  measures: ['V', 'ohm'],
  percentOfReading: 0.5,
  ranges: [2, 20, 200],
  displaySteps: 20_000,
  counts: 2,
  byUnit: { ohm: { percentOfReading: 1 } },
};
const counter: Instrument = {
  id: 'c',
  name: 'Counter',
  measures: ['Hz'],
  ppm: 1,
  counter: { kind: 'direct', gatesS: [10, 0.01, 0.1, 1], displayDigits: 9, prescaler: { aboveHz: 100e6, by: 10 } },
};
const at = (value: number, unit: 'V' | 'Hz' | 'W' | 'dBm' | 'ohm' | 'A', step = 0) => ({ value, unit, step });

describe('readingUncertainty', () => {
  it('adds the parts of the handbook, worst case, and the digits of the range that takes the reading', () => {
    expect(readingUncertainty(at(-10, 'V', 0.001), meter)).toBeCloseTo(0.05, 12);
    expect(readingUncertainty(at(13.8, 'V'), ranged)).toBeCloseTo(0.069 + 2 * 0.001, 12);
    expect(readingUncertainty(at(1.38, 'V'), ranged)).toBeCloseTo(0.0069 + 2 * 0.0001, 12);
    expect(readingUncertainty(at(500, 'ohm'), ranged)).toBeCloseTo(5, 12);
  });
  it('is never less than half a step of the last digit', () => {
    expect(readingUncertainty(at(4, 'V', 1), meter)).toBe(0.5);
    expect(readingUncertainty(at(4, 'V', 1), undefined)).toBe(0.5);
  });
  it('takes the gate of a counter from the digits written', () => {
    // 27.185 MHz to 10 Hz was a gate of 0.1 s: one step and 1 ppm.
    expect(readingUncertainty(at(27.185e6, 'Hz', 10), counter)).toBeCloseTo(10 + 27.185, 9);
    expect(readingUncertainty(at(27.185e6, 'Hz', 1), counter)).toBeCloseTo(1 + 27.185, 9);
    // Above 100 MHz it divides by ten first.
    expect(readingUncertainty(at(145e6, 'Hz', 10), counter)).toBeCloseTo(10 + 145, 9);
  });
  it('counts the error of a carrier from what the counter saw', () =>
    expect(readingUncertainty({ ...at(120, 'Hz', 1), nominalHz: 27.185e6 }, counter)).toBeCloseTo(1 + 27.18512, 6));
  it('ages from the day of calibration', () => {
    const old: Instrument = { ...counter, ppmPerYear: 2, calibrated: '2025-01-01' };
    const now = new Date('2027-01-01T06:00:00Z');
    expect(readingUncertainty(at(10e6, 'Hz', 1), old, now)).toBeCloseTo(1 + 10 + 40, 0);
    expect(readingUncertainty(at(10e6, 'Hz', 1), old)).toBeCloseTo(1 + 10, 6);
  });
  it('turns decibels into the unit of the reading', () => {
    const flat: Instrument = { id: 'g', name: 'Generator', measures: ['V', 'W', 'dBm'], decibels: 1 };
    expect(readingUncertainty(at(-107, 'dBm'), flat)).toBe(1);
    expect(readingUncertainty(at(1e-6, 'V'), flat)).toBeCloseTo(0.122e-6, 9);
    expect(readingUncertainty(at(10, 'W'), flat)).toBeCloseTo(2.589, 3);
  });
});

describe('instrumentsFor', () => {
  const receiver: Instrument = { id: 'i', name: 'Receiver', measures: ['Hz'], words: ['dev'], percentOfReading: 2 };
  it('begins with the one kept for the test, then the shop’s own order', () => {
    expect(instrumentsFor([meter, ranged], { unit: 'V' })).toEqual([meter, ranged]);
    expect(instrumentsFor([counter, receiver], { unit: 'Hz', word: 'dev' })).toEqual([receiver]);
    expect(instrumentsFor([counter, receiver], { unit: 'Hz', word: 'freq', nominalHz: 27e6 })).toEqual([counter]);
    expect(instrumentsFor([counter], { unit: 'Hz' })).toEqual([counter]);
  });
  it('reads a drift with a counter', () => expect(instrumentsFor([counter], { unit: 'Hz', word: 'drift' })).toEqual([counter]));
  it('does not read a deviation with a counter', () => expect(instrumentsFor([counter], { unit: 'Hz', word: 'dev' })).toEqual([]));
});

describe('judgeReading', () => {
  const limits = { low: -600, high: 600 };
  const freq = (value: number, step: number) => ({ ...at(value, 'Hz', step), nominalHz: 27.185e6, word: 'freq' });

  it('judges where the instrument can, and says nothing more', () =>
    expect(judgeReading(freq(120, 10), limits, [counter])).toEqual({
      instrument: counter,
      uncertainty: jasmine.any(Number),
      verdict: 'in',
    }));
  it('has no verdict without a limit', () =>
    expect(judgeReading(at(5, 'V'), {}, [meter])).toEqual({ instrument: meter, uncertainty: 0.025 }));
  it('names the gate that would tell', () => {
    expect(judgeReading(freq(550, 100), limits, [counter]).wouldTell).toBe('A gate of 100 ms would tell.');
    expect(judgeReading(freq(570, 10), limits, [counter]).wouldTell).toBe('A gate of 1 s would tell.');
  });
  it('names the timebase it takes where no gate would do', () =>
    expect(judgeReading(freq(590, 1), limits, [counter]).wouldTell).toBe(
      'It takes ±10 Hz or better: a gate of 200 ms with a timebase within 0.18 ppm.',
    ));
  it('asks for more of the digits', () => {
    expect(judgeReading(at(8, 'V', 1), { low: 7.8, high: 8.2 }, [ranged]).wouldTell).toBe('Read to 1 mV, it would tell.');
    expect(judgeReading(at(8, 'V', 1), { low: 7.8, high: 8.2 }, [meter]).wouldTell).toBe('With another digit it would tell.');
  });
  it('names another instrument of the shop', () => {
    const rough: Instrument = { id: 'w', name: 'Wattmeter', measures: ['W'], percentOfReading: 5 };
    const fine: Instrument = { id: 'f', name: 'Bridge and load', measures: ['W'], percentOfReading: 1 };
    expect(judgeReading(at(3.9, 'W', 0.1), { low: 3.4, high: 4 }, [rough, fine]).wouldTell).toBe('Bridge and load would tell.');
    const reference: Instrument = { ...counter, id: 'g', name: 'Locked counter', ppm: 0.01 };
    expect(judgeReading(freq(590, 1), limits, [counter, reference]).wouldTell).toBe('Locked counter with a gate of 1 s would tell.');
  });
  it('says how good one must be where the shop has none', () => {
    const rough: Instrument = { id: 'w', name: 'Wattmeter', measures: ['W'], percentOfReading: 5 };
    expect(judgeReading(at(3.9, 'W', 0.1), { low: 3.4, high: 4 }, [rough]).wouldTell).toBe(
      'It takes ±100 mW or better, 2.5% of the reading.',
    );
    const level: Instrument = { id: 'l', name: 'Level meter', measures: ['dBm'], decibels: 1 };
    expect(judgeReading(at(-10, 'dBm', 0.1), { low: -10.5 }, [level]).wouldTell).toBe('It takes ±0.5 dBm or better.');
    expect(judgeReading(at(4, 'W', 0.1), { high: 4 }, [rough]).wouldTell).toContain('no instrument can tell');
  });
  it('gives advice that holds: what it names does tell', () => {
    const holds = fc.property(fc.integer({ min: -800, max: 800 }), fc.constantFrom(1, 10, 100), (value, step) => {
      const { verdict, wouldTell = '' } = judgeReading(freq(value, step), limits, [counter]);
      const gate = /^A gate of ([\d.]+) (m?)s/.exec(wouldTell);
      if (verdict !== 'cant-tell') return wouldTell === '';
      if (!gate) return wouldTell.startsWith('It ');
      const seconds = Number(gate[1]) * (gate[2] ? 1e-3 : 1);
      return judgeReading(freq(value, 1 / seconds), limits, [counter]).verdict !== 'cant-tell';
    });
    expect(() => fc.assert(holds, { numRuns: 500 })).not.toThrow();
  });
});

describe('instrumentSchema', () => {
  it('takes what stood in earlier shops', () =>
    expect(instrumentSchema.safeParse({ id: 'c', name: 'C', measures: ['Hz'], ppm: 1, resolution: 1 }).success).toBeTrue());
  it('refuses a counter without a gate', () =>
    expect(instrumentSchema.safeParse({ ...counter, counter: { kind: 'direct', gatesS: [] } }).success).toBeFalse());
});
