import { strToU8 } from 'fflate';
import * as z from 'zod';
import { cardSchema } from '../card/card-schema';
import { readCard } from '../card/read-card';
import { CoreError } from '../errors/core-error';
import { formatVersion, upDocument } from '../format';
import { plainIssue } from '../errors/plain-issue';
import { attachmentSchema, customerSchema, jobSchema, radioSetSchema } from '../job/records';
import { tapeEntrySchema } from '../tape';
import { bytesOf, type Bytes, type Progress, type Write } from './bytes';
import { readingsCsv } from './readings-csv';
import { jsonFile, seal, unseal, type Sealed } from './sealed-zip';
import { sheetEntries, sheetsHold, sheetsOf, sheetsPartSchema, type SheetsWithFiles } from './sheets-part';

export const jobArchiveFormat = 'amber-relay-job';

export const jobArchiveSchema = sheetsPartSchema.extend({
  format: z.literal(jobArchiveFormat),
  version: z.literal(formatVersion),
  job: jobSchema,
  customer: customerSchema,
  set: radioSetSchema,
  card: cardSchema.optional(),
  tape: z.array(tapeEntrySchema),
  attachments: z.array(attachmentSchema),
});
const holds = {
  ...sheetsHold,
  job: 'jobs',
  customer: 'customers',
  set: 'sets',
  card: 'cards',
  tape: 'tape',
  attachments: 'attachments',
} as const;
/** One job with all that belongs to it. */
export type JobArchive = Omit<z.infer<typeof jobArchiveSchema>, 'format' | 'version'>;
export interface JobArchiveWithFiles extends JobArchive, SheetsWithFiles {
  /** Bytes of each attachment by its id. */
  readonly blobs: Readonly<Record<string, Uint8Array>>;
}

/** Name of an attachment within the zip: its id, and the ending of its name when that is harmless. */
export const blobName = (attachment: { id: string; name: string }): string => {
  const ending = /\.[a-z0-9]{1,5}$/i.exec(attachment.name)?.[0].toLowerCase() ?? '';
  return `files/${attachment.id}${ending}`;
};

/** The first fault of a schema as an error that names the file and the field. */
export function firstIssue(file: string, error: z.ZodError): CoreError {
  const { path, message } = plainIssue(error);
  return new CoreError(
    'broken-archive',
    path ? `${file}: ${path}` : file,
    message,
    'Choose another copy of the file; nothing was changed.',
  );
}

/** Packs a job: `job.json`, `readings.csv` and its files under one seal, written as it is made. */
export function packJob(
  { blobs, sheetBlobs, ...data }: JobArchiveWithFiles,
  madeAt: string,
  write: Write,
  progress?: Progress,
): Promise<void> {
  const record = { format: jobArchiveFormat, version: formatVersion, ...data };
  const files: Record<string, Uint8Array | Bytes> = {
    'job.json': strToU8(JSON.stringify(record, null, 1)),
    'readings.csv': strToU8(readingsCsv(data.tape)),
    ...sheetEntries({ sheetFiles: data.sheetFiles, sheetBlobs }),
  };
  for (const attachment of data.attachments) {
    const bytes = blobs[attachment.id];
    if (bytes) files[blobName(attachment)] = bytes;
  }
  return seal(jobArchiveFormat, formatVersion, madeAt, files, write, progress);
}

/** Takes attachments' bytes out of the opened files; each listed one must be there. */
export async function blobsOf(
  attachments: readonly { id: string; name: string }[],
  files: Sealed['files'],
): Promise<Record<string, Uint8Array>> {
  const blobs: Record<string, Uint8Array> = {};
  for (const attachment of attachments) {
    const bytes = files[blobName(attachment)];
    if (!bytes)
      throw new CoreError(
        'broken-archive',
        blobName(attachment),
        `The picture "${attachment.name}" is missing.`,
        'Choose another copy of the file; nothing was changed.',
      );
    blobs[attachment.id] = await bytesOf(bytes);
  }
  return blobs;
}

/**
 * Opens a job archive and checks all of it, references included, before returning anything.
 * @throws CoreError naming the file and field at fault; nothing is half read.
 */
export const unpackJob = async (zip: Bytes): Promise<JobArchiveWithFiles> => readJob(await unseal(zip));

export async function readJob({ manifest, files }: Sealed): Promise<JobArchiveWithFiles> {
  if (manifest.format !== jobArchiveFormat)
    throw new CoreError(
      'broken-archive',
      'manifest.json: format',
      `This is a "${manifest.format}", not a job archive.`,
      'Choose a job archive; nothing was changed.',
    );
  const parsed = jobArchiveSchema.safeParse(upDocument(await jsonFile(files, 'job.json'), 'job.json', holds).document);
  if (!parsed.success) throw firstIssue('job.json', parsed.error);
  const { format: _f, version: _v, ...data } = parsed.data;
  const refuse = (field: string, message: string): never => {
    throw new CoreError('broken-archive', `job.json: ${field}`, message, 'Choose another copy of the file; nothing was changed.');
  };
  if (data.job.setId !== data.set.id) refuse('job.setId', 'The job belongs to another set.');
  if (data.job.customerId !== data.customer.id) refuse('job.customerId', 'The job belongs to another customer.');
  data.tape.forEach((entry, i) => {
    if (entry.jobId !== data.job.id) refuse(`tape.${i}.jobId`, 'The entry belongs to another job.');
  });
  if (new Set(data.tape.map((entry) => entry.id)).size !== data.tape.length) refuse('tape', 'An entry is there twice.');
  data.attachments.forEach((attachment, i) => {
    if (attachment.jobId !== data.job.id) refuse(`attachments.${i}.jobId`, 'The picture belongs to another job.');
  });
  if (new Set(data.attachments.map(({ id }) => id)).size !== data.attachments.length) refuse('attachments', 'A picture is there twice.');
  if (data.card) readCard(data.card);
  return { ...data, ...sheetsOf(data, files, 'job.json'), blobs: await blobsOf(data.attachments, files) };
}
