import type { Point } from './ink';
import { boundsOfLine, indexOf, lengthOf } from './clean-lines';
import type { Line, Loose, Spot } from './sort-strokes';

/** Where two lines meet, and whether they are one there. */
export interface Join {
  readonly at: Point;
  /** The two lines, by their place in the list. */
  readonly a: number;
  readonly b: number;
  readonly joined: boolean;
  /** Whether the drawing leaves no doubt. */
  readonly sure: boolean;
  readonly kind: 'through' | 'corner' | 'tee' | 'crossing' | 'dot' | 'hop' | 'gap';
}

/** How a line takes part in a meeting: it ends there, or goes through. */
type Role = 'a' | 'b' | 'through';

interface Touch {
  readonly at: Point;
  readonly i: number;
  readonly j: number;
  readonly roleI: Role;
  readonly roleJ: Role;
  /** How far the two lines are from touching. */
  readonly gap: number;
}

/** In heights of the text. */
const near = { touch: 0.14, doubtful: 0.34, overshoot: 0.28, dot: 0.1, hopEnd: 0.3, hopMost: 3.2, hopsApart: 1.3, gapMost: 1.7 } as const;

const manyGaps = 4;

const direction = ({ a, b }: Line): Point => {
  const long = Math.hypot(b[0] - a[0], b[1] - a[1]) || 1;
  return [(b[0] - a[0]) / long, (b[1] - a[1]) / long];
};

/** Where along a line, from its first end in sheet units, a point lies; and how far beside it. */
export function along(line: Line, [x, y]: Point): { readonly t: number; readonly off: number } {
  const [ux, uy] = direction(line);
  const [dx, dy] = [x - line.a[0], y - line.a[1]];
  return { t: dx * ux + dy * uy, off: Math.abs(dx * uy - dy * ux) };
}

/** All pairs of lines that meet, or nearly do. */
export function touchesOf(lines: readonly Line[], unit: number): Touch[] {
  const reach = near.doubtful * unit;
  const index = indexOf(lines.map(boundsOfLine));
  const touches: Touch[] = [];
  lines.forEach((p, i) => {
    const [x0, y0, x1, y1] = boundsOfLine(p);
    for (const j of index.search(x0 - reach, y0 - reach, x1 + reach, y1 + reach)) {
      const q = lines[j];
      if (j <= i || !q || (p.axis === q.axis && p.axis !== 's')) continue;
      const touch = touchOf(p, q, i, j, unit);
      if (touch) touches.push(touch);
    }
  });
  return touches;
}

function touchOf(p: Line, q: Line, i: number, j: number, unit: number): Touch | undefined {
  const [ux, uy] = direction(p);
  const [vx, vy] = direction(q);
  const det = ux * vy - uy * vx;
  if (Math.abs(det) < 0.05) {
    for (const [roleI, e] of [
      ['a', p.a],
      ['b', p.b],
    ] as const)
      for (const [roleJ, f] of [
        ['a', q.a],
        ['b', q.b],
      ] as const) {
        const gap = Math.hypot(e[0] - f[0], e[1] - f[1]);
        if (gap <= near.touch * unit) return { at: e, i, j, roleI, roleJ, gap };
      }
    return undefined;
  }
  const [dx, dy] = [q.a[0] - p.a[0], q.a[1] - p.a[1]];
  const t = (dx * vy - dy * vx) / det;
  const s = (dx * uy - dy * ux) / det;
  const beyond = (at: number, long: number): number => Math.max(0, -at, at - long);
  const [longP, longQ] = [lengthOf(p), lengthOf(q)];
  const gap = Math.max(beyond(t, longP), beyond(s, longQ));
  if (gap > near.doubtful * unit) return undefined;
  const role = (at: number, long: number): Role => {
    // A line that runs a hair beyond another still ends at it; a short one is not all end.
    const most = Math.min(near.overshoot * unit, long * 0.3);
    if (at <= most) return 'a';
    return at >= long - most ? 'b' : 'through';
  };
  return { at: [p.a[0] + t * ux, p.a[1] + t * uy], i, j, roleI: role(t, longP), roleJ: role(s, longQ), gap };
}

interface Page {
  readonly lines: readonly Line[];
  readonly touches: readonly Touch[];
  readonly dots: readonly Spot[];
  readonly loose: readonly Loose[];
  readonly unit: number;
  /** How far ends may miss one another beside what a drawing allows. */
  readonly slack: number;
}

