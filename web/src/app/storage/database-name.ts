import { InjectionToken } from '@angular/core';

/** The database of the real shop. */
export const realShop = 'amber-relay';
/** Name of the database: the demo shop has its own, so that it never mixes with the real one. */
export const DATABASE_NAME = new InjectionToken<string>('name of the database', { providedIn: 'root', factory: () => realShop });
