import type { ShopSettings } from '@amber-relay/core/job';

/** What a shop goes by before anyone has said otherwise. */
export const newShopSettings: ShopSettings = {
  id: 'shop',
  name: 'My workshop',
  address: '',
  technician: 'Bench',
  currency: '',
  ratePerHourMinor: 0,
  taxPercent: 0,
  nextJobNumber: 1,
};
