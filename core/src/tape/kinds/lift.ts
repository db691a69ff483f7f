import * as z from 'zod';
import { sectionName } from '../../card';
import { refuse, takePlace } from '../../line';
import { liftText } from '../../words';
import { defineKind } from '../entry-kind';
import { answerWord, foundByIt, takeAnswer, type Answers } from './answers';

export const comesBack: Answers = { yes: ['recovers', 'yes'], no: ['stays', 'no', 'same'], asks: 'Does the supply come back?' };

export const lift = defineKind('lift', {
  title: 'Feed lifted',
  about: "A section's feed lifted, and whether its supply comes back.",
  fields: { section: z.string().meta({ title: 'Section' }), recovers: z.boolean().meta({ title: 'Whether the supply comes back' }) },
  words: (entry, card) => ({ what: liftText(sectionName(card, entry.section), entry.recovers) }),
  evidence: (entry) => ({ kind: 'lift', section: entry.section, recovers: entry.recovers }),
  paper: { none: foundByIt },
  line: {
    verbs: {
      lift: (rest, context) => {
        const { at } = rest;
        const { section, designator } = takePlace(rest, context);
        if (designator)
          return refuse(at, `${designator} is a part; a feed is lifted of a section.`, `Write it like: lift ${section} recovers`);
        const recovers = takeAnswer(rest, comesBack, `lift ${section} recovers`);
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
