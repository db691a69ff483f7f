// Ends the browser at random moments in the middle of entries, pictures, imports and strikes, starts it again, and counts what is lost:
// what was shown as kept and is not there, what is there in half, and what the second copy lacks that was kept more than a second before.
// A part of the rounds runs on a disk of 160 MB that is filled to its end meanwhile (as root, on a tmpfs mount; said where that cannot be had).
import { chromium } from '@playwright/test';
import { execFileSync, spawn } from 'node:child_process';
import { closeSync, mkdtempSync, openSync, rmSync, statfsSync, writeSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { xoroshiro128plus } from 'pure-rand/generator/xoroshiro128plus';
import { uniformInt } from 'pure-rand/distribution/uniformInt';
import chromiumFlags from '../lib/chromium-flags.cjs';
import { ensureBuild, ensureChromium, ensurePackages, root } from '../lib/ready.mjs';

const port = 4397;
const at = `http://127.0.0.1:${port}`;
const pause = (ms) => new Promise((resolve) => setTimeout(resolve, ms));

/** A browser of its own process group on a profile, so that all of it can be ended at once. */
async function launch(executable, profile) {
  const own = spawn(
    executable,
    [...chromiumFlags, '--headless=new', '--disk-cache-size=1', `--user-data-dir=${profile}`, '--remote-debugging-port=0', 'about:blank'],
    { detached: true, stdio: ['ignore', 'ignore', 'pipe'] },
  );
  const address = await new Promise((resolve, reject) => {
    let said = '';
    const late = setTimeout(() => reject(new Error(`the browser did not start: ${said.slice(-300)}`)), 30_000);
    own.stderr.on('data', (data) => {
      said += data;
      const found = /DevTools listening on (ws:\S+)/.exec(said);
      if (!found) return;
      clearTimeout(late);
      resolve(found[1]);
    });
  });
  const browser = await chromium.connectOverCDP(address);
  const page = browser.contexts()[0].pages()[0] ?? (await browser.contexts()[0].newPage());
  return {
    page,
    async kill() {
      if (own.exitCode !== null || own.signalCode !== null) return;
      const ended = new Promise((resolve) => own.once('exit', resolve));
      process.kill(-own.pid, 'SIGKILL');
      await ended;
    },
  };
}

/** What the store and the second copy hold, read past the program. */
const look = (page) =>
  page.evaluate(async () => {
    const done = (request) =>
      new Promise((resolve, reject) => {
        request.onsuccess = () => resolve(request.result);
        request.onerror = () => reject(request.error);
      });
    if (!(await indexedDB.databases()).some(({ name }) => name === 'amber-relay-demo')) return { gone: true };
    const db = await done(indexedDB.open('amber-relay-demo'));
    const all = async (table) => done(db.transaction(table).objectStore(table).getAll());
    const [jobs, tape, attachments, blobs] = [
      await all('jobs'),
      await all('tape'),
      await all('attachments'),
      await done(db.transaction('blobs').objectStore('blobs').getAllKeys()),
    ];
    db.close();
    const halves = [];
    const named = new Set(tape.map(({ attachment }) => attachment));
    for (const { id } of attachments) if (!named.has(id) || !blobs.includes(id)) halves.push(`picture ${id}`);
    for (const name of named) if (name && !attachments.some(({ id }) => id === name)) halves.push(`entry of picture ${name}`);
    for (const job of jobs) {
      const own = tape.filter(({ jobId }) => jobId === job.id);
      if (own.length !== job.summary.entries)
        halves.push(`job ${job.number}: ${own.length} entries, ${job.summary.entries} by its summary`);
    }
    let copy = '';
    const read = async (folder) => {
      for await (const [name, handle] of folder.entries()) {
        if (handle.kind === 'directory' && name !== 'files') await read(handle);
        else if (name.endsWith('.ndlog')) copy += await (await handle.getFile()).text();
      }
    };
    await read(await navigator.storage.getDirectory());
    return {
      gone: false,
      halves,
      texts: tape.flatMap(({ text }) => text ?? []),
      pictures: attachments.length,
      imported: tape.filter(({ text }) => typeof text === 'string' && text.startsWith('imported ')).length,
      copied: [...copy.matchAll(/kept (\d+)\b/g)].map(([, n]) => Number(n)),
    };
  });

const jobOf = (page, number) =>
  page.evaluate(
    (wanted) =>
      new Promise((resolve) => {
        const opening = indexedDB.open('amber-relay-demo');
        opening.onsuccess = () => {
          const request = opening.result.transaction('jobs').objectStore('jobs').getAll();
          request.onsuccess = () => {
            opening.result.close();
            resolve(request.result.find((job) => job.number === wanted).id);
          };
        };
      }),
    number,
  );

/** A job with many entries, as a file: what an import brings. */
async function importFile() {
  const { demoShop } = await import('../../demo/src/demo-shop.ts');
  const { collected, noSheets, packJob } = await import('../../core/src/archive/index.ts');
  const shop = demoShop(new Date());
  const job = { ...shop.jobs[0], id: crypto.randomUUID(), number: 9000 };
  const tape = Array.from({ length: 600 }, (_, i) => ({
    kind: 'note',
    text: `imported ${i}`,
    id: crypto.randomUUID(),
    jobId: job.id,
    seq: i + 1,
    at: new Date().toISOString(),
    by: 'Odd',
  }));
  const set = shop.sets.find(({ id }) => id === job.setId);
  const customer = shop.customers.find(({ id }) => id === job.customerId);
  const zip = await collected((write) =>
    packJob({ job, set, customer, tape, attachments: [], blobs: {}, ...noSheets }, new Date().toISOString(), write),
  );
  return { name: 'job.zip', mimeType: 'application/zip', buffer: Buffer.from(zip) };
}
const entriesOfImport = 600;
const png = Buffer.from('iVBORw0KGgoAAAANSUhEUgAAAAEAAAABCAYAAAAfFcSJAAAADUlEQVR42mNk+M9QDwADhgGAWjR9awAAAABJRU5ErkJggg==', 'base64');

/** A disk of its own that can be filled; undefined where it cannot be had. */
function smallDisk() {
  const folder = mkdtempSync(join(tmpdir(), 'amber-disk-'));
  try {
    execFileSync('mount', ['-t', 'tmpfs', '-o', 'size=160m', 'tmpfs', folder], { stdio: 'ignore' });
  } catch {
    rmSync(folder, { recursive: true });
    return undefined;
  }
  const filling = join(folder, 'filling');
  return {
    folder,
    /** Fills it until so many bytes are left. */
    fill(left) {
      const file = openSync(filling, 'a');
      const piece = Buffer.alloc(1 << 20, 7);
      try {
        for (;;) {
          const { bavail, bsize } = statfsSync(folder);
          const room = bavail * bsize - left;
          if (room <= 0) break;
          writeSync(file, piece, 0, Math.min(piece.length, room));
        }
      } catch {
        // Full.
      } finally {
        closeSync(file);
      }
    },
    empty: () => rmSync(filling, { force: true }),
    drop() {
      execFileSync('umount', ['-l', folder], { stdio: 'ignore' });
      rmSync(folder, { recursive: true, force: true });
    },
  };
}

/** Plays rounds on one profile. */
async function play({ executable, profile, rounds, dice, disk, file, tally, name }) {
  const below = (n) => uniformInt(dice, 0, n - 1);
  /** What was shown as kept, and when; numbers of notes. */
  const shown = new Map();
  let next = 1;
  let killedAt = Infinity;
  let jobId;
  let picturesShown = 0;
  for (let round = 0; round <= rounds; round += 1) {
    const { page, kill } = await launch(executable, profile).catch(() => launch(executable, profile));
    try {
      await page.goto(`${at}/icons/mark.svg`);
      if (round > 0) {
        const found = await look(page);
        if (found.gone) {
          tally.gone += 1;
          tally.lost.push(`${name} round ${round}: the store is gone`);
          // As a user would: the copy is brought back.
          await page.goto(`${at}/day`);
          await page.getByRole('button', { name: 'Bring it back' }).first().click();
          await page.getByText(/\d+ in hand/).waitFor();
          await kill();
          continue;
        }
        const kept = new Set(found.texts.flatMap((text) => /^kept (\d+)\b/.exec(text)?.[1] ?? []).map(Number));
        for (const [n, { when }] of shown) {
          if (!kept.has(n)) tally.lost.push(`${name} round ${round}: entry ${n}`);
          else if (!found.copied.includes(n) && killedAt - when > 1000)
            tally.notCopied.push(`${name} round ${round}: entry ${n}, kept ${Math.round(killedAt - when)} ms before`);
        }
        for (const text of found.halves) tally.halves.push(`${name} round ${round}: ${text}`);
        if (found.pictures < picturesShown) tally.lost.push(`${name} round ${round}: a picture`);
        if (found.imported !== 0 && found.imported !== entriesOfImport)
          tally.halves.push(`${name} round ${round}: ${found.imported} entries of an import`);
        shown.clear();
        if (round === rounds) break;
      }
      const what = ['entry', 'entry', 'entry', 'picture', 'strike', 'import'][below(6)];
      tally.acts[what] = (tally.acts[what] ?? 0) + 1;
      if (!jobId) {
        await page.goto(`${at}/day`);
        await page.getByText(/\d+ in hand/).waitFor();
        jobId = await jobOf(page, 421);
      }
      await page.goto(what === 'import' ? `${at}/archive` : `${at}/job/${jobId}/book-in`);
      if (what !== 'import') await page.locator('app-entry-line input').waitFor();
      if (disk && below(3) > 0) disk.fill(below(30) * 1_000_000);
      const ended = new AbortController();
      const acting = act(page, what, {
        next,
        file,
        ended: ended.signal,
        kept: (n) => shown.set(n, { when: Date.now() }),
        pictured: () => (picturesShown += 1),
      }).catch(() => undefined);
      await pause(150 + below(900));
      ended.abort();
      killedAt = Date.now();
      await kill();
      await acting;
      next += 100;
      tally.kills += 1;
    } catch (error) {
      // The browser itself did not come up, or not in time, with four at once on a small machine: the round is looked at in the next one.
      tally.spoilt += 1;
      if (tally.spoilt > 20 + rounds / 10) throw error;
      killedAt = Date.now();
    } finally {
      await kill().catch(() => undefined);
      disk?.empty();
    }
    if (tally.kills % 50 === 0) console.log(`  ${tally.kills} kills, lost ${tally.lost.length}, halves ${tally.halves.length}`);
  }
}

/** Does one sort of act, over and over, until the browser is ended; notes what the page has shown as kept. */
async function act(page, what, { next, file, ended, kept, pictured }) {
  let n = next;
  const note = async () => {
    await page.locator('app-entry-line input').fill(`note kept ${n} of the bench`);
    await page.keyboard.press('Enter');
    await page.getByRole('log').getByText(`kept ${n} of`).first().waitFor({ timeout: 2000 });
    kept(n);
    n += 1;
  };
  while (!ended.aborted) {
    if (what === 'picture') {
      const before = await page.locator('app-pictures img').count();
      await page
        .locator('input[type=file][accept="image/*"]')
        .first()
        .setInputFiles({ name: `p${n}.png`, mimeType: 'image/png', buffer: png });
      await page.waitForFunction((count) => document.querySelectorAll('app-pictures img').length > count, before, { timeout: 2000 });
      pictured();
    } else if (what === 'strike') {
      await note();
      await page
        .getByRole('button', { name: /^Take back|^Undo/ })
        .first()
        .click({ timeout: 1500 });
    } else if (what === 'import') {
      await page.getByLabel('Archive file').setInputFiles(file);
      await page.getByRole('button', { name: 'Import', exact: true }).click({ timeout: 2000 });
      await pause(1500);
    } else await note();
  }
  return n;
}

export async function kill(kills = 1000, seed = 1) {
  ensurePackages();
  const executable = ensureChromium();
  ensureBuild();
  const server = spawn(process.execPath, ['--import', 'tsx', 'server/src/main.ts', '--demo'], {
    cwd: root,
    env: { ...process.env, PORT: String(port) },
  });
  await new Promise((resolve, reject) => {
    server.stdout.on('data', (data) => data.toString().includes('Stop it') && resolve());
    server.on('exit', () => reject(new Error('the server did not start')));
  });
  const profile = mkdtempSync(join(tmpdir(), 'amber-kill-'));
  const disk = smallDisk();
  const tally = { kills: 0, gone: 0, lost: [], halves: [], notCopied: [], acts: {}, spoilt: 0 };
  const began = performance.now();
  try {
    const file = await importFile();
    const onSmall = disk ? Math.round(kills / 4) : 0;
    if (!disk) console.log('skipped: the small disk, which wants to be mounted as root');
    const profiles = [0, 1, 2].map((i) => ({ i, rounds: Math.floor((kills - onSmall + i) / 3) }));
    await Promise.all([
      ...profiles.map(({ i, rounds }) =>
        play({
          executable,
          profile: join(profile, String(i)),
          rounds,
          dice: xoroshiro128plus(seed * 10 + i),
          file,
          tally,
          name: `disk ${i}`,
        }),
      ),
      ...(disk
        ? [
            play({
              executable,
              profile: join(disk.folder, 'profile'),
              rounds: onSmall,
              dice: xoroshiro128plus(seed * 10 + 9),
              disk,
              file,
              tally,
              name: 'small disk',
            }),
          ]
        : []),
    ]);
  } finally {
    server.kill();
    disk?.drop();
    // What was killed may still be letting go of its files.
    rmSync(profile, { recursive: true, force: true, maxRetries: 5, retryDelay: 500 });
  }
  for (const one of [...tally.lost, ...tally.halves, ...tally.notCopied].slice(0, 30)) console.log(`  ${one}`);
  console.log(
    `acts: ${Object.entries(tally.acts)
      .map(([name, n]) => `${name} ${n}`)
      .join(', ')}`,
  );
  console.log(
    `${tally.kills} kills of seed ${seed} in ${((performance.now() - began) / 60_000).toFixed(1)} min; stores dropped by the browser: ${tally.gone}, rounds without a kill: ${tally.spoilt}`,
  );
  console.log(
    `losses: ${tally.lost.length}, in half: ${tally.halves.length}, older than a second and not in the second copy: ${tally.notCopied.length}`,
  );
  process.exit(tally.lost.length + tally.halves.length ? 1 : 0);
}
