import { DownConverter, decimation } from './down-converter';
import { IqMeter, type IqReading } from './iq-meter';
import { IqSurvey, type Survey } from './iq-survey';
import { ResponseTracker, type Response } from './response';
import { SinadMeter, type SinadReading } from './sinad-meter';
import { TwoToneMeter, type TwoTone } from './two-tone';
import type { Progress, Recording } from './analyse';

/** A line inside the span that is not the emission. */
interface Spurious {
  /** From the middle of the recording. */
  readonly hz: number;
  /** Against the emission's power. */
  readonly dBc: number;
  /** It lies where the emission has its mirror image, or in the very middle: the receiver makes such lines by itself. */
  readonly of?: 'mirror' | 'middle';
}

/** One over, as it stands in a recording of I and Q. */
export interface Keying extends IqReading {
  /** How long it was keyed, of what was recorded. */
  readonly keyedS: number;
  readonly modulation: 'fm' | 'am' | 'two-tone' | 'none';
  /** Largest swing of the frequency to each side of its mean. */
  readonly upHz: number;
  readonly downHz: number;
  /** Deviation by the tone under the voice, where there is one. */
  readonly subDevHz?: number;
  /** The modulating tone with its noise and its harmonics; undefined without one. */
  readonly sound?: SinadReading;
  readonly response?: Response;
  /** Power at its end against its beginning, and from the least to the most in between, in dB; a tone of AM is averaged over. */
  readonly powerEndDb: number;
  readonly powerSpreadDb: number;
  /** Frequency of the first fifth of a second from that of the rest; undefined where the over is too short. */
  readonly turnOnHz?: number;
  /** Frequency of the last third from the first third. */
  readonly driftHz?: number;
  /** 10 to 90 % of the amplitude at keying, and back at unkeying, in seconds; undefined where it was not recorded. */
  readonly riseS?: number;
  readonly fallS?: number;
  readonly clippedShare: number;
  /** Where the emission's own power lies: from there, spill is told. */
  readonly centreHz: number;
  readonly spurious: readonly Spurious[];
  /** A line weaker than this is not seen. */
  readonly seenToDbc: number;
  /** Spill into the channels beside it, in dBc; undefined where the span ends before, or no spacing was named. */
  readonly spillBelowDbc?: number;
  readonly spillAboveDbc?: number;
  /** Where it is two tones, as a single-sideband transmitter is tested with. */
  readonly twoTone?: TwoTone;
}

/** Means of frequency and power are taken over so long. */
const blockS = 0.02;
/** How far before and after the carrier's edge is looked for, and how far into it. */
const edge = { outS: 0.06, inS: 0.03 } as const;
/** The bandwidth in which the spill of a neighbour is taken, as a share of the spacing (8.5 kHz of 12.5 kHz). */
const neighbourShare = 0.68;
/** A spurious line lies outside so many times the bandwidth, at least so far. */
const outside = { times: 2.5, leastHz: 12_500 } as const;
const mostSpurious = 12;
/** Of an emission modulated more than this, in per cent, an edge does not tell the keying. */
const mostDepthAtEdge = 10;

const decibels = (power: number): number => 10 * Math.log10(power);

/**
 * Power in blocks over the time in which the carrier was there, and its mean frequency under Hann windows twice as long that overlap by half: what
 * a flat block lets through of a tone would come and go from block to block like a drift.
 */
class OverTime {
  readonly hz: number[] = [];
  readonly power: number[] = [];
  private now = { hz: 0, weights: 0 };
  private next = { hz: 0, weights: 0 };
  private sumPower = 0;
  private count = 0;
  length = 1;

  readonly take = (hz: number, amplitude: number): void => {
    const power = amplitude * amplitude;
    const rising = Math.sin((Math.PI * (this.count + 0.5)) / (2 * this.length)) ** 2;
    this.next.hz += rising * power * hz;
    this.next.weights += rising * power;
    this.now.hz += (1 - rising) * power * hz;
    this.now.weights += (1 - rising) * power;
    this.sumPower += power;
    this.count += 1;
    if (this.count < this.length) return;
    // The first window has no rising half.
    if (this.power.length > 0) this.hz.push(this.now.weights > 0 ? this.now.hz / this.now.weights : 0);
    this.power.push(this.sumPower / this.count);
    this.now = this.next;
    this.next = { hz: 0, weights: 0 };
    this.sumPower = this.count = 0;
  };

  /** Mean frequency of some blocks under a Hann window, so that modulation does not pull it. */
  meanHz(from: number, to: number): number {
    let [sum, weights] = [0, 0];
    for (let k = from; k < to; k += 1) {
      const weight = Math.sin((Math.PI * (k - from + 0.5)) / (to - from)) ** 2;
      sum += weight * (this.hz[k] ?? 0);
      weights += weight;
    }
    return weights > 0 ? sum / weights : 0;
  }

  meanPower(from: number, to: number): number {
    const some = this.power.slice(from, to);
    return some.reduce((sum, x) => sum + x, 0) / Math.max(1, some.length);
  }
}

