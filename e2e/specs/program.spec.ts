import { expect, test } from '@playwright/test';
import { once } from 'node:events';
import { createServer, type AddressInfo } from 'node:net';
import { complaints, openDemo } from '../pages/demo';
import { start, startFree, stopAll } from '../pages/server';

test.afterEach(stopAll);

test('the first screen downloads no more than 350 kB compressed, fonts and headers and all', async ({ browser }) => {
  const server = await startFree();
  const context = await browser.newContext({ serviceWorkers: 'block' });
  const page = await context.newPage();
  const client = await context.newCDPSession(page);
  await client.send('Network.enable');
  let bytes = 0;
  const files: string[] = [];
  const urls = new Map<string, string>();
  client.on('Network.responseReceived', ({ requestId, response }) => urls.set(requestId, response.url));
  client.on('Network.loadingFinished', ({ requestId, encodedDataLength }) => {
    bytes += encodedDataLength;
    files.push(`${urls.get(requestId) ?? ''} ${encodedDataLength}`);
  });
  await page.goto(`${server.at}/day`);
  await expect(page.getByText('No set has been booked in yet')).toBeVisible();
  await page.waitForLoadState('networkidle');
  expect(bytes).toBeGreaterThan(100_000);
  expect(bytes, files.join('\n')).toBeLessThanOrEqual(350_000);
  await context.close();
  server.process.kill('SIGTERM');
  await server.ended;
});

test('it opens again, with all its data, when the server is gone', async ({ browser }) => {
  const server = await startFree('--demo');
  const context = await browser.newContext({ serviceWorkers: 'allow' });
  const page = await context.newPage();
  await page.goto(`${server.at}/day`);
  await expect(page.getByText(/11 in hand/)).toBeVisible();
  await page.evaluate(async () => {
    await navigator.serviceWorker.ready;
  });
  await expect.poll(() => page.evaluate(async () => (await caches.keys()).length), { timeout: 30_000 }).toBeGreaterThan(1);
  await page.waitForTimeout(4000);
  // What draws the pictures and letters of a PDF is there as well, whatever was opened before.
  for (const part of ['wasm/openjpeg.wasm', 'fonts/LiberationSans-Regular.ttf', 'cmaps/Adobe-Japan1-UCS2.bcmap'])
    await expect
      .poll(() => page.evaluate(async (path) => (await caches.match(path)) !== undefined, `/pdf/${part}`), { timeout: 60_000 })
      .toBe(true);
  await page.reload();
  await expect.poll(() => page.evaluate(() => navigator.serviceWorker.controller !== null)).toBe(true);
  server.process.kill('SIGTERM');
  expect(await server.ended).toBe(0);
  await page.goto(`${server.at}/jobs`);
  await expect(page.getByRole('link', { name: 'Open job 419' })).toBeVisible();
  await page.getByRole('link', { name: 'Open job 419' }).click();
  await expect(page.getByRole('log', { name: 'Entries of the tape' })).toBeVisible();
  await page.getByRole('link', { name: /^Trace/ }).click();
  await expect(page.getByRole('button', { name: /^Filter 455|455 kHz filter, / }).first()).toBeVisible();
});

test('a port in use is one clear line', async () => {
  const other = createServer().listen(0, '127.0.0.1');
  await once(other, 'listening');
  const { port } = other.address() as AddressInfo;
  const server = start(port);
  expect(await server.ended).toBe(1);
  expect(server.said().trim().split('\n')).toEqual([expect.stringMatching(new RegExp(`^Port ${port} is in use\\. .*PORT=${port + 1} `))]);
  other.close();
});

test('an empty shop says what to do first, and keeps apart from the demo', async ({ browser }) => {
  const server = await startFree();
  const context = await browser.newContext();
  const page = await context.newPage();
  const complained = complaints(page);
  await page.goto(`${server.at}/`);
  await expect(page.getByText('No set has been booked in yet')).toBeVisible();
  for (const [place, words] of [
    ['cards', 'No cards yet'],
    ['stock', 'Nothing in stock'],
    ['instruments', 'None listed'],
    ['jobs', 'No jobs here'],
  ] as const) {
    await page.goto(`${server.at}/${place}`);
    await expect(page.getByText(words)).toBeVisible();
  }
  await page.goto(`${server.at}/job/none/trace`);
  await expect(page.getByText('There is no such job here.')).toBeVisible();
  expect(complained).toEqual([]);
  await context.close();
  server.process.kill('SIGINT');
  expect(await server.ended).toBe(0);
});

test('jobs are searched, filtered and sorted, and only the rows in sight are drawn', async ({ page }) => {
  await openDemo(page);
  await expect(page.getByText(/11 in hand/)).toBeVisible();
  // Fill the store far beyond the screen.
  await page.evaluate(async () => {
    const done = <T>(request: IDBRequest<T>): Promise<T> =>
      new Promise((resolve, reject) => {
        request.onsuccess = () => resolve(request.result);
        request.onerror = () => reject(request.error);
      });
    const db = await done(indexedDB.open('amber-relay-demo'));
    const transaction = db.transaction('jobs', 'readwrite');
    const store = transaction.objectStore('jobs');
    const [first] = (await done(store.getAll())) as Record<string, unknown>[];
    for (let n = 0; n < 5000; n++)
      store.put({ ...first, id: crypto.randomUUID(), number: 1000 + n, complaint: n === 4321 ? 'a very rare complaint' : 'hum' });
    await new Promise((resolve) => (transaction.oncomplete = resolve));
    db.close();
  });
  await page.goto('/jobs');
  await page.getByRole('radio', { name: 'All', exact: true }).click();
  await expect(page.getByText('5012 shown')).toBeVisible();
  expect(await page.getByRole('row').count()).toBeLessThan(60);
  await page.locator('cdk-virtual-scroll-viewport').evaluate((list) => (list.scrollTop = list.scrollHeight / 2));
  await expect(page.getByRole('link', { name: /Open job 3[45]\d\d/ }).first()).toBeVisible();
  await page.getByRole('button', { name: /^Job/ }).click();
  await page.locator('cdk-virtual-scroll-viewport').evaluate((list) => (list.scrollTop = 0));
  await expect(page.getByRole('link', { name: 'Open job 401' })).toBeVisible();
  await page.getByLabel('Search jobs').fill('very rare');
  await expect(page.getByText('1 shown')).toBeVisible();
  await page.getByLabel('Search jobs').fill('no such thing anywhere');
  await expect(page.getByText('No job matches.')).toBeVisible();
  await page.getByLabel('Search jobs').fill('');
  await page.getByRole('radio', { name: 'Waiting', exact: true }).click();
  await expect(page.getByText('5 shown')).toBeVisible();
});
