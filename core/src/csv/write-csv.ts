import Papa from 'papaparse';

/**
 * Rows as CSV under a head line. Text that a spreadsheet would take for a formula (it begins with = + - @, a tab or a line's end) is marked
 * as text with an apostrophe; numbers stay numbers, negative ones too.
 *
 * @example
 * writeCsv(['of', 'value'], [{ of: '-R1', value: -3 }]) //~> `of,value\r\n"'-R1",-3`
 */
export const writeCsv = (fields: readonly string[], rows: readonly Readonly<Record<string, string | number | undefined>>[]): string =>
  Papa.unparse(
    { fields: [...fields], data: rows.map((row) => fields.map((field) => row[field] ?? '')) },
    { escapeFormulae: /^[=+\-@\t\r\n]/ },
  );
