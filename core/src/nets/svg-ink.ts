import { XMLParser } from 'fast-xml-parser';
import SvgPath from 'svgpath';
import { InkMaker, isPaper, mostStrokes, type PageInk } from './ink';

/** An element as the parser gives it: its name holds its children, `:@` its attributes. */
type Node = Readonly<Record<string, unknown>>;
type Look = Readonly<Record<'fill' | 'stroke' | 'width' | 'dash' | 'shown', string>>;

const reader = new XMLParser({ preserveOrder: true, ignoreAttributes: false, attributeNamePrefix: '', processEntities: true });

const number = (value: string | undefined, otherwise = 0): number => {
  const read = Number.parseFloat(value ?? '');
  return Number.isFinite(read) ? read : otherwise;
};

const named: Readonly<Record<string, string>> = { white: '#ffffff', snow: '#fffafa', ivory: '#fffff0', black: '#000000' };

function hides(colour: string): boolean {
  const plain = named[colour.trim().toLowerCase()] ?? colour.trim();
  const hex = /^#([0-9a-f]{3,8})$/i.exec(plain)?.[1];
  if (hex) {
    const wide = hex.length < 6 ? [...hex].map((c) => c + c).join('') : hex;
    const at = (i: number): number => Number.parseInt(wide.slice(i, i + 2), 16) / 255;
    return isPaper(at(0), at(2), at(4));
  }
  const parts = /^rgba?\(([^)]*)\)$/i
    .exec(plain)?.[1]
    ?.split(/[,\s/]+/)
    .map((part) => number(part) / (part.endsWith('%') ? 100 : 255));
  return parts ? isPaper(parts[0] ?? 0, parts[1] ?? 0, parts[2] ?? 0) : false;
}

const nothing = (colour: string): boolean => colour === 'none' || colour === 'transparent' || colour === '';

/** What is written of the look in the attributes and in `style`. */
function lookOf(own: Readonly<Record<string, string>>, over: Look): Look {
  const style = Object.fromEntries((own['style'] ?? '').split(';').map((rule) => rule.split(':').map((part) => part.trim()))) as Record<
    string,
    string
  >;
  const said = (name: string): string | undefined => style[name] ?? own[name];
  const hidden = said('display') === 'none' || said('visibility') === 'hidden';
  return {
    fill: said('fill') ?? over.fill,
    stroke: said('stroke') ?? over.stroke,
    width: said('stroke-width') ?? over.width,
    dash: said('stroke-dasharray') ?? over.dash,
    shown: hidden ? '' : over.shown,
  };
}

const shapes: Readonly<Record<string, (own: Readonly<Record<string, string>>) => string>> = {
  path: (own) => own['d'] ?? '',
  line: (own) => `M${number(own['x1'])} ${number(own['y1'])}L${number(own['x2'])} ${number(own['y2'])}`,
  polyline: (own) => `M${(own['points'] ?? '').trim()}`,
  polygon: (own) => `M${(own['points'] ?? '').trim()}Z`,
  rect: (own) => {
    const [x, y, w, h] = [number(own['x']), number(own['y']), number(own['width']), number(own['height'])];
    return w && h ? `M${x} ${y}h${w}v${h}h${-w}Z` : '';
  },
  circle: (own) => round(number(own['cx']), number(own['cy']), number(own['r']), number(own['r'])),
  ellipse: (own) => round(number(own['cx']), number(own['cy']), number(own['rx']), number(own['ry'])),
};
const round = (x: number, y: number, rx: number, ry: number): string =>
  rx && ry ? `M${x - rx} ${y}a${rx} ${ry} 0 1 0 ${2 * rx} 0a${rx} ${ry} 0 1 0 ${-2 * rx} 0Z` : '';

/** Elements that are drawn only where others point at them. */
const kept = new Set(['defs', 'symbol', 'clipPath', 'mask', 'pattern', 'marker', 'title', 'desc', 'metadata', 'style', 'script']);

const deepest = 60;

/**
 * What is drawn in an SVG, in its own units as it is shown: lines, curves and outlines without its text.
 * @throws Error where it is no SVG.
 */
export function svgInk(text: string): PageInk {
  const nodes = reader.parse(text) as Node[];
  const top = nodes.find((node) => 'svg' in node);
  if (!top) throw new Error('It is no SVG.');
  const own = (top[':@'] ?? {}) as Record<string, string>;
  const box = (own['viewBox'] ?? '')
    .trim()
    .split(/[\s,]+/)
    .map(Number);
  const sized = box.length === 4 && box.every(Number.isFinite) && (box[2] ?? 0) > 0 && (box[3] ?? 0) > 0;
  const [left = 0, up = 0, wide = 0, high = 0] = sized ? box : [0, 0, number(own['width'], 300), number(own['height'], 150)];
  const percent = (value: string | undefined): boolean => value === undefined || value.includes('%');
  const width = percent(own['width']) ? wide : number(own['width'], wide);
  const height = percent(own['height']) ? high : number(own['height'], high);
  const scale = Math.min(width / wide, height / high);
  const place = `translate(${(width - wide * scale) / 2} ${(height - high * scale) / 2}) scale(${scale}) translate(${-left} ${-up})`;
  const maker = new InkMaker();
  const byId = new Map<string, Node>();
  collect(nodes, byId, 0);
  const look: Look = { fill: 'black', stroke: 'none', width: '1', dash: 'none', shown: 'yes' };
  walk((top['svg'] ?? []) as Node[], [place], lookOf(own, look), scale, { maker, byId, wide, high, left: 0 }, 0);
  return maker.done(width, height);
}

