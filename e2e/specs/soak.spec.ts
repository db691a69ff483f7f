import { expect, test } from '@playwright/test';
import { storedJob } from '../pages/database';
import { jobIdOf, openDemo, openJob } from '../pages/demo';
import { JobPage } from '../pages/job-page';

test('an intermittent is soaked to its verdict: how long, a clock that outlives the page, and what it proves on the sheet', async ({
  page,
}) => {
  // The clock of the page: hours pass between two presses.
  await page.clock.install({ time: new Date('2026-11-28T09:00:00') });
  await openJob(page, 419, 'soak');
  const job = new JobPage(page);
  const area = job.area();
  for (const value of ['3.1v', '6.9v', '3.1v', '6.9v', '3.1v']) {
    await job.type(`tp7 ch19 am receive ${value}`);
    await page.clock.fastForward('15:00');
  }
  await expect(area.getByText(/TP7 tuning voltage.*: failed 2 times\./)).toBeVisible();
  await expect(area.getByLabel('It failed')).toHaveValue('2');
  await expect(area.getByLabel('times in')).toHaveValue('1 h');
  await job.type('set l4 3.6V > 3.1V at tp7');
  // 1 h × ((1 − 0.95)^(−1/2) − 1) = 3 h 28.3 min.
  await area.getByRole('button', { name: '3 h 29 min: 95 in 100' }).click();
  await expect(job.entry()).toHaveValue('soak 209 min after 2 failures in 60 min');
  await job.type(await job.entry().inputValue());
  const soak = area.getByRole('region', { name: 'The soak' });
  await expect(soak).toHaveAttribute('data-soak', 'running');
  await expect(page.locator('[data-soak-clock]')).toContainText('left');
  await page.clock.fastForward('01:00:00');
  await expect(soak.getByRole('timer')).toHaveText(/^1:00:/);
  // Closed and opened again: the clock went on.
  await page.reload();
  await expect(soak.getByRole('timer')).toHaveText(/^1:0/);
  await job.type('tp7 ch19 am receive 3.1v');
  await soak.getByRole('button', { name: 'One cycle done' }).click();
  await expect(soak).toContainText('1 cycle');
  await page.goto('/day');
  await expect(
    page
      .getByText(/^until \d\d:\d\d/)
      .or(page.getByText(/: until \d\d:\d\d/))
      .first(),
  ).toBeVisible();
  await page.goBack();
  await page.clock.fastForward('02:35:00');
  await expect(soak).toHaveAttribute('data-soak', 'held');
  await expect(soak).toContainText(/in 95 of 100/);
  await soak.getByRole('button', { name: 'End it' }).click();
  await expect(job.stage('Soak')).toContainText('held 3 h');
  await job.open('Hand back');
  await expect(area).toContainText(/Soaked 3 h \d+ min, 1 cycle without a failure; had it still failed as often as before/);
});

test('a soak fails by what is read, and counts no more once something was changed', async ({ page }) => {
  await openDemo(page);
  await openJob(page, 419, 'soak');
  const job = new JobPage(page);
  const soak = job.area().getByRole('region', { name: 'The soak' });
  await job.type('soak 3h');
  await expect(soak).toHaveAttribute('data-soak', 'running');
  await job.type('clean vco');
  await expect(soak).toHaveAttribute('data-soak', 'void');
  await job.type('soak 20 cycles');
  await job.type('soak did 12 cycles');
  await expect(soak).toContainText('12 of 20 cycles');
  await job.type('tp7 ch19 am receive 6.9v');
  await expect(soak).toHaveAttribute('data-soak', 'failed');
  await expect(soak).toContainText('TP7 6.9 V, high');
});

test('a point of a set that soaks is read by itself, also with another job on the bench', async ({ page }) => {
  await page.clock.install({ time: new Date('2026-11-28T09:00:00') });
  await openJob(page, 419, 'soak');
  const job = new JobPage(page);
  const soak = job.area().getByRole('region', { name: 'The soak' });
  await job.type('soak 3h');
  const rail = job.rows().filter({ hasText: '8 V rail' });
  const before = await rail.count();
  await soak.getByLabel('Read by the link').selectOption('TP2');
  await soak.getByRole('button', { name: 'Begin', exact: true }).click();
  await expect(rail).toHaveCount(before + 1);
  await expect(soak).toContainText('TP2 is read every 5 min, whatever job is on the bench.');
  const own = page.url();
  await openJob(page, 401, 'trace');
  const other = await job.count();
  const jobId = await jobIdOf(page, 419);
  const entries = async (): Promise<number> => (await storedJob(page, jobId)).tape.length;
  const written = await entries();
  await page.clock.fastForward('05:01');
  await expect.poll(entries).toBe(written + 1);
  // It is on the tape of its own job, and not on the one that is open.
  await page.goto(own);
  await expect(rail).toHaveCount(before + 2);
  await openJob(page, 401, 'trace');
  await expect.poll(() => job.count()).toBe(other);
  await page.goto(own);
  await soak.getByRole('button', { name: 'Read no more' }).click();
  await page.clock.fastForward('05:01');
  await expect(soak).not.toContainText('is read every');
  await expect(rail).toHaveCount(before + 2);
});
