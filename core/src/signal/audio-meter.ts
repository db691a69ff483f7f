import { hann, powerOfTwoWithin, realPower } from './fourier';
import { SinadMeter, type SinadReading } from './sinad-meter';
import { SquelchTail } from './squelch-tail';

/** Hum of the mains and its harmonics. */
export interface Hum {
  readonly mainsHz: 50 | 60;
  /** Of all its lines together, in dB of full scale (RMS of a full sine is −3 dB). */
  readonly dbfs: number;
  /** How far noise may put that off in 95 of 100 readings, in dB. */
  readonly plusMinusDb: number;
  /** The line that is strongest, in hertz: 100 or 120 comes from a full-wave rectifier. */
  readonly strongestHz: number;
}

/** What stands in the way of measuring what is heard. */
export type AudioTrouble = 'silent' | 'quiet' | 'clipped' | 'no-tone' | 'unsteady';

/** What is heard in the last two thirds of a second. */
export interface AudioReading {
  /** RMS of the last twentieth of a second, in dB of full scale; −Infinity in digital silence. */
  readonly levelDbfs: number;
  /** RMS of the whole stretch. */
  readonly meanDbfs: number;
  readonly peakDbfs: number;
  readonly sinad: SinadReading | undefined;
  readonly hum: Hum | undefined;
  readonly troubles: readonly AudioTrouble[];
  /** Length of each squelch tail so far, in seconds. */
  readonly tailsS: readonly number[];
}

/** Below this there is more of the input's own noise than of the set. */
const quietDbfs = -60;
/** Samples that count as clipped, and how many of them in one stretch are no chance. */
const [fullScale, leastClipped] = [0.985, 3];
/** A tone is one when it stands so far above the median of its band. */
const leastSinadDb = 1;
/** How far a steady tone may go in a second: share of its frequency, dB. */
const steady = { share: 0.002, db: 1 } as const;
/** A line is hum when it is so many times what noise puts there. */
const humTimes = 8;
/** So many times what noise does to the power of a line reaches as far as 95 of 100 readings are off. */
const noiseReach = 2;
/** Of so many readings one looks for the tone anew, and one for hum: these take long, and change slowly. */
const [lookEvery, humEvery] = [24, 6];
/** Harmonics of the mains that are looked for. */
const humLines = 6;

export const decibels = (power: number): number => 10 * Math.log10(power);

/**
 * A level less the background: the two powers parted. Undefined where it stands less than 1 dB above the background, for then the
 * difference is but chance.
 *
 * @param levelDb and backgroundDb on one scale
 * @example
 * lessBackground(-40, -43)?.toFixed(2) //~> '-43.02'
 */
export function lessBackground(levelDb: number, backgroundDb: number): number | undefined {
  return levelDb < backgroundDb + 1 ? undefined : decibels(10 ** (levelDb / 10) - 10 ** (backgroundDb / 10));
}

/**
 * Hum in a stretch of sound: lines at the mains and its harmonics up to the sixth, each from its main lobe under a Hann window, less what the
 * noise beside it puts there. Of 50 and 60 Hz the stronger is taken; undefined where no line stands out.
 */
export function humOf(samples: Float64Array, sampleRateHz: number): Hum | undefined {
  const n = samples.length;
  const window = hann(n);
  const record = new Float64Array(n);
  for (let k = 0; k < n; k += 1) record[k] = (samples[k] ?? 0) * (window[k] ?? 0);
  const size = 2 ** Math.ceil(Math.log2(n));
  const power = realPower(record, size);
  const bin = sampleRateHz / size;
  const half = Math.ceil((2 * size) / n);
  const of = (mainsHz: 50 | 60): Hum & { power: number } => {
    let [sum, spread, strongest, strongestHz] = [0, 0, 0, 0];
    for (let h = 1; h <= humLines; h += 1) {
      const hz = h * mainsHz;
      const middle = Math.round(hz / bin);
      let line = 0;
      for (let k = middle - half; k <= middle + half; k += 1) line += power[k] ?? 0;
      const beside: number[] = [];
      for (let k = half + 1; k <= 5 * half; k += 1) beside.push(power[middle - k] ?? 0, power[middle + k] ?? 0);
      const noise = ((beside.sort((a, b) => a - b)[4 * half] ?? 0) / Math.LN2) * (2 * half + 1);
      if (line < humTimes * noise) continue;
      // Of the main lobe of a Hann window: power of the sine is 16/3 of the sum over the squared length.
      const own = ((line - noise) * 16) / (3 * n * n);
      sum += own;
      // A line and what noise puts there add as they happen to stand to each other.
      spread += (own * noise * 16) / (3 * n * n);
      if (own > strongest) [strongest, strongestHz] = [own, hz];
    }
    return { mainsHz, power: sum, dbfs: decibels(sum), plusMinusDb: decibels(1 + (noiseReach * Math.sqrt(spread)) / sum), strongestHz };
  };
  const [fifty, sixty] = [of(50), of(60)];
  const { power: loudest, ...hum } = fifty.power >= sixty.power ? fifty : sixty;
  return loudest > 1e-10 ? hum : undefined;
}

