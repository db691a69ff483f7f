import { boundsOfLine, indexOf, mergedLines } from './clean-lines';
import { Groups } from './groups';
import { apart, joinedBounds, type Bounds, type Point } from './ink';
import type { InkPicture } from './scan-picture';
import { circleOutline, lineOf, type Body, type Line, type Loose, type SortedInk, type Spot } from './sort-strokes';

/** What was found on a scan, and the measures by which it was. */
export interface ScanInk {
  readonly sorted: SortedInk;
  /** Size of the letters, in pixels. */
  readonly unit: number;
  readonly thick: number;
  /** Blobs that may be a dot or a blot. */
  readonly unclear: readonly Spot[];
}

/** Runs of ink along rows or columns, so long that they are part of a line. */
interface Run {
  readonly at: number;
  readonly from: number;
  readonly to: number;
}

/** Gaps that noise makes are bridged up to so many pixels. */
const bridged = 2;

function runs({ width, height, ink }: InkPicture, across: boolean, least: number): Run[] {
  const [rows, columns, stepRow, step] = across ? [height, width, width, 1] : [width, height, 1, width];
  const out: Run[] = [];
  for (let r = 0; r < rows; r++) {
    let from = -1;
    let last = -1;
    let i = r * stepRow;
    for (let c = 0; c < columns; c++, i += step) {
      if (!ink[i]) continue;
      if (from < 0) from = c;
      else if (c - last > bridged + 1) {
        if (last - from + 1 >= least) out.push({ at: r, from, to: last });
        from = c;
      }
      last = c;
    }
    if (from >= 0 && last - from + 1 >= least) out.push({ at: r, from, to: last });
  }
  return out;
}

/** The most usual thickness of short runs of ink, which is that of the lines. */
function thicknessOf(picture: InkPicture): number {
  const counts = new Float64Array(40);
  const { width, height, ink } = picture;
  for (let x = 0; x < width; x += 7) {
    let run = 0;
    for (let y = 0; y <= height; y++) {
      if (y < height && ink[y * width + x]) run++;
      else {
        if (run > 0 && run < 40) counts[run] = (counts[run] ?? 0) + 1;
        run = 0;
      }
    }
  }
  let best = 2;
  for (let n = 2; n < 20; n++) if ((counts[n] ?? 0) > (counts[best] ?? 0)) best = n;
  return best;
}

interface Streak {
  from: number;
  to: number;
  readonly rows: Run[];
}

/** Runs that lie on one another, as lines: with their thickness. */
function streaks(all: readonly Run[]): Streak[] {
  const done: Streak[] = [];
  let open: Streak[] = [];
  let row = -2;
  let now: Streak[] = [];
  for (const run of all) {
    if (run.at !== row) {
      const near = run.at === row + 1 ? now : [];
      done.push(...open.filter((streak) => !near.includes(streak)));
      open = near;
      now = [];
      row = run.at;
    }
    const touching = open.filter((s) => {
      const last = s.rows.at(-1);
      return (
        s.rows.some(
          (r) =>
            r.at === run.at - 1 && Math.min(r.to, run.to) - Math.max(r.from, run.from) > 0.3 * Math.min(r.to - r.from, run.to - run.from),
        ) && last !== undefined
      );
    });
    const streak = touching[0] ?? { from: run.from, to: run.to, rows: [] };
    streak.rows.push(run);
    streak.from = Math.min(streak.from, run.from);
    streak.to = Math.max(streak.to, run.to);
    if (!now.includes(streak)) now.push(streak);
  }
  done.push(...open, ...now);
  return [...new Set(done)];
}

