import { ChangeDetectionStrategy, Component, computed, input, viewChild } from '@angular/core';
import { MatAutocomplete, MatOption } from '@angular/material/autocomplete';

/** Something that a field offers to take, and what is said beside it. */
export interface Offer {
  readonly value: string;
  readonly says?: string;
}

const most = 12;

/**
 * What a field offers while one types, to be taken by arrows and Enter or by pressing it; anything else may be typed as well.
 * `<input [matAutocomplete]="parts.panel()" /><app-offers #parts [from]="all()" [typed]="text()" />`
 */
@Component({
  selector: 'app-offers',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [MatAutocomplete, MatOption],
  template: `
    <mat-autocomplete #panel>
      @for (offer of shown(); track offer.value) {
        <mat-option [value]="offer.value"
          ><b>{{ offer.value }}</b>
          @if (offer.says) {
            <span class="quiet"> {{ offer.says }}</span>
          }
        </mat-option>
      }
    </mat-autocomplete>
  `,
  // What it shows hangs under the field; it takes no room of its own.
  styles: `
    :host {
      display: none;
    }
  `,
})
export class Offers {
  readonly from = input.required<readonly Offer[]>();
  readonly typed = input('');
  readonly panel = viewChild.required<MatAutocomplete>('panel');
  /** Those that begin with what was typed, then those that hold it. */
  protected readonly shown = computed(() => {
    const typed = this.typed().trim().toLowerCase();
    const fits = this.from()
      .filter(({ value, says }) => `${value} ${says ?? ''}`.toLowerCase().includes(typed))
      .sort((a, b) => a.value.localeCompare(b.value, 'en', { numeric: true }));
    const first = fits.filter(({ value }) => value.toLowerCase().startsWith(typed));
    return [...first, ...fits.filter((offer) => !first.includes(offer))].slice(0, most);
  });
}
