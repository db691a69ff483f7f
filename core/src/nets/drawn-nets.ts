import { nothingSettled, type Place, type Settled } from '../sheets';
import { Groups } from './groups';
import { apart, type Bounds, type Point } from './ink';
import type { Join } from './meetings';
import { pinsOf, suits } from './pins';
import type { Mark, PageSymbol, PageWires } from './page-wires';

/** A part's pin on a net, and where it is drawn. */
export interface NetPin {
  readonly name: string;
  readonly pin: string;
  readonly at: Point;
  /** Its symbol, by its place in the list; -1 where it has none. */
  readonly symbol: number;
}

/** What one line of a page is: all that is joined. */
export interface DrawnNet {
  readonly lines: readonly Bounds[];
  readonly pins: readonly NetPin[];
  readonly labels: readonly string[];
  readonly ground: boolean;
  /** Joins about which the drawing leaves a doubt and nobody has settled, on this net or at its edge. */
  readonly doubts: readonly Doubt[];
}
export interface Doubt {
  readonly at: Point;
  readonly joined: boolean;
  readonly kind: Join['kind'];
}

/** A part as it is drawn: its name and the nets of its pins. */
export interface DrawnPart {
  readonly name: string;
  readonly unit?: string;
  readonly symbol: number;
  readonly shape: PageSymbol['shape'];
  readonly box: Bounds;
  readonly pins: readonly { readonly pin: string; readonly net: number; readonly at: Point }[];
  /** What is written beside it, as its value. */
  readonly texts: readonly string[];
}

export interface DrawnPage {
  readonly nets: readonly DrawnNet[];
  readonly parts: readonly DrawnPart[];
  /** The net of each line, by the line's place in the list. */
  readonly netOf: readonly number[];
  readonly unit: number;
  readonly said: string;
}

/** In heights of the text. */
const reach = { name: 4.2, misfit: 2.4, settled: 0.8, pin: 2.2 } as const;

const boxOf = ({ x, y, w, h }: Place): Bounds => [x, y, x + w, y + h];

/** Names given to symbols: the nearest pairs first, each once. */
function namedSymbols({ symbols, unit }: PageWires, places: readonly Place[]): ReadonlyMap<number, Place> {
  const pairs = places.flatMap((place) => {
    if (place.pin) return [];
    const box = boxOf(place);
    return symbols.flatMap((symbol, i) => {
      const far = apart(box, symbol.box);
      if (far > reach.name * unit || symbol.ends.length === 0 || ['ground', 'supply', 'flag'].includes(symbol.shape)) return [];
      const tall = Math.hypot((box[0] + box[2] - symbol.box[0] - symbol.box[2]) / 2, (box[1] + box[3] - symbol.box[1] - symbol.box[3]) / 2);
      const cost = far + 0.12 * tall + suits(place.name, symbol) * reach.misfit * unit;
      return [{ place, i, cost }];
    });
  });
  const given = new Map<number, Place>();
  const done = new Set<Place>();
  for (const { place, i, cost } of pairs.sort((a, b) => a.cost - b.cost)) {
    if (given.has(i) || done.has(place) || cost > 2 * reach.name * unit) continue;
    given.set(i, place);
    done.add(place);
  }
  return given;
}

const at = ([x, y]: Point, p: { readonly x: number; readonly y: number }): number => Math.hypot(p.x - x, p.y - y);

/**
 * The nets of a page: which lines are one, with the parts and pins on them.
 * @param wires What was read of the page.
 * @param places Names on it, read and pinned.
 * @param settled What was settled by hand on it.
 */
