import type { Page } from '@playwright/test';
import { goodPdf } from '../../e2e/pages/hostile-files';
import { demoBrowser } from '../lib/demo-browser.mjs';
import { Dice, mutateBytes } from './mutants';
import { jobMutant } from './sealed';

/** What became of mutants that were put through the running program. */
export interface Seen {
  readonly mutants: number;
  readonly taken: number;
  readonly refused: number;
  readonly crashes: readonly string[];
  readonly hangs: readonly string[];
  readonly halfWrites: readonly string[];
  readonly scriptsRun: number;
}

const card = 'dunvick-post-6';
/** Pieces that want to be run, to be put between the elements of a drawing or into their attributes. */
const wanting = [
  '<script>globalThis.ran=1</script>',
  '<text onload="globalThis.ran=1" onclick="globalThis.ran=1">R9</text>',
  '<image href="data:image/svg+xml,%3Csvg onload=%22top.ran=1%22/%3E" width="9" height="9"/>',
  '<foreignObject><body xmlns="http://www.w3.org/1999/xhtml" onload="globalThis.ran=1"><iframe src="javascript:top.ran=1"/></body></foreignObject>',
  '<a href="javascript:globalThis.ran=1"><text>R7</text></a>',
  '<set attributeName="onmouseover" to="globalThis.ran=1"/>',
  '<animate attributeName="href" values="javascript:globalThis.ran=1"/>',
  '<style>@import url(http://127.0.0.1:9/x);</style>',
  '<use href="http://127.0.0.1:9/x.svg#a"/>',
  '<![CDATA[<script>globalThis.ran=1</script>]]>',
];
const drawing = (dice: Dice): Uint8Array => {
  const texts = Array.from({ length: 12 }, (_, i) => `<g transform="rotate(${i})"><text x="${i * 20}" y="40">R${i}</text></g>`);
  for (let times = dice.below(4); times > 0; times -= 1) texts.splice(dice.below(texts.length), 0, dice.one(wanting));
  const svg = new TextEncoder().encode(`<svg xmlns="http://www.w3.org/2000/svg" width="400" height="300">${texts.join('')}</svg>`);
  return dice.below(3) ? svg : mutateBytes(svg, dice);
};

const quiet = /404|Failed to load resource|Content Security Policy|ERR_CONNECTION_REFUSED|ERR_UNSAFE_PORT/;

/** What the store holds that does not belong together. */
const halves = (page: Page): Promise<string[]> =>
  page.evaluate(async () => {
    const done = <T>(request: IDBRequest<T>): Promise<T> =>
      new Promise((resolve, reject) => {
        request.onsuccess = () => resolve(request.result);
        request.onerror = () => reject(request.error ?? new Error('no answer'));
      });
    const db = await done(indexedDB.open('amber-relay-demo'));
    const all = async (table: string): Promise<Record<string, string>[]> =>
      (await done(db.transaction(table).objectStore(table).getAll())) as Record<string, string>[];
    const ids = async (table: string): Promise<Set<unknown>> => new Set(await done(db.transaction(table).objectStore(table).getAllKeys()));
    const found: string[] = [];
    const must = (there: boolean, what: string): unknown => there || found.push(what);
    const [jobs, files, blobs, pictures] = [await ids('jobs'), await ids('sheetFiles'), await ids('sheetBlobs'), await ids('blobs')];
    const tape = await all('tape');
    for (const entry of tape) must(jobs.has(entry['jobId']), `an entry of no job ${entry['id']}`);
    for (const sheet of await all('sheets')) must(files.has(sheet['fileId']), `a sheet of no file ${sheet['id']}`);
    for (const id of files) must(blobs.has(id), `a file without bytes ${String(id)}`);
    for (const id of blobs) must(files.has(id), `bytes of no file ${String(id)}`);
    const named = new Set(tape.map((entry) => entry['attachment']));
    for (const picture of await all('attachments')) {
      must(pictures.has(picture['id']), `a picture without bytes ${picture['id']}`);
      must(named.has(picture['id']), `a picture without an entry ${picture['id']}`);
    }
    for (const job of (await all('jobs')) as unknown as { id: string; setId: string; summary: { entries: number } }[]) {
      const count = tape.filter((entry) => entry['jobId'] === job.id).length;
      must(count === job.summary.entries, `job ${job.id} has ${count} entries, its summary ${job.summary.entries}`);
    }
    db.close();
    return found;
  });

/** Puts mutants through the program as a user would, in a browser of its own. */
export async function fuzzIntake(mutants: number, seed: number, job: Uint8Array): Promise<Seen> {
  const { at, browser, close } = await demoBrowser(4398);
  try {
    const context = await browser.newContext({ viewport: { width: 1280, height: 800 } });
    return await fuzzPage(await context.newPage(), at, mutants, seed, job);
  } finally {
    await close();
  }
}

/**
 * The same on a page that is given: drawings and PDFs are added to a card, archives are taken in.
 * @param job a whole archive of a job of which mutants are made
 */
