import * as z from 'zod';
import { defineSum } from '../define-sum';
import { above0, figure, from0, result } from '../field';
import { shown, step } from '../working';

export const rfPower = defineSum({
  id: 'rf-power',
  title: 'RF power from volts',
  topic: 'transmit',
  purpose: 'the power of a transmitter from a scope, a probe or a meter behind a pad',
  keywords: ['watts', 'scope', 'peak to peak', 'power', 'dummy load', 'attenuator', 'dbm'],
  input: z.strictObject({
    vpp: from0('Peak to peak', 'V').optional(),
    vrms: from0('Volts rms', 'V').optional(),
    vpk: from0('Peak', 'V').optional(),
    dBm: figure('Level', 'dBm').optional(),
    z0Ohm: above0('Impedance', 'ohm').default(50),
    attenuationDb: from0('Attenuator before the meter', 'dB').default(0),
  }),
  output: z.object({ powerW: result('Power', 'W'), dBm: result('Level', 'dBm') }),
  ways: [
    { name: 'Peak to peak', fields: ['vpp'] },
    { name: 'Volts rms', fields: ['vrms'] },
    { name: 'Peak', fields: ['vpk'] },
    { name: 'Level', fields: ['dBm'] },
  ],
  source: 'P = Vrms² / Z; Vrms = Vpp / 2√2 of a sine wave; the attenuation is added to the level.',
  example: { vpp: 40 },
  caution: 'RF burns: key only into a suitable dummy load, and keep probes rated for the volts.',
  compute({ vpp, vrms, vpk, dBm, z0Ohm, attenuationDb }) {
    const volts = vrms ?? (vpp === undefined ? (vpk ?? 0) / Math.SQRT2 : vpp / (2 * Math.SQRT2));
    const meterW = dBm === undefined ? volts ** 2 / z0Ohm : 10 ** ((dBm - 30) / 10);
    const powerW = meterW * 10 ** (attenuationDb / 10);
    const level = dBm === undefined ? 10 * Math.log10(powerW) + 30 : dBm + attenuationDb;
    return {
      powerW,
      dBm: level,
      working: [
        ...(dBm === undefined
          ? [
              step(
                'Volts rms',
                vrms === undefined ? (vpp === undefined ? `${shown(vpk ?? 0, 'V')} / √2` : `${shown(vpp, 'V')} / 2√2`) : 'as read',
                shown(volts, 'V'),
              ),
            ]
          : []),
        step(
          'At the meter',
          dBm === undefined ? `(${shown(volts, 'V')})² / ${shown(z0Ohm, 'ohm')}` : `10^((${shown(dBm)} − 30) / 10)`,
          shown(meterW, 'W'),
        ),
        ...(attenuationDb > 0
          ? [step('Before the attenuator', `${shown(meterW, 'W')} × 10^(${shown(attenuationDb)} / 10)`, shown(powerW, 'W'))]
          : []),
        step('Level', '10 log (P / 1 mW)', shown(level, 'dBm')),
      ],
    };
  },
});
