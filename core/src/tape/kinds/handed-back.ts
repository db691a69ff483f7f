import * as z from 'zod';
import { minorSchema } from '../../money';
import { defineKind } from '../entry-kind';

export const handedBack = defineKind('handed-back', {
  title: 'Handed back',
  about: 'The set has gone back to its owner, at this price.',
  fields: { totalMinor: minorSchema.meta({ title: 'Total, in minor units' }), text: z.string().optional().meta({ title: 'In words' }) },
  words: (entry) => ({ what: `Handed back${entry.text ? `: ${entry.text}` : ''}` }),
  paper: { none: 'the sheet is what is handed back' },
  line: { none: 'it is an act of its own, in Hand back' },
  examples: [{ kind: 'handed-back', totalMinor: 4210 }],
});
