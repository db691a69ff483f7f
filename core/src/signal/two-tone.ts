import { decimation, DownConverter } from './down-converter';
import { blackmanHarris, powerOfTwoWithin, transform } from './fourier';
import type { Survey } from './iq-survey';

/** What two tones of a single-sideband transmitter make of each other. */
export interface TwoTone {
  /** The tones, from the middle of the recording. */
  readonly lowHz: number;
  readonly highHz: number;
  /** The stronger product of the third and of the fifth order, against either tone; undefined where noise hides it. */
  readonly thirdDbc?: number;
  readonly fifthDbc?: number;
  /** A product weaker than this is not seen, in dBc. */
  readonly seenToDbc: number;
}

/** The rate at which the emission is looked at, and the most samples of it: 2.7 s. */
const rateHz = 24_000;
const mostSamples = 65_536;
/** The main lobe of the window to each side, in bins. */
const lobe = 4;
/** Two tones are within so much of each other, and all else is so far below them, in dB. */
const alikeDb = 6;
const aloneDb = 12;
/** And so far apart: what a microphone input takes. */
const apartHz = { least: 100, most: 4000 } as const;
/** A product stands above the noise by so many times. */
const aboveNoise = 4;

const decibels = (power: number): number => 10 * Math.log10(power);

/** Looks at the lines of an emission closely enough to part the products of two tones. Window: F. J. Harris, Proc. IEEE 66, 1978. */
export class TwoToneMeter {
  private readonly re: number[] = [];
  private readonly im: number[] = [];
  private readonly down: DownConverter;
  private readonly ownRateHz: number;
  private frame = 0;

  constructor(private readonly survey: Survey) {
    const factor = decimation(survey.sampleRateHz / rateHz);
    this.ownRateHz = survey.sampleRateHz / factor;
    this.down = new DownConverter(survey.sampleRateHz, survey.centreHz, factor, (re, im) => {
      if (this.re.length >= mostSamples) return;
      this.re.push(re);
      this.im.push(im);
    });
  }

  push(i: ArrayLike<number>, q: ArrayLike<number>): void {
    const from = Math.max(0, this.survey.from - this.frame);
    const to = Math.min(i.length, this.survey.to - this.frame);
    if (to > from && this.re.length < mostSamples) this.down.push(i, q, from, to);
    this.frame += i.length;
  }

  /** Undefined where it is not two tones alone. */
  finish(): TwoTone | undefined {
    const size = powerOfTwoWithin(this.re.length);
    if (size < 4096) return undefined;
    const power = this.spectrum(size);
    const binHz = this.ownRateHz / size;
    const strongest = (but: readonly number[]): number => {
      let best = -1;
      for (let k = 0; k < size; k += 1)
        if ((power[k] ?? 0) > (power[best] ?? -1) && but.every((other) => Math.abs(k - other) > 2 * lobe)) best = k;
      return best;
    };
    const line = (k: number): number => {
      let sum = 0;
      for (let j = k - lobe; j <= k + lobe; j += 1) sum += power[j] ?? 0;
      return sum;
    };
    const first = strongest([]);
    const second = strongest([first]);
    const third = strongest([first, second]);
    const [a, b, c] = [line(first), line(second), line(third)].map(decibels) as [number, number, number];
    const apart = Math.abs(first - second) * binHz;
    if (Math.abs(a - b) > alikeDb || b - c < aloneDb || apart < apartHz.least || apart > apartHz.most) return undefined;
    const [low, high] = [first, second].map((k) => k + besideBin(power, k)).sort((x, y) => x - y) as [number, number];
    const tone = (line(first) + line(second)) / 2;
    const median = [...power].sort((x, y) => x - y)[size >> 1] ?? 0;
    // The mean of an exponential is its median by ln 2.
    const noise = ((2 * lobe + 1) * median) / Math.LN2;
    const product = (order: number): number | undefined => {
      const reach = (order - 1) / 2;
      const levels = [low - reach * (high - low), high + reach * (high - low)]
        .filter((at) => at > lobe && at < size - lobe)
        .map((at) => line(Math.round(at)) - noise);
      const most = Math.max(...levels, 0);
      return most > aboveNoise * noise ? decibels(most / tone) : undefined;
    };
    const hzOf = (k: number): number => (k - size / 2) * binHz + this.survey.centreHz;
    const [thirdDbc, fifthDbc] = [product(3), product(5)];
    return {
      lowHz: hzOf(low),
      highHz: hzOf(high),
      ...(thirdDbc === undefined ? {} : { thirdDbc }),
      ...(fifthDbc === undefined ? {} : { fifthDbc }),
      seenToDbc: decibels((aboveNoise * noise) / tone),
    };
  }

  /** Power by frequency, lowest first, the emission's middle at half the length. */
  private spectrum(size: number): Float64Array {
    const window = blackmanHarris(size);
    const block = new Float64Array(2 * size);
    for (let k = 0; k < size; k += 1) {
      const weight = window[k] ?? 0;
      block[2 * k] = (this.re[k] ?? 0) * weight;
      block[2 * k + 1] = (this.im[k] ?? 0) * weight;
    }
    const spectrum = new Float64Array(2 * size);
    transform(size).transform(spectrum, block);
    return Float64Array.from({ length: size }, (_, k) => {
      const at = (k + size / 2) % size;
      return (spectrum[2 * at] ?? 0) ** 2 + (spectrum[2 * at + 1] ?? 0) ** 2;
    });
  }
}

/** How far from a bin its line lies, in bins: the top of the parabola through three levels in dB. */
function besideBin(power: Float64Array, k: number): number {
  const [before, at, after] = [power[k - 1] ?? 0, power[k] ?? 0, power[k + 1] ?? 0].map((x) => Math.log(x + 1e-300)) as [
    number,
    number,
    number,
  ];
  const bend = before - 2 * at + after;
  return bend === 0 ? 0 : (before - after) / (2 * bend);
}
