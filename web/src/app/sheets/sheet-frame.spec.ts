import { SheetFrame } from './sheet-frame';
import { coarse, onePiece, scaleFor, tilesOver, TileStore, wholeTile, type TileWanted } from './tile-store';

const turns = [0, 90, 180, 270] as const;

describe('SheetFrame', () => {
  for (const turn of turns)
    for (const mirrored of [false, true]) {
      const frame = new SheetFrame({ width: 400, height: 300, turn, mirrored });
      const view = { k: 1.7, x: -35, y: 80 };
      it(`turned by ${turn}${mirrored ? ' and mirrored' : ''}: there and back is the same, and the corners stay corners`, () => {
        for (const [x, y] of [
          [0, 0],
          [400, 300],
          [123, 45],
        ] as const) {
          const [bx, by] = frame.toSheet(frame.toView([x, y], view), view);
          expect(Math.hypot(bx - x, by - y)).toBeLessThan(1e-6);
        }
        const corner = frame.toView([0, 0], { k: 1, x: 0, y: 0 });
        expect([0, frame.width]).toContain(corner[0]);
        expect([0, frame.height]).toContain(corner[1]);
      });
      it(`turned by ${turn}${mirrored ? ' and mirrored' : ''}: what is centred stands in the middle, and a whole sheet fits`, () => {
        const [x, y] = frame.toView([100, 200], frame.centred([100, 200], 3, 800, 600));
        expect([Math.round(x), Math.round(y)]).toEqual([400, 300]);
        const seen = frame.seen(frame.fit(800, 600), 800, 600);
        expect(seen.x0 <= 0 && seen.y0 <= 0 && seen.x1 >= 400 && seen.y1 >= 300).toBeTrue();
      });
    }
  it('turns clockwise', () => {
    const frame = new SheetFrame({ width: 400, height: 300, turn: 90, mirrored: false });
    expect([frame.width, frame.height]).toEqual([300, 400]);
    expect(frame.toView([0, 0], { k: 1, x: 0, y: 0 })).toEqual([300, 0]);
  });
});

describe('tiles', () => {
  it('cover what is seen, nearest to the middle first, and end at the edge of the sheet', () => {
    const tiles = tilesOver({ width: 1000, height: 700 }, { x0: 0, y0: 0, x1: 1000, y1: 700 }, 2);
    expect(tiles.length).toBe(4 * 3);
    expect(Math.max(...tiles.map((t) => t.x + t.w))).toBe(2000);
    expect(Math.max(...tiles.map((t) => t.y + t.h))).toBe(1400);
    expect(tilesOver({ width: 1000, height: 700 }, { x0: 2000, y0: 0, x1: 3000, y1: 700 }, 2)).toEqual([]);
  });
  it('are one where a sheet is seen as a whole', () => {
    for (const size of [
      { width: 300, height: 200 },
      { width: 2400, height: 900 },
      { width: 620, height: 1300 },
    ])
      expect(tilesOver(size, { x0: 0, y0: 0, x1: size.width, y1: size.height }, coarse(size))).toEqual([
        jasmine.objectContaining(wholeTile(size)) as unknown as TileWanted,
      ]);
  });
  it('of one scale are drawn in one piece, as far as it does not grow too large', () => {
    const size = { width: 8000, height: 8000 };
    const four = tilesOver(size, { x0: 0, y0: 0, x1: 1200, y1: 1200 }, 1);
    expect(onePiece(four)).toEqual({ piece: { scale: 1, x: 0, y: 0, w: 1280, h: 1280 }, tiles: four });
    const mixed = [wholeTile(size), ...four];
    expect(onePiece(mixed)?.tiles).toEqual([wholeTile(size)]);
    const many = onePiece(tilesOver(size, { x0: 0, y0: 0, x1: 8000, y1: 8000 }, 1));
    expect(many?.tiles.length).toBeGreaterThan(4);
    expect((many?.piece.w ?? 0) * (many?.piece.h ?? 0)).toBeLessThanOrEqual(4_000_000);
    expect(onePiece([])).toBeUndefined();
  });
  it('come in steps of scale that are never coarser than a tenth under what is shown', () => {
    for (const k of [0.1, 0.35, 1, 1.3, 2.9, 7]) {
      expect(scaleFor(k) / k).toBeGreaterThan(0.89);
      expect(scaleFor(k) / k).toBeLessThan(1.45);
    }
  });
  it('are let go when there are too many pixels, the least used first', () => {
    const store = new TileStore(3 * 100);
    const closed: string[] = [];
    const put = (key: string): void =>
      store.put({ key, scale: 1, x: 0, y: 0, w: 10, h: 10, bitmap: { close: () => closed.push(key) } as unknown as ImageBitmap });
    ['a', 'b', 'c'].forEach(put);
    store.inOrder(['a']);
    put('d');
    expect(closed).toEqual(['b']);
    store.clear();
    expect(closed.sort()).toEqual(['a', 'b', 'c', 'd']);
  });
});
