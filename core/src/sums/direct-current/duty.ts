import * as z from 'zod';
import { defineSum } from '../define-sum';
import { above0, result } from '../field';
import { above, refuse } from '../refusal';
import { shown, step } from '../working';

export const duty = defineSum({
  id: 'duty',
  title: 'Time on the dummy load',
  topic: 'direct-current',
  purpose: 'how long one may key into a load above its rating',
  keywords: ['dummy load', 'key down', 'duty', 'rating', 'overload', 'minutes', 'derating'],
  input: z.strictObject({
    ratedW: above0('Rated for ever', 'W'),
    curve: z
      .array(z.strictObject({ watts: above0('Power', 'W'), minutes: above0('Time', '', { shownUnit: 'min' }) }))
      .min(1)
      .max(100)
      .meta({ title: 'Curve of the load' }),
    powerW: above0('Power now', 'W'),
  }),
  output: z.object({ allowedS: result('Key for at most', 's'), why: z.string().meta({ title: 'Because' }) }),
  source: "The load maker's curve of time against power, straight between its points on log-log paper.",
  example: {
    ratedW: 50,
    curve: [
      { watts: 100, minutes: 60 },
      { watts: 200, minutes: 10 },
      { watts: 500, minutes: 2 },
      { watts: 1000, minutes: 0.5 },
    ],
    powerW: 300,
  },
  caution: 'A load that was keyed into stays hot. Let it cool to where it began before the next go.',
  compute({ ratedW, curve, powerW }) {
    const sorted = [...curve].sort((a, b) => a.watts - b.watts);
    sorted.forEach((point, k) => {
      if (point.watts === sorted[k + 1]?.watts)
        refuse(
          `curve.${curve.lastIndexOf(sorted[k + 1] ?? point)}.watts`,
          `The curve has two times at ${point.watts} W.`,
          'Keep one of them.',
        );
    });
    const most = sorted.at(-1)?.watts ?? 0;
    if (!above(powerW, ratedW))
      return {
        allowedS: null,
        why: `${shown(powerW, 'W')} is within the rating of ${shown(ratedW, 'W')}: no limit.`,
        working: [step('Within the rating', undefined, 'no limit')],
      };
    if (above(powerW, most))
      refuse(
        'powerW',
        `${shown(powerW, 'W')} is above the curve, which ends at ${shown(most, 'W')}.`,
        `Stay at or below ${shown(most, 'W')}, or use a larger load.`,
      );
    const at = sorted.findIndex((point) => !above(powerW, point.watts));
    const [low, high] = [sorted[at - 1], sorted[at]];
    const minutes = (): number => {
      if (!high) return 0;
      if (!low) return high.minutes;
      const share = Math.log(powerW / low.watts) / Math.log(high.watts / low.watts);
      return low.minutes * (high.minutes / low.minutes) ** share;
    };
    const allowedS = minutes() * 60;
    const why = low
      ? `Between ${shown(low.watts, 'W')} for ${shown(low.minutes)} min and ${shown(high?.watts ?? 0, 'W')} for ${shown(high?.minutes ?? 0)} min.`
      : `Between the rating and the first point of the curve, ${shown(high?.watts ?? 0, 'W')} for ${shown(high?.minutes ?? 0)} min, whose time is taken.`;
    return { allowedS, why, working: [step(why), step('Key for at most', 'straight on log-log paper', `${shown(allowedS / 60)} min`)] };
  },
  plots({ curve, powerW }, { allowedS }) {
    return [
      {
        kind: 'graph',
        x: { title: 'Power', unit: 'W', log: true },
        y: { title: 'Time, minutes', unit: '', log: true },
        traces: [
          {
            name: 'Curve',
            as: 'both',
            points: [...curve].sort((a, b) => a.watts - b.watts).map(({ watts, minutes }) => [watts, minutes] as const),
          },
          ...(allowedS === null ? [] : [{ name: 'Now', as: 'dots' as const, points: [[powerW, allowedS / 60] as const] }]),
        ],
      },
    ];
  },
});
