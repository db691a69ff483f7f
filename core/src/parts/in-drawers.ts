import { isToFit, type ListedPart, type StockItem } from '../job';
import { plainName } from '../line';
import { quantityText } from '../quantity';
import { solve, sumById } from '../sums';
import { isSame, specOf, type PartSpec } from './part-spec';

type Place = Pick<ListedPart, 'value' | 'old' | 'room' | 'role'>;
const values = ['farad', 'ohm', 'henry', 'hertz'] as const;
const ratings = ['volts', 'watts', 'amps', 'celsius'] as const;

/** What is wanted in a place, as its name says; what nobody has said is that of the old one, and no rating may be below it. */
function wantedSpec({ value, old }: Place): PartSpec {
  const [said, was] = [specOf(value), specOf(old)];
  const most = ratings.flatMap((rating) => {
    const known = [said[rating], was[rating]].filter((each) => each !== undefined);
    return known.length ? [[rating, Math.max(...known)] as const] : [];
  });
  return { ...(values.some((of) => said[of] !== undefined) ? said : { ...was, ...said }), ...Object.fromEntries(most) };
}

/**
 * What speaks against a part in a place of the list: for a capacitor by the sum of the bench (value by what it does there, every rating at least
 * the old one, size against the room), for the rest by value and ratings. Where nobody says what a capacitor does, only the same value will do.
 * Empty where nothing speaks against it; undefined where it is another sort of part.
 */
export function againstIt(place: Place, name: string): readonly string[] | undefined {
  const [wanted, fresh] = [wantedSpec(place), specOf(name)];
  const of = values.find((each) => wanted[each] !== undefined);
  if (of === undefined) return plainName(name) === plainName(place.value || place.old) && plainName(name) !== '' ? [] : undefined;
  const [is, should] = [fresh[of], wanted[of] ?? 0];
  if (is === undefined) return undefined;
  const unit = { farad: 'F', ohm: 'ohm', henry: 'H', hertz: 'Hz' } as const;
  const value =
    isSame(is, should) || (of === 'farad' && place.role)
      ? []
      : [`Value ${quantityText(is, unit[of])}, not ${quantityText(should, unit[of])}.`];
  return [...value, ...(of === 'farad' ? capacitorReasons(place, wanted, fresh) : ratingReasons(wanted, fresh))];
}

function ratingReasons(wanted: PartSpec, fresh: PartSpec): readonly string[] {
  return (['volts', 'watts', 'amps'] as const).flatMap((rating) => {
    const [has, needs] = [fresh[rating], wanted[rating]];
    const unit = { volts: 'V', watts: 'W', amps: 'A' } as const;
    if (needs === undefined) return [];
    if (has === undefined) return [`Not known whether it bears ${quantityText(needs, unit[rating])}.`];
    return has < needs ? [`Rated ${quantityText(has, unit[rating])}, below ${quantityText(needs, unit[rating])}.`] : [];
  });
}

function capacitorReasons({ room, role }: Place, wanted: PartSpec, fresh: PartSpec): readonly string[] {
  const sum = sumById('capacitor-fit');
  if (!sum) return [];
  // Ceramics and films are seldom marked with their volts: the sum cannot do without, and nothing is then said of them.
  const volts = wanted.volts ?? fresh.volts ?? 1;
  const of = ({ celsius, diameterM, heightM, pitchM }: PartSpec, farad: number | undefined, rated: number) => ({
    farad,
    volts: rated,
    ...(celsius === undefined ? {} : { celsius }),
    ...(diameterM === undefined ? {} : { diameterM }),
    ...(heightM === undefined ? {} : { heightM }),
    ...(pitchM === undefined ? {} : { pitchM }),
  });
  const { output } = solve(sum, {
    // Without a role the value was looked at already.
    old: of(wanted, role ? wanted.farad : fresh.farad, volts),
    new: of(fresh, fresh.farad, fresh.volts ?? volts),
    ...(room ? { room } : {}),
    ...(role ? { role } : {}),
  });
  return [
    ...(output as { reasons: readonly string[] }).reasons,
    ...(wanted.volts !== undefined && fresh.volts === undefined ? ['Its rated voltage is not known.'] : []),
    ...(room && fresh.diameterM === undefined ? ['Its size is not known: measure it against the room.'] : []),
  ];
}

/** How far off a part is in what may be more than asked: the nearest rating and the smallest case first. */
const excess = (wanted: PartSpec, fresh: PartSpec): number =>
  Math.abs(Math.log((fresh.farad ?? 1) / (wanted.farad ?? fresh.farad ?? 1))) * 10 +
  Math.log(Math.max(1, (fresh.volts ?? 1) / (wanted.volts ?? fresh.volts ?? 1))) +
  10 * ((fresh.diameterM ?? 0) + (fresh.heightM ?? 0));

/** What the drawers hold that does in a place of the list, the nearest rating and the smallest case first, whether or not one is left. */
export function inDrawers(place: Place, stock: readonly StockItem[]): readonly StockItem[] {
  const wanted = wantedSpec(place);
  const of = values.find((each) => wanted[each] !== undefined);
  // Most of a shop's stock is another value: only what may do is gone into.
  const near = (is = NaN, should = NaN): boolean => (place.role ? is > 0.85 * should && is < 2.1 * should : isSame(is, should));
  return stock
    .flatMap((item) => {
      const fresh = specOf(item.part);
      const may = of === undefined || near(fresh[of], wanted[of]);
      return may && againstIt(place, item.part)?.length === 0 ? [{ item, excess: excess(wanted, fresh) }] : [];
    })
    .sort((a, b) => a.excess - b.excess || a.item.part.localeCompare(b.item.part, 'en', { numeric: true }))
    .map(({ item }) => item);
}

/** Those of a list that are still to be fitted. */
export const stillToFit = (list: readonly ListedPart[]): readonly ListedPart[] => list.filter(isToFit);

/** For each part that is still to be fitted and has no item yet, the item of stock that does and of which one is left. */
export function chosenFromStock(list: readonly ListedPart[], stock: readonly StockItem[]): ReadonlyMap<string, StockItem> {
  const known = new Set(stock.map(({ id }) => id));
  const left = new Map(stock.map(({ id, quantity }) => [id, quantity]));
  const take = (id: string): void => void left.set(id, (left.get(id) ?? 0) - 1);
  const open = stillToFit(list);
  for (const { stock: id } of open) if (id !== undefined) take(id);
  // Parts of a kit are mostly alike: what does for one does for all of its sort.
  const doing = new Map<string, readonly StockItem[]>();
  const chosen = new Map<string, StockItem>();
  for (const part of open) {
    if (part.stock !== undefined && known.has(part.stock)) continue;
    const { value, old, room, role } = part;
    const sort = JSON.stringify([value, old, room, role]);
    const items = doing.get(sort) ?? inDrawers(part, stock);
    doing.set(sort, items);
    const best = items.find(({ id }) => (left.get(id) ?? 0) > 0);
    if (!best) continue;
    chosen.set(part.designator, best);
    take(best.id);
  }
  return chosen;
}
