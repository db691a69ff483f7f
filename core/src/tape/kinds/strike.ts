import * as z from 'zod';
import { defineKind } from '../entry-kind';

export const strike = defineKind('strike', {
  title: 'Strike',
  about: 'An earlier entry does not count; struck itself, it brings that entry back.',
  fields: { entry: z.uuid().meta({ title: 'Entry' }), reason: z.string().meta({ title: 'Why' }) },
  words: (entry) => ({ what: `Struck: ${entry.reason}` }),
  paper: { none: 'what was struck, and that it was, stays on the tape' },
  line: { none: 'it is said at the entry that is struck' },
  examples: [{ kind: 'strike', entry: '22222222-2222-4222-8222-000000000001', reason: 'wrong scale' }],
});
