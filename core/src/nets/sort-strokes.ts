import { polygonContains } from 'd3-polygon';
import { boundsOf, type Bounds, type PageInk, type Point, type Stroke } from './ink';

/** A straight line: `h` runs across, `v` down, `s` neither. Its first end is the left or upper one. */
export interface Line {
  readonly a: Point;
  readonly b: Point;
  readonly axis: 'h' | 'v' | 's';
  readonly width: number;
}

/** A closed outline that ends the lines that come to it. */
export interface Body {
  readonly shape: 'box' | 'circle' | 'triangle' | 'other';
  readonly outline: readonly Point[];
  readonly box: Bounds;
  readonly filled: boolean;
}

/** Ink that is neither a line nor an outline: a curve, a zigzag, a short slanted stroke. */
export interface Loose {
  readonly points: readonly Point[];
  readonly box: Bounds;
  readonly curved: boolean;
}

export interface Spot {
  readonly x: number;
  readonly y: number;
  readonly r: number;
}

/** The ink of a page by what it can be, before anything is joined. */
export interface SortedInk {
  readonly lines: readonly Line[];
  readonly bodies: readonly Body[];
  readonly loose: readonly Loose[];
  /** Filled: joins what meets there. */
  readonly dots: readonly Spot[];
  /** Small and open: a terminal, a contact, a point to probe. */
  readonly rings: readonly Spot[];
  /** Small filled heads of arrows. */
  readonly arrows: readonly Loose[];
}

const steepest = 0.035;
/** In heights of the text. */
const sizes = { dot: 0.62, ring: 0.72, thin: 0.3, arrow: 0.95, slanted: 6, curvePiece: 0.5 } as const;

const length = ([ax, ay]: Point, [bx, by]: Point): number => Math.hypot(bx - ax, by - ay);

const axisOf = ([ax, ay]: Point, [bx, by]: Point): Line['axis'] => {
  const [dx, dy] = [Math.abs(bx - ax), Math.abs(by - ay)];
  if (dy <= dx * steepest) return 'h';
  return dx <= dy * steepest ? 'v' : 's';
};

/** A line with its ends in order, straightened where it lies along an axis. */
export function lineOf(from: Point, to: Point, width: number): Line {
  const axis = axisOf(from, to);
  const turned = axis === 'v' ? from[1] > to[1] : from[0] > to[0];
  const [a, b] = turned ? [to, from] : [from, to];
  if (axis === 'h') {
    const y = (a[1] + b[1]) / 2;
    return { a: [a[0], y], b: [b[0], y], axis, width };
  }
  if (axis === 'v') {
    const x = (a[0] + b[0]) / 2;
    return { a: [x, a[1]], b: [x, b[1]], axis, width };
  }
  return { a, b, axis, width };
}

/** Corners without those that lie on the way between their neighbours. */
function corners(points: readonly Point[], closed: boolean): Point[] {
  const kept: Point[] = [];
  const n = points.length;
  points.forEach((p, i) => {
    const before = kept.at(-1) ?? (closed ? points[n - 1] : undefined);
    const after = points[i + 1] ?? (closed ? points[0] : undefined);
    if (before && after) {
      const [ux, uy, vx, vy] = [p[0] - before[0], p[1] - before[1], after[0] - p[0], after[1] - p[1]];
      const [u, v] = [Math.hypot(ux, uy), Math.hypot(vx, vy)];
      if (u < 1e-6) return;
      if (v > 1e-6 && Math.abs(ux * vy - uy * vx) < 0.02 * u * v && ux * vx + uy * vy > 0) return;
    }
    kept.push(p);
  });
  return kept;
}

function roundness(points: readonly Point[]): Spot | undefined {
  const [left, top, right, bottom] = boundsOf(points);
  const [x, y, r] = [(left + right) / 2, (top + bottom) / 2, (right - left + bottom - top) / 4];
  if (points.length < 8 || Math.abs(right - left - (bottom - top)) > 0.12 * r) return undefined;
  return points.every(([px, py]) => Math.abs(Math.hypot(px - x, py - y) - r) < 0.12 * r) ? { x, y, r } : undefined;
}

