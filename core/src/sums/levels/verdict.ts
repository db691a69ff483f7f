import * as z from 'zod';
import { verdict as judge } from '../../measure/verdict';
import { defineSum } from '../define-sum';
import { choice, figure, from0, result } from '../field';
import { shown, step } from '../working';

const said = {
  in: 'the whole interval lies inside',
  low: 'the whole interval lies below',
  high: 'the whole interval lies above',
  'cant-tell': 'the interval reaches over a limit',
} as const;

export const verdict = defineSum({
  id: 'verdict',
  title: 'Inside the limits or not',
  topic: 'levels',
  purpose: 'whether a reading with its uncertainty passes',
  keywords: ['limit', 'tolerance', 'pass', 'guard', 'uncertainty', 'test uncertainty ratio', 'tur', "can't tell"],
  input: z.strictObject({
    value: figure('Reading'),
    uncertainty: from0('Uncertainty ±'),
    low: figure('Low limit').optional(),
    high: figure('High limit').optional(),
    guard: choice('Guard', ['full', 'none']).default('full'),
  }),
  output: z.object({
    verdict: z.enum(['in', 'low', 'high', 'cant-tell']).meta({ title: 'Verdict' }),
    marginLow: figure('Above the low limit by').optional(),
    marginHigh: figure('Below the high limit by').optional(),
    ratio: result('Test uncertainty ratio'),
  }),
  source: 'ISO 14253-1 decision rule with the uncertainty as full guard band; ratio as tolerance half-width over uncertainty.',
  example: { value: 13.8, uncertainty: 0.05, low: 13.5, high: 14.1 },
  compute({ value, uncertainty, low, high, guard }) {
    const judged = judge(value, uncertainty, { low, high }, guard);
    const spread = guard === 'none' ? 0 : uncertainty;
    return {
      ...judged,
      working: [
        step('Interval', `${shown(value)} ± ${shown(spread)}`, `${shown(value - spread)} to ${shown(value + spread)}`),
        ...(judged.marginLow === undefined
          ? []
          : [step('Above the low limit by', `${shown(value)} − ${shown(low ?? 0)}`, shown(judged.marginLow))]),
        ...(judged.marginHigh === undefined
          ? []
          : [step('Below the high limit by', `${shown(high ?? 0)} − ${shown(value)}`, shown(judged.marginHigh))]),
        step('Test uncertainty ratio', 'tolerance / uncertainty', shown(judged.ratio)),
        step(`${judged.verdict === 'cant-tell' ? "Can't tell" : judged.verdict}: ${said[judged.verdict]}`),
      ],
    };
  },
});
