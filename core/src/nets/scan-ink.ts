import { boundsOfLine, indexOf, mergedLines } from './clean-lines';
import { Groups } from './groups';
import { apart, joinedBounds, type Bounds, type Point } from './ink';
import { blotsOf, runsOf, solid, turnedOver, wipe, type Blot, type Runs } from './ink-runs';
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

/** A run of ink along a row or column, so long that it is part of a line. */
interface Run {
  readonly at: number;
  readonly from: number;
  readonly to: number;
}

/** Gaps that noise makes are bridged up to so many pixels. */
const bridged = 2;

/** Runs that are long enough. Small gaps between pieces of a line are bridged, but not those between the crumbs of a curve. */
function longRuns({ at, from, to }: Runs, least: number, thick: number): Run[] {
  const out: Run[] = [];
  const piece = 2 * thick;
  for (let i = 0; i < at.length;) {
    const [row, start] = [at[i] as number, from[i] as number];
    let end = to[i] as number;
    let last = end - start + 1;
    for (i++; i < at.length && at[i] === row && (from[i] as number) - end <= bridged + 1; i++) {
      const next = (to[i] as number) - (from[i] as number) + 1;
      if (Math.min(last, next) < piece) break;
      [end, last] = [to[i] as number, next];
    }
    if (end - start + 1 >= least) out.push({ at: row, from: start, to: end });
  }
  return out;
}

const thickest = 20;

