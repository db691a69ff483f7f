import * as z from 'zod';
import { units, type Unit } from '../quantity/unit';

/** An instrument of the shop with its worst-case accuracy, as printed in its handbook. */
export const instrumentSchema = z.object({
  id: z.string().min(1),
  name: z.string().min(1),
  /** What it reads. */
  measures: z.array(z.enum(units)).min(1),
  percentOfReading: z.number().min(0).optional(),
  /** Least step shown, in the base unit. */
  resolution: z.number().min(0).optional(),
  ppm: z.number().min(0).optional(),
  /** Flat part of the accuracy in dB, for level meters and generators. */
  decibels: z.number().min(0).optional(),
  note: z.string().optional(),
});
export type Instrument = z.infer<typeof instrumentSchema>;

/**
 * Worst-case uncertainty of one reading, in the unit of the reading: the sum of all the parts the instrument has,
 * and never less than half a step of the last digit written down.
 */
export function readingUncertainty(value: number, step: number, instrument: Instrument | undefined): number {
  const size = Math.abs(value);
  const own = instrument
    ? ((instrument.percentOfReading ?? 0) / 100) * size +
      ((instrument.ppm ?? 0) / 1e6) * size +
      (instrument.resolution ?? 0) +
      (instrument.decibels ?? 0)
    : 0;
  return Math.max(own, step / 2);
}

/** The shop's instrument for a unit: the first that measures it, in the shop's own order. */
export const instrumentFor = (instruments: readonly Instrument[], unit: Unit): Instrument | undefined =>
  instruments.find((instrument) => instrument.measures.includes(unit));
