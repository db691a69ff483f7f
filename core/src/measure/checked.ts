import type { Instrument, InstrumentCheck } from './instrument';

/** How far the clock of an instrument is known. */
export interface ClockKnown {
  /** Its frequencies are too low by so much; what is shown is multiplied by one and this. */
  readonly errorPpm: number;
  readonly plusMinusPpm: number;
  /** How that is known, for tape and sheet. */
  readonly says: string;
}

/** A cheap crystal that was never checked may be so far off. */
const uncheckedPpm = 30;
/** By how much the clock of a receiver may have gone since it was checked: the same day, within a month, later. A rule of thumb. */
const gonePpm = { sameDay: 0.5, month: 2, later: 5 } as const;
const dayMs = 24 * 3600 * 1000;
const mostChecks = 100;

/**
 * How far the clock of an instrument is known on a day: by its last check in ppm, ± what it may have gone since; else by what its handbook says
 * of frequency; else ±30 ppm.
 *
 * @param day as `2031-03-04`
 * @example
 * clockOf(undefined, '2031-03-04').plusMinusPpm //~> 30
 */
export function clockOf(instrument: Instrument | undefined, day: string): ClockKnown {
  const check = instrument?.checks?.filter(({ unit }) => unit === 'ppm').at(-1);
  if (check) {
    const days = Math.abs(Date.parse(day) - Date.parse(check.on)) / dayMs;
    const gone = days < 1 ? gonePpm.sameDay : days <= 31 ? gonePpm.month : gonePpm.later;
    return {
      errorPpm: check.error,
      plusMinusPpm: check.plusMinus + gone,
      says: `receiver set against ${check.against} on ${check.on}, ±${Number((check.plusMinus + gone).toPrecision(2))} ppm`,
    };
  }
  const { ppm } = instrument?.byUnit?.Hz ?? instrument ?? {};
  const plusMinusPpm = ppm ?? uncheckedPpm;
  return { errorPpm: 0, plusMinusPpm, says: `receiver not set against a reference, ±${plusMinusPpm} ppm` };
}

/** An instrument with one check more; of very many the oldest goes. */
export const withCheck = (instrument: Instrument, check: InstrumentCheck): Instrument => ({
  ...instrument,
  checks: [...(instrument.checks ?? []), check].slice(-mostChecks),
});
