import * as z from 'zod';
import { defineSum } from '../define-sum';
import { refuse } from '../refusal';
import { step } from '../working';

type Rating = number | string;
const ratings = z.record(z.string().min(1), z.union([z.number(), z.string()]));
const rules = { atLeast: 'at least', atMost: 'at most', equal: 'equal to' } as const;

export const substitute = defineSum({
  id: 'substitute',
  title: 'Substitute part',
  topic: 'parts',
  purpose: 'whether one part can stand in for another, rating by rating',
  keywords: ['substitute', 'equivalent', 'replacement', 'transistor', 'cross reference', 'obsolete', 'ratings', 'pinout'],
  input: z.strictObject({
    original: ratings.meta({ title: 'Original', hint: 'vceoV 40, pins EBC' }),
    candidate: ratings.meta({ title: 'Candidate' }),
    rules: z
      .record(z.string(), z.enum(['atLeast', 'atMost', 'equal']))
      .optional()
      .meta({ title: 'Rules', hint: 'ccbF atMost' }),
  }),
  output: z.object({
    verdict: z.enum(['same', 'better', 'check', 'no']).meta({ title: 'Verdict' }),
    rows: z
      .array(
        z.object({
          parameter: z.string().meta({ title: 'Rating' }),
          original: z.union([z.number(), z.string()]).meta({ title: 'Original' }),
          candidate: z.union([z.number(), z.string()]).nullable().meta({ title: 'Candidate' }),
          ok: z.boolean().nullable().meta({ title: 'Will do' }),
          why: z.string().meta({ title: 'Because' }),
        }),
      )
      .meta({ title: 'Ratings' }),
  }),
  source: 'Comparison of data sheet ratings: at least as much for numbers, equal for text, unless a rule says otherwise.',
  example: {
    original: { vceoV: 40, icA: 0.2, ptotW: 0.6, pins: 'EBC' },
    candidate: { vceoV: 40, icA: 0.8, ptotW: 0.6, pins: 'EBC' },
  },
  compute({ original, candidate, rules: given = {} }) {
    const rows = Object.entries(original).map(([parameter, wanted]) => {
      const got: Rating | undefined = candidate[parameter];
      const rule = given[parameter] ?? (typeof wanted === 'number' ? 'atLeast' : 'equal');
      if (got === undefined) return { parameter, original: wanted, candidate: null, ok: null, why: 'Not known of the candidate.' };
      if (typeof got !== typeof wanted)
        refuse(
          `candidate.${parameter}`,
          `${parameter} is ${typeof wanted === 'number' ? 'a number' : 'text'} of the original, not of the candidate.`,
          'Give both as numbers in the same unit, or both as text.',
        );
      if (rule !== 'equal' && (typeof got === 'string' || typeof wanted === 'string'))
        return refuse(`rules.${parameter}`, `${parameter} is text, which cannot be ${rules[rule]} another.`, 'Use equal for text.');
      const ok = rule === 'equal' ? got === wanted : rule === 'atLeast' ? got >= wanted : got <= wanted;
      return { parameter, original: wanted, candidate: got, ok, why: `${got} is ${ok ? '' : 'not '}${rules[rule]} ${wanted}.` };
    });
    const verdict: 'same' | 'better' | 'check' | 'no' = rows.some((row) => row.ok === false)
      ? 'no'
      : rows.some((row) => row.ok === null)
        ? 'check'
        : rows.every((row) => row.original === row.candidate)
          ? 'same'
          : 'better';
    return { verdict, rows, working: [...rows.map((row) => step(row.parameter, undefined, row.why)), step(`Verdict: ${verdict}`)] };
  },
});
