import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { FormsModule } from '@angular/forms';
import { MatSort, MatSortHeader, type Sort } from '@angular/material/sort';
import { moneyText } from '@amber-relay/core/money';
import { fromStore } from '../storage/from-store';
import { ShopRepository } from '../storage/shop-repository';

/** Stock: what is in the drawers. */
@Component({
  selector: 'app-stock-page',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [FormsModule, MatSort, MatSortHeader],
  template: `
    <div class="page" tabindex="0" role="group" aria-label="Stock">
      <header>
        <h1>Stock</h1>
        <label class="field"
          ><span class="visually-hidden">Search stock</span
          ><input class="box" type="search" [ngModel]="words()" (ngModelChange)="words.set($event)" placeholder="Part, drawer, supplier"
        /></label>
      </header>
      <table class="plain">
        <thead>
          <tr
            matSort
            matSortDisableClear
            [matSortActive]="sort().active"
            [matSortDirection]="sort().direction"
            (matSortChange)="sort.set($event)"
          >
            <th mat-sort-header="part">Part</th>
            <th mat-sort-header="kind">Kind</th>
            <th mat-sort-header="quantity" arrowPosition="before" class="num">Here</th>
            <th mat-sort-header="priceMinor" arrowPosition="before" class="num">Price</th>
            <th mat-sort-header="drawer">Drawer</th>
            <th mat-sort-header="supplier">Supplier</th>
          </tr>
        </thead>
        <tbody>
          @for (s of rows(); track s.id) {
            <tr>
              <td>{{ s.part }}</td>
              <td class="quiet">{{ s.kind }}</td>
              <td class="fig num">{{ s.quantity }}</td>
              <td class="fig num">{{ money(s.priceMinor) }}</td>
              <td>{{ s.drawer }}</td>
              <td>{{ s.supplier }}</td>
            </tr>
          } @empty {
            <tr>
              <td colspan="6" class="quiet">{{ empty() }}</td>
            </tr>
          }
        </tbody>
      </table>
    </div>
  `,
  styles: `
    .box {
      width: 340px;
    }
  `,
})
export class StockPage {
  private readonly shop = inject(ShopRepository);
  private readonly read = fromStore('the stock', this.shop.stock$);
  private readonly stock = computed(() => this.read() ?? []);
  /** Nothing is said of there being nothing before it was looked. */
  protected readonly empty = computed(() => (this.read() ? 'Nothing in stock. Stock comes in with an archive.' : 'Reading…'));
  private readonly settings = fromStore('the settings of the shop', this.shop.settings$);
  protected readonly words = signal('');
  protected readonly sort = signal<Sort>({ active: 'part', direction: 'asc' });
  protected readonly rows = computed(() => {
    const words = this.words().toLowerCase().split(/\s+/);
    const { active, direction } = this.sort();
    const by = active as 'part' | 'kind' | 'quantity' | 'priceMinor' | 'drawer' | 'supplier';
    return this.stock()
      .filter((s) => words.every((w) => `${s.part} ${s.kind} ${s.drawer} ${s.supplier}`.toLowerCase().includes(w)))
      .sort((a, b) => String(a[by]).localeCompare(String(b[by]), 'en', { numeric: true }) * (direction === 'desc' ? -1 : 1));
  });

  protected money(minor: number): string {
    return moneyText(minor, this.settings()?.currency ?? '');
  }
}
