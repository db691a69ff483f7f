import { expect, test, type Page } from '@playwright/test';
import { strFromU8, strToU8, unzipSync, zipSync } from 'fflate';
import { readFile } from 'node:fs/promises';
import { storedJob } from '../pages/database';
import { complaints, jobIdOf, openDemo, openJob } from '../pages/demo';
import { JobPage } from '../pages/job-page';

const offer = async (page: Page, name: string, bytes: Uint8Array): Promise<void> => {
  await page.getByLabel('Archive file').setInputFiles({ name, mimeType: 'application/zip', buffer: Buffer.from(bytes) });
};

test('a damaged, altered, newer or swollen archive is refused by name, and nothing is changed', async ({ page }) => {
  await openJob(page, 401, 'hand-back');
  const job = new JobPage(page);
  const jobId = await jobIdOf(page, 401);
  const before = await storedJob(page, jobId);
  const zip = new Uint8Array(await readFile(await (await job.download('Job as a file')).path()));
  const altered = unzipSync(zip);
  altered['job.json'] = strToU8(
    strFromU8(altered['job.json'] ?? new Uint8Array())
      .replace('proved', 'moved')
      .replace('dead', 'weak'),
  );
  const newer = unzipSync(zip);
  newer['manifest.json'] = strToU8(strFromU8(newer['manifest.json'] ?? new Uint8Array()).replace('"format"', '"format_"'));
  const cases: readonly (readonly [string, Uint8Array, RegExp])[] = [
    ['half.zip', zip.slice(0, zip.length / 2), /half\.zip: the file.*not a whole zip file/s],
    ['altered.zip', zipSync(altered), /altered\.zip: job\.json.*not as it was/s],
    ['strange.zip', zipSync(newer), /strange\.zip: manifest\.json/s],
    ['bomb.zip', zipSync({ 'job.json': new Uint8Array(60_000_000) }), /bomb\.zip: job\.json.*would unfold to 60 MB/s],
    ['text.zip', strToU8('this is no archive'), /text\.zip: the file/s],
  ];
  await page.goto('/archive');
  for (const [name, bytes, message] of cases) {
    await offer(page, name, bytes);
    await expect(page.getByRole('alert')).toHaveText(message);
    await expect(page.getByRole('alert')).toContainText('nothing was changed');
    await expect(page.getByRole('button', { name: 'Import', exact: true })).toBeHidden();
  }
  expect(await storedJob(page, jobId)).toEqual(before);
});

test('a shop is carried away as a file and taken back whole', async ({ page }) => {
  await openDemo(page, '/archive');
  await expect(page.getByText('No archive of this shop has been made yet.')).toBeVisible();
  await expect(page.getByText(/used in this browser; the disk has room/)).toBeVisible();
  const waiting = page.waitForEvent('download');
  await page.getByRole('button', { name: 'Shop as a file' }).click();
  const path = await (await waiting).path();
  await expect(page.getByText('The last archive was made today.')).toBeVisible();
  await page.getByLabel('Archive file').setInputFiles(path);
  // What is here stays where it is joined; it was asked to be put in its place.
  await expect(page.getByText('It was made at this bench')).toBeVisible({ timeout: 240_000 });
  await page.getByRole('radio', { name: 'Put it in the place of all that is here' }).click();
  // Every sheet of eight cards is read and cleaned before it is told.
  await expect(page.getByText(/12 jobs, \d+ entries, 6 owners and 8 cards come in/)).toBeVisible({ timeout: 240_000 });
  await page.getByRole('button', { name: 'Import', exact: true }).click();
  await expect(page.getByText('Imported.')).toBeVisible();
  await page.goto('/day');
  await expect(page.getByText(/11 in hand/)).toBeVisible();
});

test('booking in says what is missing or impossible and keeps what was typed', async ({ page }) => {
  await openDemo(page, '/book-in');
  await page.getByLabel('Maker').fill('Oxbrae');
  await page.keyboard.press('Escape');
  await page.getByLabel('Made in (year)').fill('1830');
  await page.getByLabel('Promised for').fill('31.02.2031');
  await page.getByLabel('Spending limit').fill('a lot');
  await page
    .getByLabel('Pictures')
    .setInputFiles({ name: 'evil.png', mimeType: 'image/png', buffer: Buffer.from('<script>alert(1)</script>') });
  await expect(page.getByRole('alert')).toContainText('"evil.png" is not a picture');
  await page.getByRole('button', { name: 'Book in' }).click();
  for (const words of [
    'Who owns it?',
    'Which set is it?',
    'Write the complaint',
    'The limit "a lot" is not an amount',
    'give a year from 1930',
    'The promised date does not exist',
  ])
    await expect(page.getByRole('alert').filter({ hasText: words }).first()).toBeVisible();
  await expect(page.getByLabel('Maker')).toHaveValue('Oxbrae');
  await expect(page.getByLabel('Spending limit')).toHaveValue('a lot');
  await page.goto('/day');
  await expect(page.getByText(/11 in hand/)).toBeVisible();
});

test('text that looks like markup stays text, wherever it is shown', async ({ page }) => {
  const complained = complaints(page);
  await openDemo(page, '/book-in');
  const evil = '<img src=x onerror="document.title=\'run\'"><script>document.title="run"</script>';
  for (const [label, value] of [
    ['Maker', 'Oxbrae'],
    ['Model', 'Wren 40'],
    ['Name', evil],
    ['In the owner’s own words', evil],
  ] as const) {
    await page.getByLabel(label, { exact: true }).fill(value);
    await page.keyboard.press('Escape');
  }
  await page.getByRole('button', { name: 'Book in' }).click();
  await expect(page.getByRole('heading', { level: 1, name: 'Safety and cold checks' })).toBeVisible();
  const job = new JobPage(page);
  await job.type(`note ${evil}`);
  await expect(job.rows().last()).toContainText('<script>');
  await job.open('Hand back');
  await expect(job.area()).toContainText('<img src=x');
  for (const place of ['/day', '/jobs']) {
    await page.goto(place);
    await expect(page.getByText('<img src=x').first()).toBeVisible();
  }
  expect(await page.title()).not.toBe('run');
  expect(complained).toEqual([]);
});

test('high voltage that is still there is never taken for done', async ({ page }) => {
  await openJob(page, 417, 'safety');
  const area = new JobPage(page).area();
  // It is proven gone at each of its places.
  await expect(area.locator('[data-check^=hazard-high-voltage]')).toHaveCount(2);
  const row = area.locator('[data-check=hazard-high-voltage]');
  await row.getByRole('textbox').fill('1.2k');
  await row.getByRole('button').click();
  await expect(row.getByRole('alert')).toContainText('1.2 kV is still there.');
  await row.getByRole('textbox').fill('four');
  await row.getByRole('button').click();
  await expect(row.getByRole('alert')).toContainText('not the start of a number');
});
