import { transform } from './fourier';

/** Highest audio frequency that is let through, and where nothing passes any more. */
const passHz = 6000;
const stopHz = 7500;
/** A bin is kept when its power is above this many times what noise alone puts there: one in e^12 noise bins is. */
const keptTimes = 12;

/**
 * An audio track (frequency or envelope of a carrier) freed of noise and of what lies above the audio, block by block:
 * bins of a short-time spectrum that noise alone explains are dropped, and the rest is put together again (square-root
 * Hann windows, half overlapping, which add up to one). So the largest swing is that of the modulation and not of the
 * noise on top of it. Source: weighted overlap-add, R. E. Crochiere, IEEE Trans. ASSP-28 (1980); hard threshold after
 * D. L. Donoho and I. M. Johnstone, Biometrika 81 (1994).
 */
export class QuietTrack {
  private readonly window: Float64Array;
  private readonly block: Float64Array;
  private readonly overlap: Float64Array;
  private held = 0;
  private blocks = 0;
  private readonly windowPower: number;

  constructor(
    private readonly rateHz: number,
    private readonly size: number,
    /** Power density of noise alone at an audio frequency, two-sided, in squares of the track's unit per Hz. */
    private readonly noiseAt: (hz: number) => number,
    private readonly out: (value: number) => void,
  ) {
    this.window = Float64Array.from({ length: size }, (_, k) => Math.sin((Math.PI * (k + 0.5)) / size));
    this.windowPower = size / 2;
    this.block = new Float64Array(size);
    this.overlap = new Float64Array(size / 2);
  }

  push(value: number): void {
    this.block[this.held] = value;
    this.held += 1;
    if (this.held < this.size) return;
    this.turn();
    this.block.copyWithin(0, this.size / 2);
    this.held = this.size / 2;
  }

  private turn(): void {
    const { size, window, overlap, rateHz } = this;
    const engine = transform(size);
    const interleaved = new Float64Array(2 * size);
    for (let k = 0; k < size; k += 1) interleaved[2 * k] = (this.block[k] ?? 0) * (window[k] ?? 0);
    const spectrum = new Float64Array(2 * size);
    engine.transform(spectrum, interleaved);
    const bin = rateHz / size;
    for (let k = 0; k <= size / 2; k += 1) {
      const hz = k * bin;
      const power = (spectrum[2 * k] ?? 0) ** 2 + (spectrum[2 * k + 1] ?? 0) ** 2;
      const audio = hz <= passHz ? 1 : hz >= stopHz ? 0 : 0.5 + 0.5 * Math.cos((Math.PI * (hz - passHz)) / (stopHz - passHz));
      const gain = k > 1 && power < keptTimes * this.noiseAt(hz) * rateHz * this.windowPower ? 0 : audio;
      const mirror = (size - k) % size;
      for (const at of mirror === k ? [k] : [k, mirror]) {
        spectrum[2 * at] = (spectrum[2 * at] ?? 0) * gain;
        spectrum[2 * at + 1] = (spectrum[2 * at + 1] ?? 0) * gain;
      }
    }
    engine.inverseTransform(interleaved, spectrum);
    const half = size / 2;
    for (let k = 0; k < half; k += 1) {
      const value = (overlap[k] ?? 0) + (interleaved[2 * k] ?? 0) * (window[k] ?? 0);
      // The first half block has no partner before it.
      if (this.blocks > 0) this.out(value);
      overlap[k] = (interleaved[2 * (k + half)] ?? 0) * (window[k + half] ?? 0);
    }
    this.blocks += 1;
  }
}
