import { expect, type Page } from '@playwright/test';
import { demoDatabase } from './database';

/** Opens the demo shop and waits until its first screen can be used. */
export async function openDemo(page: Page, path = '/day'): Promise<void> {
  await page.goto('/day');
  await expect(page.getByText(/\d+ in hand/)).toBeVisible();
  if (path !== '/day') await page.goto(path);
  await expect(page.getByRole('heading', { level: 1 }).first()).toBeVisible();
}

/** Id of a demo job by its number. */
export async function jobIdOf(page: Page, number: number): Promise<string> {
  const id = await page.evaluate(
    async ([wanted, name]) => {
      const done = <T>(request: IDBRequest<T>): Promise<T> =>
        new Promise((resolve, reject) => {
          request.onsuccess = () => resolve(request.result);
          request.onerror = () => reject(request.error);
        });
      const db = await done(indexedDB.open(name));
      const jobs = (await done(db.transaction('jobs').objectStore('jobs').getAll())) as { id: string; number: number }[];
      db.close();
      return jobs.find((job) => job.number === wanted)?.id;
    },
    [number, demoDatabase] as const,
  );
  if (!id) throw new Error(`The demo shop has no job ${number}.`);
  return id;
}

/** Opens a stage of a demo job. */
export async function openJob(page: Page, number: number, stage: string): Promise<void> {
  await openDemo(page);
  await expect(page.getByRole('heading', { name: 'Do now, in this order' })).toBeVisible();
  await page.goto(`/job/${await jobIdOf(page, number)}/${stage}`);
  await expect(page.getByRole('log', { name: 'Entries of the tape' })).toBeVisible();
}

/** Collects what the page complains of: errors, and breaches of the security policy. */
export function complaints(page: Page): string[] {
  const list: string[] = [];
  page.on('pageerror', (error) => list.push(error.message));
  page.on('console', (message) => {
    if (message.type() === 'error') list.push(message.text());
  });
  return list;
}
