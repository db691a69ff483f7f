import { afterNextRender, ChangeDetectionStrategy, Component, DestroyRef, type ElementRef, inject, output, viewChild } from '@angular/core';
import { signatureBox as box } from '@amber-relay/core/tape';
import SignaturePad from 'signature_pad';

const most = { strokes: 60, places: 1000 } as const;

/** What was written, in steps of the box: places that lie on one another once, and of a very long stroke every few. */
export function strokesOf(
  groups: readonly { readonly points: readonly { readonly x: number; readonly y: number }[] }[],
  scale: number,
): number[][] {
  const within = (value: number, end: number): number => Math.min(end, Math.max(0, Math.round(value * scale)));
  return groups.slice(0, most.strokes).flatMap(({ points }) => {
    const places = points
      .map(({ x, y }) => [within(x, box.width), within(y, box.height)] as const)
      .filter(([x, y], k, all) => k === 0 || all[k - 1]?.[0] !== x || all[k - 1]?.[1] !== y);
    const each = Math.ceil(places.length / most.places);
    const kept = places.filter((_, k) => k % each === 0 || k === places.length - 1).slice(0, most.places);
    return kept.length ? [kept.flat()] : [];
  });
}

/** A box to sign in by pen, finger or mouse. */
@Component({
  selector: 'app-signature-box',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `<canvas #ink role="img" aria-label="Box to sign in" [attr.width]="box.width" [attr.height]="box.height"></canvas>`,
  styles: `
    canvas {
      display: block;
      width: 100%;
      max-width: 600px;
      aspect-ratio: 3;
      background: #fff;
      box-shadow: inset 0 -1px 0 var(--mat-sys-outline);
      touch-action: none;
      cursor: crosshair;
    }
  `,
})
export class SignatureBox {
  readonly written = output<readonly (readonly number[])[]>();
  protected readonly box = box;
  private readonly ink = viewChild.required<ElementRef<HTMLCanvasElement>>('ink');
  private pad: SignaturePad | undefined;

  constructor() {
    afterNextRender(() => {
      // The canvas has the steps of the box however large it is shown; the pad itself reckons in shown pixels.
      const canvas = this.ink().nativeElement;
      const fit = (): number => {
        const scale = box.width / (canvas.clientWidth || box.width);
        canvas.getContext('2d')?.setTransform(scale, 0, 0, scale, 0, 0);
        return scale;
      };
      const pad = new SignaturePad(canvas, { penColor: '#10191e' });
      pad.addEventListener('beginStroke', fit);
      pad.addEventListener('endStroke', () => this.written.emit(strokesOf(pad.toData(), fit())));
      this.pad = pad;
    });
    inject(DestroyRef).onDestroy(() => this.pad?.off());
  }

  clear(): void {
    this.pad?.clear();
    this.written.emit([]);
  }
}
