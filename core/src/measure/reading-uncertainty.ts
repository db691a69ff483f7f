import type { Unit } from '../quantity/unit';
import { accuracyOf } from './accuracy';
import { counterResolutionHz, type CounterSetting } from './counter';
import type { Instrument, InstrumentAccuracy } from './instrument';

/** A reading as it was written down. */
export interface ReadingTaken {
  readonly value: number;
  readonly unit: Unit;
  /** What one step of the last digit written is worth, in the unit. */
  readonly step: number;
  /** The frequency in Hz from which `value` is how far off; the counter saw their sum. */
  readonly nominalHz?: number | undefined;
  /** Full scale on which it was read, in the unit, where that is known: the element of a wattmeter. */
  readonly scale?: number | undefined;
  /** The word of the test it was taken for. */
  readonly word?: string | undefined;
}

const accuracyIn = (instrument: Instrument, unit: Unit): InstrumentAccuracy => instrument.byUnit?.[unit] ?? instrument;
const years = 365.25 * 24 * 3600 * 1000;
const ageYears = ({ calibrated }: Instrument, when: Date | undefined): number =>
  calibrated && when ? Math.max(0, (when.getTime() - Date.parse(calibrated)) / years) : 0;

/** Full scale and least step of the range a value is read on. */
function rangeFor(size: number, { ranges, displaySteps, resolution }: InstrumentAccuracy, scale?: number): { top?: number; step?: number } {
  const sorted = [...(ranges ?? [])].sort((a, b) => a - b);
  const top = scale ?? sorted.find((each) => each >= size) ?? sorted.at(-1);
  const step = resolution ?? (top !== undefined && displaySteps ? top / displaySteps : undefined);
  return { ...(top === undefined ? {} : { top }), ...(step === undefined ? {} : { step }) };
}

/** What the instrument itself shows as its least step for a value; undefined where its handbook does not say. */
export const ownStep = (taken: Pick<ReadingTaken, 'value' | 'unit' | 'scale'>, instrument: Instrument): number | undefined =>
  rangeFor(Math.abs(taken.value), accuracyIn(instrument, taken.unit), taken.scale).step;

const seenHz = ({ value, nominalHz }: ReadingTaken): number => Math.abs((nominalHz ?? 0) + value);
export const isCounted = (taken: ReadingTaken, instrument: Instrument): boolean =>
  instrument.counter !== undefined && taken.unit === 'Hz' && seenHz(taken) > 0;

/** A counter as it must have been set to show the digits that were written: the shortest gate that does, or the longest it has. */
export function counterSetting(taken: ReadingTaken, instrument: Instrument, when?: Date, gateS?: number): CounterSetting {
  const { counter } = instrument;
  const { ppm = 0, ppmPerYear = 0 } = accuracyIn(instrument, 'Hz');
  const seen = seenHz(taken);
  const { prescaler } = counter ?? {};
  const at = (gate: number): CounterSetting => ({
    kind: counter?.kind ?? 'direct',
    gateS: gate,
    timebasePpm: ppm + ageYears(instrument, when) * ppmPerYear,
    prescale: counter?.kind === 'direct' && prescaler && seen > prescaler.aboveHz ? prescaler.by : 1,
    displayDigits: counter?.displayDigits,
  });
  const gates = [...(counter?.gatesS ?? [1])].sort((a, b) => a - b);
  const gate =
    gateS ?? gates.find((each) => taken.step > 0 && counterResolutionHz(seen, at(each)) <= taken.step * (1 + 1e-9)) ?? gates.at(-1) ?? 1;
  return at(gate);
}

/** So many dB about a reading, in its unit: the wider side. */
function inUnit(decibels: number, { value, unit }: ReadingTaken): number {
  if (unit === 'V' || unit === 'A') return Math.abs(value) * (10 ** (decibels / 20) - 1);
  if (unit === 'W') return Math.abs(value) * (10 ** (decibels / 10) - 1);
  return decibels;
}

/**
 * Worst-case uncertainty of one reading, in its unit: all the parts the handbook has for the range, the age and the
 * unit together, and never less than half a step of the last digit written down. For a counter: one count of the gate
 * that shows those digits, at least one step as written, and the timebase's error of the frequency it saw.
 */
export function readingUncertainty(taken: ReadingTaken, instrument: Instrument | undefined, when?: Date, gateS?: number): number {
  if (!instrument) return taken.step / 2;
  if (isCounted(taken, instrument)) {
    const setting = counterSetting(taken, instrument, when, gateS);
    const seen = seenHz(taken);
    return Math.max(counterResolutionHz(seen, setting), taken.step) + setting.timebasePpm * 1e-6 * seen;
  }
  const accuracy = accuracyIn(instrument, taken.unit);
  const { top, step } = rangeFor(Math.abs(taken.value), accuracy, taken.scale);
  const own =
    accuracyOf(taken.value, {
      percentOfReading: accuracy.percentOfReading,
      percentOfRange: accuracy.percentOfRange,
      range: top,
      counts: accuracy.counts ?? 1,
      resolution: step,
      ppm: accuracy.ppm,
      ageYears: ageYears(instrument, when),
      ppmPerYear: accuracy.ppmPerYear,
    }) + inUnit(accuracy.decibels ?? 0, taken);
  return Math.max(own, taken.step / 2);
}

/** Whether a test by this word is of a swing or a width, and not of a frequency that stands. */
const isSwing = (word: string | undefined): boolean => /^(dev|bw|band|width|shift|swing)/.test(word ?? '');

/** The instruments of the shop that serve a reading, in the shop's order, those kept for this test first. */
export function instrumentsFor(
  instruments: readonly Instrument[],
  { unit, word, nominalHz }: Omit<ReadingTaken, 'value' | 'step'>,
): Instrument[] {
  const able = instruments.filter(({ measures }) => measures.includes(unit));
  const kept = able.filter(({ words }) => word !== undefined && words?.includes(word));
  // A counter reads frequencies: not a deviation or a bandwidth, though these are in hertz too.
  const general = able.filter(({ words, counter }) => !words && !(counter && nominalHz === undefined && isSwing(word)));
  return [...kept, ...general];
}
