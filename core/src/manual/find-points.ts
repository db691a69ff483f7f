import { designatorsIn, type Place } from '../sheets';
import { bothConditions, conditionWords } from './condition-words';
import type { Found, Has } from './found';
import { printedFigures, type PrintedFigures } from './printed-figures';
import type { PageCell, PageLine } from './page-lines';
import type { Column, TableRow } from './table-rows';

type FoundPoint = Extract<Found, { kind: 'point' }>;

const pointHead = /^(?:(?:test|check|meas\w*)[\s-]*points?|points?|t\.?p\.?s?)(?:\s*(?:no|nr|number)\.?)?$/i;
const deviceHead = /^(?:transistors?|semiconductors?|devices?|valves?|ref(?:erence)?\.?|circuit ref\.?|symbol|part)(?:\s*(?:no|nr)\.?)?$/i;
const pinHead = /^(?:[EBCSGDAK]|G[12]|pin\s*\d{1,2}|\d{1,2}|emitter|base|collector|source|gate|drain)$/i;
const nameHead = /location|circuit|where|stage|name|descri|function|signal|remark|note|place|what/i;
const conditionHead = /^conditions?$|^mode$|^state$|^set to$/i;
const leastHead = /\bmin(?:imum)?\b|\blow(?:est)?\b|\bleast\b/i;
const mostHead = /\bmax(?:imum)?\b|\bhigh(?:est)?\b|\bmost\b/i;

/** A point as cards name it: `TP 3`, `TP-3` and `TP03` are TP3. */
function pointName(text: string): string | undefined {
  const match = /^(TP|T\.P\.|CP|MP|J|V)[\s-]*0*(\d{1,3})([A-Z]?)$/.exec(text.trim().toUpperCase());
  return match ? `${(match[1] ?? '').replace(/\./g, '')}${match[2] ?? ''}${match[3] ?? ''}` : undefined;
}

/** Unit that a head gives its column: `Voltage (mV)`, `V DC`, `Level, dBm`. */
export const headUnit = (head: string): string =>
  /(?:^|[\s(,[])((?:[mkMµu]?(?:V|Hz|A|W))|dBm|dBc|dB|ppm|%|ohms?|Ω)(?:\s*(?:DC|AC|rms))?(?:[\s)\],]|$)/.exec(head)?.[1] ??
  (/volt/i.test(head) ? 'V' : /freq/i.test(head) ? 'Hz' : '');

/** Whether these heads stand over a table of points, or of pins of devices, with their voltages. */
export function isPointTable(heads: readonly string[]): 'points' | 'pins' | undefined {
  const rest = heads.slice(1);
  const first = heads[0] ?? '';
  if (pointHead.test(first) && rest.some((head) => !nameHead.test(head) || headUnit(head) !== '')) return 'points';
  if (deviceHead.test(first) && rest.filter((head) => pinHead.test(head)).length >= 2) return 'pins';
  return undefined;
}

/** `8.2 V (RX) / 0 V (TX)`: each figure with its own condition. */
function figuresIn(text: string, hint: string, has: Has): { figures: PrintedFigures; condition: string[] }[] {
  const whole = printedFigures(text, hint);
  if (whole) return [{ figures: whole, condition: [] }];
  const parts = text.split(/\s*[/;]\s*|,\s+/);
  const read = parts.map((part) => {
    const { words, rest } = conditionWords(part.replace(/[()]/g, ' '), has);
    return { figures: printedFigures(rest, hint), condition: words };
  });
  return read.flatMap(({ figures, condition }) => (figures && (read.length === 1 || condition.length > 0) ? [{ figures, condition }] : []));
}

