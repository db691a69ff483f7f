import { expect, test, type Page } from '@playwright/test';
import { readFile } from 'node:fs/promises';
import { readCard } from '../../core/src/card';
import ob7 from '../../demo/cards/oxbrae-ob7.json' with { type: 'json' };
import type { Drawing } from '../../demo/src/sheets/pen';
import { sheetSet } from '../../demo/src/sheets/sheet-set';
import { JobPage } from '../pages/job-page';
import { SheetsPage } from '../pages/sheets-page';

const drawn = sheetSet(readCard(ob7)).filter(({ kind }) => kind === 'schematic');

/** Where a name is written, and on which of the schematics. */
function written(name: string): { readonly drawing: Drawing; readonly at: number; readonly x: number; readonly y: number } {
  const at = drawn.findIndex((drawing) => drawing.written.some((w) => w.name === name));
  const drawing = drawn[at];
  const spot = drawing?.written.find((w) => w.name === name);
  if (!drawing || !spot) throw new Error(`${name} is drawn nowhere.`);
  return { drawing, at, x: spot.x, y: spot.y };
}

const net = (page: Page) => page.locator('app-net-panel');
const volts = (page: Page) => page.locator('app-volts-panel');

/** Presses beside a name on its own schematic, alone in the view. */
async function pressBy(sheets: SheetsPage, name: string, dx: number, dy: number): Promise<void> {
  const { drawing, at, x, y } = written(name);
  const views = sheets.page.getByRole('button', { name: 'Two views side by side' });
  if ((await views.getAttribute('aria-pressed')) === 'true') await views.click();
  await sheets.sheetOf('left').selectOption({ label: `${at + 2} ${drawing.title}` });
  await sheets.whenDrawn();
  await sheets.pressOn(x + dx, y + dy, drawing);
}

test('a line lights up on all its sheets, is followed, corrected, and becomes a need', async ({ page }) => {
  const sheets = new SheetsPage(page);
  await sheets.openFor(419);
  // The rail above Q9, which comes from the regulator two sheets on.
  await pressBy(sheets, 'Q9', 30, -74);
  await expect(net(page)).toContainText('8 V REGULATOR');
  await expect(net(page)).toContainText('23 parts on 4 sheets');
  await expect(net(page).getByRole('button', { name: /^TP2, read 8.03 V, 8 V rail/ })).toBeVisible();
  await expect(page.locator('[data-net]')).toHaveCount(1);
  await sheets.sheetOf('left').selectOption({ index: 3 });
  await sheets.whenDrawn();
  await expect(page.locator('[data-net]')).toHaveCount(1);
  // Its parts as a table.
  const waiting = page.waitForEvent('download');
  await net(page).getByRole('button', { name: 'Its parts as CSV' }).click();
  const csv = await readFile(await (await waiting).path(), 'utf8');
  expect(csv).toMatch(/^part,pin,net,net number,written beside it/);
  expect(csv).toContain('8 V REGULATOR');
  // One press is the whole chain; kept, it stands with the card, and the sections that it passes need the one that gives it.
  await pressBy(sheets, 'Q3', 30, -74);
  await expect(net(page)).toContainText('PTT SWITCH RX');
  await net(page).getByRole('button', { name: 'Follow it' }).click();
  const strip = page.locator('app-chain-strip');
  await expect(strip.getByRole('listitem').first()).toContainText('Q1 C');
  await expect(strip).toContainText('TP9');
  await expect(strip.getByLabel('It carries')).toHaveValue('ptt');
  await strip.getByRole('button', { name: 'Make it needs' }).click();
  await expect(page.getByText(/Into the card: .*needs PTT switching/)).toBeVisible();
  await strip.getByRole('button', { name: 'Close' }).click();
  // Where the drawing leaves a doubt one press settles it, and it stays so.
  await pressBy(sheets, 'TP11', 12, -33);
  await expect(net(page)).toContainText('AGC');
  await expect(net(page).getByRole('button', { name: /^R125 1/ })).toBeVisible();
  await page.getByRole('button', { name: 'Taken as one line here; is it?' }).click();
  await expect(page.getByText('They are two lines here now.')).toBeVisible();
  await expect(net(page).getByRole('button', { name: /^R125 1/ })).toBeHidden();
  await page.reload();
  await sheets.whenDrawn();
  await pressBy(sheets, 'TP11', 12, -33);
  await expect(net(page)).toContainText('AGC');
  await expect(net(page).getByRole('button', { name: /^R125 1/ })).toBeHidden();
  // What ends there is corrected by hand.
  await pressBy(sheets, 'R102', 36, 9);
  await net(page).getByRole('button', { name: 'Correct what ends here: R103 1' }).click();
  await net(page).getByLabel('Part', { exact: true }).fill('r903');
  await net(page).getByRole('button', { name: 'Keep' }).click();
  await expect(net(page).getByRole('button', { name: /^R903 1/ })).toBeVisible();
});

