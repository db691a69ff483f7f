import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import { drawingSize, linePaths, type PaperDrawing } from '@amber-relay/core/paper';

/** Lines drawn for the sheet: strong what is now, dashed what was before, thin the limits. */
@Component({
  selector: 'app-drawing-view',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <svg
      [attr.viewBox]="'0 0 ' + size.width + ' ' + size.height"
      [attr.width]="size.width"
      [attr.height]="size.height"
      role="img"
      [attr.aria-label]="drawing().label"
    >
      <rect x="0.5" y="0.5" [attr.width]="size.width - 1" [attr.height]="size.height - 1" />
      @for (line of paths(); track $index) {
        <path [attr.d]="line.path" [attr.stroke-width]="line.width" [attr.stroke-dasharray]="line.dash || null" stroke-linecap="round" />
      }
    </svg>
    <small class="quiet">{{ drawing().edges }}</small>
  `,
  styles: `
    :host {
      display: flex;
      flex-direction: column;
      gap: 2px;
    }
    rect {
      fill: none;
      stroke: var(--mat-sys-outline-variant);
    }
    path {
      fill: none;
      stroke: currentColor;
    }
    small {
      max-width: 320px;
    }
  `,
})
export class DrawingView {
  readonly drawing = input.required<PaperDrawing>();
  protected readonly size = drawingSize;
  protected readonly paths = computed(() => linePaths(this.drawing().picture));
}