/** The amplitude about one edge of the carrier. */
class Edge {
  private readonly amplitudes: number[] = [];
  private readonly down: DownConverter;
  private readonly rateHz: number;
  private frame = 0;

  constructor(
    { sampleRateHz, centreHz }: Survey,
    private readonly from: number,
    private readonly to: number,
    private readonly rises: boolean,
  ) {
    const factor = decimation(sampleRateHz / 48_000);
    this.rateHz = sampleRateHz / factor;
    this.down = new DownConverter(sampleRateHz, centreHz, factor, (re, im) => this.amplitudes.push(Math.hypot(re, im)));
  }

  push(i: ArrayLike<number>, q: ArrayLike<number>): void {
    const [from, to] = [Math.max(0, this.from - this.frame), Math.min(i.length, this.to - this.frame)];
    if (to > from) this.down.push(i, q, from, to);
    this.frame += i.length;
  }

  /** Seconds from 10 to 90 % of the full amplitude; undefined where it begins or ends with the recording. */
  seconds(): number | undefined {
    const along = this.rises ? this.amplitudes : [...this.amplitudes].reverse();
    const inside = along.slice(-Math.floor(edge.inS * 0.5 * this.rateHz));
    const full = [...inside].sort((a, b) => a - b)[Math.floor(inside.length / 2)] ?? 0;
    // The last time it stood below 10 %, and the first time after that at 90 %.
    const low = along.findLastIndex((x) => x <= 0.1 * full);
    if (!(full > 0) || low < 0) return undefined;
    const high = along.findIndex((x, k) => k > low && x >= 0.9 * full);
    if (high < 0) return undefined;
    const part = (level: number, k: number): number => {
      const [a, b] = [along[k - 1] ?? 0, along[k] ?? 0];
      return k - 1 + (b > a ? Math.min(1, Math.max(0, (level - a) / (b - a))) : 1);
    };
    return Math.max(0, part(0.9 * full, high) - part(0.1 * full, low + 1)) / this.rateHz;
  }
}

/** Lines of the averaged spectrum outside the emission. */
function spuriousIn(survey: Survey, occupiedHz: number): Pick<Keying, 'spurious' | 'seenToDbc'> {
  const { averaged, binHz, centreHz, noiseInBin, averages } = survey;
  const middle = averaged.length / 2;
  const hzOf = (k: number): number => (k - middle) * binHz;
  const reach = Math.max(outside.times * occupiedHz, outside.leastHz) / 2 + occupiedHz / 2;
  const own = powerIn(survey, centreHz - reach, centreHz + reach);
  // Five spreads of an average of so many, and never less than half as much again.
  const least = noiseInBin * (1 + Math.max(0.5, 8 / Math.sqrt(averages) + (averages < 4 ? 10 : 0)));
  const lineHz = 4 * binHz;
  const found: Spurious[] = [];
  for (let k = 2; k < averaged.length - 2; k += 1) {
    const here = averaged[k] ?? 0;
    const hz = hzOf(k);
    if (here < least || Math.abs(hz - centreHz) < reach) continue;
    if (here < (averaged[k - 1] ?? 0) || here <= (averaged[k + 1] ?? 0) || found.some((each) => Math.abs(each.hz - hz) < lineHz)) continue;
    const of = Math.abs(hz) < lineHz ? 'middle' : Math.abs(hz + centreHz) < Math.max(reach / 2, lineHz) ? 'mirror' : undefined;
    const dBc = decibels(powerIn(survey, hz - 2.5 * binHz, hz + 2.5 * binHz) / own);
    found.push({ hz, dBc, ...(of ? { of } : {}) });
  }
  return {
    spurious: found.sort((a, b) => b.dBc - a.dBc).slice(0, mostSpurious),
    seenToDbc: decibels((5 * (least - noiseInBin)) / own),
  };
}

/** Power between two frequencies, less what noise puts there; never below a thousandth of that noise. */
function powerIn({ averaged, binHz, noiseInBin }: Survey, fromHz: number, toHz: number): number {
  const middle = averaged.length / 2;
  const [from, to] = [Math.max(0, Math.round(fromHz / binHz + middle)), Math.min(averaged.length - 1, Math.round(toHz / binHz + middle))];
  let sum = 0;
  for (let k = from; k <= to; k += 1) sum += averaged[k] ?? 0;
  const noise = (to - from + 1) * noiseInBin;
  return Math.max(sum - noise, noise / 1000, 1e-30);
}

/**
 * Second reading of a recording, when the survey has told where the emission is: all that one over tells.
 *
 * Frequency against time are means of 20 ms under a Hann window; rise and fall lie between 10 and 90 % of the amplitude; spill is the power in
 * 0.68 of the spacing (8.5 kHz at 12.5 kHz) at one spacing from the emission's middle; spurious lines lie outside 250 % of the occupied bandwidth
 * (ITU-R SM.329).
 */
class KeyingMeter {
  private readonly meter: IqMeter;
  private readonly time = new OverTime();
  private readonly tones: TwoToneMeter;
  private readonly rise: Edge | undefined;
  private readonly fall: Edge | undefined;