export async function fuzzPage(page: Page, at: string, mutants: number, seed: number, job: Uint8Array): Promise<Seen> {
  const seen = {
    mutants: 0,
    taken: 0,
    refused: 0,
    crashes: [] as string[],
    hangs: [] as string[],
    halfWrites: [] as string[],
    scriptsRun: 0,
  };
  // What reads TypeScript here leaves this call in functions that are sent to the page.
  await page.addInitScript('globalThis.__name ??= (named) => named');
  page.on('pageerror', (error) => seen.crashes.push(error.stack ?? error.message));
  page.on('console', (message) => {
    if (message.type() === 'error' && !quiet.test(message.text())) seen.crashes.push(message.text());
  });
  page.on('dialog', (dialog) => {
    seen.scriptsRun += 1;
    void dialog.dismiss();
  });
  page.on('request', (request) => {
    if (new URL(request.url()).port === '9') seen.scriptsRun += 1;
  });
  await page.goto(`${at}/day`);
  await page.getByText(/\d+ in hand/).waitFor();
  const archives = Math.round(mutants / 4);
  await addSheets(page, at, mutants - archives, seed, seen);
  await takeArchives(page, at, archives, seed, seen, job);
  seen.halfWrites.push(...(await halves(page)));
  if (await page.evaluate(() => 'ran' in globalThis)) seen.scriptsRun += 1;
  return seen;
}

async function addSheets(
  page: Page,
  at: string,
  mutants: number,
  seed: number,
  seen: { mutants: number; taken: number; refused: number; hangs: string[]; scriptsRun: number },
): Promise<void> {
  const pdf = new Uint8Array((await goodPdf()).buffer);
  const atOnce = 10;
  for (let from = 0; from < mutants; from += atOnce) {
    const files = Array.from({ length: Math.min(atOnce, mutants - from) }, (_, i) => {
      const dice = new Dice(seed * 7_000_003 + from + i);
      const isPdf = dice.below(3) === 0;
      return {
        name: `m${from + i}.${isPdf ? 'pdf' : 'svg'}`,
        mimeType: isPdf ? 'application/pdf' : 'image/svg+xml',
        buffer: Buffer.from(isPdf ? mutateBytes(pdf, dice) : drawing(dice)),
      };
    });
    // Anew each time: what was taken in would pile up on the card, and a script that ran would be noticed here.
    if (from % 50 === 0) await page.goto(`${at}/cards/${card}/sheets`);
    await page.getByLabel('Add files').first().setInputFiles(files);
    const said = page.locator('[data-intake]');
    // Each file may take five seconds.
    const ended = await page
      .waitForFunction((n) => document.querySelectorAll('[data-intake]').length === n, files.length, { timeout: 5000 * files.length })
      .catch(() => undefined);
    if (!ended) {
      seen.hangs.push(`files ${from} to ${from + files.length - 1}`);
      await page.goto(`${at}/cards/${card}/sheets`);
      continue;
    }
    seen.mutants += files.length;
    for (const text of await said.allInnerTexts())
      if (/ added\./.test(text)) seen.taken += 1;
      else seen.refused += 1;
    for (const one of await said
      .getByRole('button', { name: 'Close' })
      .all()
      .then((all) => all.slice(0, 1)))
      await one.click();
    if (await page.evaluate(() => 'ran' in globalThis)) seen.scriptsRun += 1;
  }
}

async function takeArchives(
  page: Page,
  at: string,
  mutants: number,
  seed: number,
  seen: { mutants: number; taken: number; refused: number; hangs: string[] },
  job: Uint8Array,
): Promise<void> {
  for (let n = 0; n < mutants; n += 1) {
    const dice = new Dice(seed * 9_000_011 + n);
    if (n % 25 === 0 || !(await page.getByLabel('Archive file').count())) await page.goto(`${at}/archive`);
    await page
      .getByLabel('Archive file')
      .setInputFiles({ name: `m${n}.zip`, mimeType: 'application/zip', buffer: Buffer.from(jobMutant(job, dice)) });
    const outcome = page.locator('app-import-panel [role="alert"], app-import-panel .plan').first();
    const ended = await outcome.waitFor({ timeout: 5000 }).then(
      () => true,
      () => false,
    );
    seen.mutants += 1;
    if (!ended) {
      seen.hangs.push(`archive ${n}`);
      await page.goto(`${at}/archive`);
      continue;
    }
    const bring = page.getByRole('button', { name: 'Import', exact: true });
    if (await bring.count()) {
      seen.taken += 1;
      await bring.click();
      await page
        .locator('app-import-panel [role="alert"]')
        .or(page.locator('app-tape'))
        .or(page.getByText('Imported.'))
        .first()
        .waitFor({ timeout: 5000 })
        .catch(() => seen.hangs.push(`import ${n}`));
      await page.goto(`${at}/archive`);
    } else seen.refused += 1;
  }
}
