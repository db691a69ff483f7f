import { uniformFloat64 } from 'pure-rand/distribution/uniformFloat64';
import { xoroshiro128plus } from 'pure-rand/generator/xoroshiro128plus';

/** Seeded chance: the same seed gives the same set, the same faults and the same answers. */
export interface Chance {
  /** Evenly between the two. */
  readonly between: (low: number, high: number) => number;
  /** True this often. */
  readonly happens: (share: number) => boolean;
  readonly oneOf: <T>(items: readonly T[]) => T;
  readonly weighted: <T>(items: readonly T[], weightOf: (item: T) => number) => T;
  /** Normal, by the method of Box and Muller. */
  readonly normal: (deviation: number) => number;
}

export function chanceFrom(seed: number): Chance {
  // Neighbouring seeds start alike: stir the seed, and pass over the first draws.
  const generator = xoroshiro128plus(Math.imul(seed ^ 0x9e3779b9, 0x85ebca6b) ^ (seed >>> 13));
  for (let i = 0; i < 16; i++) uniformFloat64(generator);
  const next = (): number => uniformFloat64(generator);
  const at = <T>(items: readonly T[], index: number): T => {
    const item = items[Math.min(items.length - 1, index)];
    if (item === undefined) throw new RangeError('There is nothing to choose from.');
    return item;
  };
  return {
    between: (low, high) => low + (high - low) * next(),
    happens: (share) => next() < share,
    oneOf: (items) => at(items, Math.floor(next() * items.length)),
    weighted: (items, weightOf) => {
      let left = next() * items.reduce((sum, item) => sum + weightOf(item), 0);
      for (const item of items) {
        left -= weightOf(item);
        if (left < 0) return item;
      }
      return at(items, items.length - 1);
    },
    normal: (deviation) => deviation * Math.sqrt(-2 * Math.log(1 - next())) * Math.cos(2 * Math.PI * next()),
  };
}

/** Uniform numbers in (0, 1) from a 32-bit seed, quick enough for every sample of a recording. */
function uniform(seed: number): () => number {
  let a = seed >>> 0;
  return () => {
    a = (a + 0x6d2b79f5) >>> 0;
    let t = a;
    t = Math.imul(t ^ (t >>> 15), t | 1);
    t ^= t + Math.imul(t ^ (t >>> 7), t | 61);
    return (((t ^ (t >>> 14)) >>> 0) + 0.5) / 4294967296;
  };
}

/** Two independent normal numbers a call, mean 0 and variance 1 (Box and Muller). */
export function normalPairs(seed: number): () => [number, number] {
  const next = uniform(seed);
  return () => {
    const r = Math.sqrt(-2 * Math.log(next()));
    const phi = 2 * Math.PI * next();
    return [r * Math.cos(phi), r * Math.sin(phi)];
  };
}
