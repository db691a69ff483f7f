/** Bytes that need not be in memory: a Blob is one, and so is what `inMemory` makes of an array. */
export interface Bytes {
  readonly size: number;
  slice(begin: number, end: number): Bytes;
  arrayBuffer(): Promise<ArrayBuffer>;
}

export const inMemory = (bytes: Uint8Array): Bytes => ({
  size: bytes.length,
  slice: (begin, end) => inMemory(bytes.subarray(begin, end)),
  arrayBuffer: () => Promise.resolve(bytes.slice().buffer),
});

/** All of it, in memory. */
export const bytesOf = async (source: Bytes): Promise<Uint8Array> => new Uint8Array(await source.arrayBuffer());

const pieceSize = 4_000_000;

/** One piece after the other, so that no more than a piece is in memory. */
export async function* piecesOf(source: Bytes): AsyncGenerator<Uint8Array> {
  for (let at = 0; at < source.size; at += pieceSize) yield bytesOf(source.slice(at, Math.min(source.size, at + pieceSize)));
}

/** Takes the parts of a file as they are made. */
export type Write = (part: Uint8Array) => void;

/** Is told how many bytes are done, of how many. */
export type Progress = (done: number, total: number) => void;

/** What something writes, as one array: for files that are known to be small. */
export async function collected(make: (write: Write) => Promise<void>): Promise<Uint8Array> {
  const parts: Uint8Array[] = [];
  await make((part) => parts.push(part));
  const all = new Uint8Array(parts.reduce((sum, part) => sum + part.length, 0));
  let at = 0;
  for (const part of parts) {
    all.set(part, at);
    at += part.length;
  }
  return all;
}
