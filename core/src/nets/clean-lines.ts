import Flatbush from 'flatbush';
import { boundsOf, type Point } from './ink';
import { lineOf, within, type Body, type Line } from './sort-strokes';

export const boundsOfLine = ({ a, b }: Line): readonly [number, number, number, number] => [
  Math.min(a[0], b[0]),
  Math.min(a[1], b[1]),
  Math.max(a[0], b[0]),
  Math.max(a[1], b[1]),
];

export const lengthOf = ({ a, b }: Line): number => Math.hypot(b[0] - a[0], b[1] - a[1]);

/** An index over boxes, or none where there are none: the package refuses to be empty. */
export function indexOf(boxes: readonly (readonly [number, number, number, number])[]): {
  search(x0: number, y0: number, x1: number, y1: number): number[];
} {
  if (!boxes.length) return { search: () => [] };
  const index = new Flatbush(boxes.length);
  for (const box of boxes) index.add(...box);
  index.finish();
  return index;
}

/**
 * Lines that go on from one another, or lie over one another, as one line each.
 * @param near So close are they one: along, and beside one another; a scan is less exact than a drawing.
 */
export function mergedLines(lines: readonly Line[], near: { readonly along: number; readonly beside: number }): Line[] {
  const out: Line[] = lines.filter(({ axis }) => axis === 's');
  for (const axis of ['h', 'v'] as const) {
    const [along, across] = axis === 'h' ? [0, 1] : [1, 0];
    const rows = lines.filter((line) => line.axis === axis).sort((p, q) => (p.a[across] ?? 0) - (q.a[across] ?? 0));
    let row: Line[] = [];
    const flush = (): void => {
      row.sort((p, q) => (p.a[along] ?? 0) - (q.a[along] ?? 0));
      let open: { from: number; to: number; at: number; width: number; most: number } | undefined;
      const put = (): void => {
        if (!open) return;
        const { from, to, at, width } = open;
        out.push(axis === 'h' ? lineOf([from, at], [to, at], width) : lineOf([at, from], [at, to], width));
      };
      for (const { a, b, width } of row) {
        const [from, to, at] = [a[along] ?? 0, b[along] ?? 0, a[across] ?? 0];
        if (open && from <= open.to + near.along) {
          if (to - from > open.most) Object.assign(open, { at, most: to - from });
          open.to = Math.max(open.to, to);
          open.width = Math.max(open.width, width);
        } else {
          put();
          open = { from, to, at, width, most: to - from };
        }
      }
      put();
      row = [];
    };
    for (const line of rows) {
      const last = row.at(-1);
      if (last && (line.a[across] ?? 0) - (last.a[across] ?? 0) > near.beside) flush();
      row.push(line);
    }
    flush();
  }
  return out;
}

/**
 * Boxes that were drawn as four lines: those lines go no further than their corners, so that nothing can hang on them.
 * @param near How far their ends may miss one another.
 */
export function drawnBoxes(lines: readonly Line[], near: number): { readonly boxes: readonly Body[]; readonly used: ReadonlySet<Line> } {
  const index = indexOf(lines.map(boundsOfLine));
  const at = ([x, y]: Point, axis: Line['axis']): Line[] =>
    index
      .search(x - near, y - near, x + near, y + near)
      .flatMap((i) => lines[i] ?? [])
      .filter((line) => line.axis === axis);
  const ends = (line: Line, p: Point): boolean => [line.a, line.b].some((end) => Math.hypot(end[0] - p[0], end[1] - p[1]) <= near);
  const used = new Set<Line>();
  const boxes: Body[] = [];
  for (const top of lines) {
    if (top.axis !== 'h' || used.has(top)) continue;
    const lefts = at(top.a, 'v').filter((line) => ends(line, top.a) && line.b[1] > top.a[1] + near);
    const rights = at(top.b, 'v').filter((line) => ends(line, top.b) && line.b[1] > top.b[1] + near);
    for (const left of lefts) {
      const right = rights.find((line) => Math.abs(line.b[1] - left.b[1]) <= 2 * near && line !== left);
      const bottom = right && at(left.b, 'h').find((line) => line !== top && ends(line, left.b) && ends(line, right.b));
      if (!right || !bottom || [left, right, bottom].some((line) => used.has(line))) continue;
      [top, left, right, bottom].forEach((line) => used.add(line));
      const outline: Point[] = [
        [left.a[0], top.a[1]],
        [right.a[0], top.a[1]],
        [right.a[0], bottom.a[1]],
        [left.a[0], bottom.a[1]],
      ];
      boxes.push({ shape: 'box', outline, box: boundsOf(outline), filled: false });
    }
  }
  return { boxes, used };
}

