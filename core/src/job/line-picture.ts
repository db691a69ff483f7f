type Place = readonly [across: number, up: number];

/** Lines to be drawn on the sheet: each place between nought and one, from the left and from the foot; null where a line is broken. */
export interface LinePicture {
  readonly lines: readonly {
    readonly of: 'now' | 'before' | 'limit';
    /** Whether each place is marked. */
    readonly dots: boolean;
    readonly places: readonly (Place | null)[];
  }[];
  /** What stands at the top and at the foot. */
  readonly most: string;
  readonly least: string;
  /** What stands at the left and at the right; empty where a table names the steps. */
  readonly from: string;
  readonly to: string;
}

/** Room above and below the lines of a picture, as a share of it. */
const room = 0.08;

/**
 * Lines as they were measured, brought into one picture; undefined where no line of the present or the past has two places.
 *
 * @param text how a figure upwards is written, and one across, where that is said; `ends` are the least and the most across, where the lines
 * need not reach them
 */
export function linePicture(
  lines: LinePicture['lines'],
  text: { readonly up: (value: number) => string; readonly across?: (value: number) => string; readonly ends?: readonly [number, number] },
): LinePicture | undefined {
  const drawn = lines.filter(({ of, places }) => of !== 'limit' && places.filter(Boolean).length > 1);
  if (!drawn.length) return undefined;
  const all = lines.flatMap(({ places }) => places.flatMap((place) => (place ? [place] : [])));
  const [left, right] = text.ends ?? [Math.min(...all.map(([x]) => x)), Math.max(...all.map(([x]) => x))];
  const [least, most] = [Math.min(...all.map(([, y]) => y)), Math.max(...all.map(([, y]) => y))];
  const span = most - least || Math.abs(most) || 1;
  const within = ([x, y]: Place): Place => [(x - left) / (right - left || 1), room + (1 - 2 * room) * ((y - least) / span)];
  return {
    lines: lines
      .filter(({ places }) => places.some(Boolean))
      .map((line) => ({ ...line, places: line.places.map((place) => place && within(place)) })),
    most: text.up(most),
    least: text.up(least),
    from: text.across?.(left) ?? '',
    to: text.across?.(right) ?? '',
  };
}
