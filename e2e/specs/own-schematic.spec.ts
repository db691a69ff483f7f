import { expect, test, type Page } from '@playwright/test';
import { PDFDocument } from 'pdf-lib';
import { writeScan } from '../../demo/src/sheets/write-scan';
import { JobPage } from '../pages/job-page';
import { blottedSheet, ownStage } from '../pages/own-stage';
import { SheetsPage } from '../pages/sheets-page';
import { startFree, stopAll } from '../pages/server';

test.afterEach(stopAll);

/** An empty shop with one set in it that no card knows, at its sheets. */
async function ownSet(page: Page): Promise<{ readonly job: JobPage; readonly sheets: SheetsPage }> {
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
  return { job, sheets };
}

test('in an empty shop a schematic of one’s own is followed, and the open resistor of its bias is named', async ({ page }) => {
  const { job, sheets } = await ownSet(page);
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
  await expect(volts.locator('[data-explains]').first()).toContainText(/R1 open >?\d+ in 100/);
  // Across it in the circuit, with everything off, its neighbours still show: said to be so, it counts beside the volts.
  await job.type('r1 >20M');
  await volts.getByRole('button', { name: 'R1 was read in the circuit, with everything off' }).click();
  await expect(volts.locator('[data-explains]').first()).toContainText(/R1 open >?\d+ in 100/);
  await expect(volts.locator('[data-explains]').first()).toContainText(/over 20 MΩ across R1: read over 20 MΩ/);
  await volts.getByRole('button', { name: 'Count it in Trace' }).click();
  await expect(page.getByText(/volts about Q1 B: R1 /)).toBeVisible();
});

test('a scan is followed with one question: its line is kept with the doubt, and the answer with the sheet', async ({ page }) => {
  const { sheets } = await ownSet(page);
  const buffer = Buffer.from(await writeScan(blottedSheet));
  await sheets.addFiles({ name: 'bias.png', mimeType: 'image/png', buffer });
  await sheets.whenDrawn();
  const size = { width: 2 * blottedSheet.width, height: 2 * blottedSheet.height };
  const press = (x: number, y: number): Promise<void> => sheets.pressOn(2 * x, 2 * y, size);
  // A scan says no names: those that are needed are pinned, on the parts themselves.
  await page.getByRole('button', { name: 'Pin by hand' }).click();
  const next = page.getByLabel('The next press places');
  for (const [name, x, y] of [
    ['R1', 120, 108],
    ['R2', 240, 212],
    ['R3', 320, 116],
  ] as const) {
    await next.fill(name);
    await press(x, y);
    await expect(page.getByRole('button', { name: `Take the pin ${name} off` })).toBeVisible();
  }
  await page.locator('app-pin-strip').getByRole('button', { name: 'Close' }).click();
  const net = page.locator('app-net-panel');
  const end = (name: string) => net.getByRole('button', { name, exact: true });
  await press(180, 160);
  await expect(end('R1 2')).toBeVisible();
  await expect(end('R3 2')).toBeVisible();
  await expect(end('R2 1')).toBeHidden();
  await expect(net.locator('[data-net-doubts]')).toContainText('At 1 place the drawing does not say');
  await net.getByRole('button', { name: 'Follow it' }).click();
  const strip = page.locator('app-chain-strip');
  await expect(strip.getByRole('listitem')).toHaveCount(2);
  await strip.getByLabel('Name of the line').fill('Bias');
  await strip.getByRole('button', { name: 'Keep with the card' }).click();
  await expect(page.getByText('“Bias” is kept with the card.')).toBeVisible();
  await page.reload();
  await sheets.whenDrawn();
  await page.getByRole('button', { name: 'Follow a line' }).click();
  await strip.getByLabel('Lines kept with the card').selectOption({ label: 'Bias' });
  await expect(strip.locator('[data-chain-doubts]')).toContainText('Followed over a place where the drawing does not say');
  await strip.getByRole('button', { name: 'Close' }).click();
  // The one question, answered by one press; the answer stays.
  await press(180, 160);
  await page.getByRole('button', { name: 'Taken as two lines here; are they one?' }).click();
  await expect(end('R2 1')).toBeVisible();
  await expect(net.locator('[data-net-doubts]')).toBeHidden();
  await page.reload();
  await sheets.whenDrawn();
  await press(240, 60);
  await expect(end('R1 2')).toBeVisible();
});

test('a scan within a PDF is followed as a picture is, and asks the same question', async ({ page }) => {
  const { sheets } = await ownSet(page);
  const { width, height } = blottedSheet;
  const pdf = await PDFDocument.create();
  pdf.addPage([width, height]).drawImage(await pdf.embedPng(await writeScan(blottedSheet)), { x: 0, y: 0, width, height });
  await sheets.addFiles({ name: 'bias.pdf', mimeType: 'application/pdf', buffer: Buffer.from(await pdf.save()) });
  await sheets.whenDrawn();
  await sheets.pressOn(180, 160, { width, height });
  const doubts = page.locator('[data-net-doubts]');
  await expect(doubts).toContainText('At 1 place the drawing does not say');
  await doubts.getByRole('button', { name: 'It is right as shown' }).click();
  await expect(doubts).toBeHidden();
  await page.reload();
  await sheets.whenDrawn();
  await sheets.pressOn(180, 160, { width, height });
  await expect(page.locator('app-net-panel')).toContainText('No named part ends on it.');
  await expect(doubts).toBeHidden();
});
