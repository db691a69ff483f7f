import type { Place, SheetWord } from '../sheets';
import { boundsOfLine, clipped, drawnBoxes, fromOutline, indexOf, lengthOf, mergedLines } from './clean-lines';
import { apart, type Bounds, type PageInk, type Point } from './ink';
import { along, gapsAmong, joinsOf, touchesOf, type Join } from './meetings';
import { labelIn, shapeOf, type SymbolShape } from './shapes';
import { sortStrokes, within, type Body, type Line, type SortedInk, type Spot } from './sort-strokes';
import { symbolsOf, type LineEnd } from './symbols';

/** A piece of text on a page, as short as a name of a line, a pin or a value is. */
export interface Mark {
  readonly text: string;
  readonly box: Bounds;
}

export interface PageSymbol {
  readonly shape: SymbolShape;
  readonly box: Bounds;
  readonly ends: readonly LineEnd[];
  /** The tip of the arrow within, as that of an emitter: from where it starts to where it points. */
  readonly arrow?: readonly [Point, Point];
  /** What a flag or a supply says, by which lines of one name are one. */
  readonly label?: string;
}

/** The lines of a page, how they meet, and what they end at. It is plain data, so that it can go from worker to page. */
export interface PageWires {
  readonly unit: number;
  readonly lines: readonly Bounds[];
  readonly joins: readonly Join[];
  readonly symbols: readonly PageSymbol[];
  /** Names that stand at the free end of a line. */
  readonly labels: readonly { readonly line: number; readonly text: string; readonly at: Point }[];
  readonly marks: readonly Mark[];
  /** What could not be read of it, and why; empty where all was. */
  readonly said: string;
}

export interface PageToRead {
  readonly ink: PageInk;
  /** What is drawn, where it was sorted already, as that of a scan. */
  readonly sorted?: SortedInk;
  /** How far ends may miss one another beside what a drawing allows, in sheet units: the thickness of a scanned line. */
  readonly slack?: number;
  readonly words: readonly SheetWord[];
  readonly places: readonly Place[];
  /** Height of the text, in sheet units. */
  readonly unit: number;
}

const longestMark = 22;
const fewestToFrame = 2;
/** In heights of the text. */
const sizes = { bar: 4.2, label: 1.3, frame: 9 } as const;

const boxOf = ({ x, y, w, h }: { x: number; y: number; w: number; h: number }): Bounds => [x, y, x + w, y + h];
const middleOf = (box: Bounds): Point => [(box[0] + box[2]) / 2, (box[1] + box[3]) / 2];

/** An outline about several parts is the edge of a section, a shield or the page, and no part. */
function frames(bodies: readonly Body[], places: readonly Place[], unit: number): ReadonlySet<Body> {
  const names = places.map((place) => middleOf(boxOf(place)));
  const nameIndex = indexOf(names.map(([x, y]) => [x, y, x, y] as const));
  const bodyIndex = indexOf(bodies.map(({ box }) => box));
  return new Set(
    bodies.filter((body) => {
      const { box } = body;
      if (Math.max(box[2] - box[0], box[3] - box[1]) < sizes.frame * unit) return false;
      const named = nameIndex.search(...box).filter((i) => within(body, names[i] as Point)).length;
      if (named > fewestToFrame) return true;
      const held = bodyIndex.search(...box).filter((i) => {
        const other = bodies[i];
        return other && other !== body && other.box[0] > box[0] && other.box[1] > box[1] && other.box[2] < box[2] && other.box[3] < box[3];
      });
      return held.length > fewestToFrame;
    }),
  );
}

/** Short lines that nothing hangs on at either end: plates, bars, the strokes of a ground. */
function barsAmong(lines: readonly Line[], held: (end: Point) => boolean, unit: number): ReadonlySet<number> {
  const met = new Set<string>();
  for (const { i, j, roleI, roleJ } of touchesOf(lines, unit)) {
    if (roleI !== 'through') met.add(`${i}${roleI}`);
    if (roleJ !== 'through') met.add(`${j}${roleJ}`);
  }
  // A short piece between two gaps goes on behind them.
  for (const { a, b } of gapsAmong(lines, unit)) {
    met.add(`${a}b`);
    met.add(`${b}a`);
  }
  return new Set(
    lines.flatMap((line, i) =>
      lengthOf(line) <= sizes.bar * unit && !met.has(`${i}a`) && !met.has(`${i}b`) && !held(line.a) && !held(line.b) ? [i] : [],
    ),
  );
}

const noWires = (unit: number, said: string): PageWires => ({ unit, lines: [], joins: [], symbols: [], labels: [], marks: [], said });

