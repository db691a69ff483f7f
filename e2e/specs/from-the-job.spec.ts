import { expect, test } from '@playwright/test';
import { openJob } from '../pages/demo';
import { JobPage } from '../pages/job-page';
import { SumsPage } from '../pages/sums-page';

test('channels that were counted name the stuck line, tuning voltages the loop: no figure is typed twice', async ({ page }) => {
  await openJob(page, 419, 'trace');
  const job = new JobPage(page);
  // N is 1627 to 1671; its line of weight 4 is held high.
  for (const line of ['ch1 am keyed 26.965M', 'ch2 26.975M', 'ch5 27.055M', 'ch6 27.065M']) await job.type(line);
  await page.getByRole('link', { name: 'Sums', exact: true }).click();
  const sums = new SumsPage(page);
  await sums.open('Stuck programming line');
  const from = page.getByRole('group', { name: 'From job 419' });
  await from.getByRole('button', { name: '4 channels counted' }).click();
  await expect(sums.form().getByLabel('Channel').first()).toHaveValue('1');
  await expect(from.getByRole('button', { name: '4 channels counted' })).toHaveAttribute('aria-pressed', 'true');
  // What is typed into it is one's own from then on.
  await sums.form().getByLabel('Lines').fill('12');
  await expect(from.getByRole('button', { name: '4 channels counted' })).toHaveAttribute('aria-pressed', 'false');
  await sums.open('Lock voltage sweep');
  await expect(from).toHaveCount(0);
});

test('a sum that was fed from the job goes on as readings come, and is kept with its working', async ({ page, context }) => {
  await openJob(page, 419, 'trace');
  const job = new JobPage(page);
  await job.type('tp7 ch1 receive 2.0v');
  await page.getByRole('link', { name: 'Sums', exact: true }).click();
  const sums = new SumsPage(page);
  await sums.open('Lock voltage sweep');
  await page.getByRole('button', { name: 'tuning voltage at TP7, 1 reading' }).click();
  await expect(sums.answer()).toContainText(/lock/i);
  const other = await context.newPage();
  await openJob(other, 419, 'trace');
  await new JobPage(other).type('tp7 ch40 receive 7.9v');
  await expect(page.getByRole('button', { name: 'tuning voltage at TP7, 2 readings' })).toHaveAttribute('aria-pressed', 'true');
  await expect(sums.form().getByLabel('Lock voltage').nth(1)).toHaveValue('7.9 V');
  await page.getByRole('button', { name: 'Keep on tape 419' }).click();
  await expect(page.getByText('On tape 419: Lock voltage sweep')).toBeVisible();
});
