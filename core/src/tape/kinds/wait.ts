import * as z from 'zod';
import { refuse } from '../../line';
import { waitNames, waitReasons } from '../../words';
import { defineKind } from '../entry-kind';

export const wait = defineKind('wait', {
  title: 'Wait',
  about: 'What the job waits for, or that it waits for nothing; the latest counts.',
  fields: {
    reason: z.enum(waitReasons).meta({ title: 'For what' }),
    text: z.string().meta({ title: 'In words' }),
    until: z.iso.date().optional().meta({ title: 'Day on which it is due' }),
  },
  words: (entry) => ({
    what: `Waits for ${waitNames[entry.reason]}${entry.text ? `: ${entry.text}` : ''}${entry.until ? `, until ${entry.until}` : ''}`,
  }),
  paper: { none: 'it is over when the set is handed back' },
  line: {
    verbs: {
      wait: (rest, words, _context, at) => {
        const reason = waitReasons.find((known) => known === words[0]?.text.toLowerCase());
        if (!reason)
          return refuse(words[0]?.at ?? at, 'Wait for what?', `Write it like: wait part FL2 ordered. It knows ${waitReasons.join(', ')}.`);
        return { kind: 'wait', reason, text: rest.slice(reason.length).trim() };
      },
    },
    write: (entry) => (entry.until ? undefined : `wait ${entry.reason} ${entry.text}`.trim()),
  },
  examples: [
    { kind: 'wait', reason: 'part', text: 'FL2 ordered' },
    { kind: 'wait', reason: 'nothing', text: '' },
  ],
});
