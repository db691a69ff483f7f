import { expect, test } from '@playwright/test';
import { complaints, openDemo } from '../pages/demo';
import {
  goodPdf,
  lockedPdf,
  plain,
  scriptedPdf,
  scriptedSvg,
  swollenPdf,
  swollenPng,
  swollenSvg,
  type FileGiven,
} from '../pages/hostile-files';
import { SheetsPage } from '../pages/sheets-page';

/** A card without sheets of its own. */
const card = 'dunvick-post-6';

test('a hostile, broken or swollen file gets a clear message, and nothing of it runs or is kept', async ({ page }) => {
  const sheets = new SheetsPage(page);
  const fetched: string[] = [];
  page.on('request', (request) => {
    if (new URL(request.url()).port === '9') fetched.push(request.url());
  });
  page.on('dialog', (dialog) => {
    fetched.push(dialog.message());
    void dialog.dismiss();
  });
  const complained = complaints(page);
  await openDemo(page, `/cards/${card}/sheets`);
  await expect(page.getByText('No sheets yet for this card.')).toBeVisible();
  const good = await goodPdf();
  const refused: readonly (readonly [FileGiven, RegExp])[] = [
    [plain('empty.pdf', 'application/pdf', ''), /empty\.pdf: The file is empty\./],
    [plain('half.pdf', 'application/pdf', good.buffer.subarray(0, 60)), /half\.pdf: It is broken or cut short/],
    [plain('text.pdf', 'application/pdf', 'this is no PDF'), /text\.pdf: It is named like PDF, but what is in it is something else\./],
    [plain('board.png', 'image/png', good.buffer), /board\.png: It is named like PNG, but it holds PDF\./],
    [plain('macro.docx', 'application/zip', 'PK\u0003\u0004'), /macro\.docx: It is no PDF, SVG, PNG, JPEG or WebP\./],
    [await lockedPdf(), /locked\.pdf: It is locked with a password\./],
    [swollenSvg(), /swollen\.svg: It is no whole SVG/],
    [plain('half.svg', 'image/svg+xml', '<svg xmlns="http://www.w3.org/2000/svg"><text>R1'), /half\.svg: It is no whole SVG/],
    [swollenPng(40_000), /swollen\.png: It would unfold to 40000 × 40000 pixels/],
    [plain('half.jpg', 'image/jpeg', Buffer.from([0xff, 0xd8, 0xff, 0xe0, 0, 16])), /half\.jpg: The picture is cut short or broken/],
  ];
  await sheets.addFiles(...refused.map(([file]) => file));
  for (const [i, [, message]] of refused.entries()) {
    await expect(sheets.intakes().nth(i)).toHaveText(message);
    await expect(sheets.intakes().nth(i)).toContainText(/(The card was not changed|add it again)/);
  }
  expect(await sheets.stored(card)).toEqual([]);
  await expect(page.getByText('No sheets yet for this card.')).toBeVisible();

  // What can be shown without its tricks is taken in, and it says what was left out.
  await sheets.addFiles(scriptedSvg('document.body.dataset.ran=1'), await scriptedPdf(), good);
  await expect(sheets.intakes().nth(0)).toHaveText(
    /scripted\.svg: 1 sheet added\. \d+ pieces that could run or fetch something were left out\./,
  );
  await expect(sheets.intakes().nth(1)).toHaveText(/scripted\.pdf: 1 sheet added\. It carries scripts of its own; they were left alone/);
  await expect(sheets.intakes().nth(2)).toHaveText(/good\.pdf: 1 sheet added\./);
  await expect.poll(() => sheets.stored(card).then((s) => s.map((one) => one.read)), { timeout: 30_000 }).toEqual(['done', 'done', 'done']);
  for (const [i] of (await sheets.stored(card)).entries()) {
    await sheets.sheetOf('left').selectOption({ index: i });
    await sheets.whenDrawn();
  }
  const names = (await sheets.stored(card)).map((s) => s.found.map((p) => p.name).sort());
  expect(names).toEqual([
    // The text of a link stays; the link does not.
    ['Q7', 'R1', 'TP3'],
    ['Q7', 'R1', 'R2', 'TP3'],
    ['Q7', 'R1', 'R2', 'TP3'],
  ]);
  expect(await page.evaluate(() => document.body.dataset['ran'])).toBeUndefined();
  expect(fetched).toEqual([]);
  // The browser says for itself that it refused a handler, already while the file is being looked through.
  expect(complained.filter((text) => !/^Executing inline event handler violates/.test(text))).toEqual([]);
});

test('a page that unfolds out of all proportion is stopped, and the sheets beside it stay usable', async ({ page }) => {
  const sheets = new SheetsPage(page);
  await openDemo(page, `/cards/${card}/sheets`);
  await sheets.addFiles(await goodPdf(), swollenPdf(1500));
  await expect(sheets.intakes().nth(0)).toHaveText(/good\.pdf: 1 sheet added\./);
  await expect(sheets.intakes().nth(1)).toHaveText(/swollen\.pdf: /);
  await expect.poll(() => sheets.stored(card).then((s) => s.every((one) => one.read !== 'not-yet')), { timeout: 90_000 }).toBe(true);
  await sheets.sheetOf('left').selectOption({ index: 0 });
  await sheets.goTo().fill('q7');
  await page.keyboard.press('Enter');
  await expect(sheets.ring('left')).toBeVisible();
  console.log(await sheets.intakes().nth(1).innerText());
});
