import * as z from 'zod';
import { defineSum } from '../define-sum';
import { above0, figure, from0 } from '../field';
import { above, below } from '../refusal';
import { shown, step } from '../working';

export const supplyScaledPower = defineSum({
  id: 'supply-scaled-power',
  title: 'Power at this supply',
  topic: 'transmit',
  purpose: 'what power a set should give on the supply it has',
  keywords: ['low power', 'supply', 'volts', 'rated', 'battery', 'alc', 'weak output'],
  input: z.strictObject({
    ratedW: above0('Rated power', 'W'),
    ratedV: above0('at', 'V'),
    supplyV: above0('Supply now', 'V'),
    readingW: from0('Reads', 'W').optional(),
    tolerancePercent: z.number().min(0).max(100).meta({ title: 'Allowed ±', unit: '%' }).default(20),
  }),
  output: z.object({
    verdict: z.enum(['in', 'low', 'high']).optional().meta({ title: 'Verdict' }),
    expectedW: figure('Expected', 'W'),
    expectedLowW: figure('From', 'W'),
    expectedHighW: figure('To', 'W'),
    ratio: figure('Reading over expected').optional(),
  }),
  source: 'P ∝ V² of a stage that is not held by its ALC; one that is held may still reach its rated power.',
  example: { ratedW: 4, ratedV: 13.8, supplyV: 12, readingW: 3.1 },
  compute({ ratedW, ratedV, supplyV, readingW, tolerancePercent }) {
    const expectedW = ratedW * (supplyV / ratedV) ** 2;
    const [expectedLowW, expectedHighW] = [Math.min(expectedW, ratedW), Math.max(expectedW, ratedW)];
    const [least, most] = [expectedLowW * (1 - tolerancePercent / 100), expectedHighW * (1 + tolerancePercent / 100)];
    const verdict: 'in' | 'low' | 'high' | undefined =
      readingW === undefined ? undefined : below(readingW, least) ? 'low' : above(readingW, most) ? 'high' : 'in';
    return {
      ...(verdict ? { verdict } : {}),
      expectedW,
      expectedLowW,
      expectedHighW,
      ...(readingW === undefined ? {} : { ratio: readingW / expectedW }),
      working: [
        step('Expected', `${shown(ratedW, 'W')} × (${shown(supplyV)} / ${shown(ratedV)})²`, shown(expectedW, 'W')),
        step('Held by its ALC it may give', undefined, shown(ratedW, 'W')),
        step('Allowed', `less and more ${tolerancePercent} %`, `${shown(least, 'W')} to ${shown(most, 'W')}`),
        ...(readingW === undefined
          ? []
          : [
              step('Reads', `${shown(readingW, 'W')} / ${shown(expectedW, 'W')}`, shown(readingW / expectedW)),
              step(`Verdict: ${verdict}`),
            ]),
      ],
    };
  },
});
