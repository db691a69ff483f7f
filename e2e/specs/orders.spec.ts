import { expect, test } from '@playwright/test';
import { BookInPage } from '../pages/book-in-page';
import { openDemo, openJob } from '../pages/demo';
import { JobPage } from '../pages/job-page';

test('a part ordered for two jobs is received, one goes back, and both jobs are freed in Day', async ({ page }) => {
  // One job with a card, and one of a set that nobody has a card for.
  await openJob(page, 409, 'trace');
  const job = new JobPage(page);
  await job.type('list c901 c902 220u 63v');
  await openDemo(page, '/day');
  const booking = new BookInPage(page);
  await booking.fill({ owner: 'Hesta ferry', maker: 'Zellen', model: 'Skiff', serial: '7', complaint: 'Hums' });
  await booking.submit();
  const skiff = page.url().replace(/[^/]+$/, '');
  await job.type('list c1 c2 220 µF 63 V');

  await page.goto('/stock/order');
  const orders = page.getByRole('tablist', { name: 'Stock and orders' });
  const row = page.getByRole('row', { name: /220u 63v/ });
  await expect(row).toContainText('409');
  await expect(row).toContainText('C901, C902');
  await expect(row).toContainText('C1, C2');
  await expect(row.getByLabel(/^How many/)).toHaveValue('4');
  await expect(page.getByText('1 line has no supplier yet')).toBeVisible();
  await row.getByLabel(/^Who sells/).fill('Larkholm');
  await row.getByLabel(/^Cost of one/).fill('0.25');
  const basket = page.getByRole('region', { name: 'Larkholm' });
  await expect(basket).toContainText('1.00');
  await basket.getByRole('button', { name: 'Order 1 line' }).click();

  await expect(page.getByRole('heading', { name: /^Order \d+, Larkholm$/ })).toBeVisible();
  const order = page.url();
  await page.goto('/day');
  const waiting = page.getByRole('region', { name: 'Waiting' });
  const doNow = page.getByRole('region', { name: 'Do now' });
  await expect(waiting.getByText(/2 × 220u 63v, order \d+/)).toHaveCount(2);
  await expect(doNow.getByText('Zellen Skiff')).toHaveCount(0);

  // Three good ones and one odd: the job that comes first is served, the odd one goes back, and another comes for it.
  await page.goto(order);
  await page.getByRole('button', { name: 'All of it came' }).click();
  const line = page.getByRole('row', { name: /220u 63v/ }).first();
  await expect(line.getByLabel('Come now')).toHaveValue('4');
  await line.getByLabel('Of them odd').fill('5');
  await page.getByRole('button', { name: 'Take in' }).click();
  await expect(page.getByRole('alert')).toContainText('5 of 4 cannot be odd.');
  await line.getByLabel('Come now').fill('3');
  await line.getByLabel('Of them odd').fill('1');
  await line.getByLabel('Drawer').fill('B7');
  await line.getByLabel('What was found').fill('one measures 90 µF');
  await page.getByRole('button', { name: 'Take in' }).click();
  await expect(page.getByRole('status').getByRole('link')).toHaveText(['409']);
  await line.getByRole('button', { name: /^Send back/ }).click();
  await page.getByLabel('Why').fill('90 µF');
  await page.getByRole('button', { name: 'They go back' }).click();
  // By its cell: a part's own name holds a 2 before anything has gone back.
  await expect(line.getByRole('cell').nth(4)).toHaveText(/^\s*2\s*$/);
  await page.getByRole('button', { name: 'All of it came' }).click();
  await expect(line.getByLabel('Come now')).toHaveValue('2');
  await page.getByRole('button', { name: 'Take in' }).click();
  await expect(page.getByRole('button', { name: 'Take in' })).toHaveCount(0);
  await expect(page.getByText('settled')).toBeVisible();
  await expect(page.getByText(/came: 3 × 220u 63v, 1 of them odd: one measures 90 µF/)).toBeVisible();

  // The drawer has four, all of them spoken for, at what they cost; nothing is left to be ordered.
  await orders.getByRole('tab', { name: 'Drawers' }).click();
  const drawer = page.getByRole('row', { name: /220u 63v/ });
  await expect(drawer).toContainText('B7');
  await expect(drawer.getByRole('cell').nth(2)).toHaveText(/^\s*4\s*$/);
  await expect(drawer.getByRole('cell').nth(3)).toContainText('4');
  await orders.getByRole('tab', { name: 'To order' }).click();
  await expect(page.getByRole('row', { name: /220u 63v/ })).toHaveCount(0);

  await page.goto('/day');
  await expect(doNow.getByText('The parts are here: fit them')).toHaveCount(2);
  await expect(waiting.getByText(/220u 63v/)).toHaveCount(0);
  await page.goto(`${skiff}parts`);
  await expect(job.area().locator('[data-listed=C1]')).toContainText('here');
  await expect(job.area().getByRole('region', { name: 'To be ordered' })).toHaveCount(0);
});

test('what a supplier asks is kept with its terms, and the ways to order are compared', async ({ page }) => {
  await openDemo(page, '/stock/order');
  const ways = page.getByRole('group', { name: 'Ways to order' });
  const final = page.getByRole('row', { name: /NPN final/ });
  // Osmund is cheaper by the piece, and takes nothing below 15.00.
  await expect(final.getByLabel(/^Who sells/)).toHaveValue('Mell & Tarrant Parts');
  await page.goto('/people');
  await page.getByRole('radio', { name: 'Suppliers' }).click();
  await page.getByRole('link', { name: /Osmund/ }).click();
  await expect(page.getByText('6 parts came, 1 of them odd.')).toBeVisible();
  await page.getByLabel('Smallest order').fill('none');
  await page.getByRole('button', { name: 'Keep the terms' }).click();
  await expect(page.getByText('"none" is not a sum. Write it like 4.50.')).toBeVisible();
  await page.getByLabel('Smallest order').fill('');
  await page.getByLabel('Postage of an order').fill('0');
  await page.getByRole('button', { name: 'Keep the terms' }).click();
  await expect(page.getByRole('button', { name: 'Keep the terms' })).toBeDisabled();

  await page.goto('/stock/order');
  await expect(final.getByLabel(/^Who sells/)).toHaveValue('Osmund Valve Stores');
  await expect(ways).toContainText('Soonest');
  await ways.getByRole('button', { name: /^Soonest/ }).click();
  await expect(final.getByLabel(/^Who sells/)).toHaveValue('Mell & Tarrant Parts');

  // What is typed over a price is an offer once it is kept, and from then on compared with the others.
  await final.getByLabel(/^Who sells/).fill('Skarrow Semi');
  await final.getByLabel(/^Cost of one/).fill('3.05');
  await final.getByRole('button', { name: /^Keep this offer/ }).click();
  await expect(final.getByRole('button', { name: /^Keep this offer/ })).toHaveCount(0);
  await page.goto('/stock/order');
  await expect(final.getByLabel(/^Who sells/)).toHaveValue('Skarrow Semi');
});
