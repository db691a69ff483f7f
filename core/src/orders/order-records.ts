import * as z from 'zod';
import { largestQuantity, minorSchema } from '../money';

/** The rows a shop keeps of what it orders. Money is in minor units of the shop's currency, dates are ISO. */

const day = z.iso.date();
const some = z.number().int().min(1).max(largestQuantity);
const largestDays = 3650;

export const supplierSchema = z.object({
  id: z.uuid(),
  name: z.string().trim().min(1, 'A supplier needs a name.'),
  /** Postage of one order, and from what sum of goods on there is none. */
  postageMinor: minorSchema.default(0),
  freeFromMinor: minorSchema.optional(),
  /** The smallest order that is taken. */
  leastMinor: minorSchema.optional(),
  /** How long it takes by what the supplier says; what was learned from earlier orders goes before it. */
  leadDays: z.number().int().min(0).max(largestDays).optional(),
  /** Whether what comes from there is to be trusted; nothing is said where it is left out. */
  trust: z.enum(['good', 'doubtful']).optional(),
  note: z.string().default(''),
});
export type Supplier = z.infer<typeof supplierSchema>;

const orderLineSchema = z.object({
  id: z.string().min(1),
  part: z.string().min(1),
  count: some,
  /** What one costs the shop. */
  costMinor: minorSchema,
  /** The item of stock by which it is counted when it comes. */
  stock: z.string().min(1),
  /** The parts of jobs for which it is ordered; what is over goes into the drawer. */
  for: z.array(z.object({ jobId: z.uuid(), designators: z.array(z.string().min(1)) })).default([]),
});
export type OrderLine = z.infer<typeof orderLineSchema>;

const happened = { id: z.uuid(), at: z.iso.datetime(), by: z.string(), line: z.string().min(1), count: some };

/** What became of a line of an order. It is only ever added to. */
const orderEventSchema = z.discriminatedUnion('kind', [
  /** So many came in, of which some do not do: measured, counted or looked at. */
  z.object({ kind: z.literal('came'), ...happened, odd: z.number().int().min(0).default(0), note: z.string().default('') }),
  /** So many were sent back: odd ones first, then good ones. Others come for them, or the money does. */
  z.object({ kind: z.literal('back'), ...happened, why: z.string(), again: z.boolean() }),
  /** So many will never come. */
  z.object({ kind: z.literal('given-up'), ...happened, why: z.string() }),
]);
export type OrderEvent = z.infer<typeof orderEventSchema>;

export const orderSchema = z.object({
  id: z.uuid(),
  number: z.number().int().min(1).max(9_999_999),
  supplier: z.string().trim().min(1, 'From whom?'),
  at: z.iso.datetime(),
  by: z.string(),
  /** When it should be here. */
  dueOn: day.optional(),
  postageMinor: minorSchema.default(0),
  note: z.string().default(''),
  lines: z.array(orderLineSchema).min(1, 'An order needs a line.'),
  events: z.array(orderEventSchema).default([]),
});
export type Order = z.infer<typeof orderSchema>;
