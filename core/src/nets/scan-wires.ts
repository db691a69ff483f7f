import type { Place } from '../sheets';
import type { Bounds, Point } from './ink';
import { pageWires, type PageWires } from './page-wires';
import { scanInk } from './scan-ink';
import { scannedAt, twice, uprightAt, uprightInk, type GreyPicture } from './scan-picture';

/** From so many pixels of the writing on a page is fine enough to be followed as it is. */
const fine = 20;

/**
 * The lines of a scanned page, how they meet, and what they end at, in pixels of the scan. A scan has no text: names are those that
 * were pinned by hand. Where a blob is neither clearly a dot nor clearly none, the meeting is left open, to be settled by who looks.
 */
export function scanWires(picture: GreyPicture, places: readonly Place[]): PageWires {
  const found = wiresAt(picture, places, 1);
  return found.unit >= fine ? found : wiresAt(twice(picture), places, 2);
}

/** @param scale Pixels of the picture to one of the sheet. */
function wiresAt(picture: GreyPicture, given: readonly Place[], scale: number): PageWires {
  const upright = uprightInk(picture);
  const { width, height } = picture;
  const places = given.map((place) => ({ ...place, x: place.x * scale, y: place.y * scale, w: place.w * scale, h: place.h * scale }));
  const turned = places.map((place): Place => {
    const [x, y] = uprightAt([place.x + place.w / 2, place.y + place.h / 2], upright);
    return { ...place, x: x - place.w / 2, y: y - place.h / 2 };
  });
  const names = turned.map(({ x, y, w, h }): Bounds => [x - 0.1 * h, y - 0.15 * h, x + w + 0.1 * h, y + 1.15 * h]);
  const { sorted, unit, thick, unclear } = scanInk(upright, names);
  const ink = { width, height, strokes: [], pictures: [], tooMany: false };
  const wires = pageWires({ ink, sorted, words: [], places: turned, unit, slack: thick });
  const at = (p: Point): Point => {
    const [x, y] = scannedAt(p, upright);
    return [x / scale, y / scale];
  };
  const box = ([x0, y0, x1, y1]: Bounds): Bounds => {
    const [a, b] = [at([x0, y0]), at([x1, y1])];
    return [a[0], a[1], b[0], b[1]];
  };
  const doubtful = ([x, y]: Point): boolean => unclear.some((spot) => Math.hypot(spot.x - x, spot.y - y) < unit * 0.5);
  return {
    ...wires,
    unit: unit / scale,
    lines: wires.lines.map(box),
    joins: wires.joins.map((join) => ({ ...join, at: at(join.at), sure: join.sure && !(join.kind === 'crossing' && doubtful(join.at)) })),
    symbols: wires.symbols.map((symbol) => ({
      ...symbol,
      box: box(symbol.box),
      ends: symbol.ends.map((end) => ({ ...end, at: at(end.at) })),
      ...(symbol.arrow ? { arrow: [at(symbol.arrow[0]), at(symbol.arrow[1])] as const } : {}),
    })),
    labels: wires.labels.map((label) => ({ ...label, at: at(label.at) })),
    said: wires.lines.length
      ? 'This sheet is a scan: press a line to follow it, and pin the names that you need.'
      : 'No lines can be made out on this scan.',
  };
}
