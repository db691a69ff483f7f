import { expect, test } from '@playwright/test';
import { execFileSync } from 'node:child_process';
import { writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { complaints, openDemo, openJob } from '../pages/demo';
import { JobPage } from '../pages/job-page';
import { wavFile } from '../pages/recording';
import { SumsPage } from '../pages/sums-page';

const root = join(fileURLToPath(import.meta.url), '../../..');
/** The sums on the command line, to hold against what stands on the screen. */
const commandLine = (args: readonly string[], input = ''): string =>
  execFileSync(process.execPath, ['--import', 'tsx', 'scripts/sums.ts', ...args], {
    cwd: root,
    input,
    encoding: 'utf8',
    maxBuffer: 1 << 26,
  });

interface Declared {
  readonly id: string;
  readonly title: string;
  readonly example: unknown;
}

test('every sum is reached, works its example out as the command line does, and refuses a bad value', async ({ page }) => {
  test.setTimeout(300_000);
  const declared = JSON.parse(commandLine(['describe'])) as Declared[];
  const lines = commandLine(['batch'], declared.map(({ id, example }) => JSON.stringify({ id, input: example })).join('\n'));
  const told = lines
    .trim()
    .split('\n')
    .map((line) => (JSON.parse(line) as { output: { working: string[] } }).output.working);
  const complained = complaints(page);
  await openDemo(page, '/sums');
  const sums = new SumsPage(page);
  await expect(sums.list().getByRole('link')).toHaveCount(declared.length);

  const untouched: string[] = [];
  for (const [k, { title }] of declared.entries()) {
    await sums.open(title);
    // It opens empty, and its example is no figure of a job.
    await expect(sums.form().getByRole('textbox').first(), title).toHaveValue('');
    await sums.example();
    await expect.poll(() => sums.working(), { message: title }).toEqual(told[k]);
    await expect(sums.answer(), title).not.toBeEmpty();
    await expect(page.getByRole('complementary', { name: 'Working' }), title).toContainText('Source: ');
    await expect(sums.area().locator('[aria-invalid=true]'), title).toHaveCount(0);

    // Some fields take any text; at least one of each sum does not.
    let isRefused = false;
    for (const box of await sums.form().getByRole('textbox').all()) {
      const before = await box.inputValue();
      await box.fill('#!');
      await sums.settled();
      isRefused = (await sums.steps().count()) === 0;
      if (isRefused) {
        await expect(sums.area().locator('[aria-invalid=true]'), title).not.toHaveCount(0);
        await expect(box, title).toHaveValue('#!');
        await expect(sums.answer(), title).toContainText('see what is marked');
      }
      await box.fill(before);
      if (isRefused) break;
    }
    if (!isRefused) untouched.push(title);
    else await expect.poll(() => sums.working(), { message: `${title}, mended` }).toEqual(told[k]);
  }
  expect(untouched, 'sums with no field that refuses nonsense').toEqual([]);
  expect(complained).toEqual([]);
});

test('a sum is found by typing what one wants to know, pinned, and found again', async ({ page }) => {
  await openDemo(page, '/sums');
  const sums = new SumsPage(page);
  for (const [words, title] of [
    ['pad', 'Attenuator pad'],
    ['attenuator', 'Attenuator pad'],
    ['how long to soak', 'How long to soak'],
    ['dummy load', 'Time on the dummy load'],
  ] as const) {
    await sums.search().fill(words);
    await expect(sums.list().getByRole('link').first()).toHaveText(title);
    await sums.search().press('Enter');
    await expect(sums.area().getByRole('heading', { level: 1 })).toHaveText(title);
  }
  // Two sums are about microvolts.
  await sums.search().fill('microvolts');
  await expect(sums.list()).toContainText('Sensitivity');
  await expect(sums.list()).toContainText('One level, all units');
  await sums.search().fill('zzzz');
  await expect(sums.list()).toContainText('Nothing answers to that');
  await sums.search().fill('');
  await sums.open('SWR and return loss');
  await page.getByRole('button', { name: 'Pin SWR and return loss' }).click();
  await page.reload();
  await expect(sums.list().getByRole('heading').first()).toHaveText('Pinned');
  await expect(sums.list().getByRole('link').first()).toHaveText('SWR and return loss');
});

test('the answer follows the typing, with what ± is carried to it', async ({ page }) => {
  await openDemo(page, '/sums/pad');
  const sums = new SumsPage(page);
  await sums.example();
  await expect(sums.answer()).toContainText('30.67 dB');
  await sums.form().getByLabel('Loss dB').fill('10');
  await expect(sums.answer()).toContainText('9.629 dB');
  await expect(page.getByRole('img', { name: 'Pad: series 68 Ω, shunts 100 Ω' })).toBeVisible();
  await sums.form().getByText('tee', { exact: true }).click();
  await expect(page.getByRole('img', { name: /^Pad: series 27 Ω, shunt 36 Ω/ })).toBeVisible();
  await sums.form().getByLabel('Power in W').fill('4W ± 5%');
  await expect(sums.answer()).toContainText('± 20 mW worst case');
  await sums.form().getByLabel('Loss dB').fill('-3');
  await expect(sums.form()).toContainText(/above 0/);
  await sums.area().getByRole('button', { name: 'Clear' }).click();
  await expect(sums.answer()).toContainText('Loss');
});

test('a result goes on the tape of the job on the bench with its working, and is opened again from there', async ({ page }) => {
  await openJob(page, 409, 'trace');
  const job = new JobPage(page);
  const before = await job.count();
  await page.getByRole('link', { name: 'Sums', exact: true }).click();
  await expect(page.getByRole('link', { name: 'Sums', exact: true })).toHaveAttribute('aria-current', 'page');
  const sums = new SumsPage(page);
  await sums.open('Attenuator pad');
  await sums.example();
  await expect(page.getByRole('button', { name: 'Keep on tape 409' })).toBeDisabled();
  await sums.form().getByLabel('Loss dB').fill('20 dB ± 0.5');
  await expect(sums.answer()).toContainText('19.68 dB');
  await page.getByRole('button', { name: 'Keep on tape 409' }).click();
  await page.getByRole('button', { name: 'Open the job' }).click();
  await expect(page.getByRole('log', { name: 'Entries of the tape' })).toBeVisible();
  expect(await job.count()).toBe(before + 1);
  const row = job.rows().filter({ hasText: 'Attenuator pad: loss, stock values 19.68 dB' });
  await row.getByRole('link', { name: 'Open the sum' }).click();
  await expect(sums.form().getByLabel('Loss dB')).toHaveValue('20 dB ± 0.5 dB');
  await expect(sums.answer()).toContainText('worst case');
});

test('a recording or a trace that falls on the page opens the sum that fits', async ({ page }) => {
  const complained = complaints(page);
  await openDemo(page, '/sums/pad');
  const sums = new SumsPage(page);
  const sine = (hz: number) => (t: number) => Math.sin(2 * Math.PI * hz * t);

  const phase = (t: number): number => 2 * Math.PI * 250 * t + 2.5 * sine(1000)(t);
  await sums.drop(
    'iq.wav',
    wavFile(
      48_000,
      1,
      (t) => 0.6 * Math.cos(phase(t)),
      (t) => 0.6 * Math.sin(phase(t)),
    ),
  );
  await expect(sums.area().getByRole('heading', { level: 1 })).toHaveText('Transmission from I and Q');
  await expect(sums.answer()).toContainText(/2(50|49\.9\d?|50\.0\d?) Hz/);
  await expect(sums.answer()).toContainText(/2\.(49|5)\d* kHz/);

  await sums.drop(
    'audio.wav',
    wavFile(16_000, 2, (t) => 0.5 * sine(1000)(t) + 0.05 * sine(2345)(t)),
  );
  await expect(sums.area().getByRole('heading', { level: 1 })).toHaveText('SINAD from audio');
  await expect(sums.answer()).toContainText('1 kHz');
  await expect(sums.answer()).toContainText(/20\.0\d dB/);

  const trace = Array.from({ length: 400 }, (_, k) => `${26_000_000 + 5000 * k},${k === 193 ? 10 : k === 293 ? -32 : -92}`).join('\n');
  await sums.drop('sweep.csv', new TextEncoder().encode(`Frequency (Hz),Level (dBm)\n${trace}\n`), 'text/csv');
  await expect(sums.area().getByRole('heading', { level: 1 })).toHaveText('Name the peaks');
  await expect(sums.area().getByRole('status').first()).toContainText('2 peaks were read from sweep.csv');
  await expect(sums.form().getByLabel('Peaks 1, Peak')).toHaveValue('26.965 MHz');

  for (const [name, bytes, said] of [
    ['picture.png', new Uint8Array([137, 80, 78, 71]), /neither a WAV recording nor a CSV trace/],
    ['short.wav', wavFile(8000, 1, sine(1000)).subarray(0, 30), /short\.wav: .+Nothing was changed/],
    ['words.csv', new TextEncoder().encode('colour,taste\nred,sour\n'), /words\.csv: .+Nothing was changed/],
  ] as const) {
    await sums.drop(name, bytes);
    await expect(sums.area().getByRole('status').first()).toContainText(said);
    await expect(sums.form().getByLabel('Peaks 1, Peak')).toHaveValue('26.965 MHz');
  }
  expect(complained).toEqual([]);
});

test('a long recording shows how far it is read, and can be stopped', async ({ page }, test) => {
  await openDemo(page, '/sums/iq-analyse');
  const sums = new SumsPage(page);
  await sums.example();
  await expect(sums.steps().first()).toBeVisible();
  const bytes = wavFile(
    2_400_000,
    4,
    () => 0.5,
    () => 0,
  );
  // From the disk, as it is in life: sent along with the call, its 38 MB alone take minutes on a busy machine.
  const path = test.outputPath('long.wav');
  writeFileSync(path, bytes);
  const choosing = page.waitForEvent('filechooser');
  await sums.area().getByText('Open a file').click();
  await (await choosing).setFiles(path);
  await expect(page.getByRole('progressbar', { name: 'Reading long.wav' })).toBeVisible();
  await page.getByRole('button', { name: 'Stop', exact: true }).click();
  await expect(sums.area().getByRole('status').first()).toContainText('was stopped');
  await expect(page.getByRole('progressbar')).toHaveCount(0);
  // The next question is answered as before.
  await sums.open('Attenuator pad');
  await sums.example();
  await expect(sums.answer()).toContainText('30.67 dB');
});
