import type { CopyChange, CopyRow } from '@amber-relay/core/copy';
import { FolderPlace } from './copy-place';
import { ShopCopy } from './shop-copy';

/** Any folder will do: the browser's own stands in for the one that a user chooses. */
async function someFolder(): Promise<{ readonly place: FolderPlace; readonly drop: () => Promise<void> }> {
  const root = await navigator.storage.getDirectory();
  const name = `spec ${crypto.randomUUID()}`;
  const place = new FolderPlace(await root.getDirectoryHandle(name, { create: true }));
  return { place, drop: () => root.removeEntry(name, { recursive: true }) };
}
const at = '2026-11-27T14:02:00.000Z';
const job = (id: string, number = 1): CopyChange => ({ table: 'jobs', act: 'put', rows: [{ id, number }] });
const entry = (id: string): CopyChange => ({ table: 'tape', act: 'add', rows: [{ id, jobId: 'j' }] });
async function* rows(...of: readonly (readonly [string, readonly CopyRow[]])[]): AsyncGenerator<readonly [string, readonly CopyRow[]]> {
  for (const one of of) yield await Promise.resolve(one);
}

describe('ShopCopy', () => {
  let place: FolderPlace;
  let copy: ShopCopy;
  let drop: () => Promise<void>;
  beforeEach(async () => {
    ({ place, drop } = await someFolder());
    copy = new ShopCopy(place);
  });
  afterEach(() => drop());
  const idsIn = async (table: string): Promise<unknown[]> => ((await copy.contents()).tables.get(table) ?? []).map((row) => row['id']);

  it('holds each write from the first on, without a snapshot', async () => {
    expect(await copy.standing()).toBeUndefined();
    await copy.append(1, at, [job('a')]);
    await copy.append(2, at, [entry('e1'), entry('e2')]);
    expect(await copy.standing()).toEqual(jasmine.objectContaining({ n: 2, missing: 0 }));
    expect([await idsIn('jobs'), await idsIn('tape')]).toEqual([['a'], ['e1', 'e2']]);
  });

  it('goes on behind a snapshot, and takes away what is older only once that is whole', async () => {
    await copy.append(1, at, [job('a'), entry('e1')]);
    const k = await copy.beginSnapshot();
    await copy.append(2, at, [entry('e2')]);
    // Killed before the snapshot was written: nothing is lost.
    expect(await idsIn('tape')).toEqual(['e1', 'e2']);
    await copy.writeSnapshot(k, 1, at, rows(['jobs', [{ id: 'a', number: 1 }]], ['tape', [{ id: 'e1', jobId: 'j' }]]));
    await copy.forgetBefore(k);
    expect((await place.names()).filter((name) => name.endsWith('.ndlog')).sort()).toEqual([`log-${k}.ndlog`, `snapshot-${k}.ndlog`]);
    expect(await copy.standing()).toEqual(jasmine.objectContaining({ n: 2, missing: 0 }));
    expect(await idsIn('tape')).toEqual(['e1', 'e2']);
  });

  it('does not take a snapshot for whole that was cut short, and keeps what was there before', async () => {
    await copy.append(1, at, [job('a'), entry('e1')]);
    const k = await copy.beginSnapshot();
    await copy.writeSnapshot(k, 1, at, rows(['jobs', [{ id: 'a', number: 1 }]]));
    const whole = await (await place.read(`snapshot-${k}.ndlog`))!.text();
    await place.write(`snapshot-${k}.ndlog`, [whole.slice(0, -20)]);
    await copy.forgetBefore(k);
    expect(await place.names()).toContain('log-1.ndlog');
    expect(await idsIn('tape')).toEqual(['e1']);
  });

  it('holds more than a store only where that has lost something', async () => {
    await copy.append(1, at, [entry('e1')]);
    const k = await copy.beginSnapshot();
    // Kept while the snapshot was being made: it stands in both.
    await copy.append(2, at, [entry('e2')]);
    await copy.writeSnapshot(k, 1, at, rows(['tape', [{ id: 'e1' }, { id: 'e2' }]]));
    expect(await copy.holdsMoreThan({ n: 2, entries: 2 })).toBeFalse();
    expect(await copy.holdsMoreThan({ n: 2, entries: 1 })).toBeTrue();
    expect(await copy.holdsMoreThan({ n: 1, entries: 1 })).toBeTrue();
    expect(await copy.holdsMoreThan({ n: 3, entries: 0 })).toBeFalse();
    // The tape of a shop that was replaced, or of a job that was taken out, is not lost.
    await copy.append(3, at, [
      { table: 'tape', act: 'clear' },
      { table: 'tape', act: 'put', rows: [{ id: 'e3' }] },
    ]);
    expect(await copy.holdsMoreThan({ n: 3, entries: 1 })).toBeFalse();
    await copy.append(4, at, [{ table: 'tape', act: 'delete', ids: ['e3'] }]);
    expect(await copy.holdsMoreThan({ n: 4, entries: 0 })).toBeFalse();
    // Lines that are missing may be what was taken out.
    await copy.append(6, at, [entry('e4')]);
    expect(await copy.holdsMoreThan({ n: 5, entries: 0 })).toBeFalse();
  });

  it('says how many writes are missing, and reads on after a line that was cut short', async () => {
    await copy.append(1, at, [entry('e1')]);
    await place.append('log-1.ndlog', '0123456789ab {"is":"wri');
    await copy.append(3, at, [entry('e3')]);
    expect(await copy.standing()).toEqual(jasmine.objectContaining({ n: 3, missing: 2 }));
    expect(await idsIn('tape')).toEqual(['e1', 'e3']);
    expect((await copy.contents()).lost).toBe(2);
  });

  it('keeps pictures and sheets beside it, and takes away those that are gone', async () => {
    const bytes = new Uint8Array([1, 2, 3]);
    const sheet = new Blob(['%PDF-'], { type: 'application/pdf' });
    await copy.append(1, at, [
      { table: 'blobs', act: 'add', rows: [{ id: 'p1', bytes }] },
      { table: 'sheetBlobs', act: 'add', rows: [{ id: 's1', blob: sheet }] },
    ]);
    const { tables, lost } = await copy.contents();
    expect(tables.get('blobs')).toEqual([{ id: 'p1', bytes }]);
    const back = tables.get('sheetBlobs')![0]!['blob'] as Blob;
    expect([await back.text(), back.type, lost]).toEqual(['%PDF-', 'application/pdf', 0]);
    await copy.append(2, at, [{ table: 'blobs', act: 'delete', ids: ['p1'] }]);
    const k = await copy.beginSnapshot();
    await copy.writeSnapshot(k, 2, at, rows(['sheetBlobs', [{ id: 's1', blob: sheet }]]));
    await copy.forgetBefore(k);
    const files = await place.within('files');
    expect(await files.names()).toEqual(['sheetBlobs-s1']);
    await files.remove('sheetBlobs-s1');
    expect((await copy.contents()).lost).toBe(1);
  });
});
