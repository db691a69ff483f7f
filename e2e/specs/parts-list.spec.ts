import { expect, test } from '@playwright/test';
import { readFileSync } from 'node:fs';
import { fileURLToPath } from 'node:url';
import { BookInPage } from '../pages/book-in-page';
import { openDemo, openJob } from '../pages/demo';
import { JobPage } from '../pages/job-page';
import { pdfText } from '../pages/pdf-text';

const kit = [
  'Kit for the Skiff, 26 capacitors:',
  'C1-C8\t47 µF 25 V',
  'C9, C10, C11 and C12: 220u 25v',
  '- C13..C24 = 10u 50v',
  'C25;1000 µF 63 V 16x25',
  'C26 100n film',
].join('\n');
const drawers = [
  'part;kind;quantity;price;drawer',
  '47 µF 25 V 105 °C 6.3 × 11 mm;electrolytic;20;0.22;K1',
  '220 µF 25 V 105 °C 8 × 11.5 mm;electrolytic;6;0.31;K2',
  '10 µF 50 V 105 °C 5 × 11 mm;electrolytic;30;0.12;K3',
  '100 nF film 63 V;film capacitor;9;0.20;K4',
].join('\n');

test('a kit of 26 capacitors goes from a pasted list to the sheet, of a set that has no card', async ({ page }) => {
  await openDemo(page, '/stock');
  await page.getByRole('button', { name: 'Paste a list' }).click();
  await page.getByLabel('From a spreadsheet or a CSV file').fill(drawers);
  await page.getByRole('button', { name: 'Take 4 parts in' }).click();
  await expect(page.getByText('4 parts are in stock.')).toBeVisible();
  const booking = new BookInPage(page);
  await booking.fill({ owner: 'Hesta ferry', maker: 'Zellen', model: 'Skiff', serial: '7', complaint: 'Hums, and fades when warm' });
  await booking.submit();
  const job = new JobPage(page);
  const area = job.area();
  await job.open('Parts');

  let acts = 0;
  const press = async (name: string | RegExp): Promise<void> => {
    await area.getByRole('button', { name }).click();
    acts += 1;
  };
  await press('Make a list');
  await area.getByLabel('Parts for the list').fill(kit);
  acts += 1;
  await expect(area.getByRole('list', { name: 'Lines that are not understood' })).toContainText('Line 1, “Kit for the Skiff');
  await press('Put 26 parts on the list');
  // What was not understood stays to be mended; here it is but a heading.
  await expect(area.getByLabel('Parts for the list')).toHaveValue('Kit for the Skiff, 26 capacitors:');
  await press('Leave');
  await expect(area.locator('[data-listed]')).toHaveCount(26);
  await expect(job.tape().getByRole('button', { name: /^C1, C2, C3 and 23 more: part on the list$/ })).toBeVisible();

  await press('Take 25 from stock');
  await expect(area.locator('[data-listed=C9]')).toContainText('K2');
  await expect(area.getByRole('region', { name: 'To be ordered' })).toContainText('1000 µF 63 V 16x25');
  // One press a part that stands one way only: all but the film capacitor.
  await press('Note how 25 stand');
  const walk = area.getByRole('group', { name: 'How the old parts stand' });
  for (let left = 25; left > 0; left -= 1) {
    await expect(walk).toContainText(`${left} still to be noted`);
    await page.keyboard.press(left % 2 ? 'ArrowLeft' : 'ArrowUp');
    acts += 1;
  }
  await expect(walk).toBeHidden();
  await expect(area.getByRole('list', { name: 'Not to be fitted yet' })).toContainText('C25: not found in stock');
  await press(/^Fitted: 25 parts, /);
  await expect(area.getByText('26 parts, 1 wanted, 25 fitted')).toBeVisible();
  const check = area.getByRole('region', { name: 'Polarity before power' });
  await check.getByRole('button', { name: 'C3 does not stand so' }).click();
  await check.getByRole('button', { name: '23 stand so, 1 does not' }).click();
  acts += 2;
  await expect(check).toContainText('C3');
  await expect(area.locator('[data-listed=C3]')).toContainText('wrong way');
  // A part that is the wrong way round keeps the power off, until it was turned.
  await job.open('Repair');
  const direction = area.getByRole('list', { name: 'Before it gets power' }).locator('[data-check=again-direction]');
  await expect(direction.locator('app-state-mark')).toHaveClass(/not-begun/);
  await job.open('Parts');
  await check.getByRole('button', { name: 'It stands so' }).click();
  acts += 1;
  await expect(check).toBeHidden();
  await job.open('Repair');
  await expect(direction.locator('app-state-mark')).toHaveClass(/done/);
  await job.open('Parts');
  await press('It is ordered');
  await expect(area.locator('[data-listed=C25]')).toContainText('ordered');
  // Fifty parts in sixty acts: 26 of them take fewer than one and a half each.
  expect(acts).toBeLessThanOrEqual(36);

  // The stock is counted down; the tape takes it all back by one press, and it is there again.
  await job.open('Hand back');
  const says = area.getByText('On the list, and neither fitted nor left: C25.');
  await expect(says).toBeVisible();
  const text = await pdfText(await (await job.download('Sheet as PDF')).path());
  for (const line of ['C9–C12: 220 ?F 25 V 105 °C 8 × 11.5 mm fitted', '12 × 10 ?F 50 V 105 °C 5 × 11 mm', 'C26: 100 nF film 63 V fitted'])
    expect(text).toMatch(new RegExp(line.replace('?', '.')));
  await page.goto('/stock');
  await expect(page.getByRole('row').filter({ hasText: '10 µF 50 V 105 °C' })).toContainText('18');
});

