import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import type { Leg } from '@amber-relay/core/parts';

/** Colours of wires by their usual words; each is written out as well. */
const colours: ReadonlySet<string> = new Set([
  ...[
    'black',
    'brown',
    'red',
    'orange',
    'yellow',
    'green',
    'blue',
    'violet',
    'purple',
    'grey',
    'gray',
    'white',
    'pink',
    'turquoise',
    'gold',
    'silver',
  ],
]);
/** So many legs stand in one row; more are parted into two, as on an IC seen from above. */
const oneRow = 5;

/** The legs of a part as they lie: in a row, in two rows counted round from the mark, or wires by colour. */
@Component({
  selector: 'app-legs-drawing',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @if (legs().length) {
      <div class="body" [class.two]="sides().right.length" role="group" [attr.aria-label]="'Legs of ' + part()">
        <ol class="left">
          @for (leg of sides().left; track leg.leg) {
            <li [class.apart]="apart().includes(leg.leg.toLowerCase())">
              @if (colour(leg.leg); as of) {
                <i [style.background]="of"></i>
              }
              <b class="ref">{{ leg.leg }}</b> {{ leg.name }}
            </li>
          }
        </ol>
        @if (sides().right.length) {
          <ol class="right">
            @for (leg of sides().right; track leg.leg) {
              <li [class.apart]="apart().includes(leg.leg.toLowerCase())">
                {{ leg.name }} <b class="ref">{{ leg.leg }}</b>
              </li>
            }
          </ol>
        }
      </div>
    } @else {
      <p class="quiet">Its legs are not known.</p>
    }
  `,
  styles: `
    .body {
      display: inline-grid;
      position: relative;
      min-width: 150px;
      padding: 8px 0;
      background: var(--mat-sys-surface-container-high);
      box-shadow: inset 0 0 0 2px var(--mat-sys-outline);
    }
    .two {
      grid-template-columns: 1fr 1fr;
      gap: 28px;
    }
    li {
      min-height: 30px;
      padding: 3px 12px;
      display: flex;
      align-items: center;
      gap: 8px;
      position: relative;
      white-space: nowrap;
    }
    .right li {
      justify-content: flex-end;
    }
    .left li::before,
    .right li::after {
      content: '';
      position: absolute;
      width: 12px;
      height: 4px;
      background: var(--mat-sys-outline);
    }
    .left li::before {
      left: -12px;
    }
    .right li::after {
      right: -12px;
    }
    .apart {
      color: var(--mat-sys-tertiary);
      font-weight: 700;
    }
    i {
      width: 14px;
      height: 14px;
      box-shadow: 0 0 0 1px var(--mat-sys-outline);
    }
  `,
})
export class LegsDrawing {
  readonly part = input.required<string>();
  readonly legs = input.required<readonly Leg[]>();
  /** Legs that are another than beside it, in small letters. */
  readonly apart = input<readonly string[]>([]);
  protected readonly sides = computed(() => {
    const legs = this.legs();
    if (legs.length <= oneRow || legs.some(({ leg }) => !/^\d+$/.test(leg))) return { left: legs, right: [] as Leg[] };
    const half = Math.ceil(legs.length / 2);
    return { left: legs.slice(0, half), right: legs.slice(half).reverse() };
  });

  protected colour(leg: string): string {
    const word = leg.toLowerCase();
    return colours.has(word) ? word : '';
  }
}
