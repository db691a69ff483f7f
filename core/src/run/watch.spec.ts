import { answersWithinS, fellFirst, stripOf, watchSays, type WatchMark, type WatchSample } from './watch';

/** Five readings a second, of a value that follows the time. */
const strip = (seconds: number, value: (t: number) => number | null): [WatchSample, ...WatchSample[]] =>
  Array.from({ length: seconds * 5 + 1 }, (_, k) => ({ atS: k / 5, value: value(k / 5) })) as [WatchSample, ...WatchSample[]];
const limits = { low: 2.9, high: 3.3 };
const taps = (...at: readonly number[]): WatchMark[] => at.map((atS) => ({ atS, what: 'tap', at: 'vco' }));
/** A stream of even numbers that is the same each time. */
function chance(seed: number): () => number {
  let state = (seed % 2_147_483_646) + 1;
  return () => {
    state = (state * 48_271) % 2_147_483_647;
    return state / 2_147_483_647;
  };
}
const normal = (draw: () => number): number => Math.sqrt(-2 * Math.log(draw())) * Math.cos(2 * Math.PI * draw());

describe('a strip that is watched', () => {
  it('counts dropouts as spans, also where nothing was there', () => {
    const says = watchSays(
      strip(20, (t) => (t >= 5 && t < 6 ? 6.9 : t >= 10 && t < 12 ? null : 3.1)),
      [],
      limits,
      0.01,
    );
    expect(says.dropouts.map(({ fromS, toS }) => `${fromS} ${toS}`)).toEqual(['5 5.8', '10 11.8']);
    expect([says.least, says.most, says.seconds]).toEqual([3.1, 6.9, 20]);
    expect(
      watchSays(
        strip(4, () => null),
        [],
        limits,
        0.01,
      ),
    ).toEqual(jasmine.objectContaining({ least: null, most: null }));
  });

  it('says how often it changed at what was done, and how often it would have by chance', () => {
    const hit = (t: number): boolean => [5, 10, 15, 20, 25, 30].some((at) => t > at + 0.3 && t < at + 0.9);
    const { marks } = watchSays(
      strip(60, (t) => (hit(t) ? 6.9 : 3.1)),
      taps(5, 10, 15, 20, 25, 30, 45),
      limits,
      0.01,
    );
    expect(marks).toEqual([{ what: 'tap', at: 'vco', done: 7, changed: 6, byChance: 0 }]);
    // The same taps beside a strip that comes and goes by itself every two seconds.
    const [own] = watchSays(
      strip(60, (t) => (Math.floor(t) % 2 ? 6.9 : 3.1)),
      taps(5, 10, 15, 20, 25, 30, 45),
      limits,
      0.01,
    ).marks;
    expect(own?.changed).toBe(7);
    expect(own?.byChance).toBeGreaterThan(4);
  });

  it('leaves who types the time to look, up to what is done next', () => {
    const typed = [3.1, 6.9, 3.1, 6.9].map((value, k) => ({ atS: 6 * k, value })) as unknown as [WatchSample, ...WatchSample[]];
    const told = (withinS?: number) => watchSays(typed, taps(1, 7, 13), limits, 0.01, withinS);
    expect(told(answersWithinS.typed).marks[0]).toEqual(jasmine.objectContaining({ done: 3, changed: 3, byChance: 0 }));
    expect([told().marks, told().unseen]).toEqual([[], 3]);
    // Two taps before one reading: the change is of the second, and of the first nobody looked.
    const { marks, unseen } = watchSays(typed, taps(1, 3), limits, 0.01, answersWithinS.typed);
    expect([marks[0]?.done, marks[0]?.changed, unseen]).toEqual([1, 1, 1]);
  });

  it('says nothing of what was done where nobody looked', () => {
    const says = (samples: readonly WatchSample[], ...at: number[]) => {
      const { marks, unseen } = watchSays(samples as [WatchSample, ...WatchSample[]], taps(...at), limits, 0.01);
      return [marks[0]?.done ?? 0, unseen];
    };
    const once = [{ atS: 1, value: 3.1 }];
    expect(says(once, 2, 4, 6)).toEqual([0, 3]);
    // A reading every four seconds sees a tap only just before one, and none before the first.
    const slow = [4, 8, 12].map((atS) => ({ atS, value: 3.1 }));
    expect(says(slow, 3, 5, 6.5, 10.4, 10.6, 13)).toEqual([2, 4]);
    expect(
      says(
        strip(20, () => null),
        5,
        10,
      ),
    ).toEqual([2, 0]);
  });

  it('sees a step where there are no limits, and none in noise', () => {
    const draw = chance(3);
    const noisy = strip(40, (t) => 1 + 0.01 * normal(draw) + (t > 20 ? 0.5 : 0));
    expect(watchSays(noisy, [{ atS: 19.5, what: 'heat' }], {}, 0.001).marks[0]?.changed).toBe(1);
    expect(watchSays(noisy, [{ atS: 5, what: 'heat' }], {}, 0.001).marks[0]?.changed).toBe(0);
  });

  it('tells things that were done apart, and the time since unkeying', () => {
    const marks: WatchMark[] = [
      { atS: 2, what: 'key' },
      { atS: 6, what: 'unkey' },
      { atS: 8, what: 'tap', at: 'vco' },
      { atS: 9, what: 'tap', at: 'loop' },
    ];
    const says = watchSays(
      strip(10, () => 3.1),
      marks,
      limits,
      0.01,
    );
    expect(says.marks.map(({ what, at, done }) => `${what} ${at ?? ''} ${done}`)).toEqual([
      'key  1',
      'unkey  1',
      'tap vco 1',
      'tap loop 1',
    ]);
    expect(says.sinceUnkeyedS).toBe(4);
    expect(
      watchSays(
        strip(10, () => 3.1),
        marks.slice(0, 1),
        limits,
        0.01,
      ).sinceUnkeyedS,
    ).toBeUndefined();
  });

  it('drifts as it was made to, within its own error in ninety to ninety-nine of a hundred of a thousand strips', () => {
    let covered = 0;
    for (let seed = 1; seed <= 1000; seed += 1) {
      const draw = chance(seed * 7919);
      const { drift } = watchSays(
        strip(12, (t) => 3.1 + (0.06 * t) / 60 + 0.01 * normal(draw)),
        [],
        {},
        0.001,
      );
      if (drift && Math.abs(drift.perMinute - 0.06) <= 2 * drift.sigma) covered += 1;
    }
    expect(covered).toBeGreaterThan(900);
    expect(covered).toBeLessThan(990);
    expect(
      watchSays(
        strip(1, () => 3.1),
        [],
        {},
        0.01,
      ).drift,
    ).toBeUndefined();
  });

  it('answers to taps by chance as seldom as it says', () => {
    // Changes at random twice a minute, ten taps: what changed at them, over a thousand strips, against what was expected.
    let [changed, expected] = [0, 0];
    for (let seed = 1; seed <= 1000; seed += 1) {
      const draw = chance(seed * 104_729);
      let out = false;
      const samples = strip(120, () => {
        if (draw() < 2 / 60 / 5) out = !out;
        return out ? 6.9 : 3.1;
      });
      const [mark] = watchSays(samples, taps(5, 15, 25, 35, 45, 55, 65, 75, 85, 95), limits, 0.01).marks;
      changed += mark?.changed ?? 0;
      expected += mark?.byChance ?? 0;
    }
    expect(expected / changed).toBeGreaterThan(0.85);
    expect(expected / changed).toBeLessThan(1.15);
  });

  it('is kept in two hundred parts, with all that stood out', () => {
    const long = strip(600, (t) => (t === 300 ? 6.9 : t === 400 ? null : 3.1));
    const kept = stripOf(long);
    expect(kept.length).toBe(200);
    expect(kept).toContain(6.9);
    expect(kept).toContain(null);
    expect(stripOf(long.slice(0, 50)).length).toBe(50);
  });
});

