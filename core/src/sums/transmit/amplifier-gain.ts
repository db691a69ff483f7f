import * as z from 'zod';
import { defineSum } from '../define-sum';
import { above0, figure } from '../field';
import { refuse } from '../refusal';
import { shown, step } from '../working';

const gain = (outputW: number, driveW: number): number => 10 * Math.log10(outputW / driveW);

export const amplifierGain = defineSum({
  id: 'amplifier-gain',
  title: 'Gain of an amplifier',
  topic: 'transmit',
  purpose: 'gain on the carrier and on the peaks; a difference shows compression',
  keywords: ['gain', 'linear', 'amplifier', 'drive', 'pep', 'compression', 'flat-topping'],
  input: z.strictObject({
    driveW: above0('Drive', 'W'),
    outputW: above0('Output', 'W'),
    drivePepW: above0('Drive, PEP', 'W').optional(),
    outputPepW: above0('Output, PEP', 'W').optional(),
  }),
  output: z.object({ gainDb: figure('Gain', 'dB'), pepGainDb: figure('Gain on the peaks', 'dB').optional() }),
  source: 'Gain = 10·log10(output / drive).',
  example: { driveW: 4, outputW: 100, drivePepW: 16, outputPepW: 300 },
  compute({ driveW, outputW, drivePepW, outputPepW }) {
    if (drivePepW === undefined && outputPepW !== undefined)
      refuse('drivePepW', 'The PEP of the drive is missing.', 'Give both PEP figures or none.');
    if (outputPepW === undefined && drivePepW !== undefined)
      refuse('outputPepW', 'The PEP of the output is missing.', 'Give both PEP figures or none.');
    const gainDb = gain(outputW, driveW);
    const pepGainDb = drivePepW === undefined || outputPepW === undefined ? undefined : gain(outputPepW, drivePepW);
    return {
      gainDb,
      ...(pepGainDb === undefined ? {} : { pepGainDb }),
      working: [
        step('Gain', `10 log (${shown(outputW, 'W')} / ${shown(driveW, 'W')})`, shown(gainDb, 'dB')),
        ...(pepGainDb === undefined
          ? []
          : [
              step('On the peaks', `10 log (${shown(outputPepW ?? 0, 'W')} / ${shown(drivePepW ?? 0, 'W')})`, shown(pepGainDb, 'dB')),
              step('Compression', `${shown(gainDb)} − ${shown(pepGainDb)}`, shown(gainDb - pepGainDb, 'dB')),
            ]),
      ],
    };
  },
});
