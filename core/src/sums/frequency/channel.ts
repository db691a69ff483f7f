import * as z from 'zod';
import { channelPlan, nearestChannel, planIds } from '../../plan';
import { defineSum } from '../define-sum';
import { above0, choice, figure, whole } from '../field';
import { refuse } from '../refusal';
import { shown, shownHz, step } from '../working';

export const channel = defineSum({
  id: 'channel',
  title: 'Channel and frequency',
  topic: 'frequency',
  purpose: 'which frequency a channel is on, or which channel a reading is',
  keywords: ['channel', 'plan', 'cb', 'marine', 'pmr', 'handheld', 'frequency', 'offset'],
  input: z.strictObject({
    plan: choice('Plan', planIds),
    channel: whole('Channel').optional(),
    frequencyHz: above0('Frequency read', 'Hz').optional(),
  }),
  output: z.object({
    plan: z.enum(planIds).meta({ title: 'Plan' }),
    channel: z.number().nullable().meta({ title: 'Channel' }),
    frequencyHz: figure('Frequency of the channel', 'Hz'),
    offsetHz: figure('Off by', 'Hz'),
    nearest: figure('Nearest channel'),
    coastHz: figure('Coast station', 'Hz').optional(),
  }),
  ways: [
    { name: 'From the channel', fields: ['channel'] },
    { name: 'From a reading', fields: ['frequencyHz'] },
  ],
  source: '47 CFR 95.963, 95.563 and 95.1763; CEPT T/R 20-02; UK IR 2027; ETSI EN 303 405; ITU Radio Regulations Appendix 18.',
  example: { plan: 'cb-us-40', channel: 19 },
  compute(input) {
    const plan = channelPlan(input.plan);
    const known = plan.channels.map((each) => each.channel);
    const asked = input.channel === undefined ? undefined : plan.channels.find((each) => each.channel === input.channel);
    if (input.channel !== undefined && !asked)
      refuse(
        'channel',
        `Channel ${input.channel} is not in ${plan.id}.`,
        `Its channels are ${Math.min(...known)} to ${Math.max(...known)}${plan.id === 'marine-vhf' ? ', without 29 to 59' : ''}.`,
      );
    const hz = asked?.hz ?? input.frequencyHz ?? 0;
    const found = asked ?? nearestChannel(plan, hz);
    const offsetHz = hz - found.hz;
    const belongs = Math.abs(offsetHz) < plan.stepHz / 2 - 1e-6;
    return {
      plan: plan.id,
      channel: belongs ? found.channel : null,
      frequencyHz: found.hz,
      offsetHz,
      nearest: found.channel,
      ...(found.coastHz === undefined ? {} : { coastHz: found.coastHz }),
      working: [
        step(`Channel ${found.channel} of ${plan.title}`, undefined, shownHz(found.hz)),
        ...(asked ? [] : [step('Off by', `${shownHz(hz)} − ${shownHz(found.hz)}`, shown(offsetHz, 'Hz', 6))]),
        ...(belongs ? [] : [step(`Half a channel step (${shownHz(plan.stepHz / 2)}) or more away: no channel`)]),
        ...(found.coastHz === undefined || found.coastHz === found.hz
          ? []
          : [step('Coast station', 'ship + 4.6 MHz', shownHz(found.coastHz))]),
      ],
    };
  },
});
