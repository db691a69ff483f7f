/** A picture in grey, a byte a pixel, 0 black. */
export interface GreyPicture {
  readonly width: number;
  readonly height: number;
  readonly grey: Uint8Array;
}

/** A picture of ink and paper, set upright. */
export interface InkPicture {
  readonly width: number;
  readonly height: number;
  /** 1 where there is ink. */
  readonly ink: Uint8Array;
  /** By how much the page lay askew, in radians; what is found is turned back by it. */
  readonly skew: number;
}

/** Ink is darker than what lies around it by this share. */
const darker = 0.82;
/** About the size of what is taken as around, as a share of the width. */
const around = 1 / 40;
const mostSkew = 0.035;
const sampled = 60_000;

/** Ink by what is darker than its surroundings (Bradley and Roth, 2007), so that a stain or a shadow is not ink. */
function inkOf({ width, height, grey }: GreyPicture): Uint8Array {
  const ink = new Uint8Array(width * height);
  const half = Math.max(8, Math.round((width * around) / 2));
  const columns = new Float64Array(width);
  // Sums of columns over the window, moved down row by row.
  const rowsIn = (y: number): readonly [number, number] => [Math.max(0, y - half), Math.min(height - 1, y + half)];
  let [from, to] = [0, -1];
  for (let y = 0; y < height; y++) {
    const [first, last] = rowsIn(y);
    while (to < last) {
      to++;
      for (let x = 0, i = to * width; x < width; x++, i++) columns[x] = (columns[x] as number) + (grey[i] as number);
    }
    while (from < first) {
      for (let x = 0, i = from * width; x < width; x++, i++) columns[x] = (columns[x] as number) - (grey[i] as number);
      from++;
    }
    const rows = last - first + 1;
    let sum = 0;
    let right = -1;
    let left = 0;
    for (let x = 0; x < width; x++) {
      const end = Math.min(width - 1, x + half);
      while (right < end) sum += columns[++right] as number;
      while (left < x - half) sum -= columns[left++] as number;
      const mean = sum / (rows * (right - left + 1));
      if ((grey[y * width + x] as number) < mean * darker) ink[y * width + x] = 1;
    }
  }
  return ink;
}

/** How far askew a page lies: the angle at which its ink falls most into rows, in radians. */
function skewOf(ink: Uint8Array, width: number, height: number): number {
  const at: number[] = [];
  let count = 0;
  for (const one of ink) count += one;
  const every = Math.max(1, Math.floor(count / sampled));
  let seen = 0;
  for (let i = 0; i < ink.length; i++) if (ink[i] && seen++ % every === 0) at.push(i);
  const xs = Float64Array.from(at, (i) => i % width);
  const ys = Float64Array.from(at, (i) => Math.floor(i / width));
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

/** Where a place of the upright picture lay on the page as it was scanned. */
export const scannedAt = (
  [x, y]: readonly [number, number],
  { width, height, skew }: Pick<InkPicture, 'width' | 'height' | 'skew'>,
): readonly [number, number] => {
  const [dx, dy] = [x - width / 2, y - height / 2];
  const [c, s] = [Math.cos(skew), Math.sin(skew)];
  return [width / 2 + c * dx - s * dy, height / 2 + s * dx + c * dy];
};

/** A scan as ink and paper, set upright. */
export function uprightInk(picture: GreyPicture): InkPicture {
  const { width, height } = picture;
  const raw = inkOf(picture);
  const skew = skewOf(raw, width, height);
  const frame = { width, height, skew };
  if (Math.abs(skew) < 0.0003) return { ...frame, skew: 0, ink: raw };
  const ink = new Uint8Array(width * height);
  const [c, s] = [Math.cos(skew), Math.sin(skew)];
  for (let y = 0; y < height; y++) {
    let [sx, sy] = scannedAt([0, y], frame);
    for (let x = 0; x < width; x++, sx += c, sy += s) {
      const [ix, iy] = [Math.round(sx), Math.round(sy)];
      if (ix >= 0 && iy >= 0 && ix < width && iy < height) ink[y * width + x] = raw[iy * width + ix] as number;
    }
  }
  return { ...frame, ink };
}
