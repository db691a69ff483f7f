import { expect, test } from '@playwright/test';
import { strFromU8, unzipSync } from 'fflate';
import { readFile } from 'node:fs/promises';
import { readCard } from '../../core/src/card';
import ob7 from '../../demo/cards/oxbrae-ob7.json' with { type: 'json' };
import { sheetSet } from '../../demo/src/sheets/sheet-set';
import { complaints, openDemo } from '../pages/demo';
import { JobPage } from '../pages/job-page';
import { SheetsPage } from '../pages/sheets-page';

test('of a service PDF, at least 98 of 100 designators are found, page by page', async ({ page }) => {
  const sheets = new SheetsPage(page);
  await sheets.openFor(419);
  const stored = await sheets.stored();
  const drawn = sheetSet(readCard(ob7));
  expect(stored.map((s) => [s.kind, s.page])).toEqual(drawn.map((d, i) => [d.kind, i + 1]));
  let [written, missed] = [0, 0];
  drawn.forEach((drawing, i) => {
    const left = [...(stored[i]?.found ?? [])];
    for (const { name, x, y } of drawing.written) {
      written += 1;
      // By name, and where it was drawn: within the length of a word.
      const at = left.findIndex((p) => p.name === name && Math.abs(p.x - x) < 60 && Math.abs(p.y - y) < 16);
      if (at < 0) missed += 1;
      else left.splice(at, 1);
    }
  });
  console.log(`${written - missed} of ${written} designators found`);
  expect(missed / written).toBeLessThanOrEqual(0.02);
});

test('a part that is typed anywhere on the job screen is centred on schematic and board', async ({ page }) => {
  const sheets = new SheetsPage(page);
  const job = new JobPage(page);
  await sheets.openFor(419);
  await job.open('Trace');
  await page.keyboard.type('q7');
  await expect(page.getByText(/^Q7, NPN buffer/)).toBeVisible();
  await page.evaluate(() => {
    const centred = (view: Element): boolean => {
      const [ring, box] = [view.querySelector('.ring')?.getBoundingClientRect(), view.getBoundingClientRect()];
      return Boolean(
        ring &&
        Math.abs(ring.x + ring.width / 2 - box.x - box.width / 2) < 20 &&
        Math.abs(ring.y + ring.height / 2 - box.y - box.height / 2) < 20,
      );
    };
    document.addEventListener(
      'keydown',
      (event) => {
        if (event.key !== 'Enter') return;
        const from = performance.now();
        const look = (): void => {
          const views = [...document.querySelectorAll('app-sheet-view')];
          if (views.length === 2 && views.every(centred)) document.body.dataset['centred'] = String(Math.round(performance.now() - from));
          else requestAnimationFrame(look);
        };
        look();
      },
      { capture: true, once: true },
    );
  });
  await page.keyboard.press('Enter');
  await expect(page.locator('body')).toHaveAttribute('data-centred', /\d+/);
  console.log(`Q7 centred on both after ${await page.locator('body').getAttribute('data-centred')} ms`);
  await sheets.whenDrawn();
  await expect(sheets.sheetOf('left')).toHaveValue(/./);
  await expect(page.locator('app-part-panel')).toContainText('transistor, NPN buffer');
  await expect(page.locator('[data-history]')).toHaveText(/replaced in \d+ of \d+ finished jobs/);
  // Another, then the way back and forward; a view that is held stays.
  await sheets.goTo().fill('tp15');
  await page.keyboard.press('Enter');
  await expect(page.locator('app-part-panel')).toContainText('TP15');
  await page.getByRole('button', { name: 'Back', exact: true }).click();
  await expect(page.locator('app-part-panel')).toContainText('Q7');
  await page.getByRole('toolbar', { name: 'Tools of the right view' }).getByRole('button', { name: 'Hold this view where it is' }).click();
  const held = await sheets.sheetOf('right').inputValue();
  await page.getByRole('button', { name: 'Forward', exact: true }).click();
  await expect(page.locator('app-part-panel')).toContainText('TP15');
  expect(await sheets.sheetOf('right').inputValue()).toBe(held);
  await expect(sheets.ring('right')).toBeVisible();
  await sheets.goTo().fill('q99');
  await page.keyboard.press('Enter');
  await expect(page.locator('[data-missing]')).toContainText('Q99 stands on none of the sheets');
});

