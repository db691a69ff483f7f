import type { SheetKind, SheetWord } from '../sheets';
import { isLimitTable, limitOfLine, limitsOf } from './find-limits';
import { partColumns, partsOf, partsOfLine } from './find-parts';
import { isPointTable, pointsOfLine, pointsOfRow, type OpenPoint } from './find-points';
import { sectionsOf } from './find-sections';
import { stepColumns, stepOfLine, stepsOf } from './find-steps';
import type { Found, Has } from './found';
import { linesOf, type PageLine } from './page-lines';
import { joinedHead, rowsBelow, type Column } from './table-rows';

/** What a page, or the part of it below a heading, is about. */
type About = 'points' | 'steps' | 'limits' | 'parts' | 'other';

function aboutOf(heading: string): About | undefined {
  if (/voltage|test points?|measur(?:ing|ement) points?/i.test(heading)) return 'points';
  if (/align|adjust/i.test(heading)) return 'steps';
  if (/specific|performance|characteristic|technical data|ratings/i.test(heading)) return 'limits';
  if (/parts? list|components? list|list of (?:parts|components)|bill of material|spare/i.test(heading)) return 'parts';
  return undefined;
}

/** The usual height of a page's text. */
const usualTall = (lines: readonly PageLine[]): number => {
  const talls = lines.map(({ tall }) => tall).sort((a, b) => a - b);
  return talls[talls.length >> 1] ?? 1;
};

/** The text of a heading: one cell that is larger than the rest, in capitals, or that says what follows; undefined for other lines. */
function headingOf(line: PageLine, usual: number): string | undefined {
  const [cell, ...others] = line.cells;
  if (!cell || others.length > 1 || !/[A-Za-z]{2}/.test(cell.text) || cell.text.length > 70 || /[.;]$/.test(cell.text)) return undefined;
  const large = line.tall > 1.15 * usual;
  const capitals = cell.text === cell.text.toUpperCase() && /[A-Z]{3}/.test(cell.text) && others.length === 0;
  const says = others.length === 0 && aboutOf(cell.text) !== undefined && cell.text.split(' ').length <= 8;
  return large || capitals || says ? line.cells.map(({ text }) => text).join(' ') : undefined;
}

interface Table {
  readonly columns: readonly Column[];
  readonly keys: readonly number[];
  readonly read: (rows: ReturnType<typeof rowsBelow>['rows'], heading: string) => Found[];
}

/** A table by its heads, if they are those of one that is known here. */
function tableOf(columns: readonly Column[], has: Has): Table | undefined {
  const heads = columns.map(({ head }) => head);
  if (heads.length < 2) return undefined;
  const points = isPointTable(heads);
  if (points)
    return { columns, keys: [0], read: (rows, heading) => rows.flatMap((row) => pointsOfRow(columns, row, heading, has, points)) };
  const held = stepColumns(heads);
  if (held) {
    const first = held.findIndex((role) => role === 'number');
    const keys = first >= 0 ? [first] : [Math.max(0, held.indexOf('name'))];
    return { columns, keys, read: (rows, heading) => stepsOf(columns, held, rows, heading) };
  }
  if (isLimitTable(heads))
    return {
      columns,
      // A second case of what stands above has no name of its own, but figures.
      keys: [0, ...heads.flatMap((head, i) => (/nominal|typical|limit|spec|rated|min|max|value|standard/i.test(head) ? [i] : []))],
      read: (rows, heading) => limitsOf(columns, rows, heading, has),
    };
  const values = partColumns(heads);
  if (values) return { columns, keys: [0], read: (rows, heading) => partsOf(columns, values, rows, heading) };
  return undefined;
}

/** Heads that stand twice or more side by side are tables of their own. */
function sideBySide(columns: readonly Column[]): (readonly Column[])[] {
  const [first] = columns;
  const starts = columns.flatMap(({ head }, i) => (head.toLowerCase() === first?.head.toLowerCase() ? [i] : []));
  return starts.map((start, i) => columns.slice(start, starts[i + 1] ?? columns.length));
}