/** The middle length of short runs of ink down the page, which is the thickness of its lines. */
function thicknessOf({ from, to }: Runs): number {
  const counts = new Float64Array(thickest + 1);
  let all = 0;
  for (let i = 0; i < from.length; i++) {
    const long = (to[i] as number) - (from[i] as number) + 1;
    if (long > thickest) continue;
    counts[long] = (counts[long] as number) + 1;
    all++;
  }
  let [thick, below] = [1, 0];
  while (thick < thickest && below + (counts[thick] as number) < all / 2) below += counts[thick++] as number;
  return Math.max(2, thick);
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
function linesAlong(runs: Runs, across: boolean, least: number, thick: number): Line[] {
  return streaks(longRuns(runs, least, thick)).flatMap((streak): Line[] => {
    const long = streak.to - streak.from + 1;
    const area = streak.rows.reduce((sum, { from, to }) => sum + to - from + 1, 0);
    const mean = area / long;
    const tall = Math.max(...streak.rows.map(({ at }) => at)) - Math.min(...streak.rows.map(({ at }) => at)) + 1;
    if (mean > 3.2 * thick && tall > 4 * thick) return [];
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
}

/** Height of a capital letter as a share of the size of the writing. */
const capital = 0.72;
const fewLetters = 12;
/** Across a dot, in sizes of the writing. */
const dotLeast = 0.36;
/** Across a dot, in thicknesses of the lines that meet there: clearly one, or perhaps. */
const dotThicker = { clear: 2.2, unclear: 1.7 } as const;

/** Size of the writing, by the most usual height among small pieces that stand by themselves. */
function unitOf(pieces: readonly Blot[], thick: number): number {
  const heights = pieces.flatMap(({ box: [x0, y0, x1, y1] }) => {
    const [wide, high] = [x1 - x0 + 1, y1 - y0 + 1];
    return high > 2.2 * thick && high < 14 * thick && wide < 1.5 * high && wide > thick ? [high] : [];
  });
  if (heights.length < fewLetters) return thick * 8;
  const near = (h: number): number => heights.filter((other) => Math.abs(other - h) <= 0.07 * h + 0.5).length;
  const best = [...new Set(heights)].map((h) => [h, near(h)] as const).sort((p, q) => q[1] - p[1] || q[0] - p[0])[0];
  return best ? best[0] / capital : thick * 8;
}

/** What is no larger than a letter, and not a dot, a bar or a speck, and stands by itself. */
const isLetter = ({ box: [x0, y0, x1, y1] }: Blot, unit: number, thick: number): boolean => {
  const [wide, high] = [x1 - x0 + 1, y1 - y0 + 1];
  return high > 0.42 * unit && high < 1.05 * unit && wide < 1.05 * unit && wide >= thick * 0.8;
};

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

/** The three corners of a small filled triangle, however it lies: the points of it that lie furthest apart. */
function cornersOf({ points, centre }: Blot): readonly Point[] {
  const furthest = (of: (p: Point) => number): Point => points.reduce((best, p) => (of(p) > of(best) ? p : best), points[0] as Point);
  const first = furthest(([x, y]) => Math.hypot(x - centre[0], y - centre[1]));
  const second = furthest(([x, y]) => Math.hypot(x - first[0], y - first[1]));
  const [dx, dy] = [second[0] - first[0], second[1] - first[1]];
  return [first, second, furthest(([x, y]) => Math.abs((x - first[0]) * dy - (y - first[1]) * dx))];
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

/** A short straight piece between what is neither straight nor a line, as the side of a coil or the edge of an arrow, belongs to it. */
function edgesAmong(lines: readonly Line[], loose: readonly Loose[], unit: number, thick: number): ReadonlySet<Line> {
  const index = indexOf(loose.map(({ box }) => box));
  const reach = 1.5 * thick;
  const bent = ([x, y]: Point): boolean => index.search(x - reach, y - reach, x + reach, y + reach).length > 0;
  return new Set(lines.filter(({ a, b }) => Math.hypot(b[0] - a[0], b[1] - a[1]) <= 1.1 * unit && bent(a) && bent(b)));
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
 * It takes about as long as the picture has pixels: an A3 page at 300 dots an inch less than a second.
 */
export function scanInk(whole: InkPicture): ScanInk {
  const { width, height } = whole;
  const wholeRuns = runsOf(whole);
  const thick = thicknessOf(runsOf(turnedOver(whole, wholeRuns)));
  const pieces = blotsOf(wholeRuns, 1_000_000);
  const unit = unitOf(pieces, thick);
  // What is as thick as a dot is no line.
  const side = Math.max(3, Math.round(thick * 1.75));
  const grow = side / 2;
  const fatBlots = blotsOf(runsOf(solid(whole, wholeRuns, side)), 1);
  const sizeOf = ({ box }: Blot): readonly [number, number] => [box[2] - box[0] + 1 + 2 * grow, box[3] - box[1] + 1 + 2 * grow];
  const picture = { ...whole, ink: Uint8Array.from(whole.ink) };
  // Letters are no lines, and neither is what is filled.
  for (const piece of pieces) if (isLetter(piece, unit, thick)) wipe(picture, piece.box);
  for (const blot of fatBlots) {
    const [wide, high] = sizeOf(blot);
    const [l, t, r, b] = blot.box;
    // A thick outline is not filled.
    const filled = blot.area > 0.3 * (r - l + 1) * (b - t + 1);
    if (filled && Math.max(wide, high) >= 1.1 * unit && Math.min(wide, high) > 0.5 * unit) {
      wipe(picture, [l - grow - 1, t - grow - 1, r + grow + 1, b + grow + 1]);
    }
  }
  const least = Math.max(8, Math.round(unit * 0.72));
  const rows = runsOf(picture);
  const across = linesAlong(rows, true, least, thick);
  const down = linesAlong(runsOf(turnedOver(picture, rows)), false, least, thick);
  // What is left when the lines are taken away.
  const left = { width, height, ink: picture.ink };
  for (const { a, b, axis, width: w } of [...across, ...down]) {
    const half = Math.ceil(Math.max(w, thick) / 2) + 1;
    wipe(left, axis === 'h' ? [a[0], a[1] - half, b[0], a[1] + half] : [a[0] - half, a[1], a[0] + half, b[1]]);
  }
  const rest = blotsOf(runsOf(left), Math.max(3, thick * 2)).filter(({ area }) => area > thick * thick * 0.4);
  const spots: Spot[] = [];
  const bodies: Body[] = [];
  const rings: Spot[] = [];
  const arrows: Loose[] = [];
  for (const blot of fatBlots) {
    const [wide, high] = sizeOf(blot);
    const large = Math.max(wide, high);
    const [x, y] = blot.centre;
    const even = Math.min(wide, high) / large;
    // A square takes from a round piece all around alike; a triangle stays one, and fills half of its box.
    const [inX, inY] = [blot.box[2] - blot.box[0] + 1, blot.box[3] - blot.box[1] + 1];
    const pointed = Math.min(inX, inY) > 4 && blot.area < 0.64 * inX * inY;
    if (pointed && large > 0.55 * unit && large < 1.2 * unit)
      arrows.push({ points: cornersOf(blot), box: [x - wide / 2, y - high / 2, x + wide / 2, y + high / 2], curved: false });
    else if (large < 1.1 * unit && even > 0.62) {
      const spot = { x, y, r: large / 2 };
      if (large > 0.82 * dotLeast * unit) spots.push(spot);
    } else if (large >= 1.1 * unit && even > 0.5 && large < 4 * unit && blot.area > 0.3 * inX * inY) {
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
    // What the lines have left of a dot.
    if (spots.some((dot) => Math.abs(dot.x - x) + wide / 2 < dot.r + thick && Math.abs(dot.y - y) + high / 2 < dot.r + thick)) continue;
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
  const found = [...across, ...down];
  const lineIndex = indexOf(found.map(boundsOfLine));
  /** A dot lies on lines and is clearly thicker than each of them: the plate of a capacitor has no dot, and an arrow lies beside. */
  const thicker = ({ x, y, r }: Spot): number => {
    const on = lineIndex.search(x - r, y - r, x + r, y + r).map((i) => (found[i] as Line).width);
    return on.length ? (2 * r) / Math.max(...on) : 0;
  };
  const inArrow = ({ a, b }: Line): boolean => {
    const [x, y] = [(a[0] + b[0]) / 2, (a[1] + b[1]) / 2];
    return (
      Math.hypot(b[0] - a[0], b[1] - a[1]) < 1.1 * unit &&
      arrows.some(({ box }) => x > box[0] - thick && x < box[2] + thick && y > box[1] - thick && y < box[3] + thick)
    );
  };
  // A thick line falls into several beside one another, and noise parts a long one.
  const lines = mergedLines(
    found.filter((line) => !inArrow(line)),
    { along: 0.22 * unit, beside: 1.4 * thick },
  );
  const edges = edgesAmong(lines, loose, unit, thick);
  for (const line of edges) loose.push({ points: [line.a, line.b], box: boundsOfLine(line), curved: true });
  const circles = circlesAmong(
    whole,
    lines.filter((line) => !edges.has(line)),
    unit,
    thick,
  );
  const inBody = ({ x, y }: Spot): boolean =>
    [...bodies, ...circles.bodies].some(({ box }) => x > box[0] - thick && x < box[2] + thick && y > box[1] - thick && y < box[3] + thick);
  const dots = spots.filter((dot) => thicker(dot) > dotThicker.unclear && !inBody(dot));
  const clear = (dot: Spot): boolean => thicker(dot) > dotThicker.clear && 2 * dot.r > dotLeast * unit;
  return {
    sorted: {
      lines: circles.lines,
      bodies: [...bodies, ...circles.bodies],
      loose: nearLines(broughtTogether(loose, circles.lines, thick), circles.lines, unit),
      dots: dots.filter(clear),
      rings,
      arrows,
    },
    unit,
    thick,
    unclear: dots.filter((dot) => !clear(dot)),
  };
}
