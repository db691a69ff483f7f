import { boundsOfLine, indexOf } from './clean-lines';
import { Groups } from './groups';
import { apart, joinedBounds, type Point } from './ink';
import type { Runs } from './ink-runs';
import { lineOf, type Line, type Loose } from './sort-strokes';

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
export function thicknessOf({ from, to }: Runs): number {
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
export function linesAlong(runs: Runs, across: boolean, least: number, thick: number): Line[] {
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

/** A short straight piece between what is neither straight nor a line, as the side of a coil or the edge of an arrow, belongs to it. */
export function edgesAmong(lines: readonly Line[], loose: readonly Loose[], unit: number, thick: number): ReadonlySet<Line> {
  const index = indexOf(loose.map(({ box }) => box));
  const reach = 1.5 * thick;
  const bent = ([x, y]: Point): boolean => index.search(x - reach, y - reach, x + reach, y + reach).length > 0;
  return new Set(lines.filter(({ a, b }) => Math.hypot(b[0] - a[0], b[1] - a[1]) <= 1.1 * unit && bent(a) && bent(b)));
}

/** What stands apart from every line of some length is writing. */
export function nearLines(loose: readonly Loose[], lines: readonly Line[], unit: number): Loose[] {
  const ends = lines.filter(({ a, b }) => Math.hypot(b[0] - a[0], b[1] - a[1]) > 1.2 * unit).flatMap(({ a, b }) => [a, b]);
  const index = indexOf(ends.map(([x, y]) => [x, y, x, y] as const));
  const reach = 0.5 * unit;
  return loose.filter(
    ({ box: [x0, y0, x1, y1] }) =>
      Math.max(x1 - x0, y1 - y0) > 2 * unit || index.search(x0 - reach, y0 - reach, x1 + reach, y1 + reach).length > 0,
  );
}

/** Pieces of one drawing: those that all but touch, and those that a line which was taken away has parted. */
export function broughtTogether(loose: readonly Loose[], lines: readonly Line[], thick: number): Loose[] {
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
