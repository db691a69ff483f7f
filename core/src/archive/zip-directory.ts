import { inflateSync, strFromU8 } from 'fflate';
import { CoreError } from '../errors/core-error';
import { bytesOf, inMemory, type Bytes } from './bytes';

/** A file within a zip, as its directory lists it. */
export interface ZipEntry {
  readonly name: string;
  readonly deflated: boolean;
  /** Bytes it takes within the zip, and those that it unfolds to. */
  readonly packed: number;
  readonly size: number;
  /** Where its own header stands. */
  readonly offset: number;
}

const signatures = { local: 0x04034b50, listed: 0x02014b50, end: 0x06054b50 } as const;
const endSize = 22;
const longestNote = 65_535;

const broken = (): CoreError =>
  new CoreError(
    'broken-archive',
    'the file',
    'It is not a whole zip file: cut short, or another kind of file.',
    'Choose another copy of the file; nothing was changed.',
  );
const view = async (source: Bytes, begin: number, end: number): Promise<DataView> => {
  if (begin < 0 || end > source.size || begin > end) throw broken();
  return new DataView(await source.slice(begin, end).arrayBuffer());
};

/**
 * Lists a zip from the directory at its end, without reading what is in it. Source of the layout: the ZIP file format
 * specification (APPNOTE) 6.3, sections 4.3.7, 4.3.12 and 4.3.16. Zips above 4 GB, encrypted or in parts are refused.
 *
 * @throws CoreError `broken-archive` when it is no whole zip.
 */
export async function zipDirectory(zip: Bytes): Promise<ZipEntry[]> {
  const tailAt = Math.max(0, zip.size - endSize - longestNote);
  const tail = await view(zip, tailAt, zip.size);
  let end = tail.byteLength - endSize;
  while (end >= 0 && !(tail.getUint32(end, true) === signatures.end && end + endSize + tail.getUint16(end + 20, true) === tail.byteLength))
    end -= 1;
  if (end < 0) throw broken();
  const [count, length, begin] = [tail.getUint16(end + 10, true), tail.getUint32(end + 12, true), tail.getUint32(end + 16, true)];
  if (begin + length > tailAt + end) throw broken();
  const list = await view(zip, begin, begin + length);
  const names = new Uint8Array(list.buffer);
  const entries: ZipEntry[] = [];
  let at = 0;
  while (entries.length < count) {
    if (at + 46 > length || list.getUint32(at, true) !== signatures.listed) throw broken();
    const [flags, method, nameSize] = [list.getUint16(at + 8, true), list.getUint16(at + 10, true), list.getUint16(at + 28, true)];
    const next = at + 46 + nameSize + list.getUint16(at + 30, true) + list.getUint16(at + 32, true);
    if (next > length || flags & 1 || (method !== 0 && method !== 8)) throw broken();
    entries.push({
      name: strFromU8(names.subarray(at + 46, at + 46 + nameSize), !(flags & 0x800)),
      deflated: method === 8,
      packed: list.getUint32(at + 20, true),
      size: list.getUint32(at + 24, true),
      offset: list.getUint32(at + 42, true),
    });
    at = next;
  }
  return entries;
}

/** What a listed file holds: a part of the zip itself where it is stored as it is, else unfolded in memory to no more than was listed. */
export async function zipContent(zip: Bytes, { deflated, packed, size, offset }: ZipEntry): Promise<Bytes> {
  const head = await view(zip, offset, offset + 30);
  if (head.getUint32(0, true) !== signatures.local) throw broken();
  const begin = offset + 30 + head.getUint16(26, true) + head.getUint16(28, true);
  if (begin + packed > zip.size || (!deflated && packed !== size)) throw broken();
  const content = zip.slice(begin, begin + packed);
  if (!deflated) return content;
  try {
    return inMemory(inflateSync(await bytesOf(content), { out: new Uint8Array(size) }));
  } catch {
    throw broken();
  }
}
