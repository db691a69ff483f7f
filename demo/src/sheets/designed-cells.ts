import type { Card, TestPoint } from '@amber-relay/core/card';
import type { DrawnPart } from './full-parts';
import { pale, type Pen, type Point, type Wiring } from './pen';
import { drawActive, drawBetween, ground, pinsOfActive, span } from './symbols';

/** A part that a designed stage has beside those of the card: its letters, kind and value. */
type Extra = readonly [letters: string, kind: DrawnPart['kind'], value: string];

/** What a stage is drawn with. */
interface DesignedRoom {
  readonly pen: Pen;
  readonly wiring: Wiring;
  readonly rail: string;
  readonly railY: number;
  readonly groundY: number;
  /** Parts of the stage by designator, and its extras in the order in which they are asked for. */
  readonly part: (designator: string) => DrawnPart;
  readonly extras: readonly DrawnPart[];
  readonly points: readonly TestPoint[];
  readonly drawPoint: (pen: Pen, point: TestPoint, x: number, y: number) => void;
  /** Where the number under which the signal comes stands; undefined where none does. */
  readonly from: { readonly net: string; readonly x: number } | undefined;
}

interface Designed {
  readonly width: number;
  readonly extras: readonly Extra[];
  readonly draw: (room: DesignedRoom) => void;
}

/** A stage that is drawn as it is built, its values reckoned: a part of it that is at fault moves the voltages as it would in a set. */
const designed: Readonly<Record<string, Designed>> = {
  'oxbrae-ob7 ptt': {
    width: 790,
    extras: [
      ['R', 'resistor', '4k7'],
      ['R', 'resistor', '22k'],
      ['R', 'resistor', '10k'],
      ['Q', 'transistor', 'NPN'],
      ['R', 'resistor', '4k7'],
      ['R', 'resistor', '10k'],
      ['R', 'resistor', '10k'],
      ['R', 'resistor', '10k'],
      ['R', 'resistor', '2k2'],
      ['R', 'resistor', '2k2'],
    ],
    draw: drawPtt,
  },
  'oxbrae-ob7 agc': {
    width: 540,
    extras: [
      ['C', 'ceramic-capacitor', '1n'],
      ['R', 'resistor', '100k'],
      ['R', 'resistor', '100k'],
      ['R', 'resistor', '16k'],
      ['R', 'resistor', '1M'],
      ['Q', 'fet', 'J-FET'],
      ['R', 'resistor', '2k2'],
    ],
    draw: drawAgc,
  },
};

export const designedStage = (card: Card, section: string): Designed | undefined => designed[`${card.id} ${section}`];

/** A pen that draws parts with their ends on lines, and keeps which they are. */
class Wirer {
  private at = 0;

  constructor(private readonly room: DesignedRoom) {}

  next(): DrawnPart {
    const part = this.room.extras[this.at++];
    if (!part) throw new Error('The stage is drawn with more parts than it has.');
    return part;
  }

  line(...points: Point[]): void {
    this.room.pen.line(points);
  }

  across(part: DrawnPart, x: number, y: number, left: string, right: string): void {
    const { pen, wiring } = this.room;
    drawBetween(pen.placed(x, y), part.kind);
    wiring.end(part.designator, left);
    wiring.end(part.designator, right);
    pen.name(x + span / 2, y - 9, part.designator, { anchor: 'middle' });
    pen.text(x + span / 2, y + 16, part.value.slice(0, 11), { size: 6, anchor: 'middle' });
  }

  down(part: DrawnPart, x: number, y: number, upper: string, lower: string): void {
    const { pen, wiring } = this.room;
    drawBetween(pen.placed(x, y, 1), part.kind);
    wiring.end(part.designator, upper);
    wiring.end(part.designator, lower);
    pen.name(x + 10, y + 20, part.designator);
    pen.text(x + 10, y + 29, part.value.slice(0, 9), { size: 6 });
  }

  /** A transistor about (x, y): its base from the left, its emitter below; or turned over, its base from the right and its emitter above. */
  active(part: DrawnPart, x: number, y: number, nets: readonly [string, string, string], over = false): void {
    const { pen, wiring } = this.room;
    drawActive(pen.placed(x, y, over ? 2 : 0), part.kind, /PNP/.test(part.value));
    pinsOfActive(part.kind).forEach((pin, i) => wiring.end(part.designator, nets[i] ?? '', pin));
    const [, out, low] = pinsOfActive(part.kind);
    const side = over ? -1 : 1;
    pen.text(x + side * 11, y - side * 17 + (over ? 4 : 0), out, { size: 5.5, ink: pale, anchor: over ? 'end' : 'start' });
    pen.text(x + side * 11, y + side * 23, low, { size: 5.5, ink: pale, anchor: over ? 'end' : 'start' });
    pen.name(x + side * 20, y + (over ? -18 : 2), part.designator, { anchor: over ? 'end' : 'start' });
    pen.text(x + side * 20, y + (over ? -10 : 10), part.value.slice(0, 11), { size: 6, anchor: over ? 'end' : 'start' });
  }

  point(id: string, x: number, y: number, net: string): void {
    const { points, pen, wiring, drawPoint } = this.room;
    const point = points.find((p) => p.id === id);
    if (!point) return;
    drawPoint(pen, point, x, y);
    wiring.end(point.id, net);
  }

  ground(x: number, y: number): void {
    ground(this.room.pen.placed(x, y));
  }
}

