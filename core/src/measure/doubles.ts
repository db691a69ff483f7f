import { quantityText, type Unit } from '../quantity';
import { clockOf } from './checked';
import type { Instrument } from './instrument';

/** One thing as one instrument read it. */
export interface ReadBy {
  readonly instrument: Instrument;
  readonly value: number;
  /** Worst case, in the unit: what its handbook, its age and its last digit leave open. */
  readonly uncertainty: number;
  /** Worth of the last digits: within one of these it may have come out either way. */
  readonly step: number;
  readonly unit: Unit;
  /** Where `value` is how far a frequency lies from this. */
  readonly nominalHz?: number | undefined;
}

/** Two readings of one thing by two instruments, held against each other. */
export interface Double {
  readonly agree: boolean;
  /** Of the first from the second, in the unit. */
  readonly apart: number;
  /** What both together may be off. */
  readonly both: number;
  /** Which to believe; undefined where neither is known better. */
  readonly believe?: Instrument;
  /** All of it in a sentence or two. */
  readonly says: string;
}

/** One is better known than the other from this ratio of what is open. */
const betterFrom = 1.5;

const seen = ({ value, nominalHz }: ReadBy): number => Math.abs((nominalHz ?? 0) + value);

/** How an instrument was last held against something better, in words. */
function checkedText(instrument: Instrument): string {
  const last = instrument.checks?.at(-1);
  if (last) return `checked against ${last.against} on ${last.on}`;
  return instrument.calibrated ? `calibrated ${instrument.calibrated}` : 'never checked here';
}

/** What is open of a reading, where a check of the instrument's clock says more than its handbook. */
function openOf(read: ReadBy, day: string): number {
  const checked = read.unit === 'Hz' && read.instrument.checks?.some(({ unit }) => unit === 'ppm');
  return checked
    ? Math.min(read.uncertainty, clockOf(read.instrument, day).plusMinusPpm * 1e-6 * seen(read) + read.step)
    : read.uncertainty;
}

/**
 * Whether two readings of one thing agree, and which to believe: they agree when they lie no further apart than both together may be off. Else
 * one of them is off by more than is said of it, and that is believed of which less is open.
 *
 * @param day of the readings, as `2031-03-04`
 */
export function compareReadings(a: ReadBy, b: ReadBy, day: string): Double {
  const [openA, openB] = [openOf(a, day), openOf(b, day)];
  const apart = a.value - b.value;
  const both = openA + openB;
  const agree = Math.abs(apart) <= both * (1 + 1e-9);
  const better = openA * betterFrom <= openB ? a : openB * betterFrom <= openA ? b : undefined;
  const text = (value: number): string => quantityText(Math.abs(value), a.unit, { digits: 2 });
  const ppm = a.unit === 'Hz' && seen(a) > 0 ? ` (${Number(((Math.abs(apart) / seen(a)) * 1e6).toPrecision(2))} ppm)` : '';
  const names = `${a.instrument.name} and ${b.instrument.name}`;
  if (agree) return { agree, apart, both, says: `${names} agree: ${text(apart)} apart, where both may be ${text(both)} off.` };
  const worse = better === a ? b : a;
  const why = better
    ? `Believe ${better.instrument.name}, ±${text(better === a ? openA : openB)}, ${checkedText(better.instrument)}; ${worse.instrument.name} is ${checkedText(worse.instrument)}.`
    : `Neither is known better (${checkedText(a.instrument)}; ${checkedText(b.instrument)}): hold both against a reference.`;
  return {
    agree,
    apart,
    both,
    ...(better ? { believe: better.instrument } : {}),
    says: `${names} do not agree: ${text(apart)}${ppm} apart, where both together may be ${text(both)} off. ${why}`,
  };
}

/** How much an instrument reads too high, as far as its double readings tell. */
export interface Bias {
  readonly instrument: string;
  readonly unit: Unit;
  /** As a share of the reading; in dB of levels. */
  readonly share: number;
  /** Standard error of it. */
  readonly sigma: number;
  /** Double readings it stands on. */
  readonly doubles: number;
}

