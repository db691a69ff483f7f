import { expect, test } from '@playwright/test';
import { strFromU8, unzipSync } from 'fflate';
import { readFile } from 'node:fs/promises';
import { BookInPage } from '../pages/book-in-page';
import { newMachine, storedJob } from '../pages/database';
import { JobPage } from '../pages/job-page';
import { pdfText } from '../pages/pdf-text';

/**
 * The set on the bench has an open 10.695 MHz filter. These are its real values; what the program offers is answered
 * from here, so that the story follows the program and not the other way round.
 */
const truth = {
  functions: { 'Receive AM': 'dead', 'Receive FM': 'dead', 'Meter follows the signal': 'dead' } as Readonly<Record<string, string>>,
  readings: {
    TP1: '13.80v',
    TP2: '8.02v',
    TP3: '10.24000M',
    TP4: '0.25v',
    TP5: '16.4900M',
    TP6: '10.000k',
    TP7: '3.10v',
    TP8: '0.45v',
    TP9: '7.90v',
    TP10: '7.90v',
    TP11: '2.30v',
    TP12: '7.10v',
    TP13: '-38.0dBm',
    TP14: '-88.0dBm',
    TP15: '-76.0dBm',
    TP16: '-82.0dBm',
    TP17: '-52.0dBm',
    TP18: 'dead',
    TP19: 'dead',
    TP20: 'dead',
    TP21: 'dead',
    TP22: '6.80v',
    TP23: '0.60v',
    TP24: '3.20v',
    TP25: '13.30v',
    TP26: '-33.0dBm',
  } as Readonly<Record<string, string>>,
};

