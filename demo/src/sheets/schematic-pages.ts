import { routeSections, type Card, type TestPoint } from '@amber-relay/core/card';
import { boxed, type DrawnPart, type FullSection, type Role } from './full-parts';
import { margin, page, pageHeight, pageWidth } from './page-frame';
import { cut, pale, type Drawing, type Pen } from './pen';
import { drawActive, drawBetween, ground, pinsOfActive, span } from './symbols';

const column = 52;
const top = 28;
const rowHeight = 186;
const railY = 32;
const lineY = 104;
const groundY = 160;
const collectorY = lineY - 26;

/** Sections in the order in which a sheet shows them: as the signal goes, then what feeds and steers them. */
export function drawingOrder(card: Card): string[] {
  const longest = [...card.functions].sort((a, b) => routeSections(b.route).length - routeSections(a.route).length);
  const order = new Set(longest.filter((f) => f.group !== 'control').flatMap((f) => routeSections(f.route)));
  card.sections.forEach((s) => order.add(s.id));
  return [...order];
}

const widthOf = (full: FullSection, points: number): number => {
  const columns = (roles: readonly { role: Role }[]): number => roles.length * column;
  return 30 + columns(full.before) + full.devices.length * (column * 2.1) + columns(full.after) + Math.max(1, points) * 44;
};

interface Cell {
  readonly full: FullSection;
  readonly points: readonly TestPoint[];
  readonly width: number;
  readonly from?: string;
  readonly to?: string;
}

/** The schematic of a card, page by page: section by section along the signal, each with its rail above and its ground below. */
export function schematicPages(card: Card, sections: readonly FullSection[], firstPage: number): Drawing[] {
  const byId = new Map(sections.map((full) => [full.section.id, full]));
  const order = drawingOrder(card).flatMap((id) => byId.get(id) ?? []);
  const links = new Set(
    card.functions.flatMap((f) => {
      const route = routeSections(f.route);
      return route.slice(1).map((id, i) => `${route[i]} ${id}`);
    }),
  );
  const short = (id: string): string => byId.get(id)?.section.short ?? id;
  const cells = order.map((full, i): Cell => {
    const id = full.section.id;
    const points = card.testPoints.filter((p) => p.section === id);
    const before = [...links].find((l) => l.endsWith(` ${id}`))?.split(' ')[0];
    const after = [...links].find((l) => l.startsWith(`${id} `))?.split(' ')[1];
    const next = order[i + 1]?.section.id;
    const previous = order[i - 1]?.section.id;
    return {
      full,
      points,
      width: widthOf(full, points.length),
      ...(before && !links.has(`${previous} ${id}`) ? { from: short(before) } : {}),
      ...(after && !links.has(`${id} ${next}`) ? { to: short(after) } : {}),
    };
  });
  const rows: Cell[][] = [[]];
  let used = 0;
  for (const cell of cells) {
    if (used + cell.width > pageWidth - 2 * margin && rows.at(-1)?.length) {
      rows.push([]);
      used = 0;
    }
    rows.at(-1)?.push(cell);
    used += cell.width;
  }
  const perPage = Math.floor((pageHeight - top - 62) / rowHeight);
  const pages: Drawing[] = [];
  for (let at = 0; at < rows.length; at += perPage) {
    const title = rows.length > perPage ? `Schematic diagram, part ${pages.length + 1}` : 'Schematic diagram';
    pages.push(
      page(card, title, 'schematic', firstPage + pages.length, (pen) => {
        rows.slice(at, at + perPage).forEach((row, r) => {
          // What is left of a row is shared out, so that its sections reach the edge.
          const spare = Math.min(40, (pageWidth - 2 * margin - row.reduce((sum, c) => sum + c.width, 0)) / row.length);
          let x = margin;
          for (const cell of row) {
            drawCell(pen.placed(x, top + r * rowHeight), card, cell, cell.width + spare, short);
            x += cell.width + spare;
          }
        });
      }),
    );
  }
  return pages;
}