const isLevel = (unit: Unit): boolean => unit === 'dB' || unit === 'dBm' || unit === 'dBc';
/** What is open of a reading beside its last digits: that is the instrument's own, and the same each time. */
const ownOf = ({ uncertainty, step }: ReadBy): number => Math.max(uncertainty - step / 2, 0.1 * uncertainty);
/** What is kept at the edge of a handbook's figure has a spread of its third root: it is taken to lie anywhere within. */
const rootOfThree = Math.sqrt(3);

/**
 * Biases of instruments from double readings: each instrument is taken to read all of one unit too high by one share (of levels, by so many dB),
 * which before any reading is nought ± its handbook's figure over √3. Each double reading then tells of the difference of two, ± its last digits.
 * The estimate is the mean of all that, worked out reading by reading (R. E. Kalman, 1960); a single pair parts in proportion to what was open of
 * each. `sigma` is its standard error.
 *
 * @param pairs each of one thing, by two instruments, in one unit
 */
export function biasesOf(pairs: readonly (readonly [ReadBy, ReadBy])[]): readonly Bias[] {
  const result: Bias[] = [];
  for (const unit of new Set(pairs.map(([{ unit: of }]) => of))) {
    const own = pairs.filter(([a, b]) => a.unit === unit && b.unit === unit && (isLevel(unit) || (seen(a) > 0 && seen(b) > 0)));
    const ids = [...new Set(own.flatMap(([a, b]) => [a.instrument.id, b.instrument.id]))];
    const n = ids.length;
    const inShares = (read: ReadBy, value: number): number => (isLevel(unit) ? value : value / seen(read));
    // The widest that is open of each, before its readings.
    const prior = ids.map((id) =>
      Math.max(...own.flat().flatMap((read) => (read.instrument.id === id ? [inShares(read, ownOf(read)) / rootOfThree] : []))),
    );
    const mean = new Array<number>(n).fill(0);
    const spread = ids.map((_, r) => ids.map((__, c) => (r === c ? (prior[r] ?? 0) ** 2 : 0)));
    const at = (r: number, c: number): number => spread[r]?.[c] ?? 0;
    for (const [a, b] of own) {
      const [i, j] = [ids.indexOf(a.instrument.id), ids.indexOf(b.instrument.id)];
      const told = isLevel(unit) ? a.value - b.value : (a.value - b.value) / ((seen(a) + seen(b)) / 2);
      const noise = (inShares(a, a.step) ** 2 + inShares(b, b.step) ** 2) / 12;
      // What the pair says of each: columns of the spread along the difference of the two.
      const along = ids.map((_, r) => at(r, i) - at(r, j));
      const whole = (along[i] ?? 0) - (along[j] ?? 0) + noise;
      if (!(whole > 0)) continue;
      const gain = along.map((each) => each / whole);
      const off = told - ((mean[i] ?? 0) - (mean[j] ?? 0));
      gain.forEach((each, r) => (mean[r] = (mean[r] ?? 0) + each * off));
      for (let r = 0; r < n; r += 1)
        for (let c = 0; c < n; c += 1) (spread[r] as number[])[c] = at(r, c) - (gain[r] ?? 0) * (along[c] ?? 0);
    }
    ids.forEach((instrument, r) =>
      result.push({
        instrument,
        unit,
        share: mean[r] ?? 0,
        sigma: Math.sqrt(Math.max(0, at(r, r))),
        doubles: own.filter((pair) => pair.some((read) => read.instrument.id === instrument)).length,
      }),
    );
  }
  return result;
}

/** A bias as people read it: `+12 ppm ± 3 ppm by 4 double readings`. */
export function biasText({ unit, share, sigma, doubles }: Bias): string {
  const by = `by ${doubles} double ${doubles === 1 ? 'reading' : 'readings'}`;
  const [factor, as]: [number, Unit] = isLevel(unit) ? [1, 'dB'] : unit === 'Hz' ? [1e6, 'ppm'] : [100, '%'];
  const step = sigma > 0 ? 10 ** Math.floor(Math.log10(2 * sigma * factor)) : 0;
  return `reads ${quantityText(share * factor, as, { step, signed: true })} ± ${quantityText(2 * sigma * factor, as, { step })} ${by}`;
}
