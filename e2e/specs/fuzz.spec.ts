import { expect, test } from '@playwright/test';
import { readFile } from 'node:fs/promises';
import { fuzzPage } from '../../scripts/fuzz/fuzz-intake';
import { openJob } from '../pages/demo';
import { JobPage } from '../pages/job-page';

test('damaged and hostile drawings, PDFs and archives leave nothing in half, and nothing of them runs', async ({ page, baseURL }) => {
  await openJob(page, 401, 'hand-back');
  const job = new Uint8Array(await readFile(await (await new JobPage(page).download('Job as a file')).path()));
  const { mutants, taken, refused, ...bad } = await fuzzPage(page, baseURL ?? '', 48, 11, job);
  expect(bad).toEqual({ crashes: [], hangs: [], halfWrites: [], scriptsRun: 0 });
  expect(mutants).toBe(48);
  expect(Math.min(taken, refused)).toBeGreaterThan(5);
});
