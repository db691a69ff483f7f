import { nextPowerOfTwo, powerOfTwoWithin, realPower, tukey } from './fourier';
import { toneIn } from './tone';

/** The voice band in which SINAD is told. */
export const voiceBand = { lowHz: 300, highHz: 3400 } as const;
/** Share of a block over which its ends are tapered; blocks overlap by half of it, so that every sample counts alike. */
const taperShare = 0.1;
/** How far a tone that was told may in truth be off. */
const toldToneReach = 0.03;
/** So many times the noise in one projection reaches as far as 95 of 100 readings are off. */
const noiseReach = 2;

export interface SinadReading {
  readonly toneHz: number;
  /** 10·log10((S+N+D)/(N+D)), null without noise. */
  readonly sinadDb: number | null;
  /** 10·log10(S/N) without the harmonics, null without noise. */
  readonly snrDb: number | null;
  /** 100·√(harmonic power / tone power). */
  readonly thdPercent: number;
  /** How far noise may put that off in 95 of 100 readings, in per cent of the tone. */
  readonly thdPlusMinus: number;
  /** Harmonics that lie within the band: of a tone above 1.7 kHz there is none. */
  readonly harmonics: number;
  /** Of the tone alone. */
  readonly toneRms: number;
  /** Of all samples, mean removed. */
  readonly rmsLevel: number;
  readonly samples: number;
}

/** Solves A·x = b of four unknowns by elimination with pivots; A is row by row. */
function solve4(matrix: readonly number[], right: readonly number[]): number[] {
  const rows = [0, 1, 2, 3].map((r) => [...matrix.slice(4 * r, 4 * r + 4), right[r] ?? 0]);
  for (let c = 0; c < 4; c += 1) {
    let pivot = c;
    for (let r = c + 1; r < 4; r += 1) if (Math.abs(rows[r]?.[c] ?? 0) > Math.abs(rows[pivot]?.[c] ?? 0)) pivot = r;
    const [top, other] = [rows[pivot] ?? [], rows[c] ?? []];
    rows[c] = top;
    rows[pivot] = other;
    for (let r = 0; r < 4; r += 1) {
      if (r === c) continue;
      const row = rows[r] ?? [];
      const factor = (row[c] ?? 0) / (top[c] || 1e-300);
      for (let k = c; k < 5; k += 1) row[k] = (row[k] ?? 0) - factor * (top[k] ?? 0);
    }
  }
  return rows.map((row, r) => (row[4] ?? 0) / (row[r] || 1e-300));
}

/**
 * A tone of slowly changing amplitude and phase, fitted to a block by least squares: (a + a′u)·cos ωk + (b + b′u)·sin ωk,
 * u from −1 to 1 over the block. Leaves the rest in `rest`; returns the tone's power and the frequency the fit asks for.
 */
function fitTone(block: Float64Array, cycles: number, rest: Float64Array): { power: number; cycles: number } {
  const n = block.length;
  const stepC = Math.cos(2 * Math.PI * cycles);
  const stepS = Math.sin(2 * Math.PI * cycles);
  const half = (n - 1) / 2;
  let c = 1;
  let s = 0;
  let cc = 0;
  let cs = 0;
  let ss = 0;
  let ucc = 0;
  let ucs = 0;
  let uss = 0;
  let uucc = 0;
  let uucs = 0;
  let uuss = 0;
  let xc = 0;
  let xs = 0;
  let xuc = 0;
  let xus = 0;
  for (let k = 0; k < n; k += 1) {
    const u = (k - half) / half;
    const x = block[k] as number;
    const p = c * c;
    const q = c * s;
    const r = s * s;
    cc += p;
    cs += q;
    ss += r;
    ucc += u * p;
    ucs += u * q;
    uss += u * r;
    uucc += u * u * p;
    uucs += u * u * q;
    uuss += u * u * r;
    xc += x * c;
    xs += x * s;
    xuc += x * u * c;
    xus += x * u * s;
    const turned = c * stepC - s * stepS;
    s = c * stepS + s * stepC;
    c = turned;
  }
  const [a = 0, b = 0, da = 0, db = 0] = solve4(
    [cc, cs, ucc, ucs, cs, ss, ucs, uss, ucc, ucs, uucc, uucs, ucs, uss, uucs, uuss],
    [xc, xs, xuc, xus],
  );
  let power = 0;
  c = 1;
  s = 0;
  for (let k = 0; k < n; k += 1) {
    const u = (k - half) / half;
    const fit = (a + da * u) * c + (b + db * u) * s;
    power += fit * fit;
    rest[k] = (block[k] as number) - fit;
    const turned = c * stepC - s * stepS;
    s = c * stepS + s * stepC;
    c = turned;
  }
  const size = a * a + b * b;
  const turn = size > 0 ? (a * db - b * da) / size / half : 0;
  return { power: power / n, cycles: cycles - turn / (2 * Math.PI) };
}

