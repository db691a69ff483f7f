import { readFile } from 'node:fs/promises';
import { expect, test } from '@playwright/test';
import { PracticePage } from '../pages/practice-page';
import { startFree, stopAll } from '../pages/server';

test.afterEach(stopAll);

test('a case is played to its end by keys, with Trace off, and the review names the step that cost most', async ({ page }) => {
  const practice = new PracticePage(page);
  await practice.beginStory('farm-gate');
  await expect(practice.strip()).toContainText('The set from the farm gate');
  for (const line of ['checks', 'load on', 'receive fm', 'proof q7', 'squelch opens', 'afo1']) await practice.ask(line);
  // What was asked is answered on the tape like any reading, and the clock went on by what it takes.
  await expect(practice.job.tape()).toContainText('Receive FM: dead');
  await expect(practice.job.tape()).toContainText(/Q7\s*proved good/);
  expect(await practice.clock()).toMatch(/^\d\d min/);
  await practice.job.open('Trace');
  await expect(practice.job.area()).toContainText('Trace is off in this case');
  await expect(page.locator('article.probe')).toHaveCount(0);
  for (const line of ['proof ic5', 'fit ic5 new', 'receive am']) await practice.ask(line);
  await expect(practice.last()).toContainText('Receive AM: works');
  await practice.end('It is mended');
  await expect(practice.result()).toContainText('mended');
  await expect(page.locator('[data-truth]').first()).toHaveText('AF power stage: IC5, a bad part.');
  await expect(page.locator('[data-costly]').first()).toContainText('Q7 proven out of circuit');
  await expect(page.locator('[data-costly]').first()).toContainText(/stood at .* in 100/);
  // It is kept with the shop, and begun cases say how they went.
  await page.getByRole('link', { name: 'To Practice' }).click();
  await expect(page.getByRole('row', { name: /The set from the farm gate/ })).toContainText('mended');
  await page.getByRole('tab', { name: 'Progress' }).click();
  await expect(page.getByRole('row', { name: /^audio/ })).toContainText('1');
  // Nothing of it is in the shop's own jobs.
  await page.getByRole('link', { name: 'Jobs', exact: true }).click();
  await expect(page.getByRole('heading', { level: 1, name: 'Jobs' })).toBeVisible();
  await expect(page.getByText('hill farm at Brannock')).toHaveCount(0);
});

test('another with hints, found again as it was left; and what one holds is asked for in one press', async ({ page }) => {
  const practice = new PracticePage(page);
  await practice.beginStory('wet-marshal', 'Hints');
  for (const line of ['checks', 'receive am', 'receive fm']) await practice.ask(line);
  await practice.job.open('Trace');
  const hint = page.locator('[data-hint]');
  await expect(hint).toContainText(/About \d+ of 27 sections are still in question/);
  await expect(page.locator('article.probe')).toHaveCount(0);
  const clock = await practice.clock();
  await page.reload();
  await practice.onBench();
  await expect.poll(() => practice.clock()).toBe(clock);
  await expect(practice.job.tape()).toContainText('Receive FM: works');
  for (const line of ['squelch closes', 'meter follows']) await practice.ask(line);
  const belief = page.locator('[data-belief]');
  await expect(belief).toContainText('Does the fault lie in the');
  await belief.getByRole('button', { name: 'perhaps' }).click();
  await expect(belief).toHaveCount(0);
  for (const line of ['look am detector', 'proof d2', 'fit d2 new', 'receive am']) await practice.ask(line);
  await practice.end('It is mended');
  await expect(practice.result()).toContainText('giving hints');
  await page.goto('/practice/progress');
  await expect(page.getByRole('heading', { name: 'How sure, and how right' })).toBeVisible();
  await expect(page.locator('app-belief-chart')).toBeVisible();
});

test('one is lost by carelessness: hands in a valve amplifier of which nobody proved that it is dead', async ({ page }) => {
  const practice = new PracticePage(page);
  await practice.beginStory('big-bottle');
  for (const line of ['checks', 'amplify 80']) await practice.ask(line);
  await expect(page.getByRole('alert')).toContainText('Keyed with nothing on the antenna socket');
  await practice.ask('look input network');
  await expect(page.getByRole('alert')).toContainText('nobody had proven that the high voltage was gone');
  await expect(practice.strip()).toContainText('ended by carelessness', { timeout: 30_000 });
  await page.getByRole('link', { name: 'Go over it' }).click();
  await expect(practice.result()).toContainText('ended by carelessness');
  await expect(page.locator('[data-danger]')).toHaveCount(2);
});

