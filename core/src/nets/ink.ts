/** A point of a sheet, in sheet units from its upper left corner. */
export type Point = readonly [number, number];

/** Left, top, right and bottom. */
export type Bounds = readonly [number, number, number, number];

/** One line as it was drawn: straight from point to point, or a curve flattened to points. */
export interface Stroke {
  readonly points: readonly Point[];
  readonly closed: boolean;
  readonly curved: boolean;
  readonly dashed: boolean;
  /** Filled with ink; filled with the colour of the paper counts as not. */
  readonly filled: boolean;
  /** Whether its outline is drawn; what is only filled has none. */
  readonly stroked: boolean;
  readonly width: number;
}

/** What is drawn on a page beside its text. */
export interface PageInk {
  readonly width: number;
  readonly height: number;
  readonly strokes: readonly Stroke[];
  /** Pictures that lie on the page: what is in them is not read. */
  readonly pictures: readonly Bounds[];
  /** There are more strokes than are gone through. */
  readonly tooMany: boolean;
}

/** So many strokes are gone through at most on one page; a dense page of a service manual has some ten thousand. */
export const mostStrokes = 120_000;

export const boundsOf = (points: readonly Point[]): Bounds => {
  let [left, top, right, bottom] = [Infinity, Infinity, -Infinity, -Infinity];
  for (const [x, y] of points) {
    left = Math.min(left, x);
    top = Math.min(top, y);
    right = Math.max(right, x);
    bottom = Math.max(bottom, y);
  }
  return [left, top, right, bottom];
};

export const joinedBounds = (a: Bounds, b: Bounds): Bounds => [
  Math.min(a[0], b[0]),
  Math.min(a[1], b[1]),
  Math.max(a[2], b[2]),
  Math.max(a[3], b[3]),
];

/** How far two boxes lie apart, 0 where they overlap. */
export const apart = (a: Bounds, b: Bounds): number =>
  Math.hypot(Math.max(0, a[0] - b[2], b[0] - a[2]), Math.max(0, a[1] - b[3], b[1] - a[3]));

/** How a path is painted. */
export interface Paint {
  readonly stroke: boolean;
  readonly fill: boolean;
  readonly dashed: boolean;
  readonly width: number;
}

/** So many straight pieces stand for one curve. */
const curvePieces = 6;

/**
 * Gathers what is drawn on a page, path by path. A path that is straight in one part and curved in another becomes a stroke for
 * each part, so that a line with a hop in it stays a line.
 */
export class InkMaker {
  private readonly strokes: Stroke[] = [];
  private readonly pictures: Bounds[] = [];
  private tooMany = false;
  private path: { points: Point[]; curved: boolean[]; closed: boolean }[] = [];

  /** Whether nothing more is taken. */
  get full(): boolean {
    return this.tooMany;
  }

  moveTo(x: number, y: number): void {
    this.path.push({ points: [[x, y]], curved: [], closed: false });
  }

  lineTo(x: number, y: number): void {
    const now = this.current();
    now.points.push([x, y]);
    now.curved.push(false);
  }

  /** A cubic curve from where the path is. */
  curveTo(x1: number, y1: number, x2: number, y2: number, x: number, y: number): void {
    const now = this.current();
    const [x0, y0] = now.points.at(-1) ?? [x1, y1];
    for (let i = 1; i <= curvePieces; i++) {
      const t = i / curvePieces;
      const u = 1 - t;
      const [a, b, c, d] = [u * u * u, 3 * u * u * t, 3 * u * t * t, t * t * t];
      now.points.push([a * x0 + b * x1 + c * x2 + d * x, a * y0 + b * y1 + c * y2 + d * y]);
      now.curved.push(true);
    }
  }

  close(): void {
    const now = this.path.at(-1);
    if (now) now.closed = true;
  }

  picture(box: Bounds): void {
    this.pictures.push(box);
  }

  /** Ends the path in hand, painted so; a path that is not painted leaves nothing. */
  paint({ stroke, fill, dashed, width }: Paint): void {
    const { path } = this;
    this.path = [];
    if (!stroke && !fill) return;
    for (const { points, curved, closed } of path) {
      if (points.length < 2) continue;
      if (this.strokes.length >= mostStrokes) {
        this.tooMany = true;
        return;
      }
      const [first, last] = [points[0] as Point, points.at(-1) as Point];
      const round = Math.hypot(first[0] - last[0], first[1] - last[1]) < 1e-3 * (1 + Math.abs(first[0]));
      const shut = closed || (round && points.length > 3) || !stroke;
      const all = { dashed, filled: fill, stroked: stroke, width };
      const straight = curved.every((is) => !is);
      if (shut || straight || curved.every(Boolean)) {
        this.strokes.push({ ...all, points: shut && round ? points.slice(0, -1) : points, closed: shut, curved: !straight });
        continue;
      }
      // Straight and curved parts one after the other.
      let from = 0;
      for (let i = 1; i <= curved.length; i++)
        if (i === curved.length || curved[i] !== curved[from]) {
          this.strokes.push({ ...all, filled: false, points: points.slice(from, i + 1), closed: false, curved: curved[from] ?? false });
          from = i;
        }
    }
  }

  /** All that was drawn. */
  done(width: number, height: number): PageInk {
    return { width, height, strokes: this.strokes, pictures: this.pictures, tooMany: this.tooMany };
  }

  private current(): { points: Point[]; curved: boolean[]; closed: boolean } {
    const now = this.path.at(-1);
    if (now && !now.closed) return now;
    // After a path was closed, one goes on from where it began.
    const fresh = { points: [now?.points[0] ?? ([0, 0] as Point)], curved: [], closed: false };
    this.path.push(fresh);
    return fresh;
  }
}

/** Whether a colour is that of paper: what is filled with it hides, and is not ink. */
export const isPaper = (red: number, green: number, blue: number): boolean => red > 0.86 && green > 0.86 && blue > 0.8;
