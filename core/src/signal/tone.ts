import { hann, nextPowerOfTwo, realPower } from './fourier';

export interface Tone {
  readonly hz: number;
  /** Peak amplitude, in the unit of the samples. */
  readonly amplitude: number;
  /** Power of its bin over the median bin of the range searched; a tone in noise stands far above 20. */
  readonly prominence: number;
}

/** More samples than this add nothing: the middle of the record is taken. */
const mostSamples = 2 ** 18;

/** Each narrows the place of the maximum by 0.618: two bins to a few ten-thousandths of one. */
const goldenSteps = 18;

/** |DTFT| of a windowed record at one frequency (cycles a sample), by a turning phasor. */
function magnitudeAt(record: Float64Array, cycles: number): number {
  const stepRe = Math.cos(2 * Math.PI * cycles);
  const stepIm = -Math.sin(2 * Math.PI * cycles);
  let re = 1;
  let im = 0;
  let sumRe = 0;
  let sumIm = 0;
  const n = record.length;
  for (let k = 0; k < n; k += 1) {
    const value = record[k] as number;
    sumRe += value * re;
    sumIm += value * im;
    const turned = re * stepRe - im * stepIm;
    im = re * stepIm + im * stepRe;
    re = turned;
  }
  return Math.hypot(sumRe, sumIm);
}

/**
 * The strongest tone of a record between two frequencies: the largest bin of a Hann-windowed spectrum, then the maximum
 * of the windowed Fourier integral around it by golden section. This is the maximum-likelihood estimate of a single tone
 * in white noise (D. C. Rife and R. R. Boorstyn, IEEE Trans. IT-20, 1974), save for the window, which keeps others away.
 *
 * @returns undefined when the range holds no bin or the record is silent.
 */
export function toneIn(samples: ArrayLike<number>, sampleRateHz: number, lowHz: number, highHz: number): Tone | undefined {
  const n = Math.min(samples.length, mostSamples);
  const from = Math.floor((samples.length - n) / 2);
  let mean = 0;
  for (let k = 0; k < n; k += 1) mean += samples[from + k] as number;
  mean /= n;
  const window = hann(n);
  const record = new Float64Array(n);
  for (let k = 0; k < n; k += 1) record[k] = ((samples[from + k] as number) - mean) * (window[k] as number);
  const size = nextPowerOfTwo(n);
  const power = realPower(record, size);
  const bin = sampleRateHz / size;
  const [first, last] = [Math.max(1, Math.ceil(lowHz / bin)), Math.min(size / 2 - 1, Math.floor(highHz / bin))];
  if (last < first) return undefined;
  const range = power.subarray(first, last + 1);
  // A true peak, not the flank of one outside the range.
  let best = -1;
  for (let k = first; k <= last; k += 1) {
    const here = power[k] ?? 0;
    if (here > (range[best] ?? 0) && here >= (power[k - 1] ?? 0) && here >= (power[k + 1] ?? 0)) best = k - first;
  }
  if (best < 0) return undefined;
  const top = range[best] ?? 0;
  if (!(top > 0)) return undefined;
  const median = Float64Array.from(range).sort()[Math.floor(range.length / 2)] ?? 0;

  const golden = (Math.sqrt(5) - 1) / 2;
  let [low, high] = [(first + best - 1) / size, (first + best + 1) / size];
  let [a, b] = [high - golden * (high - low), low + golden * (high - low)];
  let [atA, atB] = [magnitudeAt(record, a), magnitudeAt(record, b)];
  for (let k = 0; k < goldenSteps; k += 1) {
    if (atA > atB) {
      [high, b, atB] = [b, a, atA];
      a = high - golden * (high - low);
      atA = magnitudeAt(record, a);
    } else {
      [low, a, atA] = [a, b, atB];
      b = low + golden * (high - low);
      atB = magnitudeAt(record, b);
    }
  }
  const cycles = (low + high) / 2;
  return {
    hz: cycles * sampleRateHz,
    amplitude: (2 * magnitudeAt(record, cycles)) / (n / 2),
    prominence: median > 0 ? top / median : Infinity,
  };
}
