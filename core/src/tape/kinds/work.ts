import * as z from 'zod';
import { workNames, workStates } from '../../words';
import { defineKind } from '../entry-kind';

export const work = defineKind('work', {
  title: 'Line of work',
  about: 'What becomes of something that was found: still to do, done, left alone, or to be watched; the latest counts.',
  fields: {
    of: z.uuid().meta({ title: 'The finding' }),
    title: z.string().meta({ title: 'What was found, in words' }),
    state: z.enum(workStates).meta({ title: 'What becomes of it' }),
  },
  words: (entry) => ({ what: `${entry.title}: ${workNames[entry.state]}` }),
  paper: { counted: 'Done, Still to do, Left alone and Watch for: each finding once, by its latest state' },
  line: { none: 'it is ticked where the finding stands' },
  examples: [{ kind: 'work', of: '00000000-0000-4000-8000-000000000001', title: 'Q3 ringed joint', state: 'left-alone' }],
});
