import { refuse, type EntryContext, type StockKnown } from './line-words';

/** A part's name as it compares: `220 µF 25 V`, `220u 25v` and `220uF 25V` are one. */
export const plainName = (name: string): string =>
  name
    .toLowerCase()
    .replace(/[µμ]/g, 'u')
    .replace(/[\s,]+/g, '')
    .replace(/(\d[pnum]?)f(?=$|\d)/g, '$1')
    .replace(/(\d[km]?)(?:ω|ohm)/g, '$1');

export interface Fitted {
  readonly name: string;
  readonly source: string;
  /** The item of stock from which it is taken. */
  readonly item?: StockKnown;
}

const taken = (item: StockKnown): Fitted => ({ name: item.part, source: `stock, ${item.drawer}`, item });

/**
 * A new part as it is typed: its name, where it comes from behind `from`, and the item of the shop's stock where the name or the drawer
 * is one of it.
 * @param at where it stands in the line
 * @throws CoreError `unknown-name` for a drawer that holds several parts, none of which is named
 */
export function fromStock(typed: string, at: number, { stock = [] }: EntryContext): Fitted {
  const [, name = '', source = ''] = /^(?:(.*?)\s+)?from\s+(\S.*)$/i.exec(typed) ?? [undefined, typed];
  const named = (items: readonly StockKnown[]): StockKnown | undefined => items.find(({ part }) => plainName(part) === plainName(name));
  if (!source) {
    const item = named(stock);
    return item ? taken(item) : { name: typed, source: '' };
  }
  const said = source.replace(/^(?:stock,?|drawer)\s+/i, '').toLowerCase();
  const drawer = stock.filter((item) => item.drawer.toLowerCase() === said);
  const item = name ? named(said === 'stock' ? stock : drawer) : drawer.length === 1 ? drawer[0] : undefined;
  if (item) return taken(item);
  if (!name)
    return refuse(
      at,
      drawer.length ? `${source} holds several parts.` : `No drawer is called ${source}.`,
      drawer.length
        ? `Which one: ${drawer.map(({ part }) => part).join('; ')}?`
        : 'Name the part before from, such as: fit c12 220u 25v from B3',
    );
  return { name, source };
}
