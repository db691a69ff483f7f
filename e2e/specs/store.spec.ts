import { expect, test, type Page } from '@playwright/test';
import { strFromU8, strToU8, unzipSync, zipSync } from 'fflate';
import { createHash, randomUUID } from 'node:crypto';
import { readFile } from 'node:fs/promises';
import { deleteDatabase, demoDatabase, storedJob } from '../pages/database';
import { jobIdOf, openDemo, openJob } from '../pages/demo';
import { JobPage } from '../pages/job-page';

const trouble = (page: Page, kind: string) => page.locator(`[data-trouble="${kind}"]`);
const notice = (page: Page) => page.locator('app-notice-strip');
/** What stands in the second copy, as it lies in the browser's own file system. */
const copied = (page: Page): Promise<string> =>
  page.evaluate(async () => {
    let text = '';
    const read = async (folder: FileSystemDirectoryHandle): Promise<void> => {
      for await (const [name, handle] of (folder as unknown as { entries(): AsyncIterable<[string, FileSystemHandle]> }).entries())
        if (handle.kind === 'directory') await read(handle as FileSystemDirectoryHandle);
        else if (name.endsWith('.ndlog'))
          // One that a snapshot has just taken the place of is gone.
          text += await (handle as FileSystemFileHandle)
            .getFile()
            .then((file) => file.text())
            .catch(() => '');
    };
    await read(await navigator.storage.getDirectory());
    return text;
  });

/** A whole line of the copy holds this: one that is still being written is none yet. */
const copyHolds = (page: Page, what: RegExp): Promise<void> =>
  expect
    .poll(
      async () =>
        (await copied(page))
          .split('\n')
          .slice(0, -1)
          .some((line) => what.test(line)),
      { message: String(what), timeout: 30_000 },
    )
    .toBe(true);
/** The copy holds the whole shop: the page of the demo was left before it may have been written. */
const wholeCopy = (page: Page): Promise<void> => copyHolds(page, /"is":"write".*"table":"customers"|"is":"end".*"customers":\d/);

test.describe('a store that is gone', () => {
  test('is told with the copy of the last moment, also while one works, and comes back with every entry', async ({ page }) => {
    await openJob(page, 419, 'functions');
    const job = new JobPage(page);
    const jobId = await jobIdOf(page, 419);
    await wholeCopy(page);
    await job.type('note the last word before it went');
    await copyHolds(page, /the last word before it went/);
    const before = await storedJob(page, jobId);
    // Under one's hands: from another tab, as the browser itself would.
    await page.evaluate((name) => void indexedDB.deleteDatabase(name), demoDatabase);
    await expect(trouble(page, 'gone')).toContainText('The shop is not in this browser any more');
    await expect(trouble(page, 'gone')).toContainText(/The copy of \d\d:\d\d, today\s*12 jobs and 193 entries/);
    // And after starting again: never an empty shop.
    await page.goto('/day');
    await expect(trouble(page, 'gone')).toBeVisible();
    await expect(page.getByText('No set has been booked in yet')).toBeHidden();
    await page.getByRole('button', { name: 'Bring it back' }).click();
    await expect(page.getByText(/11 in hand/)).toBeVisible();
    expect(await storedJob(page, jobId)).toEqual(before);
    await page.goto(`/job/${jobId}/functions`);
    await expect(job.rows().last()).toContainText('the last word before it went');
  });

  test('can be left for an empty shop, and is still offered in Archive', async ({ page }) => {
    await openDemo(page);
    await wholeCopy(page);
    await deleteDatabase(page);
    await page.goto('/archive');
    await page.getByRole('button', { name: 'Start with an empty shop' }).click();
    await page.getByRole('button', { name: 'Yes, start empty' }).click();
    await expect(page.getByRole('heading', { name: 'Shops that were here before' })).toBeVisible();
    await page.locator('app-copy-panel [data-offer]').getByRole('button', { name: 'Bring it back' }).click();
    await expect(page.getByText('It takes the place of what is here now.')).toBeVisible();
    // The page loads itself again once the copy is back: going elsewhere before would leave it undone.
    await Promise.all([page.waitForEvent('load'), page.getByRole('button', { name: 'Yes, bring it back' }).click()]);
    await page.goto('/day');
    await expect(page.getByText(/11 in hand/)).toBeVisible();
  });

  test('or that has gone back to an earlier state is told, with what the copy holds more', async ({ page }) => {
    await openJob(page, 419, 'functions');
    const job = new JobPage(page);
    await wholeCopy(page);
    for (const n of [1, 2, 3]) await job.type(`note number ${n}`);
    await copyHolds(page, /number 3/);
    await page.goto('/icons/mark.svg');
    await page.evaluate(async (name) => {
      const done = <T>(request: IDBRequest<T>): Promise<T> => new Promise((resolve) => (request.onsuccess = () => resolve(request.result)));
      const db = await done(indexedDB.open(name));
      const tx = db.transaction(['tape', 'writes'], 'readwrite');
      const tape = (await done(tx.objectStore('tape').getAll())) as { id: string; text?: string }[];
      for (const { id, text } of tape) if (text === 'number 3') tx.objectStore('tape').delete(id);
      const mark = (await done(tx.objectStore('writes').get('last'))) as { n: number };
      tx.objectStore('writes').put({ ...mark, n: mark.n - 1 });
      await new Promise((resolve) => (tx.oncomplete = resolve));
      db.close();
    }, demoDatabase);
    await page.goto('/day');
    await expect(trouble(page, 'behind')).toContainText('The store holds less than its second copy');
    await page.getByRole('button', { name: 'Bring it back' }).click();
    await expect(trouble(page, 'behind')).toBeHidden();
    await openJob(page, 419, 'functions');
    await expect(job.rows().last()).toContainText('number 3');
  });
});

