import * as z from 'zod';
import { stageNames, stages } from '../../words';
import { defineKind } from '../entry-kind';

export const signOff = defineKind('sign-off', {
  title: 'Sign-off',
  about: 'A stage that needs a name under it has been signed.',
  fields: { stage: z.enum(stages).meta({ title: 'Stage' }) },
  words: (entry) => ({ what: `${stageNames[entry.stage]} signed off${entry.by ? ` by ${entry.by}` : ''}` }),
  paper: { none: 'it protects who works on the set' },
  line: { none: 'signing is an act of its own, in its stage' },
  examples: [{ kind: 'sign-off', stage: 'safety' }],
});
