import { Matrix, solve } from 'ml-matrix';
import { lightOf, planeOf, smoothed, tintOf, type Picture, type Plane } from './gray';

/** Where two pictures differ: a ring around it, in points of the picture. */
export interface Difference {
  readonly x: number;
  readonly y: number;
  readonly radius: number;
  /** How strong it is: 1 is just more than what else there is between the two. */
  readonly strength: number;
}

/** What two pictures have that lie over each other. */
export interface Compared {
  /** False where so much differs that they hardly show the same thing, or do not lie on each other: the rings then mean nothing. */
  readonly alike: boolean;
  readonly differences: readonly Difference[];
}

/** Light that comes unevenly is taken out over so many points to each side. */
const wide = 24;
/** Places that were marked by hand lie this far off at most. */
const shift = 2;
const block = 6;
/** So many times the usual spread is a difference, and never less than this share of black to white. */
const spreads = 7;
const least = 0.055;
const most = 12;
/** Where more of a picture than this differs, it is another. */
const mostUnlike = 0.3;

/** A plane without its slow course, such as a shadow with a soft edge. */
function evened(plane: Plane): Plane {
  const slow = smoothed(plane, wide);
  const out = planeOf(plane.width, plane.height);
  for (let k = 0; k < out.data.length; k += 1) out.data[k] = (plane.data[k] ?? 0) - (slow.data[k] ?? 0);
  return smoothed(out, 1);
}

/** One in so many points tells how the light differs. */
const thinned = 97;
/** Points that are off by more than so many times the usual are parts that differ, not light. */
const outliers = 2.5;

/**
 * The second picture in the light of the first: each colour times a factor that changes smoothly over the picture, fitted by least squares to
 * what is alike in both.
 */
function inLightOf(first: Picture, second: Picture): Picture {
  const { width, height } = first;
  const data = new Uint8ClampedArray(second.data);
  const terms = (k: number, value: number): readonly number[] => {
    const [u, v] = [(k % width) / width - 0.5, Math.floor(k / width) / height - 0.5];
    return [value, value * u, value * v, value * u * u, value * u * v, value * v * v, 1];
  };
  const soft = [0, 1, 2].map((channel) => [channelOf(first, channel), channelOf(second, channel)] as const);
  soft.forEach(([a, b], channel) => {
    const sample: number[] = [];
    for (let k = 0; k < width * height; k += thinned) if ((second.data[4 * k + 3] ?? 0) === 255) sample.push(k);
    let kept = sample;
    let by: readonly number[] = [];
    for (let round = 0; round < 4 && kept.length > 50; round += 1) {
      const fitted = solve(
        new Matrix(kept.map((k) => [...terms(k, b.data[k] ?? 0)])),
        new Matrix(kept.map((k) => [a.data[k] ?? 0])),
        true,
      ).to1DArray();
      by = fitted;
      const off = (k: number): number => Math.abs(dot(terms(k, b.data[k] ?? 0), fitted) - (a.data[k] ?? 0));
      const usual = kept.map(off).sort((one, other) => one - other)[Math.floor(kept.length / 2)] ?? 0;
      kept = sample.filter((k) => off(k) <= outliers * 1.4826 * usual + 0.002);
    }
    if (by.length === 0) return;
    const of = (n: number): number => by[n] ?? 0;
    for (let k = 0; k < width * height; k += 1) {
      const u = (k % width) / width - 0.5;
      const v = Math.floor(k / width) / height - 0.5;
      const gain = of(0) + of(1) * u + of(2) * v + of(3) * u * u + of(4) * u * v + of(5) * v * v;
      data[4 * k + channel] = gain * (second.data[4 * k + channel] ?? 0) + 255 * of(6);
    }
  });
  return { width, height, data };
}

const dot = (a: readonly number[], b: readonly number[]): number => a.reduce((sum, each, k) => sum + each * (b[k] ?? 0), 0);
function channelOf({ width, height, data }: Picture, channel: number): Plane {
  const plane = planeOf(width, height);
  for (let k = 0; k < width * height; k += 1) plane.data[k] = (data[4 * k + channel] ?? 0) / 255;
  return smoothed(plane, 2);
}