/** Whether most of a page is pictures, as a scan in a PDF is. */
export const mostlyPicture = ({ pictures, width, height }: PageInk): boolean => coveredBy(pictures) > 0.5 * (width * height || 1);
const coveredBy = (pictures: PageInk['pictures']): number =>
  pictures.reduce((sum, [x0, y0, x1, y1]) => sum + Math.abs((x1 - x0) * (y1 - y0)), 0);

/** What is said of a page of which the lines cannot be followed, or not all. */
function saidOf({ ink, words }: PageToRead, lines: number): string {
  if (ink.tooMany) return 'There is more drawn on this page than can be gone through. Names on it work; its lines cannot be pressed.';
  if (!lines && mostlyPicture(ink)) return 'This page is a picture.';
  if (!lines) return 'No lines are drawn on this page.';
  if (coveredBy(ink.pictures) > 0.05 * ink.width * ink.height)
    return 'There are pictures on this page: lines within them are not followed.';
  if (!words.length) return 'No text can be read on this page: pin the names that you need by hand.';
  return '';
}

/**
 * Follows what is drawn on a page: which lines are one, where they end, and what stands there.
 * A page of 20,000 strokes takes about a third of a second; a page with more than `mostStrokes` is not followed, and says so.
 */
export function pageWires(page: PageToRead): PageWires {
  const { ink, places, words, unit } = page;
  if (ink.tooMany) return noWires(unit, saidOf(page, 0));
  const sorted = page.sorted ?? sortStrokes(ink, unit);
  const merged = mergedLines(sorted.lines, { along: 0.1 * unit, beside: 0.1 * unit });
  const drawn = drawnBoxes(merged, 0.16 * unit + (page.slack ?? 0));
  const outlines = [...sorted.bodies, ...drawn.boxes];
  const edge = frames(outlines, places, unit);
  const bodies = outlines.filter((body) => !edge.has(body));
  const cut = clipped(
    merged.filter((line) => !drawn.used.has(line)),
    bodies,
    unit,
  );
  const bodyIndex = indexOf(bodies.map(({ box }) => box));
  const looseEnds = sorted.loose.flatMap(({ points }) => points);
  const looseIndex = indexOf(looseEnds.map(([x, y]) => [x, y, x, y] as const));
  const spots = [...sorted.dots, ...sorted.rings];
  const spotIndex = indexOf(spots.map(({ x, y, r }) => [x - r, y - r, x + r, y + r] as const));
  const near = (p: Point, by: number): Bounds => [p[0] - by, p[1] - by, p[0] + by, p[1] + by];
  const held = (end: Point): boolean =>
    bodyIndex.search(...near(end, 0.15 * unit)).some((i) => fromOutline(bodies[i] as Body, end) <= 0.15 * unit) ||
    looseIndex.search(...near(end, 0.3 * unit)).length > 0 ||
    spotIndex.search(...near(end, 0.15 * unit)).length > 0;
  const bars = barsAmong(cut.outside, held, unit);
  const lines = cut.outside.filter((line, i) => !bars.has(i) && lengthOf(line) > 0.05 * unit);
  const { joins, hops } = joinsOf({
    lines,
    touches: touchesOf(lines, unit),
    dots: sorted.dots,
    loose: sorted.loose,
    unit,
    slack: page.slack ?? 0,
  });
  const ends = endsOf(lines, joins, unit);
  const { symbols, free } = symbolsOf(
    {
      ...sorted,
      bodies,
      bars: cut.outside.filter((_, i) => bars.has(i)),
      loose: sorted.loose.filter((one) => !hops.has(one)),
      inside: cut.inside,
      ends: [...ends, ...throughRings(lines, sorted.rings, unit)],
    },
    unit,
  );
  const marks = words
    .filter(({ text }) => text.trim().length <= longestMark)
    .map((word): Mark => ({ text: word.text.trim(), box: boxOf(word) }));
  const markIndex = indexOf(marks.map(({ box }) => box));
  const isName = namesAmong(marks, places);
  const textsIn = (box: Bounds): Mark[] => markIndex.search(...box).flatMap((i) => marks[i] ?? []);
  const made = symbols.map((symbol): PageSymbol => {
    const inside = textsIn(symbol.box).filter(({ box }) => {
      const [x, y] = middleOf(box);
      return x > symbol.box[0] && x < symbol.box[2] && y > symbol.box[1] && y < symbol.box[3];
    });
    const shape = shapeOf(
      symbol,
      inside.map(({ text }) => text),
      inside.some(isName),
    );
    const arrow =
      symbol.arrows[0]?.points ?? (shape === 'diode' ? symbol.bodies.find((body) => body.shape === 'triangle')?.outline : undefined);
    const label = shape === 'flag' || shape === 'supply' || shape === 'ring' ? labelNear(shape, symbol.box, inside) : undefined;
    return {
      shape,
      box: symbol.box,
      ends: symbol.ends.map(({ line, at, toward }) => ({ line, at, toward })),
      ...(label ? { label } : {}),
      ...(arrow ? { arrow: arrowOf(arrow) } : {}),
    };
  });
  /** A supply has its name beside it, a flag within. */
  function labelNear(shape: SymbolShape, box: Bounds, inside: readonly Mark[]): string | undefined {
    if (shape === 'flag') return inside.map(({ text }) => labelIn(text, true)).find((text) => text !== undefined);
    const reach = sizes.label * unit;
    const around = textsIn([box[0] - reach, box[1] - reach, box[2] + reach, box[3] + reach]).sort(
      (a, b) => apart(a.box, box) - apart(b.box, box),
    );
    // What has the name of a part beside it is that part.
    const [first] = around;
    return first && !isName(first) ? labelIn(first.text, shape === 'supply') : undefined;
  }
  const loneEnds = new Set<LineEnd>(ends.filter(({ met }) => !met));
  const labels = free.flatMap((end) => {
    if (!loneEnds.has(end)) return [];
    const { line, at, toward } = end;
    const reach = sizes.label * unit;
    const ahead: Point = [at[0] + toward[0] * reach * 0.6, at[1] + toward[1] * reach * 0.6];
    const found = textsIn(near(ahead, reach * 0.6)).filter((mark) => !isName(mark));
    const text = found.map((mark) => labelIn(mark.text, false)).find((one) => one !== undefined);
    return text === undefined ? [] : [{ line, text, at }];
  });
  return { unit, lines: lines.map(boundsOfLineKept), joins, symbols: made, labels, marks, said: saidOf(page, lines.length) };
}

