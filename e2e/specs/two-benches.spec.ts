import { expect, test, type Browser, type Page } from '@playwright/test';
import { BookInPage } from '../pages/book-in-page';
import { demoDatabase } from '../pages/database';
import { jobIdOf, openDemo, openJob } from '../pages/demo';
import { JobPage } from '../pages/job-page';

/** What a bench holds of an item of stock, and how many entries and jobs. */
const held = (page: Page, part: string): Promise<{ count: number; entries: number; numbers: number[] }> =>
  page.evaluate(
    async ([wanted, name]) => {
      const done = <T>(request: IDBRequest<T>): Promise<T> =>
        new Promise((resolve, reject) => {
          request.onsuccess = () => resolve(request.result);
          request.onerror = () => reject(request.error);
        });
      const db = await done(indexedDB.open(name));
      const all = <T>(table: string): Promise<T[]> => done(db.transaction(table).objectStore(table).getAll()) as Promise<T[]>;
      const stock = await all<{ part: string; quantity: number }>('stock');
      const jobs = await all<{ number: number }>('jobs');
      const result = {
        count: stock.find((item) => item.part === wanted)?.quantity ?? -1,
        entries: (await all('tape')).length,
        numbers: jobs.map(({ number }) => number).sort((a, b) => a - b),
      };
      db.close();
      return result;
    },
    [part, demoDatabase] as const,
  );

async function archiveOf(page: Page): Promise<string> {
  await page.goto('/archive');
  const download = page.waitForEvent('download');
  await page.getByRole('button', { name: 'Shop as a file' }).click();
  return (await download).path();
}

async function opens(page: Page, path: string): Promise<void> {
  await page.goto('/archive');
  await page.getByLabel('Archive file').setInputFiles(path);
  await expect(page.getByText(/would change this/)).toBeVisible();
}

async function bench(browser: Browser): Promise<Page> {
  const context = await browser.newContext({ serviceWorkers: 'block', viewport: { width: 1280, height: 800 } });
  return context.newPage();
}

test('two benches are joined through files: jobs, tapes and stock come together, and what both changed is asked about', async ({
  browser,
}) => {
  const part = '22 pF NP0';
  const [a, b] = [await bench(browser), await bench(browser)];
  // Both begin with the same shop.
  await openJob(a, 409, 'parts');
  const before = await held(a, part);
  const jobA = new JobPage(a);
  await jobA.type('fit c31 from a3 x2');
  await jobA.type('note seen at the first bench');

  await openJob(b, 409, 'parts');
  const jobB = new JobPage(b);
  await jobB.type('fit c31 from a3');
  await jobB.type('note seen at the second bench');
  await openDemo(b);
  const booking = new BookInPage(b);
  await booking.fill({ owner: 'Hesta ferry', maker: 'Zellen', model: 'Skiff', serial: '7', complaint: 'Hums' });
  await booking.submit();
  await openDemo(a);
  const other = new BookInPage(a);
  await other.fill({ owner: 'Brim Fell farm shop', maker: 'Zellen', model: 'Gig', serial: '8', complaint: 'Dead' });
  await other.submit();
  expect([(await held(a, part)).count, (await held(b, part)).count]).toEqual([before.count - 2, before.count - 1]);

  // The first takes the second in.
  await opens(a, await archiveOf(b));
  await expect(
    a.getByText(`${part}: ${before.count - 2} here and ${before.count - 1} there are ${before.count - 3} together`),
  ).toBeVisible();
  await expect(a.getByText(/^Two jobs had the number/)).toBeVisible();
  await a.getByRole('button', { name: 'Join', exact: true }).click();
  await expect(a.getByText(/^Joined\./)).toBeVisible();
  // And the second the first.
  await opens(b, await archiveOf(a));
  await b.getByRole('button', { name: 'Join', exact: true }).click();
  await expect(b.getByText(/^Joined\./)).toBeVisible();

  const [ofA, ofB] = [await held(a, part), await held(b, part)];
  expect(ofA).toEqual(ofB);
  expect(ofA.count).toBe(before.count - 3);
  expect(ofA.numbers.length).toBe(before.numbers.length + 2);
  await b.goto(`/job/${await jobIdOf(b, 409)}/parts`);
  for (const text of ['seen at the first bench', 'seen at the second bench']) await expect(jobB.tape().getByText(text)).toBeVisible();
  await b.goto('/day');
  for (const set of ['Zellen Skiff', 'Zellen Gig']) await expect(b.getByText(new RegExp(set)).first()).toBeVisible();

  // Both write another telephone of one owner: whoever joins says which holds.
  for (const [page, phone] of [
    [a, '0700 11'],
    [b, '0700 22'],
  ] as const) {
    await page.goto(`/job/${await jobIdOf(page, 412)}/book-in`);
    await page.getByRole('button', { name: 'Correct', exact: true }).click();
    const form = page.getByRole('form', { name: 'Correct what was booked in' });
    await form.getByLabel('Telephone').fill(phone);
    await form.getByRole('button', { name: 'Correct it' }).click();
    await expect(form).toHaveCount(0);
  }
  await opens(a, await archiveOf(b));
  const question = a.getByRole('group', { name: /owner Skarrow ferries differs/ });
  await expect(question).toContainText('0700 22');
  await question.getByLabel('As in the file').check();
  await a.getByRole('button', { name: 'Join', exact: true }).click();
  await expect(a.getByText(/^Joined\./)).toBeVisible();
  await a.goto(`/job/${await jobIdOf(a, 412)}/book-in`);
  await expect(a.getByText('0700 22').first()).toBeVisible();
  await a.context().close();
  await b.context().close();
});

