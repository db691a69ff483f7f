import type { CardNets } from '@amber-relay/core/nets';
import type { Wiring } from '../../demo/src/sheets/pen';

/** What was found of a manual, held against what is drawn. */
export interface Held {
  /** Nets with two ends or more that are drawn, and those of them found with just their ends. */
  readonly nets: number;
  readonly right: number;
  /** Nets found that hold ends of two that are drawn. */
  readonly falseJoins: number;
  readonly found: number;
  readonly pins: number;
  readonly pinsRight: number;
  readonly wrong: readonly string[];
}

const bare = (name: string): string => name.replace(/(\d)[A-Z]$/, '$1');
/** Pins that a drawing tells apart; of a resistor it does not matter which end is which. */
const told = (name: string, pin: string | undefined): string =>
  /^(?:Q|TR|V|D|IC)\d/.test(name) && pin ? `${bare(name)} ${pin.toUpperCase()}` : bare(name);

/** Without its text a drawing does not say of what kind a transistor is. */
const anyKind: Readonly<Record<string, string>> = { G: 'B', D: 'C', S: 'E' };

const key = (ends: readonly string[]): string => [...ends].sort().join(' ');

/**
 * Holds the nets that were found against the wiring. Pins whose names the drawing does not say are compared by their part alone.
 * @param byDrawing Only what is drawn as one line counts as one: of a scan, no names of lines and no numbers of pins can be read.
 */
export function holdAgainst(nets: CardNets, wiring: Wiring, byDrawing = false): Held {
  const named = new Set(wiring.ends.flatMap(({ name, pin }) => (pin ? [bare(name)] : [])));
  const end = (name: string, pin: string | undefined): string => {
    if (!named.has(bare(name)) || (byDrawing && /^IC\d/.test(name))) return bare(name);
    return told(name, byDrawing && pin ? (anyKind[pin] ?? pin) : pin);
  };
  const rootOf = (net: string): string => (byDrawing ? wiring.drawnRoot(net) : wiring.root(net));
  const truth = new Map<string, string[]>();
  for (const { name, pin, net } of wiring.ends) truth.set(rootOf(net), [...(truth.get(rootOf(net)) ?? []), end(name, pin)]);
  const drawn = [...truth].filter(([, ends]) => ends.length > 1);
  const found = nets.nets.map((net) => {
    const seen = new Set<string>();
    return net.pins.flatMap(({ name, pin, at, sheetId }) => {
      const place = `${sheetId} ${at.join(' ')} ${name}`;
      if (seen.has(place)) return [];
      seen.add(place);
      return [end(name, pin)];
    });
  });
  const foundKeys = new Set(found.map(key));
  const right = drawn.filter(([, ends]) => foundKeys.has(key(ends)));
  const netOf = new Map<string, Set<string>>();
  for (const [net, ends] of truth) for (const one of ends) netOf.set(one, new Set([...(netOf.get(one) ?? []), net]));
  // An end that is drawn on one line only tells on which line it was found.
  const mixed = found.filter(
    (ends) => new Set(ends.flatMap((one) => (netOf.get(one)?.size === 1 ? [...(netOf.get(one) ?? [])] : []))).size > 1,
  );
  const want = new Map<string, number>();
  for (const { name, pin } of wiring.ends) want.set(end(name, pin), (want.get(end(name, pin)) ?? 0) + 1);
  const got = new Map<string, number>();
  for (const ends of found) for (const one of ends) got.set(one, (got.get(one) ?? 0) + 1);
  let pinsRight = 0;
  for (const [one, count] of want) pinsRight += Math.min(count, got.get(one) ?? 0);
  return {
    nets: drawn.length,
    right: right.length,
    falseJoins: mixed.length,
    found: found.filter((ends) => ends.length > 1).length,
    pins: wiring.ends.length,
    pinsRight,
    wrong: drawn
      .filter((one) => !right.includes(one))
      .map(([net, ends]) => {
        const shared = (list: readonly string[]): number => list.filter((one) => ends.includes(one)).length;
        const nearest = found.reduce((best, list) => (shared(list) > shared(best) ? list : best), [] as readonly string[]);
        return `${net}: ${key(ends)}, found ${key(nearest)}`;
      }),
  };
}
