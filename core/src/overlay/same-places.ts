import { chanceFrom } from '../chance';
import { attempt } from '../errors';
import { at, resized, smoothed, type Plane } from './gray';
import { homographyOf, laid, type Homography, type Pair, type Place } from './homography';

/** A corner of a picture, and what it looks like around it: 64 figures of mean 0 and length 1, turned by its own direction. */
interface Mark {
  readonly place: Place;
  readonly look: Float32Array;
}

/** A picture is looked at in this size: points of its longer side. */
const side = 480;
/** The best corners of each square of so many points. */
const square = 24;
const perSquare = 3;
const lookSide = 8;
const lookStep = 4;
/** Sizes of the second picture at which it is tried, for it may have been taken from nearer or from farther off. */
const sizes = [1, 0.75, 1.35];
/** Of two that look alike the nearer must be nearer by this much. */
const ratio = 0.8;
const mostTries = 1500;
/** Within so many points two places are the same. */
const near = 3;
/** Fewer that agree may be chance. */
const leastAgreeing = 14;

/** Corners by how much the picture changes there both ways (C. Harris, M. Stephens, 1988), the best of each square. */
function cornersOf(light: Plane): readonly Place[] {
  const { width, height } = light;
  const [xx, yy, xy] = [0, 1, 2].map(() => ({ width, height, data: new Float32Array(width * height) }));
  if (!xx || !yy || !xy) return [];
  for (let y = 1; y < height - 1; y += 1)
    for (let x = 1; x < width - 1; x += 1) {
      const k = y * width + x;
      const gx = (light.data[k + 1] ?? 0) - (light.data[k - 1] ?? 0);
      const gy = (light.data[k + width] ?? 0) - (light.data[k - width] ?? 0);
      xx.data[k] = gx * gx;
      yy.data[k] = gy * gy;
      xy.data[k] = gx * gy;
    }
  const [a, b, c] = [smoothed(xx, 2), smoothed(yy, 2), smoothed(xy, 2)];
  const strength = light.data.map((_, k) => {
    const [p = 0, q = 0, r = 0] = [a.data[k], b.data[k], c.data[k]];
    return (p * q - r * r) / (p + q + 1e-9);
  });
  const rim = Math.ceil((lookSide * lookStep) / 2);
  const places: Place[] = [];
  for (let top = rim; top < height - rim; top += square)
    for (let left = rim; left < width - rim; left += square) {
      const found: { readonly k: number; readonly s: number }[] = [];
      for (let y = top; y < Math.min(top + square, height - rim); y += 1)
        for (let x = left; x < Math.min(left + square, width - rim); x += 1) {
          const k = y * width + x;
          const s = strength[k] ?? 0;
          if (s > 1e-5 && isPeak(strength, width, k)) found.push({ k, s });
        }
      found.sort((one, other) => other.s - one.s);
      for (const { k } of found.slice(0, perSquare)) places.push({ x: k % width, y: Math.floor(k / width) });
    }
  return places;
}

function isPeak(strength: Float32Array, width: number, k: number): boolean {
  const s = strength[k] ?? 0;
  for (const dy of [-1, 0, 1]) for (const dx of [-1, 0, 1]) if ((strength[k + dy * width + dx] ?? 0) > s) return false;
  return true;
}

/** What corners look like, turned by the direction in which it grows lighter there (M. Brown, R. Szeliski, S. Winder, 2005). */
function marksOf(light: Plane): readonly Mark[] {
  const soft = smoothed(smoothed(light, 1), 1);
  const wide = smoothed(smoothed(light, 3), 3);
  return cornersOf(soft).flatMap((place) => {
    const gx = at(wide, place.x + 2, place.y) - at(wide, place.x - 2, place.y);
    const gy = at(wide, place.x, place.y + 2) - at(wide, place.x, place.y - 2);
    const turn = Math.atan2(gy, gx);
    const [cos, sin] = [Math.cos(turn), Math.sin(turn)];
    const look = new Float32Array(lookSide * lookSide);
    for (let j = 0; j < lookSide; j += 1)
      for (let i = 0; i < lookSide; i += 1) {
        const [u, v] = [(i - (lookSide - 1) / 2) * lookStep, (j - (lookSide - 1) / 2) * lookStep];
        look[j * lookSide + i] = at(soft, place.x + cos * u - sin * v, place.y + sin * u + cos * v);
      }
    const mean = look.reduce((sum, each) => sum + each, 0) / look.length;
    const length = Math.sqrt(look.reduce((sum, each) => sum + (each - mean) ** 2, 0));
    // What looks the same everywhere is no mark.
    return length < 0.15 ? [] : [{ place, look: look.map((each) => (each - mean) / length) }];
  });
}

