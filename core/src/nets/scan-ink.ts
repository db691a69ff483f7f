import { boundsOfLine, indexOf, mergedLines } from './clean-lines';
import type { Bounds } from './ink';
import { blotsOf, runsOf, solid, turnedOver, wipe, type Blot } from './ink-runs';
import { lettersAmong, unitOf } from './scan-letters';
import { broughtTogether, edgesAmong, linesAlong, nearLines, thicknessOf } from './scan-lines';
import type { InkPicture } from './scan-picture';
import { circlesAmong, cornersOf, roundness, triangleOf } from './scan-shapes';
import { circleOutline, type Body, type Line, type Loose, type SortedInk, type Spot } from './sort-strokes';

/** What was found on a scan, and the measures by which it was. */
export interface ScanInk {
  readonly sorted: SortedInk;
  /** Size of the letters, in pixels. */
  readonly unit: number;
  readonly thick: number;
  /** Blobs that may be a dot or a blot. */
  readonly unclear: readonly Spot[];
}

/** Across a dot, in sizes of the writing. */
const dotLeast = 0.36;
/** Across a dot, in thicknesses of the lines that meet there: clearly one, or perhaps. */
const dotThicker = { clear: 2.2, unclear: 1.7 } as const;

/** From so many dots on, each is held against them: one of less than this share of their size may be a blot. */
const fewDots = 3;
const dotLike = 0.7;

/** The measures of a scan, in pixels: the size of its writing, and the thickness of its lines. */
interface Measures {
  readonly unit: number;
  readonly thick: number;
}

/** What is thicker than a line: the pieces that a square of ink of a size fits into, and the size of each with what the square took off. */
interface Fat {
  readonly blot: Blot;
  readonly box: Bounds;
  readonly wide: number;
  readonly high: number;
  /** How much of its box it fills, 0 to 1: an outline little, a triangle half, a dot most. */
  readonly fills: number;
}

function fatAmong(fat: readonly Blot[], side: number): Fat[] {
  const grow = side / 2;
  return fat.map((blot): Fat => {
    const [l, t, r, b] = blot.box;
    return {
      blot,
      box: [l - grow, t - grow, r + grow, b + grow],
      wide: r - l + 1 + side,
      high: b - t + 1 + side,
      fills: blot.area / ((r - l + 1) * (b - t + 1)),
    };
  });
}

/** A thick outline is not filled. */
const leastFilled = 0.3;

/** Filled pieces by what they are: dots or what may be one, heads of arrows, triangles. */
function filledAmong(
  fat: readonly Fat[],
  { unit }: Measures,
): { readonly spots: Spot[]; readonly arrows: Loose[]; readonly bodies: Body[] } {
  const [spots, arrows, bodies]: [Spot[], Loose[], Body[]] = [[], [], []];
  for (const { blot, box, wide, high, fills } of fat) {
    const large = Math.max(wide, high);
    const even = Math.min(wide, high) / large;
    const [x, y] = blot.centre;
    // A square takes from a round piece all around alike; a triangle stays one.
    const pointed = fills < 0.64 && Math.min(blot.box[2] - blot.box[0], blot.box[3] - blot.box[1]) > 3;
    if (pointed && large > 0.55 * unit && large < 1.2 * unit)
      arrows.push({ points: cornersOf(blot), box: [x - wide / 2, y - high / 2, x + wide / 2, y + high / 2], curved: false });
    else if (large < 1.1 * unit && even > 0.62) {
      if (large > 0.82 * dotLeast * unit) spots.push({ x, y, r: large / 2 });
    } else if (large >= 1.1 * unit && even > 0.5 && large < 4 * unit && fills > leastFilled)
      bodies.push({ shape: 'triangle', outline: triangleOf({ ...blot, box }), box, filled: true });
  }
  return { spots, arrows, bodies };
}

/** What is neither a line nor filled: circles, rings, and pieces of symbols; without what is left of dots and triangles. */
function restAmong(
  rest: readonly Blot[],
  whole: InkPicture,
  spots: readonly Spot[],
  filled: readonly Body[],
  { unit, thick }: Measures,
): { readonly bodies: Body[]; readonly rings: Spot[]; readonly loose: Loose[] } {
  const [bodies, rings, loose]: [Body[], Spot[], Loose[]] = [[], [], []];
  const ofTriangle = ([x0, y0, x1, y1]: Bounds): boolean =>
    filled.some(({ box }) => x0 >= box[0] - thick && y0 >= box[1] - thick && x1 <= box[2] + thick && y1 <= box[3] + thick);
  for (const { box, points, area } of rest) {
    const [wide, high] = [box[2] - box[0] + 1, box[3] - box[1] + 1];
    const [x, y] = [(box[0] + box[2]) / 2, (box[1] + box[3]) / 2];
    const large = Math.max(wide, high);
    const ofDot = (dot: Spot): boolean => Math.abs(dot.x - x) + wide / 2 < dot.r + thick && Math.abs(dot.y - y) + high / 2 < dot.r + thick;
    if (large > 12 * unit || ofTriangle(box) || spots.some(ofDot)) continue;
    const r = (wide + high) / 4 - thick / 2;
    const isRound =
      Math.min(wide, high) > 0.8 * large && large > 0.75 * unit && roundness(whole, x, y, r, Math.max(1, Math.round(thick * 0.8))) > 0.86;
    if (isRound && r >= 0.72 * unit)
      bodies.push({ shape: 'circle', outline: circleOutline({ x, y, r }), box: [x - r, y - r, x + r, y + r], filled: false });
    else if (isRound && area < Math.PI * r * r * 0.85) rings.push({ x, y, r });
    else {
      const along = wide >= high ? 0 : 1;
      loose.push({ points: [...points].sort((p, q) => p[along] - q[along]), box, curved: true });
    }
  }
  return { bodies, rings, loose };
}

