import { routeSections, type Card, type TestPoint } from '@amber-relay/core/card';
import { designedStage } from './designed-cells';
import { boxed, type DrawnPart, type FullSection, type Role } from './full-parts';
import { margin, page, pageHeight, pageWidth } from './page-frame';
import { cut, flagWidth, pale, Wiring, type Drawing, type Pen } from './pen';
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
  /** Whether its line goes on from the section before it, and to the one behind it, on the same row. */
  readonly goesOn: boolean;
  readonly comesFrom: boolean;
  /** The numbers under which its line comes from, and goes on, elsewhere; with where that is. */
  readonly from?: Elsewhere;
  readonly to?: Elsewhere;
  /** The name of the rail on which it lives, and those of the rails that live on it. */
  readonly fed: string;
  readonly gave: readonly string[];
}
/** The name of the rail on which a section lives: of what is switched, one for receive and one for transmit. */
function railOf(card: Card, { id, needs }: Card['sections'][number]): string {
  const source = card.sections.find((s) => s.id === needs.find((n) => n.by === 'supply')?.section);
  if (!source) return 'SUPPLY';
  const name = source.short.toUpperCase();
  if (source.kind !== 'switch' && source.kind !== 'relay') return name;
  const groups = new Set(card.functions.flatMap((fn) => (routeSections(fn.route).includes(id) ? [fn.group] : [])));
  return groups.has('transmit') === groups.has('receive') ? name : `${name} ${groups.has('transmit') ? 'TX' : 'RX'}`;
}

interface Elsewhere {
  readonly number: number;
  readonly says: string;
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
  const rails = new Map(card.sections.map((section) => [section.id, railOf(card, section)]));
  const gaveOf = (id: string): string[] => {
    const own = card.sections.flatMap((section) =>
      section.needs.some((n) => n.by === 'supply' && n.section === id) ? [railOf(card, section)] : [],
    );
    return [...new Set(own)].sort().slice(0, 2);
  };
  const numbers = new Map([...links].map((link, i) => [link, i + 1]));
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
      width:
        designedStage(card, id)?.width ??
        widthOf(full, points.length) + full.between.length * column + 46 + gaveOf(id).reduce((sum, name) => sum + 14 + flagWidth(name), 0),
      fed: rails.get(id) ?? '',
      gave: gaveOf(id),
      goesOn: links.has(`${id} ${next}`),
      comesFrom: links.has(`${previous} ${id}`),
      ...(before ? { from: { number: numbers.get(`${before} ${id}`) ?? 0, says: short(before) } } : {}),
      ...(after ? { to: { number: numbers.get(`${id} ${after}`) ?? 0, says: short(after) } } : {}),
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
  const wiring = new Wiring();
  for (let at = 0; at < rows.length; at += perPage) {
    const title = rows.length > perPage ? `Schematic diagram, part ${pages.length + 1}` : 'Schematic diagram';
    pages.push(
      page(
        card,
        title,
        'schematic',
        firstPage + pages.length,
        (pen) => {
          rows.slice(at, at + perPage).forEach((row, r) => {
            // What is left of a row is shared out, so that its sections reach the edge.
            const spare = Math.min(40, (pageWidth - 2 * margin - row.reduce((sum, c) => sum + c.width, 0)) / row.length);
            let x = margin;
            let line: string | undefined;
            row.forEach((cell, k) => {
              const sides = { left: k > 0 && cell.comesFrom, right: k < row.length - 1 && cell.goesOn };
              const wired: Wired = { wiring, line: line ?? wiring.fresh(), rail: '' };
              drawCell(pen.placed(x, top + r * rowHeight), card, cell, { width: cell.width + spare, short, sides }, wired);
              line = sides.right ? wired.line : undefined;
              x += cell.width + spare;
            });
          });
        },
        wiring,
      ),
    );
  }
  return pages;
}

/** Where the pen is on what hangs together: the line it draws along, and the rail above. */
interface Wired {
  readonly wiring: Wiring;
  line: string;
  rail: string;
}

