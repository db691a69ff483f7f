import { attempt, CoreError } from '@amber-relay/core/errors';
import { iqOf, sinadOf } from '@amber-relay/core/signal';
import {
  iqOutput,
  iqSteps,
  resultText,
  sinadOutput,
  sinadSteps,
  solve,
  stepText,
  sumById,
  type Plot,
  type PlusMinus,
  type Spread,
  type Step,
  type Sum,
} from '@amber-relay/core/sums';
import { expose } from 'comlink';
import { config } from 'zod';
import { recordingOf } from '../recordings/recording-of';
import { fileFailure } from '../recordings/file-failure';

config({ jitless: true });

export interface Solved {
  readonly ok: true;
  readonly output: Readonly<Record<string, unknown>>;
  readonly steps: readonly Step[];
  readonly spreads: readonly Spread[];
  readonly plots: readonly Plot[];
  /** For the tape. */
  readonly result: string;
  readonly working: readonly string[];
}
export interface Refused {
  readonly ok: false;
  readonly field: string;
  readonly message: string;
  readonly remedy: string;
}
export type Answer = Solved | Refused;

const known = (id: string): Sum => {
  const sum = sumById(id);
  if (!sum) throw new CoreError('unknown-name', 'id', `There is no sum ${id}.`, 'Choose one from the list.');
  return sum;
};
const refused = ({ path, message, remedy }: CoreError): Refused => ({ ok: false, field: path, message, remedy });
const fileRefused = (error: unknown): Refused => refused(fileFailure(error));
const solved = (
  sum: Sum,
  input: Record<string, unknown>,
  output: Record<string, unknown>,
  steps: readonly Step[],
  spreads: readonly Spread[],
): Solved => ({
  ok: true,
  output,
  steps,
  spreads,
  plots: sum.plots?.(input, output) ?? [],
  result: resultText(sum, output) || stepText(steps.at(-1) ?? { what: sum.title }),
  working: steps.map(stepText),
});

const api = {
  solve(id: string, input: Record<string, unknown>, plusMinus: PlusMinus): Answer {
    const outcome = attempt(() => {
      const sum = known(id);
      const { output, steps, spreads } = solve(sum, input, plusMinus);
      // The defaults are filled in for the picture as they were for the sum.
      return solved(sum, sum.input.parse(input) as Record<string, unknown>, output as Record<string, unknown>, steps, spreads);
    });
    return outcome.ok ? outcome.value : refused(outcome.failure);
  },

  /** How many channels a recording has, or why it cannot be read. */
  async channels(file: Blob): Promise<number | Refused> {
    try {
      return (await recordingOf(file)).channels;
    } catch (error) {
      return fileRefused(error);
    }
  },

  /** SINAD or the transmission of a recording of any length; progress as a share of the whole. */
  async analyse(id: 'sinad' | 'iq-analyse', file: Blob, toneHz: number | undefined, progress: (share: number) => void): Promise<Answer> {
    try {
      const sum = known(id);
      const { recording } = await recordingOf(file);
      let told = -1;
      const tell = (share: number): void => {
        const percent = Math.floor(share * 100);
        if (percent !== told) progress((told = percent) / 100);
      };
      if (id === 'sinad') {
        const reading = await sinadOf(recording, toneHz, tell);
        if (!reading)
          return {
            ok: false,
            field: 'samples',
            message: 'There is nothing but silence in the file.',
            remedy: 'Record with the tone on and the volume up.',
          };
        return solved(sum, {}, sinadOutput(reading), sinadSteps(reading, recording.sampleRateHz), []);
      }
      const reading = await iqOf(recording, tell);
      return solved(sum, {}, iqOutput(reading), iqSteps(reading), []);
    } catch (error) {
      return fileRefused(error);
    }
  },

  /** The first seconds of one channel, for the sums that take samples. */
  async samples(file: Blob, seconds: number): Promise<{ sampleRateHz: number; samples: number[] } | Refused> {
    try {
      const { recording } = await recordingOf(file);
      const most = Math.min(recording.frames, Math.round(seconds * recording.sampleRateHz));
      const samples: number[] = [];
      for await (const [channel] of recording.pieces()) {
        for (let k = 0; k < (channel?.length ?? 0) && samples.length < most; k += 1) samples.push(channel?.[k] ?? 0);
        if (samples.length >= most) break;
      }
      return { sampleRateHz: recording.sampleRateHz, samples };
    } catch (error) {
      return fileRefused(error);
    }
  },
};
expose(api);
export type SumApi = typeof api;