function drawCell(pen: Pen, card: Card, { full, points, from, to }: Cell, width: number, short: (id: string) => string): void {
  const { section } = full;
  pen.box(3, 6, width - 6, rowHeight - 12, { dash: true, width: 0.5, ink: pale });
  pen.text(8, 16, section.name.toUpperCase(), { size: 7, bold: true, ink: pale });
  const feed = section.needs.find((n) => n.by === 'supply');
  const steered = section.needs.filter((n) => n.by !== 'supply').map((n) => `${n.by}: ${short(n.section)}`);
  steered.slice(0, 3).forEach((text, i) => pen.text(8, rowHeight - 10 - i * 8, text, { size: 6.5, ink: pale }));
  pen.line(
    [
      [10, railY],
      [width - 10, railY],
    ],
    { width: 1.2 },
  );
  pen.text(12, railY - 4, feed ? `+ from ${short(feed.section)}` : 'chassis supply', { size: 6.5 });
  if (from) pen.text(5, lineY - 14, `from ${from}`, { size: 6.5 });
  let x = 14;
  pen.line([
    [0, lineY],
    [x, lineY],
  ]);
  const put = (part: DrawnPart, role: Role): void => {
    item(pen, part, role, x, lineY);
    x += column;
  };
  full.before.forEach(({ part, role }) => put(part, role));
  for (const device of full.devices) {
    if (boxed.includes(device.part.kind)) drawBox(pen, card, device, x);
    else drawStage(pen, device, x);
    x += column * 2.1;
  }
  full.after.forEach(({ part, role }) => put(part, role));
  points.forEach((point) => {
    drawPoint(pen, point, x + 14);
    pen.line([
      [x, lineY],
      [x + 44, lineY],
    ]);
    x += 44;
  });
  pen.line([
    [x, lineY],
    [width, lineY],
  ]);
  if (to) pen.text(width - 5, lineY + 12, `to ${to}`, { size: 6.5, anchor: 'end' });
}

/** One part with two ends, on the line, from the line to ground, or from the rail to the line. */
function item(pen: Pen, part: DrawnPart, role: Role, x: number, y: number): void {
  if (role === 'series') {
    pen.line([
      [x, y],
      [x + 4, y],
    ]);
    drawBetween(pen.placed(x + 4, y), part.kind);
    pen.line([
      [x + 4 + span, y],
      [x + column, y],
    ]);
    pen.name(x + 4 + span / 2, y - 16, part.designator, { anchor: 'middle' });
    pen.text(x + 4 + span / 2, y + 18, cut(part.value, 11), { size: 6, anchor: 'middle' });
    return;
  }
  pen.line([
    [x, y],
    [x + column, y],
  ]);
  const from = role === 'up' ? railY : y;
  const to = role === 'up' ? y : groundY;
  const at = x + 12;
  pen.dot(at, y);
  if (role === 'up') pen.dot(at, railY);
  const room = (to - from - span) / 2;
  pen.line([
    [at, from],
    [at, from + room],
  ]);
  drawBetween(pen.placed(at, from + room, 1), part.kind);
  pen.line([
    [at, to - room],
    [at, to],
  ]);
  if (role !== 'up') ground(pen.placed(at, to));
  pen.name(at + 11, (from + to) / 2 - 2, part.designator);
  pen.text(at + 11, (from + to) / 2 + 7, cut(part.value, 9), { size: 6 });
}

