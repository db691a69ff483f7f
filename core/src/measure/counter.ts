import { verdict, type Verdict } from './verdict';

export type CounterKind = 'direct' | 'reciprocal';

/** A frequency counter as it is set for one reading. */
export interface CounterSetting {
  readonly kind: CounterKind;
  /** Seconds it counts. */
  readonly gateS: number;
  readonly timebasePpm: number;
  /** Division before a direct counter. */
  readonly prescale: number;
  /** Digits of its display, where they are fewer than it could resolve. */
  readonly displayDigits?: number | undefined;
}

/** Digits a second that a reciprocal counter resolves. */
const reciprocalDigits = 1e-9;

/**
 * Least step of a reading in Hz: the counter's own (direct: prescale / gate, for it counts whole cycles; reciprocal:
 * nine digits a second) or the last digit shown, whichever is coarser.
 */
export function counterResolutionHz(nominalHz: number, { kind, gateS, prescale, displayDigits }: CounterSetting): number {
  const own = kind === 'reciprocal' ? (nominalHz * reciprocalDigits) / gateS : prescale / gateS;
  const shown = displayDigits === undefined ? 0 : 10 ** (Math.floor(Math.log10(nominalHz) + 1e-12) + 1 - displayDigits);
  return Math.max(own, shown);
}

/** ± of a counter reading in Hz: one step of it, and the timebase's error of the nominal frequency. */
export const counterUncertaintyHz = (nominalHz: number, counter: CounterSetting): number =>
  counterResolutionHz(nominalHz, counter) + counter.timebasePpm * 1e-6 * nominalHz;

export interface FrequencyJudged {
  readonly errorHz: number;
  readonly resolutionHz: number;
  readonly uncertaintyHz: number;
  readonly verdict: Verdict;
  /** Gate that brings the resolution to a tenth of the limit. */
  readonly gateNeededS: number;
  /** Timebase that brings its error to a tenth of the limit. */
  readonly timebaseNeededPpm: number;
}

/** Judges a counter reading against ± a limit in Hz, and says what counter would do. */
export function judgeFrequency(nominalHz: number, readingHz: number, limitHz: number, counter: CounterSetting): FrequencyJudged {
  const errorHz = readingHz - nominalHz;
  const uncertaintyHz = counterUncertaintyHz(nominalHz, counter);
  return {
    errorHz,
    resolutionHz: counterResolutionHz(nominalHz, counter),
    uncertaintyHz,
    verdict: verdict(errorHz, uncertaintyHz, { low: -limitHz, high: limitHz }).verdict,
    gateNeededS: counter.kind === 'reciprocal' ? (10 * reciprocalDigits * nominalHz) / limitHz : (10 * counter.prescale) / limitHz,
    timebaseNeededPpm: limitHz / 10 / nominalHz / 1e-6,
  };
}
