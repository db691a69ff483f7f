import { blotsOf, runsOf, solid, turnedOver, type Mask } from './ink-runs';
import { scannedAt, twice, uprightAt, uprightInk, type GreyPicture } from './scan-picture';
import { scanWires } from './scan-wires';

/** Grey paper on which one may draw with a thick pen. */
class Paper implements GreyPicture {
  readonly grey: Uint8Array;
  constructor(
    readonly width: number,
    readonly height: number,
  ) {
    this.grey = new Uint8Array(width * height).fill(236);
  }
  /** Everything nearer to a place than half a pen is ink. */
  private dab(x: number, y: number, pen: number): void {
    const r = pen / 2;
    for (let py = Math.floor(y - r); py <= y + r; py++)
      for (let px = Math.floor(x - r); px <= x + r; px++)
        if (Math.hypot(px - x, py - y) <= r && px >= 0 && py >= 0 && px < this.width && py < this.height)
          this.grey[py * this.width + px] = 25;
  }
  line(x0: number, y0: number, x1: number, y1: number, pen = 5): this {
    const long = Math.hypot(x1 - x0, y1 - y0);
    for (let d = 0; d <= long; d += 0.5) this.dab(x0 + ((x1 - x0) * d) / long, y0 + ((y1 - y0) * d) / long, pen);
    return this;
  }
  /** Half a circle over a line that is crossed. */
  hop(x: number, y: number, r: number, pen = 5): this {
    for (let a = 0; a <= 180; a++) this.dab(x - r * Math.cos((a * Math.PI) / 180), y - r * Math.sin((a * Math.PI) / 180), pen);
    return this;
  }
  dot(x: number, y: number, r: number): this {
    this.dab(x, y, 2 * r);
    return this;
  }
  /** Upright strokes as large as letters, by which the size of the writing is known. */
  writing(y: number): this {
    for (let i = 0; i < 16; i++) this.line(60 + 30 * i, y, 60 + 30 * i, y + 22, 4).line(60 + 30 * i, y + 22, 72 + 30 * i, y + 22, 4);
    return this;
  }
}
const crossing = (wires: ReturnType<typeof scanWires>, x: number, y: number) =>
  wires.joins.find(({ at }) => Math.hypot(at[0] - x, at[1] - y) < 8);

