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
  /** The one section that can turn it, where there is but one. */
  readonly only?: number;
}

/** Rows of an observation that one section alone can turn: every explanation without it looks the same. */
export interface LocalRows {
  readonly at: number;
  /** Chance of each outcome when the section is sound. */
  readonly sound: Float64Array;
  /** The same when it is at fault, for each of its ways. */
  readonly faulty: readonly Float64Array[];
  /** The same when it is one of two at fault. */
  readonly paired: Float64Array;
}

const line = (look: Look, row: Readonly<Record<string, number>>): Float64Array => Float64Array.from(look.outcomes, (o) => row[o] ?? 0);

/** Flattened for evidence that is never quite independent (see `independence`), and summing to one again. */
function flattened(values: Float64Array): Float64Array {
  const raised = values.map((v) => v ** independence);
  const sum = raised.reduce((a, b) => a + b, 0);
  return raised.map((v) => v / sum);
}

/** Chance of each outcome when nothing is at fault, flattened. */
export const soundRow = (look: Look): Float64Array => flattened(line(look, look.healthy));

/** The rows of a look that one section alone can turn; undefined for any other. */
export function localRowsOf(space: Space, look: Look): LocalRows | undefined {
  const at = look.only;
  if (at === undefined) return undefined;
  const ways = space.ways[at] ?? [];
  const faulty = ways.map((way) => line(look, look.faulty(at, way) ?? look.healthy));
  const mean = new Float64Array(look.outcomes.length);
  faulty.forEach((row, w) => row.forEach((p, r) => ((mean[r] as number) += p * (ways[w]?.share ?? 0))));
  return { at, sound: soundRow(look), faulty: faulty.map(flattened), paired: flattened(mean) };
}

/** Local rows laid out for the whole space. */
export function spread(space: Space, { at, sound, faulty, paired }: LocalRows): Float64Array[] {
  const { count, single, first, second } = space;
  return Array.from(sound, (p, r) => {
    const row = new Float64Array(count).fill(p);
    faulty.forEach((own, w) => (row[(space.from[at] as number) + w] = own[r] as number));
    for (let h = single; h < count; h++) if (first[h] === at || second[h] === at) row[h] = paired[r] as number;
    return row;
  });
}

/** A row between two others: `strength` of the first, the rest of the second. */
export const mixed = (
  row: Readonly<Record<string, number>>,
  other: Readonly<Record<string, number>>,
  strength: number,
): Readonly<Record<string, number>> =>
  strength >= 1 ? row : Object.fromEntries(Object.keys(row).map((o) => [o, strength * (row[o] ?? 0) + (1 - strength) * (other[o] ?? 0)]));

/**
 * Rows for the whole space, one for each outcome; over the outcomes they sum to one. A pair shows what its two sections,
 * averaged over their kinds, show: the worse of the two where both touch. Every column is flattened for evidence that
 * is never quite independent (see `independence`).
 */
export function rowsOf(space: Space, look: Look): Float64Array[] {
  const width = space.count;
  const height = look.outcomes.length;
  const rows = look.outcomes.map(() => new Float64Array(width));
  const averages: (Float64Array | undefined)[] = [];
  const healthy = line(look, look.healthy);
  const singles: Float64Array[] = [];
  space.ways.forEach((ways, s) => {
    let touched = false;
    const mean = new Float64Array(height);
    for (const way of ways) {
      const row = look.faulty(s, way);
      if (row) touched = true;
      const values = row ? line(look, row) : healthy;
      singles.push(values);
      for (let r = 0; r < height; r++) mean[r] = (mean[r] ?? 0) + way.share * (values[r] ?? 0);
    }
    averages.push(touched ? mean : undefined);
  });
  const put = (h: number, values: Float64Array): void => {
    let sum = 0;
    rows.forEach((row, r) => (sum += row[h] = (values[r] as number) ** independence));
    for (const row of rows) (row[h] as number) /= sum;
  };
  const worse = new Float64Array(height);
  for (let h = 0; h < width; h++) {
    const kind = space.kind[h] ?? 'pair';
    const [i, j] = [space.first[h] ?? 0, space.second[h] ?? 0];
    if (kind === 'outside') put(h, line(look, look.outside));
    else if (kind === 'misaligned') put(h, line(look, look.misaligned));
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
