import { strToU8 } from 'fflate';
import * as z from 'zod';
import { cardSchema, type Card } from '../card/card-schema';
import { readCard } from '../card/read-card';
import { CoreError } from '../errors/core-error';
import { formatVersion, upDocument } from '../format';
import { firstIssue } from './job-archive';
import type { Bytes, Progress, Write } from './bytes';
import { jsonFile, seal, unseal, type Sealed } from './sealed-zip';
import { sheetEntries, sheetsHold, sheetsOf, sheetsPartSchema, type SheetsWithFiles } from './sheets-part';

export const cardArchiveFormat = 'amber-relay-cards';

export const cardArchiveSchema = sheetsPartSchema.extend({
  format: z.literal(cardArchiveFormat),
  version: z.literal(formatVersion),
  cards: z.array(cardSchema).min(1),
});

/** One card or several with their sheets, pins and index. */
export interface CardArchive extends SheetsWithFiles {
  readonly cards: readonly Card[];
}

/** Packs cards with their sheets: `cards.json` and the files under one seal. */
export function packCards({ sheetBlobs, ...data }: CardArchive, madeAt: string, write: Write, progress?: Progress): Promise<void> {
  const record = { format: cardArchiveFormat, version: formatVersion, ...data };
  const files = { 'cards.json': strToU8(JSON.stringify(record, null, 1)), ...sheetEntries({ sheetFiles: data.sheetFiles, sheetBlobs }) };
  return seal(cardArchiveFormat, formatVersion, madeAt, files, write, progress);
}

/**
 * Opens an archive of cards and checks all of it before returning anything.
 * @throws CoreError naming the file and field at fault.
 */
export const unpackCards = async (zip: Bytes): Promise<CardArchive> => readCards(await unseal(zip));

export async function readCards({ manifest, files }: Sealed): Promise<CardArchive> {
  if (manifest.format !== cardArchiveFormat)
    throw new CoreError(
      'broken-archive',
      'manifest.json: format',
      `This is a "${manifest.format}", not an archive of cards.`,
      'Choose an archive of cards; nothing was changed.',
    );
  const parsed = cardArchiveSchema.safeParse(
    upDocument(await jsonFile(files, 'cards.json'), 'cards.json', { ...sheetsHold, cards: 'cards' }).document,
  );
  if (!parsed.success) throw firstIssue('cards.json', parsed.error);
  const { cards, ...part } = parsed.data;
  cards.forEach(readCard);
  return { cards, ...sheetsOf({ sheetFiles: part.sheetFiles, sheets: part.sheets, places: part.places }, files, 'cards.json') };
}
