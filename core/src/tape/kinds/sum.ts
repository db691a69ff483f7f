import * as z from 'zod';
import { defineKind } from '../entry-kind';

export const sum = defineKind('sum', {
  title: 'Sum',
  about: 'A bench sum with what went in and what came out, so that it can be opened again.',
  fields: {
    sum: z.string().meta({ title: 'Id of the sum' }),
    title: z.string().meta({ title: 'What it is called' }),
    input: z.record(z.string(), z.unknown()).meta({ title: 'What went in, in SI units' }),
    plusMinus: z.record(z.string(), z.number()).meta({ title: '± of what went in, by field' }),
    result: z.string().meta({ title: 'The result in one line, as it was on that day' }),
    working: z.array(z.string()).meta({ title: 'The working, line by line' }),
    file: z.string().optional().meta({ title: 'The recording or trace it was made from' }),
  },
  words: (entry) => ({ what: `${entry.title}: ${entry.result}` }),
  silent: () => 'not weighed: a sum names no section; what it shows counts as a reading or a finding',
  paper: { lines: (entry) => [{ place: 'measured', text: `${entry.title}: ${entry.result}` }] },
  line: { none: 'a sum is a form of its own, in Sums' },
  examples: [
    {
      kind: 'sum',
      sum: 'swr-return-loss',
      title: 'SWR and return loss',
      input: { swr: 1.5 },
      plusMinus: {},
      result: 'return loss 14 dB',
      working: ['reflection = (1.5 − 1) / (1.5 + 1) = 0.2'],
    },
  ],
});
