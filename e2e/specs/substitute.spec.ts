import { expect, test } from '@playwright/test';
import { BookInPage } from '../pages/book-in-page';
import { JobPage } from '../pages/job-page';

test('a part of a set without a card is held against a substitute, and what was found stands on the sheet and in the drawer of legs', async ({
  page,
}) => {
  const booking = new BookInPage(page);
  await booking.fill({ owner: 'Hesta ferry', maker: 'Zellen', model: 'Skiff', serial: '7', complaint: 'No carrier' });
  await booking.submit();
  const job = new JobPage(page);
  await job.open('Parts');
  await page.getByRole('link', { name: 'Compare a substitute' }).click();
  await page.getByLabel('For which part').fill('q7');
  await page.getByLabel('What was in', { exact: true }).fill('SR-2201');
  await page.getByLabel('What may stand for it', { exact: true }).fill('SR-4401');
  await page.getByLabel('Ratings of what was in').fill('vds 60 V, on-resistance 0,5 ohm, sturdy');
  await page.getByLabel('Ratings of what may stand for it').fill('vds 80 V, on-resistance 0.9 ohm');
  await expect(page.getByText('Not read: sturdy.')).toBeVisible();
  await expect(page.getByText('It falls short.')).toBeVisible();
  await page.getByLabel('Ratings of what was in').fill('vds 60 V, on-resistance 0,5 ohm');
  await page.getByLabel('Ratings of what may stand for it').fill('vds 80 V, on-resistance 0.3 ohm');
  await expect(page.getByText('At least as good in all that is rated.')).toBeVisible();
  await page.getByLabel('Legs of what was in').fill('GDS');
  await page.getByLabel('Legs of what may stand for it').fill('1 gate, 2 source, 3 drain');
  await expect(page.getByText('Mind: the legs are crossed: 2 is source, not drain; 3 is drain, not source.')).toBeVisible();
  // What is typed stays while one looks elsewhere.
  await job.open('Safety', 'Safety and cold checks');
  await job.open('Parts');
  await page.getByRole('link', { name: 'Compare a substitute' }).click();
  await expect(page.getByLabel('What may stand for it', { exact: true })).toHaveValue('SR-4401');
  await page.getByRole('button', { name: 'Keep it as evidence' }).click();
  await expect(job.rows().last()).toContainText('substitute SR-4401 for SR-2201');

  await job.open('Hand back');
  await expect(page.locator('app-paper-view')).toContainText(
    'Q7: substitute SR-4401 for SR-2201: at least as good in all of 2 ratings; the legs are crossed',
  );
  await page.goto('/stock/legs');
  await page.getByPlaceholder('Number, leg, colour').fill('sr-4401');
  await expect(page.getByRole('group', { name: 'Legs of SR-4401' })).toContainText('gate');
});