  constructor(
    private readonly survey: Survey,
    private readonly spacingHz: number | undefined,
  ) {
    this.meter = new IqMeter(survey, this.time.take);
    this.tones = new TwoToneMeter(survey);
    this.time.length = Math.max(1, Math.round(this.meter.rateHz * blockS));
    const { from, to, frames, sampleRateHz } = survey;
    const frame = (seconds: number): number => Math.round(seconds * sampleRateHz);
    if (from > 0) this.rise = new Edge(survey, Math.max(0, from - frame(edge.outS)), from + frame(edge.inS), true);
    if (to < frames) this.fall = new Edge(survey, to - frame(edge.inS), Math.min(frames, to + frame(edge.outS)), false);
  }

  push(i: ArrayLike<number>, q: ArrayLike<number>): void {
    this.meter.push(i, q);
    this.tones.push(i, q);
    this.rise?.push(i, q);
    this.fall?.push(i, q);
  }

  finish(): Keying {
    const { survey, time, meter } = this;
    const reading = meter.finish();
    const { audio, audioRateHz, kind, upHz, downHz, subDevHz } = meter.modulation();
    const response = new ResponseTracker(audioRateHz);
    // As a share of the swing, so that hertz and volts are followed alike.
    const top = audio.reduce((most, x) => Math.max(most, Math.abs(x)), 0) || 1;
    response.push(audio.map((x) => x / top));
    const swept = kind === 'none' ? undefined : response.response();
    const sound = reading.toneHz === null || swept ? undefined : soundOf(audio, audioRateHz, reading.toneHz);
    const n = time.power.length;
    const m = time.hz.length;
    const fifth = Math.max(1, Math.floor(n / 5));
    const third = Math.floor(m / 3);
    const turnOn = Math.min(10, third);
    const spread = (values: readonly number[]): number => decibels(Math.max(...values, 1e-30) / Math.max(Math.min(...values), 1e-30));
    // Amplitude modulation rises and falls by itself.
    const keysAlone = reading.amDepthPercent < mostDepthAtEdge;
    const [riseS, fallS] = keysAlone ? [this.rise?.seconds(), this.fall?.seconds()] : [];
    const twoTone = this.tones.finish();
    return {
      ...reading,
      keyedS: (survey.to - survey.from) / survey.sampleRateHz,
      modulation: twoTone ? 'two-tone' : kind,
      upHz,
      downHz,
      ...(reading.subToneHz === undefined ? {} : { subDevHz }),
      ...(sound === undefined ? {} : { sound }),
      ...(swept ? { response: swept } : {}),
      powerEndDb: decibels(time.meanPower(n - fifth, n) / time.meanPower(0, fifth)),
      powerSpreadDb: n > 4 ? spread(time.power) : 0,
      ...(n >= 15 ? { turnOnHz: time.meanHz(0, turnOn) - time.meanHz(turnOn, m) } : {}),
      ...(n >= 15 ? { driftHz: time.meanHz(m - third, m) - time.meanHz(0, third) } : {}),
      ...(riseS === undefined ? {} : { riseS }),
      ...(fallS === undefined ? {} : { fallS }),
      clippedShare: survey.clippedShare,
      centreHz: survey.centreHz,
      ...spuriousIn(survey, reading.occupiedBandwidth99Hz),
      ...(this.spacingHz === undefined ? {} : spillOf(survey, this.spacingHz)),
      ...(twoTone ? { twoTone } : {}),
    };
  }
}

function soundOf(audio: readonly number[], rateHz: number, toneHz: number): SinadReading | undefined {
  const meter = new SinadMeter(rateHz, toneHz);
  meter.push(audio);
  return meter.finish();
}

function spillOf(survey: Survey, spacingHz: number): Pick<Keying, 'spillBelowDbc' | 'spillAboveDbc'> {
  const { centreHz, sampleRateHz } = survey;
  const half = (neighbourShare * spacingHz) / 2;
  const own = powerIn(survey, centreHz - half, centreHz + half);
  const of = (middleHz: number): number | undefined =>
    Math.abs(middleHz) + half > 0.48 * sampleRateHz ? undefined : decibels(powerIn(survey, middleHz - half, middleHz + half) / own);
  const [below, above] = [of(centreHz - spacingHz), of(centreHz + spacingHz)];
  return { ...(below === undefined ? {} : { spillBelowDbc: below }), ...(above === undefined ? {} : { spillAboveDbc: above }) };
}

/**
 * All that one over in a recording of I and Q tells, read twice.
 * @param spacingHz of the channels, for the spill into those beside it
 */
export async function keyingOf(recording: Recording, spacingHz?: number, progress: Progress = () => undefined): Promise<Keying> {
  const survey = new IqSurvey(recording.sampleRateHz);
  let done = 0;
  const told = (frames: number): void => progress((done += frames) / (2 * recording.frames));
  for await (const [i = [], q = []] of recording.pieces()) {
    survey.push(i, q);
    told(i.length);
  }
  const meter = new KeyingMeter(survey.finish(), spacingHz);
  for await (const [i = [], q = []] of recording.pieces()) {
    meter.push(i, q);
    told(i.length);
  }
  return meter.finish();
}
