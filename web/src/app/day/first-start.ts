import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { RouterLink } from '@angular/router';
import { fromStore } from '../storage/from-store';
import { newShopSettings } from '../storage/new-shop-settings';
import { ShopRepository } from '../storage/shop-repository';
import { StateMark } from '../ui/state-mark';

/** The first steps of a shop of one's own, none of which has to be taken before the others. */
@Component({
  selector: 'app-first-start',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [RouterLink, StateMark],
  template: `
    <h2>No set has been booked in yet</h2>
    <p>Begin where you like: nothing of it has to be done before the rest, and all of it can be changed later.</p>
    <ol aria-label="First steps">
      @for (step of steps(); track step.to) {
        <li>
          <app-state-mark [of]="step.done ? 'done' : 'not-begun'" />
          <a [routerLink]="step.to" [fragment]="step.part" [class.main]="step.to === '/book-in'">{{ step.name }}</a>
          <span class="quiet">{{ step.says }}</span>
        </li>
      }
    </ol>
  `,
  styles: `
    ol {
      list-style: none;
      margin: 10px 0 0;
      padding: 0;
    }
    li {
      display: grid;
      grid-template-columns: 40px 210px minmax(0, 1fr);
      align-items: center;
      min-height: 48px;
      border-top: 1px solid var(--mat-sys-outline-variant);
    }
    a {
      font: var(--mat-sys-title-small);
      font-stretch: var(--ar-stretch-text);
    }
  `,
})
export class FirstStart {
  private readonly shop = inject(ShopRepository);
  private readonly settings = fromStore('the settings of the shop', this.shop.settings$);
  private readonly instruments = fromStore('the instruments', this.shop.instruments$, []);
  private readonly stock = fromStore('the stock', this.shop.stock$, []);
  protected readonly steps = computed(() => {
    const [listed, parts] = [this.instruments().length, this.stock().length];
    return [
      {
        to: '/archive',
        part: 'shop',
        name: 'The shop',
        says: 'name and address for the sheet, who works here, currency, rate and tax, what S9 is here, how you repair',
        // A new shop has a name of its own accord.
        done: (this.settings()?.name ?? newShopSettings.name) !== newShopSettings.name,
      },
      {
        to: '/instruments',
        name: 'Your instruments',
        says: listed ? `${listed} listed` : 'what stands on the bench and how well it reads: every verdict reckons with it',
        done: listed > 0,
      },
      {
        to: '/stock',
        name: 'Your drawers',
        says: parts ? `${parts} in stock` : 'pasted from a spreadsheet, or part by part',
        done: parts > 0,
      },
      {
        to: '/day/hours',
        name: 'Your hours',
        says: 'who works at the bench and when; Monday to Friday from nine until you say otherwise. The plan of the day is laid into them',
        done: this.settings()?.people !== undefined,
      },
      {
        to: '/book-in',
        name: 'Book in a set',
        says: 'owner, set, and the complaint in the owner’s words; of a set without a card, its kind',
        done: false,
      },
    ];
  });
}
