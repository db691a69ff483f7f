import {
  packCards,
  packJob,
  packShop,
  unpackCards,
  unpackJob,
  unpackShop,
  type CardArchive,
  type JobArchiveWithFiles,
  type ShopArchive,
} from '@amber-relay/core/archive';
import { attempt, type CoreError, type Outcome } from '@amber-relay/core/errors';
import { expose, transfer } from 'comlink';
import { config } from 'zod';

config({ jitless: true });

/** An error as plain data: a thrown one would lose its code, path and remedy on the way. */
type Sent<T> =
  | { readonly ok: true; readonly value: T }
  | { readonly ok: false; readonly failure: Pick<CoreError, 'code' | 'path' | 'message' | 'remedy'> };
const sent = <T>(outcome: Outcome<T>): Sent<T> => {
  if (outcome.ok) return outcome;
  const { code, path, message, remedy } = outcome.failure;
  return { ok: false, failure: { code, path, message, remedy } };
};

const api = {
  packJob: (archive: JobArchiveWithFiles, at: string): Uint8Array => {
    const zip = packJob(archive, at);
    return transfer(zip, [zip.buffer]);
  },
  packShop: (archive: ShopArchive, at: string): Uint8Array => {
    const zip = packShop(archive, at);
    return transfer(zip, [zip.buffer]);
  },
  packCards: (archive: CardArchive, at: string): Uint8Array => {
    const zip = packCards(archive, at);
    return transfer(zip, [zip.buffer]);
  },
  unpackCards: (zip: Uint8Array): Sent<CardArchive> => sent(attempt(() => unpackCards(zip))),
  unpackJob: (zip: Uint8Array): Sent<JobArchiveWithFiles> => sent(attempt(() => unpackJob(zip))),
  unpackShop: (zip: Uint8Array): Sent<ShopArchive> => sent(attempt(() => unpackShop(zip))),
};
expose(api);
export type ArchiveApi = typeof api;
