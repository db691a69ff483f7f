import * as z from 'zod';
import { defineSum } from '../define-sum';
import { above0, result, whole } from '../field';
import { refuse } from '../refusal';
import { shown, step } from '../working';

/** Between 0 and 1, neither end allowed: certainty cannot be had. */
const share = (title: string): z.ZodNumber => z.number().gt(0).lt(1).meta({ title, hint: 'such as 0.95' });

export const soakPlan = defineSum({
  id: 'soak-plan',
  title: 'How long to soak',
  topic: 'soak',
  purpose: 'how long an intermittent must hold before one may believe the repair',
  keywords: ['soak', 'how long', 'intermittent', 'confidence', 'cycles', 'hours', 'comes and goes', 'prove'],
  input: z.strictObject({
    failuresPerHour: above0('Failed before, times an hour').optional(),
    failurePerCycle: share('Failed before, share of cycles').optional(),
    failures: whole('Failures seen', 1).optional(),
    observedS: above0('Watched for', 's').optional(),
    confidence: share('Confidence'),
  }),
  output: z.object({ holdS: result('Hold for', 's'), cycles: result('Cycles without a failure') }),
  source:
    'Poisson: P(no failure in t) = e^(−λt); geometric for cycles; a rate known from k failures in T has the gamma posterior of a scale prior, so P(no failure in t) = (1 + t/T)^(−k).',
  example: { failures: 3, observedS: 7200, confidence: 0.95 },
  compute({ failuresPerHour, failurePerCycle, failures, observedS, confidence }) {
    const rate = failuresPerHour ?? failurePerCycle;
    if (rate === undefined && failures === undefined && observedS === undefined)
      refuse('failuresPerHour', 'Nothing says how often it failed.', 'Give failuresPerHour, failurePerCycle, or failures and observedS.');
    if (rate !== undefined && (failures ?? observedS) !== undefined)
      refuse(
        failures === undefined ? 'observedS' : 'failures',
        'Failures seen were given besides a rate.',
        'Give a known rate, or what was seen.',
      );
    if (rate === undefined && failures === undefined)
      refuse('failures', 'The number of failures is missing.', 'Give failures beside observedS.');
    if (rate === undefined && observedS === undefined)
      refuse('observedS', 'The time watched is missing.', 'Give observedS beside failures.');
    const doubt = 1 - confidence;
    const seenS = failures !== undefined && observedS !== undefined ? observedS * (doubt ** (-1 / failures) - 1) : null;
    const holdS = failuresPerHour === undefined ? seenS : (-Math.log(doubt) / failuresPerHour) * 3600;
    const cycles = failurePerCycle === undefined ? null : Math.ceil(Math.log(doubt) / Math.log(1 - failurePerCycle) - 1e-9);
    const hours = (seconds: number): string => (seconds >= 3600 ? `${shown(seconds / 3600)} h` : `${shown(seconds / 60)} min`);
    return {
      holdS,
      cycles,
      working: [
        ...(failuresPerHour !== undefined && holdS !== null
          ? [step('Hold for', `−ln(1 − ${confidence}) / ${failuresPerHour} an hour`, hours(holdS))]
          : []),
        ...(failurePerCycle !== undefined && cycles !== null
          ? [step('Cycles', `ln(1 − ${confidence}) / ln(1 − ${failurePerCycle}), rounded up`, String(cycles))]
          : []),
        ...(seenS !== null && failures !== undefined && observedS !== undefined
          ? [
              step('Hold for', `${hours(observedS)} × ((1 − ${confidence})^(−1/${failures}) − 1)`, hours(seenS)),
              step('Longer than for a known rate, because a rate judged from few failures is itself unsure'),
            ]
          : []),
      ],
    };
  },
  plots({ failuresPerHour, failures, observedS, confidence }, { holdS }) {
    if (holdS === null || holdS === undefined) return [];
    const believed = (t: number): number =>
      100 *
      (1 - (failuresPerHour === undefined ? (1 + t / (observedS ?? 1)) ** -(failures ?? 1) : Math.exp((-failuresPerHour * t) / 3600)));
    return [
      {
        kind: 'graph',
        x: { title: 'Held without a failure, hours', unit: '' },
        y: { title: 'Confidence', unit: '%' },
        traces: [
          {
            name: 'Confidence',
            as: 'line',
            points: Array.from({ length: 61 }, (_, k) => [(holdS * 1.5 * k) / 60 / 3600, believed((holdS * 1.5 * k) / 60)] as const),
          },
        ],
        marks: [
          { name: 'wanted', axis: 'y', at: 100 * confidence },
          { name: 'hold to here', axis: 'x', at: holdS / 3600 },
        ],
      },
    ];
  },
});
