/** A picture as red, green, blue and how solid it is, a byte each, row by row. */
export interface Picture {
  readonly width: number;
  readonly height: number;
  readonly data: Uint8ClampedArray;
}
/** One figure for each point of a picture, row by row. */
export interface Plane {
  readonly width: number;
  readonly height: number;
  readonly data: Float32Array;
}

export const planeOf = (width: number, height: number): Plane => ({ width, height, data: new Float32Array(width * height) });

/** How light each point is, from 0 to 1 (ITU-R BT.601). */
export function lightOf({ width, height, data }: Picture): Plane {
  const light = planeOf(width, height);
  for (let k = 0; k < width * height; k += 1)
    light.data[k] = (0.299 * (data[4 * k] ?? 0) + 0.587 * (data[4 * k + 1] ?? 0) + 0.114 * (data[4 * k + 2] ?? 0)) / 255;
  return light;
}

/** How much redder or bluer each point is than it is light: by it a blue part is told from a black one. */
export function tintOf({ width, height, data }: Picture, colour: 'red' | 'blue'): Plane {
  const tint = planeOf(width, height);
  const at = colour === 'red' ? 0 : 2;
  for (let k = 0; k < width * height; k += 1) {
    const light = 0.299 * (data[4 * k] ?? 0) + 0.587 * (data[4 * k + 1] ?? 0) + 0.114 * (data[4 * k + 2] ?? 0);
    tint.data[k] = ((data[4 * k + at] ?? 0) - light) / 255;
  }
  return tint;
}

/** The mean of a square around each point, of so many points to each side; at the edge of what is there. */
export function smoothed({ width, height, data }: Plane, reach: number): Plane {
  const [rows, out] = [planeOf(width, height), planeOf(width, height)];
  for (let y = 0; y < height; y += 1) runningMean(data, rows.data, y * width, 1, width, reach);
  for (let x = 0; x < width; x += 1) runningMean(rows.data, out.data, x, width, height, reach);
  return out;
}

function runningMean(from: Float32Array, to: Float32Array, start: number, step: number, count: number, reach: number): void {
  let [sum, n] = [0, 0];
  for (let k = 0; k < Math.min(count, reach); k += 1) {
    sum += from[start + k * step] ?? 0;
    n += 1;
  }
  for (let k = 0; k < count; k += 1) {
    const [ahead, behind] = [k + reach, k - reach - 1];
    if (ahead < count) {
      sum += from[start + ahead * step] ?? 0;
      n += 1;
    }
    if (behind >= 0) {
      sum -= from[start + behind * step] ?? 0;
      n -= 1;
    }
    to[start + k * step] = sum / n;
  }
}

/** A picture of another size, each point the mean of what it was made of. */
export function resized(plane: Plane, scale: number): Plane {
  const soft = scale < 1 ? smoothed(plane, Math.max(0, Math.round(0.5 / scale - 0.5))) : plane;
  const out = planeOf(Math.max(1, Math.round(plane.width * scale)), Math.max(1, Math.round(plane.height * scale)));
  for (let y = 0; y < out.height; y += 1)
    for (let x = 0; x < out.width; x += 1) out.data[y * out.width + x] = at(soft, (x + 0.5) / scale - 0.5, (y + 0.5) / scale - 0.5);
  return out;
}

/** A figure between the points, from the four around it; the edge goes on beyond itself. */
export function at({ width, height, data }: Plane, x: number, y: number): number {
  const cx = Math.min(width - 1, Math.max(0, x));
  const cy = Math.min(height - 1, Math.max(0, y));
  const x0 = Math.floor(cx);
  const y0 = Math.floor(cy);
  const x1 = Math.min(width - 1, x0 + 1);
  const fx = cx - x0;
  const fy = cy - y0;
  const upper = y0 * width;
  const lower = Math.min(height - 1, y0 + 1) * width;
  const top = (data[upper + x0] ?? 0) * (1 - fx) + (data[upper + x1] ?? 0) * fx;
  return top * (1 - fy) + ((data[lower + x0] ?? 0) * (1 - fx) + (data[lower + x1] ?? 0) * fx) * fy;
}
