import { expect, test, type Page } from '@playwright/test';
import { readFile } from 'node:fs/promises';
import { BookInPage } from '../pages/book-in-page';
import { openDemo, openJob } from '../pages/demo';
import { JobPage } from '../pages/job-page';
import { pdfText } from '../pages/pdf-text';

/** A red picture of some size. */
const picture = (page: Page): Promise<Buffer> =>
  page
    .evaluate(async () => {
      const canvas = new OffscreenCanvas(640, 400);
      const ink = canvas.getContext('2d');
      if (ink) {
        ink.fillStyle = '#c03020';
        ink.fillRect(0, 0, 640, 400);
      }
      const bytes = new Uint8Array(await (await canvas.convertToBlob()).arrayBuffer());
      return [...bytes];
    })
    .then((bytes) => Buffer.from(bytes));

test('a set that has no card goes back with a price, a payment, a picture and a signature, in the shop’s words, as PDF and as one HTML file', async ({
  page,
  browser,
}) => {
  await openDemo(page, '/archive');
  const sheetForm = page.locator('app-sheet-form');
  await sheetForm.getByLabel('Warranty, days').fill('90');
  await sheetForm.getByLabel('Language of its dates').fill('nl');
  await sheetForm.getByLabel('At the foot of each sheet').fill('Pay to the Larkholm bank');
  await sheetForm.getByRole('button', { name: 'Words of our own' }).click();
  await sheetForm.getByLabel('Complaint', { exact: true }).fill('Klacht');
  await sheetForm.getByLabel('Job {number}', { exact: true }).fill('Opdracht');
  await sheetForm.getByRole('button', { name: 'Keep' }).click();
  await expect(sheetForm.getByText('Leave {number} in it: that is filled in on the sheet.')).toBeVisible();
  await sheetForm.getByLabel('Job {number}', { exact: true }).fill('Opdracht {number}');
  await sheetForm.getByRole('button', { name: 'Keep' }).click();
  await expect(sheetForm.getByText('Kept.')).toBeVisible();

  const booking = new BookInPage(page);
  await booking.fill({ owner: 'Hesta Řehoř', maker: 'Zellen', model: 'Skiff', serial: '7', complaint: 'Hums at 50 Ω' });
  await booking.submit();
  const job = new JobPage(page);
  for (const line of ['fit c12 220u @2.00', 'done contacts cleaned', 'price 85 alignment and check', 'deposit 20 by transfer'])
    await job.type(line);

  await job.open('Hand back');
  const views = page.getByRole('navigation', { name: 'Views of Hand back' });
  await views.getByRole('link', { name: 'Pictures' }).click();
  await page
    .getByLabel('Add a picture from a file')
    .setInputFiles({ name: 'board.png', mimeType: 'image/png', buffer: await picture(page) });
  await page.getByLabel('Words beneath board.png').fill('the mended board');
  await page.getByRole('button', { name: 'After', exact: true }).click();
  await expect(views.getByRole('link', { name: 'Pictures, 1' })).toBeVisible();

  await views.getByRole('link', { name: 'Price and signature' }).click();
  const area = job.area();
  // 87.00 with 8 % tax is 93.96, less 20.00.
  await expect(area.getByLabel('Sum')).toHaveAttribute('placeholder', '73.96');
  await area.getByRole('button', { name: 'Keep', exact: true }).click();
  await expect(area.getByText('Paid in full')).toBeVisible();
  const box = await area.getByLabel('Box to sign in').boundingBox();
  if (!box) throw new Error('There is no box to sign in.');
  await page.mouse.move(box.x + 30, box.y + 60);
  await page.mouse.down();
  await page.mouse.move(box.x + 120, box.y + 20, { steps: 6 });
  await page.mouse.move(box.x + 200, box.y + 80, { steps: 6 });
  await page.mouse.up();
  await area.getByRole('button', { name: 'Keep the signature' }).click();
  await expect(area.getByText('Signed by Hesta Řehoř')).toBeVisible();

  await views.getByRole('link', { name: 'Sheet' }).click();
  const sheet = page.locator('app-paper-view');
  await expect(sheet.getByRole('heading', { name: 'Klacht' })).toBeVisible();
  await expect(sheet).toContainText(/Opdracht \d+/);
  await expect(sheet).toContainText(/\b(ma|di|wo|do|vr|za|zo) \d+ /);
  await expect(sheet).toContainText('Warranty 90 days on this work, until');
  await expect(sheet.getByRole('img', { name: 'After: the mended board' })).toBeVisible();
  await expect(sheet.getByRole('img', { name: /^Hesta Řehoř, / })).toBeVisible();

  // The HTML file, opened elsewhere, asks for nothing, runs nothing, and shows all of it.
  const html = await (await job.download('Sheet as HTML')).path();
  const elsewhere = await (await browser.newContext({ javaScriptEnabled: false, offline: true })).newPage();
  const asked: string[] = [];
  elsewhere.on('request', (request) => asked.push(request.url().slice(0, 40)));
  const said: string[] = [];
  elsewhere.on('console', (message) => said.push(message.text()));
  await elsewhere.setContent(await readFile(html, 'utf8'));
  await expect(elsewhere.getByRole('heading', { name: 'Klacht' })).toBeVisible();
  await expect(elsewhere.getByText('Pay to the Larkholm bank')).toBeVisible();
  await expect(elsewhere.getByRole('img', { name: 'After: the mended board' })).toBeVisible();
  await expect(elsewhere.getByRole('row', { name: /^Total/ })).toContainText('93.96');
  expect(asked.filter((url) => !url.startsWith('data:'))).toEqual([]);
  expect(said).toEqual([]);

  // The PDF is in the type of the program, and says the same; a face of its own parts a word.
  const path = await (await job.download('Sheet as PDF')).path();
  const pdf = await readFile(path);
  const faces = new Set(pdf.toString('latin1').match(/(?<=\/BaseFont \/[A-Z]{6}\+)[\w-]+/g));
  expect([...faces].sort()).toEqual(['Asap-Bold', 'Asap-Regular', 'NotoSans-Regular']);
  const text = (await pdfText(path)).replaceAll(' ', '');
  for (const words of [
    'Klacht',
    'Hums at 50 Ω',
    'Řehoř',
    'contacts cleaned',
    'Paid in full',
    'the mended board',
    'Pay to the Larkholm bank',
  ])
    expect(text).toContain(words.replaceAll(' ', ''));
});

