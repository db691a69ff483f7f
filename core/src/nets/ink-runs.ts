import type { Bounds, Point } from './ink';

/** Ink and paper, a byte a pixel: 1 where there is ink. */
export interface Mask {
  readonly width: number;
  readonly height: number;
  readonly ink: Uint8Array;
}

/** All runs of ink along the rows of a picture, row by row; run i lies in row at[i], from from[i] to to[i]. */
export interface Runs {
  readonly at: readonly number[];
  readonly from: readonly number[];
  readonly to: readonly number[];
}

/** A piece of ink that hangs together, also over corners. */
export interface Blot {
  readonly box: Bounds;
  readonly area: number;
  readonly centre: Point;
  /** Some of its points, among them its outermost ones. */
  readonly points: readonly Point[];
}

export const blank = (width: number, height: number): Mask => ({ width, height, ink: new Uint8Array(width * height) });

export function runsOf({ width, ink }: Mask): Runs {
  const [at, from, to]: [number[], number[], number[]] = [[], [], []];
  for (let i = ink.indexOf(1); i >= 0; i = ink.indexOf(1, i)) {
    const row = Math.floor(i / width);
    const [start, end] = [i, (row + 1) * width];
    while (i < end && ink[i]) i++;
    at.push(row);
    from.push(start - row * width);
    to.push(i - 1 - row * width);
  }
  return { at, from, to };
}

/** The picture with its rows as columns. */
export function turnedOver({ width, height }: Mask, { at, from, to }: Runs): Mask {
  const out = blank(height, width);
  for (let k = 0; k < at.length; k++)
    for (let x = from[k] as number, i = x * height + (at[k] as number); x <= (to[k] as number); x++, i += height) out.ink[i] = 1;
  return out;
}

export function wipe({ width, height, ink }: Mask, [x0, y0, x1, y1]: Bounds): void {
  const [left, right] = [Math.max(0, Math.floor(x0)), Math.min(width - 1, Math.ceil(x1))];
  if (right < left) return;
  for (let y = Math.max(0, Math.floor(y0)); y <= Math.min(height - 1, Math.ceil(y1)); y++)
    ink.fill(0, y * width + left, y * width + right + 1);
}

/** The middles of squares of ink of so many pixels, a few in a hundred of it forgiven; looked for along the runs of the picture. */
export function solid({ width, height, ink }: Mask, { at, from, to }: Runs, side: number): Mask {
  const out = blank(width, height);
  const missing = Math.floor(side * side * 0.06);
  const [before, after] = [side >> 1, side - 1 - (side >> 1)];
  const whole = (x: number, y: number): boolean => {
    let gone = 0;
    for (let row = y - before; row <= y + after; row++)
      for (let i = row * width + x - before, end = i + side; i < end; i++) if (!ink[i] && ++gone > missing) return false;
    return true;
  };
  for (let k = 0; k < at.length; k++) {
    const y = at[k] as number;
    if (y < before || y + after >= height) continue;
    const [up, down] = [-before * width, after * width];
    const last = (to[k] as number) - after;
    for (let x = (from[k] as number) + before, i = y * width + x; x <= last; x++, i++)
      if ((ink[i + up] || ink[i + down]) && whole(x, y)) out.ink[i] = 1;
  }
  return out;
}

/** What hangs together, by its runs; every so many pixels of it are kept as points. */
export function blotsOf({ at, from, to }: Runs, everyPoint: number): Blot[] {
  const count = at.length;
  const above = new Int32Array(count);
  const rootOf = (i: number): number => {
    while (above[i] !== i) i = above[i] = above[above[i] as number] as number;
    return i;
  };
  let [before, row] = [0, 0];
  for (let i = 0; i < count; i++) {
    above[i] = i;
    if (at[i] !== at[row]) row = i;
    // Runs of the row above that end before this one begins are done with.
    while (before < row && ((at[before] as number) < (at[i] as number) - 1 || (to[before] as number) < (from[i] as number) - 1)) before++;
    for (let j = before; j < row && (from[j] as number) <= (to[i] as number) + 1; j++) {
      const [a, b] = [rootOf(i), rootOf(j)];
      if (a < b) above[b] = a;
      else above[a] = b;
    }
  }
  interface Growing {
    box: [number, number, number, number];
    area: number;
    sx: number;
    sy: number;
    points: Point[];
    tips: Point[];
  }
  const grown = new Map<number, Growing>();
  for (let i = 0; i < count; i++) {
    const [y, a, b, root] = [at[i] as number, from[i] as number, to[i] as number, rootOf(i)];
    let blot = grown.get(root);
    if (!blot)
      grown.set(
        root,
        (blot = {
          box: [a, y, b, y],
          area: 0,
          sx: 0,
          sy: 0,
          points: [],
          tips: [
            [a, y],
            [b, y],
            [a, y],
            [a, y],
          ],
        }),
      );
    const { box, tips } = blot;
    if (a < box[0]) [box[0], tips[0]] = [a, [a, y]];
    if (b > box[2]) [box[2], tips[1]] = [b, [b, y]];
    [box[3], tips[3]] = [y, [a, y]];
    const long = b - a + 1;
    for (let k = (everyPoint - (blot.area % everyPoint)) % everyPoint; k < long; k += everyPoint) blot.points.push([a + k, y]);
    blot.area += long;
    blot.sx += (long * (a + b)) / 2;
    blot.sy += long * y;
  }
  return [...grown.values()].map(({ box, area, sx, sy, points, tips }) => ({
    box,
    area,
    centre: [sx / area, sy / area],
    points: [...points, ...tips],
  }));
}