/** Lines along one axis: streaks no thicker than a line, a hair beside it for a line that is not quite straight. */
function linesAlong(
  picture: InkPicture,
  across: boolean,
  least: number,
  thick: number,
): { readonly lines: Line[]; readonly fat: Bounds[] } {
  const fat: Bounds[] = [];
  const lines = streaks(runs(picture, across, least)).flatMap((streak): Line[] => {
    const long = streak.to - streak.from + 1;
    const area = streak.rows.reduce((sum, { from, to }) => sum + to - from + 1, 0);
    const mean = area / long;
    const tall = Math.max(...streak.rows.map(({ at }) => at)) - Math.min(...streak.rows.map(({ at }) => at)) + 1;
    if (mean > 3.2 * thick && tall > 4 * thick) {
      const rows = streak.rows.map(({ at }) => at);
      const [top, bottom] = [Math.min(...rows), Math.max(...rows)];
      fat.push(across ? [streak.from, top, streak.to, bottom] : [top, streak.from, bottom, streak.to]);
      return [];
    }
    if (mean > 5 * thick) return [];
    const middle = streak.rows.reduce((sum, { at, from, to }) => sum + at * (to - from + 1), 0) / area;
    const [a, b]: [Point, Point] = across
      ? [
          [streak.from, middle],
          [streak.to, middle],
        ]
      : [
          [middle, streak.from],
          [middle, streak.to],
        ];
    return [lineOf(a, b, mean)];
  });
  return { lines, fat };
}

/** Where a square of ink of a size lies whole: sums over the picture. */
function solid({ width, height, ink }: InkPicture, side: number): Uint8Array {
  const stride = width + 1;
  const sums = new Uint32Array(stride * (height + 1));
  for (let y = 0; y < height; y++) {
    let row = 0;
    for (let x = 0; x < width; x++) {
      row += ink[y * width + x] as number;
      sums[(y + 1) * stride + x + 1] = (sums[y * stride + x + 1] as number) + row;
    }
  }
  const out = new Uint8Array(width * height);
  const full = side * side * 0.94;
  const half = side >> 1;
  for (let y = 0; y + side <= height; y++)
    for (let x = 0; x + side <= width; x++) {
      const sum =
        (sums[(y + side) * stride + x + side] as number) -
        (sums[y * stride + x + side] as number) -
        (sums[(y + side) * stride + x] as number) +
        (sums[y * stride + x] as number);
      if (sum >= full) out[(y + half) * width + x + half] = 1;
    }
  return out;
}

interface Blot {
  readonly box: Bounds;
  readonly area: number;
  readonly points: readonly Point[];
  readonly centre: Point;
}

/** Pieces of a picture that hang together, with some of their points; those that are larger than a page has are left out. */
function blots(mask: Uint8Array, width: number, height: number, everyPoint: number): Blot[] {
  const seen = new Uint8Array(mask.length);
  const stack: number[] = [];
  const out: Blot[] = [];
  for (let start = 0; start < mask.length; start++) {
    if (!mask[start] || seen[start]) continue;
    seen[start] = 1;
    stack.push(start);
    let [left, top, right, bottom, area, sx, sy] = [width, height, 0, 0, 0, 0, 0];
    const points: Point[] = [];
    // Its outermost places are always among its points: a hop is known by them.
    const tips: Point[] = [];
    while (stack.length) {
      const i = stack.pop() as number;
      const [x, y] = [i % width, Math.floor(i / width)];
      if (x < left) [left, tips[0]] = [x, [x, y]];
      if (x > right) [right, tips[1]] = [x, [x, y]];
      if (y < top) [top, tips[2]] = [y, [x, y]];
      if (y > bottom) [bottom, tips[3]] = [y, [x, y]];
      sx += x;
      sy += y;
      if (area++ % everyPoint === 0) points.push([x, y]);
      for (let dy = -1; dy <= 1; dy++)
        for (let dx = -1; dx <= 1; dx++) {
          const [nx, ny] = [x + dx, y + dy];
          if (nx < 0 || ny < 0 || nx >= width || ny >= height) continue;
          const j = ny * width + nx;
          if (mask[j] && !seen[j]) {
            seen[j] = 1;
            stack.push(j);
          }
        }
    }
    out.push({ box: [left, top, right, bottom], area, points: [...points, ...tips], centre: [sx / area, sy / area] });
  }
  return out;
}

const median = (values: readonly number[]): number | undefined => [...values].sort((a, b) => a - b)[values.length >> 1];

