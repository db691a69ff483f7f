import { expect, test, type Locator } from '@playwright/test';
import { openJob } from '../pages/demo';
import { JobPage } from '../pages/job-page';

test('an alignment goes from step to step, is left and taken up again, and says what has been disturbed', async ({ page }) => {
  await openJob(page, 419, 'align');
  const job = new JobPage(page);
  const steps = page.getByRole('group', { name: 'Steps of alignment' });
  const step = (name: string): Locator => steps.getByRole('listitem').filter({ has: page.getByText(name, { exact: true }) });
  await expect(page.getByText('0 of 4 done')).toBeVisible();
  await expect(step('VCO')).toContainText('after Reference');

  // The next step puts the start of its line into the entry line.
  await page.getByRole('button', { name: 'Next step' }).click();
  await expect(job.entry()).toHaveValue('set c33 ');
  await job.type('set c33 10.24004MHz > 10.24000MHz');
  await expect(step('Reference')).toContainText('10.24000 MHz');
  await job.type('set l4 3.6V > 2.80V at tp7');
  await expect(step('VCO')).toContainText('off: −300 mV from what is wanted');
  await job.type('set l4 2.80V > 3.10V at tp7');
  await expect(step('VCO')).not.toContainText('from what is wanted');
  await expect(page.getByText('2 of 4 done')).toBeVisible();

  await page.getByRole('button', { name: 'Seal it: Reference' }).click();
  await expect(page.getByRole('button', { name: 'Seal it: Reference' })).toHaveCount(0);
  await expect(step('Reference')).toContainText('sealed');
  await expect(page.getByText('2 of 4 done')).toBeVisible();

  // A coil without a peak is no step done; the generator goes back by what the other one brought.
  await job.type('peak t2 none');
  await expect(step('IF coils')).toContainText('no peak found: core broken');
  await job.entry().fill('gen 1mV');
  await job.entry().press('Enter');
  await job.type('peak t2 -60dBm > -46dBm');
  await expect(step('IF coils')).toContainText('T3 left');
  const back = page.getByRole('status').filter({ hasText: 'turn the generator back' });
  await expect(back).toContainText('rose by 14 dB');
  await back.getByRole('button', { name: 'to 200 µV' }).click();
  await expect(job.entry()).toHaveValue('gen 200uV ');
  await job.entry().fill('');

  // Left half way and taken up again; then an earlier step is turned once more.
  await page.reload();
  await expect(step('IF coils')).toContainText('T3 left');
  await job.type('peak t3 -46dBm > -44dBm');
  await expect(page.getByText('3 of 4 done')).toBeVisible();
  await expect(job.stage('Align')).toContainText('3 of 4 steps');
  await job.type('set c33 10.24000MHz');
  for (const name of ['VCO', 'IF coils']) await expect(step(name)).toContainText('again: C33 set since');
  await expect(job.stage('Align')).toContainText('2 to do again');
  await page.getByRole('button', { name: 'Once more: VCO' }).click();
  await expect(job.entry()).toHaveValue('set l4 ');
  await job.open('Hand back');
  const row = (name: string): Locator => job.area().getByRole('row').filter({ hasText: name });
  await expect(row('VCO, L4')).toContainText(/3\.10 V on ch 19\s*3\.6 V\s*3\.10 V/);
  await expect(row('VCO, L4')).toContainText('C33 set since');
  await expect(job.area()).not.toContainText('L4 set');
});
