import * as z from 'zod';
import { defineSum } from '../define-sum';
import { figure, from0, result } from '../field';
import { slopeOf } from '../line-fit';
import { above, below, windowStands } from '../refusal';
import { shown, step } from '../working';

export const soakVerdict = defineSum({
  id: 'soak-verdict',
  title: 'Did it hold',
  topic: 'soak',
  purpose: 'drift, dropouts and how long a value has held',
  keywords: ['soak', 'drift', 'dropout', 'held', 'log', 'intermittent', 'warm up'],
  input: z.strictObject({
    points: z
      .array(z.strictObject({ tS: from0('Time', 's'), value: figure('Value') }))
      .min(1)
      .max(200_000)
      .meta({ title: 'Points' }),
    low: figure('Low limit'),
    high: figure('High limit'),
  }),
  output: z.object({
    verdict: z.enum(['held', 'dropped']).meta({ title: 'Verdict' }),
    heldS: figure('Held for', 's'),
    min: figure('Least'),
    max: figure('Most'),
    mean: figure('Mean'),
    driftPerHour: result('Drift an hour'),
    dropouts: z.array(z.object({ fromS: figure('From', 's'), toS: figure('To', 's') })).meta({ title: 'Dropouts' }),
  }),
  source: 'Drift by least squares of value on time.',
  example: {
    low: 3.5,
    high: 4.5,
    points: [
      { tS: 0, value: 4 },
      { tS: 600, value: 4.1 },
      { tS: 1200, value: 4.2 },
      { tS: 1800, value: 4.1 },
    ],
  },
  compute({ points, low, high }) {
    windowStands(low, high, 'high');
    const sorted = [...points].sort((a, b) => a.tS - b.tS);
    const [first, last] = [sorted[0]?.tS ?? 0, sorted.at(-1)?.tS ?? 0];
    const dropouts: { fromS: number; toS: number }[] = [];
    let outSince: number | undefined;
    for (const { tS, value } of sorted) {
      const outside = below(value, low) || above(value, high);
      if (outside) outSince ??= tS;
      else if (outSince !== undefined) {
        dropouts.push({ fromS: outSince, toS: tS });
        outSince = undefined;
      }
    }
    if (outSince !== undefined) dropouts.push({ fromS: outSince, toS: last });
    let [min, max, sum] = [Infinity, -Infinity, 0];
    for (const { value } of points) {
      min = Math.min(min, value);
      max = Math.max(max, value);
      sum += value;
    }
    const slope = slopeOf(sorted.map(({ tS, value }) => [tS, value] as const));
    const driftPerHour = slope === null ? null : slope * 3600;
    const heldS = last - (dropouts.at(-1)?.toS ?? first);
    return {
      verdict: dropouts.length > 0 ? ('dropped' as const) : ('held' as const),
      heldS,
      min,
      max,
      mean: sum / points.length,
      driftPerHour,
      dropouts,
      working: [
        step('Mean', `of ${points.length} readings`, shown(sum / points.length)),
        step('Drift', 'least squares', driftPerHour === null ? 'one time only' : `${shown(driftPerHour)} an hour`),
        ...dropouts.map(({ fromS, toS }) => step('Out', `${shown(fromS, 's')} to ${shown(toS, 's')}`, shown(toS - fromS, 's'))),
        step('Held for', `${shown(last, 's', 6)} − ${shown(dropouts.at(-1)?.toS ?? first, 's', 6)}`, shown(heldS, 's', 6)),
      ],
    };
  },
  plots({ low, high, points }) {
    return [
      {
        kind: 'graph',
        x: { title: 'Time', unit: 's' },
        y: { title: 'Value', unit: '' },
        traces: [
          { name: 'Value', as: 'both', points: [...points].sort((a, b) => a.tS - b.tS).map(({ tS, value }) => [tS, value] as const) },
        ],
        marks: [
          { name: 'low', axis: 'y', at: low },
          { name: 'high', axis: 'y', at: high },
        ],
      },
    ];
  },
});
