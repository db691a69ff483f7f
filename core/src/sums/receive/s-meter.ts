import * as z from 'zod';
import { defineSum } from '../define-sum';
import { between, figure, from0 } from '../field';
import { refuse } from '../refusal';
import { shown, step } from '../working';

export const sMeter = defineSum({
  id: 's-meter',
  title: 'S-meter check',
  topic: 'receive',
  purpose: 'how far the S-meter is off over its range',
  keywords: ['s-meter', 'signal strength', 's9', 'calibration', 'meter'],
  input: z.strictObject({
    points: z
      .array(
        z.strictObject({
          dBm: figure('Level in', 'dBm'),
          shown: z.strictObject({ s: between(0, 9, 'S'), plusDb: from0('Over S9', 'dB') }).meta({ title: 'Shows' }),
        }),
      )
      .min(1)
      .max(200)
      .meta({ title: 'Points' }),
    s9Dbm: figure('S9 is', 'dBm', { hint: '−73 below 30 MHz, −93 above' }),
  }),
  output: z.object({
    worstDb: figure('Worst', 'dB'),
    s9ErrorDb: figure('At S9', 'dB').optional(),
    points: z
      .array(
        z.object({
          dBm: figure('Level in', 'dBm'),
          shown: z.object({ s: figure('S'), plusDb: figure('Over S9', 'dB') }).meta({ title: 'Shows' }),
          errorDb: figure('Off by', 'dB'),
        }),
      )
      .meta({ title: 'Points' }),
  }),
  source: 'IARU Region 1 Technical Recommendation R.1: 6 dB a unit below S9.',
  example: {
    s9Dbm: -73,
    points: [
      { dBm: -93, shown: { s: 3, plusDb: 0 } },
      { dBm: -73, shown: { s: 7, plusDb: 0 } },
      { dBm: -53, shown: { s: 9, plusDb: 10 } },
    ],
  },
  compute({ points, s9Dbm }) {
    const told = points.map((point, k) => {
      const { s, plusDb } = point.shown;
      if (plusDb > 0 && s < 9)
        refuse(`points.${k}.shown.plusDb`, `S${s} plus ${plusDb} dB does not exist.`, 'Decibels are added above S9 only.');
      return { ...point, errorDb: s9Dbm + 6 * (s - 9) + plusDb - point.dBm };
    });
    const sorted = [...told].sort((a, b) => a.dBm - b.dBm);
    const above = sorted.findIndex((point) => point.dBm >= s9Dbm);
    const [high, low] = [sorted[above], sorted[above - 1]];
    const s9ErrorDb = !high
      ? undefined
      : high.dBm === s9Dbm
        ? high.errorDb
        : low && low.errorDb + ((s9Dbm - low.dBm) / (high.dBm - low.dBm)) * (high.errorDb - low.errorDb);
    const worstDb = Math.max(...told.map((point) => Math.abs(point.errorDb)));
    return {
      worstDb,
      ...(s9ErrorDb === undefined ? {} : { s9ErrorDb }),
      points: told,
      working: [
        ...told.map((point) =>
          step(
            `${shown(point.dBm, 'dBm')} in`,
            `${shown(s9Dbm)} + 6 × (${shown(point.shown.s)} − 9) + ${shown(point.shown.plusDb)} − (${shown(point.dBm)})`,
            shown(point.errorDb, 'dB'),
          ),
        ),
        step('Worst', undefined, shown(worstDb, 'dB')),
        step('At S9', undefined, s9ErrorDb === undefined ? 'outside the points' : shown(s9ErrorDb, 'dB')),
      ],
    };
  },
  plots({ s9Dbm }, { points }) {
    const sorted = [...points].sort((a, b) => a.dBm - b.dBm);
    return [
      {
        kind: 'graph',
        x: { title: 'Level in', unit: 'dBm' },
        y: { title: 'Off by', unit: 'dB' },
        traces: [{ name: 'Error', as: 'both', points: sorted.map((point) => [point.dBm, point.errorDb] as const) }],
        marks: [
          { name: 'S9', axis: 'x', at: s9Dbm },
          { name: 'right', axis: 'y', at: 0 },
        ],
      },
    ];
  },
});