interface Room {
  readonly width: number;
  readonly short: (id: string) => string;
  /** Whether the line goes on into the next room on either side. */
  readonly sides: { readonly left: boolean; readonly right: boolean };
}

function drawCell(pen: Pen, card: Card, { full, points, from, to, fed, gave }: Cell, { width, short, sides }: Room, wired: Wired): void {
  const { section } = full;
  const { wiring } = wired;
  pen.box(3, 6, width - 6, rowHeight - 12, { dash: true, width: 0.5, ink: pale });
  pen.text(8, 16, section.name.toUpperCase(), { size: 7, bold: true, ink: pale });
  const steered = section.needs.filter((n) => n.by !== 'supply').map((n) => `${n.by}: ${short(n.section)}`);
  steered.slice(0, 3).forEach((text, i) => pen.text(8, rowHeight - 10 - i * 8, text, { size: 6.5, ink: pale }));
  wired.rail = `rail ${fed}`;
  pen.flag(10 + flagWidth(fed), railY, fed, 'right');
  pen.line(
    [
      [10 + flagWidth(fed), railY],
      [width - 10, railY],
    ],
    { width: 1.2 },
  );
  if (full.designed) {
    const { own, extras } = full.designed;
    const byName = new Map(own.map((one) => [one.designator, one]));
    const net = from && `number ${from.number}`;
    const part = (designator: string): DrawnPart => byName.get(designator) ?? (own[0] as DrawnPart);
    if (from) pen.flag(8 + flagWidth(String(from.number)), lineY, String(from.number), 'right');
    designedStage(card, section.id)?.draw({
      ...{ pen, wiring, rail: wired.rail, railY, groundY, part, extras, points, drawPoint },
      from: net === undefined || !from ? undefined : { net, x: 8 + flagWidth(String(from.number)) },
    });
    return;
  }
  let x = 14;
  const start = sides.left ? 0 : from ? 8 + flagWidth(String(from.number)) : 8;
  if (from && !sides.left) {
    pen.flag(start, lineY, String(from.number), 'right');
    pen.text(5, lineY + 28, `from ${from.says}`, { size: 6.5 });
    wiring.join(wired.line, `number ${from.number}`);
  }
  x = Math.max(x, start + 2);
  pen.line([
    [start, lineY],
    [x, lineY],
  ]);
  const put = (part: DrawnPart, role: Role): void => {
    item(pen, part, role, x, lineY, wired);
    x += column;
  };
  full.before.forEach(({ part, role }) => put(part, role));
  for (const device of full.devices) {
    if (boxed.includes(device.part.kind)) drawBox(pen, card, device, x, wired);
    else drawStage(pen, device, x, wired);
    x += column * 2.1;
  }
  const probe = (point: TestPoint): void => {
    drawPoint(pen, point, x + 14, lineY);
    wiring.end(point.id, wired.line);
    pen.line([
      [x, lineY],
      [x + 44, lineY],
    ]);
    x += 44;
  };
  // Voltages are measured where the device gives them, before anything that blocks them; two that differ are not on one line.
  const volts = points.filter(({ unit }) => unit === 'V');
  const gives = [...gave];
  const feed = (): void => {
    const name = gives.shift();
    if (name === undefined) return;
    // What it gives goes to the rails that bear its name.
    pen.dot(x + 4, lineY);
    pen.line([
      [x, lineY],
      [x + 4, lineY],
      [x + 4, lineY + 46],
      [x + 8, lineY + 46],
    ]);
    pen.flag(x + 8, lineY + 46, name, 'left');
    wiring.join(wired.line, `rail ${name}`);
    pen.line([
      [x, lineY],
      [x + 14 + flagWidth(name), lineY],
    ]);
    x += 14 + flagWidth(name);
  };
  volts.forEach((point, i) => {
    const part = full.between[i - 1];
    if (part) put(part, 'series');
    probe(point);
    feed();
  });
  if (!volts.length) feed();
  full.after.forEach(({ part, role }) => put(part, role));
  points.filter((point) => !volts.includes(point)).forEach(probe);
  const out = to && !sides.right ? width - 8 - flagWidth(String(to.number)) : width;
  if (sides.right || (to && out > x))
    pen.line([
      [x, lineY],
      [out, lineY],
    ]);
  if (to && !sides.right) {
    pen.flag(out, lineY, String(to.number), 'left');
    pen.text(width - 5, lineY + 14, `to ${to.says}`, { size: 6.5, anchor: 'end' });
    wiring.join(wired.line, `number ${to.number}`);
  }
}

