import { hann, nextPowerOfTwo, transform } from './fourier';

/** What a first pass over a recording tells: where the emission lies, how wide it is, when it is there, and the noise. */
export interface Survey {
  readonly sampleRateHz: number;
  readonly frames: number;
  /** Middle of the emission from the middle of the recording. */
  readonly centreHz: number;
  /** Roughly what holds 99 % of its power. */
  readonly bandwidthHz: number;
  /** Noise power in one hertz, in squares of full scale. */
  readonly noisePerHz: number;
  /** Frames between which the carrier is there. */
  readonly from: number;
  readonly to: number;
  /** The carrier was not there all the time. */
  readonly keyed: boolean;
  /** Averaged power by frequency, lowest first: one every `binHz`, the middle of the recording at half its length. */
  readonly averaged: Float64Array;
  readonly binHz: number;
  /** Power that noise alone puts into a bin, and how many spectra were averaged. */
  readonly noiseInBin: number;
  readonly averages: number;
  /** Share of samples of I or Q at the end of their scale. */
  readonly clippedShare: number;
}

/** Seconds over which power is averaged to find when the carrier is there. */
const powerBlockS = 0.02;
/** This far below the strongest, the carrier is taken for gone. */
const goneShare = 0.1;
/** A sample counts as clipped from here. */
const fullScale = 0.985;
/** At high rates one block in so many is enough to find the emission, and one sample in so many to follow its power. */
const everyBlock = (sampleRateHz: number): number => (sampleRateHz > 500_000 ? 8 : 1);

/**
 * First pass over I and Q: an averaged spectrum in coarse bins (Welch) and the power against time.
 * Memory is one spectrum and one figure for each 20 ms.
 */
export class IqSurvey {
  private readonly size: number;
  private readonly window: Float64Array;
  private readonly block: Float64Array;
  private readonly spectrum: Float64Array;
  private readonly psd: Float64Array;
  private held = 0;
  private seen = 0;
  private averaged = 0;
  private readonly powerFrames: number;
  private readonly powers: number[] = [];
  private powerSum = 0;
  private powerCount = 0;
  private powerTaken = 0;
  private frames = 0;
  private atFullScale = 0;
  private looked = 0;

  constructor(private readonly sampleRateHz: number) {
    this.size = nextPowerOfTwo(sampleRateHz / 100);
    this.window = hann(this.size);
    this.block = new Float64Array(2 * this.size);
    this.spectrum = new Float64Array(2 * this.size);
    this.psd = new Float64Array(this.size);
    this.powerFrames = Math.max(16, Math.round(sampleRateHz * powerBlockS));
  }

  push(i: ArrayLike<number>, q: ArrayLike<number>): void {
    const n = i.length;
    this.takePower(i, q, n);
    const { block, window, size } = this;
    const every = everyBlock(this.sampleRateHz);
    for (let k = 0; k < n;) {
      const take = Math.min(n - k, size - this.held);
      if (this.seen % every === 0)
        for (let j = 0, at = this.held; j < take; j += 1, at += 1) {
          const weight = window[at] as number;
          block[2 * at] = (i[k + j] as number) * weight;
          block[2 * at + 1] = (q[k + j] as number) * weight;
        }
      k += take;
      this.held += take;
      if (this.held < size) break;
      if (this.seen % every === 0) this.average();
      this.seen += 1;
      this.held = 0;
    }
    this.frames += n;
  }

  private takePower(i: ArrayLike<number>, q: ArrayLike<number>, n: number): void {
    const stride = everyBlock(this.sampleRateHz);
    for (let k = 0; k < n;) {
      const take = Math.min(n - k, this.powerFrames - this.powerCount);
      let sum = 0;
      let counted = 0;
      const end = k + take;
      for (; k < end; k += stride, counted += 1) {
        const re = i[k] as number;
        const im = q[k] as number;
        sum += re * re + im * im;
        if (re >= fullScale || im >= fullScale || re <= -fullScale || im <= -fullScale) this.atFullScale += 1;
      }
      this.looked += counted;
      k = end;
      this.powerSum += sum;
      this.powerTaken += counted;
      this.powerCount += take;
      if (this.powerCount < this.powerFrames) return;
      this.powers.push(this.powerSum / this.powerTaken);
      this.powerSum = 0;
      this.powerTaken = 0;
      this.powerCount = 0;
    }
  }

