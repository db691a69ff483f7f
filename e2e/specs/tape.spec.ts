import { expect, test } from '@playwright/test';
import { storedJob } from '../pages/database';
import { jobIdOf, openJob } from '../pages/demo';
import { JobPage } from '../pages/job-page';

test('every entry acknowledged on the screen is there after the page was killed in the middle of 300', async ({ page, context }) => {
  // Each entry is on the disk before the next: 300 take a slow machine minutes.
  test.setTimeout(600_000);
  await openJob(page, 419, 'functions');
  const job = new JobPage(page);
  const jobId = await jobIdOf(page, 419);
  await job.entry().focus();
  const all = 300;
  // In the middle: when enough have been acknowledged, on a fast machine or a slow one.
  const killAt = 140;
  for (let n = 1; n <= killAt; n++) {
    await page.keyboard.insertText(`tp7 ch19 ${(2.9 + (n % 40) / 100).toFixed(2)}v`);
    await page.keyboard.press('Enter');
  }
  let acknowledged = new Set<string>();
  await expect
    .poll(
      async () => {
        const rows = page.getByRole('log').locator('li[data-entry]');
        acknowledged = new Set(await rows.evaluateAll((all) => all.map((row) => (row as HTMLElement).dataset['entry'] ?? '')));
        return acknowledged.size;
      },
      { timeout: 200_000 },
    )
    .toBeGreaterThan(60);
  // Killed with entries still on their way: no goodbye, no time to save.
  const cdp = await context.newCDPSession(page);
  void cdp.send('Page.crash').catch(() => undefined);
  await page.waitForEvent('crash');

  const again = await context.newPage();
  await again.goto(`/job/${jobId}/functions`);
  const reopened = new JobPage(again);
  await expect(reopened.tape()).toBeVisible();
  const stored = (await storedJob(again, jobId)).tape as { id: string; seq: number }[];
  const kept = new Set(stored.map((entry) => entry.id));
  for (const id of acknowledged) expect(kept.has(id), id).toBe(true);
  expect(stored.map((entry) => entry.seq)).toEqual(stored.map((_, i) => i + 1));

  // And the rest of the 300 go on from there.
  await reopened.entry().focus();
  const before = stored.length;
  for (let n = killAt + 1; n <= all; n++) {
    await again.keyboard.insertText(`tp7 ch19 ${(2.9 + (n % 40) / 100).toFixed(2)}v`);
    await again.keyboard.press('Enter');
  }
  await expect.poll(() => reopened.count(), { timeout: 400_000 }).toBe(before + all - killAt);
  expect((await storedJob(again, jobId)).tape.length).toBe(before + all - killAt);
});

test('two tabs show each other’s entries as they are made', async ({ page, context }) => {
  await openJob(page, 419, 'trace');
  const here = new JobPage(page);
  const other = await context.newPage();
  await other.goto(page.url());
  const there = new JobPage(other);
  await expect(there.tape()).toBeVisible();
  await here.type('note written in the first tab');
  await expect(there.rows().filter({ hasText: 'written in the first tab' })).toBeVisible();
  await there.type('tp7 6.62v');
  await expect(here.rows().filter({ hasText: '6.62 V' })).toBeVisible();
});

test('an entry is struck with a reason, stays on the tape, and comes back by undo', async ({ page }) => {
  await openJob(page, 419, 'trace');
  const job = new JobPage(page);
  await job.type('tp2 6.1v');
  const row = job.rows().filter({ hasText: '6.1 V' });
  await row.getByRole('button', { name: /^Strike/ }).click();
  await row.getByLabel('Why is it struck?').fill('slipped point');
  await row.getByRole('button', { name: 'Strike', exact: true }).click();
  await expect(row).toContainText('struck: slipped point');
  await page.getByRole('button', { name: 'Undo', exact: true }).click();
  await expect(row).not.toContainText('struck');
  await page.getByRole('button', { name: 'Undo the last entry' }).click();
  await expect(row).toContainText('struck: undone');
  await row.getByRole('button', { name: /^Bring back/ }).click();
  await expect(row).not.toContainText('struck');
});

test('the entry line says what is wrong and where, and takes a completion', async ({ page }) => {
  await openJob(page, 419, 'trace');
  const job = new JobPage(page);
  for (const [line, message] of [
    ['tp99 3v', 'There is no test point TP99 on this card.'],
    ['c999 1u', 'There is no part C999 on this card.'],
    ['tp7 3..1v', 'A second decimal sign.'],
    ['ch41 27.4M', 'There is no channel 41.'],
    ['fit c999 1u', 'C999 is not on this card, nor on its sheets.'],
  ] as const) {
    await job.entry().fill(line);
    await job.entry().press('Enter');
    await expect(page.getByText(message)).toBeVisible();
    await expect(job.entry()).toHaveValue(line);
  }
  await job.entry().fill('tp1');
  await page.getByRole('button', { name: /^tp12/ }).click();
  await expect(job.entry()).toHaveValue('tp12 ');
});
