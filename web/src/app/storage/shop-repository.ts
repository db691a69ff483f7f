import { inject, Injectable } from '@angular/core';
import type { Card } from '@amber-relay/core/card';
import type { Customer, RadioSet, ShopSettings, StockItem } from '@amber-relay/core/job';
import type { Order, Supplier } from '@amber-relay/core/orders';
import type { Instrument } from '@amber-relay/core/measure';
import type { Observable } from 'rxjs';
import { BenchDatabase } from './bench-database';
import { live } from './live';
import { newShopSettings } from './new-shop-settings';

export interface StorageState {
  readonly usedBytes: number;
  readonly quotaBytes: number;
  readonly persistent: boolean;
}

/** What the shop itself keeps, as it stands: settings, owners, sets, cards, stock, suppliers, orders and instruments. It changes by `ShopChanges`. */
@Injectable({ providedIn: 'root' })
export class ShopRepository {
  private readonly db = inject(BenchDatabase);

  readonly settings$: Observable<ShopSettings> = live(async () => (await this.db.settings.get('shop')) ?? newShopSettings);
  readonly customers$: Observable<Customer[]> = live(() => this.db.customers.orderBy('name').toArray());
  readonly sets$: Observable<RadioSet[]> = live(() => this.db.sets.toArray());
  readonly cards$: Observable<Card[]> = live(() => this.db.cards.toArray());
  readonly stock$: Observable<StockItem[]> = live(() => this.db.stock.orderBy('part').toArray());
  readonly suppliers$: Observable<Supplier[]> = live(() => this.db.suppliers.toArray());
  /** Newest first. */
  readonly orders$: Observable<Order[]> = live(() => this.db.orders.orderBy('number').reverse().toArray());
  readonly instruments$: Observable<Instrument[]> = live(() => this.db.instruments.toArray());

  /** Asks the browser to keep the data when the disk runs short, and tells how much room there is. */
  async storageState(): Promise<StorageState> {
    const persistent = (await navigator.storage.persisted()) || (await navigator.storage.persist());
    const { usage = 0, quota = 0 } = await navigator.storage.estimate();
    return { usedBytes: usage, quotaBytes: quota, persistent };
  }
}
