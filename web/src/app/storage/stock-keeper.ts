import { inject, Injectable } from '@angular/core';
import { countedAt, type StockItem } from '@amber-relay/core/job';
import { BenchDatabase } from './bench-database';

/** The one way in which items of stock are kept: what changes of a count is put down to this bench, so that two can be added up. */
@Injectable({ providedIn: 'root' })
export class StockKeeper {
  private readonly db = inject(BenchDatabase);

  /** To be called within a write over the stock. */
  async put(items: readonly StockItem[]): Promise<void> {
    const [bench, was] = [await this.db.bench(), await this.db.stock.bulkGet(items.map(({ id }) => id))];
    await this.db.stock.bulkPut(items.map((item, i) => countedAt(was[i], item, bench)));
  }
}
