import * as z from 'zod';
import { defineKind } from '../entry-kind';

export const doubt = defineKind('doubt', {
  title: 'Doubt',
  about: 'An earlier entry that who is at the bench has come to doubt, so that it counts half, or trusts again.',
  fields: { entry: z.uuid().meta({ title: 'Entry' }), doubtful: z.boolean().meta({ title: 'Whether it is doubted' }) },
  words: (entry) => ({ what: entry.doubtful ? 'An earlier entry is doubted: it counts half' : 'An earlier entry is trusted again' }),
  paper: { none: 'it weighs evidence for the bench' },
  line: { none: 'it is said at the entry that is doubted' },
  examples: [{ kind: 'doubt', entry: '22222222-2222-4222-8222-000000000001', doubtful: true }],
});
