import type { TestModel } from './bench-test';
import type { Space } from './space';
import { stopAt } from './tables/certainty';

/** Hypotheses still worth counting, gathered so that the inner loop runs over few and near ones. */
export interface Active {
  readonly at: Int32Array;
  readonly chance: Float64Array;
}

/** Under this chance a hypothesis changes no ranking; the posterior itself keeps it. */
const negligible = 1e-7;

export function activeOf(chances: Float64Array, upTo: number): Active {
  const at: number[] = [];
  let sum = 0;
  for (let h = 0; h < upTo; h++)
    if ((chances[h] ?? 0) > negligible) {
      at.push(h);
      sum += chances[h] ?? 0;
    }
  return { at: Int32Array.from(at), chance: Float64Array.from(at, (h) => (chances[h] ?? 0) / sum) };
}

/** Chance of each outcome of a test, and the cells (see `byCell`) after each, not normalised. */
export interface Split {
  readonly chance: Float64Array;
  readonly cells: Float64Array[];
}

const xlog2x = (x: number): number => (x > 0 ? x * Math.log2(x) : 0);

export function cellsOf(space: Space, { at, chance }: Active): Float64Array {
  const cells = new Float64Array(space.cells);
  for (let a = 0; a < at.length; a++) {
    const h = at[a] ?? 0;
    const half = (chance[a] ?? 0) / 2;
    const [i, j] = [space.first[h] ?? 0, space.second[h] ?? 0];
    cells[i] = (cells[i] ?? 0) + half;
    cells[j] = (cells[j] ?? 0) + half;
  }
  return cells;
}

export function splitOf(space: Space, test: TestModel, { at, chance }: Active): Split {
  const width = space.count;
  const { first, second } = space;
  const rows = test.chances;
  const height = test.outcomes.length;
  const outcome = new Float64Array(height);
  const cells: Float64Array[] = [];
  for (let r = 0; r < height; r++) {
    const row = r * width;
    const after = new Float64Array(space.cells);
    let sum = 0;
    for (let a = 0; a < at.length; a++) {
      const h = at[a] as number;
      const half = ((chance[a] as number) * (rows[row + h] as number)) / 2;
      sum += half;
      (after[first[h] as number] as number) += half;
      (after[second[h] as number] as number) += half;
    }
    outcome[r] = 2 * sum;
    cells.push(after);
  }
  return { chance: outcome, cells };
}

/** Bits of uncertainty left on average after the outcomes of a split. */
export function bitsLeft({ chance, cells }: Split): number {
  let left = 0;
  for (let r = 0; r < cells.length; r++) {
    const after = cells[r] as Float64Array;
    let inside = 0;
    for (const value of after) inside += xlog2x(value);
    left += xlog2x(chance[r] as number) - inside;
  }
  return left;
}

/** The same, where nothing more has to be known once one cell has reached the stop. */
export function bitsToGo({ chance, cells }: Split): number {
  let left = 0;
  for (let r = 0; r < cells.length; r++) {
    const after = cells[r] as Float64Array;
    const p = chance[r] as number;
    let inside = 0;
    let top = 0;
    for (const value of after) {
      inside += xlog2x(value);
      if (value > top) top = value;
    }
    if (top < stopAt * p) left += xlog2x(p) - inside;
  }
  return left;
}

/** The hypotheses after one outcome of a test. */
export function afterOutcome(space: Space, test: TestModel, r: number, active: Active): Active {
  const row = r * space.count;
  let sum = 0;
  const chance = active.chance.map((p, a) => {
    const value = p * (test.chances[row + (active.at[a] ?? 0)] ?? 0);
    sum += value;
    return value;
  });
  return { at: active.at, chance: chance.map((p) => p / sum) };
}
