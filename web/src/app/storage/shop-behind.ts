import { createEnvironmentInjector, EnvironmentInjector, inject, Injectable, InjectionToken } from '@angular/core';
import { BenchDatabase } from './bench-database';
import { DATABASE_NAME } from './database-name';
import { PracticeRepository } from './practice-repository';

/** Name of the database of the shop to which the practice bench belongs. */
export const SHOP_BEHIND = new InjectionToken<string>('the shop behind the practice bench');

/** The real shop, as far as the practice bench may reach into it: its cards are read, and how cases went is kept there. */
@Injectable()
export class ShopBehind {
  private readonly injector = createEnvironmentInjector(
    [BenchDatabase, PracticeRepository, { provide: DATABASE_NAME, useValue: inject(SHOP_BEHIND) }],
    inject(EnvironmentInjector),
  );
  readonly practice = this.injector.get(PracticeRepository);
}
