import * as z from 'zod';
import { sectionName } from '../../card';
import { placeOf } from '../../line';
import { liftText } from '../../words';
import { defineKind } from '../entry-kind';
import { answerOf, answerWord, foundByIt, type Answers } from './answers';

const comesBack: Answers = { yes: ['recovers', 'yes'], no: ['stays', 'no', 'same'], asks: 'Does the supply come back?' };

export const lift = defineKind('lift', {
  title: 'Feed lifted',
  about: "A section's feed lifted, and whether its supply comes back.",
  fields: { section: z.string().meta({ title: 'Section' }), recovers: z.boolean().meta({ title: 'Whether the supply comes back' }) },
  words: (entry, card) => ({ what: liftText(sectionName(card, entry.section), entry.recovers) }),
  evidence: (entry) => ({ kind: 'lift', section: entry.section, recovers: entry.recovers }),
  paper: { none: foundByIt },
  line: {
    verbs: {
      lift: (_rest, words, context, at) => {
        const { section } = placeOf(words[0], context, at);
        const recovers = answerOf(words[1], at, comesBack, `lift ${section} recovers`);
        return { kind: 'lift', section, recovers };
      },
    },
    write: (entry) => `lift ${entry.section} ${answerWord(entry.recovers, comesBack)}`,
  },
  examples: [
    { kind: 'lift', section: 'audio', recovers: true },
    { kind: 'lift', section: 'vco', recovers: false },
  ],
});
