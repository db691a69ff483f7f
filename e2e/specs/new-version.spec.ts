import { expect, test } from '@playwright/test';
import { createHash } from 'node:crypto';
import { existsSync, readFileSync } from 'node:fs';
import { createServer } from 'node:http';
import type { AddressInfo } from 'node:net';
import { extname, join } from 'node:path';

const built = join(import.meta.dirname, '../../dist/web');
const types: Readonly<Record<string, string>> = {
  '.html': 'text/html',
  '.js': 'text/javascript',
  '.css': 'text/css',
  '.json': 'application/json',
  '.svg': 'image/svg+xml',
};

test('a new build is told while the program is open, with what is new, and comes with one press', async ({ browser }) => {
  // Two whole builds are fetched, one after the other.
  test.setTimeout(400_000);
  let newer = false;
  /** The built program, or one that came after it: another page, and another list of what it is made of. */
  const file = (path: string): Buffer | undefined => {
    const at = join(built, path === '/' || !extname(path) ? 'index.html' : path);
    if (!existsSync(at)) return undefined;
    const bytes = readFileSync(at);
    if (!newer) return bytes;
    if (at.endsWith('index.html')) return Buffer.from(bytes.toString().replace('<title>Amber Relay', '<title>Amber Relay the second'));
    if (!at.endsWith('ngsw.json')) return bytes;
    const list = JSON.parse(bytes.toString()) as { timestamp: number; appData: unknown; hashTable: Record<string, string> };
    list.timestamp += 1;
    list.appData = { version: '9.9.0', news: 'a thing that was not there before' };
    list.hashTable['/index.html'] = createHash('sha1')
      .update(file('/index.html') ?? '')
      .digest('hex');
    return Buffer.from(JSON.stringify(list));
  };
  const server = createServer((request, response) => {
    const { pathname } = new URL(request.url ?? '/', 'http://x');
    const bytes = pathname.startsWith('/api') || pathname.startsWith('/demo') ? undefined : file(pathname);
    if (!bytes) return void response.writeHead(404).end();
    response
      .writeHead(200, { 'content-type': types[extname(pathname) || '.html'] ?? 'application/octet-stream', 'cache-control': 'no-cache' })
      .end(bytes);
  });
  await new Promise<void>((resolve) => server.listen(0, '127.0.0.1', resolve));
  const address = `http://127.0.0.1:${(server.address() as AddressInfo).port}`;
  const context = await browser.newContext({ viewport: { width: 1280, height: 800 }, serviceWorkers: 'allow' });
  const page = await context.newPage();
  await page.goto(`${address}/stock`);
  await page.evaluate(() => navigator.serviceWorker.ready.then(() => undefined));
  await expect.poll(() => page.evaluate(async () => (await caches.keys()).length), { timeout: 150_000 }).toBeGreaterThan(1);
  await page.waitForTimeout(6000);
  await page.reload();
  await expect.poll(() => page.evaluate(() => navigator.serviceWorker.controller !== null)).toBe(true);
  newer = true;
  // A page that is opened looks for a new version; this one has what it had.
  await page.reload();
  await expect(page.locator('app-notice-strip')).toContainText(
    'A new version of the program is here, 9.9.0: a thing that was not there before.',
    { timeout: 150_000 },
  );
  expect(await page.title()).not.toContain('the second');
  const loaded = page.waitForEvent('load', { timeout: 60_000 });
  await page.getByRole('button', { name: 'Load it now' }).click();
  await loaded;
  expect(await page.evaluate(async () => (await fetch('/index.html')).text())).toContain('the second');
  // A context whose worker is still busy may take for ever to close; it goes with its browser.
  server.closeAllConnections();
  server.close();
});
