import { CoreError } from '../errors';
import { IqMeter, type IqReading } from './iq-meter';
import { IqSurvey } from './iq-survey';
import { SinadMeter, type SinadReading } from './sinad-meter';

/** A recording that can be read more than once, in pieces; each piece holds as many samples of every channel. */
export interface Recording {
  readonly sampleRateHz: number;
  readonly frames: number;
  pieces(): Iterable<readonly ArrayLike<number>[]> | AsyncIterable<readonly ArrayLike<number>[]>;
}

/** Told as a share of the whole from 0 to 1; throws to stop the work. */
export type Progress = (share: number) => void;

/** A recording that lies in memory. */
export const inMemory = (sampleRateHz: number, channels: readonly ArrayLike<number>[]): Recording => ({
  sampleRateHz,
  frames: channels[0]?.length ?? 0,
  pieces: () => [channels],
});

/** Sound is not sampled faster than this; the blocks of the meter grow with the rate. */
const fastestSoundHz = 2_000_000;

/**
 * SINAD of the first channel of a recording, read once.
 * @throws CoreError `out-of-range` for a recording that is sampled too fast to be sound
 */
export async function sinadOf(
  recording: Recording,
  toneHz?: number,
  progress: Progress = () => undefined,
): Promise<SinadReading | undefined> {
  if (recording.sampleRateHz > fastestSoundHz)
    throw new CoreError(
      'out-of-range',
      'file',
      'It is sampled too fast to be sound from a speaker.',
      'For I and Q of a dongle, take the sum for transmissions.',
    );
  const meter = new SinadMeter(recording.sampleRateHz, toneHz);
  let done = 0;
  for await (const [channel] of recording.pieces()) {
    meter.push(channel ?? []);
    done += channel?.length ?? 0;
    progress(done / recording.frames);
  }
  return meter.finish();
}

/** The reading of an I and Q recording, read twice: where the emission is, then what it is. */
export async function iqOf(recording: Recording, progress: Progress = () => undefined): Promise<IqReading> {
  const survey = new IqSurvey(recording.sampleRateHz);
  let done = 0;
  const told = (frames: number): void => progress((done += frames) / (2 * recording.frames));
  for await (const [i = [], q = []] of recording.pieces()) {
    survey.push(i, q);
    told(i.length);
  }
  const meter = new IqMeter(survey.finish());
  for await (const [i = [], q = []] of recording.pieces()) {
    meter.push(i, q);
    told(i.length);
  }
  return meter.finish();
}

/** The same at once, of samples in memory. */
export function iqOfSamples(sampleRateHz: number, i: ArrayLike<number>, q: ArrayLike<number>): IqReading {
  const survey = new IqSurvey(sampleRateHz);
  survey.push(i, q);
  const meter = new IqMeter(survey.finish());
  meter.push(i, q);
  return meter.finish();
}

/** The same at once, of samples in memory. */
export function sinadOfSamples(sampleRateHz: number, samples: ArrayLike<number>, toneHz?: number): SinadReading | undefined {
  const meter = new SinadMeter(sampleRateHz, toneHz);
  meter.push(samples);
  return meter.finish();
}
