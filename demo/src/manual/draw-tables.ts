import { pale, Pen, type Drawing, type Shape, type Written } from '../sheets/pen';
import type { ManualTruth, TrueLimit, TruePart } from './truth';

const width = 595;
const height = 842;
const left = 48;

/** A page of a manual: its running head and foot are on each. */
export function manualPage(title: string, kind: Drawing['kind'], n: number, set: string, draw: (pen: Pen) => void): Drawing {
  const shapes: Shape[] = [];
  const written: Written[] = [];
  const pen = new Pen(shapes, written);
  pen.text(left, 30, `${set} SERVICE MANUAL`, { size: 7, ink: pale });
  pen.text(left, 62, title, { size: 15, bold: true });
  draw(pen);
  pen.text(width / 2, height - 24, `- ${n} -`, { size: 8, anchor: 'middle', ink: pale });
  return { title, kind, width, height, shapes, written };
}

/** Words of a cell over as many lines as its width asks for. */
function wrapped(text: string, signs: number): string[] {
  const lines: string[] = [];
  for (const word of text.split(' ')) {
    const last = lines.at(-1);
    if (last !== undefined && last.length + word.length < signs) lines[lines.length - 1] = `${last} ${word}`;
    else lines.push(word);
  }
  return lines;
}

interface Col {
  readonly head: readonly string[];
  readonly x: number;
  /** So many signs fit; longer text goes on below. */
  readonly signs: number;
}

/** A ruled table with its heads, of which some take two lines; returns where it ends. */
function table(pen: Pen, top: number, cols: readonly Col[], rows: readonly (readonly string[])[], size = 8): number {
  const tallest = Math.max(...cols.map(({ head }) => head.length));
  for (const { head, x } of cols) head.forEach((line, i) => pen.text(x, top + i * 10, line, { size, bold: true }));
  let y = top + tallest * 10 + 6;
  for (const row of rows) {
    pen.line([[left - 4, y - 9], [width - left, y - 9]], { width: 0.4 }); // prettier-ignore
    const cells = row.map((text, i) => wrapped(text, cols[i]?.signs ?? 40));
    cells.forEach((lines, i) => lines.forEach((line, k) => pen.text(cols[i]?.x ?? left, y + k * 9.5, line, { size })));
    y += Math.max(...cells.map((lines) => lines.length)) * 9.5 + 5;
  }
  return y;
}

const volts = (value: number): string => value.toFixed(2).replace(/0$/, '');

function limitRows(limits: readonly TrueLimit[], heading: string): string[][] {
  return [[heading], ...limits.map(({ label, printed, how = '' }) => [label, printed, how])];
}

/** Parts in two columns side by side, with a heading where a section begins. */
function partRows(parts: readonly TruePart[]): string[][] {
  return parts.map(({ designators, value }) => [
    designators.length > 2 ? `${designators[0] ?? ''}-${designators.at(-1) ?? ''}` : designators.join(', '),
    value,
    `B-${value.length}${designators.length}7-0${designators[0]?.length ?? 0}`,
  ]);
}

/** The manual in tables: specifications, voltages in two columns of conditions, alignment with cells that go on below, parts by section. */
export function drawTables(truth: ManualTruth): Drawing[] {
  const set = `${truth.maker} ${truth.model}`;
  const pageOf = (title: string, kind: Drawing['kind'], n: number, draw: (pen: Pen) => void): Drawing =>
    manualPage(title, kind, n, set, draw);
  const isTx = (limit: TrueLimit): boolean => limit.condition.includes('keyed');
  const points = [...new Set(truth.points.map(({ point }) => point))].map((point) => truth.points.filter((each) => each.point === point));
  const spread = (at: number, value: TruePointOf): string => {
    const { nominal = 0, low = 0, high = 0 } = value;
    return at % 3 === 0
      ? `${volts(nominal)} V ± ${volts((high - low) / 2)} V`
      : at % 3 === 1
        ? `${volts(low)} - ${volts(high)} V`
        : `${volts(nominal)} ±${volts((high - low) / 2)}`;
  };
  return [
    pageOf('Specifications', 'other', 2, (pen) => {
      pen.text(left, 84, 'All measurements at 13.8 V with 50 ohms at the antenna socket, unless said otherwise.', { size: 8 });
      const cols = [
        { head: ['Item'], x: left, signs: 40 },
        { head: ['Limit'], x: 250, signs: 30 },
        { head: ['Conditions'], x: 400, signs: 26 },
      ];
      table(pen, 110, cols, [
        ...limitRows(truth.limits.filter(isTx), 'Transmitter'),
        ...limitRows(truth.limits.filter((limit) => !isTx(limit)), 'Receiver'),
      ]); // prettier-ignore
    }),
    pageOf('Voltage chart', 'alignment', 5, (pen) => {
      pen.text(left, 84, 'DC voltages against chassis, no signal, channel 19, volume at minimum.', { size: 8 });
      const cols = [
        { head: ['Test', 'point'], x: left, signs: 8 },
        { head: ['Circuit'], x: 100, signs: 30 },
        { head: ['Receive', '(V)'], x: 290, signs: 24 },
        { head: ['Transmit', '(V)'], x: 420, signs: 24 },
      ];
      const end = table(pen, 110, cols, points.map((of, at) => [of[0]?.point ?? '', of[0]?.name ?? '', ...of.map((each) => spread(at, each))])); // prettier-ignore
      pen.text(left, end + 14, 'NOTE: readings differ by up to 10 % with a meter of less than 1 megohm.', { size: 8 });
    }),
    pageOf('Alignment', 'alignment', 6, (pen) => {
      pen.text(left, 84, 'Let the set warm up for 10 minutes. Key into a dummy load only.', { size: 8 });
      const cols = [
        { head: ['Step'], x: left, signs: 5 },
        { head: ['Item'], x: 86, signs: 18 },
        { head: ['Adjust'], x: 190, signs: 16 },
        { head: ['Measure at'], x: 280, signs: 22 },
        { head: ['Wanted'], x: 410, signs: 28 },
      ];
      table(pen, 110, cols, truth.steps.map(({ name, adjust, at, expect }, i) => [String(i + 1), name, adjust.join(', '), at, expect])); // prettier-ignore
    }),
    pageOf('Parts list', 'parts-list', 8, (pen) => {
      const cols = (x: number): Col[] => [
        { head: ['Ref.'], x, signs: 12 },
        { head: ['Description'], x: x + 60, signs: 22 },
        { head: ['Part no.'], x: x + 160, signs: 14 },
      ];
      const sections = [...new Set(truth.parts.map(({ section }) => section))];
      let y = 90;
      for (const section of sections) {
        pen.text(left, y + 4, section, { size: 10, bold: true });
        y = table(pen, y + 22, cols(left), partRows(truth.parts.filter((part) => part.section === section))) + 14;
      }
    }),
  ];
}

type TruePointOf = ManualTruth['points'][number];
