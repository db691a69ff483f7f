import { expect, test } from '@playwright/test';
import { openJob } from '../pages/demo';
import { JobPage } from '../pages/job-page';

test('points are watched while one taps: what is said of them is kept, moves Trace, and stands on the sheet', async ({ page }) => {
  await openJob(page, 419, 'test/watch');
  const job = new JobPage(page);
  const area = job.area();
  await area.getByLabel('Watch', { exact: true }).fill('tp99');
  await area.getByRole('button', { name: 'Add' }).click();
  await expect(area).toContainText('There is no point tp99 on this card.');
  for (const point of ['tp2', 'tp7']) {
    await area.getByLabel('Watch', { exact: true }).fill(point);
    await area.getByRole('button', { name: 'Add' }).click();
  }
  const rail = area.getByRole('region', { name: 'TP2 8 V rail' });
  await expect(rail.locator('[data-now]')).toContainText('V');
  await expect(rail).toContainText('read by');
  // What is typed stands on the strip as well.
  await job.type('tp7 ch19 am receive 6.9v');
  const tuning = area.getByRole('region', { name: 'TP7 tuning voltage' });
  await expect(tuning.locator('[data-now]')).toContainText('6.9');
  // The meter is at the rail.
  await expect(tuning).toContainText('no linked instrument is free for it');
  await area.getByLabel('Section at which it is done').selectOption('vco');
  for (let k = 0; k < 3; k += 1) {
    await page.keyboard.press('Alt+1');
    await page.waitForTimeout(1700);
  }
  await expect(rail).toContainText(/changed at 0 of 3 taps/);
  const before = await job.count();
  await area.getByRole('button', { name: 'Keep and end' }).click();
  await expect.poll(() => job.count()).toBe(before + 2);
  await expect(job.rows().filter({ hasText: '8 V rail watched for' })).toContainText('changed at 0 of 3 taps');
  await job.open('Hand back');
  await expect(area).toContainText(/TP2 8 V rail watched for \d+ s: .* steady/);
});