/** A filled triangle by where its middle lies in its box: nearer to its wide side. */
function triangleOf({ box: [left, top, right, bottom], centre: [cx, cy] }: Blot): readonly Point[] {
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

/** How much of a circle about a middle is ink, 0 to 1. */
function roundness({ width, height, ink }: InkPicture, x: number, y: number, r: number, slack: number): number {
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
function circlesAmong(
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

/** A short straight piece at something that is neither straight nor a line, as the edge of an arrow, belongs to it. */
function withoutEdges(lines: readonly Line[], loose: readonly Loose[], unit: number, thick: number): Line[] {
  const index = indexOf(loose.map(({ box }) => box));
  const reach = 1.5 * thick;
  return lines.filter(({ a, b }) => {
    if (Math.hypot(b[0] - a[0], b[1] - a[1]) > 1.1 * unit) return true;
    return [a, b].every(([x, y]) => index.search(x - reach, y - reach, x + reach, y + reach).length === 0);
  });
}

/** What stands apart from every line of some length is writing. */
function nearLines(loose: readonly Loose[], lines: readonly Line[], unit: number): Loose[] {
  const ends = lines.filter(({ a, b }) => Math.hypot(b[0] - a[0], b[1] - a[1]) > 1.2 * unit).flatMap(({ a, b }) => [a, b]);
  const index = indexOf(ends.map(([x, y]) => [x, y, x, y] as const));
  const reach = 0.5 * unit;
  return loose.filter(
    ({ box: [x0, y0, x1, y1] }) =>
      Math.max(x1 - x0, y1 - y0) > 2 * unit || index.search(x0 - reach, y0 - reach, x1 + reach, y1 + reach).length > 0,
  );
}

/** Pieces of one drawing: those that all but touch, and those that a line which was taken away has parted. */
function broughtTogether(loose: readonly Loose[], lines: readonly Line[], thick: number): Loose[] {
  const [touching, parted] = [3, 2.4 * thick + 6];
  const index = indexOf(loose.map(({ box }) => box));
  const lineIndex = indexOf(lines.map(boundsOfLine));
  const groups = new Groups(loose.length);
  loose.forEach(({ box }, i) => {
    const [x0, y0, x1, y1] = box;
    for (const j of index.search(x0 - parted, y0 - parted, x1 + parted, y1 + parted)) {
      const other = loose[j];
      if (j <= i || !other) continue;
      const far = apart(box, other.box);
      if (far > parted) continue;
      const between = (): boolean => {
        const x = (Math.max(x0, other.box[0]) + Math.min(x1, other.box[2])) / 2;
        const y = (Math.max(y0, other.box[1]) + Math.min(y1, other.box[3])) / 2;
        return lineIndex.search(x - 1, y - 1, x + 1, y + 1).length > 0;
      };
      if (far <= touching || between()) groups.join(j, i);
    }
  });
  const members = new Map<number, Loose[]>();
  loose.forEach((one, i) => members.set(groups.of(i), [...(members.get(groups.of(i)) ?? []), one]));
  return [...members.values()].map((own) => {
    const box = own.map((one) => one.box).reduce(joinedBounds);
    const along = box[2] - box[0] >= box[3] - box[1] ? 0 : 1;
    return { box, curved: true, points: own.flatMap(({ points }) => points).sort((p, q) => p[along] - q[along]) };
  });
}

/**
 * What is drawn on a scan: straight lines along the axes, dots, circles, filled shapes, and whatever else hangs together.
 * It takes about as long as the picture has pixels: an A3 page at 300 dots an inch less than two seconds.
 */
export function scanInk(whole: InkPicture, names: readonly Bounds[] = []): ScanInk {
  const { width, height } = whole;
  const thick = thicknessOf(whole);
  const rough = thick * 8;
  // What is as thick as a dot is no line.
  const side = Math.max(3, Math.round(thick * 1.75));
  const grow = side / 2;
  const fatBlots = blots(solid(whole, side), width, height, 1);
  const sizeOf = ({ box }: Blot): readonly [number, number] => [box[2] - box[0] + 1 + 2 * grow, box[3] - box[1] + 1 + 2 * grow];
  const picture = { ...whole, ink: Uint8Array.from(whole.ink) };
  const wipe = (mask: Uint8Array, x0: number, y0: number, x1: number, y1: number): void => {
    for (let y = Math.max(0, Math.floor(y0)); y <= Math.min(height - 1, Math.ceil(y1)); y++)
      mask.fill(0, y * width + Math.max(0, Math.floor(x0)), y * width + Math.min(width - 1, Math.ceil(x1)) + 1);
  };
  // Letters that were pinned are no lines, and neither is what is filled.
  for (const box of names) wipe(picture.ink, ...box);
  for (const blot of fatBlots) {
    const [wide, high] = sizeOf(blot);
    if (Math.max(wide, high) >= 1.1 * rough && Math.min(wide, high) > 0.5 * rough) {
      const [l, t, r, b] = blot.box;
      wipe(picture.ink, l - grow - 1, t - grow - 1, r + grow + 1, b + grow + 1);
    }
  }
  const least = Math.max(8, Math.round(rough * 0.72));
  const across = linesAlong(picture, true, least, thick);
  const down = linesAlong(picture, false, least, thick);
  // What is left when the lines are taken away.
  const left = Uint8Array.from(picture.ink);
  for (const { a, b, axis, width: w } of [...across.lines, ...down.lines]) {
    const half = Math.ceil(Math.max(w, thick) / 2) + 1;
    if (axis === 'h') wipe(left, a[0], a[1] - half, b[0], a[1] + half);
    else wipe(left, a[0] - half, a[1], a[0] + half, b[1]);
  }
  const dots: Spot[] = [];
  const unclear: Spot[] = [];
  const bodies: Body[] = [];
  const rings: Spot[] = [];
  const arrows: Loose[] = [];
  const rest = blots(left, width, height, Math.max(3, thick * 2)).filter(({ area }) => area > thick * thick * 0.8);
  const letters = rest.map(({ box }) => box[3] - box[1] + 1).filter((tall) => tall > thick * 2.2 && tall < thick * 14);
  const unit = letters.length >= 25 ? Math.min(rough * 1.6, Math.max(rough * 0.6, (median(letters) ?? rough) * 1.42)) : rough;
  for (const blot of fatBlots) {
    const [wide, high] = sizeOf(blot);
    const large = Math.max(wide, high);
    const [x, y] = blot.centre;
    const even = Math.min(wide, high) / large;
    if (large < 1.1 * unit && even > 0.62) {
      const spot = { x, y, r: large / 2 };
      // A dot is round and clearly thicker than the lines that meet there.
      if (large > 2.5 * thick) dots.push(spot);
      else if (large > 2.05 * thick) unclear.push(spot);
    } else if (large >= 1.1 * unit && even > 0.5 && large < 4 * unit) {
      const [l, t, r, b] = blot.box;
      const box: Bounds = [l - grow, t - grow, r + grow, b + grow];
      const outline = triangleOf({ ...blot, box });
      bodies.push({ shape: 'triangle', outline, box, filled: true });
    }
  }
  const loose: Loose[] = [];
  for (const { box, points, area } of rest) {
    const [wide, high] = [box[2] - box[0] + 1, box[3] - box[1] + 1];
    if (
      bodies.some(
        (body) =>
          box[0] >= body.box[0] - thick && box[1] >= body.box[1] - thick && box[2] <= body.box[2] + thick && box[3] <= body.box[3] + thick,
      )
    )
      continue;
    const [x, y] = [(box[0] + box[2]) / 2, (box[1] + box[3]) / 2];
    const large = Math.max(wide, high);
    if (large > 12 * unit) continue;
    const r = (wide + high) / 4 - thick / 2;
    const isRound =
      Math.min(wide, high) > 0.8 * large && large > 0.75 * unit && roundness(whole, x, y, r, Math.max(1, Math.round(thick * 0.8))) > 0.86;
    if (isRound && r >= 0.72 * unit)
      bodies.push({ shape: 'circle', outline: circleOutline({ x, y, r }), box: [x - r, y - r, x + r, y + r], filled: false });
    else if (isRound && area < Math.PI * r * r * 0.85) rings.push({ x, y, r });
    else {
      const along = wide >= high ? 0 : 1;
      const ordered = [...points].sort((p, q) => p[along] - q[along]);
      loose.push({ points: ordered, box, curved: true });
    }
  }
  // A thick line falls into several beside one another, and noise parts a long one.
  const lines = mergedLines([...across.lines, ...down.lines], { along: 0.22 * unit, beside: 1.4 * thick });
  const circles = circlesAmong(whole, withoutEdges(lines, loose, unit, thick), unit, thick);
  return {
    sorted: {
      lines: circles.lines,
      bodies: [...bodies, ...circles.bodies],
      loose: nearLines(broughtTogether(loose, circles.lines, thick), circles.lines, unit),
      dots,
      rings,
      arrows,
    },
    unit,
    thick,
    unclear,
  };
}
