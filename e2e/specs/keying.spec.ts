import { expect, test } from '@playwright/test';
import { openJob } from '../pages/demo';
import { JobPage } from '../pages/job-page';
import { hiss, sine, wavFile } from '../pages/recording';

/** What a receiver records whose clock is fast by 10 ppm, of a carrier with FM and a tone under the voice. */
function iq(tunedHz: number, carrierHz: number, over: { devHz: number; swapped?: boolean }): Buffer {
  const offset = carrierHz / (1 + 10e-6) - tunedHz;
  const phase = (t: number): number => 2 * Math.PI * offset * t + (over.devHz / 1000) * sine(1000)(t) + (over.devHz ? 4 * sine(100)(t) : 0);
  const ramp = (t: number): number => Math.max(0, Math.min(1, (t - 0.4) / 0.004, (2 - t) / 0.004));
  const i = (t: number): number => 0.4 * ramp(t) * Math.cos(phase(t)) + 0.001 * hiss(t);
  const q = (t: number): number => 0.4 * ramp(t) * Math.sin(phase(t)) + 0.001 * hiss(t + 0.3);
  return over.swapped ? wavFile(96_000, 2.4, q, i) : wavFile(96_000, 2.4, i, q);
}

test('one keying gives its verdicts from a recording, with the receiver set by a reference', async ({ page }) => {
  await openJob(page, 419, 'test/keying');
  const job = new JobPage(page);
  const area = job.area();
  await job.entry().fill('ch19 fm');
  await job.entry().press('Enter');
  await expect(area.getByLabel('The carrier should be at')).toHaveValue('27.185 MHz');
  await expect(area.getByLabel('Channels apart')).toHaveValue('10 kHz');
  await expect(area.getByText('receiver not set against a reference, ±30 ppm')).toBeVisible();

  // A reference first: its day is kept with the receiver.
  const open = (name: string, buffer: Buffer): Promise<void> =>
    area.locator('input[type=file]').setInputFiles({ name, mimeType: 'audio/wav', buffer });
  await area.getByLabel('It was tuned to').fill('9.98');
  await area.getByLabel('It was tuned to').press('Tab');
  await open('reference.wav', iq(9_980_000, 10_000_000, { devHz: 0 }));
  await area.getByLabel('It was no set but a reference, of').fill('10 MHz');
  await area.getByLabel('Which one').fill('the bench standard');
  await area.getByRole('button', { name: 'Set the receiver by it' }).click();
  await expect(area.getByText(/its clock is \+10\.?0? ppm off/)).toBeVisible();
  await expect(area.getByText(/receiver set against the bench standard of 10 MHz on .*, ±0\.[67]\d? ppm/)).toBeVisible();

  // The two channels the wrong way round are told, and put right with one press.
  await area.getByLabel('It was tuned to').fill('27.17 MHz');
  await area.getByLabel('It was tuned to').press('Tab');
  await open('over.wav', iq(27_170_000, 27_185_120, { devHz: 1700, swapped: true }));
  await expect(area.getByText('I and Q seem to be swapped', { exact: false })).toBeVisible();
  await area.getByRole('button', { name: 'I and Q swapped' }).click();
  const row = (what: string) => area.locator(`[data-recorded="${what}"]`);
  await expect(row('carrier')).toContainText(/\+1[0-3]\d Hz ± \d\d Hz/);
  await expect(area.getByText('I and Q seem to be swapped', { exact: false })).toBeHidden();
  await expect(row('deviation')).toContainText(/2\.[01]\d* kHz/);
  await expect(row('tone')).toContainText('1.0000 kHz');
  await expect(row('sub-tone')).toContainText('100');
  await expect(row('distortion')).toContainText('%');
  await expect(row('bandwidth')).toContainText('kHz');
  await expect(row('power-end')).toContainText('dB');
  await expect(row('rise')).toContainText('3.');
  await expect(row('turn-on')).toContainText('Hz');
  await expect(area.getByText(/It cannot tell absolute power/)).toBeVisible();
  await expect(row('carrier').getByText('in', { exact: true })).toBeVisible();
  await expect(row('deviation').getByText('high', { exact: true })).toBeVisible();
  const entries = await job.count();
  await area.getByRole('button', { name: 'Keep', exact: true }).click();
  await expect.poll(() => job.count()).toBe(entries + 3);
  await job.open('Hand back');
  const sheet = page.locator('app-paper-view');
  const recorded = sheet.getByRole('row').filter({ hasText: 'carrier off' });
  await expect(sheet.getByRole('heading', { name: /^Recorded: Transmission, .*FM/ })).toBeVisible();
  await expect(recorded).toContainText(/\+1\d\d Hz ± \d\d Hz/);
  await expect(sheet.getByText(/receiver set against the bench standard/)).toBeVisible();
  await expect(sheet.getByRole('img', { name: /spectrum about the carrier/ })).toBeVisible();

  // What is no recording of I and Q is said plainly, and a file that was broken off is read as far as it goes.
  await page.goBack();
  await open('sound.wav', wavFile(8000, 1, sine(1000)));
  await expect(area.getByText('The file has one channel', { exact: false })).toBeVisible();
  await open('torn.wav', iq(27_170_000, 27_185_120, { devHz: 1700 }).subarray(0, 96_000 * 4));
  await expect(area.getByText('The file is cut short', { exact: false })).toBeVisible();
  await expect(row('deviation')).toBeVisible();
});

test('an input that is not allowed is said, and a recording is taken instead', async ({ page }) => {
  await openJob(page, 419, 'test/sound');
  const area = new JobPage(page).area();
  await area.getByRole('button', { name: 'Listen' }).click();
  await expect(area.getByRole('alert')).toContainText('A recording can be taken instead');
  await expect(area.getByRole('button', { name: 'Listen' })).toBeEnabled();
});
