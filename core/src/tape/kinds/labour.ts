import * as z from 'zod';
import { refuse } from '../../line';
import { defineKind } from '../entry-kind';

export const labour = defineKind('labour', {
  title: 'Labour',
  about: 'The clock of the work started or stopped, or a break taken off.',
  fields: {
    act: z.enum(['start', 'stop', 'break']).meta({ title: 'What was done' }),
    minutes: z.number().min(0).max(1_000_000).optional().meta({ title: 'Minutes of the break' }),
  },
  words: (entry) => ({
    what: entry.act === 'break' ? `Break, ${entry.minutes ?? 0} min` : entry.act === 'start' ? 'Labour started' : 'Labour stopped',
  }),
  paper: { counted: 'Price: the minutes worked' },
  line: {
    verbs: {
      start: () => ({ kind: 'labour', act: 'start' as const }),
      stop: () => ({ kind: 'labour', act: 'stop' as const }),
      break: (rest, _words, _context, at) => {
        const match = /^(\d{1,3})\s*(?:min|m)?$/i.exec(rest);
        return match
          ? { kind: 'labour', act: 'break' as const, minutes: Number(match[1]) }
          : refuse(at, 'How long was the break?', 'Write it like: break 20 min');
      },
    },
    write: (entry) => (entry.act === 'break' ? `break ${entry.minutes ?? 0} min` : entry.act),
  },
  examples: [
    { kind: 'labour', act: 'start' },
    { kind: 'labour', act: 'stop' },
    { kind: 'labour', act: 'break', minutes: 20 },
  ],
});