function drawPtt(room: DesignedRoom): void {
  const { pen, wiring, rail, railY, groundY, part } = room;
  const w = new Wirer(room);
  const y = 104;
  const [mic, ptt, divided, low, base1, base2] = Array.from({ length: 6 }, () => wiring.fresh()) as [
    string,
    string,
    string,
    string,
    string,
    string,
  ];
  const [receive, transmit] = ['rail PTT SWITCH RX', 'rail PTT SWITCH TX'];
  pen.flag(54, y, 'MIC KEY', 'right');
  w.line([54, y], [58, y]);
  w.across(part('J2'), 58, y, mic, ptt);
  wiring.join(mic, 'name MIC KEY');
  w.line([102, y], [150, y]);
  // What holds it up, and the divider behind it.
  pen.dot(114, railY);
  pen.dot(114, y);
  w.line([114, railY], [114, railY + 14]);
  w.down(w.next(), 114, railY + 14, rail, ptt);
  w.line([114, railY + 58], [114, y]);
  w.across(w.next(), 150, y, ptt, divided);
  w.line([194, y], [230, y]);
  pen.dot(206, y);
  w.line([206, y], [206, y + 6]);
  w.down(w.next(), 206, y + 6, divided, 'ground');
  w.line([206, y + 50], [206, groundY]);
  w.ground(206, groundY);
  w.active(w.next(), 250, y, [divided, low, 'ground']);
  w.line([258, y + 26], [258, groundY]);
  w.ground(258, groundY);
  // The receive line: on as long as the key is up.
  w.line([258, 78], [258, 50], [264, 50]);
  w.across(w.next(), 264, 50, low, base1);
  w.line([308, 50], [394, 50], [394, 86], [370, 86]);
  w.active(part('Q1'), 350, 86, [base1, receive, rail], true);
  pen.dot(342, railY);
  w.line([342, railY], [342, 60]);
  pen.dot(410, railY);
  w.line([410, railY], [410, railY + 5]);
  w.down(w.next(), 410, railY + 5, rail, base1);
  w.line([410, railY + 49], [410, 86], [394, 86]);
  pen.dot(394, 86);
  w.line([342, 112], [342, 122], [474, 122]);
  w.point('TP9', 440, 122, receive);
  pen.flag(474, 122, 'PTT SWITCH RX', 'left');
  // The transmit line: on while it is down.
  pen.dot(130, y);
  w.line([130, y], [130, 174], [668, 174], [668, 86], [654, 86]);
  w.active(part('Q2'), 570, 86, [base2, transmit, rail], true);
  pen.dot(562, railY);
  w.line([562, railY], [562, 60]);
  w.line([590, 86], [610, 86]);
  w.across(w.next(), 610, 86, base2, ptt);
  pen.dot(600, railY);
  pen.dot(600, 86);
  w.line([600, railY], [600, railY + 5]);
  w.down(w.next(), 600, railY + 5, rail, base2);
  w.line([600, railY + 49], [600, 86]);
  w.line([562, 112], [562, 122], [716, 122]);
  w.point('TP10', 690, 122, transmit);
  pen.flag(716, 122, 'PTT SWITCH TX', 'left');
  // What drains either line when it is off.
  pen.dot(358, 122);
  w.line([358, 122], [358, 124]);
  w.down(w.next(), 358, 124, receive, 'ground');
  w.ground(358, 168);
  pen.dot(584, 122);
  w.line([584, 122], [584, 124]);
  w.down(w.next(), 584, 124, transmit, 'ground');
  w.ground(584, 168);
}

function drawAgc(room: DesignedRoom): void {
  const { pen, wiring, rail, railY, groundY, part, from } = room;
  const w = new Wirer(room);
  const y = 104;
  const [left, seen, held, gate, source] = Array.from({ length: 5 }, () => wiring.fresh()) as [string, string, string, string, string];
  const start = from?.x ?? 30;
  if (from) wiring.join(left, from.net);
  w.line([start, y], [40, y]);
  w.across(w.next(), 40, y, left, seen);
  w.line([84, y], [126, y]);
  pen.dot(100, y);
  w.line([100, y], [100, y + 6]);
  w.down(w.next(), 100, y + 6, seen, 'ground');
  w.line([100, y + 50], [100, groundY]);
  w.ground(100, groundY);
  w.across(part('D8'), 126, y, seen, held);
  w.line([170, y], [258, y]);
  pen.dot(190, railY);
  pen.dot(190, y);
  w.line([190, railY], [190, railY + 14]);
  w.down(w.next(), 190, railY + 14, rail, held);
  w.line([190, railY + 58], [190, y]);
  pen.dot(222, y);
  w.line([222, y], [222, y + 6]);
  w.down(w.next(), 222, y + 6, held, 'ground');
  w.line([222, y + 50], [222, groundY]);
  w.ground(222, groundY);
  w.across(w.next(), 258, y, held, gate);
  w.line([302, y], [350, y]);
  pen.dot(318, y);
  w.line([318, y], [318, y + 6]);
  w.down(part('C27'), 318, y + 6, gate, 'ground');
  w.line([318, y + 50], [318, groundY]);
  w.ground(318, groundY);
  w.active(w.next(), 370, y, [gate, rail, source]);
  pen.dot(378, railY);
  w.line([378, railY], [378, 78]);
  w.down(w.next(), 378, 130, source, 'ground');
  w.ground(378, 174);
  // A hair short of the line from which it comes, as it was drawn.
  w.line([379.6, 130], [458, 130]);
  w.point('TP11', 432, 130, source);
  pen.flag(458, 130, 'AGC', 'left');
  wiring.join(source, 'name AGC');
}
