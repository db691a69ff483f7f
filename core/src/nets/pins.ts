import { apart, type Point } from './ink';
import type { Mark, PageSymbol } from './page-wires';
import type { SymbolShape } from './shapes';

/** How a part of each letter is drawn. */
const drawnAs: Readonly<Record<string, readonly SymbolShape[]>> = {
  R: ['box', 'zigzag'],
  VR: ['box', 'zigzag', 'block'],
  RV: ['box', 'zigzag', 'block'],
  TH: ['box', 'zigzag'],
  C: ['plates'],
  TC: ['plates'],
  CV: ['plates'],
  L: ['coil'],
  RFC: ['coil'],
  FB: ['box', 'coil'],
  T: ['coil', 'other'],
  D: ['diode'],
  ZD: ['diode'],
  CR: ['diode'],
  Q: ['active'],
  TR: ['active'],
  V: ['active'],
  IC: ['block', 'box'],
  U: ['block', 'box'],
  TP: ['ring'],
  LP: ['lamp'],
  X: ['plates', 'box'],
  XF: ['plates', 'box', 'block'],
  CF: ['plates', 'box', 'block'],
  F: ['box'],
};

/** How ill a symbol suits the letters of a name: 0 well, 1 not at all. */
export function suits(name: string, { shape, ends }: PageSymbol): number {
  const letters = /^[A-Z]+/.exec(name)?.[0] ?? '';
  const shapes = drawnAs[letters];
  const fits = shapes ? (shapes.includes(shape) ? 0 : shape === 'other' ? 0.6 : 1) : 0.3;
  const count = ends.length === 0 ? 0.8 : letters === 'TP' ? 0 : ends.length === 1 ? 0.4 : 0;
  return Math.min(1.4, fits + count);
}

const pinText = /^(?:\d{1,3}|[A-Za-z]{1,2}\d?|\+|-)$/;
/** In heights of the text. */
const pinReach = 1.7;

/** The names of a symbol's pins in the order of its ends: as printed, by the drawing, or by number. */
export function pinsOf(symbol: PageSymbol, name: string | undefined, marks: readonly Mark[], unit: number): string[] {
  const { ends, shape } = symbol;
  if (shape === 'ring') return ends.map(() => '1');
  const printed = shape === 'block' || shape === 'active' ? printedPins(symbol, marks, unit) : ends.map(() => undefined);
  if (printed.length > 0 && printed.every((pin) => pin !== undefined)) return printed as string[];
  const letters = /^[A-Z]+/.exec(name ?? '')?.[0] ?? '';
  const byForm =
    shape === 'active' || letters === 'Q' || letters === 'TR' || letters === 'V'
      ? activePins(symbol, letters, printed)
      : shape === 'diode'
        ? diodePins(symbol)
        : byPlace(symbol);
  return printed.map((pin, i) => pin ?? byForm[i] ?? String(i + 1));
}

function printedPins({ ends }: PageSymbol, marks: readonly Mark[], unit: number): (string | undefined)[] {
  const near = marks.filter(({ text }) => pinText.test(text));
  const pairs = ends.flatMap(({ at }, i) =>
    near.flatMap((mark) => {
      const far = apart([...at, ...at], mark.box);
      return far <= pinReach * unit ? [{ i, mark, far }] : [];
    }),
  );
  const given: (string | undefined)[] = ends.map(() => undefined);
  const used = new Set<Mark>();
  for (const { i, mark } of pairs.sort((a, b) => a.far - b.far)) {
    if (given[i] !== undefined || used.has(mark)) continue;
    given[i] = mark.text.toUpperCase();
    used.add(mark);
  }
  return given;
}

/** Left or upper first. */
function byPlace({ ends }: PageSymbol): string[] {
  const order = ends.map((end, i) => ({ i, along: end.at[0] + end.at[1] })).sort((a, b) => a.along - b.along);
  const pins = ends.map(() => '');
  order.forEach(({ i }, k) => (pins[i] = String(k + 1)));
  return pins;
}

/** The wide side of the triangle is the anode: an end is there where the symbol's own middle lies further from it. */
function diodePins(symbol: PageSymbol): string[] {
  const { ends, arrow } = symbol;
  if (ends.length !== 2 || !arrow) return byPlace(symbol);
  const [, tip] = arrow;
  const far = ends.map(({ at }) => Math.hypot(at[0] - tip[0], at[1] - tip[1]));
  return (far[0] ?? 0) > (far[1] ?? 0) ? ['A', 'K'] : ['K', 'A'];
}

/** What comes from the side steers; of the other two the arrow tells the emitter, else the lower one is it. */
function activePins(symbol: PageSymbol, letters: string, printed: readonly (string | undefined)[]): string[] {
  const { ends, arrow } = symbol;
  const valve = letters === 'V' || printed.some((pin) => pin === 'G1');
  const fet = printed.some((pin) => pin === 'G' || pin === 'D' || pin === 'S');
  const [steer, out, low] = valve ? ['G', 'A', 'K'] : fet ? ['G', 'D', 'S'] : ['B', 'C', 'E'];
  if (ends.length !== 3) return byPlace(symbol);
  const across = ends.map(({ toward }) => Math.abs(toward[0]) > Math.abs(toward[1]));
  const lone = across.filter(Boolean).length === 1 ? across.indexOf(true) : across.indexOf(false);
  const others = [0, 1, 2].filter((i) => i !== lone);
  const alongDown = across.filter(Boolean).length === 1;
  const place = (i: number): number => ends[i]?.at[alongDown ? 1 : 0] ?? 0;
  const [first = 0, second = 0] = others.sort((p, q) => place(p) - place(q));
  const pins = ends.map(() => '');
  pins[lone] = steer ?? 'B';
  const mid: Point | undefined = arrow && [(arrow[0][0] + arrow[1][0]) / 2, (arrow[0][1] + arrow[1][1]) / 2];
  const far = (i: number): number => (mid ? Math.hypot((ends[i]?.at[0] ?? 0) - mid[0], (ends[i]?.at[1] ?? 0) - mid[1]) : 0);
  const emitter = mid ? (far(first) < far(second) ? first : second) : second;
  pins[emitter] = low ?? 'E';
  pins[emitter === first ? second : first] = out ?? 'C';
  return pins;
}
