import * as z from 'zod';
import { toneIn } from '../../signal';
import { defineSum } from '../define-sum';
import { above0, figure } from '../field';
import { above, refuse } from '../refusal';
import { shown, step } from '../working';

/** Standard CTCSS tones in Hz. Source: TIA-603 and the later additions in common use, 50 in all. */
const ctcssHz = [
  67.0, 69.3, 71.9, 74.4, 77.0, 79.7, 82.5, 85.4, 88.5, 91.5, 94.8, 97.4, 100.0, 103.5, 107.2, 110.9, 114.8, 118.8, 123.0, 127.3, 131.8,
  136.5, 141.3, 146.2, 151.4, 156.7, 159.8, 162.2, 165.5, 167.9, 171.3, 173.8, 177.3, 179.9, 183.5, 186.2, 189.9, 192.8, 196.6, 199.5,
  203.5, 206.5, 210.7, 218.1, 225.7, 229.1, 233.6, 241.8, 250.3, 254.1,
] as const;

/** A decoder opens for a tone this near, in percent. */
const decodesPercent = 0.5;
/** Range of a sub-audible tone in a recording, Hz. */
const [lowHz, highHz] = [60, 265];
/** A bin so far above the median of the range is a tone, not chance. */
const leastProminence = 30;
const leastSeconds = 0.3;

export const subtone = defineSum({
  id: 'subtone',
  title: 'Sub-audible tone',
  topic: 'transmit',
  purpose: 'which tone squelch frequency a set sends, and whether it will open a receiver',
  keywords: ['ctcss', 'sub-tone', 'tone squelch', 'repeater', 'access tone', 'sub audible'],
  input: z.strictObject({
    measuredHz: above0('Measured', 'Hz').optional(),
    sampleRateHz: z.number().min(600).max(1e7).meta({ title: 'Sample rate', unit: 'Hz' }).optional(),
    samples: z.array(z.number()).min(1).meta({ title: 'Samples' }).optional(),
  }),
  output: z.object({
    nearest: figure('Nearest', 'Hz'),
    errorPercent: figure('Off by', '%'),
    decodes: z.boolean().meta({ title: 'Opens a receiver' }),
    measuredHz: figure('Measured', 'Hz', { digits: 5 }),
  }),
  ways: [
    { name: 'From a counter', fields: ['measuredHz'] },
    { name: 'From samples', fields: ['sampleRateHz', 'samples'] },
  ],
  source: 'TIA-603 tone list; decoders open within 0.5 %; tone of a recording as the maximum of the windowed Fourier integral.',
  example: { measuredHz: 88.7 },
  compute({ measuredHz, sampleRateHz = 0, samples = [] }) {
    if (measuredHz === undefined && samples.length < leastSeconds * sampleRateHz)
      refuse(
        'samples',
        `${shown(samples.length / sampleRateHz, 's', 2)} is too short for so low a tone.`,
        `Give at least ${leastSeconds} s, better one second.`,
      );
    const found = measuredHz === undefined ? toneIn(samples, sampleRateHz, lowHz, Math.min(highHz, sampleRateHz / 2)) : undefined;
    if (measuredHz === undefined && !(found && found.prominence > leastProminence))
      refuse(
        'samples',
        `No tone stands out between ${lowHz} and ${highHz} Hz.`,
        'Record demodulated audio before the filter that takes the sub-audible tone away.',
      );
    const hz = measuredHz ?? found?.hz ?? 0;
    const nearest = ctcssHz.reduce<number>((best, each) => (Math.abs(each - hz) < Math.abs(best - hz) ? each : best), ctcssHz[0]);
    const errorPercent = (100 * (hz - nearest)) / nearest;
    const decodes = !above(Math.abs(errorPercent), decodesPercent);
    return {
      nearest,
      errorPercent,
      decodes,
      measuredHz: hz,
      working: [
        ...(measuredHz === undefined ? [step('Strongest sub-audible tone', `${samples.length} samples`, shown(hz, 'Hz', 6))] : []),
        step('Nearest of the list', undefined, shown(nearest, 'Hz')),
        step('Off by', `100 × (${shown(hz)} − ${nearest}) / ${nearest}`, shown(errorPercent, '%', 3)),
        step(decodes ? `Within ${decodesPercent} %: a receiver will open` : `More than ${decodesPercent} % off: a receiver will stay shut`),
      ],
    };
  },
});
