import { inject, Injectable } from '@angular/core';
import {
  newShopSettings,
  shopSettingsSchema,
  type Customer,
  type RadioSet,
  type ShopSettings,
  type StockItem,
} from '@amber-relay/core/job';
import { readCard, withLesson, type Card, type Lesson } from '@amber-relay/core/card';
import type { Instrument } from '@amber-relay/core/measure';
import type { Observable } from 'rxjs';
import { BenchDatabase } from './bench-database';
import { live } from './live';

export interface StorageState {
  readonly usedBytes: number;
  readonly quotaBytes: number;
  readonly persistent: boolean;
}

/** What the shop itself keeps: settings, owners, sets, cards, stock and instruments. */
@Injectable({ providedIn: 'root' })
export class ShopRepository {
  private readonly db = inject(BenchDatabase);

  readonly settings$: Observable<ShopSettings> = live(async () => (await this.db.settings.get('shop')) ?? newShopSettings);
  readonly customers$: Observable<Customer[]> = live(() => this.db.customers.orderBy('name').toArray());
  readonly sets$: Observable<RadioSet[]> = live(() => this.db.sets.toArray());
  readonly cards$: Observable<Card[]> = live(() => this.db.cards.toArray());
  readonly stock$: Observable<StockItem[]> = live(() => this.db.stock.orderBy('part').toArray());
  readonly instruments$: Observable<Instrument[]> = live(() => this.db.instruments.toArray());

  async saveSettings(settings: ShopSettings): Promise<void> {
    await this.db.settings.put(shopSettingsSchema.parse(settings));
  }

  /**
   * Keeps a card, new or changed. Sets of its models that had no card get it in the same transaction; `was` is the card
   * it replaces, for the way back.
   */
  async saveCard(card: Card): Promise<{ readonly was: Card | undefined }> {
    const checked = readCard(card);
    return this.db.transaction('rw', this.db.cards, this.db.sets, async () => {
      const was = await this.db.cards.get(checked.id);
      await this.db.cards.put(checked);
      for (const model of checked.models) {
        const sets = await this.db.sets.where('[maker+model]').equals([model.maker, model.name]).toArray();
        for (const set of sets) if (!set.cardId) await this.db.sets.update(set.id, { cardId: checked.id, modelId: model.id });
      }
      return { was };
    });
  }

  /** Changes a chassis in one transaction; undefined where there is none, or the change makes nothing of it. */
  async changeCard(id: string, change: (card: Card) => Card | undefined): Promise<{ readonly was: Card; readonly now: Card } | undefined> {
    return this.db.transaction('rw', this.db.cards, async () => {
      const was = await this.db.cards.get(id);
      const changed = was && change(readCard(was));
      if (!was || !changed) return undefined;
      const now = readCard(changed);
      await this.db.cards.put(now);
      return { was, now };
    });
  }

  /** Puts a lesson into a card; undefined where the card has no place for it. */
  teachCard(id: string, lesson: Lesson): Promise<{ readonly was: Card; readonly now: Card } | undefined> {
    return this.changeCard(id, (card) => withLesson(card, lesson));
  }

  async noteArchived(at: Date): Promise<void> {
    const settings = (await this.db.settings.get('shop')) ?? newShopSettings;
    await this.db.settings.put({ ...settings, lastArchiveAt: at.toISOString() });
  }

  /** Asks the browser to keep the data when the disk runs short, and tells how much room there is. */
  async storageState(): Promise<StorageState> {
    const persistent = (await navigator.storage.persisted()) || (await navigator.storage.persist());
    const { usage = 0, quota = 0 } = await navigator.storage.estimate();
    return { usedBytes: usage, quotaBytes: quota, persistent };
  }
}
