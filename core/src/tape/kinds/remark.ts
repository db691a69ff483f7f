import * as z from 'zod';
import { need } from '../../line';
import { defineKind, type ReadVerb } from '../entry-kind';

const abouts = ['done', 'left-alone', 'watch-for', 'warranty', 'consent'] as const;
type About = (typeof abouts)[number];
const names: Readonly<Record<About, string>> = {
  done: 'Done',
  'left-alone': 'Left alone',
  'watch-for': 'Watch for',
  warranty: 'Warranty',
  consent: 'Consent',
};
const verbs: Readonly<Record<About, readonly [verb: string, missing: string, example: string]>> = {
  done: ['done', 'What was done', 'done contacts cleaned'],
  'left-alone': ['left', 'What was left alone', 'left scratched case'],
  'watch-for': ['watch', 'What to watch', 'watch relay was cleaned'],
  warranty: ['warranty', 'What is warranted', 'warranty 90 days on the supply board only'],
  consent: ['consent', 'What the owner consents to', 'consent pictures of the set may be shown to its maker'],
};

type Remark = { readonly kind: 'remark'; readonly about: About; readonly text: string };
const verbOf =
  (about: About): ReadVerb<{ kind: 'remark'; about: About; text: string }> =>
  (rest) => ({ kind: 'remark', about, text: need(rest, verbs[about][1], verbs[about][2]) });

export const remark = defineKind('remark', {
  title: 'Remark',
  about: 'Words for the owner and the next repairer: what was done, left alone, is to be watched, is warranted, or was consented to.',
  fields: { about: z.enum(abouts).meta({ title: 'Heading' }), text: z.string().meta({ title: 'In words' }) },
  words: (entry) => ({ what: `${names[entry.about]}: ${entry.text}` }),
  // What was done may have mended something: what is tried after it is not the same try again.
  evidence: (entry) => (entry.about === 'done' ? { kind: 'mended', text: entry.text } : undefined),
  paper: { lines: (entry: Remark) => [{ place: entry.about, text: entry.text }] },
  line: {
    verbs: Object.fromEntries(abouts.map((about) => [verbs[about][0], verbOf(about)])),
    write: (entry) => `${verbs[entry.about][0]} ${entry.text}`,
  },
  examples: abouts.map((about) => ({ kind: 'remark' as const, about, text: verbs[about][2].slice(verbs[about][0].length + 1) })),
});
