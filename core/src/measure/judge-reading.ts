import { quantityText, takesNoPrefix } from '../quantity';
import { counterResolutionHz } from './counter';
import type { Instrument } from './instrument';
import { counterSetting, instrumentsFor, isCounted, ownStep, readingUncertainty, type ReadingTaken } from './reading-uncertainty';
import { verdict, type Limits, type Verdict } from './verdict';

export interface ReadingJudged {
  /** The instrument it is taken to have been read with. */
  readonly instrument?: Instrument;
  /** Worst case, in the unit of the reading. */
  readonly uncertainty: number;
  /** Absent where there is no limit. */
  readonly verdict?: Verdict;
  /** Where the instrument cannot tell: what would, in a sentence. */
  readonly wouldTell?: string;
}

/**
 * Judges a reading against its limits with the instrument at hand, and says what would do where that one cannot tell:
 * a longer gate, more of its digits, another instrument of the shop, or how good one would have to be.
 *
 * @param when the day of the reading, for ageing since calibration.
 * @param by the instrument that read it, where that was said; else it is taken to be the first that serves
 * @example
 * judgeReading({ value: 3.1, unit: 'V', step: 0.01 }, { low: 2.9, high: 3.3 }, []).verdict //~> 'in'
 */
export function judgeReading(
  taken: ReadingTaken,
  limits: Limits,
  instruments: readonly Instrument[],
  when?: Date,
  by?: Instrument,
): ReadingJudged {
  const able = instrumentsFor(instruments, taken);
  const serving = by ? [by, ...able.filter(({ id }) => id !== by.id)] : able;
  const [instrument] = serving;
  const uncertainty = readingUncertainty(taken, instrument, when);
  const base = { ...(instrument ? { instrument } : {}), uncertainty };
  if (limits.low === undefined && limits.high === undefined) return base;
  const told = (u: number): Verdict => verdict(taken.value, u, limits).verdict;
  const judged = told(uncertainty);
  if (judged !== 'cant-tell') return { ...base, verdict: judged };
  const tells = (u: number): boolean => told(u) !== 'cant-tell';
  return { ...base, verdict: judged, wouldTell: whatWouldTell(taken, limits, serving, when, tells) };
}

function whatWouldTell(
  taken: ReadingTaken,
  limits: Limits,
  serving: readonly Instrument[],
  when: Date | undefined,
  tells: (uncertainty: number) => boolean,
): string {
  const [instrument, ...others] = serving;
  if (instrument) {
    const own = withOwn(taken, instrument, when, tells);
    if (own) return own;
  }
  for (const other of others) {
    const setting = withOwn({ ...taken, step: Infinity }, other, when, tells);
    if (setting) return setting.startsWith('A gate') ? setting.replace('A gate', `${other.name} with a gate`) : `${other.name} would tell.`;
  }
  // How far the reading is from the limit that is in doubt: an instrument must be better than that.
  const needed = Math.min(...[limits.low, limits.high].flatMap((limit) => (limit === undefined ? [] : [Math.abs(taken.value - limit)])));
  if (needed === 0) return 'It lies on the limit itself: no instrument can tell. Take it as a fault, or adjust.';
  const within = `It takes ±${quantityText(twoDigits(needed, Math.floor), taken.unit, { digits: 3 })} or better`;
  if (instrument && isCounted(taken, instrument)) {
    const { kind, prescale } = counterSetting(taken, instrument, when);
    const seen = Math.abs((taken.nominalHz ?? 0) + taken.value);
    // Half of it for the count, half for the timebase.
    const gate = kind === 'reciprocal' ? (seen * 2e-9) / needed : (2 * prescale) / needed;
    return `${within}: a gate of ${quantityText(twoDigits(gate, Math.ceil), 's', { digits: 3 })} with a timebase within ${twoDigits((needed / 2 / seen) * 1e6, Math.floor)} ppm.`;
  }
  if (takesNoPrefix(taken.unit) || taken.value === 0) return `${within}.`;
  return `${within}, ${twoDigits((100 * needed) / Math.abs(taken.value), Math.floor)}% of the reading.`;
}

/** Two digits, rounded to the side on which the advice still holds. */
function twoDigits(value: number, round: (x: number) => number): number {
  const unit = 10 ** (Math.floor(Math.log10(value)) - 1);
  // A step of rounding in the last place of the machine is not a step of the figure.
  return Number((round(Number((value / unit).toPrecision(12))) * unit).toPrecision(2));
}

/** How an instrument would tell by itself: with a longer gate or with all its digits. Undefined when it would not. */
function withOwn(taken: ReadingTaken, instrument: Instrument, when: Date | undefined, tells: (u: number) => boolean): string | undefined {
  if (isCounted(taken, instrument)) {
    const seen = Math.abs((taken.nominalHz ?? 0) + taken.value);
    for (const gate of [...(instrument.counter?.gatesS ?? [])].sort((a, b) => a - b)) {
      const step = counterResolutionHz(seen, counterSetting(taken, instrument, when, gate));
      if (step < taken.step && tells(readingUncertainty({ ...taken, step }, instrument, when, gate)))
        return `A gate of ${quantityText(gate, 's', { digits: 2 })} would tell.`;
    }
    return undefined;
  }
  const step = ownStep(taken, instrument) ?? 0;
  if (step < taken.step && tells(readingUncertainty({ ...taken, step }, instrument, when)))
    return step > 0 ? `Read to ${quantityText(step, taken.unit)}, it would tell.` : 'With another digit it would tell.';
  return undefined;
}
