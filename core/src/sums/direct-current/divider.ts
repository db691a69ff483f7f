import * as z from 'zod';
import { defineSum } from '../define-sum';
import { above0, figure, from0, yesNo } from '../field';
import { refuse } from '../refusal';
import { shown, step } from '../working';

export const divider = defineSum({
  id: 'divider',
  title: 'Voltage divider',
  topic: 'direct-current',
  purpose: 'what a divider gives, whole, loaded by the meter, or with a leg open',
  keywords: ['divider', 'bias', 'resistor', 'loading', 'meter', 'open', 'base', 'voltage'],
  input: z.strictObject({
    topOhm: from0('Top', 'ohm'),
    bottomOhm: from0('Bottom', 'ohm'),
    supplyV: figure('Supply', 'V'),
    loadOhm: above0('Load across the bottom', 'ohm').optional(),
    topOpen: yesNo('Top open').default(false),
    bottomOpen: yesNo('Bottom open').default(false),
  }),
  output: z.object({
    volts: figure('Volts', 'V'),
    currentA: figure('From the supply', 'A'),
    topW: figure('Heat in the top', 'W'),
    bottomW: figure('Heat in the bottom', 'W'),
  }),
  source: 'Ohm and Kirchhoff: the load lies in parallel with the bottom resistor.',
  example: { topOhm: 10_000, bottomOhm: 2200, supplyV: 13.8, loadOhm: 1_000_000 },
  compute({ topOhm, bottomOhm, supplyV, loadOhm, topOpen, bottomOpen }) {
    const legs = [...(bottomOpen ? [] : [1 / bottomOhm]), ...(loadOhm === undefined ? [] : [1 / loadOhm])];
    const below = 1 / legs.reduce((sum, each) => sum + each, 0);
    if (!topOpen && topOhm + below === 0)
      refuse('bottomOhm', 'Top and bottom are both 0 Ω: a short across the supply.', 'Give one of them a value above 0 Ω.');
    const currentA = topOpen ? 0 : supplyV / (topOhm + below);
    const volts = topOpen ? 0 : below === Infinity ? supplyV : currentA * below;
    const topW = currentA ** 2 * topOhm;
    const bottomW = bottomOpen || bottomOhm === 0 ? 0 : volts ** 2 / bottomOhm;
    return {
      volts,
      currentA,
      topW,
      bottomW,
      working: [
        step(
          'Below the tap',
          bottomOpen
            ? loadOhm === undefined
              ? 'open'
              : 'the load alone'
            : loadOhm === undefined
              ? 'the bottom resistor'
              : `${shown(bottomOhm, 'ohm')} with ${shown(loadOhm, 'ohm')} across it`,
          below === Infinity ? 'open' : shown(below, 'ohm'),
        ),
        ...(topOpen
          ? [step('Top open: nothing comes through')]
          : [
              step(
                'From the supply',
                `${shown(supplyV, 'V')} / (${shown(topOhm, 'ohm')} + ${below === Infinity ? 'open' : shown(below, 'ohm')})`,
                shown(currentA, 'A'),
              ),
            ]),
        step(
          'Volts',
          topOpen ? undefined : below === Infinity ? 'no current, no drop' : `${shown(currentA, 'A')} × ${shown(below, 'ohm')}`,
          shown(volts, 'V'),
        ),
        step('Heat in the top', `(${shown(currentA, 'A')})² × ${shown(topOhm, 'ohm')}`, shown(topW, 'W')),
        step('Heat in the bottom', bottomOpen ? 'open' : `(${shown(volts, 'V')})² / ${shown(bottomOhm, 'ohm')}`, shown(bottomW, 'W')),
      ],
    };
  },
});
