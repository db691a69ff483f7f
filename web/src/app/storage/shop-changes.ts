import { inject, Injectable } from '@angular/core';
import { readCard, withLesson, type Card, type LearnedAt, type Lesson } from '@amber-relay/core/card';
import { shopSettingsSchema, stockItemSchema, type ShopSettings, type StockItem } from '@amber-relay/core/job';
import { instrumentSchema, linkSchema, type Instrument, type InstrumentAddress } from '@amber-relay/core/measure';
import type { DrillStanding } from '@amber-relay/core/practice';
import { BenchDatabase } from './bench-database';
import { newShopSettings } from './new-shop-settings';
import { StockKeeper } from './stock-keeper';

/** Changes what the shop keeps, each checked before it is kept. */
@Injectable({ providedIn: 'root' })
export class ShopChanges {
  private readonly db = inject(BenchDatabase);
  private readonly stock = inject(StockKeeper);

  /** Says where an instrument is reached, or that it no longer is. */
  async linkInstrument(id: string, link: InstrumentAddress | undefined): Promise<void> {
    await this.db.write([this.db.instruments], () => this.db.instruments.update(id, { link: link && linkSchema.parse(link) }));
  }

  /** Keeps an instrument, new or changed. */
  async saveInstrument(instrument: Instrument): Promise<void> {
    const checked = instrumentSchema.parse(instrument);
    await this.db.write([this.db.instruments], () => this.db.instruments.put(checked));
  }

  /** Takes an instrument off the bench; readings that were judged by it stay as they were judged. */
  async dropInstrument({ id }: Instrument): Promise<void> {
    await this.db.write([this.db.instruments], () => this.db.instruments.delete(id));
  }

  /** Keeps items of stock, new or changed: all of them or none. */
  async saveStock(items: readonly StockItem[]): Promise<void> {
    const checked = items.map((item) => stockItemSchema.parse(item));
    await this.db.write([this.db.stock], () => this.stock.put(checked));
  }

  /**
   * Makes so many of a part that the shop makes itself, out of what lies in the other drawers.
   * @throws CoreError `out-of-range` where they do not hold enough
   */
  async makeStock({ id }: StockItem, count: number): Promise<void> {
    // What the drawers hold now counts, not what the page showed.
    const { makeMore } = await import('@amber-relay/core/parts');
    await this.db.write([this.db.stock], async () => {
      const all = (await this.db.stock.toArray()).map((item) => stockItemSchema.parse(item));
      const made = all.find((item) => item.id === id);
      if (made) await this.stock.put(makeMore(made, count, all));
    });
  }

  async dropStock({ id }: StockItem): Promise<void> {
    await this.db.write([this.db.stock], () => this.db.stock.delete(id));
  }

  /** Keeps the shop's particulars. Jobs that were written in the old currency go on in it. */
  async saveSettings(settings: ShopSettings): Promise<void> {
    const { db } = this;
    const checked = shopSettingsSchema.parse(settings);
    await db.write([db.settings, db.jobs], async () => {
      const was = (await db.settings.get('shop'))?.currency;
      if (was && was !== checked.currency)
        await db.jobs
          .filter((job) => job.currency === undefined)
          .modify((job) => {
            (job as { currency?: string }).currency = was;
          });
      await db.settings.put(checked);
    });
  }

  /** Notes an answer to a drill of practice, on what stands there now. */
  async noteDrill(drill: string, change: (was: DrillStanding | undefined) => DrillStanding): Promise<void> {
    await this.db.write([this.db.settings], async () => {
      const settings = (await this.db.settings.get('shop')) ?? newShopSettings;
      const drills = { ...settings.drills, [drill]: change(settings.drills?.[drill]) };
      await this.db.settings.put(shopSettingsSchema.parse({ ...settings, drills }));
    });
  }

  /**
   * Keeps a card, new or changed. Sets of its models that had no card get it in the same transaction; `was` is the card
   * it replaces, for the way back.
   */
  async saveCard(card: Card): Promise<{ readonly was: Card | undefined }> {
    const checked = readCard(card);
    return this.db.write([this.db.cards, this.db.sets], async () => {
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
    return this.db.write([this.db.cards], async () => {
      const was = await this.db.cards.get(id);
      const changed = was && change(readCard(was));
      if (!was || !changed) return undefined;
      const now = readCard(changed);
      await this.db.cards.put(now);
      return { was, now };
    });
  }

  /** Puts a lesson into a card; undefined where the card has no place for it. */
  teachCard(id: string, lesson: Lesson, at?: LearnedAt): Promise<{ readonly was: Card; readonly now: Card } | undefined> {
    return this.changeCard(id, (card) => withLesson(card, lesson, at));
  }

  async noteArchived(at: Date): Promise<void> {
    await this.db.write([this.db.settings], async () => {
      const settings = (await this.db.settings.get('shop')) ?? newShopSettings;
      await this.db.settings.put({ ...settings, lastArchiveAt: at.toISOString() });
    });
  }
}
