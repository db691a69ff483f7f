import { DownConverter, decimation } from '../../core/src/signal/down-converter';
import { hann, realPower, tukey } from '../../core/src/signal/fourier';
import { IqMeter } from '../../core/src/signal/iq-meter';
import { IqSurvey } from '../../core/src/signal/iq-survey';
import { QuietTrack } from '../../core/src/signal/quiet-track';
import { SinadMeter } from '../../core/src/signal/sinad-meter';
import { toneIn } from '../../core/src/signal/tone';
import { decodeFrames, readWavHeader, writeWav } from '../../core/src/signal/wav';
import { audioOf, iqOfSignal, type AudioSignal, type IqSignal } from '../../core/src/testing/signals';

/** Figures to nine digits and no smaller than a millionth of a millionth, so that the last bits of a machine do not count. */
const shown = (value: unknown): unknown =>
  typeof value === 'number'
    ? Number((Math.abs(value) < 1e-12 ? 0 : value).toPrecision(9))
    : Array.isArray(value)
      ? value.map(shown)
      : typeof value === 'object' && value !== null
        ? Object.fromEntries(Object.entries(value).map(([name, of]) => [name, shown(of)]))
        : value;
/** A long list by its length, its sum of squares, a sum that minds the places, and some of it. */
function list(values: ArrayLike<number>): unknown {
  const all = Array.from(values);
  return {
    length: all.length,
    squares: all.reduce((sum, value) => sum + value * value, 0),
    placed: all.reduce((sum, value, k) => sum + value * Math.cos(k), 0),
    some: [0, 1, 2, 7, Math.floor(all.length / 3), all.length - 1].map((k) => all[k] ?? null),
  };
}

const sounds: Readonly<Record<string, Omit<AudioSignal, 'kind'> & { readonly toldHz?: number }>> = {
  'a tone with two harmonics in noise': {
    sampleRateHz: 48_000,
    seconds: 2.3,
    tones: [
      { hz: 1000.3, peak: 0.4 },
      { hz: 2000.6, peak: 0.02 },
      { hz: 3000.9, peak: 0.01, phase: 1 },
    ],
    noiseRms: 0.03,
    dc: 0.05,
    seed: 3,
  },
  'a clean tone at a low rate': { sampleRateHz: 8000, seconds: 1.1, tones: [{ hz: 400, peak: 0.9 }], noiseRms: 1e-4, seed: 16 },
  'a short one': { sampleRateHz: 11_025, seconds: 0.13, tones: [{ hz: 1200, peak: 0.5 }], noiseRms: 0.2, seed: 5 },
  'a tone that was told, under a stronger one': {
    sampleRateHz: 44_100,
    seconds: 1.7,
    tones: [
      { hz: 1010, peak: 0.1 },
      { hz: 50, peak: 0.6 },
      { hz: 2500, peak: 0.2 },
    ],
    noiseRms: 0.01,
    seed: 7,
    toldHz: 1000,
  },
  'harmonics up to the end of the band, at a high rate': {
    sampleRateHz: 96_000,
    seconds: 0.8,
    tones: [{ hz: 310, peak: 0.2 }, ...[2, 3, 4, 5, 6, 7, 8, 9, 10, 11].map((h) => ({ hz: 310 * h, peak: 0.02 / h, phase: h }))],
    noiseRms: 0.002,
    dc: -0.1,
    seed: 11,
  },
  'two tones in much noise': {
    sampleRateHz: 22_050,
    seconds: 3.4,
    tones: [
      { hz: 1500, peak: 0.02 },
      { hz: 3050, peak: 0.015 },
    ],
    noiseRms: 0.008,
    seed: 13,
  },
  noise: { sampleRateHz: 16_000, seconds: 1, tones: [], noiseRms: 0.1, seed: 9 },
};

