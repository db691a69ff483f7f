import { afterRenderEffect, ChangeDetectionStrategy, Component, computed, input, viewChild, type ElementRef } from '@angular/core';
import type { Difference, Picture } from '@amber-relay/core/overlay';

/** Draws a picture and another over it, as far as that can be seen through. */
export function drawOver(
  ink: CanvasRenderingContext2D | OffscreenCanvasRenderingContext2D,
  first: Picture,
  over: Picture,
  share: number,
): void {
  const mixed = new Uint8ClampedArray(first.data);
  for (let k = 0; k < mixed.length; k += 4) {
    const seen = ((over.data[k + 3] ?? 0) / 255) * share;
    for (let c = k; c < k + 3; c += 1) mixed[c] = (first.data[c] ?? 0) * (1 - seen) + (over.data[c] ?? 0) * seen;
  }
  ink.putImageData(new ImageData(mixed, first.width, first.height), 0, 0);
}

/** Rings with their numbers, light on dark so that they stand out on any board. */
export function drawRings(
  ink: CanvasRenderingContext2D | OffscreenCanvasRenderingContext2D,
  rings: readonly Difference[],
  width: number,
): void {
  const line = Math.max(2, width / 300);
  rings.forEach(({ x, y, radius }, k) => {
    for (const [colour, wide] of [
      ['#10191e', 3 * line],
      ['#ffffff', line],
    ] as const) {
      ink.beginPath();
      ink.strokeStyle = colour;
      ink.lineWidth = wide;
      ink.arc(x, y, radius, 0, 2 * Math.PI);
      ink.stroke();
    }
    ink.font = `bold ${Math.round(width / 38)}px sans-serif`;
    ink.lineWidth = 3 * line;
    ink.lineJoin = 'round';
    const at = [x + radius * 0.75, Math.max(width / 38, y - radius * 0.75)] as const;
    ink.strokeStyle = '#10191e';
    ink.strokeText(String(k + 1), ...at);
    ink.fillStyle = '#ffffff';
    ink.fillText(String(k + 1), ...at);
  });
}

/** Two pictures over each other, as far through as is said, with rings around what differs. */
@Component({
  selector: 'app-over-canvas',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `<canvas #canvas role="img" [attr.aria-label]="label()"></canvas>`,
  styles: `
    :host {
      display: block;
    }
    canvas {
      display: block;
      max-width: 100%;
      max-height: var(--over-height, 460px);
    }
  `,
})
export class OverCanvas {
  readonly first = input.required<Picture>();
  readonly over = input.required<Picture>();
  /** How much of the second is seen: 0 none, 1 only it. */
  readonly share = input.required<number>();
  readonly rings = input<readonly Difference[]>([]);
  private readonly canvas = viewChild.required<ElementRef<HTMLCanvasElement>>('canvas');
  protected readonly label = computed(
    () =>
      `${this.share() === 0 ? 'The first picture' : this.share() === 1 ? 'The second picture' : 'Both pictures'}, ${this.rings().length} rings`,
  );

  constructor() {
    afterRenderEffect(() => {
      const canvas = this.canvas().nativeElement;
      const { width, height } = this.first();
      if (canvas.width !== width) canvas.width = width;
      if (canvas.height !== height) canvas.height = height;
      const ink = canvas.getContext('2d');
      if (!ink) return;
      drawOver(ink, this.first(), this.over(), this.share());
      drawRings(ink, this.rings(), width);
    });
  }
}
