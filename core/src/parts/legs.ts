/** A leg, pin or wire of a part: by its number or colour, and what it is. */
export interface Leg {
  readonly leg: string;
  readonly name: string;
}

/** Letters by which the trade calls legs. */
const letters: Readonly<Record<string, string>> = {
  b: 'base',
  c: 'collector',
  e: 'emitter',
  g: 'gate',
  d: 'drain',
  s: 'source',
  a: 'anode',
  k: 'cathode',
  g1: 'gate 1',
  g2: 'gate 2',
  gnd: 'ground',
  i: 'in',
  o: 'out',
};
const fullName = (name: string): string => letters[name.toLowerCase()] ?? name.replace(/\s+/g, ' ').trim();
const plain = (name: string): string => name.toLowerCase();

/** Letters in a row, one a leg, as `EBC`. */
const inRow = /^[BCEGDSAKIO]{2,4}$/i;

/**
 * Legs as they are written: `EBC`; `gate, drain, source`; `1 gate, 2 drain, 3 source`; `red +13.8 V, black ground`.
 * @example
 * readLegs('EBC') //~> [{ leg: '1', name: 'emitter' }, { leg: '2', name: 'base' }, { leg: '3', name: 'collector' }]
 */
export function readLegs(text: string): readonly Leg[] {
  const typed = text.trim();
  if (!typed) return [];
  if (inRow.test(typed)) return [...typed].map((letter, k) => ({ leg: String(k + 1), name: fullName(letter) }));
  const pieces = typed
    .split(/[;\n]|,\s*/)
    .map((piece) => piece.trim())
    .filter(Boolean);
  const named = pieces.map((piece) => /^([\w+-]+)\s*[:=\s]\s*(.+)$/.exec(piece));
  // Where only some say which leg, all are counted: nothing is guessed of the others.
  if (pieces.length > 1 && named.some((each) => !each)) return pieces.map((piece, k) => ({ leg: String(k + 1), name: fullName(piece) }));
  return pieces.map((piece, k) => ({ leg: named[k]?.[1] ?? String(k + 1), name: fullName(named[k]?.[2] ?? piece) }));
}

/** How the legs of a candidate lie beside those of the original. */
export interface LegsCompared {
  readonly rows: readonly { readonly leg: string; readonly original: string; readonly candidate: string; readonly same: boolean }[];
  readonly fit: 'same' | 'crossed' | 'other' | 'unknown';
  readonly says: string;
}

/** Holds the legs of two parts against each other, leg by leg. */
export function compareLegs(original: readonly Leg[], candidate: readonly Leg[]): LegsCompared {
  if (!original.length || !candidate.length) return { rows: [], fit: 'unknown', says: 'the legs are not known of both' };
  const names = [...new Set([...original, ...candidate].map(({ leg }) => leg.toLowerCase()))];
  const of = (legs: readonly Leg[], leg: string): string => legs.find((each) => each.leg.toLowerCase() === leg)?.name ?? '';
  const rows = names.map((leg) => {
    const [was, is] = [of(original, leg), of(candidate, leg)];
    return { leg, original: was, candidate: is, same: plain(was) === plain(is) };
  });
  const apart = rows.filter(({ same }) => !same);
  if (!apart.length) return { rows, fit: 'same', says: 'the legs are the same' };
  const sorted = (legs: readonly Leg[]): string =>
    legs
      .map(({ name }) => plain(name))
      .sort()
      .join();
  const crossed = original.length === candidate.length && sorted(original) === sorted(candidate);
  const told = apart.map(({ leg, original: was, candidate: is }) => `${leg} is ${is || 'none'}, not ${was || 'any'}`).join('; ');
  return { rows, fit: crossed ? 'crossed' : 'other', says: crossed ? `the legs are crossed: ${told}` : `other legs: ${told}` };
}