  finish(): Survey {
    if (this.averaged === 0) {
      // A record shorter than one block: what there is, padded with noughts.
      this.block.fill(0, 2 * this.held);
      this.average();
    }
    const { size, sampleRateHz } = this;
    const bin = sampleRateHz / size;
    const sorted = Float64Array.from(this.psd).sort();
    const floor = sorted[Math.floor(0.15 * size)] ?? 0;
    const windowPower = 0.375 * size;
    const hzOf = (k: number): number => (k < size / 2 ? k : k - size) * bin;
    const strongest = sorted[size - 1] ?? 0;
    const least = Math.max(2 * floor, strongest * 1e-5);
    let [sum, moment] = [0, 0];
    const bins: [number, number][] = [];
    this.psd.forEach((power, k) => {
      if (power < least) return;
      sum += power - floor;
      moment += (power - floor) * hzOf(k);
      bins.push([hzOf(k), power - floor]);
    });
    const centreHz = sum > 0 ? moment / sum : 0;
    bins.sort(([a], [b]) => a - b);
    let [running, low, high] = [0, bins[0]?.[0] ?? 0, bins.at(-1)?.[0] ?? 0];
    let lowFound = false;
    for (const [hz, power] of bins) {
      running += power;
      if (!lowFound && running >= 0.005 * sum) {
        low = hz;
        lowFound = true;
      }
      if (running >= 0.995 * sum) {
        high = hz;
        break;
      }
    }
    return {
      sampleRateHz,
      frames: this.frames,
      centreHz,
      bandwidthHz: high - low + bin,
      noisePerHz: floor / (this.averaged * windowPower * sampleRateHz),
      averaged: Float64Array.from({ length: size }, (_, k) => this.psd[(k + size / 2) % size] ?? 0),
      binHz: bin,
      // The median of an average of n exponentials lies below their mean (E. B. Wilson and M. M. Hilferty, 1931).
      noiseInBin: (sorted[Math.floor(size / 2)] ?? 0) / (1 - 1 / (9 * this.averaged)) ** 3,
      averages: this.averaged,
      clippedShare: this.looked ? this.atFullScale / this.looked : 0,
      ...this.present(),
    };
  }

  private average(): void {
    transform(this.size).transform(this.spectrum, this.block);
    const { psd, spectrum } = this;
    for (let k = 0; k < psd.length; k += 1) {
      const re = spectrum[2 * k] as number;
      const im = spectrum[2 * k + 1] as number;
      psd[k] = (psd[k] as number) + re * re + im * im;
    }
    this.averaged += 1;
  }

  /** The longest stretch with the carrier there; short gaps are bridged, and the blocks at its ends are left out. */
  private present(): Pick<Survey, 'from' | 'to' | 'keyed'> {
    const { powers, powerFrames, frames } = this;
    const strongest = Float64Array.from(powers).sort()[Math.floor(0.98 * (powers.length - 1))] ?? 0;
    let best = { from: 0, to: -1 };
    let run: typeof best | undefined;
    powers.forEach((power, k) => {
      if (power < goneShare * strongest) return;
      run = run && k - run.to <= 3 ? { from: run.from, to: k } : { from: k, to: k };
      if (run.to - run.from > best.to - best.from) best = run;
    });
    const whole = powers.length < 5 || best.to < best.from || (best.from === 0 && best.to === powers.length - 1);
    if (whole) return { from: 0, to: frames, keyed: false };
    const from = best.from === 0 ? 0 : best.from + 1;
    const to = best.to === powers.length - 1 ? powers.length : best.to;
    return to - from < 3
      ? { from: 0, to: frames, keyed: false }
      : { from: from * powerFrames, to: Math.min(frames, to * powerFrames), keyed: true };
  }
}
