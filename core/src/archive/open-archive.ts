import { CoreError } from '../errors/core-error';
import type { Bytes, Progress } from './bytes';
import { cardArchiveFormat, readCards, type CardArchive } from './card-archive';
import { jobArchiveFormat, readJob, type JobArchiveWithFiles } from './job-archive';
import { unseal } from './sealed-zip';
import { readShop, shopArchiveFormat, type ShopArchive } from './shop-archive';

export type OpenedArchive =
  | { readonly kind: 'job'; readonly archive: JobArchiveWithFiles }
  | { readonly kind: 'shop'; readonly archive: ShopArchive }
  | { readonly kind: 'cards'; readonly archive: CardArchive };

/**
 * Opens an archive of whatever kind, and checks all of it before returning anything.
 * @throws CoreError naming the file and field at fault.
 */
export async function openArchive(zip: Bytes, progress?: Progress): Promise<OpenedArchive> {
  const sealed = await unseal(zip, progress);
  switch (sealed.manifest.format) {
    case jobArchiveFormat:
      return { kind: 'job', archive: await readJob(sealed) };
    case shopArchiveFormat:
      return { kind: 'shop', archive: await readShop(sealed) };
    case cardArchiveFormat:
      return { kind: 'cards', archive: await readCards(sealed) };
    default:
      throw new CoreError(
        'broken-archive',
        'manifest.json: format',
        `This is a "${sealed.manifest.format}", not an archive of a job, a shop or cards.`,
        'Choose an archive of this program; nothing was changed.',
      );
  }
}
