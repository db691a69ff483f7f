import { strFromU8, strToU8 } from 'fflate';
import * as z from 'zod';
import { cardSchema } from '../card/card-schema';
import { readCard } from '../card/read-card';
import { CoreError } from '../errors/core-error';
import { formatVersion, upDocument, upRecord } from '../format';
import { attachmentSchema, customerSchema, jobSchema, radioSetSchema, shopSettingsSchema, stockItemSchema } from '../job/records';
import { orderSchema, supplierSchema } from '../orders';
import { tapeEntrySchema, type TapeEntry } from '../tape';
import { instrumentSchema } from '../measure/instrument';
import { lessonSchema } from '../practice/lesson';
import { practiceSchema } from '../practice/practice-records';
import { bytesOf, type Bytes, type Progress, type Write } from './bytes';
import { blobName, blobsOf, firstIssue } from './job-archive';
import { jsonFile, seal, unseal, type Sealed } from './sealed-zip';
import { sheetEntries, sheetsHold, sheetsOf, sheetsPartSchema, type SheetsWithFiles } from './sheets-part';

export const shopArchiveFormat = 'amber-relay-shop';

export const shopTablesSchema = sheetsPartSchema.extend({
  format: z.literal(shopArchiveFormat),
  version: z.literal(formatVersion),
  /** The bench that made it. */
  bench: z.string().optional(),
  settings: shopSettingsSchema,
  customers: z.array(customerSchema),
  sets: z.array(radioSetSchema),
  jobs: z.array(jobSchema),
  cards: z.array(cardSchema),
  stock: z.array(stockItemSchema),
  instruments: z.array(instrumentSchema),
  suppliers: z.array(supplierSchema).default([]),
  orders: z.array(orderSchema).default([]),
  practice: z.array(practiceSchema).default([]),
  lessons: z.array(lessonSchema).default([]),
  attachments: z.array(attachmentSchema),
});
const holds = {
  ...sheetsHold,
  settings: 'settings',
  customers: 'customers',
  sets: 'sets',
  jobs: 'jobs',
  cards: 'cards',
  stock: 'stock',
  instruments: 'instruments',
  suppliers: 'suppliers',
  orders: 'orders',
  practice: 'practice',
  lessons: 'lessons',
  attachments: 'attachments',
} as const;
/** All that a shop keeps. */
export type ShopArchive = Omit<z.infer<typeof shopTablesSchema>, 'format' | 'version'> &
  SheetsWithFiles & {
    readonly tape: readonly TapeEntry[];
    readonly blobs: Readonly<Record<string, Uint8Array>>;
  };

const tapeName = 'tape.ndjson';

/** Packs a shop: small tables in `shop.json`, the tape one entry a line, files beside them, under one seal, written as it is made. */
export function packShop(
  { tape, blobs, sheetBlobs, ...tables }: ShopArchive,
  madeAt: string,
  write: Write,
  progress?: Progress,
): Promise<void> {
  const files: Record<string, Uint8Array | Bytes> = {
    'shop.json': strToU8(JSON.stringify({ format: shopArchiveFormat, version: formatVersion, ...tables }, null, 1)),
    [tapeName]: strToU8(tape.map((entry) => JSON.stringify(entry)).join('\n')),
    ...sheetEntries({ sheetFiles: tables.sheetFiles, sheetBlobs }),
  };
  for (const attachment of tables.attachments) {
    const bytes = blobs[attachment.id];
    if (bytes) files[blobName(attachment)] = bytes;
  }
  return seal(shopArchiveFormat, formatVersion, madeAt, files, write, progress);
}

/**
 * Checks that every id stands for one thing and that all that is referred to is there, so that nothing is shown as fine which the store
 * would refuse, or show as nothing.
 */
