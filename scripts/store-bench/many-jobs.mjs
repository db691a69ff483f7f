// Seeds the browser's store with 5,000 jobs and 200,000 entries of the tape, and prints how long the first screen and the
// opening of a job take in Chromium on this machine.
import { demoBrowser } from '../lib/demo-browser.mjs';
import { line } from './figures.mjs';

const jobs = 5000;
const entriesEach = 40;
const { at, browser, close } = await demoBrowser(4395);

/** Time from asking for the page until Day can be used, in a browser that has never been here. */
async function firstScreen() {
  const context = await browser.newContext({ viewport: { width: 1280, height: 800 } });
  const page = await context.newPage();
  const start = performance.now();
  await page.goto(`${at}/day`);
  await page.getByText(/\d+ in hand/).waitFor();
  const took = performance.now() - start;
  await context.close();
  return took;
}

try {
  const first = [];
  for (let i = 0; i < 5; i++) first.push(await firstScreen());
  line('first screen with the demo shop, first visit', first, 2000);

  const context = await browser.newContext({ viewport: { width: 1280, height: 800 } });
  const page = await context.newPage();
  await page.goto(`${at}/day`);
  await page.getByText(/\d+ in hand/).waitFor();
  const seedStart = performance.now();
  const seeded = await page.evaluate(
    async ([jobCount, each]) => {
      const done = (request) =>
        new Promise((resolve, reject) => {
          request.onsuccess = () => resolve(request.result);
          request.onerror = () => reject(request.error);
        });
      const db = await done(indexedDB.open('amber-relay-demo'));
      const all = await done(db.transaction('jobs').objectStore('jobs').getAll());
      const model = all.find((job) => job.number === 409);
      const tape = (await done(db.transaction('tape').objectStore('tape').getAll()))
        .filter((entry) => entry.jobId === model.id)
        .sort((a, b) => a.seq - b.seq);
      for (let from = 0; from < jobCount; from += 250) {
        const transaction = db.transaction(['jobs', 'tape'], 'readwrite');
        for (let n = from; n < Math.min(jobCount, from + 250); n++) {
          const id = crypto.randomUUID();
          transaction.objectStore('jobs').put({ ...model, id, number: 1000 + n });
          for (let seq = 1; seq <= each; seq++)
            transaction.objectStore('tape').put({ ...tape[seq % tape.length], id: crypto.randomUUID(), jobId: id, seq });
        }
        await new Promise((resolve) => (transaction.oncomplete = resolve));
      }
      const counts = [
        await done(db.transaction('jobs').objectStore('jobs').count()),
        await done(db.transaction('tape').objectStore('tape').count()),
      ];
      db.close();
      return counts;
    },
    [jobs, entriesEach],
  );
  console.log(`seeded ${seeded[0]} jobs and ${seeded[1]} entries in ${((performance.now() - seedStart) / 1000).toFixed(1)} s`);

  const opened = [];
  const listed = [];
  for (let i = 0; i < 8; i++) {
    await page.goto(`${at}/stock`);
    await page.getByRole('heading', { name: 'Stock' }).waitFor();
    // As at the bench: the program has been open for a while.
    await page.waitForTimeout(4500);
    const list = await page.evaluate(async () => {
      const start = performance.now();
      document.querySelector('a[href="/jobs"]').click();
      while (!document.querySelector('cdk-virtual-scroll-viewport a')) await new Promise((resolve) => requestAnimationFrame(resolve));
      return performance.now() - start;
    });
    listed.push(list);
    await page.locator('cdk-virtual-scroll-viewport').evaluate((view, n) => (view.scrollTop = n * 20_000), i);
    await page.waitForTimeout(400);
    opened.push(
      await page.evaluate(async () => {
        const start = performance.now();
        [...document.querySelectorAll('cdk-virtual-scroll-viewport a')].at(-1).click();
        while (!document.querySelector('[role="log"] li[data-entry]')) await new Promise((resolve) => requestAnimationFrame(resolve));
        return performance.now() - start;
      }),
    );
  }
  line(`list of ${seeded[0]} jobs, first time`, listed.slice(0, 1), 300);
  line('list of them, after that', listed.slice(1), 300);
  line(`opening a job among them, ${entriesEach} entries, first time`, opened.slice(0, 1), 300);
  line('opening a job among them, after that', opened.slice(1), 300);
} finally {
  await close();
}