test.describe('a store that cannot be used', () => {
  for (const [what, kind, words, init] of [
    [
      'denied',
      'denied',
      'does not let the program keep anything',
      `() => { throw new DOMException('The user denied permission to access the database.', 'SecurityError'); }`,
    ],
    [
      'failing',
      'failing',
      'cannot be read',
      `() => { const request = new EventTarget(); setTimeout(() => { request.error = new DOMException('Internal error opening backing store', 'UnknownError'); const event = new Event('error'); request.dispatchEvent(event); request.onerror?.(event); }); return request; }`,
    ],
  ] as const)
    test(`is ${what}: said on a page of its own, never as an empty shop`, async ({ page }) => {
      await page.addInitScript(`IDBFactory.prototype.open = ${init};`);
      await page.goto('/jobs');
      await expect(trouble(page, kind)).toContainText(words);
      await expect(page.getByText('No jobs here')).toBeHidden();
    });

  test('is of a newer version, or was made newer by another tab', async ({ page, context }) => {
    await openDemo(page, '/jobs');
    const other = await context.newPage();
    await other.goto('/icons/mark.svg');
    await other.evaluate(
      (name) =>
        new Promise<void>((resolve) => {
          const request = indexedDB.open(name, 990);
          request.onsuccess = () => {
            request.result.close();
            resolve();
          };
        }),
      demoDatabase,
    );
    await expect(trouble(page, 'newer-tab')).toContainText('A newer version was opened in another tab');
    await page.goto('/jobs');
    await expect(trouble(page, 'newer')).toContainText('A newer version of the program has been here');
    await expect(page.getByText('No jobs here')).toBeHidden();
  });

  test('is held by a tab of an older version, and goes on by itself when that is closed', async ({ page, context }) => {
    await page.goto('/icons/mark.svg');
    await page.evaluate(
      (name) =>
        new Promise<void>((resolve) => {
          const request = indexedDB.open(name, 20);
          request.onupgradeneeded = () => request.result.createObjectStore('settings', { keyPath: 'id' });
          // It does not let go.
          request.onsuccess = () => resolve(void ((globalThis as { held?: unknown }).held = request.result));
        }),
      demoDatabase,
    );
    const other = await context.newPage();
    await other.goto('/day');
    await expect(trouble(other, 'old-tab')).toContainText('Another tab holds the store');
    await page.close();
    await expect(trouble(other, 'old-tab')).toBeHidden();
    await expect(other.getByRole('heading', { level: 1 })).toBeVisible();
  });
});

