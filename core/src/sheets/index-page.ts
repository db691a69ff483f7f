import { designatorsIn } from './designators';
import { voltsIn } from './printed-volts';
import type { Place } from './sheet-records';
import { tokensOf, type SheetWord, type Token } from './sheet-words';

/** A voltage belongs to the nearest name within so many heights of its text. */
const reachOfVolts = 3.5;
/** Numbers of four digits are designators only where a sheet has that many of them: otherwise `C1969` is a type of transistor. */
const fewestLongNumbers = 4;

const middle = (box: { x: number; y: number; w: number; h: number }): readonly [number, number] => [box.x + box.w / 2, box.y + box.h / 2];

/** From edge to edge, 0 where they overlap. */
const gap = (a: Token | Place, b: Token | Place): number =>
  Math.hypot(Math.max(0, a.x - b.x - b.w, b.x - a.x - a.w), Math.max(0, a.y - b.y - b.h, b.y - a.y - a.h));

const rounded = (n: number): number => Math.round(n * 10) / 10;

/** Tokens that only together name something: `R12 – R15` and `R12 to R15` as three, `8.2 V` as two. */
function grouped(tokens: readonly Token[]): Token[] {
  const out: Token[] = [];
  const after = (a: Token, b: Token | undefined): b is Token => {
    if (!b || a.quarter !== b.quarter || a.quarter % 2) return false;
    return Math.abs(a.y - b.y) < a.h * 0.5 && b.x > a.x && b.x - (a.x + a.w) < a.h * 0.9;
  };
  for (let i = 0; i < tokens.length; i++) {
    const [a, b, c] = [tokens[i], tokens[i + 1], tokens[i + 2]];
    if (!a) break;
    const box = (last: Token, text: string): Token => ({ ...a, text, w: last.x + last.w - a.x });
    if (after(a, b) && after(b, c) && /^(-|–|—|to|…)$/i.test(b.text) && /^[A-Z]{1,4}\d+$/.test(a.text)) {
      out.push(box(c, `${a.text}-${c.text}`));
      i += 2;
    } else if (after(a, b) && /^[+\-−±]?\d+([.,]\d+)?$/.test(a.text) && /^(m|k)?V(dc|ac)?$/i.test(b.text)) {
      out.push(box(b, a.text + b.text));
      i += 1;
    } else out.push(a);
  }
  return out;
}

/**
 * The designators and test points on a page, with the voltages that are printed beside them.
 * @param words Text of the page as it was drawn, in sheet units.
 * @param prefixes Letters with which a name may begin (`prefixesFor`).
 */
export function indexPage(words: readonly SheetWord[], prefixes: ReadonlySet<string>): Place[] {
  const tokens = grouped(tokensOf(words));
  const found: Place[] = [];
  const volts: { readonly token: Token; readonly value: number }[] = [];
  for (const token of tokens) {
    const value = voltsIn(token.text);
    if (value !== null) {
      volts.push({ token, value });
      continue;
    }
    for (const named of designatorsIn(token.text, prefixes))
      found.push({ ...named, x: rounded(token.x), y: rounded(token.y), w: rounded(token.w), h: rounded(token.h) });
  }
  const long = new Set(found.filter((place) => /\d{4}$/.test(place.name)).map((place) => place.name));
  const places = withoutTwins(long.size >= fewestLongNumbers ? found : found.filter((place) => !long.has(place.name)));
  return withVolts(places, volts);
}

/** The same name at the same place, as when a line was drawn twice. */
function withoutTwins(places: readonly Place[]): Place[] {
  const seen = new Set<string>();
  return places.filter((place) => {
    const [x, y] = middle(place);
    const key = `${place.name} ${place.unit ?? ''} ${place.pin ?? ''} ${Math.round(x / 2)} ${Math.round(y / 2)}`;
    if (seen.has(key)) return false;
    seen.add(key);
    return true;
  });
}

/** Gives each voltage to the name nearest to it, if one is near enough: things with pins and points before the rest. */
function withVolts(places: readonly Place[], volts: readonly { readonly token: Token; readonly value: number }[]): Place[] {
  const given = new Map<Place, number[]>();
  const cell = 64;
  const cells = new Map<string, Place[]>();
  for (const place of places) {
    const [x, y] = middle(place);
    const key = `${Math.floor(x / cell)} ${Math.floor(y / cell)}`;
    cells.set(key, [...(cells.get(key) ?? []), place]);
  }
  for (const { token, value } of volts) {
    const [x, y] = middle(token);
    const reach = token.h * reachOfVolts;
    const around = Math.ceil((reach + token.w) / cell);
    let best: { readonly place: Place; readonly far: number } | undefined;
    for (let i = -around; i <= around; i++)
      for (let j = -around; j <= around; j++)
        for (const place of cells.get(`${Math.floor(x / cell) + i} ${Math.floor(y / cell) + j}`) ?? []) {
          const far = gap(token, place) * (/^(Q|TR|IC|TP|V|U|D)\d/.test(place.name) ? 1 : 2);
          if (far <= reach && (!best || far < best.far)) best = { place, far };
        }
    if (best) given.set(best.place, [...(given.get(best.place) ?? []), value]);
  }
  return places.map((place) => {
    const own = given.get(place);
    return own ? { ...place, volts: own } : place;
  });
}
