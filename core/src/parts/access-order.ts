/** Where a part is: on which sheet, and what has to be off before one is at it. */
export interface LiesAt {
  readonly sheet: string;
  readonly x: number;
  readonly y: number;
}
/** Each step of access with what has to be off before it. */
export type Behind = ReadonlyMap<string, string | undefined>;

const far = (a: LiesAt, b: LiesAt): number => Math.hypot(a.x - b.x, a.y - b.y);

/** How many covers lie over an access, itself counted; a ring among them ends the count. */
function depth(access: string | undefined, behind: Behind): number {
  const seen = new Set<string>();
  for (let at = access; at !== undefined && !seen.has(at); at = behind.get(at)) seen.add(at);
  return seen.size;
}

/**
 * The shortest way found over some places: from the outermost to the next beside it, then two legs of the way changed over as long as that shortens
 * it (2-opt; G. A. Croes, Operations Research 6, 1958). Not always the shortest of all.
 */
function wayOver<T extends { readonly at: LiesAt }>(places: readonly T[]): readonly T[] {
  if (places.length < 3) return places;
  const left = [...places];
  const first = left.reduce((best, each) => (each.at.x + each.at.y < best.at.x + best.at.y ? each : best));
  const way: T[] = [first];
  left.splice(left.indexOf(first), 1);
  while (left.length) {
    const here = (way.at(-1) as T).at;
    const next = left.reduce((best, each) => (far(here, each.at) < far(here, best.at) ? each : best));
    way.push(next);
    left.splice(left.indexOf(next), 1);
  }
  const at = (k: number): LiesAt => (way[k] as T).at;
  for (let shorter = true, round = 0; shorter && round < 20; round += 1) {
    shorter = false;
    for (let i = 0; i < way.length - 2; i += 1)
      for (let j = i + 2; j < way.length; j += 1) {
        const now = far(at(i), at(i + 1)) + (j + 1 < way.length ? far(at(j), at(j + 1)) : 0);
        const then = far(at(i), at(j)) + (j + 1 < way.length ? far(at(i + 1), at(j + 1)) : 0);
        if (then >= now - 1e-9) continue;
        way.splice(i + 1, j - i, ...way.slice(i + 1, j + 1).reverse());
        shorter = true;
      }
  }
  return way;
}

/**
 * The order in which parts are reached: what lies under fewer covers first, one cover after the other, one side of the board after the other, and on
 * each from part to the part beside it. Those that no sheet shows come last within their cover, as they came.
 */
export function accessOrder(
  parts: readonly string[],
  placeOf: (part: string) => LiesAt | undefined,
  accessOf: (part: string) => string | undefined,
  behind: Behind = new Map(),
): readonly string[] {
  const groups = new Map<
    string,
    { readonly deep: number; readonly name: string; readonly of: { readonly name: string; readonly at: LiesAt }[] }
  >();
  const placeless = '\uffff';
  for (const name of parts) {
    const access = accessOf(name);
    const at = placeOf(name);
    const key = `${access ?? ''}\n${at?.sheet ?? placeless}`;
    const group = groups.get(key) ?? { deep: depth(access, behind), name: key, of: [] };
    group.of.push({ name, at: at ?? { sheet: placeless, x: 0, y: 0 } });
    groups.set(key, group);
  }
  return [...groups.values()]
    .sort((a, b) => a.deep - b.deep || (a.name < b.name ? -1 : 1))
    .flatMap(({ name, of }) => (name.endsWith(placeless) ? of : wayOver(of)).map((each) => each.name));
}