test('a code that is typed in another shop gives the same case; one that was typed wrong is refused', async ({ page, browser }) => {
  const practice = new PracticePage(page);
  await practice.open();
  const code = (await page.locator('td.ref').first().innerText()).trim();
  const words = (await page.getByRole('row', { name: new RegExp(code) }).innerText()).replaceAll(/\s+/g, ' ');
  // An empty shop, on another machine.
  const other = await browser.newContext();
  const there = new PracticePage(await other.newPage(), (await startFree()).at);
  await there.open();
  const field = there.page.getByLabel('Code', { exact: true });
  await field.fill('K7F2');
  await expect(there.page.getByText('A code has twelve signs')).toBeVisible();
  await field.fill(code.toLowerCase().replaceAll('-', ' '));
  const hint = await there.page.locator('app-field', { has: field }).locator('.hint').innerText();
  const [set = '', said = ''] = hint.split('. ');
  expect(words).toContain(set);
  expect(words).toContain(said);
  await field.press('Enter');
  await there.onBench();
  await expect(there.strip()).toContainText(code);
  await other.close();
});

test('a teacher’s file comes in and is played; a bad one is refused with its place', async ({ page }, info) => {
  const practice = new PracticePage(page, (await startFree()).at);
  await practice.open('/lessons');
  const waiting = page.waitForEvent('download');
  await page.getByRole('button', { name: 'Save one to begin from' }).click();
  const text = await readFile((await (await waiting).path()) ?? '', 'utf8');
  const take = (name: string, content: string) =>
    page.getByLabel('Lesson file').setInputFiles({ name, mimeType: 'application/json', buffer: Buffer.from(content) });
  await take('bad.json', text.replace('"section": "af-power-stage"', '"section": "attic"'));
  await expect(page.locator('[data-refused]')).toContainText('hidden.faults.0.section');
  await expect(page.locator('[data-refused]')).toContainText('no section "attic"');
  await expect(page.locator('[data-lesson]')).toHaveCount(0);
  await take('good.json', text.replace('A lesson to begin from', 'The apprentice’s first'));
  const lesson = page.locator('[data-lesson="The apprentice’s first"]');
  await expect(lesson).toContainText('The dog had the microphone');
  await expect(page.locator('[data-refused]')).toHaveCount(0);
  await take(
    'told.md',
    `# By hand\n\nIt came with a **chewed** cord.\n\n\`\`\`case\n${JSON.stringify({
      chassis: 'Larkholm LP-21',
      owner: 'A farmer',
      words: 'It is quiet.',
      complaint: { functionId: 'receive-am', result: 'dead' },
      hidden: { faults: [{ section: 'af-power-stage', how: 'dead' }] },
    })}\n\`\`\`\n`,
  );
  await expect(page.locator('[data-lesson="By hand"] strong')).toHaveText('chewed');
  await lesson.getByRole('link', { name: 'Begin' }).click();
  await practice.onBench();
  for (const line of ['checks', 'receive am']) await practice.ask(line);
  await practice.end('I give up');
  await expect(practice.result()).toContainText('given up');
  info.annotations.push({ type: 'lesson', description: 'played in an empty shop' });
});

test('a drill is answered by a figure, and what was missed comes back at once', async ({ page }) => {
  const practice = new PracticePage(page, (await startFree()).at);
  await practice.open('/drills');
  const question = page.locator('section.ask');
  const kind = (await question.getAttribute('data-kind')) ?? '';
  const wrong = question.locator('.answers [data-right="false"]').first();
  const at = await wrong.locator('kbd').innerText();
  await question.focus();
  await page.keyboard.press(at);
  await expect(question).toContainText('No: ');
  await page.keyboard.press('Enter');
  await expect(question.locator('[data-next]')).toHaveCount(0);
  await expect(question).toHaveAttribute('data-kind', kind);
  const right = await question.locator('.answers [data-right="true"] kbd').innerText();
  await question.focus();
  await page.keyboard.press(right);
  await expect(question).toContainText('Right.');
  // One right and one missed; kept, when the page is opened again.
  const standing = page.getByRole('row').filter({ has: page.getByRole('cell', { name: '1', exact: true }) });
  await expect(standing).toHaveCount(1);
  await page.reload();
  await expect(standing).toHaveCount(1);
});
