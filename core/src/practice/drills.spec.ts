import { afterAnswer, drillKinds, drillQuestion, nextDrill } from './drills';

const now = new Date('2026-11-29T10:00:00Z');
const asked = (kind: (typeof drillKinds)[number]) => Array.from({ length: 60 }, (_, seed) => drillQuestion(kind, seed));
const figures = (text: string): number[] => [...text.matchAll(/[−-]?\d+(?:\.\d+)?/g)].map(([figure]) => Number(figure.replace('−', '-')));

describe('drills', () => {
  for (const kind of drillKinds)
    it(`ask with answers that differ, one of them right: ${kind}`, () => {
      for (const question of asked(kind)) {
        expect(new Set(question.answers).size).toBe(question.answers.length);
        expect(question.answers.length).toBeGreaterThanOrEqual(3);
        expect(question.answers[question.right]).toBeDefined();
        expect(drillQuestion(kind, 7)).toEqual(drillQuestion(kind, 7));
      }
    });
  it('hold what the sums hold: an oscillator stands by the intermediate frequency off the signal', () => {
    for (const { text, answers, right } of asked('node')) {
      const [carrier = 0, first = 0] = figures(text);
      const [said = 0] = figures(answers[right] ?? '');
      expect(said).toBeCloseTo(text.includes('above') ? carrier + first : carrier - first, 2);
    }
  });
  it('hold that −107 dBm are 1 µV across 50 Ω', () => {
    const scale: Record<string, number> = { nV: 1e-9, µV: 1e-6, mV: 1e-3 };
    for (const { text, answers, right } of asked('level')) {
      const [dBm = 0] = figures(text);
      const [, figure = '', unit = ''] = /([\d.]+) (\S+)/.exec(answers[right] ?? '') ?? [];
      const volts = Number(figure) * (scale[unit] ?? NaN);
      expect(Math.abs(20 * Math.log10(volts / 1e-6) - (dBm + 107))).toBeLessThan(3);
    }
  });
  it('hold that a meter tells only where all that it leaves open lies on one side', () => {
    const seen = new Set<string>();
    for (const { text, answers, right } of asked('fine')) {
      const [low = 0, high = 0, percent = 0, value = 0] = figures(text.replace(' to ', '  '));
      const [least, most] = [value * (1 - percent / 100), value * (1 + percent / 100)];
      const inside = least >= low && most <= high;
      const outside = most < low || least > high;
      seen.add(answers[right] ?? '');
      expect(answers[right]).toBe(inside ? 'It is fine' : outside ? 'It is out' : 'This meter cannot tell');
    }
    expect(seen.size).toBe(3);
  });
  it('ask of selector lines only what one line explains', () => {
    for (const { text, answers, right } of asked('line')) {
      const [off = [], good = []] = [/Channels ([\d, ]+) are off/, /off, ([\d, ]+) are right/].map((of) =>
        (of.exec(text)?.[1] ?? '').split(', ').map(Number),
      );
      const explain = [1, 2, 4, 8, 16].filter((w) => off.every((c) => (c & w) === 0) && good.every((c) => (c & w) !== 0));
      expect(explain.map((w) => `The line worth ${w}`)).toEqual([answers[right] ?? '']);
    }
  });
  it('come back at once where they were missed, and later and later where they are known', () => {
    let standing = afterAnswer(undefined, true, now);
    const hours = (of: typeof standing): number => (Date.parse(of.dueAt) - now.getTime()) / 3_600_000;
    const waits = [hours(standing)];
    for (let n = 0; n < 5; n += 1) waits.push(hours((standing = afterAnswer(standing, true, now))));
    expect(waits).toEqual([4, 24, 72, 168, 504, 504]);
    expect(afterAnswer(standing, false, now)).toEqual({ box: 0, dueAt: now.toISOString(), right: 6, wrong: 1 });
  });
  it('ask what was missed before what is known, and of what is not due the first', () => {
    const known = Object.fromEntries(drillKinds.map((kind) => [kind, afterAnswer(undefined, true, now)]));
    expect(nextDrill({ ...known, peak: afterAnswer(known['peak'], false, now) }, now)).toBe('peak');
    expect(nextDrill({ ...known, line: { ...known['line']!, dueAt: '2026-11-29T11:00:00Z' } }, now)).toBe('line');
    expect(drillKinds).toContain(nextDrill({}, now));
  });
});
