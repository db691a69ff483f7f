import * as z from 'zod';
import { stageNames, stages } from '../../words';
import { defineKind } from '../entry-kind';

export const stage = defineKind('stage', {
  title: 'Stage told',
  about: 'A stage said to be done, not needed, or open again, where the tape cannot tell.',
  fields: {
    stage: z.enum(stages).meta({ title: 'Stage' }),
    state: z.enum(['done', 'not-needed', 'reopened']).meta({ title: 'What is said of it' }),
    text: z.string().optional().meta({ title: 'In words' }),
  },
  words: (entry) => ({ what: `${stageNames[entry.stage]}: ${entry.state.replace('-', ' ')}${entry.text ? `, ${entry.text}` : ''}` }),
  paper: { none: 'how the work was ordered is of no use to the owner' },
  line: { none: 'it is told in its stage' },
  examples: [{ kind: 'stage', stage: 'soak', state: 'not-needed' }],
});
