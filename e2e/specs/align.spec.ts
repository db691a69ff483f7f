import { expect, test, type Locator } from '@playwright/test';
import { BookInPage } from '../pages/book-in-page';
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

test('an alignment of eight steps with a broken core: live on the meter, left half way, taken up again, and whole on the sheet', async ({
  page,
}) => {
  const bookIn = new BookInPage(page);
  await bookIn.fill({
    owner: 'Hesta rally marshals',
    maker: 'Oxbrae',
    model: 'Fulmar SSB',
    serial: 'A-8',
    complaint: 'Weak on all channels',
  });
  await bookIn.submit();
  const job = new JobPage(page);
  await job.open('Align');
  const steps = page.getByRole('group', { name: 'Steps of alignment' });
  const step = (name: string): Locator => steps.getByRole('listitem').filter({ has: page.getByText(name, { exact: true }) });
  await expect(page.getByText('0 of 8 done')).toBeVisible();

  // The linked counter is read live; what it shows goes into the line with one press.
  await expect(steps.getByText('Reference: TP30')).toBeVisible();
  await steps.getByRole('button', { name: 'Live' }).click();
  await expect(steps.locator('[data-live]')).toContainText('MHz');
  await expect(steps.getByRole('img', { name: /^TP30 .*best .*MHz$/ })).toBeVisible();
  await steps.getByRole('button', { name: 'Take it' }).click();
  await expect(job.entry()).toHaveValue(/^set cv1 5\.\d+ MHz > 5\.\d+ MHz$/);
  await steps.getByRole('button', { name: 'Stop' }).click();
  await job.type('set cv1 5.12004MHz > 5.12000MHz');
  // F9 reads at the point of the step.
  await job.entry().fill('set cv2 ');
  await page.getByRole('button', { name: /^Read Hz/ }).click();
  await expect(job.entry()).toHaveValue(/^set cv2 33\.\d+ MHz$/);
  await job.type('set cv2 33.75000MHz');
  await job.type('set l21 3.9V > 3.30V at tp31');
  await job.type('set cv3 8.49850MHz');
  await job.type('set cv4 8.50150MHz');
  await job.type('peak t11 -60dBm > -55dBm');
  await job.type('peak t12 none');
  await expect(step('Receive coils')).toContainText('no peak found: core broken');
  await page.reload();
  await expect(step('Receive coils')).toContainText('no peak found: core broken');
  // A new coil has one.
  await job.type('fit t12 coil from a scrap set');
  for (const coil of ['t12', 't13', 't14']) await job.type(`peak ${coil} -55dBm > -50dBm`);
  await expect(step('Receive coils')).not.toContainText('no peak');
  await job.type('dip vr7');
  for (const coil of ['t21', 't22', 't23', 't24']) await job.type(`peak ${coil} 1V > 1.4V`);
  await job.type('set vr8 50mA');
  await job.open('Hand back');
  const rows = job.area().getByRole('row');
  for (const name of ['Reference', 'Offset', 'VCO', 'Carriers', 'Receive coils', 'Carrier balance', 'Transmit coils', 'Idle current'])
    await expect(rows.filter({ hasText: `${name}, ` }).first()).toBeVisible();
});
