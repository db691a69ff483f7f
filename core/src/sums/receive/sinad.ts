import * as z from 'zod';
import { sinadOfSamples, voiceBand } from '../../signal';
import { defineSum } from '../define-sum';
import { above0, figure, result } from '../field';
import { refuse } from '../refusal';
import { shown, step } from '../working';

/** Shorter than this there is no telling noise from chance. */
const leastSeconds = 0.1;

export const sinad = defineSum({
  id: 'sinad',
  title: 'SINAD from audio',
  topic: 'receive',
  purpose: 'SINAD, S/N and distortion of a recording from the speaker',
  keywords: ['sinad', 'distortion', 'thd', 'audio', 'wav', 'recording', 'signal to noise', 'tone'],
  input: z.strictObject({
    sampleRateHz: z
      .number()
      .min(2 * voiceBand.highHz)
      .max(1e7)
      .meta({ title: 'Sample rate', unit: 'Hz' }),
    samples: z.array(z.number()).min(1).meta({ title: 'Samples', hint: 'or drop a WAV file here' }),
    toneHz: above0('Tone, if known', 'Hz').optional(),
  }),
  output: z.object({
    sinadDb: result('SINAD', 'dB'),
    toneHz: figure('Tone', 'Hz', { digits: 5 }),
    snrDb: result('S / N', 'dB'),
    thdPercent: figure('Distortion', '%'),
    rmsLevel: figure('Level, rms'),
  }),
  source:
    'TIA-603: SINAD = 10·log10((S + N + D) / (N + D)) over 300 to 3400 Hz; tone by least squares, the rest by Welch spectrum, window power accounted for.',
  example: { sampleRateHz: 8000, samples: exampleTone() },
  compute({ sampleRateHz, samples, toneHz }) {
    const seconds = samples.length / sampleRateHz;
    if (seconds < leastSeconds)
      refuse('samples', `${shown(seconds, 's', 2)} of audio is too short.`, `Give at least ${leastSeconds} s, better one second or more.`);
    if (toneHz !== undefined && (toneHz < voiceBand.lowHz || toneHz > voiceBand.highHz))
      refuse(
        'toneHz',
        `A tone of ${shown(toneHz, 'Hz')} lies outside ${voiceBand.lowHz} to ${voiceBand.highHz} Hz.`,
        'Give the tone of the generator, or leave it away.',
      );
    const reading =
      sinadOfSamples(sampleRateHz, samples, toneHz) ??
      refuse('samples', 'There is nothing but silence.', 'Record with the tone on and the volume up.');
    return { ...sinadOutput(reading), working: sinadSteps(reading, sampleRateHz) };
  },
});

type Reading = NonNullable<ReturnType<typeof sinadOfSamples>>;

/** The fields of the sum, of a reading made from samples or from a file. */
export const sinadOutput = ({ sinadDb, toneHz, snrDb, thdPercent, rmsLevel }: Reading) => ({
  sinadDb,
  toneHz,
  snrDb,
  thdPercent,
  rmsLevel,
});

export const sinadSteps = (reading: Reading, sampleRateHz: number) => [
  step('Recording', `${reading.samples} samples at ${shown(sampleRateHz, 'Hz')}`, shown(reading.samples / sampleRateHz, 's')),
  step('Tone', 'largest in the voice band, fitted by least squares', shown(reading.toneHz, 'Hz', 6)),
  step(
    'SINAD',
    `10 log ((S + N + D) / (N + D)), ${voiceBand.lowHz} to ${voiceBand.highHz} Hz`,
    reading.sinadDb === null ? 'no noise at all' : shown(reading.sinadDb, 'dB'),
  ),
  step('S / N', 'without the harmonics', reading.snrDb === null ? 'no noise at all' : shown(reading.snrDb, 'dB')),
  step('Distortion', '100 √(harmonics / tone)', shown(reading.thdPercent, '%', 3)),
];

/** A quarter of a second of 1 kHz with its third harmonic and a little repeatable noise. */
function exampleTone(): number[] {
  let seed = 7;
  return Array.from({ length: 2000 }, (_, k) => {
    seed = (seed * 48271) % 2147483647;
    const t = k / 8000;
    return (
      Math.round(1e4 * (0.5 * Math.sin(2000 * Math.PI * t) + 0.01 * Math.sin(6000 * Math.PI * t) + 0.1 * (seed / 2147483647 - 0.5))) / 1e4
    );
  });
}
