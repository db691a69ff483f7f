/** Modified Bessel function of order 0, by its series. */
function bessel0(x: number): number {
  let [sum, term] = [1, 1];
  for (let k = 1; term > 1e-12 * sum; k += 1) {
    term *= (x / (2 * k)) ** 2;
    sum += term;
  }
  return sum;
}

/** Low-pass of unit gain whose stop band begins where `factor`-fold decimation folds back. Source: J. F. Kaiser (1974). */
function lowPass(factor: number): Float64Array {
  const half = 4 * factor;
  const beta = 7;
  const taps = Float64Array.from({ length: 2 * half + 1 }, (_, k) => {
    const t = k - half;
    const sinc = t === 0 ? 1 : Math.sin((Math.PI * t) / factor) / ((Math.PI * t) / factor);
    return sinc * bessel0(beta * Math.sqrt(Math.max(0, 1 - (t / (half + 1)) ** 2)));
  });
  const gain = taps.reduce((sum, tap) => sum + tap, 0);
  return taps.map((tap) => tap / gain);
}

/** Shifts I and Q by a frequency and brings the rate down by a whole factor, in pieces of any length. */
export class DownConverter {
  private readonly taps: Float64Array;
  private readonly re: Float64Array;
  private readonly im: Float64Array;
  private held = 0;
  private phaseRe = 1;
  private phaseIm = 0;
  private readonly stepRe: number;
  private readonly stepIm: number;
  private turns = 0;

  constructor(
    sampleRateHz: number,
    shiftHz: number,
    private readonly factor: number,
    private readonly out: (re: number, im: number) => void,
  ) {
    this.taps = factor === 1 ? new Float64Array([1]) : lowPass(factor);
    const room = this.taps.length + 65_536;
    this.re = new Float64Array(room);
    this.im = new Float64Array(room);
    this.stepRe = Math.cos((2 * Math.PI * shiftHz) / sampleRateHz);
    this.stepIm = -Math.sin((2 * Math.PI * shiftHz) / sampleRateHz);
  }

  push(i: ArrayLike<number>, q: ArrayLike<number>, from = 0, to = i.length): void {
    for (let start = from; start < to;) {
      const end = Math.min(to, start + this.re.length - this.held);
      this.take(i, q, start, end);
      start = end;
      this.filter();
    }
  }

  private take(i: ArrayLike<number>, q: ArrayLike<number>, from: number, to: number): void {
    const { re, im, stepRe, stepIm } = this;
    let { phaseRe, phaseIm, held } = this;
    for (let k = from; k < to; k += 1) {
      const [a, b] = [i[k] ?? 0, q[k] ?? 0];
      re[held] = a * phaseRe - b * phaseIm;
      im[held] = a * phaseIm + b * phaseRe;
      held += 1;
      const turned = phaseRe * stepRe - phaseIm * stepIm;
      phaseIm = phaseRe * stepIm + phaseIm * stepRe;
      phaseRe = turned;
    }
    // The phasor is brought back to unit length now and then, before rounding can make it grow.
    this.turns += to - from;
    if (this.turns > 1_000_000) {
      const size = Math.hypot(phaseRe, phaseIm);
      phaseRe /= size;
      phaseIm /= size;
      this.turns = 0;
    }
    this.phaseRe = phaseRe;
    this.phaseIm = phaseIm;
    this.held = held;
  }

  private filter(): void {
    const { taps, re, im, factor } = this;
    const n = taps.length;
    let at = 0;
    for (; at + n <= this.held; at += factor) {
      let [sumRe, sumIm] = [0, 0];
      for (let k = 0; k < n; k += 1) {
        const tap = taps[k] as number;
        sumRe += tap * (re[at + k] as number);
        sumIm += tap * (im[at + k] as number);
      }
      this.out(sumRe, sumIm);
    }
    re.copyWithin(0, at, this.held);
    im.copyWithin(0, at, this.held);
    this.held -= at;
  }
}
