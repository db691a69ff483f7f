import { boundsOfLine, fromOutline, indexOf, lengthOf } from './clean-lines';
import { Groups } from './groups';
import { apart, joinedBounds, type Bounds, type Point } from './ink';
import { along } from './meetings';
import type { Body, Line, Loose, Spot } from './sort-strokes';

/** Where a line ends at a symbol. */
export interface LineEnd {
  readonly line: number;
  readonly at: Point;
  /** In which direction the line comes to it. */
  readonly toward: Point;
}

/** The drawing of one part, or of a ground, a supply, a flag: what hangs together beside the lines. */
export interface SymbolInk {
  readonly box: Bounds;
  readonly bodies: readonly Body[];
  readonly bars: readonly Line[];
  readonly loose: readonly Loose[];
  readonly arrows: readonly Loose[];
  readonly rings: readonly Spot[];
  /** Lines within one of its bodies. */
  readonly inside: readonly Line[];
  readonly ends: readonly LineEnd[];
}

type Piece =
  | { readonly kind: 'body'; readonly body: Body; readonly box: Bounds }
  | { readonly kind: 'bar'; readonly line: Line; readonly box: Bounds }
  | { readonly kind: 'inside'; readonly line: Line; readonly box: Bounds }
  | { readonly kind: 'loose'; readonly loose: Loose; readonly box: Bounds }
  | { readonly kind: 'arrow'; readonly loose: Loose; readonly box: Bounds }
  | { readonly kind: 'ring'; readonly ring: Spot; readonly box: Bounds };

/** In heights of the text. */
const near = { pieces: 0.36, outlines: 0.22, bars: 1.35, barAtBody: 0.6, end: 0.2, loose: 0.34, ring: 0.18 } as const;

/** Bars lie beside one another, as the plates of a capacitor or the strokes of a ground do: they overlap for most of the shorter. */
function besides(p: Piece, q: Piece, unit: number): boolean {
  const bar = p.kind === 'bar' ? p : q.kind === 'bar' ? q : undefined;
  const other = bar === p ? q : p;
  if (!bar || (other.kind !== 'bar' && other.kind !== 'body') || bar.line.axis === 's') return false;
  if (other.kind === 'bar' && other.line.axis !== bar.line.axis) return false;
  const [lo, hi, from, to] = bar.line.axis === 'h' ? ([0, 2, 1, 3] as const) : ([1, 3, 0, 2] as const);
  const overlap = Math.min(bar.box[hi], other.box[hi]) - Math.max(bar.box[lo], other.box[lo]);
  const shorter = Math.min(bar.box[hi] - bar.box[lo], other.box[hi] - other.box[lo]);
  const away = Math.max(0, bar.box[from] - other.box[to], other.box[from] - bar.box[to]);
  // A bar at a box is part of it only close by; further off it is the ground at its lead.
  return (
    overlap > 0.55 * shorter &&
    away <= (other.kind === 'bar' ? near.bars : near.barAtBody) * unit &&
    (other.kind === 'bar' || shorter > 0.8 * unit)
  );
}

export interface Drawn {
  readonly bodies: readonly Body[];
  readonly bars: readonly Line[];
  readonly loose: readonly Loose[];
  readonly arrows: readonly Loose[];
  readonly rings: readonly Spot[];
  readonly inside: readonly Line[];
  /** Every end of a line that could be at a symbol. */
  readonly ends: readonly LineEnd[];
}

