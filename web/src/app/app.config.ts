import {
  ErrorHandler,
  inject,
  Injector,
  isDevMode,
  provideAppInitializer,
  provideBrowserGlobalErrorListeners,
  type ApplicationConfig,
  type Provider,
} from '@angular/core';
import {
  provideRouter,
  withComponentInputBinding,
  withNavigationErrorHandler,
  withPreloading,
  type NavigationError,
  type Routes,
} from '@angular/router';
import { provideServiceWorker } from '@angular/service-worker';
import { routes } from './app.routes';
import { LaterPreloading } from './shell/later-preloading';
import { ErrorTelling } from './shell/error-telling';
import { NewVersion } from './shell/new-version';
import { DATABASE_NAME, databaseOf } from './storage/database-name';
import { SoakPlans } from './soaks/soak-plans';
import { ShopFilling } from './storage/shop-filling';
import { StoreKeeper } from './storage/store-keeper';
import { provideIcons } from './ui/icons';

/** A press that leads to a screen whose code cannot be fetched is told; one stays where one was. */
const tellNavigationError = ({ error }: NavigationError): void => inject(ErrorHandler).handleError(error);

/** What is another on the practice bench. */
interface OtherBench {
  readonly providers: readonly Provider[];
  readonly routes: Routes;
}

/** The application for one shop; the demo shop keeps its own database, and so does the practice bench of either. */
export const appConfig = (mode: 'demo' | 'shop', practice?: OtherBench): ApplicationConfig => ({
  providers: [
    provideBrowserGlobalErrorListeners(),
    provideRouter(
      [...(practice?.routes ?? []), ...routes],
      withComponentInputBinding(),
      withPreloading(LaterPreloading),
      withNavigationErrorHandler(tellNavigationError),
    ),
    provideServiceWorker('ngsw-worker.js', { enabled: !isDevMode(), registrationStrategy: 'registerWithDelay:6000' }),
    { provide: ErrorHandler, useClass: ErrorTelling },
    provideIcons(),
    { provide: DATABASE_NAME, useValue: databaseOf(mode, practice !== undefined) },
    ...(practice?.providers ?? []),
    provideAppInitializer(() => {
      // The second copy, the demo data and the soaks are those of the shop itself.
      if (practice) return inject(NewVersion).watch();
      const injector = inject(Injector);
      const { busy } = inject(ShopFilling);
      inject(StoreKeeper).start();
      inject(NewVersion).watch();
      inject(SoakPlans).resume();
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
