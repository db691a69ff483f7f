import * as z from 'zod';
import { sectionName } from '../../card';
import { placeWord, takePlace, type Place } from '../../line';
import { manipulations, manipulationText, type Manipulation } from '../../words';
import { defineKind } from '../entry-kind';
import { answerWord, eachOf, placeFields, placeRef, foundByIt, takeAnswer, type Answers } from './answers';

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
      (act) => (rest, context) => {
        const place = takePlace(rest, context);
        return { kind: 'manipulation', act, changed: takeAnswer(rest, changes, `${act} ${placeWord(place)} changed`), ...place };
      },
    ),
    write: (entry) => `${entry.act} ${placeWord(entry)} ${answerWord(entry.changed, changes)}`,
  },
  examples: [
    { kind: 'manipulation', act: 'tap', section: 'vco', designator: 'C31', changed: true },
    { kind: 'manipulation', act: 'cool', section: 'audio', changed: false },
  ],
});
