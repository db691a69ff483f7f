import { decimation, DownConverter } from './down-converter';
import { hann, nextPowerOfTwo, powerOfTwoWithin, transform } from './fourier';
import type { Survey } from './iq-survey';
import { QuietTrack } from './quiet-track';
import { toneIn } from './tone';

export interface IqReading {
  /** Mean frequency from the middle of the recording. */
  readonly carrierOffsetHz: number;
  /** Largest swing from the mean frequency, of audio up to 6 kHz. */
  readonly peakDeviationHz: number;
  readonly amDepthPercent: number;
  /** Bandwidth with 0.5 % of the power below it and 0.5 % above. */
  readonly occupiedBandwidth99Hz: number;
  /** Strongest modulating tone from 300 Hz up. */
  readonly toneHz: number | null;
  /** Strongest modulating tone below 300 Hz. */
  readonly subToneHz?: number;
  /** When the carrier was there, where it was not there all the time. */
  readonly burst?: { readonly fromS: number; readonly toS: number };
  /** Powers about the carrier, for the picture: Hz from the middle of the recording, dB below the strongest. */
  readonly spectrum: readonly (readonly [number, number])[];
}

/** How an emission is modulated. */
export interface Modulation {
  readonly kind: 'fm' | 'am' | 'none';
  /** Largest swing above and below the mean frequency. */
  readonly upHz: number;
  readonly downHz: number;
  /** By how much the strongest tone under the voice swings the frequency. */
  readonly subDevHz: number;
  /** Frequency in Hz or amplitude against time, of the first seconds, freed of noise. */
  readonly audio: readonly number[];
  readonly audioRateHz: number;
}

/** Amplitude modulation is judged in stretches of so many seconds: power that sags over an over is none. */
const depthStretchS = 0.1;
/** The rate to which a recording is brought down before it is demodulated, at least. */
const leastRateHz = 48_000;
/** Seconds of demodulated audio kept to look for tones. */
const keptSeconds = 12;
/** Where the search for a voice tone begins: a tone of 300 Hz must not lie on the edge. */
const voiceLowHz = 295;
/** Lowest sub-audible tone looked for. */
const subToneLowHz = 30;
/** Tones weaker than this are not called modulation: radians of phase, share of the carrier. */
const leastIndex = 0.01;
const leastDepth = 0.01;
const leastSubToneHz = 20;
/** Power at which the phase counts for half: so many times the noise, and so small a share of the carrier. */
const halfTrusted = { ofNoise: 3, ofCarrier: 2e-3 } as const;

/** Radians by which a tone swings the phase. */
const indexOf = ({ hz, amplitude }: { readonly hz: number; readonly amplitude: number }): number => (hz > 0 ? amplitude / hz : 0);

/** A step of phase is the mean frequency over one sample: audio loses this by it. */
const sinc = (x: number): number => (x === 0 ? 1 : Math.sin(Math.PI * x) / (Math.PI * x));

/** One demodulated track: its extremes, and the audio of its first seconds at a lower rate. */
class AudioTrack {
  low = Infinity;
  high = -Infinity;
  private most = 0;
  private stretch = { low: Infinity, high: -Infinity, left: 0 };
  private readonly kept: number[] = [];
  private count = 0;
  readonly keptRateHz: number;
  private readonly every: number;
  private readonly quiet: QuietTrack;

  private before = NaN;
  private middle = NaN;

  constructor(
    private readonly rateHz: number,
    noiseAt: (hz: number) => number,
    lossAt: (hz: number) => number,
  ) {
    this.every = Math.max(1, Math.floor(rateHz / 16_000));
    this.keptRateHz = rateHz / this.every;
    const most = keptSeconds * this.keptRateHz;
    this.quiet = new QuietTrack(rateHz, powerOfTwoWithin(rateHz / 10), noiseAt, lossAt, (value) => {
      this.crest(value);
      if (this.count % this.every === 0 && this.kept.length < most) this.kept.push(value);
      this.count += 1;
    });
  }

  push(value: number): void {
    this.quiet.push(value);
  }

  /** Takes the next value; a crest or a trough between samples is found by the parabola through three of them. */
  private crest(value: number): void {
    const a = this.before;
    const b = this.middle;
    if ((b >= a && b >= value) || (b <= a && b <= value)) {
      const bend = a - 2 * b + value;
      const top = bend === 0 ? b : b - (a - value) ** 2 / (8 * bend);
      if (top < this.low) this.low = top;
      if (top > this.high) this.high = top;
      const { stretch } = this;
      if (top < stretch.low) stretch.low = top;
      if (top > stretch.high) stretch.high = top;
    }
    this.stretch.left -= 1;
    if (this.stretch.left <= 0) this.turnStretch();
    this.before = b;
    this.middle = value;
  }

