import { zipSync } from 'fflate';
import { bytesOf, inMemory } from './bytes';
import { zipContent, zipDirectory } from './zip-directory';

const text = (words: string): Uint8Array => new TextEncoder().encode(words);
const long = text('the same words again and again; '.repeat(100));
const zip = (): Uint8Array =>
  zipSync({ 'a.txt': [long, { level: 6 }], 'b.png': [text('as it is'), { level: 0 }] }, { mtime: new Date('2026-02-12T09:00:00Z') });
/** Places in the directory: its end, its first entry and the first file's own header. */
const endOf = (bytes: Uint8Array): number => bytes.length - 22;
const listAt = (bytes: Uint8Array): number => new DataView(bytes.buffer).getUint32(endOf(bytes) + 16, true);

describe('the directory of a zip', () => {
  it('lists what is in it, with how it is packed, and gives each file back', async () => {
    const source = inMemory(zip());
    const entries = await zipDirectory(source);
    expect(entries.map(({ name, deflated, size }) => [name, deflated, size])).toEqual([
      ['a.txt', true, long.length],
      ['b.png', false, 8],
    ]);
    expect(await bytesOf(await zipContent(source, entries[0]!))).toEqual(long);
    expect(await bytesOf(await zipContent(source, entries[1]!))).toEqual(text('as it is'));
  });

  it('passes over what a zip notes beside its files, and finds nothing in an empty one', async () => {
    const noted = zipSync(
      {
        'a.txt': [long, { level: 6, comment: 'made at the bench', extra: { 0x7075: text('more') } }],
        'b.png': [text('as it is'), { level: 0, comment: 'x' }],
      },
      { mtime: new Date('2026-02-12T09:00:00Z') },
    );
    const entries = await zipDirectory(inMemory(noted));
    expect(entries.map(({ name }) => name)).toEqual(['a.txt', 'b.png']);
    expect(await bytesOf(await zipContent(inMemory(noted), entries[1]!))).toEqual(text('as it is'));
    expect(await zipDirectory(inMemory(zipSync({})))).toEqual([]);
  });

  it('is found before a note of any length that stands behind it, though that looks like an end', async () => {
    for (const note of [
      text('made at the bench'),
      new Uint8Array(65_535),
      Uint8Array.from([0x50, 0x4b, 5, 6, ...new Array<number>(30).fill(0)]),
    ]) {
      const bytes = zip();
      const noted = new Uint8Array(bytes.length + note.length);
      noted.set(bytes);
      noted.set(note, bytes.length);
      new DataView(noted.buffer).setUint16(endOf(bytes) + 20, note.length, true);
      expect((await zipDirectory(inMemory(noted))).length).toBe(2);
    }
  });

  /** The same zip with one of its numbers changed. */
  const changed = (at: (bytes: Uint8Array) => number, value: number, wide = false): Uint8Array => {
    const bytes = zip();
    const view = new DataView(bytes.buffer);
    if (wide) view.setUint32(at(bytes), value, true);
    else view.setUint16(at(bytes), value, true);
    return bytes;
  };
  for (const [what, bytes] of [
    ['an empty file', new Uint8Array(0)],
    ['one shorter than an end', new Uint8Array(21)],
    ['an end whose note is longer than what follows', changed((b) => endOf(b) + 20, 5)],
    ['a directory that reaches beyond its end', changed((b) => endOf(b) + 12, 4000, true)],
    ['more entries than are listed', changed((b) => endOf(b) + 10, 3)],
    ['a list that does not begin as one', changed((b) => listAt(b), 7)],
    ['an encrypted entry', changed((b) => listAt(b) + 8, 1)],
    ['another way of packing', changed((b) => listAt(b) + 10, 9)],
    ['a name longer than the list', changed((b) => listAt(b) + 28, 9000)],
  ] as const)
    it(`is refused of ${what}`, async () =>
      expectAsync(zipDirectory(inMemory(bytes))).toBeRejectedWith(jasmine.objectContaining({ code: 'broken-archive' })));

  it('gives no file that is not where it is listed, or not as large as it says', async () => {
    const source = inMemory(zip());
    const [a, b] = await zipDirectory(source);
    for (const wrong of [
      { ...a!, offset: a!.offset + 1 },
      { ...a!, packed: 100_000 },
      { ...b!, size: 9 },
    ])
      await expectAsync(zipContent(source, wrong))
        .withContext(JSON.stringify(wrong))
        .toBeRejectedWith(jasmine.objectContaining({ code: 'broken-archive' }));
  });
});
