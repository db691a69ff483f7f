import type { StockItem } from './records';

/** What came into a drawer and went out of it at each bench, by the bench's id. Both only ever grow, so that two benches can be added up. */
type Moved = NonNullable<StockItem['moved']>;

/** The bench under which stands what lay there before anybody counted by bench. */
const beforeBenches = 'start';

const movedOf = ({ moved, quantity }: StockItem): Moved => moved ?? { [beforeBenches]: [quantity, 0] };
const sumOf = (moved: Moved): number => Object.values(moved).reduce((sum, [came, went]) => sum + came - went, 0);

/** An item as it is to be kept, with what changed of its count put down to the bench at which it changed. */
export function countedAt(was: StockItem | undefined, now: StockItem, bench: string): StockItem {
  const moved = was ? movedOf(was) : (now.moved ?? {});
  const by = now.quantity - sumOf(moved);
  if (by === 0) return { ...now, moved };
  const [came, went] = moved[bench] ?? [0, 0];
  return { ...now, moved: { ...moved, [bench]: by > 0 ? [came + by, went] : [came, went - by] } };
}

/** The count of an item that two benches kept. */
export interface JoinedCount {
  readonly quantity: number;
  readonly moved: Moved;
  /** So many more were taken at both than there were: somebody has to count. */
  readonly short: number;
  /** The two did not begin from the same count. */
  readonly apart: boolean;
}

/** Adds up what two benches took and put in: of each bench the later figures count, since both only grow. */
export function joinCounts(here: StockItem, there: StockItem): JoinedCount {
  const [a, b] = [movedOf(here), movedOf(there)];
  const moved = Object.fromEntries(
    [...new Set([...Object.keys(a), ...Object.keys(b)])].sort().map((bench) => {
      const [[cameA, wentA], [cameB, wentB]] = [a[bench] ?? [0, 0], b[bench] ?? [0, 0]];
      return [bench, [Math.max(cameA, cameB), Math.max(wentA, wentB)]];
    }),
  ) as Moved;
  const sum = sumOf(moved);
  const began = (of: Moved): number => of[beforeBenches]?.[0] ?? 0;
  const apart = a[beforeBenches] !== undefined && b[beforeBenches] !== undefined && began(a) !== began(b);
  return { quantity: Math.max(0, sum), moved, short: Math.max(0, -sum), apart };
}
