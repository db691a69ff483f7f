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

/** Hann window of n points, periodic. Sum n/2, sum of squares 3n/8. */
export const hann = (n: number): Float64Array => Float64Array.from({ length: n }, (_, k) => 0.5 - 0.5 * Math.cos((2 * Math.PI * k) / n));

/** Flat window whose ends, `share` of the length in all, are halves of a Hann window (F. J. Harris, Proc. IEEE 66, 1978). */
export function tukey(n: number, share: number): Float64Array {
  const taper = Math.max(1, Math.floor((share * n) / 2));
  return Float64Array.from({ length: n }, (_, k) => {
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
  for (let k = 0; k <= size / 2; k += 1) power[k] = (spectrum[2 * k] ?? 0) ** 2 + (spectrum[2 * k + 1] ?? 0) ** 2;
  return power;
}
