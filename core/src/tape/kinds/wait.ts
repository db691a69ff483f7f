import * as z from 'zod';
import { dayOf, dayOfWord, daysAfter, refuse } from '../../line';
import { waitNames, waitReasons } from '../../words';
import { defineKind } from '../entry-kind';

/** A day, or a number of days, at the end of what is waited for. */
const ends = /^(.*?)(?:(?:^|,?\s+)(?:until|by)\s+(\d[\d-]*)|(?:^|,\s*|\s+)(?:in\s+)?(\d{1,3})\s*(days?|weeks?))$/i;

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
      wait: (rest, { now = new Date() }) => {
        const reason = rest.takeIf((word) => waitReasons.find((known) => known === word.replace(/,$/, '')));
        if (!reason)
          return refuse(rest.at, 'Wait for what?', `Write it like: wait part FL2 ordered until 12-04. It knows ${waitReasons.join(', ')}.`);
        const { at } = rest;
        const said = rest.takeText();
        if (/(?:^|\s)until$/i.test(said)) return refuse(at + said.length, 'Until when?', 'Write it like: until 12-04, or 6 days.');
        const [, text = said, day, days, span] = ends.exec(said) ?? [];
        if (day === undefined && days === undefined) return { kind: 'wait', reason, text: said };
        const until = day === undefined ? daysAfter(dayOf(now), Number(days) * (/^w/i.test(span ?? '') ? 7 : 1)) : dayOfWord(day, now);
        if (until === undefined)
          return refuse(at + said.length - (day?.length ?? 0), `There is no day ${day}.`, 'Write it like 12-04 or 2026-12-04.');
        return { kind: 'wait', reason, text: text.trim(), until };
      },
    },
    write: ({ reason, text, until }) =>
      ends.test(text) ? undefined : ['wait', reason, text, until ? `until ${until}` : ''].filter(Boolean).join(' '),
  },
  examples: [
    { kind: 'wait', reason: 'part', text: 'FL2 ordered' },
    { kind: 'wait', reason: 'part', text: 'FL2 ordered', until: '2026-12-04' },
    { kind: 'wait', reason: 'nothing', text: '' },
  ],
});