/** Marks of both that look most alike, and clearly more so than the next. */
function alike(first: readonly Mark[], second: readonly Mark[]): readonly Pair[] {
  return first.flatMap(({ place, look }) => {
    let [best, next, with_] = [Infinity, Infinity, undefined as Mark | undefined];
    for (const other of second) {
      let apart = 0;
      for (let k = 0; k < look.length && apart < next; k += 1) apart += ((look[k] ?? 0) - (other.look[k] ?? 0)) ** 2;
      if (apart < best) [best, next, with_] = [apart, best, other];
      else if (apart < next) next = apart;
    }
    return with_ && Math.sqrt(best) < ratio * Math.sqrt(next) ? [{ from: place, to: with_.place }] : [];
  });
}

const off = (by: Homography, { from, to }: Pair): number => {
  const { x, y } = laid(by, from);
  return Math.hypot(x - to.x, y - to.y);
};

/** Whether a picture keeps its sense and nearly its size: one that is folded or shrunk to a spot is no view of the same board. */
function isView(by: Homography, { width, height }: Plane): boolean {
  const corners = [
    { x: 0, y: 0 },
    { x: width, y: 0 },
    { x: width, y: height },
    { x: 0, y: height },
  ].map((corner) => laid(by, corner));
  const turns = corners.map((a, k) => {
    const [b, c] = [corners[(k + 1) % 4] ?? a, corners[(k + 2) % 4] ?? a];
    return (b.x - a.x) * (c.y - b.y) - (b.y - a.y) * (c.x - b.x);
  });
  const share = turns.reduce((sum, turn) => sum + turn, 0) / (4 * width * height);
  return turns.every((turn) => turn > 0) && share > 0.15 && share < 6;
}

/** What most of some pairs agree on, tried by chance (M. Fischler, R. Bolles, 1981), and then fitted to all that agree. */
function agreedOn(pairs: readonly Pair[], first: Plane): { readonly by: Homography; readonly agreeing: readonly Pair[] } | undefined {
  if (pairs.length < leastAgreeing) return undefined;
  const chance = chanceFrom(pairs.length);
  let best: readonly Pair[] = [];
  // So many tries that four that agree would hardly have been missed: once in ten thousand.
  const enough = (): number => Math.log(1e-4) / Math.log(1 - Math.min(0.999, (best.length / pairs.length) ** 4) - 1e-12);
  for (let round = 0; round < mostTries && round < enough() + 20; round += 1) {
    const four = Array.from({ length: 4 }, () => chance.oneOf(pairs));
    if (new Set(four).size < 4) continue;
    const made = attempt(() => homographyOf(four));
    if (!made.ok || !isView(made.value, first)) continue;
    const agreeing = pairs.filter((pair) => off(made.value, pair) < near);
    if (agreeing.length > best.length) best = agreeing;
  }
  if (best.length < leastAgreeing) return undefined;
  let by = homographyOf(best);
  for (let round = 0; round < 3; round += 1) {
    const agreeing = pairs.filter((pair) => off(by, pair) < near);
    if (agreeing.length < leastAgreeing) break;
    best = agreeing;
    by = homographyOf(best);
  }
  return isView(by, first) ? { by, agreeing: best } : undefined;
}

/** How one picture lies over another, and by how many places that are the same in both. */
export interface FoundPlaces {
  /** From the first picture to the second. */
  readonly by: Homography;
  readonly agreeing: number;
}

/**
 * Looks for the same places in two pictures of one board. They may be turned, tilted and taken from up to a third nearer or farther off, and
 * otherwise lit; undefined where too few places agree, as with pictures of two boards or of the two sides of one.
 */
export function samePlaces(first: Plane, second: Plane): FoundPlaces | undefined {
  const [a, b] = [side / Math.max(first.width, first.height), side / Math.max(second.width, second.height)].map((share) =>
    Math.min(1, share),
  ) as [number, number];
  const small = resized(first, a);
  const marks = marksOf(small);
  let best: (ReturnType<typeof agreedOn> & object) | undefined;
  for (const size of sizes) {
    const pairs = alike(marks, marksOf(resized(second, b * size))).map(({ from, to }) => ({
      from,
      to: { x: to.x / size, y: to.y / size },
    }));
    const found = agreedOn(pairs, small);
    if (found && found.agreeing.length > (best?.agreeing.length ?? 0)) best = found;
    if (best && best.agreeing.length > 60) break;
  }
  if (!best) return undefined;
  const full = best.agreeing.map(({ from, to }) => ({ from: { x: from.x / a, y: from.y / a }, to: { x: to.x / b, y: to.y / b } }));
  return { by: homographyOf(full), agreeing: full.length };
}