/** The files of the folder that stands in for one that both reach, as `data:` addresses by their names. */
const filesOf = (page: Page): Promise<Record<string, string>> =>
  page.evaluate(async () => {
    const folder = await (await navigator.storage.getDirectory()).getDirectoryHandle('shared', { create: true });
    const found: Record<string, string> = {};
    for await (const entry of (folder as FileSystemDirectoryHandle & { values(): AsyncIterable<FileSystemHandle> }).values()) {
      const file = await (entry as FileSystemFileHandle).getFile();
      found[entry.name] = await new Promise((resolve, reject) => {
        const reader = new FileReader();
        reader.onload = () => resolve(String(reader.result));
        reader.onerror = () => reject(new Error(entry.name));
        reader.readAsDataURL(file);
      });
    }
    return found;
  });

/** Lays the files of one bench into the folder of the other, as a disk that both reach would. */
async function carried(from: Page, to: Page): Promise<void> {
  await to.evaluate(
    async (files) => {
      const folder = await (await navigator.storage.getDirectory()).getDirectoryHandle('shared', { create: true });
      for (const [name, url] of Object.entries(files)) {
        const bytes = Uint8Array.from(atob(url.slice(url.indexOf(',') + 1)), (sign) => sign.charCodeAt(0));
        const out = await (await folder.getFileHandle(name, { create: true })).createWritable();
        await out.write(bytes);
        await out.close();
      }
    },
    await filesOf(from),
  );
}

test('two benches exchange through a folder that both reach: one press each, and what is not whole changes nothing', async ({
  browser,
}) => {
  const part = '22 pF NP0';
  const [a, b] = [await bench(browser), await bench(browser)];
  for (const page of [a, b])
    await page.addInitScript(() => {
      (window as unknown as { showDirectoryPicker: unknown }).showDirectoryPicker = async () =>
        (await navigator.storage.getDirectory()).getDirectoryHandle('shared', { create: true });
    });
  const exchange = async (page: Page): Promise<void> => {
    await page.goto('/archive');
    const panel = page.locator('app-shared-panel');
    const choose = panel.getByRole('button', { name: 'Choose the folder' });
    const now = panel.getByRole('button', { name: 'Exchange now' });
    await expect(choose.or(now)).toBeVisible();
    if (await choose.isVisible()) await choose.click();
    await now.click();
    await expect(panel.getByText('This shop lies there for the others now.')).toBeVisible();
  };
  await openJob(a, 409, 'parts');
  const before = await held(a, part);
  await new JobPage(a).type('fit c31 from a3 x2');
  await openJob(b, 409, 'parts');
  await new JobPage(b).type('fit c31 from a3');

  await exchange(a);
  await expect(a.getByText('No other bench has laid its shop there yet.')).toBeVisible();
  await carried(a, b);
  await exchange(b);
  await expect(
    b
      .locator('app-shared-panel')
      .getByText(/and .* are .* together/)
      .first(),
  ).toBeVisible();
  await carried(b, a);
  // A third that is cut short is told, and the others go on.
  await a.evaluate(async () => {
    const folder = await (await navigator.storage.getDirectory()).getDirectoryHandle('shared');
    const out = await (await folder.getFileHandle('bench-torn.zip', { create: true })).createWritable();
    await out.write('PK');
    await out.close();
  });
  await exchange(a);
  await expect(a.locator('app-shared-panel')).toContainText('bench-torn.zip');
  const [ofA, ofB] = [await held(a, part), await held(b, part)];
  expect(ofA).toEqual(ofB);
  expect(ofA.count).toBe(before.count - 3);
  expect(Object.keys(await filesOf(a)).length).toBe(3);
  await a.context().close();
  await b.context().close();
});
