import * as z from 'zod';
import { units } from '../quantity/unit';

const share = z.number().min(0).optional();
/** Worst-case accuracy as printed in a handbook; the parts given add up. */
const accuracyFields = {
  percentOfReading: share,
  percentOfRange: share,
  /** Full scales in the base unit; the smallest that takes the reading is the one it was read on. */
  ranges: z.array(z.number().positive()).min(1).optional(),
  /** Steps of the display over a full scale, e.g. 20000. */
  displaySteps: z.number().int().min(10).optional(),
  /** Least step shown in the base unit, where it is the same on every range. */
  resolution: share,
  /** Last digits that may be wrong; one, where nothing is said. */
  counts: share,
  ppm: share,
  ppmPerYear: share,
  /** Flat part of the accuracy in dB, for level meters and generators. */
  decibels: share,
};
const accuracySchema = z.object(accuracyFields);

const counterSchema = z.object({
  kind: z.enum(['direct', 'reciprocal']),
  /** Gate times it offers, in seconds. */
  gatesS: z.array(z.number().positive()).min(1),
  displayDigits: z.number().int().min(1).max(15).optional(),
  /** A direct counter divides before it counts, above a frequency. */
  prescaler: z.object({ aboveHz: z.number().min(0), by: z.number().min(1) }).optional(),
});

/** An instrument of the shop: what it reads, and how well. */
export const instrumentSchema = z.object({
  id: z.string().min(1),
  name: z.string().min(1),
  /** What it reads. */
  measures: z.array(z.enum(units)).min(1),
  /** The tests it is used for, by the word one types; where none is named, whatever has its units. */
  words: z.array(z.string()).optional(),
  ...accuracyFields,
  /** Units in which it is better or worse than that. */
  byUnit: z.partialRecord(z.enum(units), accuracySchema).optional(),
  counter: counterSchema.optional(),
  /** The day it was last calibrated; ageing counts from there. */
  calibrated: z.iso.date().optional(),
  note: z.string().optional(),
});
export type Instrument = z.infer<typeof instrumentSchema>;
/** Its accuracy, of all units or of one. */
export type InstrumentAccuracy = z.infer<typeof accuracySchema>;
