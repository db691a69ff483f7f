// `npm run bench:run`: the live meter against its sound, one keying against a bare FFT pass over the same samples, the strip of eight hours, and
// what a run of 200 steps adds to a job. All in one run; the figures are this machine's.
import { AudioMeter, inMemory, keyingOf, ResponseTracker } from '../core/src/signal';
import { transform } from '../core/src/signal/fourier';
import { standInOver } from '../core/src/standin';
import { audioOf } from '../core/src/testing/signals';
import { smallLaid } from '../core/src/testing/small-card';
import { sampleJob, tapeOf } from '../core/src/testing/entries';
import { stripOf, sweepRuns, watchSays, type WatchMark, type WatchSample } from '../core/src/run';
import { retests, stageStates } from '../core/src/job';
import { standing, type TapeBody } from '../core/src/tape';

const print = (line = ''): void => void process.stdout.write(`${line}\n`);
const sorted = (values: readonly number[]): number[] => [...values].sort((a, b) => a - b);
const median = (values: readonly number[]): number => sorted(values)[Math.floor(values.length / 2)] ?? 0;
const ninetyFifth = (values: readonly number[]): number => sorted(values)[Math.floor(0.95 * values.length)] ?? 0;
const timeOf = (act: () => void): number => {
  const start = performance.now();
  act();
  return performance.now() - start;
};

print('Live meter, 48 kHz, a tone in noise; blocks of 1024 as they come from the worklet, a reading every second block');
{
  const rate = 48_000;
  const seconds = 20;
  const audio = audioOf({ kind: 'audio', sampleRateHz: rate, seconds, tones: [{ hz: 1000, peak: 0.3 }], noiseRms: 0.03 });
  const meter = new AudioMeter(rate);
  const tracker = new ResponseTracker(rate);
  const blockMs = (1000 * 1024) / rate;
  const readings: number[] = [];
  let total = 0;
  for (let from = 0, block = 1; from + 1024 <= audio.length; from += 1024, block += 1) {
    const samples = audio.subarray(from, from + 1024);
    let spent = timeOf(() => {
      meter.push(samples);
      tracker.push(samples);
    });
    if (block % 2 === 0) {
      const own = timeOf(() => meter.reading());
      readings.push(own);
      spent += own;
    }
    total += spent;
  }
  print(
    `a reading takes ${median(readings).toFixed(1)} ms (95 of 100 within ${ninetyFifth(readings).toFixed(1)} ms); from sound to figure ${(2 * blockMs + median(readings)).toFixed(0)} ms at most (95 of 100 within ${(2 * blockMs + ninetyFifth(readings)).toFixed(0)} ms), of which the two blocks are ${(2 * blockMs).toFixed(0)} ms`,
  );
  print(`${((100 * total) / 1000 / seconds).toFixed(1)} % of one core`);
}

print();
print('One keying: 10 s at 2.4 MS/s in memory, to all verdicts');
{
  const rate = 2_400_000;
  const [i, q] = standInOver({
    sampleRateHz: rate,
    seconds: 10,
    keyed: [0.5, 9.5],
    offsetHz: 160_000,
    turnOnHz: 80,
    fm: [
      { hz: 1000, devHz: 2500 },
      { hz: 100, devHz: 350 },
    ],
    lines: [{ hz: 400_000, dBc: -50 }],
    noiseDb: -30,
  });
  const size = 65_536;
  const [record, out] = [new Float64Array(2 * size), new Float64Array(2 * size)];
  const bare = (): void => {
    for (let from = 0; from + size <= i.length; from += size) {
      for (let k = 0; k < size; k += 1) {
        record[2 * k] = i[from + k] as number;
        record[2 * k + 1] = q[from + k] as number;
      }
      transform(size).transform(out, record);
    }
  };
  bare();
  // In the pieces in which a file is read.
  const piece = 1 << 18;
  const recording = {
    ...inMemory(rate, [i, q]),
    *pieces() {
      for (let from = 0; from < i.length; from += piece) yield [i.subarray(from, from + piece), q.subarray(from, from + piece)];
    },
  };
  await keyingOf(recording, 12_500);
  const [passes, own]: [number[], number[]] = [[], []];
  for (let k = 0; k < 3; k += 1) {
    passes.push(timeOf(bare));
    const start = performance.now();
    await keyingOf(recording, 12_500);
    own.push(performance.now() - start);
  }
  print(
    `${(median(own) / 1000).toFixed(2)} s, ${(median(own) / median(passes)).toFixed(2)} bare FFT passes of ${(median(passes) / 1000).toFixed(2)} s`,
  );
}

print();
print('Strip of eight hours at two readings a second');
{
  const n = 8 * 3600 * 2;
  const limits = { low: 3, high: 4 };
  const samples = Array.from({ length: n }, (_, k): WatchSample => ({
    atS: k / 2,
    value: k % 997 === 0 ? null : 3.5 + 0.3 * Math.sin(k / 5000),
  }));
  const marks = Array.from({ length: 60 }, (_, k): WatchMark => ({ atS: 400 * k, what: 'tap', at: 'vco' }));
  for (const [of, bounds] of [
    ['with limits', limits],
    ['without', {}],
  ] as const) {
    const changes = Array.from({ length: 40 }, () =>
      timeOf(() => {
        const all = [...samples] as [WatchSample, ...WatchSample[]];
        watchSays(all, marks, bounds, 0.01);
        stripOf(all);
      }),
    );
    print(
      `${of}: one reading more, said and drawn anew: ${median(changes).toFixed(1)} ms, 95 of 100 within ${ninetyFifth(changes).toFixed(1)} ms`,
    );
  }
}

print();
print('A run of 200 steps on a job: what opening it works out, with it and without');
{
  const card = smallLaid();
  const step = (k: number): TapeBody => ({
    kind: 'reading',
    subject: { what: 'point', point: 'TP7' },
    value: 3 + k / 100,
    unit: 'V',
    step: 0.01,
    condition: { channel: k },
    uncertainty: 0.02,
    verdict: 'in',
  });
  const base: TapeBody[] = Array.from({ length: 100 }, (_, k) => ({ kind: 'note', text: `note ${k}` }));
  const run: TapeBody[] = [
    {
      kind: 'sweep',
      of: { what: 'point', point: 'TP7' },
      over: 'channel',
      condition: {},
      steps: Array.from({ length: 200 }, (_, k) => `ch${k + 1}`),
    },
    ...Array.from({ length: 200 }, (_, k) => step(k + 1)),
  ];
  const opened = (tape: ReturnType<typeof tapeOf>): number =>
    median(
      Array.from({ length: 30 }, () =>
        timeOf(() => {
          const stood = standing(tape);
          stageStates(sampleJob, tape, card);
          retests(card, stood, []);
          sweepRuns(card, stood);
        }),
      ),
    );
  const [without, withRun] = [opened(tapeOf(...base)), opened(tapeOf(...base, ...run))];
  print(`${withRun.toFixed(2)} ms with it, ${without.toFixed(2)} ms without: ${(withRun - without).toFixed(2)} ms more`);
}
