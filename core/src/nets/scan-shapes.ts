import type { Point } from './ink';
import type { Blot } from './ink-runs';
import type { InkPicture } from './scan-picture';
import { circleOutline, type Body, type Line } from './sort-strokes';

/** A filled triangle by where its middle lies in its box: nearer to its wide side. */
export function triangleOf({ box: [left, top, right, bottom], centre: [cx, cy] }: Blot): readonly Point[] {
  const [dx, dy] = [cx - (left + right) / 2, cy - (top + bottom) / 2];
  const [mx, my] = [(left + right) / 2, (top + bottom) / 2];
  if (Math.abs(dx) > Math.abs(dy))
    return dx < 0
      ? [
          [left, top],
          [right, my],
          [left, bottom],
        ]
      : [
          [right, top],
          [left, my],
          [right, bottom],
        ];
  return dy < 0
    ? [
        [left, top],
        [mx, bottom],
        [right, top],
      ]
    : [
        [left, bottom],
        [mx, top],
        [right, bottom],
      ];
}

/** The three corners of a small filled triangle, however it lies: the points of it that lie furthest apart. */
export function cornersOf({ points, centre }: Blot): readonly Point[] {
  const furthest = (of: (p: Point) => number): Point => points.reduce((best, p) => (of(p) > of(best) ? p : best), points[0] as Point);
  const first = furthest(([x, y]) => Math.hypot(x - centre[0], y - centre[1]));
  const second = furthest(([x, y]) => Math.hypot(x - first[0], y - first[1]));
  const [dx, dy] = [second[0] - first[0], second[1] - first[1]];
  return [first, second, furthest(([x, y]) => Math.abs((x - first[0]) * dy - (y - first[1]) * dx))];
}

/** How much of a circle about a middle is ink, 0 to 1. */
export function roundness({ width, height, ink }: InkPicture, x: number, y: number, r: number, slack: number): number {
  let hits = 0;
  const of = 48;
  for (let k = 0; k < of; k++) {
    const [c, s] = [Math.cos((k * 2 * Math.PI) / of), Math.sin((k * 2 * Math.PI) / of)];
    let hit = false;
    for (let d = -slack; d <= slack && !hit; d++) {
      const [px, py] = [Math.round(x + (r + d) * c), Math.round(y + (r + d) * s)];
      hit = px >= 0 && py >= 0 && px < width && py < height && ink[py * width + px] === 1;
    }
    if (hit) hits++;
  }
  return hits / of;
}

/**
 * Circles, by the short straight pieces that they have at their highest and lowest places; those pieces are no lines.
 */
export function circlesAmong(
  picture: InkPicture,
  lines: readonly Line[],
  unit: number,
  thick: number,
): { readonly lines: Line[]; readonly bodies: Body[] } {
  const short = lines.filter((line) => line.axis === 'h' && line.b[0] - line.a[0] < 2.6 * unit);
  const bodies: Body[] = [];
  const gone = new Set<Line>();
  short.sort((p, q) => p.a[1] - q.a[1]);
  short.forEach((top, i) => {
    const x = (top.a[0] + top.b[0]) / 2;
    for (const bottom of short.slice(i + 1)) {
      const tall = bottom.a[1] - top.a[1];
      if (tall > 8 * unit) break;
      if (tall < 1.3 * unit || Math.abs((bottom.a[0] + bottom.b[0]) / 2 - x) > 0.3 * unit) continue;
      const [cx, y, r] = [(x + (bottom.a[0] + bottom.b[0]) / 2) / 2, (top.a[1] + bottom.a[1]) / 2, tall / 2];
      if (bodies.some(({ box }) => Math.abs((box[0] + box[2]) / 2 - cx) < unit && Math.abs((box[1] + box[3]) / 2 - y) < unit)) continue;
      if (roundness(picture, cx, y, r, Math.max(1, Math.round(thick * 0.6))) < 0.86) continue;
      bodies.push({ shape: 'circle', outline: circleOutline({ x: cx, y, r }), box: [cx - r, y - r, cx + r, y + r], filled: false });
      for (const line of lines) {
        const [mx, my] = [(line.a[0] + line.b[0]) / 2, (line.a[1] + line.b[1]) / 2];
        const long = Math.hypot(line.b[0] - line.a[0], line.b[1] - line.a[1]);
        const tangent = line.axis === 'h' ? Math.abs(mx - cx) < 0.45 * r : Math.abs(my - y) < 0.45 * r;
        if (tangent && long < 1.3 * r + 2 * thick && Math.abs(Math.hypot(mx - cx, my - y) - r) < 2 * thick) gone.add(line);
      }
    }
  });
  return { lines: lines.filter((line) => !gone.has(line)), bodies };
}
