import * as z from 'zod';
import { defineSum } from '../define-sum';
import { above0, figure, result, text } from '../field';
import { slopeOf } from '../line-fit';
import { above, below, windowStands } from '../refusal';
import { shown, shownHz, step } from '../working';

/** Nearer to a limit than this share of the window, a loop is in lock but has little left. */
const edgeShare = 0.1;
/** Nearer to a rail than this share of it, the loop has run away rather than drifted. */
const railShare = 0.08;

const states = ['locked', 'edge', 'unlocked', 'out-low', 'out-high'] as const;
type State = (typeof states)[number];

/** What the pattern over the bands says of where to look. */
function findingOf(bands: readonly { name: string; inLock: boolean; edge: boolean; states: readonly State[]; atRail: boolean }[]): string {
  const out = bands.filter((band) => !band.inLock);
  if (out.length === 0) {
    const edge = bands.filter((band) => band.edge).map((band) => band.name);
    return edge.length === 0
      ? 'All in lock, with room on both sides.'
      : `All in lock, but near the edge of the window on ${edge.join(', ')}: trim the coil of that VCO.`;
  }
  const every = out.length === bands.length;
  const where = bands.length === 1 ? 'The loop' : every ? 'Every band' : `Only ${out.map((band) => band.name).join(', ')}`;
  const rail = out.some((band) => band.atRail) ? ' The voltage stands at a rail: the loop is open.' : '';
  const wavers = out.every((band) => band.states.includes('unlocked'))
    ? ' The voltage is inside, yet it is not locked: look for noise, a wrong N, or the detector.'
    : '';
  const look = every
    ? ' Look at what all share: reference, divider, detector, loop filter and their supply.'
    : ' What all share works: look at the VCO of that band, its switching and its coil.';
  const verb = out.length > 1 && !every ? 'are' : 'is';
  return `${where} ${verb} out of lock.${rail}${wavers}${look}`;
}

