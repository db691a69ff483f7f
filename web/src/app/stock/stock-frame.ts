import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { MatTabLink, MatTabNav, MatTabNavPanel } from '@angular/material/tabs';
import { RouterLink, RouterLinkActive, RouterOutlet } from '@angular/router';
import { isSettled, needsOf } from '@amber-relay/core/orders';
import { fromStore } from '../storage/from-store';
import { OrderRepository } from '../storage/order-repository';
import { ShopRepository } from '../storage/shop-repository';

/** Stock: the drawers, what has to be ordered, and what was. */
@Component({
  selector: 'app-stock-frame',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [MatTabLink, MatTabNav, MatTabNavPanel, RouterLink, RouterLinkActive, RouterOutlet],
  template: `
    <nav mat-tab-nav-bar mat-stretch-tabs="false" disablePagination [tabPanel]="panel" aria-label="Stock and orders">
      @for (tab of tabs(); track tab.path) {
        <a
          mat-tab-link
          [routerLink]="tab.path"
          routerLinkActive
          #at="routerLinkActive"
          [routerLinkActiveOptions]="{ exact: tab.path === '/stock' }"
          [active]="at.isActive"
          >{{ tab.name }}
          @if (tab.count) {
            <span class="fig">{{ tab.count }}</span>
          }
        </a>
      }
    </nav>
    <mat-tab-nav-panel #panel><router-outlet /></mat-tab-nav-panel>
  `,
  styles: `
    :host {
      display: flex;
      flex-direction: column;
      height: 100%;
      min-height: 0;
    }
    nav {
      flex: none;
      padding: 0 8px;
    }
    .fig {
      margin-left: 8px;
    }
    mat-tab-nav-panel {
      flex: 1;
      min-height: 0;
    }
  `,
})
export class StockFrame {
  private readonly shop = inject(ShopRepository);
  private readonly stock = fromStore('the stock', this.shop.stock$);
  private readonly orders = fromStore('the orders', this.shop.orders$);
  private readonly jobs = fromStore('the jobs in hand', inject(OrderRepository).jobsNow$);
  protected readonly tabs = computed(() => {
    const [stock, orders, jobs] = [this.stock(), this.orders(), this.jobs()];
    return [
      { path: '/stock', name: 'Drawers', count: 0 },
      { path: '/stock/order', name: 'To order', count: stock && orders && jobs ? needsOf(jobs, stock, orders).length : 0 },
      { path: '/stock/orders', name: 'Orders', count: orders?.filter((order) => !isSettled(order)).length ?? 0 },
      { path: '/stock/legs', name: 'Legs and wires', count: 0 },
    ];
  });
}
