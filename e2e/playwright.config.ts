import { defineConfig } from '@playwright/test';
import { createRequire } from 'node:module';

const chromiumFlags: unknown = createRequire(import.meta.url)('../scripts/lib/chromium-flags.cjs');
const port = Number(process.env['E2E_PORT'] ?? 4181);

export default defineConfig({
  testDir: './specs',
  outputDir: '../test-results',
  // Ceilings for what hangs; a slow machine may take its time.
  timeout: 300_000,
  expect: { timeout: 120_000 },
  workers: 2,
  fullyParallel: true,
  retries: 0,
  reporter: [['line'], ['json', { outputFile: `../reports/${process.env['AMBER_REPORT'] ?? 'e2e.json'}` }]],
  use: {
    baseURL: `http://127.0.0.1:${port}`,
    viewport: { width: 1280, height: 800 },
    acceptDownloads: true,
    // What is not there after two minutes does not come: the test says so, and the others go on. What is expected has as long.
    actionTimeout: 120_000,
    trace: 'off',
    // The whole program laid by for each of many tests costs minutes; those that are about it allow it.
    serviceWorkers: 'block',
    launchOptions: {
      executablePath: process.env['CHROME_BIN'] ?? '/usr/bin/chromium',
      args: chromiumFlags as string[],
    },
  },
  webServer: {
    command: `node --import tsx server/src/main.ts --demo`,
    cwd: '..',
    port,
    env: { PORT: String(port) },
    reuseExistingServer: false,
    timeout: 60_000,
  },
});
