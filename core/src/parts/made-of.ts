import { CoreError } from '../errors';
import type { StockItem } from '../job';
import { plainName } from '../line';

/** One line of what a part that the shop makes is made of. */
export interface MadeOfLine {
  readonly count: number;
  readonly part: string;
  /** The item of stock that it is; absent where no drawer has one of that name. */
  readonly item?: StockItem;
}

/**
 * What a made part takes, as one writes it: `2 × 100 Ω 2 W; tag strip`, one line or semicolon for each, with how many in front.
 * @param stock what the drawers hold; of two of a name the one with more of it
 */
export function readMadeOf(text: string, stock: readonly StockItem[]): readonly MadeOfLine[] {
  const most = [...stock].sort((a, b) => b.quantity - a.quantity);
  return text
    .split(/[;\n]/)
    .map((line) => line.trim())
    .filter(Boolean)
    .map((line) => {
      const [, count = '1', part = line] = /^(\d{1,4})\s?(?:[x×]|off\b|pcs?\b)\s*(\S.*)$/i.exec(line) ?? [];
      const item = most.find((each) => plainName(each.part) === plainName(part));
      return { count: Math.max(1, Number(count)), part, ...(item ? { item } : {}) };
    });
}

/** How many more could be made of what is here, not counting what is kept for one job alone. */
export function mayMake(made: StockItem, stock: readonly StockItem[]): number {
  const wanted = totals(made, stock);
  if (wanted.length === 0) return 0;
  return Math.min(...wanted.map(({ count, item }) => Math.floor((item?.quantity ?? 0) / count)));
}

/** Each sort once, with all that the list asks of it: the same part may stand in it twice. */
function totals(made: StockItem, stock: readonly StockItem[]): readonly MadeOfLine[] {
  const all = new Map<string, MadeOfLine>();
  for (const line of readMadeOf(
    made.madeOf ?? '',
    stock.filter(({ forJob, id }) => forJob === undefined && id !== made.id),
  )) {
    const key = line.item?.id ?? plainName(line.part);
    all.set(key, { ...line, count: line.count + (all.get(key)?.count ?? 0) });
  }
  return [...all.values()];
}

/**
 * A number of a made part put into its drawer and what it took out of the others, all to be kept at once. What one cost is what its parts
 * cost, where that is known of each; nobody's hours are in it.
 *
 * @throws CoreError `out-of-range` where the drawers do not hold enough; nothing is then taken
 */
export function makeMore(made: StockItem, count: number, stock: readonly StockItem[]): readonly StockItem[] {
  const wanted = totals(made, stock);
  const short = wanted.flatMap(({ count: each, part, item }) => {
    const lacks = each * count - (item?.quantity ?? 0);
    return lacks > 0 ? [`${lacks} × ${part}`] : [];
  });
  if (short.length > 0)
    throw new CoreError(
      'out-of-range',
      made.part,
      `There is too little for ${count}: ${short.join(', ')} short.`,
      'Make fewer, or order what is short.',
    );
  if (wanted.length === 0)
    throw new CoreError('out-of-range', made.part, 'It does not say what it is made of.', 'Write it like 2 × 100 Ω 2 W; tag strip.');
  const costs = wanted.map(({ count: each, item }) => (item?.costMinor === undefined ? NaN : each * item.costMinor));
  const costMinor = costs.reduce((sum, cost) => sum + cost, 0);
  return [
    { ...made, quantity: made.quantity + count, ...(Number.isNaN(costMinor) ? {} : { costMinor }) },
    ...wanted.flatMap(({ count: each, item }) => (item ? [{ ...item, quantity: item.quantity - each * count }] : [])),
  ];
}
