// `npm run bench:signal`: error of the signal work against level, and its time against real time and against one bare FFT
// pass over the same samples, all in one run.
import { iqOf, iqOfSamples, sinadOfSamples } from '../core/src/signal';
import { powerOfTwoWithin, transform } from '../core/src/signal/fourier';
import { audioOf, iqOfSignal } from '../core/src/testing/signals';

const print = (line = ''): void => void process.stdout.write(`${line}\n`);
const cell = (text: string | number, width = 10): string => String(text).padStart(width);
const median = (values: readonly number[]): number => [...values].sort((a, b) => a - b)[Math.floor(values.length / 2)] ?? 0;

function timed(act: () => void, runs = 7): number {
  act();
  return median(
    Array.from({ length: runs }, () => {
      const start = performance.now();
      act();
      return performance.now() - start;
    }),
  );
}

const noiseFor = (dB: number, peak: number, rate: number): number => Math.sqrt((peak ** 2 / 2 / (10 ** (dB / 10) - 1)) * (rate / 2 / 3100));

print('SINAD: largest error in dB of ten seeds, tones of 400 to 2500 Hz, 2 s');
print(['true dB', '8 kHz', '16 kHz', '44.1 kHz', '48 kHz'].map((text) => cell(text)).join(''));
for (const dB of [3, 6, 12, 20, 30, 40]) {
  const errors = [8000, 16_000, 44_100, 48_000].map((rate) =>
    Math.max(
      ...[400.3, 1000, 1004.3, 1250, 2500, 997, 1500, 700, 2200, 850].map((hz, seed) => {
        const peak = 0.1 + 0.08 * seed;
        const audio = audioOf({
          kind: 'audio',
          sampleRateHz: rate,
          seconds: 2,
          tones: [{ hz, peak }],
          noiseRms: noiseFor(dB, peak, rate),
          seed: 100 * dB + seed,
        });
        return Math.abs((sinadOfSamples(rate, audio)?.sinadDb ?? NaN) - dB);
      }),
    ),
  );
  print([dB, ...errors.map((error) => error.toFixed(3))].map((text) => cell(text)).join(''));
}

print();
print('FM: error of the deviation in %, noise 45 dB below the carrier, 1 s');
print(['deviation', 'tone', '48 kS/s', '250 kS/s', '2.4 MS/s'].map((text) => cell(text)).join(''));
for (const [devHz, hz] of [
  [500, 1000],
  [1500, 400],
  [2500, 1000],
  [2500, 3000],
  [5000, 1250],
] as const) {
  const errors = [48_000, 250_000, 2_400_000].map((sampleRateHz) => {
    const { i, q } = iqOfSignal({ kind: 'iq', sampleRateHz, seconds: 1, offsetHz: 1234.5, fm: [{ hz, devHz }], noiseDb: -45 });
    return (100 * (iqOfSamples(sampleRateHz, i, q).peakDeviationHz / devHz - 1)).toFixed(2);
  });
  print([devHz, hz, ...errors].map((text) => cell(text)).join(''));
}

print();
print('AM: error of the depth in points and of the offset in Hz, noise 45 dB below the carrier, 48 kS/s, 1 s');
print(['depth %', 'depth', 'offset'].map((text) => cell(text)).join(''));
for (const depth of [0.1, 0.3, 0.5, 0.7, 0.9]) {
  const { i, q } = iqOfSignal({ kind: 'iq', sampleRateHz: 48_000, seconds: 1, offsetHz: -987.6, am: [{ hz: 1000, depth }], noiseDb: -45 });
  const reading = iqOfSamples(48_000, i, q);
  print(
    [100 * depth, (reading.amDepthPercent - 100 * depth).toFixed(3), (reading.carrierOffsetHz + 987.6).toFixed(4)]
      .map((text) => cell(text))
      .join(''),
  );
}

print();
print('Speed (median of seven)');
{
  const rate = 48_000;
  const audio = audioOf({ kind: 'audio', sampleRateHz: rate, seconds: 10, tones: [{ hz: 1000, peak: 0.4 }], noiseRms: 0.02 });
  const size = powerOfTwoWithin(rate);
  const [record, out] = [new Float64Array(size), new Float64Array(2 * size)];
  const bare = timed(() => {
    for (let from = 0; from + size <= audio.length; from += size) {
      record.set(audio.subarray(from, from + size));
      transform(size).realTransform(out, record);
    }
  });
  const passes = (size * Math.floor(audio.length / size)) / audio.length;
  const own = timed(() => sinadOfSamples(rate, audio));
  print(
    `SINAD: ${(own / 10).toFixed(2)} ms a second of audio, ${(10_000 / own).toFixed(0)} times real time, ${((own * passes) / bare).toFixed(2)} bare FFT passes`,
  );
}
{
  const rate = 2_400_000;
  const { i, q } = iqOfSignal({
    kind: 'iq',
    sampleRateHz: rate,
    seconds: 2,
    offsetHz: 160_000,
    fm: [{ hz: 1000, devHz: 2500 }],
    noiseDb: -45,
  });
  const size = 65_536;
  const [record, out] = [new Float64Array(2 * size), new Float64Array(2 * size)];
  const bare = timed(() => {
    for (let from = 0; from + size <= i.length; from += size) {
      for (let k = 0; k < size; k += 1) {
        record[2 * k] = i[from + k] as number;
        record[2 * k + 1] = q[from + k] as number;
      }
      transform(size).transform(out, record);
    }
  });
  const passes = (size * Math.floor(i.length / size)) / i.length;
  const own = timed(() => iqOfSamples(rate, i, q));
  print(
    `I and Q: ${(own / 2).toFixed(0)} ms a second at 2.4 MS/s, ${(2000 / own).toFixed(1)} times real time, ${((own * passes) / bare).toFixed(2)} bare FFT passes`,
  );
}

print();
const minutes = Number(process.argv[2] ?? 0.5);
print(`Memory: ${minutes} min of I and Q at 2.4 MS/s read in pieces (give minutes to take longer: npm run bench:signal -- 10)`);
{
  const rate = 2_400_000;
  const { i, q } = iqOfSignal({
    kind: 'iq',
    sampleRateHz: rate,
    seconds: 1,
    offsetHz: 160_000,
    fm: [{ hz: 1000, devHz: 2500 }],
    noiseDb: -45,
  });
  const frames = Math.round(minutes * 60) * rate;
  function* pieces(): Generator<Float32Array[]> {
    const size = 1 << 18;
    for (let done = 0; done < frames; done += size) {
      const length = Math.min(size, frames - done);
      // As it comes from a file: each piece is new, and gone when it has been used.
      yield [i, q].map((channel) => {
        const piece = new Float32Array(length);
        for (let k = 0, at = done % rate; k < length; k += 1, at = at + 1 === rate ? 0 : at + 1) piece[k] = channel[at] as number;
        return piece;
      });
    }
  }
  const used = (): number => {
    const { heapUsed, arrayBuffers } = process.memoryUsage();
    return (heapUsed + arrayBuffers) / 1e6;
  };
  const start = used();
  let most = 0;
  const begun = performance.now();
  const reading = await iqOf({ sampleRateHz: rate, frames, pieces }, () => (most = Math.max(most, used() - start)));
  const seconds = (performance.now() - begun) / 1000;
  print(
    `at most ${most.toFixed(0)} MB above the start, ${seconds.toFixed(0)} s with the making of the samples; deviation ${reading.peakDeviationHz.toFixed(0)} Hz, offset ${reading.carrierOffsetHz.toFixed(1)} Hz`,
  );
}