/** Power of a tone in a record by projection, sinusoid of the given cycles a sample. */
function powerAt(record: Float64Array, cycles: number): number {
  const stepC = Math.cos(2 * Math.PI * cycles);
  const stepS = Math.sin(2 * Math.PI * cycles);
  let c = 1;
  let s = 0;
  let sumC = 0;
  let sumS = 0;
  const n = record.length;
  for (let k = 0; k < n; k += 1) {
    const value = record[k] as number;
    sumC += value * c;
    sumS += value * s;
    const turned = c * stepC - s * stepS;
    s = c * stepS + s * stepC;
    c = turned;
  }
  return (2 * (sumC * sumC + sumS * sumS)) / n ** 2;
}

/**
 * SINAD, S/N and distortion of audio that comes in pieces of any length, in memory that does not grow with it.
 *
 * Estimator: in blocks of half a second to a second the tone is fitted by least squares and taken away; the power
 * of the rest between 300 and 3400 Hz comes from its spectrum under a flat window with tapered ends, divided by the
 * window's own power, so that nothing is lost to it. Harmonics are projected out of the rest; what noise alone would
 * have given there is taken off. Sources: TIA-603 (SINAD); P. D. Welch, IEEE Trans. AU-15 (1967); F. J. Harris, Proc.
 * IEEE 66 (1978); IEEE 1057 (sine fit).
 */
export class SinadMeter {
  private readonly blockLength: number;
  private readonly hop: number;
  private readonly pending: Float64Array;
  private held = 0;
  private fresh = 0;
  private blocks = 0;
  private count = 0;
  private sum = 0;
  private sumSquares = 0;
  private cycles: number | undefined;
  private weight = 0;
  private tonePower = 0;
  private restPower = 0;
  private harmonicPower = 0;
  private harmonicBias = 0;
  private harmonics = 0;

  /**
   * @param toneHz the tone where it is known; it may be off by 3 %
   * @param found the tone as it was found a moment ago: it is not looked for again
   */
  constructor(
    private readonly sampleRateHz: number,
    private readonly toneHz?: number,
    found?: number,
  ) {
    if (found !== undefined) this.cycles = found / sampleRateHz;
    this.blockLength = powerOfTwoWithin(sampleRateHz);
    this.hop = Math.round(this.blockLength * (1 - taperShare / 2));
    this.pending = new Float64Array(this.blockLength);
  }

  push(samples: ArrayLike<number>): void {
    const n = samples.length;
    for (let k = 0; k < n;) {
      const take = Math.min(n - k, this.blockLength - this.held);
      let sum = 0;
      let squares = 0;
      for (let j = 0, at = this.held; j < take; j += 1, at += 1) {
        const value = samples[k + j] as number;
        sum += value;
        squares += value * value;
        this.pending[at] = value;
      }
      k += take;
      this.sum += sum;
      this.sumSquares += squares;
      this.held += take;
      this.fresh += take;
      if (this.held < this.blockLength) break;
      this.measure(this.pending, this.fresh);
      this.pending.copyWithin(0, this.hop);
      this.held -= this.hop;
      this.fresh = 0;
    }
    this.count += n;
  }

