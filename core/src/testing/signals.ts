import { normalPairs } from '../chance';

// Test signals, the same on every machine: tones, harmonics and seeded noise; FM and AM as I and Q.

export interface AudioSignal {
  readonly kind: 'audio';
  readonly sampleRateHz: number;
  readonly seconds: number;
  readonly tones: readonly { readonly hz: number; readonly peak: number; readonly phase?: number }[];
  /** White noise over the whole sampled bandwidth. */
  readonly noiseRms?: number;
  readonly dc?: number;
  readonly seed?: number;
}
export interface IqSignal {
  readonly kind: 'iq';
  readonly sampleRateHz: number;
  readonly seconds: number;
  readonly amplitude?: number;
  readonly offsetHz?: number;
  readonly phase?: number;
  readonly fm?: readonly { readonly hz: number; readonly devHz: number }[];
  readonly am?: readonly { readonly hz: number; readonly depth: number }[];
  /** Noise over the whole sampled bandwidth against the unmodulated carrier. */
  readonly noiseDb?: number;
  readonly seed?: number;
  /** Carrier only from here to there. */
  readonly keyed?: readonly [number, number];
}

export function audioOf({ sampleRateHz, seconds, tones, noiseRms = 0, dc = 0, seed = 1 }: AudioSignal): Float64Array {
  const noise = normalPairs(seed);
  return Float64Array.from({ length: Math.round(sampleRateHz * seconds) }, (_, k) => {
    const t = k / sampleRateHz;
    const clean = tones.reduce((sum, { hz, peak, phase = 0 }) => sum + peak * Math.sin(2 * Math.PI * hz * t + phase), dc);
    return noiseRms > 0 ? clean + noiseRms * noise()[0] : clean;
  });
}

export function iqOfSignal(signal: IqSignal): { i: Float64Array; q: Float64Array } {
  const { sampleRateHz, seconds, amplitude = 0.5, offsetHz = 0, phase = 0, fm = [], am = [], noiseDb, seed = 1, keyed } = signal;
  const n = Math.round(sampleRateHz * seconds);
  const noise = normalPairs(seed);
  const sigma = noiseDb === undefined ? 0 : amplitude * Math.sqrt(10 ** (noiseDb / 10) / 2);
  const [i, q] = [new Float64Array(n), new Float64Array(n)];
  for (let k = 0; k < n; k += 1) {
    const t = k / sampleRateHz;
    const angle = fm.reduce(
      (sum, { hz, devHz }) => sum + (devHz / hz) * Math.sin(2 * Math.PI * hz * t),
      phase + 2 * Math.PI * offsetHz * t,
    );
    const on = !keyed || (t >= keyed[0] && t < keyed[1]);
    const envelope = on ? amplitude * am.reduce((sum, { hz, depth }) => sum + depth * Math.cos(2 * Math.PI * hz * t), 1) : 0;
    const [a, b] = sigma > 0 ? noise() : [0, 0];
    i[k] = envelope * Math.cos(angle) + sigma * a;
    q[k] = envelope * Math.sin(angle) + sigma * b;
  }
  return { i, q };
}

/** A copy of an input in which every `{gen}` is replaced by its samples. */
export function expandSignals(value: unknown): unknown {
  if (Array.isArray(value)) return value.map(expandSignals);
  if (value === null || typeof value !== 'object') return value;
  const gen = (value as { gen?: AudioSignal | (IqSignal & { out: 'i' | 'q' }) }).gen;
  if (gen) return Array.from(gen.kind === 'audio' ? audioOf(gen) : iqOfSignal(gen)[gen.out]);
  return Object.fromEntries(Object.entries(value).map(([key, item]) => [key, expandSignals(item)]));
}
