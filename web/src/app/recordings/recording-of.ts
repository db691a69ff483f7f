import { decodeFrames, readWavHeader, wavHeaderBytes, type Recording } from '@amber-relay/core/signal';

/** Frames read at a time: a few megabytes, whatever the file. */
const framesAtOnce = 1 << 18;

/** A WAV file as a recording, read in pieces from the disk. */
export async function recordingOf(file: Blob): Promise<{ recording: Recording; channels: number; cutShort: boolean }> {
  const head = new Uint8Array(await file.slice(0, wavHeaderBytes).arrayBuffer());
  const format = readWavHeader(head, file.size);
  async function* pieces(): AsyncGenerator<Float32Array[]> {
    for (let done = 0; done < format.frames; done += framesAtOnce) {
      const from = format.dataAt + done * format.frameBytes;
      const to = format.dataAt + Math.min(format.frames, done + framesAtOnce) * format.frameBytes;
      yield decodeFrames(new Uint8Array(await file.slice(from, to).arrayBuffer()), format);
    }
  }
  return {
    recording: { sampleRateHz: format.sampleRateHz, frames: format.frames, pieces },
    channels: format.channels,
    cutShort: format.cutShort,
  };
}
