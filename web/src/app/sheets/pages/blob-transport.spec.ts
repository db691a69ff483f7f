import { BlobTransport } from './blob-transport';

/** A file in which every byte tells its place, and the numbers of bytes that were asked of it in one go. */
function numbered(size: number): { blob: Blob; at: (i: number) => number } {
  const at = (i: number): number => (i * 31 + (i >> 8)) & 255;
  return { blob: new Blob([Uint8Array.from({ length: size }, (_, i) => at(i))]), at };
}

describe('The pieces of a file that a reader asks for', () => {
  const size = 3_000_000;
  const { blob, at } = numbered(size);
  let slices: jasmine.Spy;

  beforeEach(() => {
    slices = spyOn(blob, 'slice').and.callThrough();
  });

  /** Asks for pieces all at once; what came, by where it begins. */
  async function ask(pieces: readonly (readonly [number, number])[]): Promise<Map<number, Uint8Array>> {
    const transport = new BlobTransport(blob);
    const came = new Map<number, Uint8Array>();
    await new Promise<void>((resolve) => {
      spyOn(transport, 'onDataRange').and.callFake((begin: number, bytes: Uint8Array | null) => {
        expect(came.has(begin)).withContext(`${begin} comes once`).toBeFalse();
        came.set(begin, bytes ?? new Uint8Array());
        if (came.size === pieces.length) resolve();
      });
      for (const [begin, end] of pieces) transport.requestDataRange(begin, end);
    });
    expect(transport.given).toBe(pieces.reduce((sum, [begin, end]) => sum + end - begin, 0));
    return came;
  }

  function expectWhole(came: Map<number, Uint8Array>, pieces: readonly (readonly [number, number])[]): void {
    for (const [begin, end] of pieces) {
      const bytes = came.get(begin);
      expect(bytes?.length).toBe(end - begin);
      expect(bytes?.every((byte, i) => byte === at(begin + i)))
        .withContext(`bytes from ${begin}`)
        .toBeTrue();
    }
  }

  const spread = (n: number, length: number): (readonly [number, number])[] =>
    Array.from({ length: n }, (_, i) => Math.floor(((n - 1 - i) * (size - length)) / (n - 1))).map(
      (begin) => [begin, begin + length] as const,
    );

  it('are each fetched where there are few', async () => {
    const pieces = spread(5, 1000);
    expectWhole(await ask(pieces), pieces);
    expect(slices).toHaveBeenCalledTimes(5);
  });

  it('come whole in one pass through the file where there are many, also the longer ones and those side by side', async () => {
    const pieces = [...spread(60, 700), [200_000, 1_400_000] as const, [1_400_000, 1_400_001] as const];
    expectWhole(await ask(pieces), pieces);
    expect(slices).toHaveBeenCalledTimes(1);
  });

  it('are each fetched after all where a browser cannot go through a file so', async () => {
    slices.and.callFake((from: number, to: number) => {
      const part = Blob.prototype.slice.call(blob, from, to);
      spyOn(part, 'stream').and.throwError(new TypeError('no such reader'));
      return part;
    });
    const pieces = spread(30, 500);
    expectWhole(await ask(pieces), pieces);
    expect(slices).toHaveBeenCalledTimes(31);
  });
});
