import { ChangeDetectionStrategy, Component, effect, input, output, signal, untracked, type OnDestroy } from '@angular/core';

/** A place on a picture as a share of its width and height, the sign that stands there, and how it is called. */
export interface Spot {
  readonly x: number;
  readonly y: number;
  readonly sign: string;
  readonly label: string;
}

/** A picture with what lies where on it: pressed, a spot is set, or what was said of one is turned round. */
@Component({
  selector: 'app-spotted-picture',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <div class="frame">
      @if (url(); as src) {
        <img [src]="src" [alt]="name()" />
        @if (settable()) {
          <button type="button" class="plate" (click)="pressed($event)" [attr.aria-label]="hint()"></button>
        }
      }
      @for (spot of spots(); track $index) {
        <button
          type="button"
          class="spot fig"
          [class.done]="done().has($index)"
          [class.long]="spot.sign.length > 2"
          [style.left.%]="spot.x * 100"
          [style.top.%]="spot.y * 100"
          (click)="spotPressed.emit($index)"
          [attr.aria-label]="spot.label"
          [attr.aria-pressed]="settable() ? null : done().has($index)"
        >
          {{ spot.sign }}
        </button>
      }
    </div>
  `,
  styles: `
    .frame {
      position: relative;
      display: inline-block;
      line-height: 0;
    }
    img {
      max-width: 100%;
      max-height: var(--picture-height, 340px);
    }
    .plate {
      position: absolute;
      inset: 0;
      padding: 0;
      border: 0;
      background: none;
      cursor: crosshair;
    }
    .spot {
      position: absolute;
      translate: -50% -50%;
      width: 40px;
      height: 40px;
      padding: 0;
      border: 3px solid var(--mat-sys-on-surface);
      border-radius: 50%;
      background: var(--mat-sys-surface);
      color: var(--mat-sys-on-surface);
      font-size: 18px;
      line-height: 1;
      cursor: pointer;
    }
    .spot.long {
      width: auto;
      min-width: 40px;
      padding: 0 6px;
      border-radius: 12px;
      font-size: 15px;
    }
    .spot.done {
      background: var(--mat-sys-primary);
      border-color: var(--mat-sys-surface);
      color: var(--mat-sys-on-primary);
    }
  `,
})
export class SpottedPicture implements OnDestroy {
  readonly bytes = input.required<Uint8Array>();
  readonly type = input.required<string>();
  readonly name = input('');
  readonly spots = input<readonly Spot[]>([]);
  /** Which of them are in again. */
  readonly done = input<ReadonlySet<number>>(new Set());
  /** Whether a press on the picture sets one, and how that is called. */
  readonly settable = input(false);
  readonly hint = input('Where it was');
  readonly spotted = output<{ readonly x: number; readonly y: number }>();
  readonly spotPressed = output<number>();
  protected readonly url = signal('');

  constructor() {
    effect(() => {
      const made = URL.createObjectURL(new Blob([this.bytes() as BlobPart], { type: this.type() }));
      untracked(() => this.release());
      this.url.set(made);
    });
  }

  ngOnDestroy(): void {
    this.release();
  }

  private release(): void {
    if (this.url()) URL.revokeObjectURL(this.url());
  }

  /** By key it is set in the middle. */
  protected pressed(event: MouseEvent): void {
    const box = (event.currentTarget as HTMLElement).getBoundingClientRect();
    const share = (at: number, from: number, size: number): number =>
      event.detail === 0 ? 0.5 : Math.min(1, Math.max(0, Math.round(((at - from) / size) * 1000) / 1000));
    this.spotted.emit({ x: share(event.clientX, box.left, box.width), y: share(event.clientY, box.top, box.height) });
  }
}
