import {
  inject,
  Injector,
  isDevMode,
  provideAppInitializer,
  provideBrowserGlobalErrorListeners,
  type ApplicationConfig,
} from '@angular/core';
import { provideRouter, withComponentInputBinding, withPreloading } from '@angular/router';
import { provideServiceWorker } from '@angular/service-worker';
import { routes } from './app.routes';
import { LaterPreloading } from './shell/later-preloading';
import { DATABASE_NAME } from './storage/bench-database';
import { ShopFilling } from './storage/shop-filling';
import { provideIcons } from './ui/icons';

/** The application for one shop; the demo shop keeps its own database. */
export const appConfig = (mode: 'demo' | 'shop'): ApplicationConfig => ({
  providers: [
    provideBrowserGlobalErrorListeners(),
    provideRouter(routes, withComponentInputBinding(), withPreloading(LaterPreloading)),
    provideServiceWorker('ngsw-worker.js', { enabled: !isDevMode(), registrationStrategy: 'registerWithDelay:6000' }),
    provideIcons(),
    { provide: DATABASE_NAME, useValue: mode === 'demo' ? 'amber-relay-demo' : 'amber-relay' },
    provideAppInitializer(() => {
      const injector = inject(Injector);
      const { busy } = inject(ShopFilling);
      if (mode !== 'demo') return;
      // Beside the start of the program, not before it.
      busy.set(true);
      void import('./storage/fill-demo').then(({ fillDemo, fillDemoSheets }) =>
        fillDemo(injector)
          .finally(() => busy.set(false))
          .then(() => fillDemoSheets(injector)),
      );
    }),
  ],
});