/** The lines as far as they lie within a table's own width. */
const within = (lines: readonly PageLine[], from: number, to: number): PageLine[] =>
  lines.map((line) => ({ ...line, cells: line.cells.filter(({ x }) => x >= from && x < to) }));

function tablesAt(
  lines: readonly PageLine[],
  at: number,
  has: Has,
): { readonly tables: readonly Table[]; readonly below: number } | undefined {
  const [line, next] = [lines[at], lines[at + 1]];
  if (!line) return undefined;
  const heads = [
    { columns: line.cells.map(({ text, x, w }): Column => ({ head: text, x, w })), below: at + 1 },
    ...(next && next.base - line.base < 2.8 * line.tall ? [{ columns: joinedHead(line, next), below: at + 2 }] : []),
  ];
  // A head of two lines says more than its first, where both would do; but a row of figures is no head.
  for (const { columns, below } of heads.reverse()) {
    if (columns.some(({ head }) => /^(?:TP|[A-Z]{1,2})\s*\d+\b|\d[.,]\d|^\d{2,}/.test(head))) continue;
    const tables = sideBySide(columns).map((each) => tableOf(each, has));
    if (tables.length > 0 && tables.every((table) => table !== undefined)) return { tables, below };
  }
  return undefined;
}

/**
 * What a page of a service manual gives that a card can hold: points with what they should read, steps of alignment, limits, parts.
 * Only what its words say is found: tables under heads, numbered steps, lists, sentences of the usual shape. Nothing is guessed at.
 * @param words Text of the page as it was drawn, in sheet units.
 * @param page What the page is called and what it is: a block diagram gives the names of stages, other drawings give nothing here.
 */
export function readPage(
  words: readonly SheetWord[],
  has: Has,
  { title, kind }: { readonly title: string; readonly kind: SheetKind },
): Found[] {
  const lines = linesOf(words);
  if (kind === 'block') return sectionsOf(lines, title);
  if (kind === 'schematic' || kind === 'board-top' || kind === 'board-bottom') return [];
  const usual = usualTall(lines);
  const found: Found[] = [];
  let heading = title;
  let about: About = aboutOf(title) ?? 'other';
  let open: readonly OpenPoint[] = [];
  for (let i = 0; i < lines.length;) {
    const line = lines[i];
    if (!line) break;
    const head = tablesAt(lines, i, has);
    if (head) {
      let next = head.below;
      head.tables.forEach(({ columns, keys, read }, t) => {
        const from = t === 0 ? -Infinity : (columns[0]?.x ?? 0) - 4;
        const to = (head.tables[t + 1]?.columns[0]?.x ?? Infinity) - 4;
        const own = within(lines, from, to);
        const ended = (each: PageLine, at: number): boolean =>
          tablesAt(lines, at, has) !== undefined ||
          (each.cells.length === 1 && headingOf(each, usual) !== undefined && aboutOf(each.cells[0]?.text ?? '') !== undefined);
        const { rows, next: end } = rowsBelow(own, head.below, columns, keys, ended);
        found.push(...read(rows, heading));
        next = Math.max(next, end);
      });
      i = next;
      continue;
    }
    const said = headingOf(line, usual);
    const step = about === 'steps' ? stepOfLine(line, heading) : undefined;
    const points = step ? undefined : pointsOfLine(line, heading, has, open);
    open = points?.open ?? [];
    // Where nothing says that voltages follow, only what is measured there counts, not values of parts.
    const read = points?.found.filter(({ figures }) => about !== 'other' || ['V', 'dBm', 'Hz', 'W', 'A'].includes(figures.unit)) ?? [];
    if (step) found.push(step);
    else if (read.length) found.push(...read);
    else if (said !== undefined) {
      heading = said;
      about = aboutOf(said) ?? about;
    } else if (about === 'parts') found.push(...partsOfLine(line, heading));
    else {
      const limit = about === 'limits' ? limitOfLine(line, heading, has) : undefined;
      if (limit) found.push(limit);
    }
    i += 1;
  }
  return found;
}
