import * as z from 'zod';
import { defineSum } from '../define-sum';
import { above0, figure, from0, whole } from '../field';
import { refuse } from '../refusal';
import { shown, step } from '../working';

export const diodeBias = defineSum({
  id: 'diode-bias',
  title: 'Current through a diode',
  topic: 'direct-current',
  purpose: 'what a diode switch or a lamp diode gets through its resistor',
  keywords: ['pin diode', 'switching diode', 'led', 'bias', 'forward current', 'series resistor'],
  input: z.strictObject({
    supplyV: above0('Supply', 'V'),
    forwardV: from0('Across the diode', 'V'),
    seriesOhm: above0('Series resistor', 'ohm'),
    parallel: whole('Diodes alike, in parallel', 1, 100).default(1),
  }),
  output: z.object({
    totalA: figure('Through the resistor', 'A'),
    eachA: figure('Through each diode', 'A'),
    resistorW: figure('Heat in the resistor', 'W'),
  }),
  source: 'I = (V − Vf) / R.',
  example: { supplyV: 9, forwardV: 0.8, seriesOhm: 820 },
  compute({ supplyV, forwardV, seriesOhm, parallel }) {
    if (forwardV >= supplyV)
      refuse(
        'forwardV',
        `Across the diode ${forwardV} V is not below the supply ${supplyV} V.`,
        'Give a forward voltage below the supply; no current flows otherwise.',
      );
    const totalA = (supplyV - forwardV) / seriesOhm;
    const resistorW = totalA ** 2 * seriesOhm;
    return {
      totalA,
      eachA: totalA / parallel,
      resistorW,
      working: [
        step('Through the resistor', `(${shown(supplyV)} − ${shown(forwardV)}) / ${shown(seriesOhm, 'ohm')}`, shown(totalA, 'A')),
        ...(parallel > 1 ? [step('Through each diode', `${shown(totalA, 'A')} / ${parallel}`, shown(totalA / parallel, 'A'))] : []),
        step('Heat in the resistor', `(${shown(totalA, 'A')})² × ${shown(seriesOhm, 'ohm')}`, shown(resistorW, 'W')),
      ],
    };
  },
});
