import * as z from 'zod';
import { defineSum } from '../define-sum';
import { figure } from '../field';
import { above, below } from '../refusal';
import { shown, step } from '../working';

export const squelch = defineSum({
  id: 'squelch',
  title: 'Squelch',
  topic: 'receive',
  purpose: 'whether the squelch opens and closes as it should',
  keywords: ['squelch', 'mute', 'hysteresis', 'chatter', 'threshold', 'tight'],
  input: z.strictObject({
    openDbm: figure('Opens at', 'dBm'),
    closeDbm: figure('Closes at', 'dBm'),
    tightOpenDbm: figure('Fully tight, opens at', 'dBm', { hint: 'leave empty when it never opens' }).nullable().optional(),
    tightLimitDbm: figure('Must open by', 'dBm').optional(),
  }),
  output: z.object({
    verdict: z.enum(['good', 'trouble']).meta({ title: 'Verdict' }),
    hysteresisDb: figure('Hysteresis', 'dB'),
    why: z.string().meta({ title: 'Because' }),
  }),
  source: 'Workshop practice: 1 to 6 dB between opening and closing.',
  example: { openDbm: -118, closeDbm: -121 },
  compute({ openDbm, closeDbm, tightOpenDbm, tightLimitDbm }) {
    const hysteresisDb = openDbm - closeDbm;
    const trouble = [
      ...(below(hysteresisDb, 1) ? ['Less than 1 dB between opening and closing: it chatters on a weak signal.'] : []),
      ...(above(hysteresisDb, 6) ? ['More than 6 dB between opening and closing: it hangs on, or opens late.'] : []),
      ...(tightOpenDbm === null
        ? ['Fully tight it never opens.']
        : tightOpenDbm !== undefined && tightLimitDbm !== undefined && above(tightOpenDbm, tightLimitDbm)
          ? [`Fully tight it opens at ${shown(tightOpenDbm, 'dBm')} only, above ${shown(tightLimitDbm, 'dBm')}.`]
          : []),
    ];
    const why = trouble.join(' ') || 'It opens and closes as it should.';
    return {
      verdict: trouble.length > 0 ? ('trouble' as const) : ('good' as const),
      hysteresisDb,
      why,
      working: [step('Hysteresis', `${shown(openDbm)} − (${shown(closeDbm)})`, shown(hysteresisDb, 'dB')), step(why)],
    };
  },
});