describe('which of several points fell first', () => {
  const limits = { low: 7.6, high: 8.4 };
  const strip = (name: string, everyS: number, fallsAtS: number, startS = 0) => ({
    name,
    limits,
    samples: Array.from({ length: Math.floor(10 / everyS) }, (_, k) => {
      const atS = startS + k * everyS;
      return { atS, value: atS >= fallsAtS && atS < fallsAtS + 1 ? 0.2 : 8 };
    }),
  });
  it('is told where the readings part them', () => {
    const told = fellFirst([strip('output', 0.1, 5.5), strip('supply', 0.1, 5, 0.05)]);
    expect(told?.first).toBe('supply');
    expect(told?.together).toBeFalse();
    expect(told?.others.map(({ name, laterS }) => [name, Math.round(laterS * 10)])).toEqual([['output', 5]]);
  });
  it('is left open where they do not', () => {
    expect(fellFirst([strip('output', 1, 5), strip('supply', 0.1, 5)])?.together).toBeTrue();
  });
  it('is of no two that fell at other times, or of one alone', () => {
    expect(fellFirst([strip('output', 0.1, 2), strip('supply', 0.1, 7)])).toBeUndefined();
    expect(fellFirst([strip('output', 0.1, 2)])).toBeUndefined();
    expect(fellFirst([])).toBeUndefined();
  });
});