function drawStage(pen: Pen, { part, load, emitter }: FullSection['devices'][number], x: number): void {
  const at = x + 24;
  pen.line([
    [x, lineY],
    [at - 20, lineY],
  ]);
  drawActive(pen.placed(at, lineY), part.kind);
  const [, out, low] = pinsOfActive(part.kind);
  pen.text(at + 11, lineY - 17, out, { size: 5.5, ink: pale });
  pen.text(at + 11, lineY + 23, low, { size: 5.5, ink: pale });
  pen.name(at + 22, lineY + 2, part.designator);
  pen.text(at + 22, lineY + 10, cut(part.value, 11), { size: 6 });
  // Its load, between the rail and the output.
  const top = at + 8;
  if (load) {
    pen.dot(top, railY);
    drawBetween(pen.placed(top, railY, 1), load.kind);
    pen.line([
      [top, railY + span],
      [top, collectorY],
    ]);
    pen.name(top + 11, (railY + collectorY) / 2 - 4, load.designator);
    pen.text(top + 11, (railY + collectorY) / 2 + 5, cut(load.value, 12), { size: 6 });
  }
  // What holds its lower end: side by side to ground.
  const foot = lineY + 26;
  emitter.forEach((own, i) => {
    const down = at + 8 + i * 40;
    pen.line([
      [at + 8, foot],
      [down, foot],
    ]);
    drawBetween(pen.placed(down, foot, 1), own.kind);
    ground(pen.placed(down, foot + span));
    pen.name(down + 10, foot + 22, own.designator, { size: 7 });
    pen.text(down + 10, foot + 30, cut(own.value, 6), { size: 6 });
  });
  // The output goes on from the collector, and comes down to the line.
  const end = x + column * 2.1;
  pen.dot(top, collectorY);
  pen.line([
    [top, collectorY],
    [end - 6, collectorY],
    [end - 6, lineY],
    [end, lineY],
  ]);
}

function drawBox(pen: Pen, card: Card, { part, load }: FullSection['devices'][number], x: number): void {
  const left = x + 16;
  const width = 66;
  const head = railY + span;
  pen.line([
    [x, lineY],
    [left, lineY],
  ]);
  pen.box(left, head, width, 58, { width: 1.3 });
  pen.name(left + width / 2, lineY - 4, part.designator, { anchor: 'middle', size: 9 });
  pen.text(left + width / 2, lineY + 9, cut(part.value, 15), { size: 6, anchor: 'middle' });
  pen.line([
    [left + width, lineY],
    [x + column * 2.1, lineY],
  ]);
  const pins = card.parts.find((p) => p.designator === part.designator)?.pins ?? [];
  pins.slice(0, 4).forEach((pin, i) => {
    const px = i % 2 ? left + width - 4 : left + 4;
    pen.text(px, i < 2 ? head + 10 : head + 53, pin.pin, { size: 6, anchor: i % 2 ? 'end' : 'start', ink: pale });
  });
  const foot = left + width / 2;
  pen.line([
    [foot, head + 58],
    [foot, groundY],
  ]);
  ground(pen.placed(foot, groundY));
  pen.dot(foot, railY);
  if (!load)
    return pen.line([
      [foot, railY],
      [foot, head],
    ]);
  drawBetween(pen.placed(foot, railY, 1), load.kind);
  pen.name(foot + 11, railY + 20, load.designator);
  pen.text(foot + 11, railY + 29, cut(load.value, 9), { size: 6 });
}

/** A test point with what should be there. */
function drawPoint(pen: Pen, point: TestPoint, x: number): void {
  pen.dot(x, lineY);
  pen.line([
    [x, lineY],
    [x, lineY + 26],
  ]);
  pen.circle(x, lineY + 30, 4, { width: 1.2 });
  pen.name(x + 7, lineY + 33, point.id, { size: 8 });
  const nominal = point.expect.find((e) => e.nominal !== undefined)?.nominal;
  if (point.unit === 'V' && nominal !== undefined) pen.text(x + 7, lineY + 42, `${Number(nominal.toPrecision(4))} V`, { size: 6.5 });
  else if (nominal !== undefined) pen.text(x + 7, lineY + 42, `${Number(nominal.toPrecision(7))} ${point.unit}`, { size: 6 });
}
