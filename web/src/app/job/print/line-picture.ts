import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import type { LinePicture } from '@amber-relay/core/job';

const size = { width: 320, height: 110 } as const;
type Line = LinePicture['lines'][number];

const strokes: Readonly<Record<Line['of'], { readonly width: number; readonly dot: number; readonly dash: string }>> = {
  limit: { width: 1, dot: 0, dash: '' },
  before: { width: 1.5, dot: 4, dash: '5 4' },
  now: { width: 2, dot: 7, dash: '' },
};

/** A line through its places, broken where one is missing; a place that stands alone is a point. */
function pathsOf({ of, dots, places }: Line) {
  const written = places.map(
    (place) => place && `${(8 + (size.width - 16) * place[0]).toFixed(1)} ${((1 - place[1]) * size.height).toFixed(1)}`,
  );
  const { width, dot, dash } = strokes[of];
  const line = written
    .map((place, k) => (place ? `${k > 0 && written[k - 1] ? 'L' : 'M'}${place}${written[k - 1] || written[k + 1] ? '' : 'h0.01'}` : ''))
    .join('');
  const marks = dots ? written.map((place) => (place ? `M${place}h0.01` : '')).join('') : '';
  return [{ path: line, width, dash }, ...(marks ? [{ path: marks, width: dot, dash: '' }] : [])];
}

/** What is drawn, and what stands at its edges. */
export const edgesOf = ({ least, most, from, to, lines }: LinePicture, of = ''): string =>
  [
    `${of ? `${of}, ` : ''}${least} to ${most}`,
    from ? `over ${from} to ${to}` : '',
    lines.some((line) => line.of === 'before') ? 'dashed: before' : '',
  ]
    .filter(Boolean)
    .join('; ');

/** The picture as an SVG document, for paper. */
export function lineSvg(picture: LinePicture): string {
  const paths = picture.lines
    .flatMap(pathsOf)
    .map(
      ({ path, width, dash }) =>
        `<path d="${path}" fill="none" stroke="#000000" stroke-width="${width}" stroke-linecap="round"${dash ? ` stroke-dasharray="${dash}"` : ''}/>`,
    );
  return `<svg xmlns="http://www.w3.org/2000/svg" width="${size.width}" height="${size.height}" viewBox="0 0 ${size.width} ${size.height}"><rect x="0.5" y="0.5" width="${size.width - 1}" height="${size.height - 1}" fill="none" stroke="#999999"/>${paths.join('')}</svg>`;
}

/** Lines drawn for the sheet: strong what is now, dashed what was before, thin the limits. */
@Component({
  selector: 'app-line-picture',
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
      @for (line of paths(); track $index) {
        <path [attr.d]="line.path" [attr.stroke-width]="line.width" [attr.stroke-dasharray]="line.dash || null" stroke-linecap="round" />
      }
    </svg>
    <small class="quiet">{{ edges() }}</small>
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
export class LinePictureView {
  readonly picture = input.required<LinePicture>();
  /** What it is of, where the words beside it do not say so. */
  readonly of = input('');
  readonly label = input.required<string>();
  protected readonly size = size;
  protected readonly paths = computed(() => this.picture().lines.flatMap(pathsOf));
  protected readonly edges = computed(() => edgesOf(this.picture(), this.of()));
}
