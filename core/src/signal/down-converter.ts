/** Modified Bessel function of order 0, by its series. */
function bessel0(x: number): number {
  let [sum, term] = [1, 1];
  for (let k = 1; term > 1e-12 * sum; k += 1) {
    term *= (x / (2 * k)) ** 2;
    sum += term;
  }
  return sum;
}

const unitGain = (taps: Float64Array): Float64Array => {
  const gain = taps.reduce((sum, tap) => sum + tap, 0);
  return taps.map((tap) => tap / gain);
};

/** Low-pass of unit gain, flat to a quarter of the rate after `factor`-fold decimation, down 70 dB where that folds back onto it. Source: J. F. Kaiser (1974). */
function kaiser(factor: number): Float64Array {
  const half = 4 * factor;
  const beta = 7;
  const taps = Float64Array.from({ length: 2 * half + 1 }, (_, k) => {
    const t = k - half;
    const sinc = t === 0 ? 1 : Math.sin((Math.PI * t) / factor) / ((Math.PI * t) / factor);
    return sinc * bessel0(beta * Math.sqrt(Math.max(0, 1 - (t / (half + 1)) ** 2)));
  });
  return unitGain(taps);
}

/** Decimation of the first stages, which halve; a single filter serves below twice that. */
const firstStage = 8;

/** The decimation that is used where so much is wanted at most. */
export const decimation = (most: number): number =>
  most >= 2 * firstStage ? firstStage * Math.floor(most / firstStage) : Math.max(1, Math.floor(most));

/** Samples worked on at a time. */
const piece = 32_768;

/** Takes blocks of samples and leaves its outputs at the start of the same arrays; returns how many. */
interface Stage {
  run(re: Float64Array, im: Float64Array, n: number): number;
}

/**
 * Halves the rate with the taps 1 5 10 10 5 1: five zeros at the frequency that folds onto the middle, so that what lies
 * within a hundredth of the rate of the middle stays clean. Cheaper than a filter that looks its taps up.
 */
class Halver implements Stage {
  private readonly re = new Float64Array(piece + 6);
  private readonly im = new Float64Array(piece + 6);
  private held = 0;

  run(re: Float64Array, im: Float64Array, n: number): number {
    const a = this.re;
    const b = this.im;
    a.set(re.subarray(0, n), this.held);
    b.set(im.subarray(0, n), this.held);
    const end = this.held + n;
    let at = 0;
    let outputs = 0;
    for (; at + 6 <= end; at += 2) {
      re[outputs] =
        ((a[at] as number) +
          (a[at + 5] as number) +
          5 * ((a[at + 1] as number) + (a[at + 4] as number)) +
          10 * ((a[at + 2] as number) + (a[at + 3] as number))) /
        32;
      im[outputs] =
        ((b[at] as number) +
          (b[at + 5] as number) +
          5 * ((b[at + 1] as number) + (b[at + 4] as number)) +
          10 * ((b[at + 2] as number) + (b[at + 3] as number))) /
        32;
      outputs += 1;
    }
    a.copyWithin(0, at, end);
    b.copyWithin(0, at, end);
    this.held = end - at;
    return outputs;
  }
}

/** A symmetrical filter of an odd number of taps that keeps every `factor`-th of its outputs. */
class Decimator implements Stage {
  private readonly re: Float64Array;
  private readonly im: Float64Array;
  private held = 0;

  constructor(
    private readonly taps: Float64Array,
    private readonly factor: number,
    room: number,
  ) {
    this.re = new Float64Array(taps.length + room);
    this.im = new Float64Array(taps.length + room);
  }

  run(re: Float64Array, im: Float64Array, n: number): number {
    const { taps, factor } = this;
    const [heldRe, heldIm] = [this.re, this.im];
    heldRe.set(re.subarray(0, n), this.held);
    heldIm.set(im.subarray(0, n), this.held);
    const end = this.held + n;
    const length = taps.length;
    const half = (length - 1) / 2;
    let at = 0;
    let outputs = 0;
    for (; at + length <= end; at += factor) {
      // The taps are the same from both ends: one product serves two samples.
      let sumRe = (taps[half] as number) * (heldRe[at + half] as number);
      let sumIm = (taps[half] as number) * (heldIm[at + half] as number);
      for (let k = 0, low = at, high = at + length - 1; k < half; k += 1, low += 1, high -= 1) {
        const tap = taps[k] as number;
        sumRe += tap * ((heldRe[low] as number) + (heldRe[high] as number));
        sumIm += tap * ((heldIm[low] as number) + (heldIm[high] as number));
      }
      re[outputs] = sumRe;
      im[outputs] = sumIm;
      outputs += 1;
    }
    heldRe.copyWithin(0, at, end);
    heldIm.copyWithin(0, at, end);
    this.held = end - at;
    return outputs;
  }
}

/** Shifts I and Q by a frequency and brings the rate down by a whole factor (one of `decimation`), in pieces of any length. */
export class DownConverter {
  private readonly re = new Float64Array(piece);
  private readonly im = new Float64Array(piece);
  private readonly stages: readonly Stage[];
  private phaseRe = 1;
  private phaseIm = 0;
  private readonly stepRe: number;
  private readonly stepIm: number;

  constructor(
    sampleRateHz: number,
    shiftHz: number,
    factor: number,
    private readonly out: (re: number, im: number) => void,
  ) {
    const second = factor / firstStage;
    this.stages =
      factor === 1
        ? []
        : factor < 2 * firstStage
          ? [new Decimator(kaiser(factor), factor, piece)]
          : [new Halver(), new Halver(), new Halver(), new Decimator(kaiser(second), second, piece)];
    this.stepRe = Math.cos((2 * Math.PI * shiftHz) / sampleRateHz);
    this.stepIm = -Math.sin((2 * Math.PI * shiftHz) / sampleRateHz);
  }

  push(i: ArrayLike<number>, q: ArrayLike<number>, from = 0, to = i.length): void {
    for (let start = from; start < to; start += piece) {
      let n = Math.min(piece, to - start);
      this.shift(i, q, start, n);
      for (const stage of this.stages) n = stage.run(this.re, this.im, n);
      for (let k = 0; k < n; k += 1) this.out(this.re[k] as number, this.im[k] as number);
    }
  }

  private shift(i: ArrayLike<number>, q: ArrayLike<number>, from: number, n: number): void {
    const { re, im, stepRe, stepIm } = this;
    let { phaseRe, phaseIm } = this;
    for (let k = 0; k < n; k += 1) {
      const a = i[from + k] as number;
      const b = q[from + k] as number;
      re[k] = a * phaseRe - b * phaseIm;
      im[k] = a * phaseIm + b * phaseRe;
      const turned = phaseRe * stepRe - phaseIm * stepIm;
      phaseIm = phaseRe * stepIm + phaseIm * stepRe;
      phaseRe = turned;
    }
    // The phasor is brought back to unit length before rounding can make it grow.
    const size = Math.sqrt(phaseRe * phaseRe + phaseIm * phaseIm);
    this.phaseRe = phaseRe / size;
    this.phaseIm = phaseIm / size;
  }
}
