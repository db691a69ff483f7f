import { zipSync, type Zippable } from 'fflate';
import { collected, inMemory, type Bytes } from './bytes';
import { archiveLimits, jsonFile, seal, unseal } from './sealed-zip';
import { zipDirectory } from './zip-directory';

const text = (words: string): Uint8Array => new TextEncoder().encode(words);
const madeAt = '2026-02-12T09:00:00Z';
const files = { 'job.json': text('{"a":1}'), 'board.PNG': text('a picture'), 'log.csv': text('1;2\n'.repeat(2000)) };
const packed = (progress?: (done: number, total: number) => void): Promise<Uint8Array> =>
  collected((write) => seal('a test', 3, madeAt, files, write, progress));
const bytesOfFiles = Object.values(files).reduce((sum, { length }) => sum + length, 0);

/** A zip whose first file is listed with other sizes than it has. */
function listedAs(content: Zippable, size: number, inZip: number): Bytes {
  const bytes = zipSync(content, { mtime: new Date(madeAt) });
  const view = new DataView(bytes.buffer);
  const at = view.getUint32(bytes.length - 22 + 16, true);
  view.setUint32(at + 20, inZip, true);
  view.setUint32(at + 24, size, true);
  return inMemory(bytes);
}
const refusedAs = async (zip: Bytes): Promise<unknown> =>
  unseal(zip).then(
    () => 'opened',
    (error: unknown) => (error as { code?: string }).code,
  );
/** So large that nobody could read it: it is only asked for its size. */
const unread = (size: number): Bytes => ({
  size,
  slice: () => {
    throw new Error('it was begun');
  },
  arrayBuffer: () => Promise.reject(new Error('it was begun')),
});

describe('a sealed zip', () => {
  it('stores pictures as they are and packs the rest, at the time that it says', async () => {
    const zip = await packed();
    const listed = await zipDirectory(inMemory(zip));
    expect(listed.map(({ name, deflated }) => [name, deflated])).toEqual([
      ['job.json', true],
      ['board.PNG', false],
      ['log.csv', true],
      ['manifest.json', true],
    ]);
    const { manifest } = await unseal(inMemory(zip));
    expect([manifest.format, manifest.version, manifest.madeAt]).toEqual(['a test', 3, madeAt]);
    expect(manifest.files['job.json']?.bytes).toBe(7);
    expect(zip).toEqual(await packed());
  });

  it('says how far it is, from the first piece to the last byte of what it was given', async () => {
    const told: [number, number][] = [];
    const zip = await packed((done, total) => told.push([done, total]));
    expect(told.map(([, total]) => total)).toEqual(told.map(() => bytesOfFiles));
    expect(told[0]?.[0]).toBe(7);
    expect(Math.max(...told.map(([done]) => done))).toBe(bytesOfFiles);
    const back: [number, number][] = [];
    await unseal(inMemory(zip), (done, total) => back.push([done, total]));
    expect(back[0]).toEqual([7, bytesOfFiles]);
    expect(back.at(-1)).toEqual([bytesOfFiles, bytesOfFiles]);
  });

  it('takes as much as one archive may hold, and not a byte or a file more', async () => {
    const sealing = (contents: Record<string, Bytes>): Promise<string> =>
      seal('a test', 1, madeAt, contents, () => undefined).then(
        () => 'sealed',
        (error: unknown) => (error as { code?: string; message: string }).code ?? (error as Error).message,
      );
    const most = archiveLimits.bytes - 10_000_000;
    expect(await sealing({ 'a.pdf': unread(most) })).toBe('it was begun');
    expect(await sealing({ 'a.pdf': unread(most + 1) })).toBe('too-large');
    const many = (count: number): Record<string, Bytes> =>
      Object.fromEntries(Array.from({ length: count }, (_, k) => [`${k}.pdf`, unread(1)]));
    expect(await sealing(many(archiveLimits.files - 1))).toBe('it was begun');
    expect(await sealing(many(archiveLimits.files))).toBe('too-large');
  });

  it('is refused unread where it would unfold beyond what it may, and not before', async () => {
    const { bytes, unfolded, ratio, ratioFrom } = archiveLimits;
    const folded = { 'a.txt': [text('words '.repeat(50)), { level: 6 }] } satisfies Zippable;
    const plain = { 'a.png': [text('words'), { level: 0 }] } satisfies Zippable;
    for (const [content, size, inZip, code] of [
      [folded, ratioFrom, 1, 'broken-archive'],
      [folded, ratioFrom + 1, 1, 'too-large'],
      [folded, ratio * 20_000, 20_000, 'broken-archive'],
      [folded, ratio * 20_000 + 1, 20_000, 'too-large'],
      [folded, unfolded, 1e8, 'broken-archive'],
      [folded, unfolded + 1, 1e8, 'too-large'],
      [plain, unfolded + 1, unfolded + 1, 'broken-archive'],
      [plain, bytes, bytes, 'broken-archive'],
      [plain, bytes + 1, bytes + 1, 'too-large'],
    ] as const)
      expect(await refusedAs(listedAs(content, size, inZip)))
        .withContext(`${size} of ${inZip}`)
        .toBe(code);
  });

  it('is refused with a name that leads out of it, and with a file that was put in', async () => {
    for (const name of ['/etc/a', '\\a', 'a/../../b', 'C:a'])
      await expectAsync(unseal(inMemory(zipSync({ [name]: text('x') })))).toBeRejectedWith(
        jasmine.objectContaining({ code: 'broken-archive', path: name, message: 'Its name leads out of the archive.' }),
      );
    await expectAsync(unseal(inMemory(zipSync({ 'a.txt': text('x') })))).toBeRejectedWith(
      jasmine.objectContaining({ path: 'manifest.json', message: 'It is missing, so this is not an archive of this program.' }),
    );
    for (const manifest of ['{', '{}', '{"format":"a","version":1.5,"madeAt":"2026-02-12T09:00:00Z","files":{}}'])
      await expectAsync(unseal(inMemory(zipSync({ 'manifest.json': text(manifest) })))).toBeRejectedWith(
        jasmine.objectContaining({ code: 'broken-archive', path: 'manifest.json' }),
      );
    const own = '{"format":"a","version":1,"madeAt":"2026-02-12T09:00:00Z","files":{}}';
    await expectAsync(unseal(inMemory(zipSync({ 'manifest.json': text(own), 'b.txt': text('x') })))).toBeRejectedWith(
      jasmine.objectContaining({ path: 'b.txt', message: 'It was put in after the archive was made.' }),
    );
    // A folder is listed by itself in some zips; it holds nothing.
    expect((await unseal(inMemory(zipSync({ 'manifest.json': text(own), 'sheets/': new Uint8Array(0) })))).files).toEqual({});
  });

  it('gives a file of JSON by its name, and says which is missing or broken', async () => {
    const sealed = (await unseal(inMemory(await packed()))).files;
    expect(await jsonFile(sealed, 'job.json')).toEqual({ a: 1 });
    await expectAsync(jsonFile(sealed, 'shop.json')).toBeRejectedWith(
      jasmine.objectContaining({ path: 'shop.json', message: 'It is missing.' }),
    );
    await expectAsync(jsonFile(sealed, 'log.csv')).toBeRejectedWith(
      jasmine.objectContaining({ path: 'log.csv', message: 'It cannot be read.' }),
    );
  });
});
