import type { ListedPart, StockItem } from '../job';
import { plainName } from '../line';
import { quantityText } from '../quantity';
import { solve, sumById } from '../sums';
import { isSame, specOf, type PartSpec } from './part-spec';

/** What a part of stock says to a place that it is to go to. */
export interface Found {
  readonly item: StockItem;
  /** What speaks against it; empty where it does. */
  readonly against: readonly string[];
  /** How many of it are left over when all that comes before it on the list has its own. */
  readonly free: number;
}

/** What is wanted in a place, as its name says; what nobody has said is that of the old one. */
const wantedSpec = ({ value, old }: Pick<ListedPart, 'value' | 'old'>): PartSpec => {
  const [wanted, was] = [specOf(value), specOf(old)];
  return (wanted.farad ?? wanted.ohm ?? wanted.henry ?? wanted.hertz) ? { ...wanted } : { ...was, ...wanted };
};

/**
 * What speaks against a part in a place of the list: for a capacitor by the sum of the bench (value by what it does there, every rating at least
 * the old one, size against the room), for the rest by value and ratings. Empty where nothing does; undefined where it is another sort of part.
 */
export function againstIt(part: Pick<ListedPart, 'value' | 'old' | 'room' | 'role'>, name: string): readonly string[] | undefined {
  const wanted = wantedSpec(part);
  const fresh = specOf(name);
  if (wanted.farad !== undefined) {
    if (fresh.farad === undefined) return undefined;
    return capacitorReasons(part, wanted, fresh);
  }
  const other = (['ohm', 'henry', 'hertz'] as const).find((of) => wanted[of] !== undefined);
  const said = part.value || part.old;
  if (other === undefined) return said && plainName(name).startsWith(plainName(said)) ? [] : undefined;
  const [is, should] = [fresh[other], wanted[other] ?? 0];
  if (is === undefined) return undefined;
  const units = { ohm: 'ohm', henry: 'H', hertz: 'Hz' } as const;
  const rating = (of: 'watts' | 'volts' | 'amps', unit: 'W' | 'V' | 'A'): string[] => {
    const [has, needs] = [fresh[of], wanted[of]];
    return has !== undefined && needs !== undefined && has < needs
      ? [`Rated ${quantityText(has, unit)}, below ${quantityText(needs, unit)}.`]
      : [];
  };
  return [
    ...(isSame(is, should) ? [] : [`Value ${quantityText(is, units[other])}, not ${quantityText(should, units[other])}.`]),
    ...rating('watts', 'W'),
    ...rating('volts', 'V'),
    ...rating('amps', 'A'),
  ];
}

function capacitorReasons({ room, role }: Pick<ListedPart, 'room' | 'role'>, wanted: PartSpec, fresh: PartSpec): readonly string[] {
  const sum = sumById('capacitor-fit');
  // Ceramics and films are seldom marked with their volts: the sum cannot do without, and nothing is then said of them.
  const volts = wanted.volts ?? fresh.volts ?? 1;
  const of = ({ farad, celsius, diameterM, heightM, pitchM }: PartSpec, rated: number) => ({
    farad,
    volts: rated,
    ...(celsius === undefined ? {} : { celsius }),
    ...(diameterM === undefined ? {} : { diameterM }),
    ...(heightM === undefined ? {} : { heightM }),
    ...(pitchM === undefined ? {} : { pitchM }),
  });
  if (!sum) return [];
  const { output } = solve(sum, {
    old: of(wanted, volts),
    new: of(fresh, fresh.volts ?? volts),
    ...(room ? { room } : {}),
    // Where nobody says what it does, only the same value is offered.
    role: role ?? 'timing',
  });
  const unknown = [
    ...(wanted.volts !== undefined && fresh.volts === undefined ? ['Its rated voltage is not known.'] : []),
    ...(room && fresh.diameterM === undefined ? ['Its size is not known: measure it against the room.'] : []),
  ];
  return [...(output as { reasons: readonly string[] }).reasons, ...unknown];
}

/** How far off a part is in what may be more than asked: the nearest rating and the smallest case first. */
const excess = (wanted: PartSpec, fresh: PartSpec): number =>
  Math.abs(Math.log((fresh.farad ?? 1) / (wanted.farad ?? fresh.farad ?? 1))) * 10 +
  Math.log(Math.max(1, (fresh.volts ?? 1) / (wanted.volts ?? fresh.volts ?? 1))) +
  10 * ((fresh.diameterM ?? 0) + (fresh.heightM ?? 0));

/** What the drawers hold for a place of the list, the best first: what fits before what does not, what is there before what is not. */
export function inDrawers(
  part: Pick<ListedPart, 'value' | 'old' | 'room' | 'role'>,
  stock: readonly StockItem[],
  taken: ReadonlyMap<string, number> = new Map(),
): readonly Found[] {
  const wanted = wantedSpec(part);
  return stock
    .flatMap((item) => {
      const against = againstIt(part, item.part);
      return against ? [{ item, against, free: item.quantity - (taken.get(item.id) ?? 0) }] : [];
    })
    .sort(
      (a, b) =>
        Number(a.against.length > 0) - Number(b.against.length > 0) ||
        Number(a.free <= 0) - Number(b.free <= 0) ||
        excess(wanted, specOf(a.item.part)) - excess(wanted, specOf(b.item.part)) ||
        a.item.part.localeCompare(b.item.part, 'en', { numeric: true }),
    );
}

/** Those of a list that are still to be fitted. */
export const stillToFit = (list: readonly ListedPart[]): readonly ListedPart[] =>
  list.filter(({ state }) => state !== 'fitted' && state !== 'left');

/** How many of each item are spoken for by the list: those that were chosen and are not fitted yet. */
export function spokenFor(list: readonly ListedPart[]): ReadonlyMap<string, number> {
  const counts = new Map<string, number>();
  for (const { stock } of stillToFit(list)) if (stock !== undefined) counts.set(stock, (counts.get(stock) ?? 0) + 1);
  return counts;
}

/** For each part that is still to be fitted and has no item yet, the item of stock that does and of which one is left. */
export function chosenFromStock(list: readonly ListedPart[], stock: readonly StockItem[]): ReadonlyMap<string, StockItem> {
  const taken = new Map(spokenFor(list));
  const chosen = new Map<string, StockItem>();
  for (const part of stillToFit(list)) {
    if (part.stock !== undefined && stock.some(({ id }) => id === part.stock)) continue;
    const best = inDrawers(part, stock, taken).find(({ against, free }) => against.length === 0 && free > 0);
    if (!best) continue;
    chosen.set(part.designator, best.item);
    taken.set(best.item.id, (taken.get(best.item.id) ?? 0) + 1);
  }
  return chosen;
}
