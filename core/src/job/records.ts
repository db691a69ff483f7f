import * as z from 'zod';
import { modificationSchema } from '../card/card-schema';
import { largestQuantity, minorSchema } from '../money';
import { daysWaited, functionResults, listedStates, stages, stockOrigins, waitReasons } from '../words';
import { personSchema, wishSchema } from './day-records';
import { paperSettingsSchema } from './paper-settings';
import { setVisitSchema } from './set-visit';
import { repairPolicies } from './repair-policy';

/** The rows a shop keeps. Money is in minor units (pence, cents), dates are ISO. */

const day = z.iso.date();
/** No shop reaches these; a file that goes beyond them would leave no room for the next job. */
const largest = { jobNumber: 9_999_999, bytes: 4_000_000_000 } as const;

export const customerSchema = z.object({
  id: z.uuid(),
  name: z.string().trim().min(1, 'A customer needs a name.'),
  phone: z.string().default(''),
  email: z.string().default(''),
  address: z.string().default(''),
  note: z.string().default(''),
});
export type Customer = z.infer<typeof customerSchema>;

export const radioSetSchema = z.object({
  id: z.uuid(),
  customerId: z.uuid(),
  maker: z.string().trim().min(1, 'Who made it?'),
  model: z.string().trim().min(1, 'Which model is it?'),
  serial: z.string().default(''),
  madeIn: z.number().int().min(1930).max(2100).optional(),
  /** Without a card the set can still be booked in; Trace then has nothing to reason on. */
  cardId: z.string().optional(),
  modelId: z.string().optional(),
  previousOwners: z.array(z.string()).default([]),
  modifications: z.array(modificationSchema).default([]),
  /** What a label on it told of its visits elsewhere. */
  visits: z.array(setVisitSchema).optional(),
});
export type RadioSet = z.infer<typeof radioSetSchema>;

export const symptomSchema = z.object({ functionId: z.string().optional(), result: z.enum(functionResults), text: z.string() });
export type Symptom = z.infer<typeof symptomSchema>;

export const jobSchema = z.object({
  id: z.uuid(),
  number: z.number().int().min(1).max(largest.jobNumber),
  setId: z.uuid(),
  customerId: z.uuid(),
  bookedInAt: z.iso.datetime(),
  promisedOn: day.optional(),
  spendLimitMinor: minorSchema.optional(),
  /** In which all of its money is written; without it, in the shop's. */
  currency: z.string().optional(),
  payer: z.string().default(''),
  /** In the owner's own words. */
  complaint: z.string().trim().min(1, "Write the complaint in the owner's words."),
  symptoms: z.array(symptomSchema).default([]),
  accessories: z.array(z.string()).default([]),
  cosmetic: z.string().default(''),
});
export type Job = z.infer<typeof jobSchema>;

/** A part of a job's list that is still to be fitted, as the orders of the shop see it. */
export const wantedPartSchema = z.object({
  designator: z.string(),
  /** What is to go in; where nobody said, what is in it. */
  part: z.string(),
  state: z.enum(listedStates).exclude(['left', 'suspect']),
  /** The item of stock that is to be taken. */
  stock: z.string().optional(),
});
export type WantedPart = z.infer<typeof wantedPartSchema>;

/** What lists show of a job, worked out from its tape whenever an entry is made. */
export const jobSummarySchema = z.object({
  stage: z.enum(stages),
  waits: z.enum(waitReasons),
  waitText: z.string(),
  waitUntil: day.optional(),
  /** When a soak that runs is over. */
  soakDue: z.iso.datetime().optional(),
  finished: z.boolean(),
  /** There where it is not finished: by it those in hand are found among all. */
  inHand: z.literal(1).optional(),
  /** What is still to be fitted; left out by a program that did not know it yet. */
  wanted: z.array(wantedPartSchema).optional(),
  /** The stages that still want hands, in their order; left out by a program that did not know it yet. */
  open: z.array(z.enum(stages)).optional(),
  /** Minutes of work at each stage so far, as the tape tells. */
  worked: z.partialRecord(z.enum(stages), z.number().min(0)).optional(),
  /** Minutes by the clock that it waited for parts and for answers; absent where an earlier program wrote it. */
  waited: z.partialRecord(z.enum(daysWaited), z.number().min(0)).optional(),
  entries: z.number().int().min(0),
  lastAt: z.iso.datetime(),
});
export type JobSummary = z.infer<typeof jobSummarySchema>;