export const lockSweep = defineSum({
  id: 'lock-sweep',
  title: 'Lock voltage sweep',
  topic: 'frequency',
  purpose: 'whether a loop holds over its range, and how much room it has',
  keywords: ['pll', 'vco', 'lock voltage', 'tuning voltage', 'unlock', 'window', 'band', 'loop'],
  input: z.strictObject({
    points: z
      .array(
        z.strictObject({
          frequencyHz: above0('Frequency', 'Hz'),
          volts: figure('Lock voltage', 'V'),
          band: text('Band').optional(),
          locked: z.boolean().optional().meta({ title: 'Locked' }),
        }),
      )
      .min(1)
      .max(2000)
      .meta({ title: 'Points' }),
    windowLowV: figure('Window, low', 'V'),
    windowHighV: figure('Window, high', 'V'),
    railV: figure('Supply of the loop', 'V'),
    windows: z
      .array(z.strictObject({ band: text('Band'), lowV: figure('Low', 'V'), highV: figure('High', 'V') }))
      .optional()
      .meta({ title: 'Windows of single bands' }),
  }),
  output: z.object({
    finding: z.string().meta({ title: 'Finding' }),
    bands: z
      .array(
        z.object({
          band: z.string().nullable().meta({ title: 'Band' }),
          inLock: z.boolean().meta({ title: 'In lock' }),
          slopeHzPerV: result('Hz a volt', 'Hz', { digits: 4 }),
          marginLowV: figure('Above the low end by', 'V'),
          marginHighV: figure('Below the high end by', 'V'),
        }),
      )
      .meta({ title: 'Bands' }),
    points: z
      .array(
        z.object({
          frequencyHz: figure('Frequency', 'Hz'),
          volts: figure('Lock voltage', 'V'),
          band: z.string().optional().meta({ title: 'Band' }),
          locked: z.boolean().optional(),
          state: z.enum(states).meta({ title: 'State' }),
        }),
      )
      .meta({ title: 'Points' }),
  }),
  source: 'Lock voltage against the window of the service sheet; slope by least squares of frequency on volts.',
  example: {
    points: [
      { frequencyHz: 26_965_000, volts: 2.5 },
      { frequencyHz: 27_185_000, volts: 3.6 },
      { frequencyHz: 27_405_000, volts: 4.7 },
    ],
    windowLowV: 1,
    windowHighV: 7,
    railV: 8,
  },
  compute({ points, windowLowV, windowHighV, railV, windows = [] }) {
    windowStands(windowLowV, windowHighV, 'windowHighV');
    windows.forEach(({ lowV, highV }, k) => windowStands(lowV, highV, `windows.${k}.highV`));
    const windowOf = (band: string | undefined): { lowV: number; highV: number } =>
      windows.find((each) => each.band === band) ?? { lowV: windowLowV, highV: windowHighV };
    const stateOf = ({ volts, band, locked }: (typeof points)[number]): State => {
      const { lowV, highV } = windowOf(band);
      if (below(volts, lowV)) return 'out-low';
      if (above(volts, highV)) return 'out-high';
      if (locked === false) return 'unlocked';
      const room = edgeShare * (highV - lowV);
      return above(volts - lowV, room) && above(highV - volts, room) ? 'locked' : 'edge';
    };
    const told = points.map((point) => ({ ...point, state: stateOf(point) }));
    const names = [...new Set(points.map((point) => point.band))];
    const bands = names.map((band) => {
      const own = told.filter((point) => point.band === band);
      const { lowV, highV } = windowOf(band);
      const held = own.filter((point) => point.state === 'locked' || point.state === 'edge');
      return {
        band: band ?? null,
        inLock: held.length === own.length,
        slopeHzPerV: slopeOf(held.map((point) => [point.volts, point.frequencyHz] as const)),
        marginLowV: Math.min(...own.map((point) => point.volts)) - lowV,
        marginHighV: highV - Math.max(...own.map((point) => point.volts)),
      };
    });
    const finding = findingOf(
      bands.map((each) => {
        const own = told.filter((point) => (point.band ?? null) === each.band);
        return {
          name: each.band ?? 'the band',
          inLock: each.inLock,
          edge: own.some((point) => point.state === 'edge'),
          states: own.map((point) => point.state),
          atRail: own.some(
            (point) => point.state.startsWith('out') && (point.volts >= railV * (1 - railShare) || point.volts <= railV * railShare),
          ),
        };
      }),
    );
    return {
      finding,
      bands,
      points: told,
      working: [
        ...told.map((point) => {
          const { lowV, highV } = windowOf(point.band);
          return step(
            `${point.band === undefined ? '' : `${point.band}, `}${shownHz(point.frequencyHz)}`,
            `${shown(point.volts, 'V')} in ${shown(lowV, 'V')} to ${shown(highV, 'V')}`,
            point.state.replace('-', ' '),
          );
        }),
        ...bands.map((each) =>
          step(
            each.band ?? 'All points',
            `room ${shown(each.marginLowV, 'V')} below, ${shown(each.marginHighV, 'V')} above`,
            each.slopeHzPerV === null ? 'no slope' : `${shown(each.slopeHzPerV, 'Hz')} a volt`,
          ),
        ),
        step(finding),
      ],
    };
  },
  plots({ windowLowV, windowHighV, railV }, { points, bands }) {
    return [
      {
        kind: 'graph',
        x: { title: 'Frequency', unit: 'Hz' },
        y: { title: 'Lock voltage', unit: 'V' },
        traces: bands.map(({ band }) => ({
          name: band ?? 'Lock voltage',
          as: 'both' as const,
          points: points.filter((point) => (point.band ?? null) === band).map((point) => [point.frequencyHz, point.volts] as const),
        })),
        marks: [
          { name: 'window, low', axis: 'y', at: windowLowV },
          { name: 'window, high', axis: 'y', at: windowHighV },
          { name: 'rail', axis: 'y', at: railV, attention: true },
        ],
      },
    ];
  },
});
