import type { FaultyWay, Space } from './space';
import { independence } from './tables/certainty';

/** How an observation looks under each explanation; outcomes run from the best to the worst. */
export interface Look {
  readonly outcomes: readonly string[];
  readonly healthy: Readonly<Record<string, number>>;
  readonly outside: Readonly<Record<string, number>>;
  readonly misaligned: Readonly<Record<string, number>>;
  /** Row of one section at fault in one way, or undefined when that does not touch the observation. */
  readonly faulty: (section: number, way: FaultyWay) => Readonly<Record<string, number>> | undefined;
}

/** A row between two others: `strength` of the first, the rest of the second. */
export const mixed = (
  row: Readonly<Record<string, number>>,
  other: Readonly<Record<string, number>>,
  strength: number,
): Readonly<Record<string, number>> =>
  strength >= 1 ? row : Object.fromEntries(Object.keys(row).map((o) => [o, strength * (row[o] ?? 0) + (1 - strength) * (other[o] ?? 0)]));

/**
 * Rows for the whole space, outcome × hypothesis, each column summing to one. A pair shows what its two sections,
 * averaged over their kinds, show: the worse of the two where both touch. Every column is flattened for evidence that
 * is never quite independent (see `independence`).
 */
export function rowsOf(space: Space, look: Look): Float64Array {
  const width = space.count;
  const height = look.outcomes.length;
  const rows = new Float64Array(height * width);
  const averages: (Float64Array | undefined)[] = [];
  const line = (row: Readonly<Record<string, number>>): Float64Array => Float64Array.from(look.outcomes, (o) => row[o] ?? 0);
  const healthy = line(look.healthy);
  const singles: Float64Array[] = [];
  space.ways.forEach((ways, s) => {
    let touched = false;
    const mean = new Float64Array(height);
    for (const way of ways) {
      const row = look.faulty(s, way);
      if (row) touched = true;
      const values = row ? line(row) : healthy;
      singles.push(values);
      for (let r = 0; r < height; r++) mean[r] = (mean[r] ?? 0) + way.share * (values[r] ?? 0);
    }
    averages.push(touched ? mean : undefined);
  });
  const put = (h: number, values: Float64Array): void => {
    let sum = 0;
    for (let r = 0; r < height; r++) sum += (values[r] ?? 0) ** independence;
    for (let r = 0; r < height; r++) rows[r * width + h] = (values[r] ?? 0) ** independence / sum;
  };
  const worse = new Float64Array(height);
  for (let h = 0; h < width; h++) {
    const kind = space.kind[h] ?? 'pair';
    const [i, j] = [space.first[h] ?? 0, space.second[h] ?? 0];
    if (kind === 'outside') put(h, line(look.outside));
    else if (kind === 'misaligned') put(h, line(look.misaligned));
    else if (kind === 'pair') {
      const [a, b] = [averages[i], averages[j]];
      if (a && b) {
        let [upToA, upToB] = [0, 0];
        for (let r = 0; r < height; r++) {
          const before = upToA * upToB;
          upToA += a[r] ?? 0;
          upToB += b[r] ?? 0;
          worse[r] = upToA * upToB - before;
        }
        put(h, worse);
      } else put(h, a ?? b ?? healthy);
    } else put(h, singles[h - 2] ?? healthy);
  }
  return rows;
}
