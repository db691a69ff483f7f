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
  private readonly interleaved: Float64Array;
  private readonly spectrum: Float64Array;
  private held = 0;
  private blocks = 0;
  private readonly windowPower: number;
  private readonly gains: Float64Array;

  constructor(
    private readonly rateHz: number,
    private readonly size: number,
    /** Power density of noise alone at an audio frequency, two-sided, in squares of the track's unit per Hz. */
    private readonly noiseAt: (hz: number) => number,
    /** What the way in which the track was made has taken from an audio frequency, made good here. */
    lossAt: (hz: number) => number,
    private readonly out: (value: number) => void,
  ) {
    this.window = Float64Array.from({ length: size }, (_, k) => Math.sin((Math.PI * (k + 0.5)) / size));
    this.windowPower = size / 2;
    this.gains = new Float64Array(size / 2 + 1);
    for (let k = 0; k <= size / 2; k += 1) {
      const hz = (k * rateHz) / size;
      const audio = hz <= passHz ? 1 : hz >= stopHz ? 0 : 0.5 + 0.5 * Math.cos((Math.PI * (hz - passHz)) / (stopHz - passHz));
      this.gains[k] = audio / lossAt(hz);
    }
    this.block = new Float64Array(size);
    this.interleaved = new Float64Array(2 * size);
    this.spectrum = new Float64Array(2 * size);
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
    const { interleaved, spectrum } = this;
    for (let k = 0; k < size; k += 1) {
      interleaved[2 * k] = (this.block[k] ?? 0) * (window[k] ?? 0);
      interleaved[2 * k + 1] = 0;
    }
    engine.transform(spectrum, interleaved);
    const bin = rateHz / size;
    const half = size / 2;
    for (let k = 0; k <= half; k += 1) {
      const re = spectrum[2 * k] as number;
      const im = spectrum[2 * k + 1] as number;
      const lost = k > 1 && re * re + im * im < keptTimes * this.noiseAt(k * bin) * rateHz * this.windowPower;
      const gain = lost ? 0 : (this.gains[k] as number);
      spectrum[2 * k] = re * gain;
      spectrum[2 * k + 1] = im * gain;
      if (k === 0 || k === half) continue;
      const mirror = size - k;
      spectrum[2 * mirror] = (spectrum[2 * mirror] as number) * gain;
      spectrum[2 * mirror + 1] = (spectrum[2 * mirror + 1] as number) * gain;
    }
    engine.inverseTransform(interleaved, spectrum);
    for (let k = 0; k < half; k += 1) {
      const value = (overlap[k] ?? 0) + (interleaved[2 * k] ?? 0) * (window[k] ?? 0);
      // The first half block has no partner before it.
      if (this.blocks > 0) this.out(value);
      overlap[k] = (interleaved[2 * (k + half)] ?? 0) * (window[k + half] ?? 0);
    }
    this.blocks += 1;
  }
}
