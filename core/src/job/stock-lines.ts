import Papa from 'papaparse';
import { largestQuantity, parseMoney } from '../money';
import { originNames, stockOrigins } from '../words';
import type { StockItem } from './records';

/** What a list has of an item of stock. */
export type StockLine = Omit<StockItem, 'id' | 'forJob' | 'offers' | 'moved'>;
export interface StockRead {
  readonly items: readonly StockLine[];
  readonly problems: readonly { readonly line: number; readonly message: string }[];
}

const heads: Readonly<Record<keyof StockLine, RegExp>> = {
  part: /^(part|item|description|name|value)/i,
  kind: /^(kind|type|category)/i,
  quantity: /^(quantity|qty|here|have|count|pcs|stock)/i,
  priceMinor: /^(price|each|sale)/i,
  drawer: /^(drawer|bin|place|location|box)/i,
  supplier: /^(supplier|from|vendor|source|seller)/i,
  costMinor: /^(cost|buy|paid)/i,
  minimum: /^(min|reorder|keep)/i,
  lot: /^(lot|batch|date code)/i,
  successor: /^(successor|replaced by|superseded)/i,
  origin: /^origin/i,
  legs: /^(legs|pins|pin-?out)/i,
  ratings: /^ratings?/i,
  measured: /^measured/i,
  madeOf: /^made (of|from)/i,
};
/** The order in which they stand where the first line does not name them. */
const usual = [
  'part',
  'kind',
  'quantity',
  'priceMinor',
  'drawer',
  'supplier',
  'costMinor',
  'minimum',
  'lot',
  'successor',
  'origin',
  'legs',
  'ratings',
  'measured',
  'madeOf',
] as const;

const readWhole = (text: string): number | undefined => {
  const count = text === '' ? 0 : Number(text);
  return Number.isInteger(count) && count >= 0 && count <= largestQuantity ? count : undefined;
};
const readPrice = (text: string): number | undefined => (text === '' ? 0 : parseMoney(text.replace(/^[^\d]+\s*/, '')));
const originOf = (text: string) => stockOrigins.find((each) => each === text.toLowerCase() || originNames[each] === text.toLowerCase());

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
    const [quantity, minimum] = [readWhole(cell('quantity')), readWhole(cell('minimum'))];
    // A list with one sort of price means that of the part, whatever it calls it.
    const [priceMinor, costMinor] = [readPrice(cell(at('priceMinor') < 0 ? 'costMinor' : 'priceMinor')), readPrice(cell('costMinor'))];
    const origin = originOf(cell('origin'));
    if (!cell('part')) tell('Which part? The line has no name.');
    else if (quantity === undefined) tell(`"${cell('quantity')}" is not how many: give a whole number.`);
    else if (priceMinor === undefined) tell(`"${cell('priceMinor') || cell('costMinor')}" is not a price: write it like 0.40.`);
    else if (costMinor === undefined) tell(`"${cell('costMinor')}" is not what it cost: write it like 0.40.`);
    else if (minimum === undefined) tell(`"${cell('minimum')}" is not how many there should be: give a whole number.`);
    else if (cell('origin') && !origin) tell(`"${cell('origin')}" is not where it comes from: ${stockOrigins.join(', ')}.`);
    else
      items.push({
        part: cell('part'),
        kind: cell('kind'),
        quantity,
        priceMinor,
        drawer: cell('drawer'),
        supplier: cell('supplier'),
        ...(cell('costMinor') ? { costMinor } : {}),
        ...(minimum ? { minimum } : {}),
        ...(cell('lot') ? { lot: cell('lot') } : {}),
        ...(cell('successor') ? { successor: cell('successor') } : {}),
        ...(origin ? { origin } : {}),
        ...(cell('legs') ? { legs: cell('legs') } : {}),
        ...(cell('ratings') ? { ratings: cell('ratings') } : {}),
        ...(cell('measured') ? { measured: cell('measured') } : {}),
        ...(cell('madeOf') ? { madeOf: cell('madeOf') } : {}),
      });
  });
  return { items, problems };
}

/** The columns of a stock list, as it is written and read. */
export const stockColumns = [
  'part',
  'kind',
  'quantity',
  'price',
  'drawer',
  'supplier',
  'cost',
  'minimum',
  'lot',
  'successor',
  'origin',
  'legs',
  'ratings',
  'measured',
  'made of',
] as const;
export const stockRow = (item: StockItem): Readonly<Record<string, string | number>> => ({
  part: item.part,
  kind: item.kind,
  quantity: item.quantity,
  price: (item.priceMinor / 100).toFixed(2),
  drawer: item.drawer,
  supplier: item.supplier,
  cost: item.costMinor === undefined ? '' : (item.costMinor / 100).toFixed(2),
  minimum: item.minimum ?? '',
  lot: item.lot ?? '',
  successor: item.successor ?? '',
  origin: item.origin ?? '',
  legs: item.legs ?? '',
  ratings: item.ratings ?? '',
  measured: item.measured ?? '',
  'made of': item.madeOf ?? '',
});