/** The outline of a circle as corners. */
export const circleOutline = ({ x, y, r }: Spot): Point[] =>
  Array.from({ length: 24 }, (_, i): Point => [x + r * Math.cos((i * Math.PI) / 12), y + r * Math.sin((i * Math.PI) / 12)]);

/** Whether a point lies within an outline. */
export const within = (body: Body, [x, y]: Point): boolean => {
  const [left, top, right, bottom] = body.box;
  if (x < left || x > right || y < top || y > bottom) return false;
  return body.shape === 'box' || polygonContains(body.outline as [number, number][], [x, y]);
};

interface Sorting {
  readonly lines: Line[];
  readonly bodies: Body[];
  readonly loose: Loose[];
  readonly dots: Spot[];
  readonly rings: Spot[];
  readonly arrows: Loose[];
}

/**
 * Sorts the ink of a page.
 * @param unit Height of the text on it, in sheet units.
 */
export function sortStrokes(ink: Pick<PageInk, 'strokes'>, unit: number): SortedInk {
  const out: Sorting = { lines: [], bodies: [], loose: [], dots: [], rings: [], arrows: [] };
  for (const stroke of ink.strokes) {
    if (stroke.dashed) continue;
    if (stroke.closed) sortClosed(stroke, unit, out);
    else sortOpen(stroke, unit, out);
  }
  return out;
}

function sortClosed(stroke: Stroke, unit: number, out: Sorting): void {
  const { points, filled, stroked, width } = stroke;
  const box = boundsOf(points);
  const [wide, high] = [box[2] - box[0], box[3] - box[1]];
  const circle = roundness(points);
  if (circle) {
    if (filled && circle.r < sizes.dot * unit) out.dots.push(circle);
    else if (!filled && circle.r < sizes.ring * unit) out.rings.push(circle);
    else out.bodies.push({ shape: 'circle', outline: circleOutline(circle), box, filled });
    return;
  }
  const outline = corners(points, true);
  // A line that some programs draw as a thin filled box.
  if (filled && outline.length <= 5 && Math.min(wide, high) < sizes.thin * unit && Math.max(wide, high) > Math.min(wide, high) * 3) {
    const [x, y] = [(box[0] + box[2]) / 2, (box[1] + box[3]) / 2];
    out.lines.push(wide > high ? lineOf([box[0], y], [box[2], y], high) : lineOf([x, box[1]], [x, box[3]], wide));
    return;
  }
  // Letters that were drawn as outlines.
  if (filled && !stroked && (stroke.curved || outline.length > 6)) return;
  if (Math.max(wide, high) < sizes.arrow * unit && filled && outline.length === 3) {
    out.arrows.push({ points: outline, box, curved: false });
    return;
  }
  if (outline.length < 3) {
    const [a, b] = [outline[0], outline[1]];
    if (a && b) out.lines.push(lineOf(a, b, width));
    return;
  }
  const square = outline.length === 4 && outline.every((p, i) => axisOf(p, outline[(i + 1) % 4] as Point) !== 's');
  const shape = square ? 'box' : outline.length === 3 ? 'triangle' : 'other';
  out.bodies.push({ shape, outline, box, filled });
}

function sortOpen({ points, curved, width }: Stroke, unit: number, out: Sorting): void {
  if (curved) {
    out.loose.push({ points, box: boundsOf(points), curved: true });
    return;
  }
  const path = corners(points, false);
  const pieces = path.slice(1).map((to, i) => ({ from: path[i] as Point, to }));
  const short = pieces.filter(({ from, to }) => length(from, to) < sizes.curvePiece * unit).length;
  // A curve that was flattened before it came here.
  if (pieces.length >= 5 && short > pieces.length * 0.6) {
    out.loose.push({ points: path, box: boundsOf(path), curved: true });
    return;
  }
  let slanted: Point[] = [];
  const letGo = (): void => {
    if (slanted.length > 1) out.loose.push({ points: slanted, box: boundsOf(slanted), curved: false });
    slanted = [];
  };
  for (const { from, to } of pieces) {
    const line = lineOf(from, to, width);
    if (length(from, to) < 1e-6) continue;
    if (line.axis !== 's' || (pieces.length === 1 && length(from, to) > sizes.slanted * unit)) {
      letGo();
      out.lines.push(line);
    } else slanted = slanted.length ? [...slanted, to] : [from, to];
  }
  letGo();
}
