// `npm run screenshots`: takes one current picture of each main view from the demo shop into docs/screenshots.
import { mkdirSync } from 'node:fs';
import { join } from 'node:path';
import { demoBrowser } from './lib/demo-browser.mjs';
import { root } from './lib/ready.mjs';

const folder = join(root, 'docs/screenshots');
mkdirSync(folder, { recursive: true });
const { at, browser, close } = await demoBrowser(4396);

/** Name of the picture; the place, the job and stage, or a sum with the job on the bench; what is typed; the theme. */
const views = [
  ['day', '/day'],
  ['jobs', '/jobs'],
  ['book-in', '/book-in'],
  ['safety', [415, 'safety']],
  ['first-look', [409, 'first-look']],
  ['functions', [419, 'functions']],
  ['trace', [419, 'trace'], 'tp16 -71dBm'],
  ['sheets', [419, 'sheets?at=TP9'], 'tp9 '],
  ['sheets-daylight', [420, 'sheets?at=Q12'], undefined, 'daylight'],
  ['card-editor', '/cards/murrelo-twin/edit'],
  ['parts', [411, 'parts']],
  ['repair', [404, 'repair']],
  ['test', [401, 'test'], 'pwr fm ch19 keyed 3.9w'],
  ['hand-back', [401, 'hand-back'], undefined, 'daylight'],
  ['cards', '/cards'],
  ['sum-pad', { bench: 417, sum: 'Attenuator pad' }],
  ['instruments', '/instruments'],
  ['archive', '/archive'],
];

/** The text of sheets is gone through when their card is first in hand; then both views are drawn. */
async function sheetsDrawn(page) {
  await page.locator('app-sheet-view .ring').first().waitFor({ timeout: 60_000 });
  await page.locator('[data-reading]').waitFor({ state: 'hidden', timeout: 60_000 });
  await page.getByRole('button', { name: 'Suspicion' }).click();
  await page.waitForTimeout(1500);
}

try {
  const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
  await page.goto(`${at}/day`);
  await page.getByText(/\d+ in hand/).waitFor();
  // The demo shop's sheets come a while after its jobs.
  await page.waitForTimeout(6000);
  const idOf = (number) =>
    page.evaluate(async (wanted) => {
      const done = (request) => new Promise((resolve) => (request.onsuccess = () => resolve(request.result)));
      const db = await done(indexedDB.open('amber-relay-demo'));
      const jobs = await done(db.transaction('jobs').objectStore('jobs').getAll());
      db.close();
      return jobs.find((job) => job.number === wanted).id;
    }, number);
  for (const [name, place, line, theme = 'bench'] of views) {
    await page.evaluate((wanted) => localStorage.setItem('amber-relay-theme', wanted), theme);
    const [job, stage] = Array.isArray(place) ? place : [place.bench, 'trace'];
    await page.goto(at + (job === undefined ? place : `/job/${await idOf(job)}/${stage}`));
    await page.getByRole('heading', { level: 1 }).first().waitFor();
    if (place.sum) {
      await page.getByRole('link', { name: 'Sums', exact: true }).click();
      await page.getByRole('link', { name: place.sum, exact: true }).click();
      await page.getByRole('button', { name: 'Example' }).click();
      await page.mouse.move(700, 60);
    }
    await page.waitForTimeout(1200);
    if (String(stage).startsWith('sheets')) await sheetsDrawn(page);
    if (line) await page.getByLabel('Entry', { exact: true }).fill(line);
    await page.waitForTimeout(500);
    await page.screenshot({ path: join(folder, `${name}.png`) });
  }
  // The store is deleted past the program: what is said then.
  await page.goto(`${at}/day`);
  await page.waitForTimeout(6000);
  await page.evaluate(() => void indexedDB.deleteDatabase('amber-relay-demo'));
  await page.locator('[data-offer]').waitFor();
  await page.screenshot({ path: join(folder, 'store-gone.png') });
} finally {
  await close();
}
