import { TestBed } from '@angular/core/testing';
import { firstValueFrom } from 'rxjs';
import { shopOfOne } from '../testing/shop-of-one';
import { BenchDatabase } from './bench-database';
import { ShopChanges } from './shop-changes';
import { ShopRepository } from './shop-repository';
import { newShopSettings } from './new-shop-settings';

describe('ShopRepository', () => {
  let clear: () => Promise<void>;
  let shop: ShopRepository;
  let changes: ShopChanges;
  beforeEach(async () => {
    clear = await shopOfOne();
    shop = TestBed.inject(ShopRepository);
    changes = TestBed.inject(ShopChanges);
  });
  afterEach(() => clear());

  it('has settings for a new shop before any were kept', async () => expect(await firstValueFrom(shop.settings$)).toEqual(newShopSettings));

  it('notes when the last archive was made, and leaves the rest', async () => {
    await changes.saveSettings({ ...newShopSettings, name: 'Quoy Lane' });
    await changes.noteArchived(new Date('2026-02-12T12:00:00.000Z'));
    expect(await firstValueFrom(shop.settings$)).toEqual({
      ...newShopSettings,
      name: 'Quoy Lane',
      lastArchiveAt: '2026-02-12T12:00:00.000Z',
    });
  });

  it('refuses settings that are not as they should be', async () => {
    await expectAsync(changes.saveSettings({ ...newShopSettings, taxPercent: -1 })).toBeRejected();
    expect(await TestBed.inject(BenchDatabase).settings.count()).toBe(0);
  });

  it('knows how much room is used and left', async () => {
    const { usedBytes, quotaBytes } = await shop.storageState();
    expect(quotaBytes).toBeGreaterThan(usedBytes);
  });
});