export function drawnPage(wires: PageWires, places: readonly Place[], settled: Settled = nothingSettled): DrawnPage {
  const { lines, joins, symbols, labels, unit, marks } = wires;
  const groups = new Groups(lines.length);
  const decided = (join: Join): { joined: boolean; open: boolean } => {
    const by = settled.joins.findLast((one) => at(join.at, one) <= reach.settled * unit && join.kind !== 'dot');
    return { joined: by?.joined ?? join.joined, open: !by && !join.sure };
  };
  const doubts: { readonly doubt: Doubt; readonly a: number; readonly b: number }[] = [];
  for (const join of joins) {
    const { joined, open } = decided(join);
    if (joined) groups.join(join.a, join.b);
    if (open) doubts.push({ doubt: { at: join.at, joined, kind: join.kind }, a: join.a, b: join.b });
  }
  for (const symbol of symbols)
    if (symbol.shape === 'ring') symbol.ends.slice(1).forEach((end) => groups.join(end.line, symbol.ends[0]?.line ?? end.line));
  const netOf = groups.numbered();
  const nets = Array.from({ length: new Set(netOf).size }, () => ({
    lines: [] as Bounds[],
    pins: [] as NetPin[],
    labels: new Set<string>(),
    ground: false,
    doubts: [] as Doubt[],
  }));
  lines.forEach((line, i) => nets[netOf[i] ?? 0]?.lines.push(line));
  for (const { doubt, a, b } of doubts) for (const net of new Set([netOf[a], netOf[b]])) nets[net ?? 0]?.doubts.push(doubt);
  for (const { line, text } of labels) nets[netOf[line] ?? 0]?.labels.add(text);
  const names = namedSymbols(wires, places);
  const written = new Set(places.map((place) => `${place.name}${place.unit ?? ''}`));
  const isName = ({ text }: Mark): boolean => written.has(text.toUpperCase());
  const plain = marks.filter((mark) => !isName(mark));
  const parts: DrawnPart[] = [];
  symbols.forEach((drawn, i) => {
    // Two ends of one line close together, as at a lead that was drawn in pieces, are one.
    const close = 1.5 * unit;
    const long = ({ line }: { readonly line: number }): number => {
      const [x0, y0, x1, y1] = lines[line] ?? [0, 0, 0, 0];
      return Math.hypot(x1 - x0, y1 - y0);
    };
    const longest = [...drawn.ends].sort((p, q) => long(q) - long(p));
    const ends = longest.filter(
      (end, k) =>
        !longest
          .slice(0, k)
          .some((other) => netOf[other.line] === netOf[end.line] && Math.hypot(other.at[0] - end.at[0], other.at[1] - end.at[1]) < close),
    );
    const symbol = { ...drawn, ends };
    const place = names.get(i);
    const first = nets[netOf[symbol.ends[0]?.line ?? -1] ?? -1];
    if (symbol.shape === 'ground' && first) first.ground = true;
    if (symbol.label && first && !place) first.labels.add(symbol.label);
    const named = pinsOf(symbol, place?.name, plain, unit);
    const own = symbol.ends.map((end, k) => {
      const by = settled.pins.findLast((one) => at(end.at, one) <= reach.settled * unit);
      return { name: by?.name ?? place?.name, pin: by?.pin ?? named[k] ?? String(k + 1), at: end.at, net: netOf[end.line] ?? 0 };
    });
    for (const { name, pin, at: where, net } of own) if (name) nets[net]?.pins.push({ name, pin, at: where, symbol: i });
    const byName = new Map<string, typeof own>();
    for (const end of own) if (end.name) byName.set(end.name, [...(byName.get(end.name) ?? []), end]);
    for (const [name, pins] of byName)
      parts.push({
        name,
        ...(place?.unit && place.name === name ? { unit: place.unit } : {}),
        symbol: i,
        shape: symbol.shape,
        box: symbol.box,
        pins: pins.map(({ pin, net, at: where }) => ({ pin, net, at: where })),
        texts: place ? textsBeside(place, symbol, wires, isName) : [],
      });
  });
  pinsByName(wires, places, netOf, nets, parts);
  // A line that was said to go on nowhere bears no name.
  for (const one of settled.alone) {
    const net = lineNear(lines, [one.x, one.y], reach.settled * unit);
    if (net !== undefined) nets[netOf[net] ?? 0]?.labels.clear();
  }
  return { nets: nets.map((net) => ({ ...net, labels: [...net.labels] })), parts, netOf, unit, said: wires.said };
}

