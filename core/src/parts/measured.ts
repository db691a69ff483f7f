import { attempt } from '../errors';
import { parseQuantity } from '../quantity';

/** What pieces of one sort measured. */
export interface MeasuredRead {
  readonly values: readonly { readonly id: string; readonly value: number }[];
  /** What could not be read, as it was typed. */
  readonly unread: readonly string[];
}

const figureOf = (text: string): number | undefined => {
  const plain = /^[+-]?\d+(?:[.,]\d+)?$/.exec(text);
  if (plain) return Number(text.replace(',', '.'));
  const read = attempt(() => parseQuantity(text));
  return read.ok ? read.value.value : undefined;
};

/**
 * What each piece of an item measured, as one writes it: `1: 101, 2: 118`, `a 101 b 118` on lines of their own, or `101, 118, 103`,
 * which are then counted. Of a name that stands twice the last counts.
 * @example
 * readMeasured('1: 101, 2: 118') //~> { values: [{ id: '1', value: 101 }, { id: '2', value: 118 }], unread: [] }
 */
export function readMeasured(text: string): MeasuredRead {
  const values = new Map<string, number>();
  const unread: string[] = [];
  // A comma with a space behind it parts two pieces; one between digits is a decimal.
  const pieces = text
    .split(/;|\n|,(?!\d)|,(?=\d[^,]*[,:])/)
    .map((piece) => piece.trim())
    .filter(Boolean);
  pieces.forEach((piece, k) => {
    const [, id = '', rest = ''] = /^(\S+?)(?:\s*[:=]\s*|\s+)(\S.*)$/.exec(piece) ?? [];
    const [bare, named] = [figureOf(piece), figureOf(rest)];
    if (bare !== undefined) values.set(String(k + 1), bare);
    else if (named !== undefined) values.set(id, named);
    else unread.push(piece);
  });
  return { values: [...values].map(([id, value]) => ({ id, value })), unread };
}
