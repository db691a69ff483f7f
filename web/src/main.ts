import { bootstrapApplication } from '@angular/platform-browser';
import { appConfig } from './app/app.config';
import { App } from './app/shell/app';
import { databaseOf } from './app/storage/database-name';
import { shopMode } from './app/storage/shop-start';

// Zod would otherwise try to compile its checks with `new Function`, which the page's security policy forbids.
// It is told by the object in which it keeps its settings, so that the first screen need not load it.
(globalThis as { __zod_globalConfig?: { jitless: boolean } }).__zod_globalConfig = { jitless: true };

/** The practice bench is the same program over a shop of its own; what is another there is only loaded there. */
const isPractice = /^\/practice\/bench(\/|$)/.test(location.pathname);

shopMode()
  .then(async (mode) => {
    const practice = isPractice ? await import('./app/practice/practice-providers') : undefined;
    const bench = practice && { providers: practice.practiceProviders(databaseOf(mode)), routes: practice.practiceRoutes };
    return bootstrapApplication(App, appConfig(mode, bench));
  })
  .catch((error: unknown) => {
    console.error(error);
    document.body.textContent = `Amber Relay could not start: ${error instanceof Error ? error.message : String(error)}. Nothing that was kept is lost; load the page again.`;
  });