  /** The largest of (high − low)/(high + low) within a stretch: what changes more slowly is no modulation. */
  get depth(): number {
    const { low, high } = this.stretch;
    return high > 0 && low < high ? Math.max(this.most, (high - low) / (high + low)) : this.most;
  }

  private turnStretch(): void {
    this.most = this.depth;
    this.stretch = { low: Infinity, high: -Infinity, left: Math.round(depthStretchS * this.rateHz) };
  }

  /** The first seconds of the audio, freed of noise. */
  get audio(): readonly number[] {
    return this.kept;
  }

  tone(lowHz: number, highHz: number): { hz: number; amplitude: number } {
    return toneIn(this.kept, this.keptRateHz, lowHz, highHz) ?? { hz: 0, amplitude: 0 };
  }
}

/**
 * Second pass over I and Q: the emission is shifted to the middle, brought down in rate, and demodulated.
 *
 * Estimators: offset as the mean of the phase steps, weighted by a Hann window over the whole record, so
 * that neither modulation nor its last unfinished cycle pulls it; deviation and depth from tracks freed of noise
 * (`QuietTrack`); occupied bandwidth from a Welch spectrum (ITU-R SM.443); tones by `toneIn`.
 */
export class IqMeter {
  readonly rateHz: number;
  /** Power of the noise that is left after the shift and the cut in rate. */
  private readonly noise: number;
  private readonly down: DownConverter;
  private readonly fm: AudioTrack;
  private readonly am: AudioTrack;
  private readonly size: number;
  private readonly window: Float64Array;
  private readonly block: Float64Array;
  private readonly psd: Float64Array;
  private readonly expected: number;
  private held = 0;
  private frame = 0;
  private index = 0;
  private lastRe = 0;
  private lastIm = 0;
  private weighted = 0;
  private weights = 0;

  /** @param follow is told the frequency from the emission's middle and the amplitude, sample by sample at `rateHz` */
  constructor(
    private readonly survey: Survey,
    private readonly follow?: (hz: number, amplitude: number) => void,
  ) {
    const { sampleRateHz, centreHz, bandwidthHz, from, to, noisePerHz } = survey;
    const factor = decimation(sampleRateHz / Math.max(leastRateHz, 6 * bandwidthHz));
    this.rateHz = sampleRateHz / factor;
    this.noise = noisePerHz * this.rateHz;
    this.expected = (to - from) / factor;
    this.size = Math.min(nextPowerOfTwo(this.rateHz / 12), powerOfTwoWithin(this.expected));
    this.window = hann(this.size);
    this.block = new Float64Array(2 * this.size);
    this.psd = new Float64Array(this.size);
    this.down = new DownConverter(sampleRateHz, centreHz, factor, (re, im) => this.demodulate(re, im));
    let carrier = 0;
    this.carrierPower = () => carrier;
    this.setCarrier = (power) => (carrier = power);
    // Noise on the phase is half the noise over the carrier's power; on the frequency it grows with the square of the audio frequency.
    this.fm = new AudioTrack(
      this.rateHz,
      (hz) => (noisePerHz / 2 / Math.max(carrier, 1e-30)) * hz * hz,
      (hz) => sinc(hz / this.rateHz),
    );
    this.am = new AudioTrack(
      this.rateHz,
      () => noisePerHz / 2,
      () => 1,
    );
  }
  private readonly carrierPower: () => number;
  private readonly setCarrier: (power: number) => void;

  push(i: ArrayLike<number>, q: ArrayLike<number>): void {
    const from = Math.max(0, this.survey.from - this.frame);
    const to = Math.min(i.length, this.survey.to - this.frame);
    if (to > from) this.down.push(i, q, from, to);
    this.frame += i.length;
  }

  finish(): IqReading {
    const { survey } = this;
    const mean = this.weights > 0 ? this.weighted / this.weights : 0;
    const deviation = Math.max(this.fm.high - mean, mean - this.fm.low);
    const level = (this.am.high + this.am.low) / 2;
    const voice = { fm: this.fm.tone(voiceLowHz, 6000), am: this.am.tone(voiceLowHz, 6000) };
    // A tone modulates in the way in which it makes the stronger sidebands.
    const index = indexOf(voice.fm);
    const share = level > 0 ? voice.am.amplitude / level : 0;
    const byFrequency = index > share;
    const tone = byFrequency ? voice.fm : voice.am;
    const sub = this.fm.tone(subToneLowHz, voiceLowHz);
    const hasSub = sub.amplitude > Math.max(leastSubToneHz, 0.02 * deviation) && (byFrequency || index > leastIndex || share <= leastDepth);
    const { fromHz, toHz, shown } = this.occupied();
    return {
      carrierOffsetHz: survey.centreHz + mean,
      peakDeviationHz: Number.isFinite(deviation) ? deviation : 0,
      amDepthPercent: 100 * this.am.depth,
      occupiedBandwidth99Hz: toHz - fromHz,
      toneHz: (byFrequency ? index > leastIndex : share > leastDepth) ? tone.hz : null,
      ...(hasSub ? { subToneHz: sub.hz } : {}),
      ...(survey.keyed ? { burst: { fromS: survey.from / survey.sampleRateHz, toS: survey.to / survey.sampleRateHz } } : {}),
      spectrum: shown,
    };
  }

