import { routeSections, type Card } from '@amber-relay/core/card';
import { walkOrder } from './walk-order';

interface Point {
  readonly x: number;
  readonly y: number;
}

/** A section, or several side by side that are folded into one. */
export interface Item {
  /** The same for the same thing from one layout to the next. */
  readonly key: string;
  readonly sections: readonly string[];
  readonly x: number;
  readonly y: number;
  readonly w: number;
  readonly h: number;
  /** Whether only the number of its sections is shown. */
  readonly isStub: boolean;
  /** Size of the letters in it, in px: the same for all of a row. */
  readonly text: number;
}

export interface Folded {
  readonly items: readonly Item[];
  /** Corners of a wire between the items of two sections; nothing within one item. It runs between the rows and never across an item. */
  readonly wire: (from: string, to: string, lane?: number) => readonly Point[];
  /** Whether two sections stand side by side or one over the other, so that their wire is straight. */
  readonly areNeighbours: (a: string, b: string) => boolean;
}

export interface FoldOptions {
  readonly width: number;
  readonly height: number;
  /** Chance of each section, from 0 to 1. */
  readonly chances: ReadonlyMap<string, number>;
  /** Sections that are never folded away, as the one that is looked at. */
  readonly keep?: ReadonlySet<string>;
  /** All sections are shown, however small. */
  readonly whole?: boolean;
}

/** A name of 16 px, to be read at arm's length, needs a box of this size. */
const readable = { width: 104, height: 46, text: 16 };
const largest = { width: 210, height: 84, text: 21 };
const gap = { x: 12, y: 13 };
const side = 16;
const top = 4;
/** Share of a box's width that a stub takes, and of a row's height that a row of nothing but stubs takes. */
const stubWidth = 0.62;
const stubHeight = 0.62;
/** Below it a section is cleared; from it on a section is suspect, and never folded. */
const clearedBelow = 0.01;
const suspectFrom = 0.2;

interface Group {
  readonly sections: readonly string[];
  readonly chance: number;
  readonly kept: boolean;
  readonly isStub: boolean;
}

const weightOf = ({ isStub }: Group): number => (isStub ? stubWidth : 1);
const together = (a: Group, b: Group): Group => ({
  sections: [...a.sections, ...b.sections],
  chance: Math.max(a.chance, b.chance),
  kept: a.kept || b.kept,
  isStub: true,
});

/** The groups of one row: runs that are cleared as one, then whatever says least, until so many boxes fit. */
function foldedRow(
  ids: readonly string[],
  most: number,
  used: ReadonlyMap<string, string>,
  { chances, keep = new Set(), whole = false }: FoldOptions,
): Group[] {
  let groups = ids.map((id): Group => {
    const chance = chances.get(id) ?? 0;
    return { sections: [id], chance, kept: keep.has(id) || chance >= suspectFrom, isStub: false };
  });
  if (whole) return groups;
  const merged: Group[] = [];
  for (const group of groups) {
    const last = merged.at(-1);
    const cleared = (each: Group): boolean => !each.kept && each.chance < clearedBelow;
    if (last && cleared(last) && cleared(group)) merged[merged.length - 1] = together(last, group);
    else merged.push(group);
  }
  groups = merged;
  const width = (): number => groups.reduce((sum, group) => sum + weightOf(group), 0);
  while (width() > most) {
    let best = -1;
    let least = Infinity;
    groups.slice(1).forEach((b, i) => {
      const a = groups[i];
      if (!a || a.kept || b.kept) return;
      // What says least goes first; among equals what serves the same functions, and the shorter, so that no stub swallows a whole row.
      const alike = used.get(a.sections[0] ?? '') === used.get(b.sections[0] ?? '');
      const cost = Math.max(a.chance, b.chance) + 0.002 * (a.sections.length + b.sections.length) + (alike ? 0 : 0.01);
      if (cost < least) [best, least] = [i, cost];
    });
    const [a, b] = [groups[best], groups[best + 1]];
    if (!a || !b) break;
    groups = [...groups.slice(0, best), together(a, b), ...groups.slice(best + 2)];
  }
  // What stands between two that are kept gives up its name at last.
  while (width() > most) {
    const one = groups.filter(({ kept, isStub }) => !kept && !isStub).sort((a, b) => a.chance - b.chance)[0];
    if (!one) break;
    groups = groups.map((group) => (group === one ? { ...group, isStub: true } : group));
  }
  return groups;
}

/** How many rows keep the names largest where every section is shown. */
function rowsForAll(count: number, width: number, height: number): number {
  const size = (rows: number): number =>
    Math.min(width / Math.ceil(count / rows) / (readable.width + gap.x), height / rows / (readable.height + gap.y));
  let best = 1;
  for (let rows = 2; rows <= count; rows++) if (size(rows) > size(best)) best = rows;
  return best;
}

/**
 * Lays the sections of a card row by row, every other row backwards, so that neighbours on a route stand side by side or one above the
 * other. A section keeps its row and its place among the others of the row, whatever happens: what is cleared is folded into stubs where
 * it stands, and what is left grows. Where the frame holds fewer boxes than there are sections at a size that can be read at arm's
 * length, those that say least are folded as well.
 */
