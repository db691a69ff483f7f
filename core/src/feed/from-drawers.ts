import type { StockItem } from '../job';
import { ratingName, readMeasured, readRatings, specOf, type PartSpec } from '../parts';
import { counted, type Fed } from './fed';

/** What a sum takes from the drawers, beside what stands in its form already. */
type DrawerFeed = (stock: readonly StockItem[], input: Readonly<Record<string, unknown>>) => readonly Fed[];

const placed = ({ part, drawer }: StockItem): string => (drawer ? `${part} in ${drawer}` : part);
const isHere = ({ quantity, forJob }: StockItem): boolean => quantity > 0 && forJob === undefined;

/** Those with a value, and where the sum loads them with a rating in their name. */
function resistors(stock: readonly StockItem[], rated: boolean): readonly Record<string, unknown>[] {
  return stock.filter(isHere).flatMap(({ part, quantity }) => {
    const { ohm, watts, volts } = specOf(part);
    if (ohm === undefined || (rated && watts === undefined)) return [];
    return [
      {
        ohm,
        ...(watts === undefined ? {} : { ratedW: watts }),
        count: quantity,
        ...(rated && volts !== undefined ? { ratedV: volts } : {}),
      },
    ];
  });
}

const allResistors =
  (rated: boolean): DrawerFeed =>
  (stock) => {
    const drawer = resistors(stock, rated);
    return drawer.length ? [{ key: 'drawers', name: `${counted(drawer.length, 'resistor value')}`, input: { drawer } }] : [];
  };

const asCapacitor = ({ farad, volts, celsius, diameterM, heightM, pitchM }: PartSpec): Record<string, unknown> =>
  Object.fromEntries(Object.entries({ farad, volts, celsius, diameterM, heightM, pitchM }).filter(([, value]) => value !== undefined));

/** Each capacitor as the new one, those nearest to the old first; far others are left out once the old is typed. */
const newCapacitor: DrawerFeed = (stock, { old }) => {
  const wanted = (old as { readonly farad?: unknown } | undefined)?.farad;
  const far = (farad: number): number => (typeof wanted === 'number' ? Math.abs(Math.log(farad / wanted)) : 0);
  return stock
    .filter(isHere)
    .flatMap((item) => {
      const spec = specOf(item.part);
      const { farad, volts } = spec;
      return farad === undefined || volts === undefined || far(farad) > Math.log(2.1) ? [] : [{ item, spec, far: far(farad) }];
    })
    .sort((a, b) => a.far - b.far || (a.spec.volts ?? 0) - (b.spec.volts ?? 0))
    .map(({ item, spec }) => ({ key: item.id, name: placed(item), input: { new: asCapacitor(spec) } }));
};

/** Each item of which the pieces were measured. */
const measuredPieces: DrawerFeed = (stock) =>
  stock.filter(isHere).flatMap((item) => {
    const { values } = readMeasured(item.measured ?? '');
    return values.length > 1 ? [{ key: item.id, name: `${placed(item)}, ${values.length} measured`, input: { values: [...values] } }] : [];
  });

/** Each item with ratings: as the original while none is typed, as the candidate beside it. */
const rated: DrawerFeed = (stock, { original, rules }) => {
  const was = Object.keys((original as Record<string, unknown> | undefined) ?? {});
  return stock.flatMap((item): readonly Fed[] => {
    const { ratings } = readRatings(item.ratings ?? '');
    if (ratings.length === 0 || (was.length > 0 && !isHere(item))) return [];
    const keyed = ratings.map((rating) => ({
      ...rating,
      // What the form calls it already, or else its own name without gaps.
      key: was.find((key) => ratingName(key) === rating.name) ?? rating.name.replaceAll(' ', '-'),
    }));
    const values = Object.fromEntries(keyed.map(({ key, value, typed }) => [key, value ?? typed]));
    if (was.length === 0) return [{ key: item.id, name: `original ${placed(item)}`, input: { original: values } }];
    const less = keyed.filter(({ better, key }) => better === 'less' && was.includes(key)).map(({ key }) => [key, 'atMost']);
    const asked = Object.keys((rules as Record<string, unknown> | undefined) ?? {}).length > 0;
    return [
      {
        key: item.id,
        name: `candidate ${placed(item)}`,
        input: { candidate: values, ...(asked || less.length === 0 ? {} : { rules: Object.fromEntries(less) as Record<string, string> }) },
      },
    ];
  });
};

const feeds: Readonly<Record<string, DrawerFeed>> = {
  'resistor-bank': allResistors(true),
  pad: allResistors(false),
  'capacitor-fit': newCapacitor,
  'matched-set': measuredPieces,
  substitute: rated,
};

/** Ids of the sums that look into the drawers. */
export const drawerSums: readonly string[] = Object.keys(feeds);

/**
 * What the drawers have for a sum, the likeliest first; what lies there for one job alone is not offered.
 * @param input what stands in the form, in SI units
 */
export const fromDrawers = (sum: string, stock: readonly StockItem[], input: Readonly<Record<string, unknown>>): readonly Fed[] =>
  feeds[sum]?.(stock, input) ?? [];
