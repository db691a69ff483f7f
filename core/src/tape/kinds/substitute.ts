import * as z from 'zod';
import { defineKind, type EntryBody } from '../entry-kind';

const verdicts = ['same', 'better', 'check', 'no'] as const;
const fields = {
  designator: z.string().optional().meta({ title: 'Part' }),
  original: z.string().min(1).meta({ title: 'What was in' }),
  candidate: z.string().min(1).meta({ title: 'What may stand for it' }),
  verdict: z.enum(verdicts).meta({ title: 'By its ratings' }),
  rows: z
    .array(
      z.object({
        name: z.string(),
        original: z.string(),
        candidate: z.string(),
        better: z.enum(['more', 'less', 'same']),
        ok: z.boolean().nullable(),
      }),
    )
    .max(60)
    .meta({ title: 'Ratings, each with which way it may differ' }),
  legs: z
    .object({ original: z.string(), candidate: z.string(), fit: z.enum(['same', 'crossed', 'other', 'unknown']), says: z.string() })
    .optional()
    .meta({ title: 'Legs of both, as they were typed, and how they lie' }),
  before: z.string().optional().meta({ title: 'Who used it before, and how it went' }),
  text: z.string().optional().meta({ title: 'In words' }),
};
type Body = EntryBody<'substitute', typeof fields>;

/** What the ratings come to, in words that need none of theirs. */
function saysOf({ verdict, rows }: Body): string {
  const worse = rows.filter(({ ok }) => ok === false).map(({ name, original, candidate }) => `${name} ${candidate}, not ${original}`);
  const open = rows.filter(({ ok }) => ok === null).map(({ name }) => name);
  if (verdict === 'no') return `falls short: ${worse.join('; ')}`;
  if (verdict === 'check')
    return open.length ? `as good in what is known; not known: ${open.join(', ')}` : 'no ratings were held against each other';
  const all = rows.length === 1 ? `its one rating, ${rows[0]?.name ?? ''}` : `all of ${rows.length} ratings`;
  return `${verdict === 'same' ? 'the same' : 'at least as good'} in ${all}`;
}
const evidenceText = (entry: Body): string =>
  [
    `${entry.candidate} for ${entry.original}: ${saysOf(entry)}`,
    entry.legs && entry.legs.fit !== 'unknown' ? entry.legs.says : '',
    entry.before ?? '',
    entry.text ?? '',
  ]
    .filter(Boolean)
    .join('; ');

export const substitute = defineKind('substitute', {
  title: 'Substitute',
  about: 'Whether one part can stand for another: its ratings one by one, its legs, and who used it before.',
  fields,
  words: (entry) => ({ ...(entry.designator ? { ref: entry.designator } : {}), what: `substitute ${evidenceText(entry)}` }),
  paper: {
    // What falls short was not fitted for that: it is no news for the owner.
    lines: (entry) =>
      entry.verdict === 'no'
        ? []
        : [{ place: 'measured', text: `${entry.designator ? `${entry.designator}: ` : ''}substitute ${evidenceText(entry)}` }],
  },
  line: { none: 'it is compared in Parts, rating by rating' },
  examples: [
    {
      kind: 'substitute',
      designator: 'Q7',
      original: 'SR-2201',
      candidate: 'SR-4401',
      verdict: 'better',
      rows: [{ name: 'collector current', original: '200 mA', candidate: '600 mA', better: 'more', ok: true }],
      legs: { original: 'EBC', candidate: 'CBE', fit: 'crossed', says: 'the legs are crossed: 1 is collector, not emitter' },
      before: 'used on job 412, and it held',
    },
    { kind: 'substitute', original: 'SR-2201', candidate: 'SR-9', verdict: 'check', rows: [] },
  ],
});