/** Names that say their pin, as `IC2-6`: at the end of a line that is nearest. */
function pinsByName(
  { symbols, unit }: PageWires,
  places: readonly Place[],
  netOf: readonly number[],
  nets: { pins: NetPin[] }[],
  parts: DrawnPart[],
): void {
  for (const place of places) {
    if (!place.pin) continue;
    const box = boxOf(place);
    let best: { readonly far: number; readonly symbol: number; readonly line: number; readonly at: Point } | undefined;
    symbols.forEach((symbol, i) => {
      for (const end of symbol.ends) {
        const far = apart(box, [...end.at, ...end.at]);
        if (far <= reach.pin * unit && (!best || far < best.far)) best = { far, symbol: i, line: end.line, at: end.at };
      }
    });
    if (!best) continue;
    const { symbol, line, at: where } = best;
    const net = netOf[line] ?? 0;
    nets[net]?.pins.push({ name: place.name, pin: place.pin, at: where, symbol });
    const shape = symbols[symbol]?.shape ?? 'other';
    parts.push({ name: place.name, symbol, shape, box, pins: [{ pin: place.pin, net, at: where }], texts: [] });
  }
}

/** What is written close to a part's name or its drawing, the nearest first: its value, most likely. */
function textsBeside(place: Place, symbol: PageSymbol, { marks, unit }: PageWires, isName: (mark: Mark) => boolean): string[] {
  const box = boxOf(place);
  return marks
    .filter((mark) => !isName(mark))
    .map(({ text, box: other }) => ({ text, far: Math.min(apart(box, other), apart(symbol.box, other) + 0.25 * unit) }))
    .filter(({ far }) => far < 1.5 * unit)
    .sort((p, q) => p.far - q.far)
    .slice(0, 5)
    .map(({ text }) => text);
}

/** The line nearest to a place of the page, or undefined where none is near. */
function lineNear(lines: readonly Bounds[], [x, y]: Point, within: number): number | undefined {
  let best: { readonly line: number; readonly far: number } | undefined;
  lines.forEach(([x0, y0, x1, y1], line) => {
    const [dx, dy] = [x1 - x0, y1 - y0];
    const t = Math.min(1, Math.max(0, ((x - x0) * dx + (y - y0) * dy) / (dx * dx + dy * dy || 1)));
    const far = Math.hypot(x0 + t * dx - x, y0 + t * dy - y);
    if (far <= within && (!best || far < best.far)) best = { line, far };
  });
  return best?.line;
}

/** The net under a press, or undefined where no line is near. */
export function netAt({ netOf }: DrawnPage, { lines }: PageWires, at: Point, within: number): number | undefined {
  const line = lineNear(lines, at, within);
  return line === undefined ? undefined : netOf[line];
}

/** The lines on the way from one place of a net to another; empty where there is none. */
export function wayBetween(wires: PageWires, settled: Settled, from: Point, to: Point): Bounds[] {
  const { lines, joins, symbols, unit } = wires;
  const [start, end] = [lineNear(lines, from, unit), lineNear(lines, to, unit)];
  if (start === undefined || end === undefined) return [];
  const next = new Map<number, number[]>();
  const link = (a: number, b: number): void => void next.set(a, [...(next.get(a) ?? []), b]);
  for (const join of joins) {
    const by = settled.joins.findLast((one) => at(join.at, one) <= reach.settled * unit && join.kind !== 'dot');
    if (!(by?.joined ?? join.joined)) continue;
    link(join.a, join.b);
    link(join.b, join.a);
  }
  for (const { shape, ends } of symbols)
    if (shape === 'ring')
      for (const { line } of ends.slice(1)) {
        link(ends[0]?.line ?? line, line);
        link(line, ends[0]?.line ?? line);
      }
  const came = new Map([[start, start]]);
  const queue = [start];
  for (const now of queue) {
    if (now === end) break;
    for (const then of next.get(now) ?? [])
      if (!came.has(then)) {
        came.set(then, now);
        queue.push(then);
      }
  }
  if (!came.has(end)) return [];
  const way = [end];
  while (way.at(-1) !== start) way.push(came.get(way.at(-1) ?? start) ?? start);
  return way.map((line) => lines[line]).filter((line) => line !== undefined);
}
