import { blank, runsOf, type Mask, type Runs } from './ink-runs';
import type { Point } from './ink';

/** A picture in grey, a byte a pixel, 0 black. */
export interface GreyPicture {
  readonly width: number;
  readonly height: number;
  readonly grey: Uint8Array | Uint8ClampedArray;
}

/** A picture of ink and paper, set upright. */
export interface InkPicture extends Mask {
  /** By how much the page lay askew, in radians; what is found is turned back by it. */
  readonly skew: number;
  /** Whether there is more on it than can be gone through, as on a photograph of something else. */
  readonly crowded: boolean;
}

/** So many runs of ink are gone through; a full schematic of A3 at 300 dots an inch has a tenth of it. */
const mostRuns = 1_500_000;
/** Ink is darker than what lies around it by this share. */
const darker = 0.82;
/** About the size of what is taken as around, as a share of the width. */
const around = 1 / 40;
const mostSkew = 0.035;
const leastSkew = 0.0003;
const sampled = 60_000;
/** The brightness about a place is reckoned from squares of so many pixels. */
const square = 8;

/** Ink by what is darker than its surroundings (Bradley and Roth, 2007, over squares), so that a stain or a shadow is not ink. */
function inkOf({ width, height, grey }: GreyPicture): Mask {
  const [across, down] = [Math.ceil(width / square), Math.ceil(height / square)];
  const stride = across + 1;
  // Sums of brightness and of pixels over all squares above and to the left.
  const light = new Float64Array(stride * (down + 1));
  const row = new Float64Array(across);
  for (let by = 0; by < down; by++) {
    row.fill(0);
    const last = Math.min(height, (by + 1) * square);
    for (let y = by * square; y < last; y++)
      for (let bx = 0, i = y * width, end = i + width; bx < across; bx++) {
        let sum = 0;
        for (const stop = Math.min(end, i + square); i < stop; i++) sum += grey[i] as number;
        row[bx] = (row[bx] as number) + sum;
      }
    let sum = 0;
    for (let bx = 0; bx < across; bx++) {
      sum += row[bx] as number;
      light[(by + 1) * stride + bx + 1] = (light[by * stride + bx + 1] as number) + sum;
    }
  }
  const out = blank(width, height);
  const { ink } = out;
  const half = Math.max(1, Math.round((width * around) / 2 / square));
  for (let by = 0; by < down; by++) {
    const [top, bottom] = [Math.max(0, by - half), Math.min(down, by + half + 1)];
    const rows = Math.min(height, bottom * square) - top * square;
    for (let bx = 0; bx < across; bx++) {
      const [left, right] = [Math.max(0, bx - half), Math.min(across, bx + half + 1)];
      const sum =
        (light[bottom * stride + right] as number) -
        (light[top * stride + right] as number) -
        (light[bottom * stride + left] as number) +
        (light[top * stride + left] as number);
      const dark = (sum / (rows * (Math.min(width, right * square) - left * square))) * darker;
      const [endX, endY] = [Math.min(width, (bx + 1) * square), Math.min(height, (by + 1) * square)];
      for (let y = by * square; y < endY; y++)
        for (let i = y * width + bx * square, end = y * width + endX; i < end; i++) if ((grey[i] as number) < dark) ink[i] = 1;
    }
  }
  return out;
}

