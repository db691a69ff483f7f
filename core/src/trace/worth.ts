import type { TestModel } from './bench-test';
import type { LocalRows } from './rows';
import type { Space } from './space';
import { stopAt } from './tables/certainty';

/** Hypotheses still worth counting, gathered so that the inner loop runs over few and near ones. */
export interface Active {
  readonly at: Int32Array;
  readonly chance: Float64Array;
  /** So many, from the start, are not pairs. */
  readonly singles: number;
}

/** Under this chance a hypothesis changes no ranking; the posterior itself keeps it. All such together are some 2 %. */
const negligible = 1e-4;

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

/** Chance of each outcome of a test, and the cells (see `byCell`) after each, not normalised. Made once and filled again and again. */
export interface Split {
  readonly cells: Float64Array;
  readonly chance: Float64Array;
  readonly stride: number;
  outcomes: number;
}

/** Room for a split of a test with up to so many outcomes. */
export const splitRoom = (space: Space, outcomes: number): Split => ({
  cells: new Float64Array(outcomes * space.cells),
  chance: new Float64Array(outcomes),
  stride: space.cells,
  outcomes: 0,
});

const perBit = 1 / Math.LN2;

/** x · ln x over the square root of x, where it is smooth enough to be read between the lines: within 5e-6. */
const steps = 1024;
const table = Float64Array.from({ length: steps + 2 }, (_, i) => (i === 0 ? 0 : (i / steps) ** 2 * Math.log((i / steps) ** 2)));
/** x · ln x for x from 0 to 1. Logarithms would take most of the time of ranking. */
export function xlogx(x: number): number {
  const u = Math.sqrt(x) * steps;
  const i = u | 0;
  const low = table[i] as number;
  return low + (u - i) * ((table[i + 1] as number) - low);
}

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

/**
 * Adds up one outcome: from `base` on the chance of each cell, a pair half to each of its two; returns the chance of the
 * outcome. Small and called often, so that it is compiled well.
 * @param row chance of the outcome under each hypothesis.
 */
function gather({ first, second }: Space, row: Float64Array, { at, chance, singles }: Active, cells: Float64Array, base: number): number {
  let sum = 0;
  // Those of one section stand first: they need one addition, pairs two.
  for (let a = 0; a < singles; a++) {
    const h = at[a] as number;
    const value = (chance[a] as number) * (row[h] as number);
    sum += value;
    (cells[base + (first[h] as number)] as number) += value;
  }
  let pairs = 0;
  for (let a = singles; a < at.length; a++) {
    const h = at[a] as number;
    const half = (chance[a] as number) * (row[h] as number) * 0.5;
    pairs += half;
    (cells[base + (first[h] as number)] as number) += half;
    (cells[base + (second[h] as number)] as number) += half;
  }
  return sum + 2 * pairs;
}

/** Fills a room with the outcomes of a test. */
export function splitInto(split: Split, space: Space, test: TestModel, active: Active): Split {
  const { rows } = test;
  const { cells, chance, stride } = split;
  split.outcomes = rows.length;
  cells.fill(0, 0, rows.length * stride);
  for (let r = 0; r < rows.length; r++) chance[r] = gather(space, rows[r] as Float64Array, active, cells, r * stride);
  return split;
}

/** Bits of uncertainty left on average after the outcomes of a split. */
export function bitsLeft({ chance, cells, stride, outcomes }: Split): number {
  let left = 0;
  for (let r = 0; r < outcomes; r++) left += xlogx(chance[r] as number);
  for (let c = 0; c < outcomes * stride; c++) left -= xlogx(cells[c] as number);
  return left * perBit;
}

/**
 * Bits left after a test that one section alone can turn, by the single faults. Every other cell keeps its share in each
 * outcome, so that their sums serve for all such tests.
 * @param inside sum of x · ln x over the cells of `chance`.
 */
export function bitsLeftLocally(space: Space, rows: LocalRows, chances: Float64Array, cells: Float64Array, inside: number): number {
  const own = cells[rows.at] as number;
  const from = space.from[rows.at] as number;
  let left = 0;
  for (let r = 0; r < rows.sound.length; r++) {
    const sound = rows.sound[r] as number;
    let faulty = 0;
    for (let w = 0; w < rows.faulty.length; w++) faulty += (chances[from + w] as number) * ((rows.faulty[w] as Float64Array)[r] as number);
    const others = xlogx(sound) * (1 - own) + sound * (inside - xlogx(own));
    left += xlogx(sound * (1 - own) + faulty) - others - xlogx(faulty);
  }
  return left * perBit;
}

/** The same, where nothing more has to be known once one cell has reached the stop. */
export function bitsToGo({ chance, cells, stride, outcomes }: Split): number {
  let left = 0;
  for (let r = 0; r < outcomes; r++) {
    const p = chance[r] as number;
    let inside = 0;
    let top = 0;
    for (let c = r * stride; c < (r + 1) * stride; c++) {
      const value = cells[c] as number;
      inside += xlogx(value);
      if (value > top) top = value;
    }
    if (top < stopAt * p) left += xlogx(p) - inside;
  }
  return left * perBit;
}

/** Under this chance a hypothesis is left out when looking a second step ahead. */
const passedOver = 1e-3;

/** The hypotheses after one outcome of a test, the unlikely ones left out. */
export function afterOutcome(test: TestModel, r: number, active: Active): Active {
  const row = test.rows[r] as Float64Array;
  const joint = new Float64Array(active.at.length);
  let sum = 0;
  for (let a = 0; a < joint.length; a++) {
    const value = (active.chance[a] as number) * (row[active.at[a] as number] as number);
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