test('a full disk: nothing is written, all that was typed stays, and it is said once, in plain words', async ({ page, context }) => {
  await openJob(page, 419, 'functions');
  const job = new JobPage(page);
  const jobId = await jobIdOf(page, 419);
  await job.type('note there is room');
  await page.waitForTimeout(2500);
  const before = (await storedJob(page, jobId)).tape.length;
  const client = await context.newCDPSession(page);
  const quota = (size?: number): Promise<unknown> =>
    client.send('Storage.overrideQuotaForOrigin', {
      origin: new URL(page.url()).origin,
      ...(size === undefined ? {} : { quotaSize: size }),
    });
  await quota(1_000_000);
  await job.entry().fill('note there is none');
  await job.entry().press('Enter');
  await expect(notice(page).getByRole('alert').filter({ hasText: 'Not kept: the disk is full.' })).toHaveCount(1);
  await expect(notice(page)).toContainText('What was kept before is safe.');
  await expect(job.entry()).toHaveValue('note there is none');
  expect((await storedJob(page, jobId)).tape.length).toBe(before);
  // Other writes say so as well: a picture, a setting.
  await expect(notice(page).getByRole('alert')).toHaveCount(1);
  await notice(page).getByRole('alert').getByRole('button', { name: 'Close' }).click();
  await expect(notice(page).getByRole('alert')).toHaveCount(0);
  await page.getByRole('link', { name: /^Book in/ }).click();
  await page.locator('input[type=file][accept="image/*"]').setInputFiles('../docs/screenshots/safety.png');
  await expect(notice(page)).toContainText('Not kept: the disk is full.');
  await quota();
  await notice(page).getByRole('button', { name: 'Look again' }).click();
  await expect(notice(page).getByRole('alert')).toHaveCount(0);
  await job.entry().fill('note there is room again');
  await job.entry().press('Enter');
  await expect(job.rows().last()).toContainText('there is room again');
  expect((await storedJob(page, jobId)).tape.length).toBe(before + 1);
});

test.describe('a job file that comes in', () => {
  interface JobRecord {
    job: Record<string, unknown>;
    customer: Record<string, unknown>;
    tape: Record<string, unknown>[];
  }
  /** The file of a job, rewritten, with a seal that fits. */
  function rewritten(zip: Uint8Array, change: (record: JobRecord) => void): Uint8Array {
    const files = unzipSync(zip);
    const text = (name: string): string => strFromU8(files[name] ?? new Uint8Array());
    const record = JSON.parse(text('job.json')) as JobRecord;
    change(record);
    files['job.json'] = strToU8(JSON.stringify(record));
    const manifest = JSON.parse(text('manifest.json')) as { files: Record<string, unknown> };
    manifest.files['job.json'] = { bytes: files['job.json'].length, sha256: createHash('sha256').update(files['job.json']).digest('hex') };
    files['manifest.json'] = strToU8(JSON.stringify(manifest));
    return zipSync(files);
  }
  async function fileOf(page: Page, number: number): Promise<{ readonly jobId: string; readonly zip: Uint8Array }> {
    await openJob(page, number, 'hand-back');
    const jobId = await jobIdOf(page, number);
    return { jobId, zip: new Uint8Array(await readFile(await (await new JobPage(page).download('Job as a file')).path())) };
  }
  const take = async (page: Page, zip: Uint8Array): Promise<void> => {
    await page.goto('/archive');
    await page.getByLabel('Archive file').setInputFiles({ name: 'job.zip', mimeType: 'application/zip', buffer: Buffer.from(zip) });
  };

  test('cannot take the entries of another job', async ({ page }) => {
    const { jobId, zip } = await fileOf(page, 401);
    const before = await storedJob(page, jobId);
    const other = randomUUID();
    await take(
      page,
      rewritten(zip, (record) => {
        record.job = { ...record.job, id: other, number: 7000 };
        record.tape = record.tape.map((entry) => ({ ...entry, jobId: other }));
      }),
    );
    await expect(page.getByRole('alert')).toContainText('An entry of it belongs to another job of this shop.');
    expect(await storedJob(page, jobId)).toEqual(before);
  });

  test('cannot block the next job with a number beyond all numbers', async ({ page }) => {
    const { zip } = await fileOf(page, 401);
    await take(
      page,
      rewritten(zip, (record) => (record.job = { ...record.job, number: Number.MAX_SAFE_INTEGER })),
    );
    await expect(page.getByRole('alert')).toContainText('job.json: job.number');
    await expect(page.getByRole('alert')).toContainText('It is too large: 9999999 is the most.');
  });

  test('of an earlier day takes nothing off, and asks which owner holds', async ({ page }) => {
    const { jobId, zip } = await fileOf(page, 401);
    const job = new JobPage(page);
    await job.type('note written after the file was made');
    const before = await storedJob(page, jobId);
    await take(
      page,
      rewritten(zip, (record) => (record.customer = { ...record.customer, phone: '0999 111' })),
    );
    // All that the panel says, so that a failure tells what stood there instead.
    await expect(page.locator('app-import-panel')).toContainText(
      'Job 401 is here already: the file has no entry that is not here, and 1 entry that the file does not have stay.',
    );
    const asked = page.getByRole('group', { name: /The owner differs/ });
    await expect(asked).toContainText('0999 111');
    await page.getByRole('button', { name: 'Import', exact: true }).click();
    await expect(page).toHaveURL(new RegExp(jobId));
    const after = await storedJob(page, jobId);
    expect(after.tape).toEqual(before.tape);
    expect(after.customer).toEqual(before.customer);
    // And again, with the file's word for it.
    await take(
      page,
      rewritten(zip, (record) => (record.customer = { ...record.customer, phone: '0999 111' })),
    );
    await asked.getByRole('radio', { name: 'As in the file' }).check();
    await page.getByRole('button', { name: 'Import', exact: true }).click();
    await expect(page).toHaveURL(new RegExp(jobId));
    expect((await storedJob(page, jobId)).customer).toMatchObject({ phone: '0999 111' });
  });
});