  /** What the reading does not hold: how it is modulated, how far to each side, and the audio itself. */
  modulation(): Modulation {
    const mean = this.weights > 0 ? this.weighted / this.weights : 0;
    const level = (this.am.high + this.am.low) / 2;
    const [index, share] = [indexOf(this.fm.tone(voiceLowHz, 6000)), level > 0 ? this.am.tone(voiceLowHz, 6000).amplitude / level : 0];
    const kind = index > leastIndex && index > share ? 'fm' : share > leastDepth ? 'am' : 'none';
    const of = kind === 'am' ? this.am : this.fm;
    return {
      kind,
      upHz: this.fm.high - mean,
      downHz: mean - this.fm.low,
      subDevHz: this.fm.tone(subToneLowHz, voiceLowHz).amplitude,
      audio: of.audio,
      audioRateHz: of.keptRateHz,
    };
  }

  private demodulate(re: number, im: number): void {
    const size = Math.sqrt(re * re + im * im);
    if (this.index > 0) {
      const cross = im * this.lastRe - re * this.lastIm;
      const dot = re * this.lastRe + im * this.lastIm;
      const hz = (Math.atan2(cross, dot) * this.rateHz) / (2 * Math.PI);
      // The carrier's power, followed slowly, tells how much noise to expect on its phase.
      const known = this.carrierPower();
      const carrier = this.index === 1 ? size * size : known + (size * size - known) / Math.min(this.index, this.rateHz / 4);
      this.setCarrier(carrier);
      // A smooth window keeps the modulation out of the mean. Where the envelope sinks into the noise the phase says nothing; above that
      // it must not weigh the frequency, or a carrier whose amplitude swings with its frequency would seem to lie to one side.
      const place = Math.sin((Math.PI * this.index) / Math.max(1, this.expected));
      const power = Math.sqrt(cross * cross + dot * dot);
      const half = halfTrusted.ofNoise * this.noise + halfTrusted.ofCarrier * carrier;
      const weight = (place * place * power * power) / (power * power + half * half);
      this.weighted += weight * hz;
      this.weights += weight;
      this.fm.push(hz);
      this.am.push(size);
      this.follow?.(hz, size);
    }
    this.lastRe = re;
    this.lastIm = im;
    this.index += 1;

    const at = this.held;
    const weight = this.window[at] ?? 0;
    this.block[2 * at] = re * weight;
    this.block[2 * at + 1] = im * weight;
    this.held = at + 1;
    if (this.held === this.size) {
      const spectrum = new Float64Array(2 * this.size);
      transform(this.size).transform(spectrum, this.block);
      for (let k = 0; k < this.size; k += 1)
        this.psd[k] = (this.psd[k] ?? 0) + (spectrum[2 * k] ?? 0) ** 2 + (spectrum[2 * k + 1] ?? 0) ** 2;
      this.held = 0;
    }
  }

  /** The frequencies below and above which 0.5 % of the power lies, between bins by proportion; and the spectrum. */
  private occupied(): { fromHz: number; toHz: number; shown: [number, number][] } {
    const { size, psd } = this;
    const bin = this.rateHz / size;
    const ordered = Array.from({ length: size }, (_, k) => psd[(k + size / 2) % size] ?? 0);
    const total = ordered.reduce((sum, power) => sum + power, 0);
    const hzOf = (k: number): number => (k - size / 2) * bin + this.survey.centreHz;
    const crossing = (share: number): number => {
      let running = 0;
      for (const [k, power] of ordered.entries()) {
        if (running + power >= share * total) return hzOf(k - 0.5 + (power > 0 ? (share * total - running) / power : 0));
        running += power;
      }
      return hzOf(size - 0.5);
    };
    const top = Math.max(...ordered, 1e-300);
    const [fromHz, toHz] = [crossing(0.005), crossing(0.995)];
    const shown = ordered
      .map((power, k): [number, number] => [hzOf(k), Math.max(-100, 10 * Math.log10(power / top))])
      .filter(([hz]) => Math.abs(hz - (fromHz + toHz) / 2) <= 2 * (toHz - fromHz) + 5 * bin);
    // For the picture the strongest of neighbours is enough.
    const stride = Math.max(1, Math.ceil(shown.length / 400));
    const thinned = shown
      .filter((_, k) => k % stride === 0)
      .map(([hz], k): [number, number] => [hz, Math.max(...shown.slice(k * stride, (k + 1) * stride).map(([, dB]) => dB))]);
    return { fromHz, toHz, shown: thinned };
  }
}
