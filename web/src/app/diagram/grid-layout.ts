import { routeSections, type Card } from '@amber-relay/core/card';

interface Point {
  readonly x: number;
  readonly y: number;
}
export interface Wire {
  readonly from: string;
  readonly to: string;
}
export interface Placed {
  readonly width: number;
  readonly height: number;
  /** Upper left corner of each section. */
  readonly boxes: ReadonlyMap<string, Point>;
  /** Corners of each wire, by `from>to`. */
  readonly wires: ReadonlyMap<string, readonly Point[]>;
}

/**
 * A grid that fills the given width, so that thirty sections stay readable at arm's length without zooming.
 * A layered layout of the same graph came out twice as wide as the screen, and its names under 9 px.
 */
const box = { width: 104, height: 42 };
const gap = { x: 16, y: 14 };
const margin = 8;
export const boxSize = box;

/** Sections in the order in which one walks the diagram: along each route in turn, then what only supplies others. */
export function walkOrder(card: Card): string[] {
  const order: string[] = [];
  const add = (id: string): void => void (order.includes(id) || order.push(id));
  for (const fn of card.functions) if (fn.group !== 'control') routeSections(fn.route).forEach(add);
  for (const loop of card.loops) loop.sections.forEach(add);
  for (const fn of card.functions) routeSections(fn.route).forEach(add);
  card.sections.forEach((s) => add(s.id));
  return order;
}

/** Signal neighbours along every route, then injections and control lines; supplies would only cross everything. */
export function wiresOf(card: Card): Wire[] {
  const wires = new Map<string, Wire>();
  const wire = (from: string, to: string): void => {
    if (from !== to && !wires.has(`${to}>${from}`)) wires.set(`${from}>${to}`, { from, to });
  };
  for (const fn of card.functions) {
    const route = routeSections(fn.route);
    route.slice(1).forEach((to, i) => wire(route[i] ?? to, to));
  }
  for (const section of card.sections)
    for (const need of section.needs) if (need.by === 'injection' || need.by === 'control') wire(need.section, section.id);
  return [...wires.values()];
}

const naturalWidth = (columns: number): number => 2 * margin + columns * box.width + (columns - 1) * gap.x;
const heightOf = (rows: number): number => 2 * margin + rows * (box.height + gap.y) - gap.y + 6;

/** The number of columns at which the diagram has to be drawn smaller the least; the fewest among equals. */
function columnsFor(sections: number, width: number, height: number): number {
  const scale = (columns: number): number => Math.min(1, width / naturalWidth(columns), height / heightOf(Math.ceil(sections / columns)));
  const fewest = Math.max(3, Math.floor((width - 2 * margin + gap.x) / (box.width + gap.x)));
  let best = fewest;
  for (let columns = fewest + 1; columns <= Math.max(fewest, sections); columns++) if (scale(columns) > scale(best) + 1e-9) best = columns;
  return best;
}

/**
 * Places sections row by row, every other row backwards, so that neighbours on a route stand side by side or one above
 * the other. Wires between neighbours are straight; all others run in the gaps, and never across a section. Where the
 * height would make it small, it may come out wider than the width, so that it is drawn smaller the least.
 */
export function gridLayout(card: Card, width: number, height = Infinity): Placed {
  const columns = columnsFor(card.sections.length, width, height);
  const stepX = Math.max(box.width + gap.x, Math.min(box.width + 30, (width - 2 * margin - box.width) / (columns - 1)));
  const stepY = box.height + gap.y;
  const at = new Map<string, { column: number; row: number }>();
  walkOrder(card).forEach((id, i) => {
    const row = Math.floor(i / columns);
    const along = i % columns;
    at.set(id, { row, column: row % 2 ? columns - 1 - along : along });
  });
  const corner = ({ column, row }: { column: number; row: number }): Point => ({ x: margin + column * stepX, y: margin + row * stepY });
  const gapWidth = stepX - box.width;
  const route = ({ from, to }: Wire, lane: number): Point[] => {
    const a = at.get(from);
    const b = at.get(to);
    if (!a || !b) return [];
    const p = corner(a);
    const q = corner(b);
    const middleA = p.y + box.height / 2;
    const middleB = q.y + box.height / 2;
    if (a.row === b.row && Math.abs(a.column - b.column) === 1) {
      const right = b.column > a.column;
      return [
        { x: right ? p.x + box.width : p.x, y: middleA },
        { x: right ? q.x : q.x + box.width, y: middleB },
      ];
    }
    const offX = (lane % 3) * (gapWidth / 4) - gapWidth / 4;
    const offY = (lane % 4) * 3 - 4.5;
    if (a.column === b.column && Math.abs(a.row - b.row) === 1) {
      const x = p.x + box.width / 2;
      const down = b.row > a.row;
      return [
        { x, y: down ? p.y + box.height : p.y },
        { x, y: down ? q.y : q.y + box.height },
      ];
    }
    // Out to the gap beside a, along it to the gap over or under b, and into b from there.
    const right = b.column >= a.column && a.column < columns - 1;
    const gapX = (right ? p.x + box.width + gapWidth / 2 : p.x - gapWidth / 2) + offX;
    const fromAbove = b.row > a.row;
    const gapY = (fromAbove ? q.y - gap.y / 2 : q.y + box.height + gap.y / 2) + offY;
    const intoX = q.x + box.width / 2 + ((lane % 5) - 2) * 12;
    return [
      { x: right ? p.x + box.width : p.x, y: middleA },
      { x: gapX, y: middleA },
      { x: gapX, y: gapY },
      { x: intoX, y: gapY },
      { x: intoX, y: fromAbove ? q.y : q.y + box.height },
    ];
  };
  const rows = Math.max(1, ...[...at.values()].map(({ row }) => row + 1));
  return {
    width: 2 * margin + (columns - 1) * stepX + box.width,
    height: heightOf(rows),
    boxes: new Map([...at].map(([id, place]) => [id, corner(place)])),
    wires: new Map(wiresOf(card).map((wire, lane) => [`${wire.from}>${wire.to}`, route(wire, lane)])),
  };
}