/** A slanted line keeps its ends; the others have them in order. */
const boundsOfLineKept = (line: Line): Bounds => (line.axis === 's' ? [...line.a, ...line.b] : boundsOfLine(line)) as unknown as Bounds;

function namesAmong(marks: readonly Mark[], places: readonly Place[]): (mark: Mark) => boolean {
  const index = indexOf(places.map(boxOf));
  const named = new Set(
    marks.filter(({ box }) => {
      const [x, y] = middleOf(box);
      return index.search(x, y, x, y).length > 0;
    }),
  );
  return (mark) => named.has(mark);
}

/** From the middle of an arrow's base to its tip: the corner that lies furthest from the other two. */
function arrowOf(points: readonly Point[]): readonly [Point, Point] {
  const far = points.map((p) => points.reduce((sum, q) => sum + Math.hypot(p[0] - q[0], p[1] - q[1]), 0));
  const tip = points[far.indexOf(Math.max(...far))] ?? ([0, 0] as Point);
  const base = points.filter((p) => p !== tip);
  return [[base.reduce((s, p) => s + p[0], 0) / (base.length || 1), base.reduce((s, p) => s + p[1], 0) / (base.length || 1)], tip];
}

/** A line that goes through a terminal or a joint has it on it. */
function throughRings(lines: readonly Line[], rings: readonly Spot[], unit: number): LineEnd[] {
  const index = indexOf(lines.map(boundsOfLine));
  return rings.flatMap(({ x, y, r }) =>
    index.search(x - r, y - r, x + r, y + r).flatMap((i): LineEnd[] => {
      const line = lines[i] as Line;
      const { t, off } = along(line, [x, y]);
      return off < 0.1 * unit && t > r + 0.1 * unit && t < lengthOf(line) - r - 0.1 * unit ? [{ line: i, at: [x, y], toward: [0, 0] }] : [];
    }),
  );
}

/** All ends of lines at which they do not go straight on into another line; `met` where they meet another all the same. */
function endsOf(lines: readonly Line[], joins: readonly Join[], unit: number): (LineEnd & { readonly met: boolean })[] {
  const goesOn = new Set<string>();
  const met = new Set<string>();
  for (const { at, a, b, kind } of joins)
    for (const i of [a, b]) {
      const line = lines[i] as Line;
      const { t } = along(line, at);
      const long = lengthOf(line);
      const end = `${i}${t < long / 2 ? 'a' : 'b'}`;
      const other = lines[i === a ? b : a] as Line;
      // At a corner a part can hang as well; where a line goes on over a hop, none can.
      if (kind === 'hop' || kind === 'gap' || other.axis === line.axis) goesOn.add(end);
      if (Math.min(t, long - t) < 0.4 * unit) met.add(end);
    }
  return lines.flatMap((line, i) => {
    const long = lengthOf(line) || 1;
    const [ux, uy] = [(line.b[0] - line.a[0]) / long, (line.b[1] - line.a[1]) / long];
    return [
      { line: i, at: line.a, toward: [-ux, -uy] as Point, met: met.has(`${i}a`), key: `${i}a` },
      { line: i, at: line.b, toward: [ux, uy] as Point, met: met.has(`${i}b`), key: `${i}b` },
    ].filter(({ key }) => !goesOn.has(key));
  });
}
