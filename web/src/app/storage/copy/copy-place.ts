/** Somewhere a second copy can stand: a folder of named files, in the browser's own file system or one that the user chose. */
export interface CopyPlace {
  names(): Promise<readonly string[]>;
  read(name: string): Promise<Blob | undefined>;
  /** Adds text to the end of a file; when the promise is kept it is on the disk. A line that was cut short before is ended first. */
  append(name: string, text: string): Promise<void>;
  /** Writes a file anew from parts as they come. */
  write(name: string, parts: AsyncIterable<string | Blob> | Iterable<string | Blob>): Promise<void>;
  remove(name: string): Promise<void>;
  /** A folder within it. */
  within(name: string): Promise<CopyPlace>;
}

const missing = (error: unknown): undefined => {
  if (error instanceof DOMException && error.name === 'NotFoundError') return undefined;
  throw error;
};

/** A folder that the user chose, or any other of the browser's, by the means that every page and worker has. */
export class FolderPlace implements CopyPlace {
  constructor(protected readonly folder: FileSystemDirectoryHandle) {}

  async names(): Promise<readonly string[]> {
    const names: string[] = [];
    const folder = this.folder as FileSystemDirectoryHandle & { keys(): AsyncIterable<string> };
    for await (const name of folder.keys()) names.push(name);
    return names;
  }

  async read(name: string): Promise<Blob | undefined> {
    const handle = await this.folder.getFileHandle(name).catch(missing);
    // It may be taken away between the two.
    return handle?.getFile().catch(missing);
  }

  async append(name: string, text: string): Promise<void> {
    const handle = await this.folder.getFileHandle(name, { create: true });
    const before = await handle.getFile();
    const out = await handle.createWritable({ keepExistingData: true });
    const whole = before.size === 0 || (await before.slice(before.size - 1).text()) === '\n';
    await out.write({ type: 'write', position: before.size, data: whole ? text : `\n${text}` });
    await out.close();
  }

  async write(name: string, parts: AsyncIterable<string | Blob> | Iterable<string | Blob>): Promise<void> {
    const handle = await this.folder.getFileHandle(name, { create: true });
    const out = await handle.createWritable();
    try {
      for await (const part of parts) await out.write(part);
    } catch (error) {
      await out.abort();
      throw error;
    }
    await out.close();
  }

  async remove(name: string): Promise<void> {
    await this.folder.removeEntry(name, { recursive: true }).catch(missing);
  }

  async within(name: string): Promise<CopyPlace> {
    return new FolderPlace(await this.folder.getDirectoryHandle(name, { create: true }));
  }
}

/** What a worker has for files of the browser's own file system: writes in place, and on the disk when it says so. */
interface AccessHandle {
  getSize(): number;
  read(into: Uint8Array, at: { at: number }): number;
  write(bytes: Uint8Array, at: { at: number }): number;
  truncate(size: number): void;
  flush(): void;
  close(): void;
}

async function accessTo(folder: FileSystemDirectoryHandle, name: string): Promise<AccessHandle> {
  const handle = (await folder.getFileHandle(name, { create: true })) as unknown as { createSyncAccessHandle(): Promise<AccessHandle> };
  return handle.createSyncAccessHandle();
}

/** How much was written: beyond the quota, Chromium gives an error's number as if it were a count. */
function writtenTo(file: AccessHandle, bytes: Uint8Array, at: number): number {
  const count = file.write(bytes, { at });
  return count <= bytes.length ? count : 0;
}
const noSpace = (): DOMException => new DOMException('The disk is full.', 'QuotaExceededError');

/** A folder of the browser's own file system, from a worker. Its files are kept open for no longer than a write. */
export class OwnPlace extends FolderPlace {
  override async append(name: string, text: string): Promise<void> {
    const file = await accessTo(this.folder, name);
    try {
      const size = file.getSize();
      const last = new Uint8Array(1);
      if (size > 0) file.read(last, { at: size - 1 });
      const bytes = new TextEncoder().encode(size === 0 || last[0] === 10 ? text : `\n${text}`);
      if (writtenTo(file, bytes, size) < bytes.length) throw noSpace();
      file.flush();
    } finally {
      file.close();
    }
  }

  override async write(name: string, parts: AsyncIterable<string | Blob> | Iterable<string | Blob>): Promise<void> {
    const file = await accessTo(this.folder, name);
    try {
      file.truncate(0);
      let at = 0;
      for await (const part of parts) {
        const bytes = typeof part === 'string' ? new TextEncoder().encode(part) : new Uint8Array(await part.arrayBuffer());
        if (writtenTo(file, bytes, at) < bytes.length) throw noSpace();
        at += bytes.length;
      }
      file.flush();
    } finally {
      file.close();
    }
  }

  override async within(name: string): Promise<CopyPlace> {
    return new OwnPlace(await this.folder.getDirectoryHandle(name, { create: true }));
  }
}

const padSize = 3_000_000;

let pad: Uint8Array | undefined;
/** Bytes that no file system folds together. */
function padding(): Uint8Array {
  if (pad) return pad;
  pad = new Uint8Array(padSize);
  for (let at = 0; at < padSize; at += 65_536) crypto.getRandomValues(pad.subarray(at, Math.min(padSize, at + 65_536)));
  return pad;
}

/**
 * How many bytes can really be written, up to so many: they are written, and given back at once. What the browser tells of its
 * quota is a rounded figure that says nothing of a full disk.
 */
export async function roomUpTo(folder: FileSystemDirectoryHandle, bytes: number): Promise<number> {
  const file = await accessTo(folder, 'room');
  let written = 0;
  try {
    while (written < bytes) {
      const wrote = writtenTo(file, padding(), written);
      written += wrote;
      if (wrote < padSize) break;
    }
  } catch {
    // Full: what was written until then is what there is.
  } finally {
    file.truncate(0);
    file.close();
  }
  return written;
}
