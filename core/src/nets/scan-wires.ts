import type { Place, SheetWord } from '../sheets';
import type { Bounds, Point } from './ink';
import { pageWires, type PageWires } from './page-wires';
import { scanInk } from './scan-ink';
import { scannedAt, twice, uprightAt, uprightInk, type GreyPicture } from './scan-picture';

/** From so many pixels of the writing on a page is fine enough to be followed as it is. */
const fine = 20;
/** A coarse picture of up to so many pixels is doubled. */
const mostDoubled = 6_000_000;

/** What is known of a scanned page beside its pixels. */
export interface ScanKnown {
  /** Names that were pinned on it, or found in a text that lies behind it; in units of the sheet. */
  readonly places: readonly Place[];
  /** Such a text, where a scan has one. */
  readonly words?: readonly SheetWord[];
  /** Pixels of the picture to one unit of the sheet; 1 where the sheet is the picture. */
  readonly scale?: number;
}

/**
 * The lines of a scanned page, how they meet, and what they end at, in units of the sheet. A scan has no text of its own: names are
 * those that were pinned by hand, or lie behind it. Where a blob is neither clearly a dot nor clearly none, the meeting is left open, to
 * be settled by who looks. A page of A3 at 300 dots an inch takes about a second.
 */
export function scanWires(picture: GreyPicture, known: ScanKnown): PageWires {
  const scale = known.scale ?? 1;
  const found = wiresAt(picture, known, scale);
  const coarse = found.unit * scale < fine && found.lines.length > 0 && picture.width * picture.height <= mostDoubled;
  return coarse ? wiresAt(twice(picture), known, 2 * scale) : found;
}

type Box = Pick<Place, 'x' | 'y' | 'w' | 'h'>;

function wiresAt(picture: GreyPicture, { places, words = [] }: ScanKnown, scale: number): PageWires {
  const upright = uprightInk(picture);
  const { width, height } = picture;
  const ink = { width, height, strokes: [], pictures: [], tooMany: upright.crowded };
  if (upright.crowded) return pageWires({ ink, words: [], places: [], unit: fine });
  const turned = <T extends Box>(box: T): T => {
    const [w, h] = [box.w * scale, box.h * scale];
    const [x, y] = uprightAt([box.x * scale + w / 2, box.y * scale + h / 2], upright);
    return { ...box, x: x - w / 2, y: y - h / 2, w, h };
  };
  const [ownPlaces, ownWords] = [places.map(turned), words.map(turned)];
  const { sorted, unit, thick, unclear } = scanInk(upright);
  const wires = pageWires({ ink, sorted, words: ownWords, places: ownPlaces, unit, slack: thick });
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
    marks: wires.marks.map((mark) => ({ ...mark, box: box(mark.box) })),
    said: wires.lines.length
      ? 'This sheet is a scan: lines on it can be pressed; pin the names that you need.'
      : 'No lines can be made out on this scan.',
  };
}
