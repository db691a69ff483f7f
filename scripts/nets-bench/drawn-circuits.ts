import { chanceFrom, type Chance } from '@amber-relay/core/chance';
import { flagWidth, Pen, Wiring, type Drawing, type Point, type Shape, type Written } from '../../demo/src/sheets/pen';
import { drawActive, drawBetween, span } from '../../demo/src/sheets/symbols';

/**
 * Circuits drawn by code in manners that none of the demo manuals has: rows of parts with channels of lines between them, so that
 * lines cross and meet as they do on a full sheet. What hangs together is known, since it is drawn from it.
 */
export const manners = ['ruled', 'by-hand', 'plotted'] as const;
export type Manner = (typeof manners)[number];

type Kind = 'resistor' | 'ceramic-capacitor' | 'coil' | 'diode' | 'transistor' | 'ic';
const letters: Readonly<Record<Kind, string>> = {
  resistor: 'R',
  'ceramic-capacitor': 'C',
  coil: 'L',
  diode: 'D',
  transistor: 'Q',
  ic: 'IC',
};
const values: Readonly<Record<Kind, readonly string[]>> = {
  resistor: ['4k7', '10k', '220R', '1M', '68k'],
  'ceramic-capacitor': ['10n', '1n', '4n7', '22p'],
  coil: ['4.7 uH', '10 uH'],
  diode: ['switching', 'detector'],
  transistor: ['NPN', 'NPN amp'],
  ic: ['AF amp', 'mixer'],
};

const [pageWidth, pageHeight] = [1190, 842];
const slot = 60;
const pitch = 175;
const firstRow = 120;

interface Pin {
  readonly part: string;
  readonly label: string;
  readonly x: number;
  readonly y: number;
  /** Into the channel above or below its row. */
  readonly channel: number;
}

interface Line {
  readonly net: string;
  readonly points: readonly Point[];
}

class Sheet {
  readonly shapes: Shape[] = [];
  readonly written: Written[] = [];
  readonly pen = new Pen(this.shapes, this.written);
  readonly lines: Line[] = [];
  readonly dots: Point[] = [];

  constructor(
    readonly manner: Manner,
    readonly wiring: Wiring,
    readonly chance: Chance,
  ) {}

  wire(net: string, ...points: Point[]): void {
    this.lines.push({ net, points });
  }

  /** Draws the lines at last, when it is known what crosses what. */
  drawWires(): void {
    const pieces = this.lines.flatMap(({ net, points }) => points.slice(1).map((b, i) => ({ net, a: points[i] as Point, b })));
    for (const { net, a, b } of pieces) {
      if (a[1] !== b[1] && a[0] !== b[0]) throw new Error('Lines are drawn along the axes.');
      const crossings =
        a[1] === b[1]
          ? pieces
              .filter((o) => o.net !== net && o.a[0] === o.b[0] && o.a[0] > Math.min(a[0], b[0]) + 1 && o.a[0] < Math.max(a[0], b[0]) - 1)
              .filter((o) => Math.min(o.a[1], o.b[1]) < a[1] - 1 && Math.max(o.a[1], o.b[1]) > a[1] + 1)
              .map((o) => o.a[0])
          : [];
      const [from, to] = a[1] === b[1] && a[0] > b[0] ? [b, a] : [a, b];
      this.across(
        from,
        to,
        [...new Set(crossings)].sort((p, q) => p - q),
      );
    }
    if (this.manner !== 'by-hand')
      for (const [x, y] of this.dots) this.pen.circle(x, y, this.manner === 'ruled' ? 1.5 : 2.1, { fill: '#1b1b1b' });
  }

  private across(from: Point, to: Point, crossings: readonly number[]): void {
    const { pen, manner } = this;
    const width = manner === 'plotted' ? 0.6 : manner === 'by-hand' ? 1.1 : 0.9;
    if (manner === 'ruled' || !crossings.length) return pen.line([from, to], { width });
    let x = from[0];
    const y = from[1];
    const half = manner === 'by-hand' ? 4 : 3;
    for (const at of crossings) {
      if (at - half > x)
        pen.line(
          [
            [x, y],
            [at - half, y],
          ],
          { width },
        );
      if (manner === 'by-hand')
        pen.line(
          Array.from({ length: 9 }, (_, i): Point => [at - half * Math.cos((i * Math.PI) / 8), y - half * Math.sin((i * Math.PI) / 8)]),
          { width },
        );
      x = at + half;
    }
    if (to[0] > x) pen.line([[x, y], to], { width });
  }
}