test('one job from booking in to hand-back, carried away as a file and back', async ({ page }) => {
  const job = new JobPage(page);
  const bookIn = new BookInPage(page);
  await bookIn.fill({
    owner: 'Hesta rally marshals',
    maker: 'Oxbrae',
    model: 'Wren 40',
    serial: 'OB7-77001',
    complaint: 'Receives nothing on any channel, transmits',
  });
  await expect(page.getByText('There is a card for it: Oxbrae OB-7.')).toBeVisible();
  await page.getByLabel('Symptom').selectOption('receive-am');
  await page.getByRole('button', { name: 'Add symptom' }).click();
  await page.getByLabel('Who says so').fill('a friend');
  await page.getByLabel('What', { exact: true }).fill('the loop was renewed');
  await page.getByLabel('Spending limit').fill('60');
  await page.getByLabel('Promised for').fill('2031-03-04');
  await bookIn.submit();
  const jobId = /\/job\/([0-9a-f-]+)/.exec(page.url())?.[1] ?? '';

  const area = job.area();
  await job.open('Trace');
  await expect(page.getByText('Safety is not signed off.')).toBeVisible();
  await job.signSafety();
  await job.type('start');

  await job.open('Functions');
  await job.function('Receive AM', 'd');
  await job.function('Receive FM', 'd');
  await job.function('Transmit AM', 'w');
  await job.function('Transmit FM', 'w');
  await job.function('Hailer', 'w');
  await expect(area.getByText('5 of 12 tried')).toBeVisible();

  await job.open('Trace');
  await expect(page.getByText('Safety is not signed off.')).toBeHidden();
  // At least ten sections are cleared, for a reason that names the working transmit function.
  await expect(area.getByText(/^[1-9]\d sections cleared/)).toBeVisible();
  await job.openSection('VCO');
  await expect(area.getByRole('complementary', { name: 'Evidence for the VCO' })).toContainText(/Transmit AM works: speaks for .* more/);

  // Follow what is offered, from the truth above, until one section holds 90 in 100.
  const stop = area.getByRole('status').filter({ hasText: 'Prove the part, then change it.' });
  for (let step = 0; step < 25 && !(await stop.isVisible()); step++) {
    const entries = await job.count();
    const first = area.locator('article[data-test]').first();
    const test_ = (await first.getAttribute('data-test')) ?? '';
    await first.getByRole('button', { name: 'Take' }).click();
    const [kind = '', ...rest] = test_.split(' ');
    if (kind === 'reading' || kind === 'function' || kind === 'proof') await expect(job.entry()).not.toHaveValue('');
    if (kind === 'reading') {
      const line = await job.entry().inputValue();
      await job.entry().fill(line + (truth.readings[rest[0] ?? ''] ?? 'dead'));
      await job.entry().press('Enter');
    } else if (kind === 'function') {
      const line = (await job.entry().inputValue()).trim();
      const name = Object.keys(truth.functions).find((n) => n.toLowerCase() === line);
      await job.entry().fill(`${line} ${name ? truth.functions[name] : 'works'}`);
      await job.entry().press('Enter');
    } else if (kind === 'tap') {
      await job.entry().fill(`tap ${rest[0]} steady`);
      await job.entry().press('Enter');
    } else if (kind === 'proof') {
      await job.entry().fill(`proof ${rest[0]} ${rest[0] === 'FL1' ? 'bad' : 'good'}`);
      await job.entry().press('Enter');
    } else if (kind === 'inspect') {
      await area.getByRole('button', { name: 'All looks clean' }).click();
      await job.open('Trace');
    } else {
      // A signal put in after the open filter is heard; a control line held from outside changes nothing.
      await area.getByRole('button', { name: kind === 'injection' ? 'works' : 'dead', exact: true }).click();
    }
    await expect.poll(() => job.count()).toBeGreaterThan(entries);
    await page.waitForTimeout(400);
  }
  await expect(stop).toContainText('10.695 MHz filter');
  await expect(job.section('10.695 MHz filter')).toHaveAccessibleName(/prime, (over )?9\d in 100/);

  await job.open('Parts');
  await area.getByRole('button', { name: 'FL1 measured bad' }).click();
  await area.getByLabel('Designator').fill('FL1');
  await area.getByLabel('New part').fill('10.695 MHz filter');
  await area.getByLabel('Why').fill('no signal passes');
  await area.getByLabel('Proof').fill('over 40 dB loss out of circuit');
  await expect(area.getByLabel('Price each')).toHaveValue('5.20');
  await area.getByRole('button', { name: 'Record the part' }).click();

  // The re-test list appears with all that had failed.
  await expect(job.heading('Repair')).toBeVisible();
  await area.getByRole('button', { name: 'Receive AM works now' }).click();
  await area.getByRole('button', { name: 'Receive FM works now' }).click();
  for (let left = 0; left < 30; left++) {
    const again = area
      .getByRole('listitem')
      .filter({ has: page.getByRole('button', { name: /^Read again|works now$/ }) })
      .filter({ hasNotText: 'passes' });
    if ((await again.count()) === 0) break;
    const next = again.first();
    const read = next.getByRole('button', { name: /^Read again/ });
    if (await read.count()) {
      const point = (await next.getAttribute('data-retest')) ?? '';
      await read.click();
      await expect(job.entry()).not.toHaveValue('');
      const healthy: Record<string, string> = {
        TP14: '-43.0dBm',
        TP15: '-30.0dBm',
        TP16: '-36.0dBm',
        TP17: '-6.0dBm',
        TP18: '0.10v',
        TP19: '0.13v',
        TP20: '0.09v',
        TP21: '0.50v',
      };
      const line = await job.entry().inputValue();
      // The tuning voltage and the oscillator follow the channel.
      const byChannel: Record<string, string> = { 'TP7 1': '2.00v', 'TP7 40': '4.20v', 'TP5 1': '16.2700M', 'TP5 40': '16.7100M' };
      const channel = /ch(\d+)/.exec(line)?.[1] ?? '';
      await job.entry().fill(line + (byChannel[`${point} ${channel}`] ?? healthy[point] ?? truth.readings[point] ?? ''));
      await job.entry().press('Enter');
    } else await next.getByRole('button', { name: /works now$/ }).click();
    await page.waitForTimeout(300);
  }
  await expect(job.stage('Repair')).toContainText('re-test passed');

  await job.open('Test');
  await area.getByRole('button', { name: /^Take: Carrier power AM, ch 19/ }).click();
  await expect(job.entry()).toHaveValue('pwr ch19 am keyed ');
  await job.entry().pressSequentially('3.7w');
  await expect(page.getByText('Should be 3.4–4 W.', { exact: false })).toBeVisible();
  await job.entry().press('Enter');
  await expect(area.getByRole('row').filter({ hasText: 'Carrier power AMch 19' })).toContainText('3.7 W');

  await job.open('Hand back');
  await area.getByRole('radio', { name: 'Watch for' }).click();
  await area.getByLabel('Remark', { exact: true }).fill('<b>filter</b> of an old batch');
  await area.getByRole('button', { name: 'Add' }).click();
  const pdf = await job.download('Sheet as PDF');
  const text = await pdfText(await pdf.path());
  for (const words of [
    'Receives nothing on any channel, transmits',
    'FL1 replaced',
    'over 40 dB loss out of circuit',
    '<b>filter</b> of an old batch',
    'Carrier power AM',
    '3.7 W in',
    'Price',
    'Cautions',
    'dummy load',
  ])
    expect(text).toContain(words);
  await area.getByLabel('Why it goes back all the same').fill('the other tests are done with the owner');
  await area.getByRole('button', { name: 'Hand back', exact: true }).click();
  await expect(area.getByRole('button', { name: 'Handed back' })).toBeVisible();

  const before = await storedJob(page, jobId);
  const zip = await job.download('Job as a file');
  const path = await zip.path();
  const files = unzipSync(new Uint8Array(await readFile(path)));
  expect(Object.keys(files).sort()).toEqual(['job.json', 'manifest.json', 'readings.csv', expect.stringMatching(/^sheets\/.+\.pdf$/)]);
  expect(JSON.parse(strFromU8(files['job.json'] ?? new Uint8Array()))).toMatchObject({
    format: 'amber-relay-job',
    version: 11,
    job: { id: jobId },
  });
  expect(strFromU8(files['readings.csv'] ?? new Uint8Array())).toContain('power-am');

  await newMachine(page);
  await page.goto('/archive');
  await page.getByLabel('Archive file').setInputFiles(path);
  await expect(page.getByText(/would change this/)).toBeVisible();
  await page.getByRole('button', { name: 'Import', exact: true }).click();
  await expect(page).toHaveURL(new RegExp(jobId));
  await expect(job.heading('Book in')).toBeVisible();
  // Its money keeps the currency of the shop that wrote it.
  expect(await storedJob(page, jobId)).toEqual({ ...before, job: { ...before.job, currency: 'Mk' } });
});
