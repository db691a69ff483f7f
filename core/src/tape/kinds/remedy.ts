import * as z from 'zod';
import { sectionName } from '../../card';
import { placeWord, takePlace, type Place } from '../../line';
import { remedies, remedyText, type Remedy } from '../../words';
import { defineKind } from '../entry-kind';
import { answerWord, eachOf, placeFields, placeRef, takeAnswer, type Answers } from './answers';

const cures: Answers = { yes: ['cured', 'works', 'yes'], no: ['same', 'no'], asks: 'Is the trouble gone?' };

export const remedy = defineKind('remedy', {
  title: 'Trial repair',
  about: 'A cheap repair as a test: a joint reflowed, a part reseated or cleaned, and whether the trouble is gone.',
  fields: {
    ...placeFields,
    remedy: z.enum(remedies).meta({ title: 'What was done' }),
    cured: z.boolean().meta({ title: 'Whether the trouble is gone' }),
  },
  words: (entry, card) => ({
    ...placeRef(entry),
    what: `${entry.designator ? '' : `${sectionName(card, entry.section)} `}${remedyText(entry.remedy, entry.cured)}`,
  }),
  evidence: (entry) => ({ kind: 'remedy', section: entry.section, remedy: entry.remedy, cured: entry.cured }),
  paper: {
    lines: (entry, card) =>
      entry.cured
        ? [{ place: 'done', text: `${entry.designator ?? sectionName(card, entry.section)} ${remedyText(entry.remedy, true)}` }]
        : [],
  },
  line: {
    verbs: eachOf<Remedy, { kind: 'remedy'; remedy: Remedy; cured: boolean } & Place>(remedies, (act) => (rest, context) => {
      const place = takePlace(rest, context);
      return { kind: 'remedy', remedy: act, cured: takeAnswer(rest, cures, `${act} ${placeWord(place)} cured`), ...place };
    }),
    write: (entry) => `${entry.remedy} ${placeWord(entry)} ${answerWord(entry.cured, cures)}`,
  },
  examples: [
    { kind: 'remedy', remedy: 'reflow', section: 'vco', designator: 'C31', cured: true },
    { kind: 'remedy', remedy: 'clean', section: 'audio', cured: false },
  ],
});
