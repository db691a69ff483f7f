import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import { FormsModule } from '@angular/forms';
import { moneyText } from '@amber-relay/core/money';
import { catchError, of } from 'rxjs';
import { ShopRepository } from '../storage/shop-repository';

/** Stock: what is in the drawers. */
@Component({
  selector: 'app-stock-page',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [FormsModule],
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
          <tr>
            <th>Part</th>
            <th>Kind</th>
            <th class="num">Here</th>
            <th class="num">Price</th>
            <th>Drawer</th>
            <th>Supplier</th>
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
              <td colspan="6" class="quiet">Nothing in stock. Stock comes in with an archive.</td>
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
  private readonly stock = toSignal(this.shop.stock$.pipe(catchError(() => of([]))), { initialValue: [] });
  private readonly settings = toSignal(this.shop.settings$.pipe(catchError(() => of(undefined))));
  protected readonly words = signal('');
  protected readonly rows = computed(() => {
    const words = this.words().toLowerCase().split(/\s+/);
    return this.stock().filter((s) => words.every((w) => `${s.part} ${s.kind} ${s.drawer} ${s.supplier}`.toLowerCase().includes(w)));
  });

  protected money(minor: number): string {
    return moneyText(minor, this.settings()?.currency ?? '');
  }
}