export function foldLayout(card: Card, options: FoldOptions): Folded {
  const { width, height, whole = false } = options;
  const order = walkOrder(card);
  const across = Math.max(2, Math.floor((width - 2 * side + gap.x) / (readable.width + gap.x)));
  const fits = Math.max(1, Math.floor((height - 2 * top + gap.y) / (readable.height + gap.y)));
  const count = Math.max(1, whole ? rowsForAll(order.length, width, height) : Math.min(fits, Math.ceil(order.length / across)));
  const each = Math.ceil(order.length / count);
  const used = new Map(
    order.map((id) => [id, card.functions.flatMap((fn) => (routeSections(fn.route).includes(id) ? [fn.id] : [])).join()] as const),
  );
  const rows = Array.from({ length: count }, (_, r) => {
    const ids = order.slice(r * each, (r + 1) * each);
    return foldedRow(r % 2 ? ids.reverse() : ids, whole ? Infinity : across, used, options);
  }).filter((row) => row.length > 0);

  const shares = rows.map((row) => (row.every(({ isStub }) => isStub) ? stubHeight : 1));
  const share = (height - 2 * top - gap.y * (rows.length - 1)) / shares.reduce((sum, one) => sum + one, 0);
  const items: (Item & { readonly row: number; readonly at: number })[] = [];
  let y = top;
  rows.forEach((row, r) => {
    const h = Math.min(largest.height, share) * (shares[r] ?? 1);
    const weight = row.reduce((sum, group) => sum + weightOf(group), 0);
    const free = width - 2 * side - gap.x * (row.length - 1);
    const unit = Math.min(largest.width, free / weight);
    // What is over stands between the boxes, so that rows meet at their ends.
    const between = gap.x + (row.length > 1 ? (free - unit * weight) / (row.length - 1) : 0);
    let x = side;
    const narrowest = Math.min(largest.width, ...row.filter(({ isStub }) => !isStub).map(() => unit));
    const text = Math.min(largest.text, readable.text * Math.min(narrowest / readable.width, h / (readable.height * (shares[r] ?? 1))));
    row.forEach(({ sections, isStub, ...group }, at) => {
      const w = unit * weightOf({ ...group, sections, isStub });
      const first = sections[0] ?? '';
      items.push({ key: isStub ? `fold ${r} ${first}` : first, sections, isStub, x, y, w, h, text, row: r, at });
      x += w + between;
    });
    y += h + gap.y;
  });

  const itemOf = new Map(items.flatMap((item) => item.sections.map((id) => [id, item] as const)));
  const overlap = (a: Item, b: Item): readonly [number, number] => [Math.max(a.x, b.x), Math.min(a.x + a.w, b.x + b.w)];
  const areNeighbours = (from: string, to: string): boolean => {
    const [a, b] = [itemOf.get(from), itemOf.get(to)];
    if (!a || !b || a === b) return false;
    if (a.row === b.row) return Math.abs(a.at - b.at) === 1;
    const [left, right] = overlap(a, b);
    return Math.abs(a.row - b.row) === 1 && right - left > 20;
  };
  const wire = (from: string, to: string, lane = 0): Point[] => {
    const [a, b] = [itemOf.get(from), itemOf.get(to)];
    if (!a || !b || a === b) return [];
    const middle = (item: Item): number => item.y + item.h / 2;
    if (a.row === b.row && Math.abs(a.at - b.at) === 1) {
      const right = b.at > a.at;
      return [
        { x: right ? a.x + a.w : a.x, y: middle(a) },
        { x: right ? b.x : b.x + b.w, y: middle(b) },
      ];
    }
    const down = b.row > a.row || (b.row === a.row && a.row + 1 < rows.length);
    const out = (item: Item, below: boolean): number => (below ? item.y + item.h : item.y);
    const shift = ((lane % 5) - 2) * 6;
    if (areNeighbours(from, to)) {
      const [left, right] = overlap(a, b);
      const x = (left + right) / 2 + Math.max(-1, Math.min(1, shift / 12)) * Math.min(12, (right - left) / 2 - 4);
      return [
        { x, y: out(a, down) },
        { x, y: out(b, !down) },
      ];
    }
    const fromX = a.x + a.w / 2 + shift;
    const toX = b.x + b.w / 2 - shift;
    const inGap = ((lane % 4) - 1.5) * 2.4;
    const gapY = (item: Item, below: boolean): number => (below ? item.y + item.h + gap.y / 2 : item.y - gap.y / 2) + inGap;
    const intoFrom = b.row === a.row ? down : !down;
    const first = gapY(a, down);
    const last = gapY(b, intoFrom);
    if (Math.abs(first - last) < gap.y)
      return [
        { x: fromX, y: out(a, down) },
        { x: fromX, y: first },
        { x: toX, y: first },
        { x: toX, y: out(b, intoFrom) },
      ];
    // Past the rows between, at the nearer side.
    const edge = fromX + toX < width ? side / 2 + inGap : width - side / 2 + inGap;
    return [
      { x: fromX, y: out(a, down) },
      { x: fromX, y: first },
      { x: edge, y: first },
      { x: edge, y: last },
      { x: toX, y: last },
      { x: toX, y: out(b, intoFrom) },
    ];
  };
  return { items, wire, areNeighbours };
}
