import * as z from 'zod';
import { defineSum } from '../define-sum';
import { above0, figure, from0 } from '../field';
import { below, refuse } from '../refusal';
import { shown, step } from '../working';

/** Readings that differ by this much show a contact that does not close the same way twice. */
const steadyOhm = 0.1;

export const contactLoss = defineSum({
  id: 'contact-loss',
  title: 'Relay contact',
  topic: 'receive',
  purpose: 'what the resistance of a contact costs, and whether it is still good',
  keywords: ['relay', 'contact', 'antenna', 'switch', 'dirty', 'insertion loss', 'milliohm', 'changeover'],
  input: z.strictObject({
    contactOhm: z.array(from0('Resistance', 'ohm')).min(1).max(200).meta({ title: 'Resistances, several closings', unit: 'ohm' }),
    z0Ohm: above0('Impedance', 'ohm').default(50),
    goodOhm: above0('Good below', 'ohm').default(0.2),
    badOhm: above0('Bad from', 'ohm').default(1),
    currentA: from0('Carries', 'A').optional(),
  }),
  output: z.object({
    verdict: z.enum(['good', 'watch', 'bad']).meta({ title: 'Verdict' }),
    insertionLossDb: z.object({ mean: figure('Mean', 'dB'), worst: figure('Worst', 'dB') }).meta({ title: 'Insertion loss' }),
    spreadOhm: figure('Spread', 'ohm'),
    worstDissipationW: figure('Heat in the worst', 'W').optional(),
  }),
  source: 'A series resistance R in a matched line: 20·log10(1 + R / 2Z0).',
  example: { contactOhm: [0.05, 0.06, 0.05, 0.08], currentA: 4 },
  compute({ contactOhm, z0Ohm, goodOhm, badOhm, currentA }) {
    if (badOhm < goodOhm) refuse('badOhm', `Bad from ${badOhm} Ω lies below good below ${goodOhm} Ω.`, 'Give badOhm at or above goodOhm.');
    const losses = contactOhm.map((ohm) => 20 * Math.log10(1 + ohm / (2 * z0Ohm)));
    const worstOhm = Math.max(...contactOhm);
    const spreadOhm = worstOhm - Math.min(...contactOhm);
    const verdict: 'good' | 'watch' | 'bad' = !below(worstOhm, badOhm)
      ? 'bad'
      : below(worstOhm, goodOhm) && below(spreadOhm, steadyOhm)
        ? 'good'
        : 'watch';
    const mean = losses.reduce((sum, loss) => sum + loss, 0) / losses.length;
    const worst = Math.max(...losses);
    return {
      verdict,
      insertionLossDb: { mean, worst },
      spreadOhm,
      ...(currentA === undefined ? {} : { worstDissipationW: currentA ** 2 * worstOhm }),
      working: [
        ...contactOhm.map((ohm, k) => step(shown(ohm, 'ohm'), `20 log (1 + ${ohm} / ${2 * z0Ohm})`, shown(losses[k] ?? 0, 'dB'))),
        step('Mean loss', undefined, shown(mean, 'dB')),
        step('Spread', `${shown(worstOhm)} − ${shown(Math.min(...contactOhm))}`, shown(spreadOhm, 'ohm')),
        ...(currentA === undefined
          ? []
          : [step('Heat in the worst', `(${shown(currentA, 'A')})² × ${shown(worstOhm, 'ohm')}`, shown(currentA ** 2 * worstOhm, 'W'))]),
        step(
          `Verdict: ${verdict}`,
          `good below ${shown(goodOhm, 'ohm')} and steady within ${shown(steadyOhm, 'ohm')}, bad from ${shown(badOhm, 'ohm')}`,
        ),
      ],
    };
  },
});
