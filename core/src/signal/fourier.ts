import FFT from 'fft.js';

const engines = new Map<number, FFT>();

/** The transform of one size (a power of two above 1), made once. */
export function transform(size: number): FFT {
  let engine = engines.get(size);
  if (!engine) engines.set(size, (engine = new FFT(size)));
  return engine;
}

export const nextPowerOfTwo = (n: number): number => 2 ** Math.ceil(Math.log2(Math.max(2, n)));
export const powerOfTwoWithin = (n: number): number => 2 ** Math.floor(Math.log2(Math.max(2, n)));

const windows = new Map<string, Float64Array>();

/** A window is made once for each length, for it takes longer than its use. */
function made(name: string, n: number, value: (k: number) => number): Float64Array {
  const known = windows.get(`${name} ${n}`);
  if (known) return known;
  const window = new Float64Array(n);
  for (let k = 0; k < n; k += 1) window[k] = value(k);
  // Tails of recordings have any length; only a few windows are worth keeping.
  if (windows.size > 24) windows.clear();
  windows.set(`${name} ${n}`, window);
  return window;
}

/** Hann window of n points, periodic. Sum n/2, sum of squares 3n/8. */
export const hann = (n: number): Float64Array => made('hann', n, (k) => 0.5 - 0.5 * Math.cos((2 * Math.PI * k) / n));

/** Blackman-Harris window of four terms, periodic: nothing beside its main lobe of four bins to each side stands above −92 dB. */
export const blackmanHarris = (n: number): Float64Array =>
  made('blackman-harris', n, (k) => {
    const x = (2 * Math.PI * k) / n;
    return 0.35875 - 0.48829 * Math.cos(x) + 0.14128 * Math.cos(2 * x) - 0.01168 * Math.cos(3 * x);
  });

/** Flat window whose ends, `share` of the length in all, are halves of a Hann window (F. J. Harris, Proc. IEEE 66, 1978). */
export function tukey(n: number, share: number): Float64Array {
  const taper = Math.max(1, Math.floor((share * n) / 2));
  return made(`tukey ${share}`, n, (k) => {
    const edge = Math.min(k, n - 1 - k);
    return edge >= taper ? 1 : 0.5 - 0.5 * Math.cos((Math.PI * (edge + 0.5)) / taper);
  });
}

/** |X|² of a real record, padded with noughts to `size`; bins 0 to size/2. */
export function realPower(record: ArrayLike<number>, size: number): Float64Array {
  const engine = transform(size);
  const padded = new Float64Array(size);
  padded.set(record);
  const spectrum = new Float64Array(2 * size);
  engine.realTransform(spectrum as unknown as number[], padded as unknown as number[]);
  const power = new Float64Array(size / 2 + 1);
  for (let k = 0; k <= size / 2; k += 1) {
    const re = spectrum[2 * k] as number;
    const im = spectrum[2 * k + 1] as number;
    power[k] = re * re + im * im;
  }
  return power;
}