function zigzag(pen: Pen): void {
  const points: Point[] = [
    [0, 0],
    [12, 0],
  ];
  for (let i = 0; i < 6; i++) points.push([12 + 20 * ((i + 0.5) / 6), i % 2 ? 4 : -4]);
  pen.line([...points, [32, 0], [span, 0]]);
}

function fourLines(pen: Pen): void {
  pen.line([
    [0, 0],
    [12, 0],
  ]);
  pen.line([
    [32, 0],
    [span, 0],
  ]);
  const corners: Point[] = [
    [12, -4],
    [32, -4],
    [32, 4],
    [12, 4],
  ];
  corners.forEach((p, i) => pen.line([p, corners[(i + 1) % 4] as Point]));
}

function bareTransistor(pen: Pen): void {
  pen.line([
    [-20, 0],
    [-4, 0],
  ]);
  pen.line(
    [
      [-4, -9],
      [-4, 9],
    ],
    { width: 1.8 },
  );
  pen.line([
    [-4, -4],
    [8, -13],
  ]);
  pen.line([
    [8, -13],
    [8, -26],
  ]);
  pen.line([
    [-4, 4],
    [8, 13],
  ]);
  pen.line(
    [
      [5.5, 8.5],
      [8, 13],
      [3.2, 12.2],
    ],
    { closed: true, fill: '#1b1b1b' },
  );
  pen.line([
    [8, 13],
    [8, 26],
  ]);
}

function drawPart(sheet: Sheet, kind: Kind, name: string, x: number, y: number): Pin[] {
  const { pen, manner, wiring, chance } = sheet;
  void wiring;
  const value = chance.oneOf(values[kind]);
  if (kind === 'ic') {
    const wide = 3 * slot - 40;
    pen.box(x - 10, y - 24, wide, 48, { width: 1.3 });
    pen.name(x - 10 + wide / 2, y - 2, name, { anchor: 'middle', size: 9 });
    pen.text(x - 10 + wide / 2, y + 9, value, { size: 6.5, anchor: 'middle' });
    return [0, 1, 2].flatMap((i): Pin[] => {
      const px = x + i * (wide / 3) + 4;
      pen.text(px + 2, y - 16, String(i + 1), { size: 5.5 });
      pen.text(px + 8, y + 21, String(6 - i), { size: 5.5 });
      pen.line([
        [px, y - 24],
        [px, y - 32],
      ]);
      pen.line([
        [px + 6, y + 24],
        [px + 6, y + 32],
      ]);
      return [
        { part: name, label: String(i + 1), x: px, y: y - 32, channel: 0 },
        { part: name, label: String(6 - i), x: px + 6, y: y + 32, channel: 1 },
      ];
    });
  }
  if (kind === 'transistor') {
    if (manner === 'ruled') bareTransistor(pen.placed(x, y));
    else drawActive(pen.placed(x, y), 'transistor');
    pen.name(x + 21, y + 2, name);
    pen.text(x + 21, y + 10, value, { size: 6 });
    return [
      { part: name, label: 'B', x: x - 20, y, channel: 1 },
      { part: name, label: 'C', x: x + 8, y: y - 26, channel: 0 },
      { part: name, label: 'E', x: x + 8, y: y + 26, channel: 1 },
    ];
  }
  const place = pen.placed(x, y - span / 2, 1);
  if (kind === 'resistor' && manner === 'ruled') zigzag(place);
  else if (kind === 'resistor' && manner === 'plotted') fourLines(place);
  else drawBetween(place, kind);
  pen.name(x + 10, y - 1, name);
  pen.text(x + 10, y + 8, value, { size: 6 });
  const [top, bottom] = kind === 'diode' ? ['A', 'K'] : ['', ''];
  return [
    { part: name, label: top, x, y: y - span / 2, channel: 0 },
    { part: name, label: bottom, x, y: y + span / 2, channel: 1 },
  ];
}

