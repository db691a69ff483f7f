import { hann, realPower } from './fourier';
import { decibels } from './audio-meter';

/** How loud a swept tone came at each frequency. */
export interface Response {
  /** Hz, and dB of what came at the reference. */
  readonly points: readonly (readonly [number, number])[];
  /** The frequency against which the levels are: that nearest to 1 kHz. */
  readonly referenceHz: number;
  /** Where it has fallen by 6 dB below and above the reference; undefined where the sweep did not go so far. */
  readonly lowHz?: number;
  readonly highHz?: number;
}

/** Bins of a sixth of an octave. */
const perOctave = 6;
/** A tone stands so far above the median of its spectrum. */
const leastProminence = 200;
/** Frequencies between which a swept tone is followed. */
const [lowestHz, highestHz] = [60, 8000];
/** A sweep covers at least so many of the bins. */
const leastBins = 8;
const fallDb = 6;

/**
 * Follows a swept tone: at each twelfth of a second the strongest line of the sound and its level, gathered in sixths of an octave. Where a
 * frequency is passed more than once the median counts, so that a click or a gap does not.
 */
export class ResponseTracker {
  private readonly size: number;
  private readonly block: Float64Array;
  private held = 0;
  private readonly bins = new Map<number, number[]>();

  constructor(private readonly sampleRateHz: number) {
    this.size = 2 ** Math.round(Math.log2(sampleRateHz / 12));
    this.block = new Float64Array(this.size);
  }

  push(samples: ArrayLike<number>): void {
    for (let k = 0, n = samples.length; k < n; k += 1) {
      this.block[this.held] = samples[k] as number;
      this.held += 1;
      if (this.held < this.size) continue;
      this.look();
      this.block.copyWithin(0, this.size / 2);
      this.held = this.size / 2;
    }
  }

  private look(): void {
    const { size, block } = this;
    const window = hann(size);
    const record = block.map((x, k) => x * (window[k] as number));
    const power = realPower(record, size);
    const bin = this.sampleRateHz / size;
    const [first, last] = [Math.ceil(lowestHz / bin), Math.min(size / 2 - 1, Math.floor(highestHz / bin))];
    let best = first;
    for (let k = first; k <= last; k += 1) if ((power[k] ?? 0) > (power[best] ?? 0)) best = k;
    const median = Float64Array.from(power.subarray(first, last + 1)).sort()[Math.floor((last - first) / 2)] ?? 0;
    if (!((power[best] ?? 0) > leastProminence * median) || (power[best] ?? 0) < 1e-9 * size) return;
    let [sum, moment] = [0, 0];
    for (let k = Math.max(1, best - 5); k <= best + 5; k += 1) {
      sum += power[k] ?? 0;
      moment += (power[k] ?? 0) * k;
    }
    const hz = (moment / sum) * bin;
    const key = Math.round(perOctave * Math.log2(hz / 1000));
    this.bins.set(key, [...(this.bins.get(key) ?? []), decibels((sum * 16) / (3 * size * size))]);
  }

  /** The response so far; undefined while the tone has not gone over more than an octave or so. */
  response(): Response | undefined {
    const levels = [...this.bins]
      .sort(([a], [b]) => a - b)
      .map(([key, all]): [number, number] => [
        1000 * 2 ** (key / perOctave),
        all.sort((a, b) => a - b)[Math.floor((all.length - 1) / 2)] as number,
      ]);
    if (levels.length < leastBins) return undefined;
    const [reference = [1000, 0]] = [...levels].sort(([a], [b]) => Math.abs(Math.log(a / 1000)) - Math.abs(Math.log(b / 1000)));
    const [referenceHz, referenceDb] = reference;
    const points = levels.map(([hz, db]): [number, number] => [hz, db - referenceDb]);
    const at = points.findIndex(([hz]) => hz === referenceHz);
    const low = fallOf(points.slice(0, at + 1).reverse());
    const high = fallOf(points.slice(at));
    return { points, referenceHz, ...(low === undefined ? {} : { lowHz: low }), ...(high === undefined ? {} : { highHz: high }) };
  }
}

/** Where a run of levels that begins at the reference has fallen by 6 dB, between two points by proportion of the octave. */
function fallOf(points: readonly (readonly [number, number])[]): number | undefined {
  for (let k = 1; k < points.length; k += 1) {
    const [[hzA, dbA], [hzB, dbB]] = [points[k - 1] as readonly [number, number], points[k] as readonly [number, number]];
    if (dbB <= -fallDb) return hzA * (hzB / hzA) ** ((-fallDb - dbA) / (dbB - dbA));
  }
  return undefined;
}