test('a reading taken by pressing a point appears on the sheet, on the tape and in Trace', async ({ page }) => {
  const sheets = new SheetsPage(page);
  const job = new JobPage(page);
  await sheets.openFor(419);
  await sheets.goTo().fill('tp16');
  await page.keyboard.press('Enter');
  await expect(sheets.ring('left')).toBeVisible();
  await expect(sheets.mark('TP16')).toHaveAccessibleName(/level after the 455 filter: /);
  await sheets.mark('TP16').click();
  await expect(job.entry()).toHaveValue('tp16 ');
  await page.keyboard.type('dead');
  await page.keyboard.press('Enter');
  await expect(job.rows().last()).toContainText('TP16');
  await expect(sheets.mark('TP16')).toContainText('dead');
  await expect(sheets.mark('TP16', 'right')).toContainText('dead');
  await expect(page.locator('app-part-panel')).toContainText(/here\s*–\s*dead/);
  await expect(job.rows().last()).toContainText(/Squelch gate \d+ to (under )?\d+/);
  await job.open('Trace');
  await job.openSection('455 kHz filter');
  await expect(page.getByRole('list', { name: 'Reasons' })).toContainText('TP16');
  // From Trace back to where the section lies, and from a pin of a part to its reading.
  await page.getByRole('link', { name: 'Where it lies on the sheets' }).click();
  await expect(page.locator('.section')).toContainText('455 kHz filter');
  await expect(page.locator('.region')).not.toHaveCount(0);
  await page.getByRole('button', { name: 'Why it is suspect' }).click();
  await expect(page.getByRole('complementary', { name: /Evidence for the 455 kHz filter/ })).toBeVisible();
  await page.keyboard.type('q5');
  await page.keyboard.press('Enter');
  await page.locator('app-part-panel').getByRole('group', { name: 'Measure at a pin' }).getByRole('button', { name: 'C' }).click();
  await expect(job.entry()).toHaveValue('q5 c ');
  await page.keyboard.type('7.9');
  await page.keyboard.press('Enter');
  await expect(sheets.mark('Q5')).toContainText('C 7.9 V');
});

test('a point that is pressed is read by the linked instrument with one key, and the reading leads Trace on', async ({ page }) => {
  const sheets = new SheetsPage(page);
  const job = new JobPage(page);
  await sheets.openFor(419);
  await sheets.goTo().fill('tp26');
  await page.keyboard.press('Enter');
  await sheets.mark('TP26').click();
  await expect(job.entry()).toHaveValue('tp26 ');
  await expect(page.locator('app-entry-line')).toContainText('Selective level meter reads it: F9.');
  await page.keyboard.press('F9');
  await expect(job.entry()).toHaveValue(/^tp26 -\d+\.\d dBm$/);
  await expect(page.locator('app-entry-line app-verdict')).toContainText('in');
  await page.keyboard.press('Enter');
  await expect(job.rows().last()).toContainText('TP26');
  await expect(sheets.mark('TP26')).toContainText('in');
  // Behind the fault nothing is left.
  await sheets.goTo().fill('tp13');
  await page.keyboard.press('Enter');
  await sheets.mark('TP13').click();
  await expect(job.entry()).toHaveValue('tp13 ');
  await page.keyboard.press('F9');
  await expect(job.entry()).toHaveValue('tp13 dead');
  await page.keyboard.press('Enter');
  await expect(sheets.mark('TP13')).toContainText('dead');
  await job.open('Trace');
  await expect(job.section('1st mixer')).toContainText('prime');
  // What no linked instrument reads, and what the stand-in cannot be held to, is said; what was typed stays.
  await job.entry().fill('pwr ');
  await expect(page.locator('app-entry-line')).toContainText('Through-line wattmeter is not linked');
  await job.entry().fill('q4 c ');
  await page.keyboard.press('F9');
  await expect(page.locator('[data-link]')).toContainText('The stand-in set can be probed at its test points');
  await expect(job.entry()).toHaveValue('q4 c ');
  await job.entry().fill('freq ');
  await page.keyboard.press('F9');
  await expect(job.entry()).toHaveValue(/^freq 27\.18(49|50)\d+ MHz$/);
});