/** Which spots are dots, clearly or perhaps: on lines, thicker than each of them, and not part of a symbol. */
function dotsAmong(
  spots: readonly Spot[],
  lines: readonly Line[],
  bodies: readonly Body[],
  { unit, thick }: Measures,
): { readonly clear: Spot[]; readonly unclear: Spot[] } {
  const index = indexOf(lines.map(boundsOfLine));
  const thicker = ({ x, y, r }: Spot): number => {
    const on = index.search(x - r, y - r, x + r, y + r).map((i) => (lines[i] as Line).width);
    return on.length ? (2 * r) / Math.max(...on) : 0;
  };
  const inBody = ({ x, y }: Spot): boolean =>
    bodies.some(({ box }) => x > box[0] - thick && x < box[2] + thick && y > box[1] - thick && y < box[3] + thick);
  const seen = spots.map((spot) => ({ spot, by: thicker(spot) })).filter(({ spot, by }) => by > dotThicker.unclear && !inBody(spot));
  const large = seen.filter(({ spot, by }) => by > dotThicker.clear && 2 * spot.r > dotLeast * unit).map(({ spot }) => spot);
  // One that is much smaller than the other dots of the page may be a blot.
  const usual = large.length < fewDots ? 0 : ([...large].sort((p, q) => p.r - q.r)[large.length >> 1]?.r ?? 0);
  const clear = large.filter(({ r }) => r > dotLike * usual);
  return { clear, unclear: seen.flatMap(({ spot }) => (clear.includes(spot) ? [] : [spot])) };
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
  const measures = { unit, thick };
  const side = Math.max(3, Math.round(thick * 1.75));
  const fat = fatAmong(blotsOf(runsOf(solid(whole, wholeRuns, side)), 1), side);
  const picture = { width, height, ink: Uint8Array.from(whole.ink) };
  // Letters are no lines, and neither is what is filled.
  for (const { box } of lettersAmong(pieces, unit, thick)) wipe(picture, box);
  for (const { box, wide, high, fills } of fat)
    if (fills > leastFilled && Math.max(wide, high) >= 1.1 * unit && Math.min(wide, high) > 0.5 * unit)
      wipe(picture, [box[0] - 1, box[1] - 1, box[2] + 1, box[3] + 1]);
  const least = Math.max(8, Math.round(unit * 0.72));
  const rows = runsOf(picture);
  const found = [...linesAlong(rows, true, least, thick), ...linesAlong(runsOf(turnedOver(picture, rows)), false, least, thick)];
  for (const { a, b, axis, width: w } of found) {
    const half = Math.ceil(Math.max(w, thick) / 2) + 1;
    wipe(picture, axis === 'h' ? [a[0], a[1] - half, b[0], a[1] + half] : [a[0] - half, a[1], a[0] + half, b[1]]);
  }
  // What is left when the lines are taken away.
  const left = blotsOf(runsOf(picture), Math.max(3, thick * 2)).filter(({ area }) => area > thick * thick * 0.4);
  const filled = filledAmong(fat, measures);
  const rest = restAmong(left, whole, filled.spots, filled.bodies, measures);
  const inArrow = ({ a, b }: Line): boolean => {
    const [x, y] = [(a[0] + b[0]) / 2, (a[1] + b[1]) / 2];
    return (
      Math.hypot(b[0] - a[0], b[1] - a[1]) < 1.1 * unit &&
      filled.arrows.some(({ box }) => x > box[0] - thick && x < box[2] + thick && y > box[1] - thick && y < box[3] + thick)
    );
  };
  // A thick line falls into several beside one another, and noise parts a long one.
  const lines = mergedLines(
    found.filter((line) => !inArrow(line)),
    { along: 0.22 * unit, beside: 1.4 * thick },
  );
  const edges = edgesAmong(lines, rest.loose, unit, thick);
  const circles = circlesAmong(
    whole,
    lines.filter((line) => !edges.has(line)),
    unit,
    thick,
  );
  const sides = [...edges].map((line): Loose => ({ points: [line.a, line.b], box: boundsOfLine(line), curved: true }));
  const loose = nearLines(broughtTogether([...rest.loose, ...sides], circles.lines, thick), circles.lines, unit);
  const bodies = [...filled.bodies, ...rest.bodies, ...circles.bodies];
  const { clear, unclear } = dotsAmong(filled.spots, found, bodies, measures);
  return {
    sorted: { lines: circles.lines, bodies, loose, dots: clear, rings: rest.rings, arrows: filled.arrows },
    unit,
    thick,
    unclear,
  };
}
