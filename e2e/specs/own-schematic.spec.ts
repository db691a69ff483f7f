import { expect, test } from '@playwright/test';
import { JobPage } from '../pages/job-page';
import { ownStage } from '../pages/own-stage';
import { SheetsPage } from '../pages/sheets-page';
import { startFree, stopAll } from '../pages/server';

test.afterEach(stopAll);

test('in an empty shop a schematic of one’s own is followed, and the open resistor of its bias is named', async ({ page }) => {
  const { at } = await startFree();
  const [job, sheets] = [new JobPage(page), new SheetsPage(page)];
  await page.goto(`${at}/book-in`);
  for (const [label, text] of [
    ['Maker', 'Zellen'],
    ['Model', 'Coble 12'],
    ['Name', 'Tam of the quay'],
    ['In the owner’s own words', 'Sends no more'],
  ] as const) {
    await page.getByLabel(label, { exact: true }).fill(text);
    await page.keyboard.press('Escape');
  }
  await page.getByLabel('Which kind of set is it?', { exact: true }).selectOption({ label: 'VHF or UHF FM, one band' });
  await page.getByRole('button', { name: 'Book in' }).click();
  await expect(job.heading('Safety and cold checks')).toBeVisible();
  await page.getByRole('link', { name: /^Sheets/ }).click();
  await sheets.addFiles({ name: 'stage.svg', mimeType: 'image/svg+xml', buffer: Buffer.from(ownStage.svg) });
  await sheets.whenDrawn();
  await sheets.pressOn(...ownStage.base, ownStage.size);
  const net = page.locator('app-net-panel');
  for (const end of ['R1 2', 'R2 1', 'Q1 B']) await expect(net.getByRole('button', { name: end, exact: true })).toBeVisible();
  await net.getByRole('button', { name: 'Which part explains the volts' }).click();
  const volts = page.locator('app-volts-panel');
  // The supply by its name, and what should be at the base: a fifth of it, less what the stage draws.
  await expect(volts).toContainText(/Fed by\s*\+12V/);
  await expect(volts).toContainText(/Q1 B\s*1\.9\d V/);
  for (const line of ['q1 b 0.02', 'q1 c 12']) await job.type(line);
  await expect(volts.locator('[data-explains]').first()).toContainText(/R1 open \d+ in 100/);
  await volts.getByRole('button', { name: 'Count it in Trace' }).click();
  await expect(page.getByText(/volts about Q1 B: R1 open/)).toBeVisible();
});
