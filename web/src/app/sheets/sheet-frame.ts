import type { Sheet } from '@amber-relay/core/sheets';

export type Point = readonly [number, number];
/** A matrix as canvas and SVG take it: x' = a x + c y + e, y' = b x + d y + f. */
export type Matrix = readonly [number, number, number, number, number, number];

export interface View {
  /** Pixels of the screen to a sheet unit. */
  readonly k: number;
  readonly x: number;
  readonly y: number;
}

/** How a sheet lies before the eye: turned in quarters, and perhaps mirrored, then moved and enlarged by a view. */
export class SheetFrame {
  readonly width: number;
  readonly height: number;
  private readonly lie: Matrix;

  constructor(sheet: Pick<Sheet, 'width' | 'height' | 'turn' | 'mirrored'>) {
    const { width: w, height: h, turn, mirrored } = sheet;
    const upright = turn === 0 || turn === 180;
    this.width = upright ? w : h;
    this.height = upright ? h : w;
    const turned: Matrix =
      turn === 0 ? [1, 0, 0, 1, 0, 0] : turn === 90 ? [0, 1, -1, 0, h, 0] : turn === 180 ? [-1, 0, 0, -1, w, h] : [0, -1, 1, 0, 0, w];
    const [a, b, c, d, e, f] = turned;
    this.lie = mirrored ? [-a, b, -c, d, this.width - e, f] : turned;
  }

  /** From sheet units to pixels of the view. */
  matrix({ k, x, y }: View): Matrix {
    const [a, b, c, d, e, f] = this.lie;
    return [a * k, b * k, c * k, d * k, e * k + x, f * k + y];
  }

  toView([px, py]: Point, view: View): Point {
    const [a, b, c, d, e, f] = this.matrix(view);
    return [a * px + c * py + e, b * px + d * py + f];
  }

  toSheet([vx, vy]: Point, view: View): Point {
    const [a, b, c, d, e, f] = this.matrix(view);
    const det = a * d - b * c;
    return [(d * (vx - e) - c * (vy - f)) / det, (a * (vy - f) - b * (vx - e)) / det];
  }

  /** The view in which the whole sheet is seen, in the middle. */
  fit(width: number, height: number): View {
    const k = Math.min(width / this.width, height / this.height) * 0.98;
    return { k, x: (width - this.width * k) / 2, y: (height - this.height * k) / 2 };
  }

  /** The view in which a place of the sheet stands in the middle, at an enlargement. */
  centred([px, py]: Point, k: number, width: number, height: number): View {
    const [x, y] = this.toView([px, py], { k, x: 0, y: 0 });
    return { k, x: width / 2 - x, y: height / 2 - y };
  }

  /** The part of the sheet that a view of this size shows, in sheet units. */
  seen(view: View, width: number, height: number): { x0: number; y0: number; x1: number; y1: number } {
    const [a, b] = [this.toSheet([0, 0], view), this.toSheet([width, height], view)];
    return { x0: Math.min(a[0], b[0]), y0: Math.min(a[1], b[1]), x1: Math.max(a[0], b[0]), y1: Math.max(a[1], b[1]) };
  }
}