function collect(nodes: readonly Node[], byId: Map<string, Node>, depth: number): void {
  if (depth > deepest) return;
  for (const node of nodes) {
    const id = (node[':@'] as Record<string, string> | undefined)?.['id'];
    if (id) byId.set(id, node);
    for (const [name, children] of Object.entries(node))
      if (name !== ':@' && Array.isArray(children)) collect(children as Node[], byId, depth + 1);
  }
}

interface Walk {
  readonly maker: InkMaker;
  readonly byId: ReadonlyMap<string, Node>;
  readonly wide: number;
  readonly high: number;
  left: number;
}

function walk(nodes: readonly Node[], at: readonly string[], over: Look, scale: number, all: Walk, depth: number): void {
  if (depth > deepest) return;
  for (const node of nodes) {
    if (all.maker.full || all.left++ > mostStrokes * 2) return;
    const name = Object.keys(node).find((key) => key !== ':@');
    if (!name || kept.has(name)) continue;
    const own = (node[':@'] ?? {}) as Record<string, string>;
    const look = lookOf(own, over);
    if (!look.shown) continue;
    const here = own['transform'] ? [...at, own['transform']] : at;
    if (name === 'use') {
      const used = all.byId.get((own['href'] ?? own['xlink:href'] ?? '').replace(/^#/, ''));
      if (!used) continue;
      const moved = [...here, `translate(${number(own['x'])} ${number(own['y'])})`];
      const kind = Object.keys(used).find((key) => key !== ':@') ?? '';
      walk(kind === 'symbol' ? ((used[kind] ?? []) as Node[]) : [used], moved, look, scale, all, depth + 1);
    } else if (name === 'image') {
      const path = drawn(`M${number(own['x'])} ${number(own['y'])}h${number(own['width'])}v${number(own['height'])}`, here);
      const corners = path ? pointsOf(path) : [];
      if (corners.length)
        all.maker.picture([
          Math.min(...corners.map((p) => p[0])),
          Math.min(...corners.map((p) => p[1])),
          Math.max(...corners.map((p) => p[0])),
          Math.max(...corners.map((p) => p[1])),
        ]);
    } else if (Object.hasOwn(shapes, name)) shape(shapes[name]?.(own) ?? '', here, look, scale, all.maker);
    else walk((Array.isArray(node[name]) ? node[name] : []) as Node[], here, look, scale, all, depth + 1);
  }
}

type Path = ReturnType<typeof SvgPath>;

/** The path in the units of the page, in absolute moves, lines and cubic curves. */
function drawn(d: string, at: readonly string[]): Path | undefined {
  const path = SvgPath(d);
  if ((path as unknown as { err: string }).err) return undefined;
  // What stands innermost comes first.
  for (const transform of [...at].reverse()) path.transform(transform);
  return path.abs().unarc().unshort();
}

const pointsOf = (path: Path): [number, number][] => {
  const points: [number, number][] = [];
  path.iterate(([sign = '', ...p], _i, x, y) => {
    if (sign === 'H') points.push([Number(p[0]), y]);
    else if (sign === 'V') points.push([x, Number(p[0])]);
    else if (p.length) points.push([Number(p.at(-2)), Number(p.at(-1))]);
  });
  return points;
};

function shape(d: string, at: readonly string[], look: Look, scale: number, maker: InkMaker): void {
  const fill = !nothing(look.fill) && !hides(look.fill);
  const stroke = !nothing(look.stroke) && !hides(look.stroke);
  if (!d || (!fill && !stroke)) return;
  const path = drawn(d, at);
  if (!path) return;
  path.iterate((segment, _i, x, y) => {
    const [sign] = segment;
    const p = segment.slice(1).map(Number);
    if (sign === 'M') maker.moveTo(p[0] ?? 0, p[1] ?? 0);
    else if (sign === 'L') maker.lineTo(p[0] ?? 0, p[1] ?? 0);
    else if (sign === 'H') maker.lineTo(p[0] ?? 0, y);
    else if (sign === 'V') maker.lineTo(x, p[0] ?? 0);
    else if (sign === 'C') maker.curveTo(p[0] ?? 0, p[1] ?? 0, p[2] ?? 0, p[3] ?? 0, p[4] ?? 0, p[5] ?? 0);
    else if (sign === 'Q') {
      const [qx = 0, qy = 0, ex = 0, ey = 0] = p;
      maker.curveTo(x + (2 / 3) * (qx - x), y + (2 / 3) * (qy - y), ex + (2 / 3) * (qx - ex), ey + (2 / 3) * (qy - ey), ex, ey);
    } else if (sign === 'Z' || sign === 'z') maker.close();
  });
  const dashed =
    look.dash !== 'none' &&
    look.dash
      .split(/[\s,]+/)
      .map(Number)
      .some((n) => n > 0);
  maker.paint({ stroke, fill, dashed, width: number(look.width, 1) * scale });
}
