import { expect, test, type Page } from '@playwright/test';
import { pdfText } from '../pages/pdf-text';
import { SumsPage } from '../pages/sums-page';
import { startFree, stopAll } from '../pages/server';

test.afterAll(stopAll);

/** Adds a part to the drawers of a shop, by the names of its fields. */
async function add(page: Page, fields: Readonly<Record<string, string>>): Promise<void> {
  await page.getByRole('button', { name: 'Add a part' }).click();
  const form = page.getByRole('form', { name: 'New in stock' });
  for (const [name, text] of Object.entries(fields)) await form.getByLabel(name, { exact: true }).fill(text);
  await form.getByRole('button', { name: 'Keep it' }).click();
  await expect(form).toHaveCount(0);
}

test('in a shop of one’s own the drawers feed the sums, make parts, take in a quote and are labelled', async ({ page }) => {
  const { at } = await startFree();
  await page.goto(`${at}/archive`);
  await page.getByLabel('On top of what a part cost, percent').fill('40');
  await page.locator('#shop').getByRole('button', { name: 'Keep', exact: true }).click();
  await expect(page.getByText('Kept.')).toBeVisible();

  await page.goto(`${at}/stock`);
  await add(page, { Part: '96R 1 W', 'How many': '6', 'Cost each, to the shop': '0.10', Drawer: 'A1' });
  await add(page, { Part: '71R 1 W', 'How many': '3', 'Cost each, to the shop': '0.10', Drawer: 'A2' });
  await add(page, {
    Part: 'SR-2201',
    'How many': '4',
    'Each piece measured': '1: 101, 2: 118, 3: 103, 4: 130',
    'Order below': '6',
    Drawer: 'C1',
  });
  await add(page, { Part: 'Pad 10 dB', 'Made here of': '2 × 96R 1W; 71R 1 W', Drawer: 'D1' });
  // What nobody priced costs 40 % more than it cost.
  await expect(page.getByRole('row', { name: /96R 1 W/ })).toContainText('0.14');

  await page.getByRole('button', { name: 'Change Pad 10 dB' }).click();
  const make = page.getByRole('form', { name: 'Make more of Pad 10 dB' });
  await expect(make.getByRole('list', { name: 'Made of' })).toContainText('6 here');
  await make.getByLabel('Make').fill('4');
  await make.getByRole('button', { name: /^Made/ }).click();
  await expect(make.getByRole('status')).toContainText('There is too little for 4: 2 × 96R 1W, 1 × 71R 1 W short.');
  await make.getByLabel('Make').fill('1');
  await make.getByRole('button', { name: /^Made/ }).click();
  await expect(make.getByRole('status')).toContainText('1 made.');
  const here = (part: string) =>
    page
      .getByRole('row', { name: new RegExp(`Change ${part}`) })
      .getByRole('cell')
      .nth(2);
  await expect(here('Pad 10 dB')).toHaveText('1');
  await expect(here('96R 1 W')).toHaveText('4');
  await expect(here('71R 1 W')).toHaveText('2');

  const [labels] = await Promise.all([page.waitForEvent('download'), page.getByRole('button', { name: 'Labels' }).click()]);
  const printed = await pdfText((await labels.path()) ?? '');
  for (const text of ['96R 1 W', 'SR-2201', 'Pad 10 dB', 'D1']) expect(printed).toContain(text);

  await page.goto(`${at}/stock/order`);
  await page.getByRole('button', { name: 'Paste a quote' }).click();
  const quote = page.getByRole('form', { name: 'A quote' });
  await quote.getByLabel('Who offers it').fill('Larkholm');
  await quote.getByLabel('Their mail').fill('Thank you.\nSR-2201   EUR 1.45   packs of 5   7 days\nSR-9999 2.20');
  await expect(quote).toContainText('Line 3, “SR-9999 2.20”: no part of that name is in stock.');
  await quote.getByRole('button', { name: 'Keep 1 offer' }).click();
  const row = page.getByRole('row', { name: /SR-2201/ });
  await expect(row.getByLabel(/^Who sells/)).toHaveValue('Larkholm');
  await expect(row.getByLabel(/^How many/)).toHaveValue('5');

  const sums = new SumsPage(page);
  await page.goto(`${at}/sums/pad`);
  await page.getByRole('group', { name: 'From Stock' }).getByRole('button', { name: '2 resistor values' }).click();
  await sums.form().getByLabel('Loss dB').fill('10');
  await sums.form().getByText('pi', { exact: true }).click();
  await expect(page.getByRole('complementary', { name: 'Working' })).toContainText('shunt 96 Ω, series 71 Ω');
  await page.goto(`${at}/sums/matched-set`);
  await page.getByRole('group', { name: 'From Stock' }).getByRole('button', { name: 'SR-2201 in C1, 4 measured' }).click();
  await sums.form().getByLabel('How many to match').fill('2');
  await expect(page.getByRole('complementary', { name: 'Working' })).toContainText('1, 3');
});