function groundAt({ pen, manner }: Sheet, x: number, y: number): void {
  if (manner === 'by-hand')
    return pen.line(
      [
        [x - 6, y],
        [x + 6, y],
        [x, y + 9],
      ],
      { closed: true },
    );
  const widths = manner === 'ruled' ? [7, 4.5, 2] : [6, 4, 2, 1];
  widths.forEach((half, i) =>
    pen.line(
      [
        [x - half, y + i * 2.6],
        [x + half, y + i * 2.6],
      ],
      { width: 1.1 },
    ),
  );
}

/** A line that goes on under a name. */
function namedEnd({ pen, manner }: Sheet, x: number, y: number, name: string, up: boolean): void {
  const by = up ? -1 : 1;
  if (manner === 'by-hand') {
    pen.circle(x, y + by * 7, 7);
    pen.text(x, y + by * 7 + 2.2, name, { size: 6, anchor: 'middle' });
  } else if (manner === 'plotted') {
    const wide = flagWidth(name) / 2;
    pen.line(
      [
        [x, y],
        [x + wide, y + by * 4],
        [x + wide, y + by * 13],
        [x - wide, y + by * 13],
        [x - wide, y + by * 4],
      ],
      { closed: true },
    );
    pen.text(x, y + by * 8.5 + 2.2, name, { size: 6, anchor: 'middle' });
  } else pen.text(x, y + (up ? -3 : 9), name, { size: 6.5, anchor: 'middle' });
}

function supplyAt({ pen, manner }: Sheet, x: number, y: number, name: string): void {
  if (manner === 'ruled')
    pen.line(
      [
        [x - 6, y],
        [x + 6, y],
      ],
      { width: 1.2 },
    );
  else {
    pen.line([
      [x - 3.5, y + 5],
      [x, y],
    ]);
    pen.line([
      [x, y],
      [x + 3.5, y + 5],
    ]);
  }
  pen.text(x, y - 3, name, { size: 6.5, anchor: 'middle' });
}

const supplies = ['+8 V', '+13.8 V', '+5 V'];

function drawnPage(manner: Manner, wiring: Wiring, chance: Chance, page: number, counts: Map<Kind, number>, open: string[]): Drawing {
  const sheet = new Sheet(manner, wiring, chance);
  const { pen } = sheet;
  pen.box(8, 8, pageWidth - 16, pageHeight - 16, { width: 1.2 });
  pen.text(pageWidth - 200, 28, `Schematic ${page}`, { size: 12, bold: true });
  const channels: Pin[][] = [];
  const rows = 4;
  for (let r = 0; r < rows; r++) {
    const y = firstRow + r * pitch;
    let x = 60 + (r % 2) * 26;
    while (x < pageWidth - 130) {
      const kind = chance.weighted(['resistor', 'ceramic-capacitor', 'coil', 'diode', 'transistor', 'ic'] as const, (k) =>
        k === 'resistor' ? 4 : k === 'ceramic-capacitor' ? 3 : k === 'transistor' ? 2 : k === 'ic' ? 0.4 : 1,
      );
      if (kind === 'ic' && x > pageWidth - 320) continue;
      const n = (counts.get(kind) ?? 0) + 1;
      counts.set(kind, n);
      // No two pins in one channel stand above one another, for their lines would lie over one another.
      const offsets = kind === 'ic' ? [4, 50.67, 97.33, 10, 56.67, 103.33] : kind === 'transistor' ? [-20, 8] : [0];
      const taken = (at: number): boolean =>
        [r, r + 1].some((c) => (channels[c] ?? []).some((pin) => offsets.some((o) => Math.abs(pin.x - at - o) < 10)));
      while (taken(x)) x += 3;
      for (const pin of drawPart(sheet, kind, `${letters[kind]}${n}`, x, y)) {
        const c = r + pin.channel;
        channels[c] = [...(channels[c] ?? []), { ...pin, channel: c }];
      }
      x += kind === 'ic' ? 3 * slot + 6 : slot + (chance.happens(0.2) ? 26 : 0);
    }
  }
  channels.forEach((pins, c) => wireChannel(sheet, pins, firstRow - pitch / 2 + c * pitch + (c === 0 ? 20 : 0), open));
  sheet.drawWires();
  return {
    title: `Schematic ${page}`,
    kind: 'schematic',
    width: pageWidth,
    height: pageHeight,
    shapes: sheet.shapes,
    written: sheet.written,
    wiring,
  };
}