const edgesOf = (outline: readonly Point[]): (readonly [Point, Point])[] =>
  outline.map((p, i) => [p, outline[(i + 1) % outline.length] as Point]);

/** How far a point lies from an outline. */
export function fromOutline(body: Body, [x, y]: Point): number {
  let least = Infinity;
  for (const [p, q] of edgesOf(body.outline)) {
    const [dx, dy] = [q[0] - p[0], q[1] - p[1]];
    const t = Math.min(1, Math.max(0, ((x - p[0]) * dx + (y - p[1]) * dy) / (dx * dx + dy * dy || 1)));
    least = Math.min(least, Math.hypot(p[0] + t * dx - x, p[1] + t * dy - y));
  }
  return least;
}

/** Where along a line (0 to 1) it crosses an outline. */
function crossings(line: Line, outline: readonly Point[]): number[] {
  const { a, b } = line;
  const [dx, dy] = [b[0] - a[0], b[1] - a[1]];
  return edgesOf(outline).flatMap(([p, q]) => {
    const [ex, ey] = [q[0] - p[0], q[1] - p[1]];
    const det = dx * ey - dy * ex;
    if (Math.abs(det) < 1e-9) return [];
    const [fx, fy] = [p[0] - a[0], p[1] - a[1]];
    const t = (fx * ey - fy * ex) / det;
    const s = (fx * dy - fy * dx) / det;
    return t > 0 && t < 1 && s >= 0 && s <= 1 ? [t] : [];
  });
}

/** What of each line lies outside of all bodies; `inside` is what lies within one, and belongs to its drawing. */
export function clipped(
  lines: readonly Line[],
  bodies: readonly Body[],
  unit: number,
): { readonly outside: Line[]; readonly inside: Line[] } {
  const near = 0.12 * unit;
  const index = indexOf(bodies.map(({ box }) => box));
  const outside: Line[] = [];
  const inside: Line[] = [];
  for (const line of lines) {
    const [x0, y0, x1, y1] = boundsOfLine(line);
    const touched = index.search(x0 - near, y0 - near, x1 + near, y1 + near).flatMap((i) => bodies[i] ?? []);
    let pieces: Line[] = [line];
    for (const body of touched)
      pieces = pieces.flatMap((piece) => {
        const { a, b } = piece;
        const at = (t: number): Point => [a[0] + t * (b[0] - a[0]), a[1] + t * (b[1] - a[1])];
        const cuts = [0, ...crossings(piece, body.outline).sort((p, q) => p - q), 1];
        const long = lengthOf(piece);
        const parts = cuts.slice(1).flatMap((to, i) => {
          const from = cuts[i] ?? 0;
          if ((to - from) * long < 1e-6) return [];
          const middle = at((from + to) / 2);
          const isIn =
            within(body, middle) ||
            (fromOutline(body, middle) < near && fromOutline(body, at(from)) < near && fromOutline(body, at(to)) < near);
          return [{ from, to, isIn }];
        });
        // A line that only touches an outline is not parted by it.
        const runs = parts.reduce<{ from: number; to: number; isIn: boolean }[]>((all, part) => {
          const last = all.at(-1);
          if (last && last.isIn === part.isIn) last.to = part.to;
          else all.push({ ...part });
          return all;
        }, []);
        if (runs.length === 1 && !runs[0]?.isIn) return [piece];
        return runs.flatMap(({ from, to, isIn }) => {
          const part = { ...piece, a: at(from), b: at(to) };
          if (isIn) {
            inside.push(part);
            return [];
          }
          // What is left over outside of it is drawn a hair too far.
          return (to - from) * long < near && runs.length > 1 ? [] : [part];
        });
      });
    outside.push(...pieces);
  }
  return { outside, inside };
}
