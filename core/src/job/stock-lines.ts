import Papa from 'papaparse';
import { largestQuantity, parseMoney } from '../money';
import type { StockItem } from './records';

/** What is typed or pasted of an item of stock, without its id. */
export type StockLine = Omit<StockItem, 'id'>;
export interface StockRead {
  readonly items: readonly StockLine[];
  readonly problems: readonly { readonly line: number; readonly message: string }[];
}

const heads: Readonly<Record<keyof StockLine, RegExp>> = {
  part: /^(part|item|description|name|value)/i,
  kind: /^(kind|type|category)/i,
  quantity: /^(quantity|qty|here|have|count|pcs|stock)/i,
  priceMinor: /^(price|cost|each)/i,
  drawer: /^(drawer|bin|place|location|box)/i,
  supplier: /^(supplier|from|vendor|source)/i,
};
const usual: readonly (keyof StockLine)[] = ['part', 'kind', 'quantity', 'priceMinor', 'drawer', 'supplier'];

/**
 * Items of stock as they come from a spreadsheet or a CSV file: part, kind, how many, price each, drawer, supplier; in another order where
 * the first line names the columns. Each line that cannot be read is told, and the others are kept.
 */
export function readStockLines(text: string): StockRead {
  const [first = ''] = text.trimStart().split('\n');
  const delimiter = ['\t', ';', '|'].find((mark) => first.includes(mark)) ?? ',';
  const rows = Papa.parse<string[]>(text, { delimiter, skipEmptyLines: false }).data.map((row) =>
    row.map((cell) => cell.trim().replace(/^'(?=[=+\-@])/, '')),
  );
  const named = usual.map((field) => (rows[0] ?? []).findIndex((cell) => heads[field].test(cell)));
  const hasHead = (named[0] ?? -1) >= 0 && named.filter((at) => at >= 0).length >= 2;
  const at = (field: keyof StockLine): number => (hasHead ? (named[usual.indexOf(field)] ?? -1) : usual.indexOf(field));
  const items: StockLine[] = [];
  const problems: { line: number; message: string }[] = [];
  rows.forEach((row, k) => {
    if (!row.some(Boolean) || (hasHead && k === 0)) return;
    const cell = (field: keyof StockLine): string => row[at(field)] ?? '';
    const tell = (message: string): void => void problems.push({ line: k + 1, message });
    const quantity = cell('quantity') === '' ? 0 : Number(cell('quantity'));
    const priceMinor = cell('priceMinor') === '' ? 0 : parseMoney(cell('priceMinor').replace(/^[^\d]+\s*/, ''));
    if (!cell('part')) tell('Which part? The line has no name.');
    else if (!Number.isInteger(quantity) || quantity < 0 || quantity > largestQuantity)
      tell(`"${cell('quantity')}" is not how many: give a whole number.`);
    else if (priceMinor === undefined) tell(`"${cell('priceMinor')}" is not a price: write it like 0.40.`);
    else items.push({ part: cell('part'), kind: cell('kind'), quantity, priceMinor, drawer: cell('drawer'), supplier: cell('supplier') });
  });
  return { items, problems };
}

/** The columns of a stock list, as it is written and read. */
export const stockColumns = ['part', 'kind', 'quantity', 'price', 'drawer', 'supplier'] as const;
export const stockRow = ({ part, kind, quantity, priceMinor, drawer, supplier }: StockItem): Readonly<Record<string, string | number>> => ({
  part,
  kind,
  quantity,
  price: (priceMinor / 100).toFixed(2),
  drawer,
  supplier,
});