/** What is joined where: by dots, corners and tees, over hops and gaps; and what crosses without being joined. */
export function joinsOf({ lines, touches, dots, loose, unit, slack }: Page): { readonly joins: Join[]; readonly hops: ReadonlySet<Loose> } {
  const joins: Join[] = [];
  const lineIndex = indexOf(lines.map(boundsOfLine));
  const dotIndex = indexOf(dots.map(({ x, y, r }) => [x - r, y - r, x + r, y + r] as const));
  for (const dot of dots) {
    const reach = dot.r + near.dot * unit;
    const on = lineIndex.search(dot.x - reach, dot.y - reach, dot.x + reach, dot.y + reach).filter((i) => {
      const line = lines[i] as Line;
      const { t, off } = along(line, [dot.x, dot.y]);
      return off <= reach && t >= -reach && t <= lengthOf(line) + reach;
    });
    on.slice(1).forEach((b, k) => joins.push({ at: [dot.x, dot.y], a: on[k] ?? b, b, joined: true, sure: true, kind: 'dot' }));
  }
  const dotted = ([x, y]: Point): boolean => dotIndex.search(x - 0.2 * unit, y - 0.2 * unit, x + 0.2 * unit, y + 0.2 * unit).length > 0;
  const hops = hopsOf(lines, loose, lineIndex, { unit, slack }, joins);
  const bare = touches.filter(({ at }) => !dotted(at));
  const tees = (list: readonly Touch[]): number =>
    list.filter(({ roleI, roleJ }) => (roleI === 'through') !== (roleJ === 'through')).length;
  const [teesBare, teesDotted] = [tees(bare), tees(touches) - tees(bare)];
  const usesDots = dots.length > 0;
  const usesHops = hops.size > 0;
  const always = teesDotted >= 5 && teesDotted > 8 * teesBare;
  for (const { at, i, j, roleI, roleJ, gap } of bare) {
    const both = { at, a: i, b: j };
    const close = gap <= near.touch * unit;
    if (roleI === 'through' && roleJ === 'through') {
      const joined = !usesDots && usesHops;
      joins.push({ ...both, joined, sure: usesDots !== usesHops, kind: 'crossing' });
    } else if (roleI === 'through' || roleJ === 'through') joins.push({ ...both, joined: true, sure: close && !always, kind: 'tee' });
    else joins.push({ ...both, joined: true, sure: close, kind: 'corner' });
  }
  return { joins: fourWays(joins, lines, usesDots), hops };
}

/** Where four ends come to one point without a dot, two lines were drawn in pieces and cross. */
function fourWays(joins: readonly Join[], lines: readonly Line[], usesDots: boolean): Join[] {
  const at = new Map<string, Join[]>();
  for (const join of joins) {
    if (join.kind !== 'corner' && join.kind !== 'tee') continue;
    const key = `${Math.round(join.at[0])} ${Math.round(join.at[1])}`;
    at.set(key, [...(at.get(key) ?? []), join]);
  }
  const crossing = new Map<Join, Join>();
  for (const group of at.values()) {
    const four = new Set(group.flatMap(({ a, b }) => [a, b]));
    if (group.length < 4 || four.size < 4 || !usesDots) continue;
    for (const join of group)
      if (lines[join.a]?.axis !== lines[join.b]?.axis) crossing.set(join, { ...join, joined: false, sure: false, kind: 'crossing' });
  }
  return joins.map((join) => crossing.get(join) ?? join);
}

/** What may be a hop, from where it leaves the line to where it comes back. */
interface Arc {
  readonly p: Point;
  readonly q: Point;
  readonly pieces: readonly Loose[];
}

