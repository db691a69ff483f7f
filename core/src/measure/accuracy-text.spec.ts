import fc from 'fast-check';
import { accuracyText, readAccuracy } from './accuracy-text';
import { instrumentSchema } from './instrument';
import { instrumentKinds } from './instrument-kinds';

describe('an accuracy as a handbook writes it', () => {
  for (const [text, expected] of [
    ['±(0.5% + 2 digits)', { percentOfReading: 0.5, counts: 2 }],
    ['0.8 % of rdg + 3 d', { percentOfReading: 0.8, counts: 3 }],
    ['5% of full scale', { percentOfRange: 5 }],
    ['5 % fsd', { percentOfRange: 5 }],
    ['1 ppm + 0.5 ppm a year', { ppm: 1, ppmPerYear: 0.5 }],
    ['1ppm; 1ppm/yr', { ppm: 1, ppmPerYear: 1 }],
    ['1,5 dB', { decibels: 1.5 }],
    ['2% + a step of 10 mV', { percentOfReading: 2, resolution: 0.01 }],
    ['', {}],
  ] as const)
    it(`"${text}"`, () => expect(readAccuracy(text, 'V')).toEqual(expected));
  it('is refused by the part that cannot be read', () => {
    expect(() => readAccuracy('0.5% + about right', 'V')).toThrowError('"about right" is no part of an accuracy.');
    expect(() => readAccuracy('a step of some', 'V')).toThrow();
  });
  it('reads back from what is written of it', () => {
    const share = fc.integer({ min: 1, max: 9999 }).map((n) => n / 100);
    const any = fc.record(
      {
        percentOfReading: share,
        percentOfRange: share,
        ppm: share,
        ppmPerYear: share,
        decibels: share,
        counts: fc.nat(20),
        resolution: fc.constantFrom(0.001, 0.1, 10),
      },
      { requiredKeys: [] },
    );
    fc.assert(fc.property(any, (accuracy) => void expect(readAccuracy(accuracyText(accuracy, 'V'), 'V')).toEqual(accuracy)));
  });
});

describe('the kinds of instruments', () => {
  it('are instruments as the shop keeps them, each with an accuracy of each of its units', () => {
    expect(new Set(instrumentKinds.map(({ id }) => id)).size).toBe(instrumentKinds.length);
    for (const { id, name, instrument } of instrumentKinds) {
      expect(instrumentSchema.safeParse({ id, name, ...instrument }).success)
        .withContext(name)
        .toBeTrue();
      for (const unit of instrument.measures) {
        const accuracy = instrument.byUnit?.[unit];
        expect(accuracy && accuracyText(accuracy, unit))
          .withContext(`${name}, ${unit}`)
          .toMatch(/^±/);
      }
    }
  });
});
