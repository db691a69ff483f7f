import fc from 'fast-check';
import { CoreError } from '../errors/core-error';
import { weekdays } from '../testing/day-shops';
import { WorkingTime } from './working-time';

const at = (day: number, hour: number, minute = 0): number => new Date(2026, 1, day, hour, minute).getTime();
// The 9th of February 2026 is a Monday.
const monday = at(9, 8);

describe('working time', () => {
  const time = new WorkingTime(weekdays, monday);
  it('begins when the shop opens', () => {
    expect(time.begin(at(9, 8))).toBe(at(9, 9));
    expect(time.begin(at(9, 10, 20))).toBe(at(9, 10, 20));
    expect(time.begin(at(9, 13, 10))).toBe(at(9, 13, 30));
    expect(time.begin(at(13, 17, 30))).toBe(at(16, 9));
    expect(time.begin(at(14, 12))).toBe(at(16, 9));
  });
  for (const [from, minutes, to] of [
    [at(9, 9), 60, at(9, 10)],
    [at(9, 12, 30), 60, at(9, 14)],
    [at(9, 12), 60, at(9, 13)],
    [at(9, 17), 60, at(10, 9, 30)],
    [at(13, 17), 60, at(16, 9, 30)],
    [at(14, 3), 480, at(16, 17, 30)],
    [at(9, 9), 5 * 480 + 10, at(16, 9, 10)],
    [at(9, 8), 0, at(9, 9)],
  ] as const)
    it(`${minutes} min from ${new Date(from).toString().slice(0, 21)} end ${new Date(to).toString().slice(0, 21)}`, () =>
      expect(time.after(from, minutes)).toBe(to));
  it('counts what lies between', () => {
    expect(time.between(at(9, 12), at(9, 14))).toBe(90);
    expect(time.between(at(9, 9), at(16, 9))).toBe(5 * 480);
    expect(time.between(at(10, 9), at(9, 9))).toBe(0);
  });
  it('leaves out days off, and adds what is worked on longer at the end of a day', () => {
    const off = new WorkingTime({ ...weekdays, off: ['2026-02-10'] }, monday);
    expect(off.after(at(9, 17), 60)).toBe(at(11, 9, 30));
    expect(new WorkingTime(weekdays, monday, 60).after(at(9, 17), 60)).toBe(at(9, 18));
  });
  it('gives the spans of work between two moments', () =>
    expect(time.spans(at(9, 12), at(10, 9, 15))).toEqual([
      [at(9, 12), at(9, 13)],
      [at(9, 13, 30), at(9, 17, 30)],
      [at(10, 9), at(10, 9, 15)],
    ]));
  it('refuses a week without hours', () => {
    const never = { week: [[], [], [], [], [], [], []], off: [] };
    expect(WorkingTime.works(never)).toBeFalse();
    expect(WorkingTime.works(weekdays)).toBeTrue();
    expect(() => new WorkingTime(never, monday).begin(monday)).toThrowError(CoreError, /no time to work/);
  });
  it('takes as long as it says, wherever it begins', () => {
    fc.assert(
      fc.property(fc.integer({ min: 0, max: 20_000 }), fc.integer({ min: 1, max: 3000 }), (later, minutes) => {
        const from = monday + later * 60_000;
        const end = time.after(from, minutes);
        expect(time.between(from, end)).toBeCloseTo(minutes, 6);
        expect(time.after(time.after(from, minutes / 2), minutes / 2)).toBeCloseTo(end, 3);
        expect(time.spans(from, end).reduce((sum, [a, b]) => sum + (b - a) / 60_000, 0)).toBeCloseTo(minutes, 6);
      }),
    );
  });
});
