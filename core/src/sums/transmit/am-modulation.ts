import * as z from 'zod';
import { defineSum } from '../define-sum';
import { above0, figure, from0 } from '../field';
import { above, refuse } from '../refusal';
import { shown, step } from '../working';

/** A trough below this share of the crest is cut off, not merely deep. */
const pinchedShare = 0.01;

export const amModulation = defineSum({
  id: 'am-modulation',
  title: 'PEP and depth',
  topic: 'transmit',
  purpose: 'modulation depth from the powers or from the envelope',
  keywords: ['am', 'modulation', 'pep', 'peak envelope power', 'depth', 'carrier', 'sideband', 'overmodulation', 'envelope'],
  input: z.strictObject({
    carrierW: above0('Carrier', 'W').optional(),
    pepW: above0('PEP', 'W').optional(),
    envelopeMax: above0('Crest of the envelope').optional(),
    envelopeMin: from0('Trough of the envelope').optional(),
  }),
  output: z.object({
    modulationPercent: figure('Depth', '%'),
    pepW: figure('PEP', 'W').optional(),
    sidebandW: figure('Both sidebands', 'W').optional(),
    overmodulated: z.boolean().meta({ title: 'Over 100 %' }),
    pinched: z.boolean().optional().meta({ title: 'Troughs cut off' }),
  }),
  ways: [
    { name: 'From the powers', fields: ['carrierW', 'pepW'] },
    { name: 'From the envelope', fields: ['envelopeMax', 'envelopeMin'] },
  ],
  source: 'PEP = Pc·(1 + m)²; m = (max − min) / (max + min); both sidebands Pc·m² / 2 (single-tone AM).',
  example: { carrierW: 4, pepW: 16 },
  compute({ carrierW, pepW, envelopeMax, envelopeMin }) {
    if (carrierW !== undefined && pepW !== undefined) {
      if (pepW < carrierW)
        refuse(
          'pepW',
          `PEP ${pepW} W is below the carrier ${carrierW} W.`,
          'PEP is at least the carrier; look whether the meter reads peaks.',
        );
      const m = Math.sqrt(pepW / carrierW) - 1;
      const sidebandW = (carrierW * m ** 2) / 2;
      return {
        modulationPercent: 100 * m,
        pepW,
        sidebandW,
        overmodulated: above(m, 1),
        working: [
          step('Depth', `√(${shown(pepW, 'W')} / ${shown(carrierW, 'W')}) − 1`, shown(100 * m, '%')),
          step('Both sidebands', `${shown(carrierW, 'W')} × ${shown(m)}² / 2`, shown(sidebandW, 'W')),
          ...(above(m, 1) ? [step('Over 100 %: the troughs are cut off, and it splatters')] : []),
        ],
      };
    }
    const [max, min] = [envelopeMax ?? 0, envelopeMin ?? 0];
    if (max < min) refuse('envelopeMax', `The crest ${max} is below the trough ${min}.`, 'Change one of the two.');
    const m = (max - min) / (max + min);
    const pinched = min < pinchedShare * max;
    return {
      modulationPercent: 100 * m,
      overmodulated: false,
      pinched,
      working: [
        step('Depth', `(${shown(max)} − ${shown(min)}) / (${shown(max)} + ${shown(min)})`, shown(100 * m, '%')),
        step(pinched ? 'The trough is cut off: overmodulated, or the driver has no room' : 'The trough is whole'),
      ],
    };
  },
});
