/** What a sheet is drawn of: lines and text, in points from the upper left corner. */
export type Shape =
  | {
      readonly kind: 'line';
      readonly points: readonly Point[];
      readonly width: number;
      readonly closed: boolean;
      readonly fill?: string;
      readonly dash?: boolean;
      readonly ink: string;
    }
  | {
      readonly kind: 'circle';
      readonly x: number;
      readonly y: number;
      readonly r: number;
      readonly width: number;
      readonly fill?: string;
      readonly ink: string;
    }
  | {
      readonly kind: 'text';
      readonly x: number;
      readonly y: number;
      readonly text: string;
      readonly size: number;
      readonly anchor: Anchor;
      readonly bold: boolean;
      readonly ink: string;
    };

export type Point = readonly [number, number];
type Anchor = 'start' | 'middle' | 'end';

/** Where a designator was written: what an index of the sheet has to find. */
export interface Written {
  readonly name: string;
  readonly x: number;
  readonly y: number;
}

/** The end of a part as the drawing means it: which line it hangs on. */
export interface WiredEnd {
  readonly name: string;
  /** Where the drawing says which pin it is. */
  readonly pin?: string;
  readonly net: string;
}

/** What hangs together on a drawing, as it is meant: the truth against which what is read of it can be held. */
export class Wiring {
  readonly ends: WiredEnd[] = [];
  private readonly same = new Map<string, string>();
  private made = 0;

  fresh(): string {
    return `line ${++this.made}`;
  }
  end(name: string, net: string, pin?: string): void {
    this.ends.push({ name, net, ...(pin ? { pin } : {}) });
  }
  join(a: string, b: string): void {
    if (this.root(a) !== this.root(b)) this.same.set(this.root(a), this.root(b));
  }
  /** What a line is as it is drawn, before its name makes it one with others: the chassis alone is one everywhere. */
  drawnRoot(net: string): string {
    const next = this.same.get(net);
    return next === undefined || /^(?:rail|number|name|named|supply) /.test(next) ? net : this.drawnRoot(next);
  }
  root(net: string): string {
    const next = this.same.get(net);
    return next === undefined ? net : this.root(next);
  }
}

export interface Drawing {
  readonly title: string;
  readonly kind: 'block' | 'schematic' | 'board-top' | 'board-bottom' | 'parts-list' | 'alignment' | 'other';
  readonly width: number;
  readonly height: number;
  readonly shapes: readonly Shape[];
  readonly written: readonly Written[];
  /** On a schematic, what hangs together; one for all pages of a card. */
  readonly wiring?: Wiring;
}

interface LineStyle {
  readonly width?: number;
  readonly closed?: boolean;
  readonly fill?: string;
  readonly dash?: boolean;
  readonly ink?: string;
}
interface TextStyle {
  readonly size?: number;
  readonly anchor?: Anchor;
  readonly bold?: boolean;
  readonly ink?: string;
}

export const ink = '#1b1b1b';
export const pale = '#7a7a7a';

/** Draws on one page. `placed` gives a pen whose own (0, 0) lies elsewhere, turned in quarters clockwise. */
export class Pen {
  constructor(
    private readonly shapes: Shape[] = [],
    private readonly names: Written[] = [],
    private readonly ox = 0,
    private readonly oy = 0,
    private readonly quarter = 0,
  ) {}

  placed(x: number, y: number, quarter = 0): Pen {
    const [px, py] = this.page(x, y);
    return new Pen(this.shapes, this.names, px, py, (this.quarter + quarter) % 4);
  }

  line(points: readonly Point[], { width = 0.9, closed = false, fill, dash, ink: colour = ink }: LineStyle = {}): void {
    this.shapes.push({
      kind: 'line',
      points: points.map(([x, y]) => this.page(x, y)),
      width,
      closed,
      ink: colour,
      ...(fill ? { fill } : {}),
      ...(dash ? { dash } : {}),
    });
  }

  box(x: number, y: number, w: number, h: number, style: LineStyle = {}): void {
    this.line(
      [
        [x, y],
        [x + w, y],
        [x + w, y + h],
        [x, y + h],
      ],
      { ...style, closed: true },
    );
  }

  circle(x: number, y: number, r: number, { width = 0.9, fill, ink: colour = ink }: LineStyle = {}): void {
    const [px, py] = this.page(x, y);
    this.shapes.push({ kind: 'circle', x: px, y: py, r, width, ink: colour, ...(fill ? { fill } : {}) });
  }

  dot(x: number, y: number): void {
    this.circle(x, y, 1.7, { fill: ink });
  }

  /** A flag in which a line ends that goes on elsewhere under the same name. Its line comes to (x, y), from the right or the left. */
  flag(x: number, y: number, text: string, from: 'right' | 'left'): void {
    const wide = flagWidth(text);
    const by = from === 'right' ? -1 : 1;
    this.line(
      [
        [x, y],
        [x + by * 4, y - 5],
        [x + by * wide, y - 5],
        [x + by * wide, y + 5],
        [x + by * 4, y + 5],
      ],
      { closed: true },
    );
    this.text(x + by * (wide / 2 + 2), y + 2.2, text, { size: 6, anchor: 'middle' });
  }

  /** Half circles from (x, y) on, as of a coil, bulging upwards. */
  turns(x: number, y: number, count: number, r: number): void {
    const points: Point[] = [];
    for (let i = 0; i < count; i++)
      for (let a = 0; a <= 6; a++) {
        const angle = Math.PI - (a * Math.PI) / 6;
        points.push([x + r + i * 2 * r + r * Math.cos(angle), y - r * Math.sin(angle)]);
      }
    this.line(points);
  }

  text(x: number, y: number, text: string, { size = 7, anchor = 'start', bold = false, ink: colour = ink }: TextStyle = {}): void {
    const [px, py] = this.page(x, y);
    this.shapes.push({ kind: 'text', x: px, y: py, text: plain(text), size, anchor, bold, ink: colour });
  }

  /** Writes a designator, and remembers that it was. */
  name(x: number, y: number, name: string, style: TextStyle = {}): void {
    const [px, py] = this.page(x, y);
    this.text(x, y, name, { size: 7.5, bold: true, ...style });
    this.names.push({ name: name.replace(/(\d)[A-Z]$/, '$1'), x: px, y: py });
  }

  /** Remembers parts that are written together, as a range is. */
  also(x: number, y: number, names: readonly string[]): void {
    const [px, py] = this.page(x, y);
    names.forEach((name) => this.names.push({ name, x: px, y: py }));
  }

  private page(x: number, y: number): Point {
    const [tx, ty] = this.quarter === 1 ? [-y, x] : this.quarter === 2 ? [-x, -y] : this.quarter === 3 ? [y, -x] : [x, y];
    return [Math.round((this.ox + tx) * 100) / 100, Math.round((this.oy + ty) * 100) / 100];
  }
}

/** How wide a flag is that says so. */
export const flagWidth = (text: string): number => 10 + text.length * 3.9;

/** Signs that the fonts every reader has do not hold, written out. */
const plain = (text: string): string => text.replaceAll('Ω', 'ohm').replaceAll('−', '-').replaceAll('×', 'x').replaceAll(' ', ' ');

/** Text cut to a number of signs at a word's end. */
export function cut(text: string, most: number): string {
  if (text.length <= most) return text;
  const words = text.split(/[,(]/)[0]?.trim() ?? text;
  if (words.length <= most) return words;
  const end = words.lastIndexOf(' ', most);
  return words.slice(0, end > most / 2 ? end : most).trim();
}
