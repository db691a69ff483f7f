import { quantityText, type Unit } from '../../quantity';
import { slug } from './guesses';

/** Rows as lines of a spreadsheet; empty cells at the end are left away. */
export const asLines = (rows: readonly (readonly (string | undefined)[])[]): string =>
  rows
    .map((row) =>
      row
        .map((cell) => cell ?? '')
        .join('\t')
        .replace(/\t+$/, ''),
    )
    .join('\n');

/** A figure as it is typed into a cell. */
export const figureCell = (value: number | undefined, unit: Unit): string =>
  value === undefined ? '' : quantityText(value, unit, { digits: 9 }).replace('−', '-');

/** An id from a name that none of the others has. */
export function ownId(name: string, others: readonly { readonly id: string }[]): string {
  const plain = slug(name) || 'line';
  const taken = (id: string): boolean => others.some((other) => other.id === id);
  if (!taken(plain)) return plain;
  let n = 2;
  while (taken(`${plain}-${n}`)) n += 1;
  return `${plain}-${n}`;
}

/** Whether what was read stands on the card as typical of its kind, every figure as it is there: then it still is. */
export const stillTypical = <T extends object>(
  known: readonly (T & { readonly typical?: true | undefined })[] | undefined,
  made: T,
): { readonly typical?: true } => {
  const said = stableText(made);
  return known?.some(({ typical, ...item }) => typical && stableText(item) === said) ? { typical: true } : {};
};
/** As text, whatever order its fields were written in. */
const stableText = (value: object): string =>
  JSON.stringify(value, (_, part: unknown) =>
    part && typeof part === 'object' && !Array.isArray(part)
      ? Object.fromEntries(Object.entries(part).sort(([a], [b]) => (a < b ? -1 : 1)))
      : part,
  );
