// A demo server and a Chromium beside it, for scripts that look at the running program.
import { chromium } from '@playwright/test';
import { spawn } from 'node:child_process';
import chromiumFlags from './chromium-flags.cjs';
import { ensureBuild, ensureChromium, ensurePackages, root } from './ready.mjs';

/** Makes ready what is missing and starts both; `close` ends both. */
export async function demoBrowser(port, moreFlags = []) {
  ensurePackages();
  const executablePath = ensureChromium();
  ensureBuild();
  const server = spawn(process.execPath, ['--import', 'tsx', 'server/src/main.ts', '--demo'], {
    cwd: root,
    env: { ...process.env, PORT: String(port) },
  });
  await new Promise((resolve, reject) => {
    server.stdout.on('data', (data) => data.toString().includes('Stop it') && resolve());
    server.on('exit', () => reject(new Error('the server did not start')));
  });
  const browser = await chromium.launch({ executablePath, args: [...chromiumFlags, ...moreFlags] });
  return {
    at: `http://127.0.0.1:${port}`,
    browser,
    async close() {
      await browser.close();
      server.kill('SIGTERM');
    },
  };
}