test('a line that is followed names the stretch where it breaks, is kept with the card, and becomes a need', async ({ page }) => {
  const sheets = new SheetsPage(page);
  const job = new JobPage(page);
  await sheets.openFor(419);
  await page.getByRole('button', { name: 'Follow a line' }).click();
  for (const name of ['TP1', 'TP2', 'TP9', 'TP12']) {
    await sheets.goTo().fill(name);
    await page.keyboard.press('Enter');
    await expect(sheets.ring('left')).toBeVisible();
    await sheets.mark(name).click();
  }
  const stops = page.getByRole('list', { name: 'Stops of the line' }).getByRole('listitem');
  await expect(stops).toHaveCount(4);
  await job.type('tp1 13.7v');
  await job.type('tp12 0.1v');
  await expect(stops.nth(3)).toContainText('low');
  await expect(page.locator('[data-break]')).toHaveText('It breaks between TP9 and TP12.');
  await page.getByLabel('Name of the line').fill('Feed of the RF amplifier');
  await page.getByRole('button', { name: 'Keep with the card' }).click();
  await expect(page.getByText('“Feed of the RF amplifier” is kept with the card.')).toBeVisible();
  await page.reload();
  await sheets.whenDrawn();
  await page.getByRole('button', { name: 'Follow a line' }).click();
  await page.getByLabel('Lines kept with the card').selectOption({ label: 'Feed of the RF amplifier' });
  await expect(page.locator('[data-break]')).toHaveText('It breaks between TP9 and TP12.');
  await page.getByRole('button', { name: 'Make it needs' }).click();
  await expect(page.getByText(/^Into the card: 8 V regulator needs|^Into the card: |says all of this already/).first()).toBeVisible();
});

test('a scan without text is pinned by hand, several in a row, and then used', async ({ page }) => {
  const sheets = new SheetsPage(page);
  const job = new JobPage(page);
  await sheets.openFor(417);
  expect((await sheets.stored()).every((s) => s.found.length === 0)).toBe(true);
  await page.getByRole('button', { name: 'Pin by hand' }).click();
  const next = page.getByLabel('The next press places');
  await next.fill('V1');
  await sheets.pressAt('left', 40, 10);
  await expect(next).toHaveValue('V2');
  await next.fill('TP4');
  await sheets.pressAt('left', -60, 20);
  await sheets.pressAt('left', -90, -30);
  await sheets.pressAt('left', -10, 60);
  await expect(next).toHaveValue('TP7');
  const pins = page.getByRole('list', { name: 'Pins on this sheet' }).getByRole('button');
  await expect(pins).toHaveCount(4);
  await page.getByRole('button', { name: 'Take the pin TP6 off' }).click();
  await expect(pins).toHaveCount(3);
  await page.getByRole('button', { name: 'Undo', exact: true }).click();
  await expect(pins).toHaveCount(4);
  await page.locator('app-pin-strip').getByRole('button', { name: 'Close' }).click();
  // Out as JSON, off, and in again; and a title and kind of its own.
  const json = await readFile(await (await sheets.more('Index as JSON')).path());
  await page.getByRole('button', { name: 'Pin by hand' }).click();
  await page.getByRole('button', { name: 'Take the pin TP5 off' }).click();
  await page.getByText('More', { exact: true }).click();
  await page.getByLabel('Pins from a JSON file').setInputFiles({ name: 'pins.json', mimeType: 'application/json', buffer: json });
  await expect(page.getByText('4 pins taken.')).toBeVisible();
  await expect(pins).toHaveCount(4);
  await page.locator('app-pin-strip').getByRole('button', { name: 'Close' }).click();
  await page.getByText('More', { exact: true }).click();
  await page.getByLabel('Its title').fill('Schematic, all of it');
  await page.getByLabel('Its title').press('Tab');
  await expect(sheets.sheetOf('left')).toContainText('Schematic, all of it');
  await page.getByText('More', { exact: true }).click();
  await job.entry().fill('tp5');
  await page.keyboard.press('Enter');
  await expect(sheets.ring('left')).toBeVisible();
  await sheets.mark('TP5').click();
  await expect(job.entry()).toHaveValue('tp5 ');
});

