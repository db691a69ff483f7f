import { inject, isDevMode, provideAppInitializer, provideBrowserGlobalErrorListeners, type ApplicationConfig } from '@angular/core';
import { MAT_FORM_FIELD_DEFAULT_OPTIONS } from '@angular/material/form-field';
import { provideRouter, withComponentInputBinding } from '@angular/router';
import { provideServiceWorker } from '@angular/service-worker';
import { routes } from './app.routes';
import { ArchiveService } from './storage/archive-service';
import { BenchDatabase, DATABASE_NAME } from './storage/bench-database';
import { fillDemo } from './storage/shop-start';
import { provideIcons } from './ui/icons';

/** The application for one shop; the demo shop keeps its own database. */
export const appConfig = (mode: 'demo' | 'shop'): ApplicationConfig => ({
  providers: [
    provideBrowserGlobalErrorListeners(),
    provideRouter(routes, withComponentInputBinding()),
    provideServiceWorker('ngsw-worker.js', { enabled: !isDevMode(), registrationStrategy: 'registerWhenStable:5000' }),
    provideIcons(),
    { provide: MAT_FORM_FIELD_DEFAULT_OPTIONS, useValue: { appearance: 'outline', subscriptSizing: 'dynamic' } },
    { provide: DATABASE_NAME, useValue: mode === 'demo' ? 'amber-relay-demo' : 'amber-relay' },
    provideAppInitializer(() => {
      const archives = inject(ArchiveService);
      return mode === 'demo' ? fillDemo(inject(BenchDatabase), (shop) => archives.importShop(shop)) : undefined;
    }),
  ],
});