/**
 * Hears sound as it comes, in pieces of any length, in memory that does not grow: level, SINAD, distortion and hum of the last two thirds of a
 * second, squelch tails, and what stands in the way. SINAD is that of `SinadMeter` over the stretch, so that a live figure and one of a
 * recording are the same.
 */
export class AudioMeter {
  private readonly ring: Float64Array;
  private at = 0;
  private filled = 0;
  private readonly tail: SquelchTail;
  private readonly recent: { hz: number; db: number; atS: number }[] = [];
  private seconds = 0;
  private readings = 0;
  private found: SinadReading | undefined;
  private hum: Hum | undefined;

  /** @param toneHz the tone where it is known, within 3 % */
  constructor(
    readonly sampleRateHz: number,
    private readonly toneHz?: number,
  ) {
    this.ring = new Float64Array(powerOfTwoWithin(sampleRateHz));
    this.tail = new SquelchTail(sampleRateHz);
    if (toneHz !== undefined) this.tail.toneHz = toneHz;
  }

  push(samples: ArrayLike<number>): void {
    const { ring } = this;
    for (let k = 0, n = samples.length; k < n; k += 1) {
      ring[this.at] = samples[k] as number;
      this.at = this.at + 1 === ring.length ? 0 : this.at + 1;
    }
    this.filled = Math.min(ring.length, this.filled + samples.length);
    this.seconds += samples.length / this.sampleRateHz;
    this.tail.push(samples);
  }

  /** The last samples that were heard, the latest last. */
  private last(count: number): Float64Array {
    const { ring, at } = this;
    const n = Math.min(count, this.filled);
    const out = new Float64Array(n);
    for (let k = 0; k < n; k += 1) out[k] = ring[(at - n + k + ring.length) % ring.length] as number;
    return out;
  }

  /** What is heard now; undefined before there is a tenth of a second. */
  reading(): AudioReading | undefined {
    if (this.filled < this.sampleRateHz / 10) return undefined;
    const heard = this.last(this.ring.length);
    const power = (samples: Float64Array): number => samples.reduce((sum, x) => sum + x * x, 0) / samples.length;
    let [peak, clipped] = [0, 0];
    for (const x of heard) {
      const size = Math.abs(x);
      if (size > peak) peak = size;
      if (size >= fullScale) clipped += 1;
    }
    const levelDbfs = decibels(power(this.last(Math.round(this.sampleRateHz / 20))));
    const meanDbfs = decibels(power(heard));
    const base = { levelDbfs, meanDbfs, peakDbfs: decibels(peak * peak), tailsS: this.tail.tailsS };
    if (peak === 0) return { ...base, sinad: undefined, hum: undefined, troubles: ['silent'] };
    const sinad = this.sinadOf(heard);
    const tone = sinad && (sinad.sinadDb ?? Infinity) >= leastSinadDb ? sinad : undefined;
    if (tone) this.tail.toneHz = tone.toneHz;
    if (this.readings % humEvery === 0) this.hum = humOf(heard, this.sampleRateHz);
    this.readings += 1;
    return {
      ...base,
      sinad: tone,
      hum: this.hum,
      troubles: [
        ...(meanDbfs < quietDbfs ? (['quiet'] as const) : []),
        ...(clipped >= leastClipped ? (['clipped'] as const) : []),
        ...(tone || this.wavers(meanDbfs) ? [] : (['no-tone'] as const)),
        ...((tone ? !this.isSteady(tone, meanDbfs) : this.wavers(meanDbfs)) ? (['unsteady'] as const) : []),
      ],
    };
  }

  /** The tone is looked for anew now and then, and where it seems to have gone; in between it is followed. */
  private sinadOf(heard: Float64Array): SinadReading | undefined {
    const measured = (found?: number): SinadReading | undefined => {
      const meter = new SinadMeter(this.sampleRateHz, this.toneHz, found);
      meter.push(heard);
      return meter.finish();
    };
    const { found } = this;
    const followed = found && this.readings % lookEvery !== 0 ? measured(found.toneHz) : undefined;
    const lost = !followed || (followed.sinadDb ?? Infinity) < (found?.sinadDb ?? Infinity) - 2;
    return (this.found = lost ? measured() : followed);
  }

  /** Whether there was a tone a moment ago, as loud as what is heard now: it is there still, and goes too fast to be followed. */
  private wavers(db: number): boolean {
    const last = this.recent.at(-1);
    return last !== undefined && last.atS > this.seconds - 1 && Math.abs(last.db - db) <= steady.db;
  }

  /** Whether the tone stood still over the last second and a half. */
  private isSteady({ toneHz }: SinadReading, db: number): boolean {
    const { recent, seconds } = this;
    recent.push({ hz: toneHz, db, atS: seconds });
    while ((recent[0]?.atS ?? seconds) < seconds - 1.5) recent.shift();
    const spread = (of: (each: (typeof recent)[number]) => number): number => Math.max(...recent.map(of)) - Math.min(...recent.map(of));
    return spread(({ hz }) => hz) <= steady.share * toneHz && spread((each) => each.db) <= steady.db;
  }
}