test('a finding of First look lies on the sheet with its photo', async ({ page }) => {
  const sheets = new SheetsPage(page);
  const job = new JobPage(page);
  await sheets.openFor(419);
  await job.open('First look');
  const photo = await page.screenshot({ clip: { x: 300, y: 100, width: 200, height: 120 } });
  await job.area().getByRole('radio', { name: /joint/ }).first().click();
  await page.getByLabel('Where: a part such as C31, or a section').fill('FL2');
  await page.getByLabel('With a photo').setInputFiles({ name: 'joint.png', mimeType: 'image/png', buffer: photo });
  await job.area().getByRole('button', { name: 'Keep the finding' }).click();
  await expect(job.rows().last()).toContainText('joint.png');
  await page.keyboard.type('fl2');
  await page.keyboard.press('Enter');
  await expect(sheets.mark('FL2', 'right')).toContainText('found, photo');
  await expect(page.locator('app-part-panel').getByRole('img', { name: 'joint.png' })).toBeVisible();
});

test('sheets go out as SVG, PDF and PNG with their readings, the index as CSV and JSON, all of it with the card', async ({ page }) => {
  const sheets = new SheetsPage(page);
  const complained = complaints(page);
  await sheets.openFor(419);
  const read = async (what: string): Promise<Buffer> => readFile(await (await sheets.more(what)).path());
  await sheets.goTo().fill('tp2');
  await page.keyboard.press('Enter');
  await expect(sheets.mark('TP2', 'right')).toContainText('in');
  const svg = (await read('This sheet as SVG')).toString();
  expect(svg).toContain('8.03 V in');
  expect((await read('This sheet as PNG')).subarray(1, 4).toString()).toBe('PNG');
  expect((await read('This sheet as PDF')).subarray(0, 5).toString()).toBe('%PDF-');
  expect((await read('Index as CSV')).toString()).toMatch(/^sheet,page,kind,name,[^]*TP2/);
  expect(JSON.parse((await read('Index as JSON')).toString())).toEqual(expect.objectContaining({ format: 'amber-relay-sheet-places' }));
  await page.goto('/cards/oxbrae-ob7/sheets');
  await sheets.whenDrawn();
  const waiting = page.waitForEvent('download');
  await page.getByRole('button', { name: 'Card and sheets as a file' }).click();
  const zip = await readFile(await (await waiting).path());
  const files = unzipSync(new Uint8Array(zip));
  expect(Object.keys(files)).toEqual(expect.arrayContaining(['cards.json', expect.stringMatching(/^sheets\/.+\.pdf$/)]));
  expect(strFromU8(files['cards.json'] ?? new Uint8Array())).toContain('"pinned"');
  // Taken off the card with its file, put back by Undo, taken off again and brought in with the archive.
  const remove = async (): Promise<void> => {
    await page.getByText('More', { exact: true }).click();
    await page.getByRole('button', { name: 'Take this file off the card' }).click();
    await expect(page.getByText('No sheets yet for this card.')).toBeVisible();
  };
  await remove();
  await page.getByRole('button', { name: 'Undo', exact: true }).click();
  await sheets.whenDrawn();
  await remove();
  await page.goto('/archive');
  await page.getByLabel('Archive file').setInputFiles({ name: 'card.zip', mimeType: 'application/zip', buffer: zip });
  await expect(
    page.getByText(/The card Oxbrae OB-7 is here already and is replaced by the file’s, with its sheets and their pins, with 11 sheets/),
  ).toBeVisible();
  await page.getByRole('button', { name: 'Import', exact: true }).click();
  await expect(page.getByText('Imported.')).toBeVisible();
  await page.goto('/cards/oxbrae-ob7/sheets');
  await sheets.whenDrawn();
  expect((await sheets.stored('oxbrae-ob7')).reduce((sum, s) => sum + s.found.length, 0)).toBeGreaterThan(700);
  expect(complained).toEqual([]);
});

