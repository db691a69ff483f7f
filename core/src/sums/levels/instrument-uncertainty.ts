import * as z from 'zod';
import { accuracyParts, type Accuracy } from '../../measure/accuracy';
import { defineSum } from '../define-sum';
import { above0, figure, from0, words } from '../field';
import { refuse } from '../refusal';
import { shown, step } from '../working';

/** Parts that mean nothing without one another. */
const partners = [
  ['percentOfRange', 'range'],
  ['counts', 'resolution'],
  ['ageYears', 'ppmPerYear'],
] as const satisfies readonly (readonly [keyof Accuracy, keyof Accuracy])[];

export const instrumentUncertainty = defineSum({
  id: 'instrument-uncertainty',
  title: 'How far to trust a reading',
  topic: 'levels',
  purpose: 'worst-case error of an instrument from its handbook figures',
  keywords: ['accuracy', 'digits', 'counts', 'ppm', 'ageing', 'meter', 'percent of reading', 'percent of range', 'calibration'],
  input: z.strictObject({
    value: figure('Reading'),
    percentOfReading: from0('Of reading', '%').optional(),
    percentOfRange: from0('Of range', '%').optional(),
    range: above0('Range (full scale)').optional(),
    counts: from0('Digits (counts)').optional(),
    resolution: above0('Least step shown').optional(),
    ppm: from0('Timebase or reference', 'ppm').optional(),
    ageYears: from0('Since calibration', '', { shownUnit: 'years' }).optional(),
    ppmPerYear: from0('Ageing a year', 'ppm').optional(),
  }),
  output: z.object({
    uncertainty: figure('Uncertainty ±'),
    parts: z.array(z.object({ name: words('Part'), uncertainty: figure('±') })).meta({ title: 'Parts' }),
  }),
  source: 'Worst-case sum of the handbook terms, as instrument makers specify accuracy.',
  example: { value: 13.8, percentOfReading: 0.5, counts: 2, resolution: 0.01 },
  compute(input) {
    for (const [one, other] of partners) {
      const missing = input[one] === undefined ? one : other;
      if ((input[one] === undefined) !== (input[other] === undefined))
        refuse(
          missing,
          `${missing} is missing; ${missing === one ? other : one} means nothing without it.`,
          `Give ${missing} too, or leave both away.`,
        );
    }
    const parts = accuracyParts(input.value, input);
    const uncertainty = parts.reduce((sum, part) => sum + part.uncertainty, 0);
    return {
      uncertainty,
      parts,
      working: [
        ...parts.map((part) => step(part.name, part.how, shown(part.uncertainty))),
        step(
          'Worst case, all together',
          parts.map((part) => shown(part.uncertainty)).join(' + ') || 'no part given',
          `± ${shown(uncertainty)}`,
        ),
      ],
    };
  },
});
