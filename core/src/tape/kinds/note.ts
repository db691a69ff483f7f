import * as z from 'zod';
import { need } from '../../line';
import { defineKind } from '../entry-kind';

export const note = defineKind('note', {
  title: 'Note',
  about: 'Words for the bench.',
  fields: { text: z.string().meta({ title: 'In words' }) },
  words: (entry) => ({ what: entry.text }),
  paper: { none: 'it is for the bench; what the owner should read is a remark' },
  line: {
    verbs: { note: (rest) => ({ kind: 'note', text: need(rest, 'The note', 'note socket corroded') }) },
    write: (entry) => `note ${entry.text}`,
  },
  examples: [{ kind: 'note', text: 'socket corroded' }],
});
