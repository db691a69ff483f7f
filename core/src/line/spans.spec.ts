import { LineRest } from './line-rest';
import { wordsOf } from './line-words';
import { dayOfWord, minutesOf, minutesOfTime, takeMinutes, takeMoment } from './spans';

const now = new Date('2026-11-27T14:02');
const rest = (line: string): LineRest => new LineRest(line, wordsOf(line));

describe('a span of time', () => {
  for (const [text, minutes] of [
    ['90', 90],
    ['20 min', 20],
    ['20min', 20],
    ['2 h', 120],
    ['2h10', 130],
    ['1.5h', 90],
    ['1,5 h', 90],
    ['10 h 51 min', 651],
    ['0', 0],
    ['', undefined],
    ['h', undefined],
    ['2 x', undefined],
    ['2h75', undefined],
    ['-5', undefined],
  ] as const)
    it(`"${text}" is ${minutes ?? 'none'}`, () => expect(minutesOf(text)).toBe(minutes));

  it('takes as many words as make one, and leaves the rest', () => {
    const line = rest('10 h 51 min yesterday');
    expect([takeMinutes(line), line.text]).toEqual([651, 'yesterday']);
    const none = rest('soon 10 h');
    expect([takeMinutes(none), none.text]).toEqual([undefined, 'soon 10 h']);
  });
});

describe('a day', () => {
  for (const [word, day] of [
    ['today', '2026-11-27'],
    ['Yesterday', '2026-11-26'],
    ['2026-11-25', '2026-11-25'],
    ['11-25', '2026-11-25'],
    ['1-5', '2027-01-05'],
    ['2026-02-30', undefined],
    ['13-01', undefined],
    ['tomorrow', undefined],
    ['c31', undefined],
  ] as const)
    it(`"${word}" is ${day ?? 'none'}`, () => expect(dayOfWord(word, now)).toBe(day));
});

describe('a moment', () => {
  it('is a time of today, or of the day before it', () => {
    expect(takeMoment(rest('5:15'), now, '')).toEqual(new Date('2026-11-27T05:15'));
    expect(takeMoment(rest('yesterday 23.50'), now, '')).toEqual(new Date('2026-11-26T23:50'));
    const line = rest('soon');
    expect([takeMoment(line, now, ''), line.text]).toEqual([undefined, 'soon']);
  });
  it('is refused without its time, and where it is still to come', () => {
    expect(() => takeMoment(rest('yesterday'), now, 'start yesterday 9:00')).toThrowError('At what time?');
    expect(() => takeMoment(rest('14:03'), now, '')).toThrowError(/14:03 of 2026-11-27 is still to come/);
  });
  it('has hours and minutes that a clock has', () => {
    expect([minutesOfTime('24:00'), minutesOfTime('9:60'), minutesOfTime('0:00'), minutesOfTime('23:59')]).toEqual([
      undefined,
      undefined,
      0,
      1439,
    ]);
  });
});
