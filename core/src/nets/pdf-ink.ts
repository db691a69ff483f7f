import { InkMaker, isPaper, type Bounds, type PageInk } from './ink';

type Matrix = readonly [number, number, number, number, number, number];

/** What a PDF page is drawn with, as its reader lists it: what is done, by number, and with what. */
export interface PageOperators {
  readonly fnArray: ArrayLike<number>;
  readonly argsArray: ArrayLike<unknown>;
}

/** Numbers of what is done, by their names, as the reader of PDFs has them. */
export type OperatorNumbers = Readonly<Record<string, number>>;

/** Signs in the list of a path. */
const path = { move: 0, line: 1, curve: 2, quadratic: 3, close: 4 } as const;

const times = (a: Matrix, b: Matrix): Matrix => [
  a[0] * b[0] + a[2] * b[1],
  a[1] * b[0] + a[3] * b[1],
  a[0] * b[2] + a[2] * b[3],
  a[1] * b[2] + a[3] * b[3],
  a[0] * b[4] + a[2] * b[5] + a[4],
  a[1] * b[4] + a[3] * b[5] + a[5],
];

interface State {
  readonly at: Matrix;
  readonly width: number;
  readonly dashed: boolean;
  readonly strokeHides: boolean;
  readonly fillHides: boolean;
}

function hides(args: unknown): boolean {
  const [colour, green, blue] = args as readonly unknown[];
  if (typeof colour === 'string' && /^#[0-9a-f]{6}$/i.test(colour)) {
    const at = (i: number): number => Number.parseInt(colour.slice(i, i + 2), 16) / 255;
    return isPaper(at(1), at(3), at(5));
  }
  return typeof colour === 'number' && isPaper(colour / 255, Number(green) / 255, Number(blue) / 255);
}

/**
 * What is drawn on a page of a PDF, in sheet units: lines, curves and outlines without its text.
 * @param toSheet From the page's own space to sheet units.
 */
export function pdfInk(operators: PageOperators, numbers: OperatorNumbers, toSheet: Matrix, width: number, height: number): PageInk {
  const maker = new InkMaker();
  const nameOf = new Map(Object.entries(numbers).map(([name, number]) => [number, name]));
  let state: State = { at: toSheet, width: 1, dashed: false, strokeHides: false, fillHides: false };
  const kept: State[] = [];
  for (let k = 0; k < operators.fnArray.length && !maker.full; k++) {
    const args = operators.argsArray[k];
    const list = args as readonly unknown[];
    switch (nameOf.get(operators.fnArray[k] ?? -1)) {
      case 'save':
        kept.push(state);
        break;
      case 'restore':
      case 'paintFormXObjectEnd':
        state = kept.pop() ?? state;
        break;
      case 'paintFormXObjectBegin': {
        kept.push(state);
        const [matrix] = list;
        if (matrix) state = { ...state, at: times(state.at, Array.from(matrix as ArrayLike<number>) as unknown as Matrix) };
        break;
      }
      case 'transform':
        state = { ...state, at: times(state.at, Array.from(args as ArrayLike<number>) as unknown as Matrix) };
        break;
      case 'setLineWidth':
        state = { ...state, width: Number(list[0]) };
        break;
      case 'setDash':
        state = { ...state, dashed: Array.from(list[0] as ArrayLike<number>).some((n) => n > 0) };
        break;
      case 'setStrokeRGBColor':
        state = { ...state, strokeHides: hides(args) };
        break;
      case 'setFillRGBColor':
        state = { ...state, fillHides: hides(args) };
        break;
      case 'constructPath':
        drawn(maker, list, state, nameOf);
        break;
      case 'paintImageXObject':
      case 'paintInlineImageXObject':
      case 'paintImageMaskXObject':
      case 'paintJpegXObject':
        maker.picture(unitSquare(state.at));
        break;
    }
  }
  return maker.done(width, height);
}

function unitSquare([a, b, c, d, e, f]: Matrix): Bounds {
  const [xs, ys] = [
    [e, e + a, e + c, e + a + c],
    [f, f + b, f + d, f + b + d],
  ];
  return [Math.min(...(xs ?? [])), Math.min(...(ys ?? [])), Math.max(...(xs ?? [])), Math.max(...(ys ?? []))];
}

function drawn(
  maker: InkMaker,
  list: readonly unknown[],
  { at, width, dashed, strokeHides, fillHides }: State,
  nameOf: ReadonlyMap<number, string>,
): void {
  const how = nameOf.get(Number(list[0])) ?? '';
  const stroke = /stroke/i.test(how) && !strokeHides;
  const fill = /fill/i.test(how) && !fillHides;
  const [points] = (list[1] ?? []) as readonly (ArrayLike<number> | null | undefined)[];
  if (!points || !(stroke || fill)) return;
  const x = (i: number): number => at[0] * (points[i] ?? 0) + at[2] * (points[i + 1] ?? 0) + at[4];
  const y = (i: number): number => at[1] * (points[i] ?? 0) + at[3] * (points[i + 1] ?? 0) + at[5];
  let from: readonly [number, number] = [0, 0];
  for (let i = 0; i < points.length;) {
    const sign = points[i++];
    if (sign === path.move) {
      from = [x(i), y(i)];
      maker.moveTo(...from);
      i += 2;
    } else if (sign === path.line) {
      from = [x(i), y(i)];
      maker.lineTo(...from);
      i += 2;
    } else if (sign === path.curve) {
      maker.curveTo(x(i), y(i), x(i + 2), y(i + 2), x(i + 4), y(i + 4));
      from = [x(i + 4), y(i + 4)];
      i += 6;
    } else if (sign === path.quadratic) {
      const [qx, qy, ex, ey] = [x(i), y(i), x(i + 2), y(i + 2)];
      const third = (end: number, bend: number): number => end + (2 / 3) * (bend - end);
      maker.curveTo(third(from[0], qx), third(from[1], qy), third(ex, qx), third(ey, qy), ex, ey);
      from = [ex, ey];
      i += 4;
    } else if (sign === path.close) maker.close();
    else return;
  }
  if (/close/i.test(how)) maker.close();
  maker.paint({ stroke, fill, dashed, width: width * Math.sqrt(Math.abs(at[0] * at[3] - at[1] * at[2])) });
}
