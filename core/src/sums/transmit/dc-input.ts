import * as z from 'zod';
import { defineSum } from '../define-sum';
import { above0, figure, from0, result, whole } from '../field';
import { above, refuse } from '../refusal';
import { shown, step } from '../working';

export const dcInput = defineSum({
  id: 'dc-input',
  title: 'Input and heat of a final',
  topic: 'transmit',
  purpose: 'DC input, efficiency and what the valve or transistor must shed',
  keywords: ['plate', 'anode', 'collector', 'efficiency', 'dissipation', 'amplifier', 'final', 'heat'],
  input: z.strictObject({
    volts: from0('Volts', 'V'),
    amps: from0('Current', 'A'),
    outputW: from0('Output', 'W').optional(),
    driveW: from0('Drive that goes through', 'W', { hint: 'of a grounded-grid stage' }).default(0),
    ratedDissipationW: above0('Rated dissipation, each', 'W').optional(),
    devices: whole('Devices that share it', 1, 100).default(1),
  }),
  output: z.object({
    verdict: z.enum(['in', 'high']).optional().meta({ title: 'Verdict' }),
    inputW: figure('DC input', 'W'),
    efficiencyPercent: result('Efficiency', '%').optional(),
    dissipationW: figure('Heat', 'W').optional(),
    eachW: figure('Heat of each device', 'W').optional(),
  }),
  source: 'Input = V·I; heat = input + drive fed through − output.',
  example: { volts: 2800, amps: 0.4, outputW: 700, ratedDissipationW: 500 },
  caution:
    'Kilovolts kill. Read the plate supply with the meters of the set, one hand away from it, as your training and local rules require.',
  compute({ volts, amps, outputW, driveW, ratedDissipationW, devices }) {
    const inputW = volts * amps;
    if (outputW !== undefined && above(outputW, inputW + driveW))
      refuse(
        'outputW',
        `Output ${shown(outputW, 'W')} is above input and drive together, ${shown(inputW + driveW, 'W')}.`,
        'Look at the meters: more cannot come out than goes in.',
      );
    const dissipationW = outputW === undefined ? undefined : inputW + driveW - outputW;
    const verdict: 'in' | 'high' | undefined =
      dissipationW === undefined || ratedDissipationW === undefined
        ? undefined
        : above(dissipationW / devices, ratedDissipationW)
          ? 'high'
          : 'in';
    return {
      ...(verdict ? { verdict } : {}),
      inputW,
      ...(outputW === undefined || dissipationW === undefined ? {} : { efficiencyPercent: (100 * outputW) / inputW, dissipationW }),
      ...(dissipationW === undefined || devices === 1 ? {} : { eachW: dissipationW / devices }),
      working: [
        step('DC input', `${shown(volts, 'V')} × ${shown(amps, 'A')}`, shown(inputW, 'W')),
        ...(outputW === undefined || dissipationW === undefined
          ? []
          : [
              step('Efficiency', `${shown(outputW, 'W')} / ${shown(inputW, 'W')}`, shown((100 * outputW) / inputW, '%')),
              step(
                'Heat',
                `${shown(inputW, 'W')}${driveW > 0 ? ` + ${shown(driveW, 'W')}` : ''} − ${shown(outputW, 'W')}`,
                shown(dissipationW, 'W'),
              ),
              ...(devices === 1
                ? []
                : [step('Heat of each device', `${shown(dissipationW, 'W')} / ${devices}`, shown(dissipationW / devices, 'W'))]),
            ]),
        ...(verdict ? [step(`Verdict: ${verdict}`, `rated ${shown(ratedDissipationW ?? 0, 'W')}`)] : []),
      ],
    };
  },
});