const emissions: Readonly<Record<string, Omit<IqSignal, 'kind'>>> = {
  'FM with two tones, off the middle, in noise': {
    sampleRateHz: 96_000,
    seconds: 1.3,
    offsetHz: 7300,
    fm: [
      { hz: 1000, devHz: 2400 },
      { hz: 123, devHz: 480 },
    ],
    noiseDb: -25,
    seed: 2,
  },
  'AM of one tone': { sampleRateHz: 48_000, seconds: 1, offsetHz: -3100, am: [{ hz: 1000, depth: 0.6 }], noiseDb: -30, seed: 4 },
  'FM with a little AM, keyed': {
    sampleRateHz: 250_000,
    seconds: 0.9,
    offsetHz: 21_000,
    fm: [{ hz: 1250, devHz: 1500 }],
    am: [{ hz: 100, depth: 0.2 }],
    noiseDb: -20,
    seed: 6,
    keyed: [0.2, 0.7],
  },
  'a bare carrier at a high rate': { sampleRateHz: 1_024_000, seconds: 0.25, offsetHz: 155_000, phase: 0.4, noiseDb: -15, seed: 8 },
  'FM of wide swing, weak': {
    sampleRateHz: 120_000,
    seconds: 0.6,
    amplitude: 0.02,
    offsetHz: -9000,
    fm: [{ hz: 2500, devHz: 5000 }],
    noiseDb: -12,
    seed: 18,
  },
  'AM nearly full, with a tone below the voice': {
    sampleRateHz: 32_000,
    seconds: 1.4,
    offsetHz: 420,
    fm: [{ hz: 88.5, devHz: 60 }],
    am: [
      { hz: 400, depth: 0.5 },
      { hz: 2100, depth: 0.4 },
    ],
    noiseDb: -35,
    seed: 20,
  },
  'keyed, at a high rate': {
    sampleRateHz: 600_000,
    seconds: 0.5,
    offsetHz: 60_000,
    fm: [{ hz: 700, devHz: 1800 }],
    noiseDb: -18,
    seed: 22,
    keyed: [0.02, 0.44],
  },
  'noise alone': { sampleRateHz: 48_000, seconds: 0.3, amplitude: 0.001, noiseDb: 0, seed: 24 },
  'a very short one': { sampleRateHz: 12_000, seconds: 0.05, offsetHz: 900, fm: [{ hz: 300, devHz: 200 }], noiseDb: -40, seed: 10 },
};

function soundSaid({ toldHz, ...signal }: (typeof sounds)[string]): unknown {
  const samples = audioOf({ kind: 'audio', ...signal });
  const meter = new SinadMeter(signal.sampleRateHz, toldHz);
  // In pieces of odd lengths, as they come from a file.
  for (let at = 0; at < samples.length; at += 1777) meter.push(samples.subarray(at, at + 1777));
  return { sinad: meter.finish() ?? null, tone: toneIn(samples, signal.sampleRateHz, 80, 2900) ?? null };
}

function emissionSaid(signal: (typeof emissions)[string]): unknown {
  const { i, q } = iqOfSignal({ kind: 'iq', ...signal });
  const survey = new IqSurvey(signal.sampleRateHz);
  for (let at = 0; at < i.length; at += 4099) survey.push(i.subarray(at, at + 4099), q.subarray(at, at + 4099));
  const surveyed = survey.finish();
  const meter = new IqMeter(surveyed);
  for (let at = 0; at < i.length; at += 4099) meter.push(i.subarray(at, at + 4099), q.subarray(at, at + 4099));
  return { surveyed, read: meter.finish() };
}

function convertersSaid(): Record<string, unknown> {
  const { i, q } = iqOfSignal({
    kind: 'iq',
    sampleRateHz: 1000,
    seconds: 9,
    offsetHz: 3,
    fm: [{ hz: 1, devHz: 2 }],
    noiseDb: -10,
    seed: 12,
  });
  return Object.fromEntries(
    [1, 2, 3, 5, 8, 13, 16, 24, 40, 100].map((most) => {
      const [re, im]: [number[], number[]] = [[], []];
      const converter = new DownConverter(1000, 2.5, decimation(most), (a, b) => {
        re.push(a);
        im.push(b);
      });
      converter.push(i, q, 11, 3000);
      converter.push(i, q, 3000);
      return [`at most ${most}`, { factor: decimation(most), re: list(re), im: list(im) }];
    }),
  );
}

