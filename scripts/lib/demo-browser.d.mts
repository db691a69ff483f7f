import type { Browser } from '@playwright/test';

/** A demo server and a Chromium beside it; `close` ends both. */
export function demoBrowser(
  port: number,
  moreFlags?: readonly string[],
): Promise<{ readonly at: string; readonly browser: Browser; close(): Promise<void> }>;
