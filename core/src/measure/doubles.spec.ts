import { chanceFrom } from '../chance';
import { biasesOf, biasText, compareReadings, type ReadBy } from './doubles';
import type { Instrument } from './instrument';

const named = (name: string, more: Partial<Instrument> = {}): Instrument => ({
  id: name.toLowerCase(),
  name,
  measures: ['Hz', 'V', 'dBm'],
  ...more,
});
const hz = (instrument: Instrument, value: number, uncertainty: number): ReadBy => ({
  instrument,
  value,
  uncertainty,
  step: 1,
  unit: 'Hz',
});

describe('two readings of one thing', () => {
  const old = named('Old counter');
  const oven = named('Oven counter', { calibrated: '2031-01-02' });
  it('agree when they lie no further apart than both may be off', () => {
    expect(compareReadings(hz(old, 27_185_020, 28), hz(oven, 27_185_000, 2), '2031-03-04')).toEqual({
      agree: true,
      apart: 20,
      both: 30,
      says: 'Old counter and Oven counter agree: 20 Hz apart, where both may be 30 Hz off.',
    });
  });
  it('else that is believed of which less is open, and why', () => {
    const { agree, believe, says } = compareReadings(hz(old, 27_185_260, 28), hz(oven, 27_185_000, 2), '2031-03-04');
    expect([agree, believe]).toEqual([false, oven]);
    expect(says).toBe(
      'Old counter and Oven counter do not agree: 260 Hz (9.6 ppm) apart, where both together may be 30 Hz off. Believe Oven counter, ±2 Hz, calibrated 2031-01-02; Old counter is never checked here.',
    );
  });
  it('or neither, where both are known alike', () => {
    const { believe, says } = compareReadings(hz(old, 27_185_260, 28), hz(named('Third'), 27_185_000, 28), '2031-03-04');
    expect(believe).toBeUndefined();
    expect(says).toContain('hold both against a reference');
  });
  it('a check of its clock makes an instrument better known than its handbook says', () => {
    const checked = named('Old counter', {
      checks: [{ on: '2031-03-04', against: 'the standard', unit: 'ppm', error: 0, plusMinus: 0.1 }],
    });
    const { believe, says } = compareReadings(hz(checked, 27_185_000, 280), hz(oven, 27_185_900, 60), '2031-03-04');
    expect(believe?.name).toBe('Old counter');
    expect(says).toContain('checked against the standard on 2031-03-04');
  });
});

describe('the bias of instruments', () => {
  it('is parted between two in proportion to what was open of each', () => {
    const [a, b] = biasesOf([[hz(named('A'), 1e6 + 30, 30), hz(named('B'), 1e6, 10)]]);
    expect(Math.abs((a?.share ?? 0) * 1e6 - 27)).toBeLessThan(0.2);
    expect(Math.abs((b?.share ?? 0) * 1e6 + 3)).toBeLessThan(0.2);
    expect(a && biasText(a)).toMatch(/^reads \+2\d ppm ± \d+ ppm by 1 double reading$/);
  });

  it('covers the truth within two standard errors in 900 to 990 of 1,000 seeds, of frequencies and of levels', () => {
    for (const unit of ['Hz', 'dBm'] as const) {
      let covered = 0;
      let all = 0;
      for (let seed = 1; seed <= 1000; seed += 1) {
        const chance = chanceFrom(seed);
        const instruments = ['a', 'b', 'c'].map((name) => named(name));
        const open = [1, 0.3, 2].map((each) => each * (unit === 'Hz' ? 1e-6 : 1));
        const truth = open.map((each) => chance.normal(each / Math.sqrt(3)));
        const step = unit === 'Hz' ? 1 : 0.1;
        const pairs = Array.from({ length: 4 }, () => {
          const [i, j] = chance.oneOf([
            [0, 1],
            [1, 2],
            [0, 2],
          ] as const);
          const real = unit === 'Hz' ? chance.between(5e6, 30e6) : chance.between(-60, 0);
          const read = (k: 0 | 1 | 2): ReadBy => {
            const off = truth[k] ?? 0;
            const value = Math.round((unit === 'Hz' ? real * (1 + off) : real + off) / step) * step;
            const uncertainty = (open[k] ?? 0) * (unit === 'Hz' ? real : 1);
            return { instrument: instruments[k]!, value, uncertainty, step, unit };
          };
          return [read(i), read(j)] as const;
        });
        for (const bias of biasesOf(pairs)) {
          all += 1;
          const k = ['a', 'b', 'c'].indexOf(bias.instrument);
          if (Math.abs(bias.share - (truth[k] ?? 0)) <= 2 * bias.sigma) covered += 1;
        }
      }
      expect((1000 * covered) / all)
        .withContext(unit)
        .toBeGreaterThan(900);
      expect((1000 * covered) / all)
        .withContext(unit)
        .toBeLessThan(990);
    }
  });

  it('says nothing of a nought, which has no share', () => {
    expect(
      biasesOf([
        [
          { ...hz(named('A'), 0, 1), unit: 'V' },
          { ...hz(named('B'), 0, 1), unit: 'V' },
        ],
      ]),
    ).toEqual([]);
  });
});
