import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import type { SweepPicture } from '@amber-relay/core/job';

const size = { width: 320, height: 110 } as const;

/** A line through the steps that have a figure, broken where one has none. */
function pathOf(heights: readonly (number | null)[]): string {
  const across = (k: number): string => (8 + ((size.width - 16) * k) / Math.max(1, heights.length - 1)).toFixed(1);
  return heights
    .map((height, k) =>
      height === null ? '' : `${k > 0 && heights[k - 1] !== null ? 'L' : 'M'}${across(k)} ${((1 - height) * size.height).toFixed(1)}`,
    )
    .join('');
}

/** The dots of a line: short strokes with round ends. */
const dotsOf = (heights: readonly (number | null)[]): string => pathOf(heights).replace(/[ML]([\d.]+ [\d.]+)/g, 'M$1h0.01');

const linesOf = (picture: SweepPicture) => [
  { path: pathOf(picture.low), width: 1, dash: '', round: false },
  { path: pathOf(picture.high), width: 1, dash: '', round: false },
  { path: pathOf(picture.before), width: 1.5, dash: '5 4', round: false },
  { path: dotsOf(picture.before), width: 4, dash: '', round: true },
  { path: pathOf(picture.now), width: 2, dash: '', round: false },
  { path: dotsOf(picture.now), width: 7, dash: '', round: true },
];

/** The picture as an SVG document, for paper. */
export function sweepSvg(picture: SweepPicture): string {
  const paths = linesOf(picture)
    .filter(({ path }) => path)
    .map(
      ({ path, width, dash, round }) =>
        `<path d="${path}" fill="none" stroke="#000000" stroke-width="${width}"${dash ? ` stroke-dasharray="${dash}"` : ''}${round ? ' stroke-linecap="round"' : ''}/>`,
    );
  return `<svg xmlns="http://www.w3.org/2000/svg" width="${size.width}" height="${size.height}" viewBox="0 0 ${size.width} ${size.height}"><rect x="0.5" y="0.5" width="${size.width - 1}" height="${size.height - 1}" fill="none" stroke="#999999"/>${paths.join('')}</svg>`;
}

/** A sweep drawn for the sheet: the line now, dashed the one before, thin the limits. */
@Component({
  selector: 'app-sweep-picture',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <svg
      [attr.viewBox]="'0 0 ' + size.width + ' ' + size.height"
      [attr.width]="size.width"
      [attr.height]="size.height"
      role="img"
      [attr.aria-label]="label()"
    >
      <rect x="0.5" y="0.5" [attr.width]="size.width - 1" [attr.height]="size.height - 1" />
      @for (line of lines(); track $index) {
        <path
          [attr.d]="line.path"
          [attr.stroke-width]="line.width"
          [attr.stroke-dasharray]="line.dash || null"
          [attr.stroke-linecap]="line.round ? 'round' : null"
        />
      }
    </svg>
    <small class="quiet">{{ picture().least }} to {{ picture().most }}{{ picture().before.length ? '; dashed: before' : '' }}</small>
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
  `,
})
export class SweepPictureView {
  readonly picture = input.required<SweepPicture>();
  readonly label = input.required<string>();
  protected readonly size = size;
  protected readonly lines = computed(() => linesOf(this.picture()).filter(({ path }) => path));
}
