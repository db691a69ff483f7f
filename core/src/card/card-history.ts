import * as z from 'zod';

const item = z.record(z.string(), z.unknown());

/** How one field of a card was before a change: a list item by item, anything else as a whole. */
const backSchema = z.object({
  field: z.string().min(1),
  /** Items that had not been there. */
  drop: z.array(z.string()).optional(),
  /** Items as they were, with their place in the list. */
  put: z.array(z.object({ at: z.number().int().min(0), item })).optional(),
  /** The field as a whole; nothing where it was not there. */
  value: z.unknown().optional(),
});
export type Back = z.infer<typeof backSchema>;

export const historySchema = z.array(
  z.object({
    on: z.iso.date(),
    what: z.string().min(1),
    job: z.number().int().optional(),
    /** How to take it back; not there for what is older than this, or too long ago. */
    back: z.array(backSchema).optional(),
  }),
);
export type CardHistory = z.infer<typeof historySchema>;