/** How far askew a page lies: the angle at which its ink falls most into rows, in radians. */
function skewOf({ at, from, to }: Runs, width: number, height: number): number {
  let count = 0;
  for (let k = 0; k < at.length; k++) count += (to[k] as number) - (from[k] as number) + 1;
  const every = Math.max(1, Math.floor(count / sampled));
  const [xs, ys]: [number[], number[]] = [[], []];
  for (let k = 0, seen = 0; k < at.length; k++)
    for (let x = from[k] as number; x <= (to[k] as number); x++)
      if (seen++ % every === 0) {
        xs.push(x);
        ys.push(at[k] as number);
      }
  const bins = new Float64Array(height + 2 * Math.ceil(width * mostSkew) + 8);
  const off = Math.ceil(width * mostSkew) + 4;
  const peaked = (angle: number): number => {
    bins.fill(0);
    const t = Math.tan(angle);
    for (let i = 0; i < xs.length; i++) {
      const b = Math.round((ys[i] as number) - (xs[i] as number) * t) + off;
      bins[b] = (bins[b] as number) + 1;
    }
    let sum = 0;
    for (const n of bins) sum += n * n;
    return sum;
  };
  let best = 0;
  for (const step of [0.003, 0.0008, 0.0002]) {
    let top = peaked(best);
    const middle = best;
    const reach = step === 0.003 ? mostSkew : step * 5;
    for (let a = middle - reach; a <= middle + reach; a += step) {
      if (Math.abs(a) > mostSkew) continue;
      const now = peaked(a);
      if (now > top) [top, best] = [now, a];
    }
  }
  return best;
}

/** The picture at twice its size, grey between its pixels: lines of two pixels are too thin to tell what meets there. */
export function twice({ width, height, grey }: GreyPicture): GreyPicture {
  const wide = 2 * width;
  const out = new Uint8Array(wide * 2 * height);
  for (let y = 0; y < height; y++) {
    const [row, below] = [y * width, Math.min(height - 1, y + 1) * width];
    for (let x = 0, o = 2 * y * wide; x < width; x++, o += 2) {
      const right = Math.min(width - 1, x + 1);
      const [a, b, c, d] = [grey[row + x] as number, grey[row + right] as number, grey[below + x] as number, grey[below + right] as number];
      out[o] = a;
      out[o + 1] = (a + b) >> 1;
      out[o + wide] = (a + c) >> 1;
      out[o + wide + 1] = (a + b + c + d) >> 2;
    }
  }
  return { width: wide, height: 2 * height, grey: out };
}

type Frame = Pick<InkPicture, 'width' | 'height' | 'skew'>;

/** Where a place of the upright picture lay on the page as it was scanned: columns are shifted first, then rows. */
export function scannedAt([x, y]: Point, { width, height, skew }: Frame): Point {
  const t = Math.tan(skew);
  const down = y + t * (x - width / 2);
  return [x - t * (down - height / 2), down];
}

/** Where a place of the scan lies on the upright picture. */
export function uprightAt([x, y]: Point, { width, height, skew }: Frame): Point {
  const t = Math.tan(skew);
  const across = x + t * (y - height / 2);
  return [across, y - t * (across - width / 2)];
}

/** The picture set upright: each run of ink shifted along its row, and then each column. */
function upright({ width, height }: Mask, { at, from, to }: Runs, skew: number): Mask {
  const t = Math.tan(skew);
  const down = Int32Array.from({ length: width }, (_, x) => Math.round(t * (x - width / 2)));
  const out = blank(width, height);
  for (let k = 0; k < at.length; k++) {
    const by = Math.round(t * ((at[k] as number) - height / 2));
    const [first, last] = [Math.max(0, (from[k] as number) + by), Math.min(width - 1, (to[k] as number) + by)];
    for (let x = first; x <= last; x++) {
      const y = (at[k] as number) - (down[x] as number);
      if (y >= 0 && y < height) out.ink[y * width + x] = 1;
    }
  }
  return out;
}

/** A scan as ink and paper, set upright. */
export function uprightInk(picture: GreyPicture): InkPicture {
  const raw = inkOf(picture);
  const runs = runsOf(raw);
  if (runs.at.length > mostRuns) return { ...raw, skew: 0, crowded: true };
  const skew = skewOf(runs, raw.width, raw.height);
  return Math.abs(skew) < leastSkew ? { ...raw, skew: 0, crowded: false } : { ...upright(raw, runs, skew), skew, crowded: false };
}
