import * as z from 'zod';

const minuteOfDay = z
  .number()
  .int()
  .min(0)
  .max(24 * 60);
const span = z
  .tuple([minuteOfDay, minuteOfDay])
  .refine(([from, to]) => to > from, { error: 'The end of a span of work lies after its beginning.' });

/** When somebody works: spans of each day of the week in minutes after midnight, Sunday first, and days that are off. */
export const hoursSchema = z.object({ week: z.array(z.array(span).max(4)).length(7), off: z.array(z.iso.date()).max(400) });

/** One who works at the bench. */
export const personSchema = z.object({ name: z.string().trim().min(1, 'Who is it?').max(60), hours: hoursSchema });

/** What was said about the place of a job in the plan of the day. */
export const wishSchema = z.object({
  jobId: z.uuid(),
  /** When it was said; of two that cannot both be kept the later counts. */
  at: z.iso.datetime(),
  /** Its next work comes before that of another job, or before all. */
  before: z.union([z.uuid(), z.literal('all')]).optional(),
  /** Or behind that of another job. */
  after: z.uuid().optional(),
  notBefore: z.iso.date().optional(),
  /** Who does it. */
  by: z.string().trim().min(1).optional(),
  /** Minutes of work that are left, and how many were worked on it when that was said. */
  minutes: z.number().min(1).max(60_000).optional(),
  workedThen: z.number().min(0).optional(),
});
export type Wish = z.infer<typeof wishSchema>;