test('an entry that two tabs strike is struck once, and comes back with one act', async ({ page, context }) => {
  await openJob(page, 419, 'trace');
  const here = new JobPage(page);
  await here.type('tp2 6.1v');
  const other = await context.newPage();
  await other.goto(page.url());
  const there = new JobPage(other);
  const row = (job: JobPage) => job.rows().filter({ hasText: '6.1 V' });
  for (const job of [here, there]) {
    await row(job)
      .getByRole('button', { name: /^Strike/ })
      .click();
    await row(job).getByLabel('Why is it struck?').fill('slipped');
  }
  await row(here).getByRole('button', { name: 'Strike', exact: true }).click();
  await expect(row(here)).toContainText('struck: slipped');
  // The other tab had its form open all the while.
  await expect(row(there)).toContainText('struck: slipped');
  await expect(row(there).getByLabel('Why is it struck?')).toBeHidden();
  await row(there)
    .getByRole('button', { name: /^Bring back/ })
    .click();
  for (const job of [here, there]) await expect(row(job)).not.toContainText('struck');
});

test('the copy is written to a folder of one’s own as well, with an archive a day', async ({ page }) => {
  // The browser's window for choosing one cannot be driven here; a folder of its own file system stands in for the one chosen.
  await page.addInitScript(() => {
    (window as unknown as { showDirectoryPicker: unknown }).showDirectoryPicker = async () =>
      (await navigator.storage.getDirectory()).getDirectoryHandle('chosen', { create: true });
  });
  await openDemo(page, '/archive');
  await page.getByRole('button', { name: 'Choose a folder' }).click();
  await expect(page.getByText(/Written to “chosen”/)).toBeVisible();
  await expect(page.getByText(/Last archive: /)).toBeVisible({ timeout: 30_000 });
  const names = (): Promise<string[]> =>
    page.evaluate(async () => {
      const folder = await (await navigator.storage.getDirectory()).getDirectoryHandle('chosen');
      const found: string[] = [];
      for await (const name of (folder as FileSystemDirectoryHandle & { keys(): AsyncIterable<string> }).keys()) found.push(name);
      return found.sort();
    });
  await expect.poll(names).toEqual([expect.stringMatching(/^amber-relay-\d{4}-\d\d-\d\d\.zip$/), 'second copy']);
  await expect(page.getByText('The last archive was made today.')).toBeVisible();
});

test('a screen whose code cannot be fetched is told, and one stays where one was', async ({ page }) => {
  await page.route('**/cards-page*.js', (route) => route.abort());
  await page.goto('/day');
  await expect(page.getByText(/11 in hand/)).toBeVisible();
  await page.getByRole('link', { name: 'Cards' }).click();
  await expect(notice(page).getByRole('alert')).toContainText('This part of the program could not be fetched');
  await expect(page.getByText(/11 in hand/)).toBeVisible();
});

test('a file is not waited for when the code that reads it cannot be fetched', async ({ page }) => {
  await page.route('**/worker-*.js', (route) => route.abort());
  await openDemo(page);
  await page.goto('/archive');
  await page.getByLabel('Archive file').setInputFiles({ name: 'job.zip', mimeType: 'application/zip', buffer: Buffer.from('PK') });
  await expect(page.getByText('job.zip: the program')).toBeVisible();
  await expect(notice(page).getByRole('alert')).toContainText('This part of the program could not be fetched');
  await expect(page.getByRole('button', { name: 'Choose a file' })).toBeEnabled();
});