/** The points of a table's row: one for each of its figures. */
export function pointsOfRow(columns: readonly Column[], row: TableRow, heading: string, has: Has, kind: 'points' | 'pins'): FoundPoint[] {
  const [idCell = '', ...cells] = row.cells;
  const where = { base: row.base, tall: row.tall, said: row.cells.filter(Boolean).join('  '), heading };
  const above = conditionWords(heading, has).words;
  if (kind === 'pins') {
    const [device] = designatorsIn(idCell.split(/\s/)[0] ?? '', new Set(['Q', 'TR', 'V', 'IC', 'D', 'U', 'T']));
    if (!device || device.unit || device.pin) return [];
    return cells.flatMap((cell, i): FoundPoint[] => {
      const head = columns[i + 1]?.head ?? '';
      const figures = pinHead.test(head) ? printedFigures(cell, 'V') : undefined;
      // Letters name a pin of a transistor within its own name; numbers are left to devices that the card gives pins.
      const letter = /^[A-Z]/i.exec(head)?.[0]?.toUpperCase();
      if (!figures || !letter || /\d/.test(head)) return [];
      return [
        { ...where, kind: 'point', point: `${device.name}${letter}`, name: `${device.name} ${pinWord(letter)}`, condition: above, figures },
      ];
    });
  }
  const point = pointName(idCell.split(/\s{2,}|,|\(/)[0] ?? '') ?? pointName(idCell.replace(/\s.*$/, ''));
  if (!point) return [];
  const name: string[] = [];
  let own: string[] = [];
  const figures: { figures: PrintedFigures; condition: string[] }[] = [];
  let low: PrintedFigures | undefined;
  let high: PrintedFigures | undefined;
  cells.forEach((cell, i) => {
    if (!cell || /^[-–—]+$/.test(cell)) return;
    const head = columns[i + 1]?.head ?? '';
    const unit = headUnit(head) || headUnit(columns.map((column) => column.head).find((each) => headUnit(each)) ?? '') || headUnit(heading);
    if (conditionHead.test(head)) {
      own = conditionWords(cell, has).words;
      return;
    }
    const inHead = conditionWords(head, has).words;
    const found = figuresIn(cell, unit, has);
    if (found.length === 0) name.push(cell);
    else if (leastHead.test(head) && found[0]) low = found[0].figures;
    else if (mostHead.test(head) && found[0]) high = found[0].figures;
    else for (const each of found) figures.push({ ...each, condition: bothConditions(each.condition, inHead) });
  });
  const least = low?.nominal ?? low?.low;
  const most = high?.nominal ?? high?.high;
  if (least !== undefined || most !== undefined) {
    const [middle] = figures;
    const unit = (low ?? high)?.unit ?? 'V';
    figures.splice(0, 1, {
      condition: middle?.condition ?? [],
      figures: {
        unit,
        ...(middle?.figures.nominal === undefined ? {} : { nominal: middle.figures.nominal }),
        ...(least === undefined ? {} : { low: least }),
        ...(most === undefined ? {} : { high: most }),
      },
    });
  }
  return figures.map((each) => ({
    ...where,
    kind: 'point',
    point,
    name: name.join(', '),
    condition: bothConditions(bothConditions(each.condition, own), above),
    figures: each.figures,
  }));
}

const pinWord = (letter: string): string =>
  ({ E: 'emitter', B: 'base', C: 'collector', S: 'source', G: 'gate', D: 'drain', A: 'anode', K: 'cathode' })[letter] ?? letter;

/** A point of the list that is being read, to whose right its further lines stand. */
export interface OpenPoint {
  readonly point: string;
  readonly name: string;
  readonly x: number;
  readonly base: number;
}

/** A point of which nothing more was said for so many heights of its line is done. */
const closesAfter = 3.4;
const widestGap = 25;

/**
 * The points of a line that stands under no head: `TP4  loop voltage  receive  2.5 to 3.5 V`. Cells that no point of the line stands
 * left of go on with the one of the lines above that does.
 * @returns what was found, and the points that the next line may go on with
 */
export function pointsOfLine(
  line: PageLine,
  heading: string,
  has: Has,
  open: readonly OpenPoint[],
): { readonly found: FoundPoint[]; readonly open: readonly OpenPoint[] } {
  const lasting = open.filter(({ base }) => line.base - base < closesAfter * line.tall);
  const records: { point: string; name: string; x: number; goesOn: boolean; cells: PageCell[] }[] = lasting.map((each) => ({
    ...each,
    goesOn: true,
    cells: [],
  }));
  for (const cell of line.cells) {
    const [first = '', ...others] = cell.text.split(/\s+/);
    const point = pointName(cell.text) ?? (others.length ? pointName(first.replace(/[:,]$/, '')) : undefined);
    if (point) {
      // What begins anew at the same place ends what stood there.
      const at = records.findIndex(({ x }) => Math.abs(x - cell.x) < 3 * line.tall);
      if (at >= 0) records.splice(at, 1);
      records.push({ point, name: '', x: cell.x, goesOn: false, cells: pointName(cell.text) ? [] : [{ ...cell, text: others.join(' ') }] });
    } else {
      const [left] = records.filter(({ x }) => x <= cell.x).sort((a, b) => b.x - a.x);
      const last = left?.cells.at(-1);
      // Across so wide a gap stands another column, which may go on with what began below this one.
      const isFar =
        last !== undefined && left?.cells.some(({ text }) => printedFigures(text)) && cell.x - last.x - last.w > widestGap * line.tall;
      if (!isFar) left?.cells.push(cell);
    }
  }
  const found: FoundPoint[] = [];
  const goesOn: OpenPoint[] = [];
  for (const { point, name: before, x, goesOn: isFurther, cells } of records) {
    const condition: string[] = [];
    const name: string[] = [];
    const figures: { figures: PrintedFigures; condition: string[] }[] = [];
    for (const { text } of cells) {
      const read = figuresIn(text, '', has).filter((each) => each.figures.unit !== '');
      const { words, rest } = conditionWords(text, has);
      if (read.length) figures.push(...read);
      else if (words.length && rest === '') condition.push(...words);
      else if (!/^(?:always|any)$/i.test(text)) name.push(text);
    }
    // A further line says under which other condition, or nothing of this point.
    const isOwn = !isFurther || (condition.length > 0 && name.length === 0);
    const called = before || name.join(', ');
    const was = lasting.find((each) => isFurther && each.point === point)?.base;
    goesOn.push({ point, name: called, x, base: was !== undefined && !(isOwn && figures.length) ? was : line.base });
    if (!isOwn) continue;
    const above = conditionWords(heading, has).words;
    for (const each of figures)
      found.push({
        base: line.base,
        tall: line.tall,
        said: [point, ...cells.map(({ text }) => text)].join('  '),
        heading,
        kind: 'point',
        point,
        name: called,
        condition: bothConditions(bothConditions(each.condition, condition), above),
        figures: each.figures,
      });
  }
  return { found, open: goesOn };
}

/** The points of a drawing that have one voltage printed beside them. */
export function drawnPoints(places: readonly Place[], title: string): FoundPoint[] {
  return places.flatMap(({ name, unit, y, h, volts }): FoundPoint[] => {
    const [nominal, ...others] = volts ?? [];
    if (nominal === undefined || others.length > 0 || unit || !pointName(name)) return [];
    return [
      {
        base: y + h,
        tall: h,
        said: `${name} ${nominal} V`,
        heading: title,
        kind: 'point',
        point: name,
        name: '',
        condition: [],
        figures: { unit: 'V', nominal },
        drawn: true,
      },
    ];
  });
}
