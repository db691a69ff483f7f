import type { Card } from '@amber-relay/core/card';
import { allParts, type DrawnPart, type FullSection } from './full-parts';
import { margin, page, pageHeight, pageWidth } from './page-frame';
import { pale, type Drawing, type Pen } from './pen';

interface Seat {
  readonly part: DrawnPart;
  /** A test pad stands on the board like a part. */
  readonly pad: boolean;
  readonly x: number;
  readonly y: number;
}
interface Board {
  /** Page of the boards on which it lies, from 0. */
  readonly page: number;
  readonly name: string;
  readonly x: number;
  readonly y: number;
  readonly w: number;
  readonly h: number;
  readonly seats: readonly Seat[];
}

const zoneGap = 16;
const first = margin + 16;
const last = pageHeight - 70;

/** Seats all parts on their boards: the sections side by side, the parts of each close together, as on a real board. */
function seatBoards(card: Card, sections: readonly FullSection[]): Board[] {
  const names = [...new Set(card.sections.map((s) => s.board ?? 'chassis'))];
  const cellW = 50;
  const cellH = 38;
  const room = pageWidth - 2 * margin;
  const boards: Board[] = [];
  let [x, y, tall, sheet] = [margin, first, 0, 0];
  for (const name of names) {
    const own = sections.filter((s) => (s.section.board ?? 'chassis') === name);
    const count = allParts(own).length;
    const width = count > 60 ? room : count > 24 ? room * 0.56 : room * 0.4;
    if (x > margin && x + width > margin + room + 1) {
      x = margin;
      y += tall + 30;
      tall = 0;
    }
    const seats: Seat[] = [];
    let zx = x + 14;
    let zy = y + 16;
    let row = 0;
    for (const full of own) {
      const parts = [
        ...allParts([full]).map((part) => ({ part, pad: false })),
        ...card.testPoints
          .filter((p) => p.section === full.section.id)
          .map((p) => ({ part: { designator: p.id, kind: 'joint' as const, value: p.name, section: p.section, onCard: true }, pad: true })),
      ];
      const columns = Math.min(Math.ceil(Math.sqrt(parts.length * 1.4)), Math.floor((width - 28) / cellW));
      const lines = Math.ceil(parts.length / columns);
      if (zx > x + 14 && zx + columns * cellW > x + width - 10) {
        zx = x + 14;
        zy += row + zoneGap;
        row = 0;
      }
      parts.forEach((seat, i) =>
        seats.push({ ...seat, x: zx + (i % columns) * cellW + cellW / 2, y: zy + Math.floor(i / columns) * cellH + cellH / 2 }),
      );
      zx += columns * cellW + zoneGap;
      row = Math.max(row, lines * cellH);
    }
    const height = zy + row + 14 - y;
    if (y > first && y + height > last) {
      const up = y - first;
      boards.push({
        name,
        page: ++sheet,
        x: margin,
        y: first,
        w: width,
        h: height,
        seats: seats.map((s) => ({ ...s, x: s.x - x + margin, y: s.y - up })),
      });
      [x, y, tall] = [margin, first, 0];
    } else boards.push({ name, page: sheet, x, y, w: width, h: height, seats });
    x += width + 24;
    tall = Math.max(tall, height);
  }
  return boards;
}

/** The outline of a part as it is seen from above. */
function outline(pen: Pen, { part, pad, x, y }: Seat): void {
  const p = pen.placed(x, y);
  if (pad) {
    p.circle(0, 0, 5, { width: 1.6 });
    return p.dot(0, 0);
  }
  switch (part.kind) {
    case 'electrolytic':
      p.circle(0, 0, 9);
      p.line([
        [-13, -6],
        [-9, -6],
      ]);
      p.line([
        [-11, -8],
        [-11, -4],
      ]);
      return;
    case 'transistor':
    case 'fet':
      p.line(
        [
          [-8, 5],
          [-8, -2],
          [-4, -7],
          [4, -7],
          [8, -2],
          [8, 5],
        ],
        { closed: true },
      );
      return;
    case 'power-transistor':
    case 'regulator-ic':
      p.box(-10, -7, 20, 14);
      p.line([
        [-10, -3],
        [10, -3],
      ]);
      return;
    case 'ic':
    case 'module':
      p.box(-16, -8, 32, 16, { width: 1.2 });
      p.circle(-12, 4, 1.5);
      for (let i = 0; i < 6; i++) {
        p.line([
          [-13 + i * 5.2, -8],
          [-13 + i * 5.2, -11],
        ]);
        p.line([
          [-13 + i * 5.2, 8],
          [-13 + i * 5.2, 11],
        ]);
      }
      return;
    case 'valve':
      p.circle(0, 0, 13, { width: 1.2 });
      p.circle(0, 0, 9);
      return;
    case 'cored-coil':
    case 'transformer':
      p.box(-10, -10, 20, 20);
      p.circle(0, 0, 5);
      p.line([
        [-3.5, 0],
        [3.5, 0],
      ]);
      return;
    case 'crystal':
    case 'ceramic-filter':
      p.box(-12, -6, 24, 12);
      return;
    case 'coil':
      p.circle(0, 0, 8);
      p.circle(0, 0, 4);
      return;
    case 'diode':
    case 'pin-diode':
    case 'varactor':
      p.box(-9, -3.5, 18, 7);
      p.line(
        [
          [5, -3.5],
          [5, 3.5],
        ],
        { width: 1.8 },
      );
      return;
    case 'trimmer':
    case 'potentiometer':
      p.circle(0, 0, 8);
      p.line(
        [
          [-5, -5],
          [5, 5],
        ],
        { width: 1.6 },
      );
      return;
    case 'ceramic-capacitor':
    case 'film-capacitor':
      p.box(-8, -3, 16, 6);
      return;
    default:
      p.box(-10, -4, 20, 8);
  }
}

