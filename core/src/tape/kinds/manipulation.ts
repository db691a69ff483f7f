import * as z from 'zod';
import { sectionName } from '../../card';
import { placeOf, placeWord, type Place } from '../../line';
import { manipulations, manipulationText, type Manipulation } from '../../words';
import { defineKind } from '../entry-kind';
import { answerOf, answerWord, eachOf, placeFields, placeRef, foundByIt, type Answers } from './answers';

const changes: Answers = { yes: ['changed', 'changes', 'yes'], no: ['steady', 'no', 'same'], asks: 'Did the symptom change?' };

export const manipulation = defineKind('manipulation', {
  title: 'Manipulation',
  about: 'A tap, press, warming or cooling, and whether the symptom changed.',
  fields: {
    act: z.enum(manipulations).meta({ title: 'What was done' }),
    ...placeFields,
    changed: z.boolean().meta({ title: 'Whether the symptom changed' }),
  },
  words: (entry, card) => ({
    ...placeRef(entry),
    what: `${entry.designator ? '' : `${sectionName(card, entry.section)} `}${manipulationText(entry.act, entry.changed)}`,
  }),
  evidence: (entry, card) => ({
    kind: 'manipulation',
    section: entry.section,
    changed: entry.changed,
    text: `${sectionName(card, entry.section)} ${manipulationText(entry.act, entry.changed)}`,
  }),
  paper: { none: foundByIt },
  line: {
    verbs: eachOf<Manipulation, { kind: 'manipulation'; act: Manipulation; changed: boolean } & Place>(
      manipulations,
      (act) => (_rest, words, context, at) => {
        const place = placeOf(words[0], context, at);
        return { kind: 'manipulation', act, changed: answerOf(words[1], at, changes, `${act} l4 changed`), ...place };
      },
    ),
    write: (entry) => `${entry.act} ${placeWord(entry)} ${answerWord(entry.changed, changes)}`,
  },
  examples: [
    { kind: 'manipulation', act: 'tap', section: 'vco', designator: 'C31', changed: true },
    { kind: 'manipulation', act: 'cool', section: 'audio', changed: false },
  ],
});
