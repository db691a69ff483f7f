import * as z from 'zod';
import { conditionSchema } from '../card';
import { manipulations, mends } from '../words';

const section = z.string();
const designator = z.string();

/** What is asked of the set on the practice bench, or done to it. */
export const askedSchema = z.discriminatedUnion('what', [
  z.object({ what: z.literal('function'), id: z.string() }),
  z.object({ what: z.literal('point'), point: z.string(), condition: conditionSchema }),
  z.object({ what: z.literal('limit'), limit: z.string(), condition: conditionSchema }),
  z.object({ what: z.literal('channel'), channel: z.number().int(), condition: conditionSchema }),
  z.object({ what: z.literal('part'), designator }),
  z.object({ what: z.literal('comparison'), point: z.string() }),
  z.object({ what: z.literal('injection'), id: z.string() }),
  z.object({ what: z.literal('signal'), into: section, responds: z.string() }),
  z.object({ what: z.literal('forcing'), id: z.string() }),
  z.object({ what: z.literal('manipulation'), act: z.enum(manipulations), section }),
  z.object({ what: z.literal('look'), section }),
  z.object({ what: z.literal('lift'), section }),
  z.object({ what: z.literal('unload'), section }),
  z.object({ what: z.literal('remedy'), remedy: z.enum(mends), section: section.optional() }),
  z.object({ what: z.literal('proof'), section: section.optional(), designator: designator.optional() }),
  z.object({ what: z.literal('gone'), check: z.string() }),
  z.object({ what: z.literal('check'), check: z.string() }),
  z.object({ what: z.literal('fit'), designator, section: section.optional() }),
  z.object({ what: z.literal('adjust'), section: section.optional(), adjuster: z.string() }),
  z.object({ what: z.literal('load'), on: z.boolean() }),
  z.object({ what: z.literal('warm'), minutes: z.number().min(1).max(600) }),
]);
export type Asked = z.infer<typeof askedSchema>;

/** What one did that can cost a part or a life, in the order in which it is told. */
export const dangers = ['unchecked', 'no-load', 'blob', 'bias', 'died-again', 'high-voltage'] as const;
export type Danger = (typeof dangers)[number];

/** One thing that was asked or done, with what came of it. */
export const actSchema = z.object({
  asked: askedSchema,
  /** What the set answered, in the words of the entry line; empty where it answers nothing. */
  says: z.string(),
  minutes: z.number().min(0),
  /** What was taken off for it. */
  opened: z.array(z.string()).optional(),
  danger: z.enum(dangers).optional(),
  /** What went wrong, in words. */
  told: z.string().optional(),
});
export type Act = z.infer<typeof actSchema>;

/** Whether a set has power while this is done. */
export const isPowered = ({ what }: Asked): boolean =>
  ['function', 'point', 'limit', 'channel', 'comparison', 'injection', 'signal', 'forcing', 'manipulation', 'lift', 'unload'].includes(
    what,
  );
/** Whether hands go into the set. */
export const isHandsIn = ({ what }: Asked): boolean => ['look', 'remedy', 'proof', 'fit', 'part', 'lift', 'unload'].includes(what);
/** Whether it counts as a test: something was learned from it. */
export const isTest = (asked: Asked): boolean => (isPowered(asked) || isHandsIn(asked)) && asked.what !== 'fit';
