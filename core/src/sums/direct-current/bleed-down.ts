import * as z from 'zod';
import { defineSum } from '../define-sum';
import { above0, figure, from0, result, whole } from '../field';
import { shown, step } from '../working';

export const bleedDown = defineSum({
  id: 'bleed-down',
  title: 'HV bleed',
  topic: 'direct-current',
  purpose: 'how long a supply takes to fall to a safe voltage',
  keywords: ['bleeder', 'discharge', 'capacitor', 'high voltage', 'hv', 'energy', 'joule', 'safe', 'wait'],
  input: z.strictObject({
    capacitanceF: above0('Capacitance, whole string', 'F'),
    resistanceOhm: above0('Bleeder', 'ohm', { hint: 'leave empty when it is open' }).nullable().optional(),
    startV: from0('From', 'V'),
    safeV: above0('Safe below', 'V').default(30),
    inSeries: whole('Capacitors in the string', 1, 100).default(1),
  }),
  output: z.object({
    state: z.enum(['discharges', 'never', 'safe']).meta({ title: 'State' }),
    seconds: result('Wait', 's'),
    energyJ: figure('Energy stored', '', { shownUnit: 'J' }),
    verdict: z.string().meta({ title: 'What to do' }),
  }),
  source: 't = R·C·ln(V0 / Vs); E = C·V² / 2.',
  example: { capacitanceF: 50e-6, resistanceOhm: 200_000, startV: 3000 },
  caution:
    'A bleeder can be open. Wait, then prove it with a meter rated for the full voltage, and follow your training and local rules for high voltage.',
  compute({ capacitanceF, resistanceOhm, startV, safeV, inSeries }) {
    const energyJ = (capacitanceF * startV ** 2) / 2;
    const open = resistanceOhm === undefined || resistanceOhm === null;
    const state: 'safe' | 'never' | 'discharges' = startV <= safeV ? 'safe' : open ? 'never' : 'discharges';
    const seconds = state === 'safe' ? 0 : open ? null : resistanceOhm * capacitanceF * Math.log(startV / safeV);
    const prove =
      inSeries > 1
        ? `Prove it with a meter across each of the ${inSeries} capacitors of the string: one can hold its charge while the rest have none.`
        : 'Prove it with a meter before you touch it.';
    const verdict =
      state === 'never'
        ? `It never discharges by itself and must be discharged by hand, through a resistor on an insulated stick. ${prove}`
        : state === 'safe'
          ? `It should already be at or below ${shown(safeV, 'V')}. ${prove}`
          : `Wait at least ${shown(seconds, 's', 3)} for it to fall to ${shown(safeV, 'V')}, if the bleeder is whole. ${prove}`;
    return {
      state,
      seconds,
      energyJ,
      verdict,
      working: [
        step('Energy stored', `${shown(capacitanceF, 'F')} × (${shown(startV, 'V')})² / 2`, `${shown(energyJ)} J`),
        ...(state === 'discharges' && !open
          ? [
              step(
                'Time constant',
                `${shown(resistanceOhm, 'ohm')} × ${shown(capacitanceF, 'F')}`,
                shown(resistanceOhm * capacitanceF, 's'),
              ),
              step('Wait', `${shown(resistanceOhm * capacitanceF, 's')} × ln(${shown(startV)} / ${shown(safeV)})`, shown(seconds, 's')),
            ]
          : []),
        step(verdict),
      ],
    };
  },
  plots({ capacitanceF, resistanceOhm, startV, safeV }, { seconds }) {
    if (!seconds || !resistanceOhm) return [];
    const tau = resistanceOhm * capacitanceF;
    return [
      {
        kind: 'graph',
        x: { title: 'Time', unit: 's' },
        y: { title: 'Left', unit: 'V' },
        traces: [
          {
            name: 'Left',
            as: 'line',
            points: Array.from(
              { length: 61 },
              (_, k) => [(seconds * 1.2 * k) / 60, startV * Math.exp((-seconds * 1.2 * k) / 60 / tau)] as const,
            ),
          },
        ],
        marks: [
          { name: 'safe', axis: 'y', at: safeV },
          { name: 'wait until here', axis: 'x', at: seconds },
        ],
      },
    ];
  },
});
