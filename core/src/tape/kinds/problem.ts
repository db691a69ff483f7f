import * as z from 'zod';
import { problemSorts, problemStates } from '../../words';
import { defineKind } from '../entry-kind';

const titles: Readonly<Record<(typeof problemSorts)[number], string>> = {
  problem: 'Problem',
  question: 'Question',
  improvement: 'Improvement',
};

export const problem = defineKind('problem', {
  title: 'Problem',
  about: 'A trouble of the set, opened once and told of again whenever its state changes; the latest counts.',
  fields: {
    problem: z.string().meta({ title: 'Id of the problem, the same through its states' }),
    title: z.string().meta({ title: 'What is wrong' }),
    state: z.enum(problemStates).meta({ title: 'Where it stands' }),
    sort: z.enum(problemSorts).optional().meta({ title: 'A trouble, a question or an improvement; a trouble where it is absent' }),
    text: z.string().optional().meta({ title: 'In words' }),
  },
  words: (entry) => ({
    what: `${titles[entry.sort ?? 'problem']} ${entry.state.replace('-', ' ')}: ${entry.title}${entry.text ? `, ${entry.text}` : ''}`,
  }),
  paper: { counted: 'Found, Still to do, Left alone and Watch for: each problem once, in its latest state' },
  line: { none: 'it goes from state to state in the list of problems' },
  examples: [{ kind: 'problem', problem: 'p1', title: 'no sound', state: 'open' }],
});
