import * as z from 'zod';
import { planIds, type PlanId } from '../../plan';
import { defineSum } from '../define-sum';
import { above0, choice, figure, from0 } from '../field';
import { above, refuse } from '../refusal';
import { shown, step } from '../working';

/** Peak deviation allowed by channel spacing, both in Hz. */
const limitBySpacing: ReadonlyMap<number, number> = new Map([
  [10_000, 2000],
  [12_500, 2500],
  [20_000, 4000],
  [25_000, 5000],
]);
const limitByPlan: Readonly<Partial<Record<PlanId, number>>> = { 'cb-uk-40': 2500, 'cb-eu-40': 2000, 'cb-us-40': 2000 };

export const fmDeviation = defineSum({
  id: 'fm-deviation',
  title: 'FM deviation',
  topic: 'transmit',
  purpose: 'whether the deviation fits the channel',
  keywords: ['deviation', 'fm', 'carson', 'bandwidth', 'narrow', 'modulation index', 'wide'],
  input: z.strictObject({
    peakHz: from0('Peak deviation', 'Hz'),
    toneHz: above0('Tone', 'Hz'),
    channelSpacingHz: above0('Channel spacing', 'Hz').optional(),
    plan: choice('or plan', planIds).optional(),
    limitHz: above0('Limit of the set', 'Hz').optional(),
  }),
  output: z.object({
    verdict: z.enum(['in', 'high']).meta({ title: 'Verdict' }),
    index: figure('Modulation index'),
    carsonHz: figure('Bandwidth (Carson)', 'Hz', { digits: 4 }),
    limitHz: figure('Limit', 'Hz'),
  }),
  source: 'Carson: 2·(deviation + tone); ETSI EN 300 086 and EN 300 296 for 12.5, 20 and 25 kHz; EN 300 433 and UK IR 2027 for CB.',
  example: { peakHz: 2200, toneHz: 1000, channelSpacingHz: 12_500 },
  compute({ peakHz, toneHz, channelSpacingHz, plan, limitHz }) {
    if (channelSpacingHz !== undefined && plan !== undefined)
      refuse('plan', 'A plan was given besides the channel spacing.', 'Give only one of the two.');
    if (channelSpacingHz === undefined && plan === undefined && limitHz === undefined)
      refuse('channelSpacingHz', 'Nothing says how wide the channel is.', 'Give channelSpacingHz, plan or limitHz.');
    const limit =
      limitHz ??
      (plan === undefined
        ? (limitBySpacing.get(channelSpacingHz ?? 0) ??
          refuse(
            'channelSpacingHz',
            `No limit is known for channels of ${shown(channelSpacingHz ?? 0, 'Hz')}.`,
            `Give one of ${[...limitBySpacing.keys()].join(', ')} Hz, or limitHz.`,
          ))
        : (limitByPlan[plan] ??
          refuse('plan', `No deviation limit is known for ${plan}.`, `Give one of ${Object.keys(limitByPlan).join(', ')}, or limitHz.`)));
    const carsonHz = 2 * (peakHz + toneHz);
    const verdict: 'in' | 'high' = above(peakHz, limit) ? 'high' : 'in';
    return {
      verdict,
      index: peakHz / toneHz,
      carsonHz,
      limitHz: limit,
      working: [
        step('Modulation index', `${shown(peakHz, 'Hz')} / ${shown(toneHz, 'Hz')}`, shown(peakHz / toneHz)),
        step('Bandwidth (Carson)', `2 × (${shown(peakHz, 'Hz')} + ${shown(toneHz, 'Hz')})`, shown(carsonHz, 'Hz')),
        step(
          'Limit',
          limitHz === undefined ? (plan ?? `channels of ${shown(channelSpacingHz ?? 0, 'Hz')}`) : 'of the set',
          shown(limit, 'Hz'),
        ),
        step(`Verdict: ${verdict}`),
      ],
    };
  },
});