export const attachmentSchema = z.object({
  id: z.uuid(),
  jobId: z.uuid(),
  name: z.string(),
  type: z.string(),
  size: z.number().int().min(0).max(largest.bytes),
});
export type Attachment = z.infer<typeof attachmentSchema>;

const count = z.number().int().min(0).max(largestQuantity);

/** What a seller asks for a part. */
export const offerSchema = z.object({
  supplier: z.string().trim().min(1),
  /** What one costs the shop. */
  costMinor: minorSchema,
  /** They come in packs of so many. */
  pack: count.min(1).optional(),
  /** So many have to be taken at least. */
  least: count.min(1).optional(),
  days: z.number().int().min(0).max(3650).optional(),
  on: day.optional(),
});
export type Offer = z.infer<typeof offerSchema>;

export const stockItemSchema = z.object({
  id: z.string().min(1),
  part: z.string().min(1),
  kind: z.string(),
  quantity: count,
  /** What the owner of a set pays for one. */
  priceMinor: minorSchema,
  drawer: z.string().default(''),
  supplier: z.string().default(''),
  /** What one cost the shop when it came last. */
  costMinor: minorSchema.optional(),
  /** Below so many it is ordered again. */
  minimum: count.optional(),
  /** Date code or batch of what came last. */
  lot: z.string().optional(),
  /** What replaces it, now that it is made no more. */
  successor: z.string().optional(),
  /** Where it comes from; bought where it is left out. */
  origin: z.enum(stockOrigins).optional(),
  /** Its legs or wires, as one writes them: `EBC`, or `1 gate, 2 drain, 3 source`. */
  legs: z.string().max(2000).optional(),
  /** What its data sheet rates: `vceo 40V, ic 200mA`. */
  ratings: z.string().max(2000).optional(),
  /** What each of them measured, by which alike ones are found: `1: 101, 2: 118`. */
  measured: z.string().max(8000).optional(),
  /** What one of them is made of here, from other items: `2 × 100 Ω 2 W; tag strip`. */
  madeOf: z.string().max(4000).optional(),
  /** The job for which it lies here, such as what the owner brought. */
  forJob: z.uuid().optional(),
  offers: z.array(offerSchema).optional(),
  /** What came in and went out at each bench, by which the counts of two of them are added up. */
  moved: z.record(z.string(), z.tuple([count, count])).optional(),
});
export type StockItem = z.infer<typeof stockItemSchema>;

export const shopSettingsSchema = z.object({
  id: z.literal('shop'),
  name: z.string(),
  address: z.string(),
  technician: z.string(),
  currency: z.string(),
  ratePerHourMinor: minorSchema,
  taxPercent: z.number().min(0).max(100),
  nextJobNumber: z
    .number()
    .int()
    .min(1)
    .max(largest.jobNumber + 1),
  lastArchiveAt: z.iso.datetime().optional(),
  /** How it repairs; not said where it is left out. */
  policy: z.enum(repairPolicies).optional(),
  /** What S9 is set to here, in volts across 50 ohms, below 30 MHz and above; 50 µV and 5 µV where it is left out. */
  s9: z.object({ hfV: z.number().positive(), vhfV: z.number().positive() }).optional(),
  /** Who works at the bench and when; the technician on weekdays where it is left out. */
  people: z.array(personSchema).min(1).max(12).optional(),
  wishes: z.array(wishSchema).optional(),
  /** For so many days from the hand-back the work and its parts are warranted; not said where it is left out. */
  warrantyDays: z.number().int().min(1).max(3650).optional(),
  /** Percent that a part's price lies above what it cost, where nobody typed a price. */
  markupPercent: z.number().min(0).max(1000).optional(),
  /** How the hand-back sheet is written. */
  paper: paperSettingsSchema.optional(),
  /** How the drills of practice stand, by drill. */
  drills: z
    .record(
      z.string(),
      z.object({
        /** 0 to 5: the higher, the longer until it is asked again. */
        box: z.number().int().min(0).max(5),
        dueAt: z.iso.datetime(),
        right: z.number().int().min(0),
        wrong: z.number().int().min(0),
      }),
    )
    .optional(),
});
export type ShopSettings = z.infer<typeof shopSettingsSchema>;