function checkShop(tables: Omit<z.infer<typeof shopTablesSchema>, 'format' | 'version'>, tape: readonly TapeEntry[]): void {
  const refuse = (path: string, message: string): never => {
    throw new CoreError('broken-archive', path, message, 'Choose another copy of the file; nothing was changed.');
  };
  const idsOf = (name: string, rows: readonly { readonly id: string }[]): Set<string> => {
    const ids = new Set<string>();
    rows.forEach(({ id }, i) => {
      if (ids.has(id)) refuse(`shop.json: ${name}.${i}`, 'It has the id of another, and an id stands for one thing.');
      ids.add(id);
    });
    return ids;
  };
  const known = {
    customers: idsOf('customers', tables.customers),
    sets: idsOf('sets', tables.sets),
    jobs: idsOf('jobs', tables.jobs),
    attachments: idsOf('attachments', tables.attachments),
  };
  for (const name of [
    'cards',
    'stock',
    'instruments',
    'suppliers',
    'orders',
    'practice',
    'lessons',
    'sheetFiles',
    'sheets',
    'places',
  ] as const)
    idsOf(name, tables[name]);
  const numbers = new Set(tables.jobs.map(({ number }) => number));
  if (numbers.size !== tables.jobs.length) refuse('shop.json: jobs', 'Two jobs have the same number.');
  if (new Set(tables.orders.map(({ number }) => number)).size !== tables.orders.length)
    refuse('shop.json: orders', 'Two orders have the same number.');
  const entries = new Set<string>();
  const places = new Set<string>();
  tape.forEach(({ id, jobId, seq }, i) => {
    const place = `${jobId} ${seq}`;
    if (entries.has(id)) refuse(`${tapeName} line ${i + 1}`, 'An entry of this id is there twice.');
    if (places.has(place)) refuse(`${tapeName} line ${i + 1}`, 'Two entries stand in the same place of a tape.');
    entries.add(id);
    places.add(place);
  });
  const mustHave = (ids: ReadonlySet<string>, id: string, path: string, what: string): void => {
    if (!ids.has(id)) refuse(path, `It belongs to ${what} that is not in the file.`);
  };
  tables.sets.forEach(({ customerId }, i) => mustHave(known.customers, customerId, `shop.json: sets.${i}.customerId`, 'an owner'));
  tables.jobs.forEach(({ setId, customerId }, i) => {
    mustHave(known.sets, setId, `shop.json: jobs.${i}.setId`, 'a set');
    mustHave(known.customers, customerId, `shop.json: jobs.${i}.customerId`, 'an owner');
  });
  tables.attachments.forEach(({ jobId }, i) => mustHave(known.jobs, jobId, `shop.json: attachments.${i}.jobId`, 'a job'));
}

/** Opens a shop archive and checks all of it before returning anything; a fault in the tape is named by its line. */
export const unpackShop = async (zip: Bytes): Promise<ShopArchive> => readShop(await unseal(zip));

export async function readShop({ manifest, files }: Sealed): Promise<ShopArchive> {
  if (manifest.format !== shopArchiveFormat)
    throw new CoreError(
      'broken-archive',
      'manifest.json: format',
      `This is a "${manifest.format}", not a shop archive.`,
      'Choose a shop archive; nothing was changed.',
    );
  const { document, from } = upDocument(await jsonFile(files, 'shop.json'), 'shop.json', holds);
  const parsed = shopTablesSchema.safeParse(document);
  if (!parsed.success) throw firstIssue('shop.json', parsed.error);
  const { format: _f, version: _v, ...tables } = parsed.data;
  tables.cards.forEach(readCard);
  const jobs = new Set(tables.jobs.map((job) => job.id));
  const written = files[tapeName];
  const lines = written ? strFromU8(await bytesOf(written)).split('\n') : [];
  const tape = lines.flatMap((line, i) => {
    if (line.trim() === '') return [];
    const place = `${tapeName} line ${i + 1}`;
    let data: unknown;
    try {
      data = JSON.parse(line);
    } catch {
      throw new CoreError('broken-archive', place, 'It cannot be read.', 'Choose another copy of the file; nothing was changed.');
    }
    const entry = tapeEntrySchema.safeParse(upRecord('tape', data, from));
    if (!entry.success) throw firstIssue(place, entry.error);
    if (!jobs.has(entry.data.jobId))
      throw new CoreError(
        'broken-archive',
        place,
        'It belongs to no job of this shop.',
        'Choose another copy of the file; nothing was changed.',
      );
    return [entry.data];
  });
  checkShop(tables, tape);
  return { ...tables, ...sheetsOf(tables, files, 'shop.json'), tape, blobs: await blobsOf(tables.attachments, files) };
}