test('a view is moved, enlarged, turned and mirrored from the keyboard and by its tools', async ({ page }) => {
  const sheets = new SheetsPage(page);
  await openDemo(page);
  await expect(page.getByRole('heading', { name: 'Do now, in this order' })).toBeVisible();
  await expect.poll(() => sheets.stored('murrelo-twin').then((s) => s.length), { timeout: 60_000 }).toBeGreaterThan(5);
  await page.goto('/cards/murrelo-twin/sheets');
  await sheets.whenDrawn();
  await expect.poll(() => sheets.stored('murrelo-twin').then((s) => s.every((one) => one.read === 'done')), { timeout: 60_000 }).toBe(true);
  await sheets.goTo().fill('tp1');
  await page.keyboard.press('Enter');
  const ring = sheets.ring('left');
  await expect(ring).toBeVisible();
  const at = async (): Promise<{ x: number; y: number; width: number }> => (await ring.boundingBox()) ?? { x: 0, y: 0, width: 0 };
  const before = await at();
  await sheets.view('left').getByRole('group').focus();
  await page.keyboard.press('ArrowLeft');
  await expect.poll(async () => Math.round((await at()).x - before.x)).toBe(80);
  await page.keyboard.press('+');
  await expect.poll(async () => (await at()).width).toBeGreaterThan(before.width);
  await page.keyboard.press('0');
  await expect.poll(async () => (await at()).width).toBeLessThan(before.width);
  const tools = page.getByRole('toolbar', { name: 'Tools of the left view' });
  await tools.getByRole('button', { name: 'Turn a quarter' }).click();
  await tools.getByRole('button', { name: 'See it from the other side' }).click();
  await expect(tools.getByRole('button', { name: 'See it from the other side' })).toHaveAttribute('aria-pressed', 'true');
  await sheets.whenDrawn();
  await page.reload();
  await expect(tools.getByRole('button', { name: 'See it from the other side' })).toHaveAttribute('aria-pressed', 'true');
});

test('a sheet of another card lies beside this one, and stays there', async ({ page }) => {
  const sheets = new SheetsPage(page);
  const job = new JobPage(page);
  await sheets.openFor(419);
  await page.getByRole('button', { name: 'Another card' }).click();
  const card = page.getByLabel('Card beside it');
  await expect(card.locator('option')).not.toHaveCount(0);
  const area = page.locator('app-sister-pane');
  await expect(area.locator('app-sheet-view')).toBeVisible();
  await area.getByLabel('Go to a part of it').fill('zz9');
  await page.keyboard.press('Enter');
  await expect(area.getByText('ZZ9 stands on none of its sheets.')).toBeVisible();
  const name = await area.locator('#names-on-sister option').first().getAttribute('value');
  await area.getByLabel('Go to a part of it').fill(name ?? '');
  await page.keyboard.press('Enter');
  await expect(area.getByText(new RegExp(`${name}: `))).toBeVisible();
  await job.open('Trace');
  await page.getByRole('link', { name: /^Sheets/ }).click();
  await expect(page.locator('app-sister-pane app-sheet-view')).toBeVisible();
  await page.getByRole('button', { name: 'Put the other card away' }).click();
  await expect(sheets.view('right')).toBeVisible();
});
