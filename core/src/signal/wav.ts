import { CoreError } from '../errors';

/** How the samples of a WAV file lie in it. */
export interface WavFormat {
  readonly sampleRateHz: number;
  readonly channels: number;
  readonly bits: 8 | 16 | 24 | 32 | 64;
  readonly float: boolean;
  /** Byte of the first sample, and bytes of all samples. */
  readonly dataAt: number;
  readonly dataBytes: number;
  /** Bytes of one sample of all channels. */
  readonly frameBytes: number;
  readonly frames: number;
  /** The file ends before what its head says. A head that was never finished says nothing. */
  readonly cutShort: boolean;
}

/** As much of a file as its chunks before the samples take, save in a very odd one. */
export const wavHeaderBytes = 64 * 1024;

/** From the slowest of logs to the fastest of dongles; and a day at their rate. */
const [leastRateHz, mostRateHz, mostFrames] = [100, 100_000_000, 1e12];

const broken = (message: string, remedy = 'Save it again as WAV: PCM of 8, 16, 24 or 32 bits, or 32-bit float.'): never => {
  throw new CoreError('unreadable', 'file', message, remedy);
};

/**
 * Reads the head of a WAV file: RIFF, or RF64 for files above 4 GB. `size` is that of the whole file; a data chunk that
 * claims more, or that was never finished, ends with the file. Source: IBM and Microsoft, Multimedia Programming
 * Interface 1.0 (1991); EBU Tech 3306 (RF64).
 *
 * @throws CoreError `unreadable`.
 */
export function readWavHeader(head: Uint8Array, size: number): WavFormat {
  const view = new DataView(head.buffer, head.byteOffset, head.byteLength);
  const tag = (at: number): string => (at + 4 <= head.length ? String.fromCharCode(...head.subarray(at, at + 4)) : '');
  const container = tag(0);
  if ((container !== 'RIFF' && container !== 'RF64') || tag(8) !== 'WAVE') broken('This is not a WAV file.');
  let format: Omit<WavFormat, 'dataAt' | 'dataBytes' | 'frames' | 'cutShort'> | undefined;
  let longDataBytes: number | undefined;
  for (let at = 12; at + 8 <= head.length;) {
    const name = tag(at);
    const length = view.getUint32(at + 4, true);
    const body = at + 8;
    if (name === 'ds64' && body + 16 <= head.length) longDataBytes = Number(view.getBigUint64(body + 8, true));
    if (name === 'fmt ') {
      if (length < 16 || body + 16 > head.length) broken('The description of the samples is cut short.');
      let kind = view.getUint16(body, true);
      if (kind === 0xfffe && length >= 40 && body + 26 <= head.length) kind = view.getUint16(body + 24, true);
      const channels = view.getUint16(body + 2, true);
      const sampleRateHz = view.getUint32(body + 4, true);
      const bits = view.getUint16(body + 14, true);
      const float = kind === 3;
      if (kind !== 1 && !float) broken(`The samples are coded in a way that is not read here (code ${kind}).`);
      if (!(float ? [32, 64] : [8, 16, 24, 32]).includes(bits)) broken(`Samples of ${bits} bits are not read here.`);
      if (channels < 1 || channels > 64 || sampleRateHz < leastRateHz || sampleRateHz > mostRateHz)
        broken('The number of channels or the sample rate makes no sense.');
      format = { sampleRateHz, channels, bits: bits as WavFormat['bits'], float, frameBytes: (channels * bits) / 8 };
    }
    if (name === 'data') {
      if (!format) return broken('The samples come before their description.');
      const there = Math.max(0, size - body);
      const claimed =
        container === 'RF64' && length === 0xffffffff ? (longDataBytes ?? there) : length === 0 || length === 0xffffffff ? there : length;
      const dataBytes = Math.min(claimed, there);
      const frames = Math.floor(dataBytes / format.frameBytes);
      if (frames > mostFrames) broken('The recording is too long to be gone through.', 'Cut a part of it out, and take that.');
      if (frames === 0) broken('The file holds no samples.', 'Record again.');
      return { ...format, dataAt: body, dataBytes: frames * format.frameBytes, frames, cutShort: claimed > there };
    }
    at = body + length + (length % 2);
  }
  return broken('The file has no samples, or too much stands before them.');
}

/** Samples of each channel, full scale ±1, from whole frames of a file. */
export function decodeFrames(bytes: Uint8Array, { channels, bits, float, frameBytes }: WavFormat): Float32Array[] {
  const frames = Math.floor(bytes.length / frameBytes);
  const view = new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength);
  const out = Array.from({ length: channels }, () => new Float32Array(frames));
  const width = bits / 8;
  const read = (at: number): number => {
    if (float) return bits === 64 ? view.getFloat64(at, true) : view.getFloat32(at, true);
    if (bits === 8) return (view.getUint8(at) - 128) / 128;
    if (bits === 16) return view.getInt16(at, true) / 32768;
    if (bits === 24) return ((view.getInt8(at + 2) << 16) | view.getUint16(at, true)) / 8388608;
    return view.getInt32(at, true) / 2147483648;
  };
  if (bits === 16 && !float) {
    // The common case of long recordings, without a call for each sample.
    const whole = new Int16Array(bytes.slice(0, frames * frameBytes).buffer);
    out.forEach((channel, c) => {
      for (let k = 0, from = c; k < frames; k += 1, from += channels) channel[k] = (whole[from] ?? 0) / 32768;
    });
    return out;
  }
  out.forEach((channel, c) => {
    for (let k = 0, at = c * width; k < frames; k += 1, at += frameBytes) channel[k] = read(at);
  });
  return out;
}

/** Writes channels (full scale ±1) as a WAV file of 16-bit PCM or 32-bit float. */
export function writeWav(channels: readonly ArrayLike<number>[], sampleRateHz: number, kind: 'pcm16' | 'float32' = 'pcm16'): Uint8Array {
  const width = kind === 'pcm16' ? 2 : 4;
  const frames = channels[0]?.length ?? 0;
  const dataBytes = frames * channels.length * width;
  const view = new DataView(new ArrayBuffer(44 + dataBytes));
  const tag = (at: number, text: string): void => [...text].forEach((letter, k) => view.setUint8(at + k, letter.charCodeAt(0)));
  tag(0, 'RIFF');
  view.setUint32(4, 36 + dataBytes, true);
  tag(8, 'WAVEfmt ');
  view.setUint32(16, 16, true);
  view.setUint16(20, kind === 'pcm16' ? 1 : 3, true);
  view.setUint16(22, channels.length, true);
  view.setUint32(24, sampleRateHz, true);
  view.setUint32(28, sampleRateHz * channels.length * width, true);
  view.setUint16(32, channels.length * width, true);
  view.setUint16(34, width * 8, true);
  tag(36, 'data');
  view.setUint32(40, dataBytes, true);
  for (let k = 0, at = 44; k < frames; k += 1)
    for (const channel of channels) {
      const value = channel[k] ?? 0;
      if (kind === 'pcm16') view.setInt16(at, Math.max(-32768, Math.min(32767, Math.round(value * 32767))), true);
      else view.setFloat32(at, value, true);
      at += width;
    }
  return new Uint8Array(view.buffer);
}
