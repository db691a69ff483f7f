import * as z from 'zod';
import { defineSum } from '../define-sum';
import { above0, choice, figure, result } from '../field';
import { refuse } from '../refusal';
import { shown, step } from '../working';

const modes = ['fm-25k', 'fm-12k5', 'ssb', 'am'] as const;
type Mode = (typeof modes)[number];

/** Thermal noise at 290 K in 1 Hz, dBm. */
const thermalDbm = -174;
/** Carrier-to-noise over the IF bandwidth that FM needs for 12 dB SINAD: rules of thumb, whatever the target. */
const fmRequiredDb: Readonly<Partial<Record<Mode, number>>> = { 'fm-25k': 4, 'fm-12k5': 7 };
/** A receiver quieter than this is rare enough to want a second look. */
const doubtfulNoiseFigureDb = 3;

export const floorDbm = (bandwidthHz: number): number => thermalDbm + 10 * Math.log10(bandwidthHz);

function requiredDb(mode: Mode, targetDb: number, modulationPercent: number): number {
  const audio = 10 * Math.log10(10 ** (targetDb / 10) - 1);
  return fmRequiredDb[mode] ?? (mode === 'am' ? audio - 20 * Math.log10(modulationPercent / 100) : audio);
}

interface Point {
  readonly dBm: number;
  readonly sinadDb: number;
}
/** The level at which the figure rises through the target, linear between neighbours by level. */
function crossing(points: readonly Point[], targetDb: number): number | undefined {
  const sorted = [...points].sort((a, b) => a.dBm - b.dBm);
  for (const [k, point] of sorted.entries()) {
    if (point.sinadDb === targetDb) return point.dBm;
    const next = sorted[k + 1];
    if (next && point.sinadDb < targetDb && next.sinadDb > targetDb)
      return point.dBm + ((targetDb - point.sinadDb) / (next.sinadDb - point.sinadDb)) * (next.dBm - point.dBm);
  }
  return undefined;
}

export const sensitivity = defineSum({
  id: 'sensitivity',
  title: 'Sensitivity',
  topic: 'receive',
  purpose: 'the level for a SINAD, and whether it can be true',
  keywords: ['sinad', '12 db', 'microvolts', 'noise figure', 'noise floor', 'receiver', 'deaf', 's+n/n', '10 db'],
  input: z.strictObject({
    points: z
      .array(z.strictObject({ dBm: figure('Level', 'dBm'), sinadDb: figure('SINAD', 'dB') }))
      .min(1)
      .max(500)
      .meta({ title: 'Points' }),
    targetDb: above0('Wanted', 'dB'),
    bandwidthHz: above0('IF bandwidth', 'Hz'),
    mode: choice('Mode', modes).default('fm-25k'),
    modulationPercent: z.number().gt(0).max(100).meta({ title: 'AM depth', unit: '%' }).default(30),
    measure: choice('Measured as', ['sinad', 'sn'], { hint: 'sn is (S + N) / N' }).default('sinad'),
    z0Ohm: above0('Impedance', 'ohm').default(50),
  }),
  output: z.object({
    dBm: figure('Sensitivity', 'dBm'),
    uVpd: figure('Across the input', '', { shownUnit: 'µV PD' }),
    uVemf: figure('EMF', '', { shownUnit: 'µV EMF' }),
    floorDbm: figure('Noise floor of the bandwidth', 'dBm'),
    requiredDb: figure('Carrier to noise needed', 'dB'),
    impliedNoiseFigureMaxDb: result('Noise figure at most', 'dB'),
    plausible: z.boolean().meta({ title: 'Possible' }),
    state: z.enum(['impossible', 'doubtful', 'plausible']).meta({ title: 'State' }),
    why: z.string().optional().meta({ title: 'Check' }),
  }),
  source:
    'Floor −174 dBm/Hz + 10·log10(B) (kTB at 290 K); carrier-to-noise for SSB and AM from the target, for FM by rule of thumb at 12 dB SINAD (25 kHz 4 dB, 12.5 kHz 7 dB).',
  example: {
    points: [
      { dBm: -124, sinadDb: 4 },
      { dBm: -120, sinadDb: 10 },
      { dBm: -118, sinadDb: 14 },
      { dBm: -114, sinadDb: 20 },
    ],
    targetDb: 12,
    bandwidthHz: 15_000,
  },
  compute({ points, targetDb, bandwidthHz, mode, modulationPercent, measure, z0Ohm }) {
    const found = crossing(points, targetDb);
    const dBm =
      found ??
      refuse(
        'points',
        `The points never rise through ${targetDb} dB.`,
        'Measure on until one point lies below the target and the next above it.',
      );
    const floor = floorDbm(bandwidthHz);
    const required = requiredDb(mode, targetDb, modulationPercent);
    const noiseFigure = dBm - floor - required;
    const state: 'impossible' | 'doubtful' | 'plausible' =
      noiseFigure < 0 ? 'impossible' : noiseFigure < doubtfulNoiseFigureDb ? 'doubtful' : 'plausible';
    const uVpd = 1e6 * Math.sqrt(10 ** ((dBm - 30) / 10) * z0Ohm);
    const why =
      (state === 'impossible' ? 'No receiver can be that good. ' : 'Few receivers are that good. ') +
      'Check for leakage round the attenuator, the calibration of the generator, and whether EMF was taken for PD (6 dB). ' +
      'Put in a 10 dB pad: it must move the reading by 10 dB.';
    return {
      dBm,
      uVpd,
      uVemf: 2 * uVpd,
      floorDbm: floor,
      requiredDb: required,
      impliedNoiseFigureMaxDb: noiseFigure,
      plausible: state !== 'impossible',
      state,
      ...(state === 'plausible' ? {} : { why }),
      working: [
        step(
          `Crossing of ${targetDb} dB ${measure === 'sn' ? '(S + N) / N' : 'SINAD'}`,
          'linear between the neighbours',
          shown(dBm, 'dBm', 5),
        ),
        step(
          'Across the input',
          `√(10^((${shown(dBm)} − 30) / 10) × ${shown(z0Ohm, 'ohm')})`,
          `${shown(uVpd, '', 3)} µV PD, ${shown(2 * uVpd, '', 3)} µV EMF`,
        ),
        step('Noise floor', `−174 + 10 log ${shown(bandwidthHz, 'Hz')}`, shown(floor, 'dBm', 5)),
        step(
          'Carrier to noise needed',
          mode === 'am'
            ? `10 log (10^(${targetDb} / 10) − 1) − 20 log ${modulationPercent / 100}`
            : mode === 'ssb'
              ? `10 log (10^(${targetDb} / 10) − 1)`
              : `rule of thumb for ${mode}`,
          shown(required, 'dB'),
        ),
        step('Noise figure at most', `${shown(dBm)} − (${shown(floor)}) − ${shown(required)}`, shown(noiseFigure, 'dB')),
        ...(state === 'plausible' ? [] : [step(why)]),
      ],
    };
  },
  plots({ points, targetDb }, { dBm, floorDbm: floor }) {
    const sorted = [...points].sort((a, b) => a.dBm - b.dBm);
    return [
      {
        kind: 'graph',
        x: { title: 'Level', unit: 'dBm' },
        y: { title: 'SINAD', unit: 'dB' },
        traces: [{ name: 'SINAD', as: 'both', points: sorted.map((point) => [point.dBm, point.sinadDb] as const) }],
        marks: [
          { name: 'wanted', axis: 'y', at: targetDb },
          { name: 'sensitivity', axis: 'x', at: dBm },
          { name: 'noise floor', axis: 'x', at: floor, attention: true },
        ],
      },
    ];
  },
});
