import type { TestModel } from './bench-test';
import type { Space } from './space';
import { stopAt } from './tables/certainty';

/** Hypotheses still worth counting, gathered so that the inner loop runs over few and near ones. */
export interface Active {
  readonly at: Int32Array;
  readonly chance: Float64Array;
  /** So many, from the start, are not pairs. */
  readonly singles: number;
}

/** Under this chance a hypothesis changes no ranking; the posterior itself keeps it. */
const negligible = 1e-6;

export function activeOf(space: Space, chances: Float64Array, upTo: number): Active {
  const at = new Int32Array(upTo);
  let many = 0;
  let singles = 0;
  let sum = 0;
  for (let h = 0; h < upTo; h++) {
    const p = chances[h] as number;
    if (p <= negligible) continue;
    at[many++] = h;
    if (h < space.single) singles = many;
    sum += p;
  }
  const kept = at.slice(0, many);
  const chance = new Float64Array(many);
  for (let a = 0; a < many; a++) chance[a] = (chances[kept[a] as number] as number) / sum;
  return { at: kept, chance, singles };
}

/** Chance of each outcome of a test, and the cells (see `byCell`) after each, not normalised. */
export interface Split {
  readonly chance: Float64Array;
  readonly cells: Float64Array[];
}

const perBit = 1 / Math.LN2;
/** x · ln x. */
const xlogx = (x: number): number => (x > 0 ? x * Math.log(x) : 0);

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

export function splitOf(space: Space, test: TestModel, { at, chance, singles }: Active): Split {
  const width = space.count;
  const { first, second } = space;
  const rows = test.chances;
  const height = test.outcomes.length;
  const outcome = new Float64Array(height);
  const cells: Float64Array[] = [];
  const n = at.length;
  for (let r = 0; r < height; r++) {
    const row = r * width;
    const after = new Float64Array(space.cells);
    let sum = 0;
    // Those of one section stand first: they need one addition, pairs two.
    for (let a = 0; a < singles; a++) {
      const h = at[a] as number;
      const value = (chance[a] as number) * (rows[row + h] as number);
      sum += value;
      (after[first[h] as number] as number) += value;
    }
    for (let a = singles; a < n; a++) {
      const h = at[a] as number;
      const half = ((chance[a] as number) * (rows[row + h] as number)) / 2;
      sum += 2 * half;
      (after[first[h] as number] as number) += half;
      (after[second[h] as number] as number) += half;
    }
    outcome[r] = sum;
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
    for (const value of after) inside += xlogx(value);
    left += xlogx(chance[r] as number) - inside;
  }
  return left * perBit;
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
      inside += xlogx(value);
      if (value > top) top = value;
    }
    if (top < stopAt * p) left += xlogx(p) - inside;
  }
  return left * perBit;
}

/** Under this chance a hypothesis is left out when looking a second step ahead. */
const passedOver = 3e-4;

/** The hypotheses after one outcome of a test, the unlikely ones left out. */
export function afterOutcome(space: Space, test: TestModel, r: number, active: Active): Active {
  const row = r * space.count;
  const { chances } = test;
  const joint = new Float64Array(active.at.length);
  let sum = 0;
  for (let a = 0; a < joint.length; a++) {
    const value = (active.chance[a] as number) * (chances[row + (active.at[a] as number)] as number);
    joint[a] = value;
    sum += value;
  }
  const least = passedOver * sum;
  const at: number[] = [];
  const chance: number[] = [];
  let kept = 0;
  let singles = 0;
  for (let a = 0; a < joint.length; a++) {
    const value = joint[a] as number;
    if (value < least) continue;
    at.push(active.at[a] as number);
    chance.push(value);
    if (a < active.singles) singles = at.length;
    kept += value;
  }
  return { at: Int32Array.from(at), chance: Float64Array.from(chance, (p) => p / kept), singles };
}
