import { CoreError } from '@amber-relay/core/errors';
import {
  AudioMeter,
  keyingOf,
  ResponseTracker,
  type AudioReading,
  type Keying,
  type Recording,
  type Response,
} from '@amber-relay/core/signal';
import { expose } from 'comlink';
import { fileFailure } from './file-failure';
import { recordingOf } from './recording-of';

export interface Failed {
  readonly ok: false;
  readonly message: string;
  readonly remedy: string;
}
export interface OverRead {
  readonly ok: true;
  readonly keying: Keying;
  readonly seconds: number;
  readonly sampleRateHz: number;
  readonly cutShort: boolean;
}
export interface SoundHeard {
  readonly reading: AudioReading;
  readonly response: Response | undefined;
}
export interface SoundRead extends SoundHeard {
  readonly ok: true;
  readonly seconds: number;
  readonly cutShort: boolean;
}

let heardThrough: MessagePort | undefined;
/** So many blocks of the tap to one reading: at 48 kHz one in 43 ms. */
const blocksAReading = 2;

const failed = (error: unknown): Failed => {
  const { message, remedy } = fileFailure(error);
  return { ok: false, message, remedy };
};
const swappedOf = (recording: Recording): Recording => ({
  ...recording,
  async *pieces() {
    for await (const [i = [], q = []] of recording.pieces()) yield [q, i];
  },
});
const percents = (progress: (share: number) => void): ((share: number) => void) => {
  let told = -1;
  return (share) => {
    const percent = Math.floor(share * 100);
    if (percent !== told) progress((told = percent) / 100);
  };
};

const api = {
  /** All that one over in a file of I and Q tells. */
  async over(
    file: Blob,
    { spacingHz, swapped }: { spacingHz: number | undefined; swapped: boolean },
    progress: (share: number) => void,
  ): Promise<OverRead | Failed> {
    try {
      const { recording, channels, cutShort } = await recordingOf(file);
      if (channels < 2)
        throw new CoreError(
          'unreadable',
          'file',
          'The file has one channel: it is sound, not I and Q.',
          'Save the recording of the receiver as I and Q; for sound take Test, Sound.',
        );
      const keying = await keyingOf(swapped ? swappedOf(recording) : recording, spacingHz, percents(progress));
      const { sampleRateHz, frames } = recording;
      return { ok: true, keying, seconds: frames / sampleRateHz, sampleRateHz, cutShort };
    } catch (error) {
      return failed(error);
    }
  },

  /** What is heard in a file, the last of it, with every squelch tail and the response to a sweep. */
  async sound(file: Blob, toneHz: number | undefined, progress: (share: number) => void): Promise<SoundRead | Failed> {
    try {
      const { recording, cutShort } = await recordingOf(file);
      const { sampleRateHz, frames } = recording;
      const meter = new AudioMeter(sampleRateHz, toneHz);
      const tracker = new ResponseTracker(sampleRateHz);
      const tell = percents(progress);
      let done = 0;
      let best: AudioReading | undefined;
      for await (const [channel = []] of recording.pieces()) {
        // In stretches, so that a recording that ends in silence is told by what came before.
        for (let from = 0; from < channel.length; from += sampleRateHz / 2) {
          const part = Array.prototype.slice.call(channel, from, from + sampleRateHz / 2) as number[];
          meter.push(part);
          tracker.push(part);
          const reading = meter.reading();
          if (reading && (!best || clearer(reading, best))) best = reading;
        }
        done += channel.length;
        tell(done / frames);
      }
      if (!best)
        throw new CoreError('unreadable', 'file', 'There is less than a tenth of a second in the file.', 'Record for two seconds or more.');
      const tailsS = meter.reading()?.tailsS ?? [];
      return { ok: true, reading: { ...best, tailsS }, response: tracker.response(), seconds: frames / sampleRateHz, cutShort };
    } catch (error) {
      return failed(error);
    }
  },

  /** Hears what comes through a port, block by block, until it is closed. */
  hear(port: MessagePort, sampleRateHz: number, toneHz: number | undefined, told: (heard: SoundHeard) => void): void {
    heardThrough?.close();
    heardThrough = port;
    const meter = new AudioMeter(sampleRateHz, toneHz);
    const tracker = new ResponseTracker(sampleRateHz);
    let blocks = 0;
    port.onmessage = ({ data }: MessageEvent<Float32Array>) => {
      meter.push(data);
      tracker.push(data);
      blocks += 1;
      if (blocks % blocksAReading !== 0) return;
      const reading = meter.reading();
      if (reading) told({ reading, response: tracker.response() });
    };
  },
};

/** A stretch with a tone tells more than one without; of two with one, the later. */
const clearer = (a: AudioReading, b: AudioReading): boolean => (a.sinad ? true : !b.sinad && !a.troubles.includes('silent'));

expose(api);
export type RecordingApi = typeof api;
