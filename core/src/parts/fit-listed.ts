import type { ListedPart, StockItem } from '../job';
import type { TapeBody } from '../tape';
import { stillToFit } from './in-drawers';

type Fit = Extract<TapeBody, { kind: 'fit' }>;

/** What is fitted by one press, and what is not, each with the reason. */
export interface FitAll {
  readonly fits: readonly Fit[];
  readonly not: readonly { readonly designator: string; readonly why: string }[];
}

/**
 * The entries by which all parts of a list that can be are fitted: those that are here or have an item of stock. Not one whose polarity was never
 * noted, against which a bias speaks, of which stock has too few, or of which nobody said what goes in.
 *
 * @param against what speaks against fitting a part now
 * @param priced whether stock is priced in the currency of the job
 */
export function fitListed(
  list: readonly ListedPart[],
  stock: readonly StockItem[],
  { against, priced = true }: { readonly against?: (designator: string) => string | undefined; readonly priced?: boolean } = {},
): FitAll {
  const fits: Fit[] = [];
  const not: { designator: string; why: string }[] = [];
  const left = new Map(stock.map(({ id, quantity }) => [id, quantity]));
  for (const part of stillToFit(list)) {
    const item = stock.find(({ id }) => id === part.stock);
    const why = hinders(part, item, item ? (left.get(item.id) ?? 0) : 0, against?.(part.designator));
    if (why) {
      not.push({ designator: part.designator, why });
      continue;
    }
    if (item) left.set(item.id, (left.get(item.id) ?? 0) - 1);
    fits.push({
      kind: 'fit',
      designator: part.designator,
      ...(part.section === undefined ? {} : { section: part.section }),
      oldPart: part.old,
      newPart: item?.part ?? (part.value || part.old),
      why: '',
      proof: part.proven === 'bad' ? part.proof || 'measured bad' : '',
      priceMinor: item && priced ? item.priceMinor : 0,
      quantity: 1,
      source: item ? `stock, ${item.drawer}` : '',
      ...(item ? { stock: item.id } : {}),
    });
  }
  return { fits, not };
}

function hinders(part: ListedPart, item: StockItem | undefined, left: number, against: string | undefined): string {
  if (against) return against;
  if (!item && part.state !== 'here')
    return part.state === 'ordered' ? 'ordered, not here yet' : 'not found in stock, and not said to be here';
  if (item && left < 1) return `no more ${item.part} in ${item.drawer}`;
  if (!item && !part.value && !part.old) return 'nobody said what goes in';
  if (part.oneWay && !part.stands) return 'how it stands was not noted';
  return '';
}

/** One line of what is to be ordered. */
export interface ToOrder {
  readonly part: string;
  readonly count: number;
  readonly designators: readonly string[];
  /** Who had the like, where stock knows. */
  readonly supplier: string;
}

/** What has to be ordered for a list: parts that are neither here, ordered nor in stock, those that are the same counted together. */
export function toOrder(list: readonly ListedPart[], stock: readonly StockItem[]): readonly ToOrder[] {
  const enough = new Map(stock.map(({ id, quantity }) => [id, quantity]));
  const lines = new Map<string, ToOrder>();
  const open = stillToFit(list);
  // What is here for a part lies in the drawer, and is not there for another.
  for (const { state, stock: id } of open) if (state === 'here' && id !== undefined) enough.set(id, (enough.get(id) ?? 0) - 1);
  for (const part of open) {
    if (part.state === 'here' || part.state === 'ordered') continue;
    const item = stock.find(({ id }) => id === part.stock);
    // Of those that are spoken for beyond what is there, the last on the list go short.
    if (item) {
      const left = enough.get(item.id) ?? 0;
      enough.set(item.id, left - 1);
      if (left > 0) continue;
    }
    const name = item?.part ?? (part.value || part.old || 'not said what');
    const line = lines.get(name) ?? { part: name, count: 0, designators: [], supplier: item?.supplier ?? '' };
    lines.set(name, { ...line, count: line.count + 1, designators: [...line.designators, part.designator] });
  }
  return [...lines.values()];
}
