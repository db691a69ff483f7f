import { lengthOf } from './clean-lines';
import type { SymbolInk } from './symbols';

/** What a drawing of a part looks like. */
export type SymbolShape =
  'box' | 'zigzag' | 'plates' | 'coil' | 'diode' | 'active' | 'block' | 'ring' | 'ground' | 'supply' | 'flag' | 'lamp' | 'other';

/**
 * What a symbol looks like, by its strokes and by how many lines come to it.
 * @param inside Texts within it.
 * @param named Whether one of them is the name of a part.
 */
export function shapeOf(
  { bodies, bars, loose, rings, inside, ends, box }: SymbolInk,
  texts: readonly string[],
  named: boolean,
): SymbolShape {
  const n = ends.length;
  const circles = bodies.filter(({ shape }) => shape === 'circle');
  const triangles = bodies.filter(({ shape }) => shape === 'triangle');
  const boxes = bodies.filter(({ shape }) => shape === 'box');
  const says = texts.some((text) => labelIn(text, true) !== undefined);
  if (!named && says && n === 1 && bodies.length === 1 && !bars.length && !loose.length && !inside.length) return 'flag';
  if (rings.length && !bodies.length && !bars.length && !loose.length) return 'ring';
  if (circles.length) {
    if (n >= 3 || (loose.length > 0 && inside.length > 1)) return 'active';
    return n === 2 ? 'lamp' : 'other';
  }
  if (triangles.length) {
    if (bars.length || inside.length || loose.length) return n > 2 ? 'block' : 'diode';
    return n === 1 && !named ? 'ground' : n > 2 ? 'block' : 'diode';
  }
  if (!bodies.length && bars.length) {
    const lengths = bars.map(lengthOf).sort((a, b) => b - a);
    const alike = (lengths.at(-1) ?? 0) > 0.75 * (lengths[0] ?? 1);
    if (n <= 1 && bars.length >= 2 && !alike) return 'ground';
    if (n <= 1 && bars.length === 1) return !loose.length ? 'supply' : loose.some(({ curved }) => !curved) ? 'ground' : 'other';
    if (loose.some(({ curved }) => !curved) && n >= 3) return 'active';
    return 'plates';
  }
  if (boxes.length > 1 && n === 2 && bars.length + boxes.length <= 6 && Math.min(...boxes.map((b) => shorter(b.box))) < 0.45 * longer(box))
    return 'plates';
  if (bodies.length) {
    if (bars.length && n === 2) return 'plates';
    return n === 2 ? 'box' : 'block';
  }
  if (loose.some(({ curved }) => curved)) return n >= 3 ? 'other' : 'coil';
  if (loose.length) {
    if (n === 1 && loose.every(({ points }) => points.length <= 3)) return 'supply';
    return loose.some(({ points }) => points.length >= 4) ? 'zigzag' : 'other';
  }
  return 'other';
}

type Sides = readonly [number, number, number, number];
const longer = ([x0, y0, x1, y1]: Sides): number => Math.max(x1 - x0, y1 - y0);
const shorter = ([x0, y0, x1, y1]: Sides): number => Math.min(x1 - x0, y1 - y0);

/** Values, pins and pages are no names of lines. */
const noLabel =
  /^(?:\d*[.,]?\d+\s*(?:[kKMGRΩpnuµm]\w*|ohm|pF|nF|uF|V|mV|Hz|kHz|MHz|dBm|W)?(?:\d+)?\s*(?:V|W)?|\d+[RkKMpnu]\d*|sheet\s*\d+|NC|[A-Za-z]{1,1})$/;

/**
 * The name of a line in a text, such as `AGC`, `+8 V`, `12` in a flag; undefined where it is a value or a remark.
 * @param flagged Whether a flag or a supply says so: then a bare number and a voltage count too.
 */
export function labelIn(text: string, flagged: boolean): string | undefined {
  const plain = text
    .trim()
    .toUpperCase()
    .replace(/^(?:TO|FROM|AN|VON)\s+/, '')
    .replace(/[\s_]+/g, ' ');
  if (!plain || plain.length > 18) return undefined;
  if (/^[+−-]\s*\d+(?:[.,]\d+)?\s*V?\w{0,4}$/.test(plain)) return plain.replaceAll(' ', '').replace('−', '-');
  if (flagged) return /^[A-Z0-9+\-/.,() ]+$/.test(plain) ? plain : undefined;
  return noLabel.test(plain) || !/[A-Z]{2}/.test(plain) ? undefined : plain;
}
