import * as z from 'zod';
import { functionName } from '../../card';
import { functionResults, resultNames } from '../../words';
import { defineKind } from '../entry-kind';

export const functionTried = defineKind('function', {
  title: 'Function',
  about: 'What a function of the set did when it was tried.',
  fields: {
    functionId: z.string().meta({ title: 'Function of the card' }),
    result: z.enum(functionResults).meta({ title: 'How it went' }),
    text: z.string().optional().meta({ title: 'In words' }),
  },
  words: (entry, card) => ({
    what: `${functionName(card, entry.functionId)}: ${resultNames[entry.result]}${entry.text ? `, ${entry.text}` : ''}`,
  }),
  evidence: (entry) =>
    entry.result === 'not-tried' ? undefined : { kind: 'function', functionId: entry.functionId, outcome: entry.result },
  paper: { counted: 'the re-tests that are still owed before the set is handed back' },
  line: {
    write: (entry, card) => {
      const name = card?.functions.find(({ id }) => id === entry.functionId)?.name;
      return name && !entry.text ? `${name.toLowerCase()} ${resultNames[entry.result]}` : undefined;
    },
  },
  examples: [
    { kind: 'function', functionId: 'receive-am', result: 'dead' },
    { kind: 'function', functionId: 'receive-fm', result: 'comes-and-goes' },
    { kind: 'function', functionId: 'receive-am', result: 'not-tried' },
  ],
});
