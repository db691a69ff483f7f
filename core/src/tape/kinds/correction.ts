import * as z from 'zod';
import { defineKind } from '../entry-kind';

export const correction = defineKind('correction', {
  title: 'Correction',
  about: 'Something of what was booked in that was wrong, and what it is; the tape keeps both.',
  fields: {
    what: z.string().meta({ title: 'What was corrected, in words' }),
    was: z.string().meta({ title: 'What stood there' }),
    now: z.string().meta({ title: 'What stands there from now on' }),
  },
  words: ({ what, was, now }) => ({ what: `Corrected, ${what}: ${was || 'nothing'} to ${now || 'nothing'}` }),
  paper: { none: 'the sheet shows what holds now' },
  line: { none: 'it is corrected where it stands' },
  examples: [{ kind: 'correction', what: 'serial', was: 'OB7-20430', now: 'OB7-20439' }],
});
