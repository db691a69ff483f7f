import type { Offer, StockItem } from '../job';
import { plainName } from '../line';
import { parseMoney } from '../money';

/** A line of a quote that names an item of stock. */
export interface QuoteLine {
  readonly item: StockItem;
  readonly offer: Offer;
}
export interface QuoteRead {
  readonly lines: readonly QuoteLine[];
  /** Lines with a price that name nothing in stock, or of which the price is not clear. */
  readonly wrong: readonly { readonly line: number; readonly text: string; readonly message: string }[];
}

const number = String.raw`\d+(?:[.,]\d{1,4})?`;
const pack = new RegExp(
  String.raw`\b(?:packs?|bags?|reels?|tubes?|per|in|vpe)\s*(?:of\s*)?(\d{1,5})\b|\b(\d{1,5})\s*(?:/|per\s)\s*(?:pack|bag|reel|tube)\b`,
  'i',
);
const least = /\b(?:min(?:imum)?\.?|moq|at least|from)\s*(?:order\s*)?(?:of\s*)?(\d{1,6})\b(?!\s*(?:days?|weeks?))/i;
const days = /\b(?:in\s+)?(\d{1,3})\s*(?:working\s+)?(day|week)s?\b/i;
const date = /\b(?:\d{1,2}\.\d{1,2}\.(?:\d{2,4})?|\d{4}-\d\d-\d\d|\d{1,2}\/\d{1,2}\/\d{2,4})/g;
const from = /\bfrom stock\b|\bin stock\b|\bex stock\b/i;
const money = new RegExp(
  String.raw`(?:[^\d\s.,-]{1,3}\s?|\b[A-Z]{3}\s?)?(${number})(?:\s?(?:[A-Z]{3}\b|each|ea\b|a piece|/\s?pc|p\.?c\.?))?`,
  'g',
);

/**
 * The offers of a mail: each line that names an item of stock, with its price behind it, and where it says so its pack, its least number and
 * its days. Lines without a figure behind the name are greetings and the like, and are passed over.
 *
 * @param day the ISO day of the quote
 */
export function readQuote(text: string, supplier: string, stock: readonly StockItem[], day: string): QuoteRead {
  const lines = new Map<string, QuoteLine>();
  const wrong: QuoteRead['wrong'][number][] = [];
  // The longest name first, so that `220 µF 25 V low ESR` is not taken for `220 µF 25 V`.
  const named = [...stock].map((item) => ({ item, name: plainName(item.part) })).sort((a, b) => b.name.length - a.name.length);
  text.split(/\r?\n/).forEach((raw, k) => {
    const line = raw.replace(/[\t;|]+/g, '  ').trim();
    if (!/\d/.test(line)) return;
    const found = nameIn(line, named);
    const rest = found ? line.slice(found.end) : line;
    const figures = rest.replace(date, ' ').replace(pack, ' ').replace(least, ' ').replace(days, ' ');
    const prices = [...figures.matchAll(money)].flatMap(([, figure = '']) => parseMoney(figure) ?? []);
    const withCents = [...figures.matchAll(money)].flatMap(([, figure = '']) =>
      /[.,]\d{2,4}$/.test(figure) ? (parseMoney(figure) ?? []) : [],
    );
    const tell = (message: string): void => void wrong.push({ line: k + 1, text: raw.trim(), message });
    if (!found) {
      if (withCents.length > 0) tell('no part of that name is in stock');
      return;
    }
    // Of a number and a price that with its cents is the price; of several prices the first is that of one.
    const costMinor = withCents[0] ?? (prices.length === 1 ? prices[0] : undefined);
    if (costMinor === undefined) return prices.length > 0 ? tell('which of the figures is the price?') : tell('it names no price');
    const packed = pack.exec(rest)?.slice(1).find(Boolean);
    const [, lowest] = least.exec(rest) ?? [];
    const [, time, unit] = days.exec(rest) ?? [];
    const inDays = time === undefined ? (from.test(rest) ? 1 : undefined) : Number(time) * (unit?.toLowerCase() === 'week' ? 7 : 1);
    lines.set(found.item.id, {
      item: found.item,
      offer: {
        supplier,
        costMinor,
        ...(Number(packed) >= 1 ? { pack: Number(packed) } : {}),
        ...(Number(lowest) >= 1 ? { least: Number(lowest) } : {}),
        ...(inDays === undefined ? {} : { days: inDays }),
        on: day,
      },
    });
  });
  return { lines: [...lines.values()], wrong };
}

/** The item that a line begins with, counted or not, and where its name ends. */
function nameIn(
  line: string,
  named: readonly { readonly item: StockItem; readonly name: string }[],
): { readonly item: StockItem; readonly end: number } | undefined {
  for (const { item, name } of named) {
    // Where the plain spelling of some beginning of the line is the name, the rest is what is asked for it.
    for (let end = line.length; end > 0; end -= 1) {
      if (/[\w.,]/.test(line[end] ?? ' ') && /\w/.test(line[end - 1] ?? ' ')) continue;
      const front = plainName(line.slice(0, end).replace(/^\s*(?:[-*•]\s*)?(?:\d{1,5}\s?(?:[x×]|pcs?|off)\s+)?/i, ''));
      if (front === name) return { item, end };
    }
  }
  return undefined;
}

/** Items with the offers of a quote: of each seller the newest counts. */
export const withOffers = (lines: readonly QuoteLine[]): readonly StockItem[] =>
  lines.map(({ item, offer }) => ({
    ...item,
    offers: [...(item.offers ?? []).filter(({ supplier }) => supplier !== offer.supplier), offer],
  }));
