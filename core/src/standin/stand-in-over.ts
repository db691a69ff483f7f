import { normalPairs } from '../chance';

/** What the receiver beside a stand-in set records of one over. */
export interface StandInOver {
  readonly sampleRateHz: number;
  readonly seconds: number;
  /** Keyed from here to there, in seconds; all the time where left out. */
  readonly keyed?: readonly [number, number];
  /** Seconds in which the carrier rises and falls. */
  readonly rampS?: number;
  readonly amplitude?: number;
  /** From the middle of the recording, when it is warm. */
  readonly offsetHz?: number;
  /** So far off at keying, gone to a third after `settlesS`. */
  readonly turnOnHz?: number;
  readonly settlesS?: number;
  /** Power at the end of the over, against its beginning. */
  readonly endDb?: number;
  readonly fm?: readonly { readonly hz: number; readonly devHz: number }[];
  readonly am?: readonly { readonly hz: number; readonly depth: number }[];
  /** Distortion: the second harmonic of the first tone, as a share of it. */
  readonly second?: number;
  /** A tone of FM that goes from one frequency to another, each octave in the same time; weaker above `cornerHz`. */
  readonly sweep?: { readonly fromHz: number; readonly toHz: number; readonly devHz: number; readonly cornerHz: number };
  /** Lines beside it, from the middle of the recording, in dBc. */
  readonly lines?: readonly { readonly hz: number; readonly dBc: number }[];
  /** Without its carrier: only the lines are sent, as from a single-sideband transmitter. */
  readonly suppressed?: boolean;
  /** Noise over the sampled bandwidth, against the carrier. */
  readonly noiseDb?: number;
  readonly seed?: number;
  /** The receiver's error, so much too high a clock. */
  readonly clockPpm?: number;
  /** Where the receiver stands, for its error to show. */
  readonly tunedHz?: number;
  /** The two channels of the recording the wrong way round. */
  readonly swapped?: boolean;
}

/** I and Q of one over of a stand-in set, full scale ±1: the same seed gives the same recording. What is beyond full scale is cut off. */
export function standInOver(over: StandInOver): [Float32Array, Float32Array] {
  const { sampleRateHz, seconds, amplitude = 0.4, rampS = 0.002, fm = [], am = [], lines = [], second = 0, sweep, seed = 1 } = over;
  const [on, off] = over.keyed ?? [-1, seconds + 1];
  const n = Math.round(sampleRateHz * seconds);
  const [i, q] = [new Float32Array(n), new Float32Array(n)];
  const noise = normalPairs(seed);
  const sigma = over.noiseDb === undefined ? 0 : amplitude * Math.sqrt(10 ** (over.noiseDb / 10) / 2);
  // A receiver whose clock is fast believes all to be lower than it is.
  const clock = 1 + (over.clockPpm ?? 0) * 1e-6;
  const tuned = over.tunedHz ?? 0;
  const offset = (tuned + (over.offsetHz ?? 0)) / clock - tuned;
  const octaves = sweep ? Math.log2(sweep.toHz / sweep.fromHz) : 0;
  const [sweepFrom, sweepTo] = [Math.max(0, on) + 0.1, Math.min(seconds, off) - 0.1];
  let phase = 0;
  let sweepPhase = 0;
  for (let k = 0; k < n; k += 1) {
    const t = k / sampleRateHz;
    let hz = offset;
    if (over.turnOnHz) hz += over.turnOnHz * Math.exp(-Math.max(0, t - on) / (over.settlesS ?? 0.3));
    for (const [m, tone] of fm.entries()) {
      hz += tone.devHz * Math.cos(2 * Math.PI * tone.hz * t);
      if (m === 0 && second) hz += second * tone.devHz * Math.cos(4 * Math.PI * tone.hz * t);
    }
    if (sweep && t > sweepFrom && t < sweepTo) {
      const at = sweep.fromHz * 2 ** ((octaves * (t - sweepFrom)) / (sweepTo - sweepFrom));
      sweepPhase += (2 * Math.PI * at) / sampleRateHz;
      hz += (sweep.devHz / Math.sqrt(1 + (at / sweep.cornerHz) ** 4)) * Math.cos(sweepPhase);
    }
    phase += (2 * Math.PI * hz) / sampleRateHz;
    let envelope = amplitude * Math.max(0, Math.min(1, (t - on) / rampS, (off - t) / rampS));
    if (over.endDb) envelope *= 10 ** ((over.endDb * Math.max(0, t - on)) / (Math.min(seconds, off) - Math.max(0, on)) / 20);
    for (const tone of am) envelope *= 1 + tone.depth * Math.cos(2 * Math.PI * tone.hz * t);
    let re = over.suppressed ? 0 : envelope * Math.cos(phase);
    let im = over.suppressed ? 0 : envelope * Math.sin(phase);
    if (envelope > 0)
      for (const line of lines) {
        const size = amplitude * 10 ** (line.dBc / 20);
        re += size * Math.cos(2 * Math.PI * line.hz * t);
        im += size * Math.sin(2 * Math.PI * line.hz * t);
      }
    if (sigma > 0) {
      const [a, b] = noise();
      re += sigma * a;
      im += sigma * b;
    }
    i[k] = Math.max(-1, Math.min(1, re));
    q[k] = Math.max(-1, Math.min(1, im));
  }
  return over.swapped ? [q, i] : [i, q];
}