test('the history of a set is read back from its label, and its case is a job without a name', async ({ page }) => {
  await openJob(page, 401, 'hand-back/pass-on');
  const job = new JobPage(page);
  const label = page.getByRole('group', { name: 'Label', exact: true });
  await expect(label).toBeVisible();
  const photo = await label.screenshot();
  await expect(job.area().getByRole('listitem').filter({ hasText: 'FL2' }).first()).toBeVisible();
  const file = await (await job.download('Case as a file')).path();

  await openDemo(page, '/book-in');
  await page.getByRole('button', { name: 'Read its label' }).click();
  await page.getByLabel('What the code of its label says').fill('27.185');
  await page.getByRole('button', { name: 'Take it over' }).click();
  await expect(page.getByText(/This is no history of a set/)).toBeVisible();
  await page.getByLabel('Serial', { exact: true }).fill('other');
  await page.getByLabel('A picture of the label').setInputFiles({ name: 'label.png', mimeType: 'image/png', buffer: photo });
  await expect(page.getByText('The label says serial "OB7-20417"; what you typed stays.')).toBeVisible();
  await expect(page.getByLabel('Maker', { exact: true })).toHaveValue('Oxbrae');
  await expect(page.getByLabel('Model', { exact: true })).toHaveValue('Wren 40');
  await expect(page.getByText(/Quoy Lane Radio Workshop, job 401: FL2 renewed/)).toBeVisible();
  await page.getByLabel('Name', { exact: true }).fill('Eldin Marrow');
  await page.keyboard.press('Escape');
  await page.getByLabel('In the owner’s own words').fill('Hums');
  await page.getByRole('button', { name: 'Book in' }).click();
  await job.open('Book in');
  await expect(page.getByText(/Quoy Lane Radio Workshop, job 401: FL2 renewed/)).toBeVisible();

  // The case, taken in, is a job by itself.
  await page.goto('/archive');
  await page.getByLabel('Archive file').setInputFiles(file);
  await expect(page.getByText(/would change this/)).toBeVisible();
  await page.getByRole('button', { name: 'Import', exact: true }).click();
  await expect(page).toHaveURL(/\/job\/[^/]+\/book-in$/);
  await expect(page.getByText('No name', { exact: true })).toBeVisible();
  await expect(page.getByText(/Oxbrae Wren 40, serial not noted/)).toBeVisible();
  await expect(page.getByText('Hesta rally marshals')).toHaveCount(0);
  await expect(job.rows().filter({ hasText: 'FL2' }).first()).toBeVisible();
});

test('of two things that were quoted one is approved, and becomes the price on the sheet', async ({ page }) => {
  await openDemo(page, '/day');
  const booking = new BookInPage(page);
  await booking.fill({ owner: 'Hesta ferry', maker: 'Zellen', model: 'Skiff', serial: '7', complaint: 'No power' });
  await booking.submit();
  const job = new JobPage(page);
  const area = job.area();
  for (const line of ['worked 1h30', 'fit q1 SR-2201 @9.00', 'quote a 60 cleaned and aligned']) await job.type(line);
  await job.open('Hand back');
  await page.getByRole('navigation', { name: 'Views of Hand back' }).getByRole('link', { name: 'Price and signature' }).click();
  await area.getByRole('radio', { name: 'Quote, to be chosen' }).click();
  await area.getByLabel('All of option B, before tax').fill('140');
  await area.getByLabel('What is done for it').fill('new finals, bias and alignment');
  await area.getByRole('button', { name: 'Keep', exact: true }).click();
  const quoted = area.getByRole('list', { name: 'What was quoted' });
  await expect(quoted).toContainText('new finals, bias and alignment');
  // With 8 % tax.
  await expect(quoted).toContainText('151.20');
  await quoted.getByRole('button', { name: 'Option B was approved' }).click();
  await expect(quoted).toHaveCount(0);
  await expect(area.getByText('Work and parts as quoted, option B: new finals, bias and alignment')).toBeVisible();
  await expect(area.getByText('Parts renewed')).toHaveCount(0);
  await area.getByText('What it brings: for the shop alone').click();
  await expect(area.getByText('Parts at what they cost, without 1 of which it is not known')).toBeVisible();
  await page.getByRole('navigation', { name: 'Views of Hand back' }).getByRole('link', { name: 'Sheet' }).click();
  const sheet = page.locator('app-paper-view');
  await expect(sheet).toContainText('approved: option B; Mk 140.00 before tax, new finals, bias and alignment');
  await expect(sheet).toContainText('151.20');
  await expect(sheet).not.toContainText('What it brings');
});
