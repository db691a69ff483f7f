import * as z from 'zod';
import { defineSum } from '../define-sum';
import { figure, result } from '../field';
import { below } from '../refusal';
import { shown, step } from '../working';

export const backgroundLevel = defineSum({
  id: 'background-level',
  title: 'Level without the background',
  topic: 'levels',
  purpose: 'what a source gives when noise was measured with it',
  keywords: ['noise', 'subtract', 'ambient', 'hum', 'acoustic'],
  input: z.strictObject({
    withDb: figure('With the source', 'dB'),
    withoutDb: figure('Without it', 'dB'),
  }),
  output: z.object({
    sourceDb: result('Source alone', 'dB'),
    reliable: z.boolean().meta({ title: 'Far enough above the background' }),
  }),
  source: 'Subtraction of powers, 10·log10(10^(A/10) − 10^(B/10)); unreliable below 3 dB of difference (ISO 3746, background correction).',
  example: { withDb: 60, withoutDb: 50 },
  compute({ withDb, withoutDb }) {
    const gap = withDb - withoutDb;
    const sourceDb = gap > 0 ? withDb + 10 * Math.log10(1 - 10 ** (-gap / 10)) : null;
    const reliable = gap > 0 && !below(gap, 3);
    return {
      sourceDb,
      reliable,
      working: [
        step('Difference', `${shown(withDb)} − ${shown(withoutDb)}`, shown(gap, 'dB')),
        step('Source alone', `10 log (10^(${shown(withDb)} / 10) − 10^(${shown(withoutDb)} / 10))`, shown(sourceDb, 'dB')),
        step(reliable ? 'At least 3 dB apart: good enough to use' : 'Less than 3 dB apart: too close to the background to be relied on'),
      ],
    };
  },
});
