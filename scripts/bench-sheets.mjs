// `npm run bench:sheets`: a made-up service manual of 300 pages and 100 MB in the real program. It prints how soon its first
// page is seen, how long its text takes, how soon a part is centred, and how much memory paging through all of it takes, and its archive.
import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { longManual } from '../demo/src/sheets/long-manual';
import { demoBrowser } from './lib/demo-browser.mjs';

const pages = Number(process.argv[2] ?? 300);
const megabytes = Number(process.argv[3] ?? 100);
const card = 'dunvick-post-6';

const say = (what, figure, aim = '') => console.log(`${what.padEnd(58)} ${figure.padStart(10)}   ${aim}`);
const { pdf, drawings } = await longManual(pages, megabytes * 1e6);
const folder = mkdtempSync(join(tmpdir(), 'amber-bench-'));
const file = join(folder, 'manual.pdf');
writeFileSync(file, pdf);
say(`manual of ${pages} pages`, `${(pdf.length / 1e6).toFixed(0)} MB`);

const { at, browser, close } = await demoBrowser(4396, ['--enable-blink-features=ForceEagerMeasureMemory']);
/** Memory of the page with its workers, in MB: heaps, buffers and what is drawn, after a sweep. */
const memory = (page) => page.evaluate(async () => (await performance.measureUserAgentSpecificMemory()).bytes / 1e6);

const drawn = (page) =>
  page.waitForFunction(
    () => {
      const views = [...document.querySelectorAll('app-sheet-view')];
      return views.length > 0 && views.every((view) => view.dataset['drawn'] === view.dataset['sheet']);
    },
    null,
    { polling: 'raf', timeout: 60_000 },
  );

try {
  const page = await (await browser.newContext({ viewport: { width: 1280, height: 800 } })).newPage();
  await page.goto(`${at}/day`);
  await page.getByText(/\d+ in hand/).waitFor();
  await page.waitForTimeout(5000);
  await page.goto(`${at}/cards/${card}/sheets`);
  await page.getByText('No sheets yet for this card.').waitFor();
  await page.waitForTimeout(1500);
  const before = await memory(page);

  await page.evaluate(() => {
    document.addEventListener(
      'change',
      () => {
        const from = performance.now();
        const look = () => {
          const view = document.querySelector('app-sheet-view');
          if (view?.dataset['drawn'] && view.dataset['drawn'] === view.dataset['sheet'])
            document.body.dataset['seen'] = String(performance.now() - from);
          else requestAnimationFrame(look);
        };
        look();
      },
      { capture: true, once: true },
    );
  });
  const start = performance.now();
  await page.getByLabel('Add files').first().setInputFiles(file);
  await page.waitForFunction(() => document.body.dataset['seen'], null, { timeout: 120_000 });
  say(
    'first page seen after the file was chosen',
    `${Math.round(Number(await page.locator('body').getAttribute('data-seen')))} ms`,
    'aim 1000 ms',
  );

  await page.locator('[data-reading]').waitFor({ timeout: 20_000 });
  let highest = before;
  let steps = 0;
  let text = '';
  while (await page.locator('[data-reading]').count()) {
    const now =
      (await page
        .locator('[data-reading]')
        .textContent({ timeout: 1000 })
        .catch(() => '')) ?? '';
    if (now !== text) steps += 1;
    text = now;
    highest = Math.max(highest, await memory(page));
    await page.waitForTimeout(400);
  }
  const took = (performance.now() - start) / 1000;
  say('memory at most while the text was gone through', `${Math.round(highest)} MB`, `${Math.round(before)} MB before`);
  say(
    'text of all pages gone through',
    `${took.toFixed(1)} s`,
    `${((took / pages) * 1000).toFixed(0)} ms a page, progress seen in ${steps} steps`,
  );
  const found = await page.evaluate(
    (id) =>
      new Promise((resolve) => {
        const open = indexedDB.open('amber-relay-demo');
        open.onsuccess = () => {
          const all = open.result.transaction('places').objectStore('places').getAll();
          all.onsuccess = () => resolve(all.result.filter((p) => p.cardId === id).reduce((sum, p) => sum + p.found.length, 0));
        };
      }),
    card,
  );
  const written = drawings.reduce((sum, d) => sum + d.written.length, 0);
  say('designators found of those drawn', `${((found / written) * 100).toFixed(2)} %`, `${found} of ${written}; aim 98 %`);

  const jumps = [];
  for (const name of ['Q7', 'TP3', 'C31', 'IC2', 'R101', 'Q12', 'C120', 'TP15']) {
    const field = page.getByLabel('Go to a part or point');
    await field.fill(name);
    const from = performance.now();
    await field.press('Enter');
    await drawn(page);
    jumps.push(performance.now() - from);
  }
  jumps.sort((a, b) => a - b);
  say(
    'a part typed until it is drawn sharp in both views',
    `${Math.round(jumps[jumps.length >> 1] ?? 0)} ms`,
    `median of ${jumps.length}, longest ${Math.round(jumps.at(-1) ?? 0)}; aim 300 ms`,
  );

  const turns = [];
  const choice = page.getByLabel('Sheet in the left view');
  for (let i = 0; i < pages; i += 1) {
    const from = performance.now();
    await choice.selectOption({ index: i });
    await drawn(page);
    turns.push(performance.now() - from);
    if (i % 10 === 0) highest = Math.max(highest, await memory(page));
  }
  turns.sort((a, b) => a - b);
  say(
    'a page turned until it is drawn',
    `${Math.round(turns[turns.length >> 1] ?? 0)} ms`,
    `median of ${turns.length}, longest ${Math.round(turns.at(-1) ?? 0)} ms`,
  );
  say('memory before, and at most while reading and paging', `${Math.round(before)} MB`, `${Math.round(highest)} MB; aim under 400 MB`);

  /** Does something with the shop's archive; how long it takes, and the most memory of the page while it does. */
  const watched = async (what, act) => {
    await page.goto(`${at}/archive`);
    const shopButton = page.getByRole('button', { name: 'Shop as a file' });
    await shopButton.waitFor();
    let most = await memory(page);
    let going = true;
    const begun = performance.now();
    const done = act(shopButton).finally(() => (going = false));
    while (going) most = Math.max(most, await memory(page));
    await done;
    say(what, `${((performance.now() - begun) / 1000).toFixed(1)} s`, `${Math.round(most)} MB at most`);
  };
  const archive = join(folder, 'shop.zip');
  await watched('shop with the manual packed as an archive', async (button) => {
    const download = page.waitForEvent('download', { timeout: 120_000 });
    await button.click();
    await (await download).saveAs(archive);
  });
  await watched('the archive opened and checked', async () => {
    await page.getByLabel('Archive file').setInputFiles(archive);
    await page.getByText('would change this').waitFor({ timeout: 120_000 });
  });
} finally {
  await close();
  rmSync(folder, { recursive: true });
}
