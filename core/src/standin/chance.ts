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