function trackSaid(): unknown {
  const track = audioOf({
    kind: 'audio',
    sampleRateHz: 20_000,
    seconds: 0.7,
    tones: [
      { hz: 1000, peak: 1 },
      { hz: 6500, peak: 0.5 },
      { hz: 8000, peak: 0.5 },
    ],
    noiseRms: 0.1,
    seed: 14,
  });
  const out: number[] = [];
  const quiet = new QuietTrack(
    20_000,
    512,
    (hz) => (1e-2 / 20_000) * (1 + hz / 4000),
    (hz) => 1 + hz / 50_000,
    (value) => out.push(value),
  );
  track.forEach((value) => quiet.push(value));
  return list(out);
}

/** A file of one kind of sample, from the bytes of its channels one after the other. */
function wavOf(bits: number, tag: number, channels: number, data: Uint8Array): Uint8Array {
  const file = new Uint8Array(44 + data.length);
  file.set(writeWav([[0]], 8000).subarray(0, 44));
  const view = new DataView(file.buffer);
  view.setUint32(4, 36 + data.length, true);
  view.setUint16(20, tag, true);
  view.setUint16(22, channels, true);
  view.setUint32(28, (8000 * channels * bits) / 8, true);
  view.setUint16(32, (channels * bits) / 8, true);
  view.setUint16(34, bits, true);
  view.setUint32(40, data.length, true);
  file.set(data, 44);
  return file;
}

function filesSaid(): Record<string, unknown> {
  const bytes = Uint8Array.from({ length: 96 }, (_, k) => (k * 37 + 11) % 251);
  const floats = new Uint8Array(Float64Array.from({ length: 12 }, (_, k) => Math.sin(k)).buffer);
  const kinds = [
    [8, 1, 2, bytes],
    [16, 1, 1, bytes],
    [16, 1, 3, bytes],
    [24, 1, 2, bytes],
    [32, 1, 2, bytes],
    [64, 3, 2, floats],
    [32, 3, 1, new Uint8Array(Float32Array.from({ length: 24 }, (_, k) => Math.cos(k)).buffer)],
  ] as const;
  return Object.fromEntries([
    ...kinds.map(([bits, tag, channels, data]) => {
      const file = wavOf(bits, tag, channels, data);
      const header = readWavHeader(file, file.length);
      return [`${bits} bits, kind ${tag}, ${channels} channels`, { header, samples: decodeFrames(file.subarray(44), header).map(list) }];
    }),
    ...(['pcm16', 'float32'] as const).map((kind) => [
      `written as ${kind}`,
      list(
        writeWav(
          [
            [0, 0.5, -1, 1.2],
            [0.1, -0.2, 0.3, -1.7],
          ],
          12_345,
          kind,
        ),
      ),
    ]),
  ]) as Record<string, unknown>;
}

/** What the meters say of made signals: a change of any figure is seen, and stands in the commit. */
export const signalAnswers = (): unknown =>
  shown({
    sounds: Object.fromEntries(Object.entries(sounds).map(([name, signal]) => [name, soundSaid(signal)])),
    emissions: Object.fromEntries(Object.entries(emissions).map(([name, signal]) => [name, emissionSaid(signal)])),
    converters: convertersSaid(),
    track: trackSaid(),
    files: filesSaid(),
    windows: {
      hann: list(hann(37)),
      flat: list(tukey(101, 0.1)),
      flatter: list(tukey(64, 0.02)),
      power: list(
        realPower(
          Float64Array.from({ length: 50 }, (_, k) => Math.cos(0.7 * k)),
          64,
        ),
      ),
    },
  });