describe('a scan', () => {
  const page = (): Paper =>
    new Paper(900, 700)
      .writing(640)
      .line(100, 200, 700, 200)
      .line(100, 400, 700, 400)
      .line(200, 200, 200, 400)
      .dot(200, 200, 9)
      .dot(200, 400, 9);

  it('is followed: dots join, a bare crossing does not, and a blot that may be a dot is asked', () => {
    const wires = scanWires(page().line(400, 100, 400, 300).line(600, 300, 600, 500).dot(600, 400, 6), { places: [] });
    expect(wires.lines.length).toBe(5);
    expect(wires.joins.filter(({ joined }) => joined).length).toBe(2);
    expect(crossing(wires, 400, 200)).toEqual(jasmine.objectContaining({ joined: false, sure: true }));
    expect(crossing(wires, 600, 400)).toEqual(jasmine.objectContaining({ joined: false, sure: false }));
  });
  it('has a dot asked that is much smaller than the others of the page', () => {
    const at = (r: number) => {
      const paper = page().line(400, 100, 400, 300).line(600, 300, 600, 500).dot(200, 200, 12).dot(200, 400, 12).dot(400, 200, 12);
      return crossing(scanWires(paper.dot(600, 400, r), { places: [] }), 600, 400);
    };
    expect(at(12)).toEqual(jasmine.objectContaining({ kind: 'dot', joined: true, sure: true }));
    expect(at(7.5)).toEqual(jasmine.objectContaining({ joined: false, sure: false }));
  });
  it('does not take the letters of a heading for lines that end at the one beneath', () => {
    const heading = (paper: Paper, letters: number): Paper => {
      for (let i = 0; i < letters; i++) {
        const x = 260 + 34 * i;
        paper
          .line(x, 151, x, 193, 4)
          .line(x, 172, x + 20, 172, 4)
          .line(x + 20, 172, x + 20, 193, 4);
      }
      return paper;
    };
    const tees = (paper: Paper): number => scanWires(paper, { places: [] }).joins.filter(({ kind }) => kind === 'tee').length;
    expect(tees(heading(page(), 5))).toBe(0);
    // What stands there alone may well be drawn.
    expect(tees(heading(page(), 1))).toBeGreaterThan(0);
  });
  it('goes on over two hops that stand side by side', () => {
    const paper = new Paper(900, 700).writing(640).line(100, 300, 300, 300).hop(316, 300, 16).line(332, 300, 340, 300).hop(356, 300, 16);
    paper.line(372, 300, 700, 300).line(316, 100, 316, 500).line(356, 100, 356, 500).line(500, 300, 500, 500);
    const { joins, lines } = scanWires(paper, { places: [] });
    const over = joins.filter(({ kind }) => kind === 'hop');
    expect(over.length).toBe(1);
    const [a, b] = [lines[over[0]!.a]!, lines[over[0]!.b]!].sort((p, q) => p[0] - q[0]);
    expect(a![2]).toBeLessThan(310);
    expect(b![0]).toBeGreaterThan(360);
  });
  it('that lies askew is set upright, and what is found lies where it was scanned', () => {
    const t = Math.tan(0.02);
    const paper = new Paper(900, 700);
    for (const y of [150, 300, 450]) paper.line(60, y, 840, y + 780 * t);
    const upright = uprightInk(paper);
    expect(upright.skew).toBeCloseTo(0.02, 3);
    for (const p of [
      [10, 20],
      [800, 650],
    ] as const) {
      const [x, y] = uprightAt(scannedAt(p, upright), upright);
      expect(Math.hypot(x - p[0], y - p[1])).toBeLessThan(0.01);
    }
    const { lines } = scanWires(paper, { places: [] });
    expect(lines.length).toBe(3);
    for (const [x0, y0, x1, y1] of lines) expect(Math.abs((y1 - y0) / (x1 - x0) - t)).toBeLessThan(0.004);
  });
  it('is told in units of the sheet, however many pixels it was looked at with', () => {
    const wires = scanWires(page(), { places: [], scale: 2 });
    const across = wires.lines.filter(([x0, , x1]) => x1 - x0 > 200);
    expect(across.length).toBe(2);
    for (const [x0, , x1] of across) {
      expect(Math.abs(x0 - 50)).toBeLessThan(3);
      expect(Math.abs(x1 - 350)).toBeLessThan(3);
    }
  });
  it('that is coarse is doubled, and nothing moves by it', () => {
    const paper = new Paper(300, 240).line(30, 60, 270, 60, 2).line(150, 60, 150, 200, 2);
    const [wide] = [twice(paper)];
    expect([wide.width, wide.height]).toEqual([600, 480]);
    const { lines } = scanWires(paper, { places: [] });
    expect(lines.length).toBe(2);
    expect(lines.some(([x0, y0, x1]) => Math.abs(x0 - 30) < 3 && Math.abs(y0 - 60) < 2 && Math.abs(x1 - 270) < 3)).toBeTrue();
  });
  it('of something else, or of nothing, is said and left alone', () => {
    expect(scanWires(new Paper(400, 300), { places: [] }).said).toBe('No lines can be made out on this scan.');
    const noise = new Paper(2200, 1600);
    for (let i = 0; i < noise.grey.length; i += 2) noise.grey[i] = 0;
    const wires = scanWires(noise, { places: [] });
    expect(wires.lines).toEqual([]);
    expect(wires.said).toContain('more drawn on this page than can be gone through');
  });
});

describe('runs of ink', () => {
  const mask = (...rows: readonly string[]): Mask => ({
    width: rows[0]!.length,
    height: rows.length,
    ink: Uint8Array.from(rows.join(''), (sign) => Number(sign === '#')),
  });
  const drawn = mask('##..#..', '##...#.', '......#', '#......', '.####..', '.####..', '.####..');

  it('hang together over corners, and hold all the ink', () => {
    const blots = blotsOf(runsOf(drawn), 1);
    expect(blots.map(({ area }) => area).sort((a, b) => a - b)).toEqual([3, 4, 13]);
    expect(blots.find(({ area }) => area === 3)?.box).toEqual([4, 0, 6, 2]);
    expect(blots.find(({ area }) => area === 4)?.centre).toEqual([0.5, 0.5]);
  });
  it('are the same picture when it is turned over twice', () => {
    const over = turnedOver(drawn, runsOf(drawn));
    expect([over.width, over.height]).toEqual([drawn.height, drawn.width]);
    expect(turnedOver(over, runsOf(over)).ink).toEqual(drawn.ink);
  });
  it('are thick where a square fits in', () => {
    const thick = solid(drawn, runsOf(drawn), 3);
    expect(runsOf(thick)).toEqual({ at: [5], from: [2], to: [3] });
  });
});