/** Small arcs in a line, over another that it crosses; and lines that leave a gap where another goes through. */
function hopsOf(
  lines: readonly Line[],
  loose: readonly Loose[],
  index: ReturnType<typeof indexOf>,
  { unit, slack }: { readonly unit: number; readonly slack: number },
  joins: Join[],
): ReadonlySet<Loose> {
  const hops = new Set<Loose>();
  const endAt = (p: Point, axis: Line['axis']): number | undefined => {
    const reach = near.hopEnd * unit + slack;
    return index.search(p[0] - reach, p[1] - reach, p[0] + reach, p[1] + reach).find((i) => {
      const line = lines[i] as Line;
      return line.axis === axis && [line.a, line.b].some((e) => Math.hypot(e[0] - p[0], e[1] - p[1]) <= reach);
    });
  };
  for (const axis of ['h', 'v'] as const) {
    const [k, beside] = axis === 'h' ? ([0, 1] as const) : ([1, 0] as const);
    /** Where lines go through between two places on one straight, as shares of the way. */
    const crossings = (p: Point, q: Point): number[] => {
      const [long, level] = [q[k] - p[k], (p[beside] + q[beside]) / 2];
      const aside = Math.min(long * 0.3, near.hopMost * 0.3 * unit);
      const corner = (along: number, off: number): Point => (axis === 'h' ? [along, level + off] : [level + off, along]);
      return index.search(...corner(p[k], -aside), ...corner(q[k], aside)).flatMap((i) => {
        const line = lines[i] as Line;
        if (line.axis === axis || line.axis === 's') return [];
        const { t } = along(line, corner(line.a[k], 0));
        const share = (line.a[k] - p[k]) / long;
        return t > 0.2 * unit && t < lengthOf(line) - 0.2 * unit && share > 0 && share < 1 ? [share] : [];
      });
    };
    const arcs = loose
      .flatMap((arc): Arc[] => {
        const [first, last] = [arc.points[0], arc.points.at(-1)];
        if (!arc.curved || !first || !last) return [];
        const [p, q] = first[k] <= last[k] ? [first, last] : [last, first];
        return Math.abs(q[beside] - p[beside]) < q[k] - p[k] && q[k] - p[k] >= 0.35 * unit && crossings(p, q).length
          ? [{ p, q, pieces: [arc] }]
          : [];
      })
      .sort((one, other) => one.p[k] - other.p[k]);
    // One beside the other, with hardly a line between them.
    const chained = arcs.map((arc) => {
      let whole = arc;
      for (const next of arcs) {
        const gap = next.p[k] - whole.q[k];
        if (
          gap > -near.hopEnd * unit &&
          gap < near.hopsApart * unit &&
          Math.abs(next.p[beside] - whole.q[beside]) < near.hopEnd * unit + slack
        )
          whole = { p: whole.p, q: next.q, pieces: [...whole.pieces, ...next.pieces] };
      }
      return whole;
    });
    for (const { p, q, pieces } of new Set([...arcs, ...chained])) {
      const over = crossings(p, q);
      if (q[k] - p[k] > near.hopMost * unit * over.length) continue;
      if (over.length === 1 && Math.abs((over[0] ?? 0) - 0.5) > 0.3) continue;
      const [a, b] = [endAt(p, axis), endAt(q, axis)];
      if (a === undefined || b === undefined || a === b) continue;
      for (const piece of pieces) hops.add(piece);
      joins.push({ at: [(p[0] + q[0]) / 2, (p[1] + q[1]) / 2], a, b, joined: true, sure: true, kind: 'hop' });
    }
  }
  // Lines that break off before another and go on behind it.
  const gaps = hops.size === 0 ? gapsAmong(lines, unit) : [];
  // One gap may be a flaw; many are the manner of the drawing.
  for (const { a, b, at } of gaps) joins.push({ at, a, b, joined: true, sure: gaps.length >= manyGaps, kind: 'gap' });
  return hops;
}

/** Pairs of lines that lie on one straight, with another line going through the gap between them. */
export function gapsAmong(lines: readonly Line[], unit: number): { readonly a: number; readonly b: number; readonly at: Point }[] {
  const index = indexOf(lines.map(boundsOfLine));
  return lines.flatMap((line, a) => {
    if (line.axis === 's') return [];
    const across = line.axis === 'h';
    const [x, y] = line.b;
    const reach = near.gapMost * unit;
    const off = 0.09 * unit;
    const behind = index
      .search(across ? x : x - off, across ? y - off : y, across ? x + reach : x + off, across ? y + off : y + reach)
      .filter((i) => {
        const other = lines[i] as Line;
        const gap = across ? other.a[0] - x : other.a[1] - y;
        return i !== a && other.axis === line.axis && gap > 0.15 * unit && gap <= reach;
      })
      .sort((i, j) => (lines[i] as Line).a[across ? 0 : 1] - (lines[j] as Line).a[across ? 0 : 1]);
    const b = behind[0];
    const other = b === undefined ? undefined : lines[b];
    if (b === undefined || !other) return [];
    const at: Point = [(x + other.a[0]) / 2, (y + other.a[1]) / 2];
    const through = index.search(at[0] - off, at[1] - off, at[0] + off, at[1] + off).some((i) => {
      const third = lines[i] as Line;
      if (third.axis === line.axis || third.axis === 's') return false;
      const { t } = along(third, at);
      return t > 0.2 * unit && t < lengthOf(third) - 0.2 * unit;
    });
    return through ? [{ a, b, at }] : [];
  });
}
