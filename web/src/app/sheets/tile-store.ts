/** Side of a tile in pixels. */
const tileSide = 640;

export interface TileWanted {
  readonly key: string;
  readonly scale: number;
  readonly x: number;
  readonly y: number;
  readonly w: number;
  readonly h: number;
}

/** Scales come in steps of the square root of two, so that a tile serves for a while as one zooms. */
export const scaleFor = (k: number): number => 2 ** (Math.ceil(Math.log2(k) * 2 - 0.3) / 2);

interface Size {
  readonly width: number;
  readonly height: number;
}

/** Scale at which a whole sheet fits one tile. */
export const coarse = ({ width, height }: Size): number => Math.min(1, 620 / Math.max(width, height));

/** A sheet as a whole, in one tile. */
export function wholeTile(sheet: Size): TileWanted {
  const scale = coarse(sheet);
  return { key: `${scale.toFixed(4)} 0 0`, scale, x: 0, y: 0, w: Math.ceil(sheet.width * scale), h: Math.ceil(sheet.height * scale) };
}

/** The tiles that cover a part of a sheet at a scale, those nearest to the middle first. */
export function tilesOver(
  sheet: Size,
  seen: { readonly x0: number; readonly y0: number; readonly x1: number; readonly y1: number },
  scale: number,
): TileWanted[] {
  const side = tileSide / scale;
  const [columns, rows] = [Math.ceil(sheet.width / side), Math.ceil(sheet.height / side)];
  const [c0, r0] = [Math.max(0, Math.floor(seen.x0 / side)), Math.max(0, Math.floor(seen.y0 / side))];
  const [c1, r1] = [Math.min(columns - 1, Math.floor(seen.x1 / side)), Math.min(rows - 1, Math.floor(seen.y1 / side))];
  const [mx, my] = [(seen.x0 + seen.x1) / 2 / side, (seen.y0 + seen.y1) / 2 / side];
  const tiles: (TileWanted & { far: number })[] = [];
  for (let r = r0; r <= r1; r++)
    for (let c = c0; c <= c1; c++) {
      const [x, y] = [c * tileSide, r * tileSide];
      const w = Math.ceil(Math.min(tileSide, sheet.width * scale - x));
      const h = Math.ceil(Math.min(tileSide, sheet.height * scale - y));
      if (w > 0 && h > 0)
        tiles.push({ key: `${scale.toFixed(4)} ${c} ${r}`, scale, x, y, w, h, far: Math.hypot(c + 0.5 - mx, r + 0.5 - my) });
    }
  return tiles.sort((a, b) => a.far - b.far);
}

type Piece = Omit<TileWanted, 'key'>;

/** A page takes about as long to draw for one tile as for some side by side; more pixels than this take longer. */
const pieceAtMost = 4_000_000;

export interface OnePiece {
  readonly piece: Piece;
  readonly tiles: readonly TileWanted[];
}

/** The first of some tiles, with those of its scale that can be drawn in one piece with it. */
export function onePiece(tiles: readonly TileWanted[]): OnePiece | undefined {
  const [first, ...others] = tiles;
  if (!first) return undefined;
  let piece: Piece = first;
  const held = [first];
  for (const tile of others) {
    if (tile.scale !== first.scale) continue;
    const [x, y] = [Math.min(piece.x, tile.x), Math.min(piece.y, tile.y)];
    const [w, h] = [Math.max(piece.x + piece.w, tile.x + tile.w) - x, Math.max(piece.y + piece.h, tile.y + tile.h) - y];
    if (w * h > pieceAtMost) continue;
    piece = { scale: first.scale, x, y, w, h };
    held.push(tile);
  }
  return { piece, tiles: held };
}

export interface Tile extends TileWanted {
  readonly bitmap: ImageBitmap;
}

/** Tiles of one sheet, the least used let go when there are too many pixels. */
export class TileStore {
  private readonly tiles = new Map<string, Tile>();
  private pixels = 0;

  constructor(private readonly most = 10_000_000) {}

  has(key: string): boolean {
    return this.tiles.has(key);
  }

  put(tile: Tile): void {
    this.drop(tile.key);
    this.tiles.set(tile.key, tile);
    this.pixels += tile.w * tile.h;
    for (const key of this.tiles.keys()) {
      if (this.pixels <= this.most) break;
      if (key !== tile.key) this.drop(key);
    }
  }

  /** All tiles, coarse ones first; those named count as used. */
  inOrder(used: readonly string[]): Tile[] {
    for (const key of used) {
      const tile = this.tiles.get(key);
      if (tile) {
        this.tiles.delete(key);
        this.tiles.set(key, tile);
      }
    }
    return [...this.tiles.values()].sort((a, b) => a.scale - b.scale);
  }

  clear(): void {
    for (const key of [...this.tiles.keys()]) this.drop(key);
  }

  private drop(key: string): void {
    const tile = this.tiles.get(key);
    if (!tile) return;
    this.tiles.delete(key);
    this.pixels -= tile.w * tile.h;
    tile.bitmap.close();
  }
}