/** Joins the pins that look into a channel: a few at a time, each group on a track of its own; some to a supply, the chassis, another page. */
function wireChannel(sheet: Sheet, pins: readonly Pin[], middle: number, open: string[]): void {
  const { chance, wiring } = sheet;
  const order = [...pins].sort((a, b) => a.x - b.x);
  const groups: Pin[][] = [];
  const left = [...order];
  while (left.length) {
    const first = left.shift() as Pin;
    const group = [first];
    const size = chance.weighted([1, 2, 3, 4], (n) => [3, 4, 3, 1][n - 1] ?? 1);
    while (group.length < size) {
      const near = left.slice(0, 7).filter((pin) => !group.some((one) => one.part === pin.part));
      if (!near.length) break;
      const next = chance.oneOf(near);
      left.splice(left.indexOf(next), 1);
      group.push(next);
    }
    groups.push(group);
  }
  // Tracks that do not overlap in x may share a height.
  const tracks: number[] = [];
  const room = 7.5;
  for (const group of groups) {
    const xs = group.map(({ x }) => x);
    const [from, to] = [Math.min(...xs) - 12, Math.max(...xs) + 12];
    const net = wiring.fresh();
    for (const { part, label } of group) wiring.end(part, net, label || undefined);
    if (group.length === 1) {
      single(sheet, group[0] as Pin, net, middle, open);
      continue;
    }
    let track = tracks.findIndex((end) => end < from);
    if (track < 0) track = tracks.push(0) - 1;
    tracks[track] = to;
    const y = middle + (track - 4) * room;
    const sorted = [...group].sort((a, b) => a.x - b.x);
    sheet.wire(net, [sorted[0]?.x ?? 0, y], [sorted.at(-1)?.x ?? 0, y]);
    sorted.forEach((pin, i) => {
      const level =
        pin.label === 'B'
          ? ([
              [pin.x, pin.y],
              [pin.x, y],
            ] as const)
          : ([
              [pin.x, pin.y],
              [pin.x, y],
            ] as const);
      sheet.wire(net, level[0], level[1]);
      const inner = i > 0 && i < sorted.length - 1;
      const both = sorted.some((other) => other !== pin && other.x === pin.x);
      if (inner || both) sheet.dots.push([pin.x, y]);
    });
  }
}

function single(sheet: Sheet, pin: Pin, net: string, middle: number, open: string[]): void {
  const { chance, wiring } = sheet;
  const up = pin.y > middle;
  // Beside a transistor there is no room for a name.
  const stub = pin.y + (up ? -9 : pin.label === 'B' ? 24 : 9);
  const what = chance.weighted(['ground', 'supply', 'named', 'free'] as const, (k) => ({ ground: 4, supply: 2, named: 2, free: 1 })[k]);
  if (what === 'free') return;
  sheet.wire(net, [pin.x, pin.y], [pin.x, stub]);
  if (what === 'ground' && !up) {
    groundAt(sheet, pin.x, stub);
    wiring.join(net, 'ground');
  } else if (what === 'supply' && up) {
    const name = chance.oneOf(supplies);
    supplyAt(sheet, pin.x, stub, name);
    wiring.join(net, `supply ${name}`);
  } else {
    const name =
      chance.happens(0.6) && open.length
        ? chance.oneOf(open)
        : sheet.manner === 'by-hand'
          ? String(open.length + 11)
          : `LINE${open.length + 1}`;
    if (!open.includes(name)) open.push(name);
    namedEnd(sheet, pin.x, stub, name, up);
    wiring.join(net, `named ${name}`);
  }
}

/** A manual of two schematic pages in one manner, with what hangs together on them. */
export function drawnManual(seed: number, manner: Manner): { readonly drawings: readonly Drawing[]; readonly wiring: Wiring } {
  const chance = chanceFrom(seed);
  const wiring = new Wiring();
  const counts = new Map<Kind, number>();
  const open: string[] = [];
  return { drawings: [1, 2].map((page) => drawnPage(manner, wiring, chance, page, counts, open)), wiring };
}