/** One part with two ends, on the line, from the line to ground, or from the rail to the line. */
function item(pen: Pen, part: DrawnPart, role: Role, x: number, y: number, wired: Wired): void {
  const { wiring } = wired;
  if (role === 'series') {
    wiring.end(part.designator, wired.line);
    // A joint lies on its line, and parts nothing.
    if (part.kind !== 'joint') {
      wired.line = wiring.fresh();
      wiring.end(part.designator, wired.line);
    }
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
  wiring.end(part.designator, wired.line);
  if (part.kind === 'potentiometer') wiring.end(part.designator, wiring.fresh());
  wiring.end(part.designator, role === 'up' ? wired.rail : 'ground');
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

function drawStage(pen: Pen, { part, load, emitter }: FullSection['devices'][number], x: number, wired: Wired): void {
  const at = x + 24;
  pen.line([
    [x, lineY],
    [at - 20, lineY],
  ]);
  drawActive(pen.placed(at, lineY), part.kind);
  const [steer, out, low] = pinsOfActive(part.kind);
  const { wiring } = wired;
  const [collector, foot] = [wiring.fresh(), wiring.fresh()];
  wiring.end(part.designator, wired.line, steer);
  wiring.end(part.designator, collector, out);
  wiring.end(part.designator, foot, low);
  wired.line = collector;
  pen.text(at + 11, lineY - 17, out, { size: 5.5, ink: pale });
  pen.text(at + 11, lineY + 23, low, { size: 5.5, ink: pale });
  pen.name(at + 22, lineY + 2, part.designator);
  pen.text(at + 22, lineY + 10, cut(part.value, 11), { size: 6 });
  // Its load, between the rail and the output.
  const top = at + 8;
  if (load) {
    wiring.end(load.designator, wired.rail);
    wiring.end(load.designator, collector);
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
  const down0 = lineY + 26;
  emitter.forEach((own, i) => {
    wiring.end(own.designator, foot);
    wiring.end(own.designator, 'ground');
    const down = at + 8 + i * 40;
    if (i > 0) pen.dot(at + 8, down0);
    pen.line([
      [at + 8, down0],
      [down, down0],
    ]);
    drawBetween(pen.placed(down, down0, 1), own.kind);
    ground(pen.placed(down, down0 + span));
    pen.name(down + 10, down0 + 22, own.designator, { size: 7 });
    pen.text(down + 10, down0 + 30, cut(own.value, 6), { size: 6 });
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

function drawBox(pen: Pen, card: Card, { part, load }: FullSection['devices'][number], x: number, wired: Wired): void {
  const { wiring } = wired;
  const fed = load ? wiring.fresh() : wired.rail;
  wiring.end(part.designator, wired.line);
  wired.line = wiring.fresh();
  for (const net of [wired.line, 'ground', fed]) wiring.end(part.designator, net);
  if (load) for (const net of [wired.rail, fed]) wiring.end(load.designator, net);
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
function drawPoint(pen: Pen, point: TestPoint, x: number, y: number): void {
  pen.dot(x, y);
  pen.line([
    [x, y],
    [x, y + 26],
  ]);
  pen.circle(x, y + 30, 4, { width: 1.2 });
  pen.name(x + 7, y + 33, point.id, { size: 8 });
  const nominal = point.expect.find((e) => e.nominal !== undefined)?.nominal;
  if (point.unit === 'V' && nominal !== undefined) pen.text(x + 7, y + 42, `${Number(nominal.toPrecision(4))} V`, { size: 6.5 });
  else if (nominal !== undefined) pen.text(x + 7, y + 42, `${Number(nominal.toPrecision(7))} ${point.unit}`, { size: 6 });
}
