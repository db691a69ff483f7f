import * as z from 'zod';
import { sectionName } from '../../card';
import { refuse, takePlace } from '../../line';
import { unloadText } from '../../words';
import { defineKind } from '../entry-kind';
import { answerWord, foundByIt, takeAnswer } from './answers';
import { comesBack } from './lift';

export const unload = defineKind('unload', {
  title: 'Loads lifted',
  about: 'All that hangs on a supply lifted at once, and whether its voltage comes back.',
  fields: { section: z.string().meta({ title: 'Section' }), recovers: z.boolean().meta({ title: 'Whether its voltage comes back' }) },
  words: (entry, card) => ({ what: unloadText(sectionName(card, entry.section), entry.recovers) }),
  evidence: (entry) => ({ kind: 'unload', section: entry.section, recovers: entry.recovers }),
  paper: { none: foundByIt },
  line: {
    verbs: {
      unload: (rest, context) => {
        const { at } = rest;
        const { section, designator } = takePlace(rest, context);
        if (designator)
          return refuse(at, `${designator} is a part; what hangs on a section is lifted.`, `Write it like: unload ${section} recovers`);
        const recovers = takeAnswer(rest, comesBack, `unload ${section} recovers`);
        return { kind: 'unload', section, recovers };
      },
    },
    write: (entry) => `unload ${entry.section} ${answerWord(entry.recovers, comesBack)}`,
  },
  examples: [
    { kind: 'unload', section: 'audio', recovers: false },
    { kind: 'unload', section: 'vco', recovers: true },
  ],
});
