import * as z from 'zod';
import { defineSum } from '../define-sum';
import { above0, figure, from0, result } from '../field';
import { refuse } from '../refusal';
import { shown, step } from '../working';

export const swr = defineSum({
  id: 'swr',
  title: 'SWR and return loss',
  topic: 'transmit',
  purpose: 'how well a load or an antenna is matched',
  keywords: ['swr', 'vswr', 'return loss', 'reflected', 'forward', 'antenna', 'match', 'mismatch'],
  input: z.strictObject({
    forwardW: above0('Forward', 'W').optional(),
    reflectedW: from0('Reflected', 'W').optional(),
    loadOhm: above0('Load, resistive', 'ohm').optional(),
    z0Ohm: above0('Impedance', 'ohm').default(50),
  }),
  output: z.object({
    swr: figure('SWR'),
    returnLossDb: result('Return loss', 'dB'),
    mismatchLossDb: figure('Mismatch loss', 'dB'),
    reflectionCoefficient: figure('Reflection coefficient'),
  }),
  ways: [
    { name: 'From the powers', fields: ['forwardW', 'reflectedW'] },
    { name: 'From the load', fields: ['loadOhm'] },
  ],
  source: '|ρ| = √(Pr / Pf) = |R − Z0| / (R + Z0); SWR = (1 + |ρ|) / (1 − |ρ|).',
  example: { forwardW: 100, reflectedW: 4 },
  compute({ forwardW, reflectedW, loadOhm, z0Ohm }) {
    if (forwardW !== undefined && reflectedW !== undefined && reflectedW >= forwardW)
      refuse(
        'reflectedW',
        `Reflected ${reflectedW} W is not below forward ${forwardW} W.`,
        'Look whether the meter is the right way round.',
      );
    const rho = loadOhm === undefined ? Math.sqrt((reflectedW ?? 0) / (forwardW ?? 1)) : Math.abs(loadOhm - z0Ohm) / (loadOhm + z0Ohm);
    const returnLossDb = rho === 0 ? null : -20 * Math.log10(rho);
    const mismatchLossDb = -10 * Math.log10(1 - rho ** 2);
    return {
      swr: (1 + rho) / (1 - rho),
      returnLossDb,
      mismatchLossDb,
      reflectionCoefficient: rho,
      working: [
        step(
          'Reflection coefficient',
          loadOhm === undefined
            ? `√(${shown(reflectedW ?? 0, 'W')} / ${shown(forwardW ?? 0, 'W')})`
            : `|${shown(loadOhm)} − ${shown(z0Ohm)}| / (${shown(loadOhm)} + ${shown(z0Ohm)})`,
          shown(rho),
        ),
        step('SWR', `(1 + ${shown(rho)}) / (1 − ${shown(rho)})`, shown((1 + rho) / (1 - rho))),
        step('Return loss', `−20 log ${shown(rho)}`, returnLossDb === null ? 'nothing comes back' : shown(returnLossDb, 'dB')),
        step('Mismatch loss', `−10 log (1 − ${shown(rho)}²)`, shown(mismatchLossDb, 'dB')),
      ],
    };
  },
});
