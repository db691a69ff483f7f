import { routeSections, type Card } from '@amber-relay/core/card';
import { boxed, type FullSection } from './full-parts';
import { margin, page, pageHeight, pageWidth } from './page-frame';
import { ink, pale, type Drawing, type Point } from './pen';
import { drawingOrder } from './schematic-pages';

const boxW = 128;
const boxH = 58;

const hertz = (hz: number): string => (hz >= 1e6 ? `${Number((hz / 1e6).toFixed(4))} MHz` : `${Number((hz / 1e3).toFixed(2))} kHz`);

/** The block diagram: boxes in the order of the signal, row after row, wires from one to the next in the gaps between them. */
export function blockPage(card: Card, sections: readonly FullSection[], n: number): Drawing {
  const order = drawingOrder(card);
  const columns = order.length > 42 ? 8 : order.length > 30 ? 7 : 6;
  const rows = Math.ceil(order.length / columns);
  const stepX = (pageWidth - 2 * margin) / columns;
  const stepY = Math.min(142, (pageHeight - 2 * margin - 50) / rows);
  const w = Math.min(boxW, stepX - 34);
  const h = Math.min(boxH, stepY - 34);
  const corner = (id: string): Point => {
    const i = order.indexOf(id);
    const row = Math.floor(i / columns);
    const along = i % columns;
    const col = row % 2 ? columns - 1 - along : along;
    return [margin + col * stepX + (stepX - w) / 2, margin + 8 + row * stepY];
  };
  const links = new Set(
    card.functions
      .filter((f) => f.group !== 'control')
      .flatMap((f) => {
        const route = routeSections(f.route);
        return route.slice(1).map((id, i) => `${route[i]} ${id}`);
      }),
  );
  for (const { id, needs } of card.sections) for (const need of needs) if (need.by === 'injection') links.add(`${need.section} ${id}`);
  return page(card, 'Block diagram', 'block', n, (pen) => {
    let lane = 0;
    for (const link of links) {
      const [from = '', to = ''] = link.split(' ');
      const [ax, ay] = corner(from);
      const [bx, by] = corner(to);
      const near = ay === by && Math.abs(Math.abs(ax - bx) - stepX) < 1;
      if (near) {
        const right = bx > ax;
        const end = right ? bx : bx + w;
        pen.line(
          [
            [right ? ax + w : ax, ay + h / 2],
            [end, by + h / 2],
          ],
          { width: 1.3 },
        );
        pen.line(
          [
            [end + (right ? -6 : 6), by + h / 2 - 3.5],
            [end, by + h / 2],
            [end + (right ? -6 : 6), by + h / 2 + 3.5],
          ],
          { closed: true, fill: ink },
        );
        continue;
      }
      const off = ((lane++ % 5) - 2) * 4;
      const x1 = ax + w / 2 + off;
      const x2 = bx + w / 2 + off;
      const gapY = ay + h + 15 + off;
      if (by === ay + stepY || by === ay)
        pen.line(
          [
            [x1, ay + h],
            [x1, gapY],
            [x2, gapY],
            [x2, by > ay ? by : by + h],
          ],
          { width: 0.9 },
        );
      else {
        const side = x2 + w / 2 + 11 + off;
        const over = by - 13 + off;
        pen.line(
          [
            [x1, ay + h],
            [x1, gapY],
            [side, gapY],
            [side, over],
            [x2, over],
            [x2, by],
          ],
          { width: 0.9 },
        );
      }
      const tipY = by > ay ? by : by === ay ? by + h : by;
      const up = by === ay ? 6 : -6;
      pen.line(
        [
          [x2 - 3.5, tipY + up],
          [x2, tipY],
          [x2 + 3.5, tipY + up],
        ],
        { closed: true, fill: ink },
      );
    }
    for (const { section, devices } of sections) {
      const [x, y] = corner(section.id);
      pen.box(x, y, w, h, { width: 1.3, fill: '#ffffff' });
      pen.text(x + w / 2, y + 15, section.short, { size: 10, bold: true, anchor: 'middle' });
      devices.slice(0, 3).forEach(({ part }, i) =>
        pen.name(x + (w * (i + 0.5)) / Math.min(3, devices.length), y + 30, part.designator, {
          size: boxed.includes(part.kind) ? 8.5 : 8,
          anchor: 'middle',
        }),
      );
      const node = card.frequencyPlan.find((f) => f.section === section.id && f.hz !== undefined);
      if (node?.hz) pen.text(x + w / 2, y + h - 6, hertz(node.hz), { size: 7.5, anchor: 'middle' });
      const feed = section.needs.find((need) => need.by === 'supply');
      const feedName = sections.find((s) => s.section.id === feed?.section)?.section.short;
      if (feedName) pen.text(x, y + h + 8, `+ ${feedName}`, { size: 6, ink: pale });
      const points = card.testPoints.filter((p) => p.section === section.id);
      points.slice(0, 3).forEach((point, i) => {
        pen.circle(x + w - 8 - i * 34, y - 3, 3, { width: 1.1, fill: '#ffffff' });
        pen.name(x + w - 13 - i * 34, y - 4, point.id, { size: 7, anchor: 'end' });
      });
    }
  });
}
