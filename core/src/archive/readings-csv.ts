import { writeCsv } from '../csv/write-csv';
import { kindOf, standing, type TapeEntry } from '../tape';

const columns = ['at', 'done', 'of', 'condition', 'value', 'unit', 'uncertainty', 'low', 'high', 'verdict', 'by'];

/** The figures that stand, one a row, in SI units, for a spreadsheet. Text that a sheet might take for a formula is quoted. */
export function readingsCsv(tape: readonly TapeEntry[]): string {
  const rows = standing(tape).flatMap((entry) => {
    const row = kindOf(entry).csv?.(entry as never);
    return row ? [{ at: entry.at, done: entry.done ?? '', ...row, by: entry.by }] : [];
  });
  return writeCsv(columns, rows);
}