/** How far each point of one plane is from all of the other that lie within the shift around it. */
function apart(a: Plane, b: Plane, to: Float32Array): void {
  const { width, height } = a;
  for (let y = shift; y < height - shift; y += 1)
    for (let x = shift; x < width - shift; x += 1) {
      const k = y * width + x;
      const own = a.data[k] ?? 0;
      // What is alike is nearly always so without a shift: that need not be looked into.
      let nearest = Math.abs(own - (b.data[k] ?? 0));
      for (let dy = -shift; nearest > least / 4 && dy <= shift; dy += 1)
        for (let dx = -shift; dx <= shift; dx += 1) {
          const off = Math.abs(own - (b.data[k + dy * width + dx] ?? 0));
          if (off < nearest) nearest = off;
        }
      if (nearest > (to[k] ?? 0)) to[k] = nearest;
    }
}

/**
 * What differs between two pictures that lie over each other, the strongest first: what was added, taken away, moved or is of another colour.
 * Light that is uneven, another exposure and places that are off by two points are no differences; shadows and reflections are.
 *
 * @param second of the same size; where it is clear nothing is said
 */
export function differencesOf(first: Picture, second: Picture): Compared {
  const { width, height } = first;
  const off = new Float32Array(width * height);
  const lit = inLightOf(first, second);
  const planes = [lightOf, (of: Picture) => tintOf(of, 'red'), (of: Picture) => tintOf(of, 'blue')].map((of) => {
    const a = of(first);
    const b = of(lit);
    // Where the second ends, the first goes on: the edge is no difference.
    for (let k = 0; k < b.data.length; k += 1) if ((second.data[4 * k + 3] ?? 0) < 255) b.data[k] = a.data[k] ?? 0;
    return { a: evened(a), b: evened(b) };
  });
  for (const { a, b } of planes) {
    apart(a, b, off);
    apart(b, a, off);
  }
  const rim = 2 * wide;
  const clear = smoothed({ width, height, data: off.map((_, k) => ((second.data[4 * k + 3] ?? 0) < 255 ? 1 : 0)) }, rim / 4);
  for (let k = 0; k < off.length; k += 1) if ((clear.data[k] ?? 0) > 0) off[k] = 0;
  const blocks = blocksOf({ width, height, data: off });
  const alike = blocks.data.filter((each) => each > least).length < mostUnlike * blocks.data.length;
  return { alike, differences: alike ? ringed(blocks) : [] };
}

/** The mean of each block. */
function blocksOf({ width, height, data }: Plane): Plane {
  const out = planeOf(Math.floor(width / block), Math.floor(height / block));
  for (let y = 0; y < out.height; y += 1)
    for (let x = 0; x < out.width; x += 1) {
      let sum = 0;
      for (let dy = 0; dy < block; dy += 1)
        for (let dx = 0; dx < block; dx += 1) sum += data[(y * block + dy) * width + x * block + dx] ?? 0;
      out.data[y * out.width + x] = sum / (block * block);
    }
  return out;
}

/** Rings around blocks that hang together and are more than usual. */
function ringed({ width, height, data }: Plane): readonly Difference[] {
  const sorted = Float32Array.from(data).sort();
  const middle = sorted[Math.floor(sorted.length / 2)] ?? 0;
  const spread = 1.4826 * (Float32Array.from(data, (each) => Math.abs(each - middle)).sort()[Math.floor(sorted.length / 2)] ?? 0);
  const limit = Math.max(least, middle + spreads * spread);
  const seen = new Set<number>();
  const rings: Difference[] = [];
  for (const start of data.keys()) {
    if (seen.has(start) || (data[start] ?? 0) < limit) continue;
    const group = [start];
    seen.add(start);
    // It grows while it is gone through.
    for (const at of group) {
      const [x, y] = [at % width, Math.floor(at / width)];
      // A gap of one block between two does not part them.
      for (let dy = -2; dy <= 2; dy += 1)
        for (let dx = -2; dx <= 2; dx += 1) {
          const [nx, ny] = [x + dx, y + dy];
          const k = ny * width + nx;
          if (nx < 0 || ny < 0 || nx >= width || ny >= height || seen.has(k) || (data[k] ?? 0) < limit) continue;
          seen.add(k);
          group.push(k);
        }
    }
    const xs = group.map((k) => (k % width) + 0.5);
    const ys = group.map((k) => Math.floor(k / width) + 0.5);
    const [left, right, top, bottom] = [Math.min(...xs), Math.max(...xs), Math.min(...ys), Math.max(...ys)];
    const sum = group.reduce((total, k) => total + (data[k] ?? 0) / limit, 0);
    if (group.length < 2) continue;
    rings.push({
      x: ((left + right) / 2) * block,
      y: ((top + bottom) / 2) * block,
      radius: (Math.hypot(right - left, bottom - top) / 2 + 2) * block,
      strength: sum,
    });
  }
  return rings.sort((a, b) => b.strength - a.strength).slice(0, most);
}