const pads = ({ part, pad, x, y }: Seat): readonly (readonly [number, number])[] =>
  pad
    ? [[x, y]]
    : part.kind === 'ic' || part.kind === 'module'
      ? Array.from({ length: 12 }, (_, i) => [x - 13 + (i % 6) * 5.2, y + (i < 6 ? -11 : 11)] as const)
      : /transistor|fet|regulator/.test(part.kind)
        ? [
            [x - 5, y + 3],
            [x, y - 3],
            [x + 5, y + 3],
          ]
        : [
            [x - 12, y],
            [x + 12, y],
          ];

/** Board layouts from both sides; the track side is drawn as one sees it with the board turned over. */
export function boardPages(card: Card, sections: readonly FullSection[], firstPage: number): Drawing[] {
  const boards = seatBoards(card, sections);
  const sheets = [...new Set(boards.map((b) => b.page))];
  const part = (i: number): string => (sheets.length > 1 ? `, ${i + 1} of ${sheets.length}` : '');
  const onSheet = (i: number): Board[] => boards.filter((b) => b.page === i);
  return [
    ...sheets.map((i) =>
      page(card, `Board layout, part side${part(i)}`, 'board-top', firstPage + i, (pen) =>
        onSheet(i).forEach((board) => partSide(pen, board)),
      ),
    ),
    ...sheets.map((i) =>
      page(card, `Board layout, track side${part(i)}`, 'board-bottom', firstPage + sheets.length + i, (pen) =>
        onSheet(i).forEach((board) => trackSide(pen, board)),
      ),
    ),
  ];
}

function partSide(pen: Pen, board: Board): void {
  frame(pen, board);
  for (const seat of board.seats) {
    outline(pen, seat);
    pen.name(seat.x, seat.y + (/^(ic|module)$/.test(seat.part.kind) ? 2.5 : 17), seat.part.designator, { anchor: 'middle', size: 7 });
  }
}

function trackSide(pen: Pen, board: Board): void {
  const flipped = (x: number): number => board.x + board.w - (x - board.x);
  frame(pen, board);
  board.seats.forEach((seat, i) => {
    const own = pads(seat).map(([x, y]) => [flipped(x), y] as const);
    own.forEach(([x, y]) => pen.circle(x, y, 2.6, { fill: '#c9c9c9' }));
    const next = board.seats[i + 1];
    const to = next && next.part.section === seat.part.section ? pads(next)[0] : undefined;
    const from = own.at(-1);
    if (to && from) {
      const end = [flipped(to[0]), to[1]] as const;
      pen.line([from, [from[0], from[1] + 7], [end[0], from[1] + 7], end], { width: 2.2, ink: pale });
    }
    pen.name(flipped(seat.x), seat.y - 5, seat.part.designator, { anchor: 'middle', size: 6.5 });
  });
}

function frame(pen: Pen, { name, x, y, w, h }: Board): void {
  pen.box(x, y, w, Math.min(h, pageHeight), { width: 1.6 });
  pen.text(x + 4, y - 4, `${name} board`, { size: 9, bold: true });
  for (const [cx, cy] of [
    [x + 6, y + 6],
    [x + w - 6, y + 6],
    [x + 6, y + h - 6],
    [x + w - 6, y + h - 6],
  ] as const)
    pen.circle(cx, cy, 3);
}
