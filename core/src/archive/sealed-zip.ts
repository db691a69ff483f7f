import { sha256 } from '@noble/hashes/sha2.js';
import { bytesToHex } from '@noble/hashes/utils.js';
import { strFromU8, strToU8, Zip, ZipDeflate, ZipPassThrough } from 'fflate';
import * as z from 'zod';
import { CoreError } from '../errors/core-error';
import { plainIssue } from '../errors/plain-issue';
import { bytesOf, inMemory, piecesOf, type Bytes, type Progress, type Write } from './bytes';
import { zipContent, zipDirectory, type ZipEntry } from './zip-directory';

/**
 * A zip whose `manifest.json` lists every other file with its size and SHA-256, so that a file cut short or altered is
 * noticed before anything of it is used. The seal shows damage; it is not a signature and does not prove who wrote it.
 */
const manifestSchema = z.object({
  format: z.string(),
  version: z.number().int(),
  madeAt: z.iso.datetime(),
  files: z.record(z.string(), z.object({ bytes: z.number().int().min(0), sha256: z.string().length(64) })),
});
type Manifest = z.infer<typeof manifestSchema>;

/** What may be taken in: enough for a shop of many years, not enough to fill the machine. `unfolded` counts what must be in memory. */
export const archiveLimits = { files: 20_000, bytes: 4_000_000_000, unfolded: 1_500_000_000, ratio: 400, ratioFrom: 5_000_000 } as const;

const manifestName = 'manifest.json';
/** More than a manifest of the most files takes. */
const manifestRoom = 10_000_000;
const storedAsIs = /\.(png|jpe?g|webp|pdf)$/i;
const broken = (path: string, message: string): CoreError =>
  new CoreError('broken-archive', path, message, 'Choose another copy of the file; nothing was changed.');
const megabytes = (bytes: number): string => `${Math.round(bytes / 1e6)} MB`;

/**
 * Zips `files` under a manifest, and writes the parts of the zip as they are made: no more than a few MB of a large file
 * are in memory. Pictures and PDFs are stored as they are, text is deflated.
 *
 * @throws CoreError `too-large` when a zip cannot hold it, before anything is written.
 */
export async function seal(
  format: string,
  version: number,
  madeAt: string,
  files: Readonly<Record<string, Uint8Array | Bytes>>,
  write: Write,
  progress: Progress = () => undefined,
): Promise<void> {
  const contents = Object.entries(files).map(
    ([name, content]) => [name, content instanceof Uint8Array ? inMemory(content) : content] as const,
  );
  const total = contents.reduce((sum, [, { size }]) => sum + size, 0);
  // What is packed must open again, with its manifest.
  if (total + manifestRoom > archiveLimits.bytes || contents.length >= archiveLimits.files)
    throw new CoreError(
      'too-large',
      'the file',
      `It would hold ${megabytes(total)} in ${contents.length} files, which is more than one archive takes.`,
      'Save the sheets of the largest cards by themselves, in Cards, and take them off before the shop is packed.',
    );
  let failure: Error | undefined;
  let done = 0;
  const zip = new Zip((error, part) => {
    if (error) failure = error;
    else write(part);
  });
  const add = async (name: string, content: Bytes, tell: Progress): Promise<string> => {
    const entry = storedAsIs.test(name) ? new ZipPassThrough(name) : new ZipDeflate(name, { level: 6 });
    entry.mtime = new Date(madeAt);
    zip.add(entry);
    const hash = sha256.create();
    for await (const piece of piecesOf(content)) {
      hash.update(piece);
      entry.push(piece, false);
      done += piece.length;
      tell(done, total);
    }
    entry.push(new Uint8Array(0), true);
    if (failure) throw failure;
    return bytesToHex(hash.digest());
  };
  const manifest: Manifest = { format, version, madeAt, files: {} };
  for (const [name, content] of contents) manifest.files[name] = { bytes: content.size, sha256: await add(name, content, progress) };
  await add(manifestName, inMemory(strToU8(JSON.stringify(manifest, null, 1))), () => undefined);
  zip.end();
}

/** What a sealed zip holds, found to be as it was when it was sealed. */
export interface Sealed {
  readonly manifest: Manifest;
  readonly files: Readonly<Record<string, Bytes>>;
}

function checkProportions(entries: readonly ZipEntry[]): void {
  let [total, unfolded] = [0, 0];
  const seen = new Set<string>();
  for (const { name, deflated, packed, size } of entries) {
    total += size;
    if (deflated) unfolded += size;
    const swollen = size > archiveLimits.ratioFrom && size > packed * archiveLimits.ratio;
    if (entries.length > archiveLimits.files || total > archiveLimits.bytes || unfolded > archiveLimits.unfolded || swollen)
      throw new CoreError(
        'too-large',
        name,
        `It would unfold to ${megabytes(total)} or more, in ${entries.length} files.`,
        'Do not open it unless you trust where it came from; nothing was changed.',
      );
    if (/^[/\\]|\.\.|^[a-z]:/i.test(name)) throw broken(name, 'Its name leads out of the archive.');
    if (seen.has(name)) throw broken(name, 'It is there twice.');
    seen.add(name);
  }
}

/**
 * Opens a sealed zip and checks every file against the manifest before returning any. Files that are stored as they are
 * stay parts of the zip; they are read through once, piece by piece, and never whole in memory.
 *
 * @throws CoreError `broken-archive` when it is no zip, cut short, altered, or holds a name that leads out of it;
 * `too-large` when what it would unfold to is out of all proportion.
 */
export async function unseal(zip: Bytes, progress: Progress = () => undefined): Promise<Sealed> {
  const entries = (await zipDirectory(zip)).filter(({ name }) => !name.endsWith('/'));
  checkProportions(entries);
  const listedAs = new Map(entries.map((entry) => [entry.name, entry]));
  const own = listedAs.get(manifestName);
  if (!own) throw broken(manifestName, 'It is missing, so this is not an archive of this program.');
  let written: unknown;
  try {
    written = JSON.parse(strFromU8(await bytesOf(await zipContent(zip, own))));
  } catch (error) {
    throw error instanceof CoreError ? error : broken(manifestName, 'It cannot be read.');
  }
  const manifest = manifestSchema.safeParse(written);
  if (!manifest.success) throw broken(manifestName, plainIssue(manifest.error).message);
  const files: Record<string, Bytes> = {};
  const total = entries.reduce((sum, { name, size }) => sum + (name === manifestName ? 0 : size), 0);
  let done = 0;
  for (const [name, sealed] of Object.entries(manifest.data.files)) {
    const entry = listedAs.get(name);
    if (!entry) throw broken(name, 'It is listed but missing.');
    const content = await zipContent(zip, entry);
    const hash = sha256.create();
    for await (const piece of piecesOf(content)) {
      hash.update(piece);
      done += piece.length;
      progress(done, total);
    }
    if (content.size !== sealed.bytes || bytesToHex(hash.digest()) !== sealed.sha256)
      throw broken(name, 'It is not as it was when the archive was made.');
    files[name] = content;
  }
  const extra = entries.find(({ name }) => name !== manifestName && !Object.hasOwn(files, name));
  if (extra) throw broken(extra.name, 'It was put in after the archive was made.');
  return { manifest: manifest.data, files };
}

/** Parses JSON of one file, naming the file when it cannot. */
export async function jsonFile(files: Sealed['files'], name: string): Promise<unknown> {
  const bytes = files[name];
  if (!bytes) throw broken(name, 'It is missing.');
  try {
    return JSON.parse(strFromU8(await bytesOf(bytes)));
  } catch {
    throw broken(name, 'It cannot be read.');
  }
}
