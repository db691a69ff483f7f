import * as z from 'zod';
import { forcingName } from '../../card';
import { functionResults, resultNames } from '../../words';
import { defineKind } from '../entry-kind';
import { foundByIt } from './answers';

export const forcing = defineKind('forcing', {
  title: 'Forcing',
  about: 'A control line held from outside, and how the function that must follow then did.',
  fields: {
    forcing: z.string().meta({ title: 'Forcing of the card' }),
    result: z.enum(functionResults).meta({ title: 'How the function did' }),
  },
  words: (entry, card) => ({ what: `${forcingName(card, entry.forcing)}: ${resultNames[entry.result]}` }),
  evidence: (entry) => (entry.result === 'not-tried' ? undefined : { kind: 'forcing', forcing: entry.forcing, outcome: entry.result }),
  paper: { none: foundByIt },
  line: { none: 'it is answered in Trace, beside the probe that asks for it' },
  examples: [{ kind: 'forcing', forcing: 'hold-vco', result: 'dead' }],
});
