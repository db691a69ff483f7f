import { sha256 } from '@noble/hashes/sha2.js';
import { bytesToHex } from '@noble/hashes/utils.js';
import { strFromU8, strToU8, unzipSync, zipSync, type Zippable } from 'fflate';
import * as z from 'zod';
import { CoreError } from '../errors/core-error';

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
export type Manifest = z.infer<typeof manifestSchema>;

/** What may be taken in: enough for a shop of many years, not enough to fill the machine. */
export const archiveLimits = { files: 20_000, bytes: 1_500_000_000, ratio: 400, ratioFrom: 5_000_000 } as const;

const manifestName = 'manifest.json';
const broken = (path: string, message: string): CoreError =>
  new CoreError('broken-archive', path, message, 'Choose another copy of the file; nothing was changed.');

/** Zips `files` under a manifest. Pictures and PDFs are stored as they are, text is deflated. */
export function seal(format: string, version: number, madeAt: string, files: Readonly<Record<string, Uint8Array>>): Uint8Array {
  const manifest: Manifest = { format, version, madeAt, files: {} };
  const zippable: Zippable = {};
  for (const [name, bytes] of Object.entries(files)) {
    manifest.files[name] = { bytes: bytes.length, sha256: bytesToHex(sha256(bytes)) };
    zippable[name] = [bytes, { level: /\.(png|jpe?g|webp|pdf)$/i.test(name) ? 0 : 6, mtime: new Date(madeAt) }];
  }
  zippable[manifestName] = [strToU8(JSON.stringify(manifest, null, 1)), { level: 6, mtime: new Date(madeAt) }];
  return zipSync(zippable);
}

/**
 * Opens a sealed zip and checks every file against the manifest before returning any.
 * @throws CoreError `broken-archive` when it is no zip, cut short, altered, or holds a name that leads out of it;
 * `too-large` when what it would unfold to is out of all proportion.
 */
export function unseal(zip: Uint8Array): { manifest: Manifest; files: Record<string, Uint8Array> } {
  let total = 0;
  let count = 0;
  let files: Record<string, Uint8Array>;
  try {
    files = unzipSync(zip, {
      filter: ({ name, size, originalSize }) => {
        count += 1;
        total += originalSize;
        const swollen = originalSize > archiveLimits.ratioFrom && originalSize > size * archiveLimits.ratio;
        if (count > archiveLimits.files || total > archiveLimits.bytes || swollen)
          throw new CoreError(
            'too-large',
            name,
            `It would unfold to ${Math.round(total / 1e6)} MB in ${count} files.`,
            'Do not open it unless you trust where it came from; nothing was changed.',
          );
        if (/^[/\\]|\.\.|^[a-z]:/i.test(name)) throw broken(name, 'Its name leads out of the archive.');
        return !name.endsWith('/');
      },
    });
  } catch (error) {
    if (error instanceof CoreError) throw error;
    throw broken('the file', 'It is not a whole zip file: cut short, or another kind of file.');
  }
  const own = files[manifestName];
  if (!own) throw broken(manifestName, 'It is missing, so this is not an archive of this program.');
  let listed: unknown;
  try {
    listed = JSON.parse(strFromU8(own));
  } catch {
    throw broken(manifestName, 'It cannot be read.');
  }
  const manifest = manifestSchema.safeParse(listed);
  if (!manifest.success) throw broken(`${manifestName}: ${manifest.error.issues[0]?.path.join('.') ?? ''}`, 'It is not as it should be.');
  const { [manifestName]: _, ...rest } = files;
  for (const [name, seen] of Object.entries(manifest.data.files)) {
    const bytes = rest[name];
    if (!bytes) throw broken(name, 'It is listed but missing.');
    if (bytes.length !== seen.bytes || bytesToHex(sha256(bytes)) !== seen.sha256)
      throw broken(name, 'It is not as it was when the archive was made.');
  }
  const extra = Object.keys(rest).find((name) => !(name in manifest.data.files));
  if (extra) throw broken(extra, 'It was put in after the archive was made.');
  return { manifest: manifest.data, files: rest };
}

/** Parses JSON of one file, naming the file when it cannot. */
export function jsonFile(files: Readonly<Record<string, Uint8Array>>, name: string): unknown {
  const bytes = files[name];
  if (!bytes) throw broken(name, 'It is missing.');
  try {
    return JSON.parse(strFromU8(bytes));
  } catch {
    throw broken(name, 'It cannot be read.');
  }
}
