import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { drawerSums, fromDrawers } from '@amber-relay/core/feed';
import { fromStore } from '../storage/from-store';
import { ShopRepository } from '../storage/shop-repository';
import { OpenSum } from './open-sum';

/** What the drawers have for the sum that is open: one press puts it into the form. */
@Component({
  selector: 'app-drawer-feed',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @if (takes()) {
      <div class="row" role="group" aria-label="From Stock">
        <span class="quiet">From Stock</span>
        @for (fed of feeds().slice(0, most); track fed.key) {
          <button class="chip" [attr.aria-pressed]="open.fed()?.key === fed.key" (click)="open.feed(fed)">{{ fed.name }}</button>
        } @empty {
          <span class="quiet">{{ nothing[open.sum().id] }}</span>
        }
        @if (feeds().length > most) {
          <span class="quiet">and {{ feeds().length - most }} more</span>
        }
      </div>
    }
  `,
  styleUrl: './feed-row.scss',
})
export class DrawerFeed {
  protected readonly open = inject(OpenSum);
  private readonly stock = fromStore('the stock', inject(ShopRepository).stock$);
  protected readonly most = 8;
  /** What would have to stand there. */
  protected readonly nothing: Readonly<Record<string, string>> = {
    'resistor-bank': 'no resistor with its value and rating in its name, such as 47 kΩ 2 W',
    pad: 'no resistor with its value in its name, such as 47 Ω 2 W',
    'capacitor-fit': 'no capacitor near it with its value and volts in its name, such as 220 µF 25 V',
    'matched-set': 'no item says what each piece measured: write it there, such as 1: 101, 2: 118',
    substitute: 'no item here says its ratings, such as vceo 40V, ic 200mA',
  };
  protected readonly takes = computed(() => this.stock() !== undefined && drawerSums.includes(this.open.sum().id));
  protected readonly feeds = computed(() => {
    // The example is nobody's part: nothing is looked for beside it.
    const input = this.open.isExample() ? {} : this.open.read().input;
    return fromDrawers(this.open.sum().id, this.stock() ?? [], input);
  });
}
