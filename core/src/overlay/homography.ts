import { Matrix, solve } from 'ml-matrix';
import { CoreError } from '../errors';

/** A place in a picture, in its points across and down. */
export interface Place {
  readonly x: number;
  readonly y: number;
}
/** Two pictures of one thing: the same place in each. */
export interface Pair {
  readonly from: Place;
  readonly to: Place;
}
/** The nine figures, row by row, that lay one picture of something flat over another from another angle; the last is 1. */
export type Homography = readonly number[];

/** Where a place of the first picture lies in the second. */
export function laid(by: Homography, { x, y }: Place): Place {
  const of = (k: number): number => by[k] ?? 0;
  const w = of(6) * x + of(7) * y + of(8);
  return { x: (of(0) * x + of(1) * y + of(2)) / w, y: (of(3) * x + of(4) * y + of(5)) / w };
}

/** Twice the area of a triangle, by which three places on a line are known. */
const area = (a: Place, b: Place, c: Place): number => Math.abs((b.x - a.x) * (c.y - a.y) - (c.x - a.x) * (b.y - a.y));

/** Whether three of some places lie on a line, or two on one spot, as far as the size of what they span tells. */
function onLine(places: readonly Place[]): boolean {
  const [xs, ys] = [places.map(({ x }) => x), places.map(({ y }) => y)];
  const span = Math.max(Math.max(...xs) - Math.min(...xs), Math.max(...ys) - Math.min(...ys));
  return places.some((a, i) => places.some((b, j) => places.some((c, k) => i < j && j < k && area(a, b, c) < 0.01 * span * span)));
}

/**
 * The way in which one picture of something flat lies over another, from four or more places that are the same in both; of more than four
 * the least squares of the linear equations. Source: R. Hartley, A. Zisserman, Multiple View Geometry in Computer Vision, 4.1.
 *
 * @throws CoreError `out-of-range` for fewer than four, and where of four three lie on a line
 */
export function homographyOf(pairs: readonly Pair[]): Homography {
  const refuse = (message: string, remedy: string): never => {
    throw new CoreError('out-of-range', 'places', message, remedy);
  };
  if (pairs.length < 4) refuse('Four places are needed.', 'Mark the same four places on both pictures.');
  if (pairs.length === 4 && (onLine(pairs.map(({ from }) => from)) || onLine(pairs.map(({ to }) => to))))
    refuse('Three of the places lie on a line.', 'Mark places towards the four corners.');
  const rows = pairs.flatMap(({ from: { x, y }, to }) => [
    [x, y, 1, 0, 0, 0, -to.x * x, -to.x * y],
    [0, 0, 0, x, y, 1, -to.y * x, -to.y * y],
  ]);
  const right = pairs.flatMap(({ to }) => [[to.x], [to.y]]);
  try {
    return [...solve(new Matrix(rows), new Matrix(right)).to1DArray(), 1];
  } catch {
    // The first corner of the one would lie infinitely far off in the other.
    return refuse('These places are no two views of one flat thing.', 'Mark the same four places on both pictures.');
  }
}