test('a resistor of the key line that has drifted is named from two readings, and counts in Trace', async ({ page }) => {
  const sheets = new SheetsPage(page);
  const job = new JobPage(page);
  await sheets.openFor(419);
  await pressBy(sheets, 'R102', 36, 9);
  await expect(net(page)).toContainText('Q101 B');
  await net(page).getByRole('button', { name: 'Which part explains the volts' }).click();
  await job.type('tp9 0.02');
  await job.type('q101 b 0.24');
  await expect(volts(page).locator('[data-explains]').first()).toContainText(/R102 up to about \d+ kΩ >?\d+ in 100/);
  await expect(volts(page).locator('[data-explains]').first()).toContainText(/0\.2\d V on Q101 B: read 0\.24 V/);
  await volts(page).getByRole('button', { name: 'Count it in Trace' }).click();
  await expect(page.getByText(/volts about Q101 B: R102 up to/)).toBeVisible();
  // What would become of it with another part.
  await volts(page).getByRole('button', { name: 'What if another part is fitted' }).click();
  await volts(page).getByLabel('Part to change').selectOption('R103');
  await volts(page).getByLabel('Value of the other part').fill('1k');
  await volts(page).getByLabel('Value of the other part').press('Tab');
  await expect(volts(page)).toContainText(/Q101 B\s*0\.\d+ V\s*becomes\s*0\.\d+ V/);
});

test('an AGC line that a leaky FET holds up is named', async ({ page }) => {
  const sheets = new SheetsPage(page);
  const job = new JobPage(page);
  await sheets.openFor(419);
  await pressBy(sheets, 'R124', 34, 9);
  await net(page).getByRole('button', { name: 'Which part explains the volts' }).click();
  for (const line of ['tp11 3.26', 'q102 g 2.08', 'd8 k 1.1']) {
    await job.type(line);
    await expect(volts(page)).toContainText(line.split(' ')[0]?.toUpperCase() ?? '');
  }
  await expect(volts(page).locator('[data-explains]').first()).toContainText(/Q102 its gate leaky to the (drain|source)/);
});

test('what the lines say that the card does not is ticked by who knows the set, put into the card, and taken out again', async ({
  page,
}) => {
  const sheets = new SheetsPage(page);
  await sheets.openFor(420);
  await page.getByText('More', { exact: true }).click();
  await page.getByRole('button', { name: 'What the lines say of the card' }).click();
  const said = page.locator('app-line-proposals');
  const first = said.getByRole('checkbox', { name: /Heater line takes its supply from 210 V supply/ });
  await expect(first).not.toBeChecked();
  await expect(said.getByRole('button', { name: 'Put into the card' })).toBeDisabled();
  await said.getByRole('button', { name: /^Show the line: Heater line takes its supply/ }).click();
  await expect(page.locator('[data-net]').first()).toBeVisible();
  await first.check();
  await said.getByRole('button', { name: 'Put 1 into the card' }).click();
  await expect(page.getByText(/Into the card: Heater line takes its supply/)).toBeVisible();
  await expect(said.getByText('Nothing: the card says all that can be made out.')).toBeVisible();
  await page.getByRole('button', { name: 'Undo', exact: true }).click();
  await expect(first).not.toBeChecked();
});
