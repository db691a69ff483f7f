import { writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { expect, test } from '@playwright/test';
import { openJob } from '../pages/demo';
import { JobPage } from '../pages/job-page';
import { hiss, sine, wavFile } from '../pages/recording';

/** A tone of 0.3 with hiss that makes 12 dB of it. */
const [tonePeak, trueSinadDb] = [0.3, 12];
const hissRms = Math.sqrt(tonePeak ** 2 / 2 / (10 ** (trueSinadDb / 10) - 1));
const heard = (t: number): number => tonePeak * sine(1000)(t) + hissRms * hiss(t);
const capture = join(tmpdir(), 'amber-relay-capture.wav');
writeFileSync(capture, wavFile(48_000, 10, heard));

test.use({
  launchOptions: async ({ launchOptions }, use) =>
    use({
      ...launchOptions,
      args: [
        ...(launchOptions.args ?? []),
        '--use-fake-ui-for-media-stream',
        '--use-fake-device-for-media-stream',
        `--use-file-for-fake-audio-capture=${capture}`,
      ],
    }),
});

test('is heard live: SINAD within 0.3 dB, kept, and on the sheet', async ({ page }) => {
  await openJob(page, 419, 'test/sound');
  const job = new JobPage(page);
  const area = job.area();
  await area.getByRole('button', { name: 'Listen' }).click();
  const sinad = area.locator('[data-sinad]');
  await expect(sinad).toHaveText(/^\d+\.\d dB$/);
  // The file begins anew each ten seconds: where it is joined, the tone jumps.
  await expect.poll(async () => Math.abs(Number.parseFloat(await sinad.innerText()) - trueSinadDb), { intervals: [100] }).toBeLessThan(0.3);
  await area.getByRole('button', { name: 'Take it' }).click();
  const told = area.locator('[data-recorded="sinad"]');
  await expect(told).toContainText(/1[12]\.\d dB ± 0\.3 dB/);
  const entries = await job.count();
  await area.getByRole('button', { name: 'Keep', exact: true }).click();
  await expect.poll(() => job.count()).toBeGreaterThan(entries);
  await area.getByRole('button', { name: 'Stop' }).click();
  // The same meter on a file.
  await area.locator('input[type=file]').setInputFiles({ name: 'sound.wav', mimeType: 'audio/wav', buffer: wavFile(16_000, 3, heard) });
  await expect(told).toContainText(/1[12]\.\d dB ± 0\.3 dB/);
  await job.open('Hand back');
  const sheet = page.locator('app-paper-view');
  await expect(sheet.getByRole('heading', { name: /^Recorded: Sound/ })).toBeVisible();
  await expect(sheet.getByRole('row').filter({ hasText: 'SINAD' }).last()).toContainText(/1[12]\.\d dB ± 0\.3 dB/);
});
