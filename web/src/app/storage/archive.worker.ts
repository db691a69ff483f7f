import {
  openArchive,
  packCards,
  packJob,
  packShop,
  type CardArchive,
  type JobArchiveWithFiles,
  type OpenedArchive,
  type Progress,
  type SheetsWithFiles,
  type ShopArchive,
  type Write,
} from '@amber-relay/core/archive';
import { attemptLater, type CoreError } from '@amber-relay/core/errors';
import { expose } from 'comlink';
import { config } from 'zod';

config({ jitless: true });

/** An error as plain data: a thrown one would lose its code, path and remedy on the way. */
export type Sent<T> =
  | { readonly ok: true; readonly value: T }
  | { readonly ok: false; readonly failure: Pick<CoreError, 'code' | 'path' | 'message' | 'remedy'> };

async function sent<T>(act: () => Promise<T>): Promise<Sent<T>> {
  const outcome = await attemptLater(act);
  if (outcome.ok) return outcome;
  const { code, path, message, remedy } = outcome.failure;
  return { ok: false, failure: { code, path, message, remedy } };
}

const handedOver = 8_000_000;

/** Gathers what is written as a Blob. The browser takes over each few MB of it, and may put them on the disk. */
async function asBlob(make: (write: Write) => Promise<void>): Promise<Blob> {
  const done: Blob[] = [];
  let parts: BlobPart[] = [];
  let size = 0;
  const handOver = (): void => {
    done.push(new Blob(parts));
    [parts, size] = [[], 0];
  };
  await make((part) => {
    parts.push(part as Uint8Array<ArrayBuffer>);
    size += part.length;
    if (size > handedOver) handOver();
  });
  handOver();
  return new Blob(done, { type: 'application/zip' });
}

/** What unfolded into memory is no Blob yet, and only a Blob goes to the page without a copy. */
async function withBlobs<T extends SheetsWithFiles>(archive: T): Promise<T> {
  const blobs: Record<string, Blob> = {};
  for (const [id, bytes] of Object.entries(archive.sheetBlobs))
    blobs[id] = bytes instanceof Blob ? bytes : new Blob([await bytes.arrayBuffer()]);
  return { ...archive, sheetBlobs: blobs };
}

/** Tells how far it is, in whole parts of a hundred, each once. */
function inPercent(tell: ((percent: number) => void) | undefined): Progress {
  let last = -1;
  return (done, total) => {
    const percent = Math.floor((100 * done) / Math.max(1, total));
    if (percent !== last) tell?.((last = percent));
  };
}
type Tell = (percent: number) => void;

const api = {
  packJob: (archive: JobArchiveWithFiles, at: string, tell: Tell) =>
    sent(() => asBlob((write) => packJob(archive, at, write, inPercent(tell)))),
  packShop: (archive: ShopArchive, at: string, tell: Tell) => sent(() => asBlob((write) => packShop(archive, at, write, inPercent(tell)))),
  packCards: (archive: CardArchive, at: string, tell: Tell) =>
    sent(() => asBlob((write) => packCards(archive, at, write, inPercent(tell)))),
  open: (zip: Blob, tell: Tell): Promise<Sent<OpenedArchive>> =>
    sent(async () => {
      const opened = await openArchive(zip, inPercent(tell));
      return { ...opened, archive: await withBlobs(opened.archive) } as OpenedArchive;
    }),
};
expose(api);
export type ArchiveApi = typeof api;