  /** The reading over all that was pushed; undefined when there was no tone to be heard. */
  finish(): SinadReading | undefined {
    // A tail counts by its own length, and is measured together with what came before it.
    if (this.fresh > 0 && (this.blocks === 0 || this.fresh > this.blockLength / 8))
      this.measure(this.pending.slice(0, this.held), this.fresh);
    this.fresh = 0;
    const mean = this.sum / this.count;
    const rmsLevel = Math.sqrt(Math.max(0, this.sumSquares / this.count - mean * mean));
    if (this.cycles === undefined || this.weight === 0) return undefined;
    const [tone, rest] = [this.tonePower / this.weight, this.restPower / this.weight];
    const bias = this.harmonicBias / this.weight;
    const raw = this.harmonicPower / this.weight;
    const noise = bias < 1 ? Math.max(0, rest - raw) / (1 - bias) : 0;
    const harmonics = Math.max(0, raw - bias * noise);
    return {
      toneHz: this.cycles * this.sampleRateHz,
      sinadDb: rest > 0 ? 10 * Math.log10((tone + rest) / rest) : null,
      snrDb: noise > 0 ? 10 * Math.log10(tone / noise) : null,
      thdPercent: 100 * Math.sqrt(harmonics / tone),
      thdPlusMinus: noiseReach * 100 * Math.sqrt((bias * noise) / Math.max(1, this.harmonics) / tone / this.blocks),
      harmonics: this.harmonics,
      toneRms: Math.sqrt(tone),
      rmsLevel,
      samples: this.count,
    };
  }

  private measure(raw: Float64Array, weight: number): void {
    const n = raw.length;
    let mean = 0;
    for (let k = 0; k < n; k += 1) mean += raw[k] as number;
    mean /= n;
    const block = new Float64Array(n);
    let loudest = 0;
    for (let k = 0; k < n; k += 1) {
      const value = (raw[k] as number) - mean;
      block[k] = value;
      if (value > loudest || -value > loudest) loudest = Math.abs(value);
    }
    if (loudest < 1e-9) return;
    const rate = this.sampleRateHz;
    const rest = new Float64Array(n);
    if (this.cycles === undefined) {
      const [low, high] =
        this.toneHz === undefined
          ? [voiceBand.lowHz, voiceBand.highHz]
          : [this.toneHz * (1 - toldToneReach), this.toneHz * (1 + toldToneReach)];
      const found = toneIn(block, rate, low, Math.min(high, rate / 2));
      if (!found) return;
      this.cycles = found.hz / rate;
    }
    const fit = fitTone(block, this.cycles, rest);
    // The fit may ask for a little more or less, never for another tone.
    if (Math.abs(fit.cycles - this.cycles) < 0.5 / n) this.cycles = fit.cycles;
    this.blocks += 1;
    this.weight += weight;
    this.tonePower += weight * fit.power;

    const window = tukey(n, taperShare);
    let windowPower = 0;
    const windowed = block;
    for (let k = 0; k < n; k += 1) {
      const weight = window[k] as number;
      windowed[k] = (rest[k] as number) * weight;
      windowPower += weight * weight;
    }
    const size = nextPowerOfTwo(n);
    const power = realPower(windowed, size);
    const bin = rate / size;
    const { lowHz, highHz } = voiceBand;
    let inBand = 0;
    for (let k = Math.floor(lowHz / bin); k <= Math.min(size / 2, Math.ceil(highHz / bin)); k += 1) {
      // Bins at the ends of the band count by the share of them that lies inside.
      const share = Math.min(1, Math.max(0, (Math.min(highHz, (k + 0.5) * bin) - Math.max(lowHz, (k - 0.5) * bin)) / bin));
      inBand += share * (power[k] ?? 0);
    }
    this.restPower += weight * ((2 * inBand) / (size * windowPower));
    const top = Math.min(highHz, rate / 2) / rate;
    let harmonics = 0;
    for (let h = 2; h * this.cycles <= top; h += 1) {
      harmonics += 1;
      this.harmonicPower += weight * powerAt(rest, h * this.cycles);
    }
    // Noise alone puts, in each projection, the power of a band as wide as one over the length of the block.
    this.harmonics = harmonics;
    this.harmonicBias += weight * ((harmonics * rate) / n / (highHz - lowHz));
  }
}
