import * as z from 'zod';
import { iqOfSamples, type IqReading } from '../../signal';
import { defineSum } from '../define-sum';
import { figure, result } from '../field';
import { refuse } from '../refusal';
import { shown, step } from '../working';

/** Shorter than this a modulating tone has not shown itself. */
const leastSeconds = 0.02;

export const iqAnalyse = defineSum({
  id: 'iq-analyse',
  title: 'Transmission from I and Q',
  topic: 'transmit',
  purpose: 'offset, deviation, depth and bandwidth of a recorded transmission',
  keywords: ['iq', 'sdr', 'recording', 'deviation', 'depth', 'occupied bandwidth', 'offset', 'wav', 'carrier'],
  input: z.strictObject({
    sampleRateHz: z.number().min(8000).max(1e8).meta({ title: 'Sample rate', unit: 'Hz' }),
    i: z.array(z.number()).min(1).meta({ title: 'I', hint: 'or drop a WAV file with I and Q here' }),
    q: z.array(z.number()).min(1).meta({ title: 'Q' }),
  }),
  output: z.object({
    carrierOffsetHz: figure('Carrier off the middle', 'Hz', { digits: 5 }),
    peakDeviationHz: figure('Peak deviation', 'Hz', { digits: 4 }),
    amDepthPercent: figure('AM depth', '%'),
    occupiedBandwidth99Hz: figure('Occupied bandwidth, 99 %', 'Hz', { digits: 4 }),
    toneHz: result('Tone', 'Hz', { digits: 5 }),
    subToneHz: figure('Sub-audible tone', 'Hz', { digits: 5 }).optional(),
    burst: z
      .object({ fromS: figure('From', 's'), toS: figure('To', 's') })
      .optional()
      .meta({ title: 'Keyed' }),
    spectrum: z.array(z.tuple([z.number(), z.number()])).meta({ title: 'Spectrum' }),
  }),
  source:
    'Phase steps and envelope of the analytic signal; occupied bandwidth as ITU-R SM.443, 0.5 % of the power on each side; deviation after an audio low-pass.',
  example: { sampleRateHz: 16_000, ...exampleTransmission() },
  compute({ sampleRateHz, i, q }) {
    if (i.length !== q.length) refuse('q', `There are ${q.length} Q samples to ${i.length} I samples.`, 'Give as many of each.');
    if (i.length / sampleRateHz < leastSeconds)
      refuse(
        'i',
        `${shown(i.length / sampleRateHz, 's', 2)} of recording is too short.`,
        `Give at least ${leastSeconds} s, better one second.`,
      );
    if (!i.some((value, k) => Math.abs(value) + Math.abs(q[k] ?? 0) > 1e-9))
      refuse('i', 'There is nothing but silence.', 'Record while the set is keyed into a dummy load.');
    const reading = iqOfSamples(sampleRateHz, i, q);
    return { ...iqOutput(reading), working: iqSteps(reading) };
  },
  plots(_, { spectrum, carrierOffsetHz }) {
    return [
      {
        kind: 'graph',
        x: { title: 'From the middle', unit: 'Hz' },
        y: { title: 'Below the strongest', unit: 'dB' },
        traces: [{ name: 'Spectrum', as: 'line', points: spectrum }],
        marks: [{ name: 'carrier', axis: 'x', at: carrierOffsetHz }],
      },
    ];
  },
});

/** The fields of the sum, of a reading made from samples or from a file. */
export const iqOutput = (reading: IqReading) => ({ ...reading, spectrum: reading.spectrum.map(([hz, dB]): [number, number] => [hz, dB]) });

export const iqSteps = (reading: IqReading) => [
  ...(reading.burst ? [step('Keyed', undefined, `${shown(reading.burst.fromS, 's')} to ${shown(reading.burst.toS, 's')}`)] : []),
  step('Carrier off the middle', 'mean of the phase steps, weighted', shown(reading.carrierOffsetHz, 'Hz', 7)),
  step('Peak deviation', 'largest swing from the mean, audio up to 6 kHz', shown(reading.peakDeviationHz, 'Hz')),
  step('AM depth', '(max − min) / (max + min) of the envelope', shown(reading.amDepthPercent, '%', 3)),
  step('Occupied bandwidth', '0.5 % of the power below, 0.5 % above', shown(reading.occupiedBandwidth99Hz, 'Hz')),
  step('Tone', undefined, reading.toneHz === null ? 'none' : shown(reading.toneHz, 'Hz', 6)),
  ...(reading.subToneHz === undefined ? [] : [step('Sub-audible tone', undefined, shown(reading.subToneHz, 'Hz', 5))]),
];

/** A quarter of a second of FM, 1.5 kHz at 1 kHz, 120 Hz off. */
function exampleTransmission(): { i: number[]; q: number[] } {
  const phase = (k: number): number => 2 * Math.PI * 120 * (k / 16_000) + 1.5 * Math.sin((2 * Math.PI * 1000 * k) / 16_000);
  const of = (wave: (x: number) => number): number[] => Array.from({ length: 4000 }, (_, k) => Math.round(5e5 * wave(phase(k))) / 1e6);
  return { i: of(Math.cos), q: of(Math.sin) };
}
