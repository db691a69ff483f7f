import fc from 'fast-check';
import { CoreError } from '../errors/core-error';
import { hoursText, readDaysOff, readHours } from './hours-text';

describe('hours of a day', () => {
  for (const [text, spans] of [
    [
      '9:00-13:00, 13:30-17:30',
      [
        [540, 780],
        [810, 1050],
      ],
    ],
    ['9-13', [[540, 780]]],
    ['14:00 to 18.30', [[840, 1110]]],
    [
      '13:30-17, 9-12',
      [
        [540, 720],
        [810, 1020],
      ],
    ],
    ['20:00-24:00', [[1200, 1440]]],
    ['', []],
    ['off', []],
  ] as const)
    it(`reads ${text || 'nothing'}`, () => expect(readHours(text, 'Monday')).toEqual(spans as never));
  for (const [text, message] of [
    ['nine to five', 'no span'],
    ['9', 'no span'],
    ['25-26', 'no span'],
    ['17-9', 'ends before'],
    ['9-13, 12-17', 'upon each other'],
  ] as const)
    it(`refuses ${text}`, () => expect(() => readHours(text, 'Monday')).toThrowError(CoreError, new RegExp(message)));
  it('are read as they are written', () => {
    const ends = fc
      .uniqueArray(fc.integer({ min: 0, max: 1440 }), { minLength: 2, maxLength: 8 })
      .map((all) => [...all].sort((a, b) => a - b));
    fc.assert(
      fc.property(ends, (all) => {
        const spans = all.flatMap((from, i) => (i % 2 === 0 && all[i + 1] !== undefined ? [[from, all[i + 1] as number] as const] : []));
        expect(readHours(hoursText(spans), 'Monday')).toEqual(spans);
      }),
    );
  });
});

describe('days off', () => {
  const now = new Date(2026, 10, 29);
  it('are read with or without their year, each once', () =>
    expect(readDaysOff('2026-12-24, 12-31 12-24', 'off', now)).toEqual(['2026-12-24', '2026-12-31']));
  it('are refused where no calendar has them', () => expect(() => readDaysOff('02-30', 'off', now)).toThrowError(CoreError, /no day/));
});
