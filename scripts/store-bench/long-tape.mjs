// A job with 10,000 entries on its tape: how long an entry takes from Enter until it stands on the tape, and until it is on the disk.
import { demoBrowser } from '../lib/demo-browser.mjs';
import { line } from './figures.mjs';

const length = 10_000;
const { at, browser, close } = await demoBrowser(4396);
try {
  const context = await browser.newContext({ viewport: { width: 1280, height: 800 } });
  const page = await context.newPage();
  await page.goto(`${at}/day`);
  await page.getByText(/\d+ in hand/).waitFor();
  const jobId = await page.evaluate(async (count) => {
    const done = (request) =>
      new Promise((resolve, reject) => {
        request.onsuccess = () => resolve(request.result);
        request.onerror = () => reject(request.error);
      });
    const db = await done(indexedDB.open('amber-relay-demo'));
    const { id } = (await done(db.transaction('jobs').objectStore('jobs').getAll())).find((job) => job.number === 409);
    const tape = (await done(db.transaction('tape').objectStore('tape').getAll()))
      .filter((entry) => entry.jobId === id)
      .sort((a, b) => a.seq - b.seq);
    const transaction = db.transaction('tape', 'readwrite');
    const some = tape.filter(({ kind }) => kind !== 'strike' && kind !== 'handed-back');
    for (let seq = tape.length + 1; seq <= count; seq++)
      transaction.objectStore('tape').put({ ...some[seq % some.length], id: crypto.randomUUID(), seq });
    await new Promise((resolve) => (transaction.oncomplete = resolve));
    db.close();
    return id;
  }, length);
  await page.goto(`${at}/job/${jobId}/first-look`);
  await page.locator('[role="log"] li[data-entry]').first().waitFor();
  // As at the bench: the program has been open for a while, and Trace has had its say.
  await page.waitForTimeout(8000);
  const shown = [];
  for (let i = 0; i < 12; i++) {
    await page.locator('app-entry-line input').fill(`note entry ${i} of the bench`);
    await page.waitForTimeout(300);
    shown.push(
      await page.evaluate(async (n) => {
        const text = `entry ${n} of the bench`;
        const start = performance.now();
        document
          .querySelector('app-entry-line input')
          .dispatchEvent(new KeyboardEvent('keydown', { key: 'Enter', bubbles: true, cancelable: true }));
        const log = document.querySelector('[role="log"]');
        while (!log.textContent.includes(text)) await new Promise((resolve) => requestAnimationFrame(resolve));
        return performance.now() - start;
      }, i),
    );
    await page.waitForTimeout(600);
  }
  line(`an entry on a tape of ${length}, first`, shown.slice(0, 1), 100);
  line(`an entry on a tape of ${length}, kept on the disk and shown`, shown.slice(1), 100);
} finally {
  await close();
}