/** What of the ink belongs together, with the ends of lines that come to it. */
export function symbolsOf(
  { bodies, bars, loose, arrows, rings, inside, ends }: Drawn,
  unit: number,
): { readonly symbols: SymbolInk[]; readonly free: LineEnd[] } {
  const pieces: Piece[] = [
    ...bodies.map((body): Piece => ({ kind: 'body', body, box: body.box })),
    ...bars.map((line): Piece => ({ kind: 'bar', line, box: boundsOfLine(line) })),
    ...loose.map((l): Piece => ({ kind: 'loose', loose: l, box: l.box })),
    ...arrows.map((l): Piece => ({ kind: 'arrow', loose: l, box: l.box })),
    ...rings.map((ring): Piece => ({ kind: 'ring', ring, box: [ring.x - ring.r, ring.y - ring.r, ring.x + ring.r, ring.y + ring.r] })),
    ...inside.map((line): Piece => ({ kind: 'inside', line, box: boundsOfLine(line) })),
  ];
  const index = indexOf(pieces.map(({ box }) => box));
  const groups = new Groups(pieces.length);
  pieces.forEach((piece, i) => {
    const reach = near.bars * unit;
    const [x0, y0, x1, y1] = piece.box;
    for (const j of index.search(x0 - reach, y0 - reach, x1 + reach, y1 + reach)) {
      const other = pieces[j];
      if (j <= i || !other) continue;
      const alone = piece.kind === 'ring' || other.kind === 'ring';
      // A ring is a point of its own, unless something slanted makes a contact of it.
      const outlines = piece.kind === 'body' && other.kind === 'body';
      const limit = alone ? (piece.kind === 'loose' || other.kind === 'loose' ? near.pieces : 0) : outlines ? near.outlines : near.pieces;
      if ((limit > 0 && apart(piece.box, other.box) <= limit * unit) || besides(piece, other, unit)) groups.join(j, i);
    }
  });
  const at = new Map<number, LineEnd[]>();
  const free: LineEnd[] = [];
  for (const end of ends) {
    const [x, y] = end.at;
    const reach = near.loose * unit + unit * 0.1;
    let best: { readonly i: number; readonly far: number } | undefined;
    for (const i of index.search(x - reach, y - reach, x + reach, y + reach)) {
      const far = reaches(pieces[i] as Piece, end.at, unit);
      if (far !== undefined && (!best || far < best.far)) best = { i, far };
    }
    if (!best) free.push(end);
    else at.set(groups.of(best.i), [...(at.get(groups.of(best.i)) ?? []), end]);
  }
  const members = new Map<number, Piece[]>();
  pieces.forEach((piece, i) => members.set(groups.of(i), [...(members.get(groups.of(i)) ?? []), piece]));
  return {
    symbols: [...members].map(([id, own]) => ({
      box: own.map(({ box }) => box).reduce(joinedBounds),
      bodies: own.flatMap((p) => (p.kind === 'body' ? [p.body] : [])),
      bars: own.flatMap((p) => (p.kind === 'bar' ? [p.line] : [])),
      loose: own.flatMap((p) => (p.kind === 'loose' ? [p.loose] : [])),
      arrows: own.flatMap((p) => (p.kind === 'arrow' ? [p.loose] : [])),
      rings: own.flatMap((p) => (p.kind === 'ring' ? [p.ring] : [])),
      inside: own.flatMap((p) => (p.kind === 'inside' ? [p.line] : [])),
      ends: onePerNet(at.get(id) ?? [], unit),
    })),
    free,
  };
}

/** How far an end is from a piece that it could be at; undefined where it is not. */
function reaches(piece: Piece, at: Point, unit: number): number | undefined {
  if (piece.kind === 'inside') return undefined;
  if (piece.kind === 'body') {
    const far = fromOutline(piece.body, at);
    return far <= near.end * unit ? far : undefined;
  }
  if (piece.kind === 'bar') {
    const { t, off } = along(piece.line, at);
    const beyond = Math.max(0, -t, t - lengthOf(piece.line));
    return off <= near.end * unit && beyond <= near.end * unit ? Math.max(off, beyond) : undefined;
  }
  if (piece.kind === 'ring') {
    const far = Math.max(0, Math.hypot(at[0] - piece.ring.x, at[1] - piece.ring.y) - piece.ring.r);
    return far <= near.ring * unit + 0.1 * piece.ring.r ? far : undefined;
  }
  const { points } = piece.loose;
  const far = Math.min(...points.map(([x, y]) => Math.hypot(x - at[0], y - at[1])));
  return far <= near.loose * unit ? far : undefined;
}

/** Ends at the same place, as of two lines that meet there, count once. */
function onePerNet(ends: readonly LineEnd[], unit: number): LineEnd[] {
  return ends.filter(
    (end, i) => !ends.slice(0, i).some((other) => Math.hypot(other.at[0] - end.at[0], other.at[1] - end.at[1]) < 0.25 * unit),
  );
}
