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

export const linkSchema = z.object({
  host: z
    .string()
    .max(253)
    .regex(/^[a-z0-9]([a-z0-9.:-]*[a-z0-9])?$/i, 'a name or an address, such as meter.local or 192.168.1.40'),
  port: z.number().int().min(1).max(65_535),
});
export type InstrumentAddress = z.infer<typeof linkSchema>;

/** How far an instrument was found off when it was held against something better known. */
const checkSchema = z.object({
  on: z.iso.date(),
  /** What it was held against: a standard station, another instrument. */
  against: z.string().min(1).max(120),
  unit: z.enum(units),
  /** It shows so much too little: what is added to its reading. */
  error: z.number(),
  plusMinus: z.number().min(0),
});
export type InstrumentCheck = Readonly<z.infer<typeof checkSchema>>;

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
  /** What it was held against, and how far it was off, the latest last. */
  checks: z.array(checkSchema).max(100).optional(),
  note: z.string().optional(),
  /** Where it is reached for a reading by SCPI over TCP; the host `stand-in` is the simulated one that ships with the program. */
  link: linkSchema.optional(),
});
export type Instrument = z.infer<typeof instrumentSchema>;
/** Its accuracy, of all units or of one. */
export type InstrumentAccuracy = z.infer<typeof accuracySchema>;
