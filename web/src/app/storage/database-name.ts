import { InjectionToken } from '@angular/core';

/** The database of the real shop. */
export const realShop = 'amber-relay';
/** The database of the shop as it is run; the practice bench has one beside it. */
export const databaseOf = (mode: 'demo' | 'shop', practice = false): string =>
  `${mode === 'demo' ? 'amber-relay-demo' : realShop}${practice ? '-practice' : ''}`;
/** Name of the database: the demo shop has its own, so that it never mixes with the real one. */
export const DATABASE_NAME = new InjectionToken<string>('name of the database', { providedIn: 'root', factory: () => realShop });
