import { accuracyOf, accuracyParts } from './accuracy';
import { counterResolutionHz, counterUncertaintyHz, judgeFrequency, type CounterSetting } from './counter';
import { limitsText } from './limits-text';

const direct: CounterSetting = { kind: 'direct', gateS: 0.1, timebasePpm: 1, prescale: 10 };
const reciprocal: CounterSetting = { kind: 'reciprocal', gateS: 0.1, timebasePpm: 0.5, prescale: 1 };

describe('a counter', () => {
  it('resolves whole cycles of its gate, or nine digits a second', () => {
    expect(counterResolutionHz(27e6, direct)).toBeCloseTo(100, 9);
    expect(counterResolutionHz(27e6, reciprocal)).toBeCloseTo(0.27, 9);
  });
  it('shows no more than its digits', () => {
    // 27 000 000.0 on eight digits ends in whole hertz, on seven in tens.
    expect(counterResolutionHz(27e6, { ...reciprocal, displayDigits: 8 })).toBe(1);
    expect(counterResolutionHz(27e6, { ...reciprocal, displayDigits: 7 })).toBe(10);
    expect(counterResolutionHz(10e6, { ...reciprocal, displayDigits: 8 })).toBe(1);
    expect(counterResolutionHz(27e6, { ...direct, displayDigits: 8 })).toBeCloseTo(100, 9);
  });
  it('errs by a step and by its timebase', () => expect(counterUncertaintyHz(27e6, direct)).toBeCloseTo(127, 9));
  it('judges an error, and names gate and timebase that bring each to a tenth of the limit', () => {
    const judged = judgeFrequency(27e6, 27e6 + 300, 600, direct);
    expect([judged.errorHz, judged.verdict]).toEqual([300, 'in']);
    expect(judged.gateNeededS).toBeCloseTo(10 / 60, 9);
    expect(judged.timebaseNeededPpm).toBeCloseTo(60 / 27, 9);
    expect(judgeFrequency(27e6, 27e6 - 700, 600, reciprocal).verdict).toBe('low');
    expect(judgeFrequency(27e6, 27e6, 600, reciprocal).gateNeededS).toBeCloseTo(4.5e-4, 12);
  });
});

describe('the accuracy of an instrument', () => {
  it('is the sum of its parts, each of what it is said of', () => {
    const parts = accuracyParts(-8, {
      percentOfReading: 0.5,
      percentOfRange: 0.1,
      range: 20,
      counts: 2,
      resolution: 0.01,
      ppm: 5,
      ageYears: 2,
      ppmPerYear: 3,
    });
    expect(parts.map(({ name, uncertainty }) => [name, Number(uncertainty.toPrecision(9))])).toEqual([
      ['Of the reading', 0.04],
      ['Of the range', 0.02],
      ['Digits', 0.02],
      ['Timebase', 4e-5],
      ['Ageing', 4.8e-5],
    ]);
    expect(accuracyOf(-8, { percentOfReading: 0.5, counts: 2, resolution: 0.01 })).toBeCloseTo(0.06, 12);
  });
  it('leaves out a part whose partner is missing', () =>
    expect(accuracyParts(8, { percentOfRange: 1, counts: 2, ageYears: 3 })).toEqual([]));
});

describe('limits in words', () => {
  for (const [low, high, unit, text] of [
    [undefined, undefined, 'V', 'no limit'],
    [undefined, 0.5e-6, 'V', 'max 0.5 µV'],
    [3.4, undefined, 'W', 'min 3.4 W'],
    [-600, 600, 'Hz', '±600 Hz'],
    [0, 0, 'V', '0–0 V'],
    [1500, 2000, 'Hz', '1.5–2 kHz'],
    [27.1844e6, 27.1856e6, 'Hz', '27.1844–27.1856 MHz'],
    [-42, -34, 'dBm', '−42 dBm to −34 dBm'],
    [0.9, 1.1e3, 'Hz', '0.9 Hz to 1.1 kHz'],
    [-1, 2, 'V', '−1 V to 2 V'],
  ] as const)
    it(`${low} to ${high} ${unit} are "${text}"`, () => expect(limitsText(low, high, unit)).toBe(text));
});
