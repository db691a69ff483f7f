import * as z from 'zod';

/** A visit of a set at some workshop, as a label on it tells. */
export const setVisitSchema = z.object({
  on: z.iso.date(),
  shop: z.string().max(200),
  job: z.number().int().min(1).max(9_999_999).optional(),
  says: z.string().min(1).max(1000),
});
export type SetVisit = z.infer<typeof setVisitSchema>;
