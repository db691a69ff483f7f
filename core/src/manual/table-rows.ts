import type { PageCell, PageLine } from './page-lines';

/** A column of a table on a page, as its head says it. */
export interface Column {
  readonly head: string;
  readonly x: number;
  readonly w: number;
}

/** One row of a table: what stands in each column, and where the row begins. */
export interface TableRow {
  readonly cells: readonly string[];
  readonly base: number;
  readonly tall: number;
}

/** Which column a cell stands under: the one whose left edge, middle or right edge is nearest to its own. */
function columnOf(columns: readonly Column[], { x, w }: Pick<PageCell, 'x' | 'w'>): number {
  const far = (column: Column): number =>
    Math.min(Math.abs(column.x - x), Math.abs(column.x + column.w / 2 - x - w / 2), Math.abs(column.x + column.w - x - w));
  let best = 0;
  columns.forEach((column, i) => {
    if (far(column) < far(columns[best] ?? column)) best = i;
  });
  return best;
}

/** Two lines of a head, one below the other, as one. */
export function joinedHead(upper: PageLine, lower: PageLine): Column[] {
  const columns = upper.cells.map(({ text, x, w }): Column => ({ head: text, x, w }));
  for (const cell of lower.cells) {
    const at = columns.findIndex((column) => cell.x < column.x + column.w && column.x < cell.x + cell.w);
    const above = columns[at];
    if (above)
      columns[at] = {
        head: `${above.head} ${cell.text}`,
        x: Math.min(above.x, cell.x),
        w: Math.max(above.x + above.w, cell.x + cell.w) - Math.min(above.x, cell.x),
      };
    else columns.push({ head: cell.text, x: cell.x, w: cell.w });
  }
  return columns.sort((a, b) => a.x - b.x);
}

/** After a gap of so many usual line distances, a table is over. */
const endsAfter = 2.6;

/**
 * The rows below a head, down to where the table ends: at a wide gap, at a line far taller than its own, or where `ends` says.
 * A line on which none of the `keys` columns says anything goes on with the row above it.
 * @param keys Columns of which one at least begins each row
 */
export function rowsBelow(
  lines: readonly PageLine[],
  from: number,
  columns: readonly Column[],
  keys: readonly number[],
  ends: (line: PageLine, at: number) => boolean,
): { readonly rows: TableRow[]; readonly next: number } {
  const rows: { cells: string[]; base: number; tall: number }[] = [];
  const left = Math.min(...columns.map(({ x }) => x));
  const right = Math.max(...columns.map(({ x, w }) => x + w));
  let usual = 0;
  let next = from;
  for (; next < lines.length; next++) {
    const line = lines[next];
    const before = lines[next - 1];
    if (!line || !before) break;
    const gap = line.base - before.base;
    if (ends(line, next) || (usual > 0 && gap > endsAfter * usual) || (rows.length > 0 && line.tall > 1.2 * (rows[0]?.tall ?? line.tall)))
      break;
    // What stands beside the table belongs to something else.
    const own = line.cells.filter(({ x, w }) => x + w > left - 3 * line.tall && x < right + 17 * line.tall);
    if (own.length === 0) continue;
    usual = usual === 0 ? gap : Math.max(usual, Math.min(gap, usual * 1.5));
    const cells = columns.map(() => '');
    for (const cell of own) {
      const at = columnOf(columns, cell);
      cells[at] = [cells[at], cell.text].filter(Boolean).join(' ');
    }
    const last = rows.at(-1);
    if (last && keys.every((key) => !cells[key])) last.cells = last.cells.map((text, i) => [text, cells[i]].filter(Boolean).join(' '));
    else rows.push({ cells, base: line.base, tall: line.tall });
  }
  return { rows, next };
}
