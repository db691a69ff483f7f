import { bootstrapApplication } from '@angular/platform-browser';
import { appConfig } from './app/app.config';
import { App } from './app/shell/app';
import { shopMode } from './app/storage/shop-start';

// Zod would otherwise try to compile its checks with `new Function`, which the page's security policy forbids.
// It is told by the object in which it keeps its settings, so that the first screen need not load it.
(globalThis as { __zod_globalConfig?: { jitless: boolean } }).__zod_globalConfig = { jitless: true };

shopMode()
  .then((mode) => bootstrapApplication(App, appConfig(mode)))
  .catch((error: unknown) => {
    console.error(error);
    document.body.textContent = `Amber Relay could not start: ${error instanceof Error ? error.message : String(error)}. Nothing that was kept is lost; load the page again.`;
  });