test('a list is held against the room, left in part with the reason, and taken back whole', async ({ page }) => {
  await openJob(page, 417, 'parts');
  const job = new JobPage(page);
  const area = job.area();
  await job.type('list c901, c902 47u 16v room 4x9');
  await job.type('list c903 leave measures as new');
  await expect(area.locator('[data-listed]')).toHaveCount(3);
  await expect(area.locator('[data-listed=C901]')).toContainText('room 4 × 9 mm');
  await expect(area.locator('[data-listed=C903]')).toContainText('stays as it is: measures as new');
  await area.getByRole('button', { name: 'More of C902' }).click();
  await page.getByRole('menuitem', { name: 'Leave it as it is, because' }).click();
  await expect(job.entry()).toHaveValue('list c902 leave ');
  // The line has the keys: one types on where the menu left off.
  await expect(job.entry()).toBeFocused();
  await expect(page.getByRole('menu')).toBeHidden();
  await page.keyboard.type('no room beside the screen');
  await page.keyboard.press('Enter');
  await expect(area.locator('[data-listed=C902]')).toContainText('no room beside the screen');
  await area.getByRole('button', { name: 'More of C901' }).click();
  await page.getByRole('menuitem', { name: 'Take it off the list' }).click();
  await expect(area.locator('[data-listed]')).toHaveCount(2);
  await job.open('Hand back');
  const text = await pdfText(await (await job.download('Sheet as PDF')).path());
  expect(text).toContain('C902 stays as it is: no room beside the screen');
  expect(text).not.toContain('C901');
});

test('an approval raises the limit, answers what was asked, and stands on the sheet', async ({ page, context }) => {
  await context.grantPermissions(['clipboard-read', 'clipboard-write']);
  await openJob(page, 411, 'parts');
  const job = new JobPage(page);
  const area = job.area();
  await job.type('list c40 470u 16v');
  await area.getByRole('button', { name: 'Copy a message to the owner' }).click();
  await expect(page.getByText('The message is on the clipboard.')).toBeVisible();
  const message = await page.evaluate(() => navigator.clipboard.readText());
  expect(message).toContain('job 411');
  expect(message).toContain('To be renewed: 470u 16v.');
  await area.getByRole('button', { name: 'Asked', exact: true }).click();
  await expect(job.entry()).toHaveValue('asked ');
  await job.type('asked the audio chip and its capacitor, 46 in all, go on? by message');
  await job.open('Hand back');
  await expect(area.getByText('The job still waits for an answer')).toBeVisible();
  await job.type('approved go ahead at 140, by phone');
  await expect(area.getByText('The job still waits for an answer')).toBeHidden();
  const text = await pdfText(await (await job.download('Sheet as PDF')).path());
  expect(text).toMatch(/Agreed [A-Z]\w\w \d{1,2} [A-Z]\w\w \d{4}, approved, by phone: go ahead at 140; limit \S+ 140\.00/);
  expect(text).toMatch(/Limit agreed: \S+ 140\.00/);
  await job.open('Book in');
  await expect(area.getByText('140.00, agreed since it was booked in')).toBeVisible();
});

test('parts are put on the list by pressing them on a picture of the board, whose scale tells which would touch', async ({ page }) => {
  await openDemo(page, '/day');
  const booking = new BookInPage(page);
  await booking.fill({ owner: 'Hesta ferry', maker: 'Zellen', model: 'Skiff', serial: '7', complaint: 'Hums' });
  await booking.submit();
  const job = new JobPage(page);
  const area = job.area();
  await job.open('Parts');
  await area.getByRole('button', { name: 'On a picture' }).click();
  const form = area.getByRole('form', { name: 'Parts on a picture' });
  const picture = readFileSync(fileURLToPath(new URL('../../docs/screenshots/day.png', import.meta.url)));
  await form.getByLabel('Add a picture of the board').setInputFiles({ name: 'board.png', mimeType: 'image/png', buffer: picture });
  const press = async (name: string | RegExp, places: readonly (readonly [number, number])[]): Promise<void> => {
    for (const [x, y] of places) {
      const plate = form.getByRole('button', { name });
      const box = await plate.boundingBox();
      await plate.click({ position: { x: x * (box?.width ?? 0), y: y * (box?.height ?? 0) } });
    }
  };
  await form.getByLabel('Next part').fill('c29');
  await press(/^Where .* is$/, [
    [0.2, 0.3],
    [0.27, 0.3],
    [0.8, 0.7],
  ]);
  await expect(form.getByText('C29, C30, C31', { exact: true })).toBeVisible();
  await form.getByRole('radio', { name: 'A known distance' }).click();
  await press('One end of the known distance', [
    [0.1, 0.9],
    [0.9, 0.9],
  ]);
  await form.getByLabel('How far apart, mm').fill('80');
  await expect(form.getByText(/^The picture is (99|100|101) mm wide\.$/)).toBeVisible();
  // It stays while one looks elsewhere.
  await job.open('Repair');
  await job.open('Parts');
  await area.getByRole('button', { name: 'On a picture' }).click();
  await form.getByRole('button', { name: 'Put 3 parts on the list' }).click();
  await expect(area.locator('[data-listed]')).toHaveCount(3);
  await job.type('list c29-c31 220u 25v 8x11.5');
  await expect(area.locator('[data-listed=C29]')).toContainText(
    /Touches C30: their middles are (6\.9|7|7\.1) mm apart, and 8 and 8 mm wide\./,
  );
  await expect(area.locator('[data-listed=C31]')).not.toContainText('Touches');
  // What is only suspect is not to be renewed.
  await job.type('list q7 suspect');
  await expect(area.locator('[data-listed=Q7]')).toContainText('suspect');
  await job.type('proof q7 bad shorted');
  await expect(area.locator('[data-listed=Q7]')).toContainText('wanted');
});
