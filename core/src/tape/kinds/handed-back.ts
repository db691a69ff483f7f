import * as z from 'zod';
import { minorSchema } from '../../money';
import { defineKind } from '../entry-kind';

export const handedBack = defineKind('handed-back', {
  title: 'Handed back',
  about: 'The set has gone back to its owner, at this price.',
  fields: {
    totalMinor: minorSchema.meta({ title: 'Total, in minor units' }),
    text: z.string().optional().meta({ title: 'In words' }),
    terms: z
      .object({
        ratePerHourMinor: minorSchema.meta({ title: 'Labour an hour, in minor units' }),
        taxPercent: z.number().min(0).max(100).meta({ title: 'Tax, in percent' }),
        warrantyDays: z.number().int().min(1).max(3650).optional().meta({ title: 'Days of warranty' }),
      })
      .optional()
      .meta({ title: 'The terms of the shop on that day, which the sheet keeps' }),
  },
  words: (entry) => ({ what: `Handed back${entry.text ? `: ${entry.text}` : ''}` }),
  paper: { none: 'the sheet is what is handed back' },
  line: { none: 'it is an act of its own, in Hand back' },
  examples: [
    { kind: 'handed-back', totalMinor: 4210, terms: { ratePerHourMinor: 3800, taxPercent: 8, warrantyDays: 90 } },
    { kind: 'handed-back', totalMinor: 4210 },
  ],
});
