import type { Page } from '@playwright/test';

export const demoDatabase = 'amber-relay-demo';

/** What the browser's store holds of one job: the job, its set, owner and tape. */
export interface StoredJob {
  readonly job: Record<string, unknown>;
  readonly set: unknown;
  readonly customer: unknown;
  readonly tape: unknown[];
  readonly attachments: unknown[];
}

/** Reads a job straight from the browser's store, past the program. */
export function storedJob(page: Page, jobId: string, name = demoDatabase): Promise<StoredJob> {
  return page.evaluate(
    async ([id, database]) => {
      const done = <T>(request: IDBRequest<T>): Promise<T> =>
        new Promise((resolve, reject) => {
          request.onsuccess = () => resolve(request.result);
          request.onerror = () => reject(request.error);
        });
      const db = await done(indexedDB.open(database));
      const store = (table: string): IDBObjectStore => db.transaction(table).objectStore(table);
      const job = (await done(store('jobs').get(id))) as Record<string, unknown>;
      const tape = ((await done(store('tape').getAll())) as { jobId: string; seq: number }[])
        .filter((e) => e.jobId === id)
        .sort((a, b) => a.seq - b.seq);
      const attachments = ((await done(store('attachments').getAll())) as { jobId: string }[]).filter((a) => a.jobId === id);
      const result = {
        job,
        set: await done(store('sets').get(job['setId'] as string)),
        customer: await done(store('customers').get(job['customerId'] as string)),
        tape,
        attachments,
      };
      db.close();
      return result;
    },
    [jobId, name] as const,
  );
}

/** Takes away all that a browser ever kept of the shop, as a new machine would have it: store, second copy and marks. */
export async function newMachine(page: Page, name = demoDatabase): Promise<void> {
  await deleteDatabase(page, name);
  await page.evaluate(async () => {
    localStorage.clear();
    const root = await navigator.storage.getDirectory();
    const names: string[] = [];
    for await (const one of (root as FileSystemDirectoryHandle & { keys(): AsyncIterable<string> }).keys()) names.push(one);
    for (const one of names) await root.removeEntry(one, { recursive: true });
  });
}

/** Deletes the store past the program, as a browser does that drops it. */
export async function deleteDatabase(page: Page, name = demoDatabase): Promise<void> {
  await page.goto('/icons/mark.svg');
  await page.evaluate(
    (database) =>
      new Promise<void>((resolve, reject) => {
        const request = indexedDB.deleteDatabase(database);
        request.onsuccess = () => resolve();
        request.onerror = () => reject(request.error);
        request.onblocked = () => reject(new Error('blocked'));
      }),
    name,
  );
}
