/** A WAV file of 16-bit samples; each channel gives its sample at a time in seconds, from −1 to 1. */
export function wavFile(sampleRateHz: number, seconds: number, ...channels: readonly ((t: number) => number)[]): Buffer {
  const frames = Math.round(sampleRateHz * seconds);
  const data = Buffer.alloc(frames * channels.length * 2);
  for (let k = 0, at = 0; k < frames; k += 1)
    for (const channel of channels) at = data.writeInt16LE(Math.round(32_000 * channel(k / sampleRateHz)), at);
  const head = Buffer.alloc(44);
  head.write('RIFF', 0, 'latin1');
  head.writeUInt32LE(36 + data.length, 4);
  head.write('WAVEfmt ', 8, 'latin1');
  head.writeUInt32LE(16, 16);
  head.writeUInt16LE(1, 20);
  head.writeUInt16LE(channels.length, 22);
  head.writeUInt32LE(sampleRateHz, 24);
  head.writeUInt32LE(sampleRateHz * channels.length * 2, 28);
  head.writeUInt16LE(channels.length * 2, 32);
  head.writeUInt16LE(16, 34);
  head.write('data', 36, 'latin1');
  head.writeUInt32LE(data.length, 40);
  return Buffer.concat([head, data]);
}

export const sine = (hz: number) => (t: number) => Math.sin(2 * Math.PI * hz * t);
/** Noise that is the same on every machine: many tones that fit with nothing. */
export const hiss = (t: number): number => {
  let sum = 0;
  for (let k = 0; k < 60; k += 1) sum += Math.sin(2 * Math.PI * (317.3 + 49.171 * k) * t + k * k);
  return sum / Math.sqrt(30);
};
