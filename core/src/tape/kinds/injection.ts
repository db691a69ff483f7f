import * as z from 'zod';
import { injectionName } from '../../card';
import { functionResults, resultNames } from '../../words';
import { defineKind } from '../entry-kind';
import { foundByIt } from './answers';

export const injection = defineKind('injection', {
  title: 'Injection',
  about: 'A signal put in at a section, and how the function that must respond then did.',
  fields: {
    injection: z.string().meta({ title: 'Injection of the card' }),
    result: z.enum(functionResults).meta({ title: 'How the function did' }),
  },
  words: (entry, card) => ({ what: `${injectionName(card, entry.injection)}: ${resultNames[entry.result]}` }),
  evidence: (entry) =>
    entry.result === 'not-tried' ? undefined : { kind: 'injection', injection: entry.injection, outcome: entry.result },
  paper: { none: foundByIt },
  line: { none: 'it is answered in Trace, beside the probe that asks for it' },
  examples: [{ kind: 'injection', injection: 'if-in', result: 'works' }],
});
