import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { RouterLink } from '@angular/router';
import { moneyText } from '@amber-relay/core/money';
import { isSettled, orderCost } from '@amber-relay/core/orders';
import { fromStore } from '../storage/from-store';
import { ShopRepository } from '../storage/shop-repository';
import { Clock } from '../ui/clock';
import { dayText } from '../ui/clock-text';
import { orderStands } from './order-words';

/** All orders: those that are still to come first, the newest at the front. */
@Component({
  selector: 'app-orders-page',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [RouterLink],
  template: `
    <div class="page" tabindex="0" role="group" aria-label="Orders">
      <header><h1>Orders</h1></header>
      @if (rows().length) {
        <table class="plain">
          <thead>
            <tr>
              <th>Order</th>
              <th>From</th>
              <th>Placed</th>
              <th class="num">Lines</th>
              <th class="num">Cost</th>
              <th>Stands</th>
            </tr>
          </thead>
          <tbody>
            @for (row of rows(); track row.id) {
              <tr>
                <td class="fig">
                  <a class="open" [routerLink]="['/stock/orders', row.id]">{{ row.number }}</a>
                </td>
                <td>{{ row.supplier }}</td>
                <td>{{ row.placed }}</td>
                <td class="fig num">{{ row.lines }}</td>
                <td class="fig num">{{ row.cost }}</td>
                <td [class.attn]="row.late">{{ row.says }}</td>
              </tr>
            }
          </tbody>
        </table>
      } @else {
        <p class="quiet">{{ empty() }}</p>
      }
    </div>
  `,
  styles: `
    .open {
      display: inline-flex;
      align-items: center;
      min-width: 40px;
      min-height: 40px;
    }
  `,
})
export class OrdersPage {
  private readonly shop = inject(ShopRepository);
  private readonly clock = inject(Clock);
  private readonly orders = fromStore('the orders', this.shop.orders$);
  private readonly settings = fromStore('the settings of the shop', this.shop.settings$);
  protected readonly empty = computed(() => (this.orders() ? 'No order yet. What has to be ordered stands under To order.' : 'Reading…'));
  protected readonly rows = computed(() =>
    [...(this.orders() ?? [])]
      .sort((a, b) => Number(isSettled(a)) - Number(isSettled(b)) || b.number - a.number)
      .map((order) => ({
        id: order.id,
        number: order.number,
        supplier: order.supplier,
        placed: dayText(order.at),
        lines: order.lines.length,
        cost: moneyText(orderCost(order).landedMinor, this.settings()?.currency ?? ''),
        ...orderStands(order, this.clock.day()),
      })),
  );
}
