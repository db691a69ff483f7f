import { readdirSync, readFileSync } from 'node:fs';
import { fileURLToPath } from 'node:url';
import { inMemory, openArchive } from '../core/src/archive';
import { readCard } from '../core/src/card';
import { formatVersion, programVersion, steps } from '../core/src/format';
import { tapeEntrySchema } from '../core/src/tape';

const file = (path: string): Buffer => readFileSync(fileURLToPath(new URL(`../${path}`, import.meta.url)));
const text = (path: string): string => file(path).toString();

describe('files of earlier versions', () => {
  const kept = readdirSync(fileURLToPath(new URL('../core/fixtures/', import.meta.url))).filter((name) => name.endsWith('.zip'));

  it('are kept of each version that was written', () => {
    for (let version = 1; version <= formatVersion; version += 1)
      for (const what of ['shop', 'job']) expect(kept).toContain(`v${version}-${what}.zip`);
  });
  for (const name of kept)
    it(`open with all that is in them: ${name}`, async () => {
      const opened = await openArchive(inMemory(new Uint8Array(file(`core/fixtures/${name}`))));
      const [version = '', what = ''] = name.replace('.zip', '').slice(1).split('-');
      expect(opened.kind).toBe(what as never);
      if (opened.kind === 'cards') return void expect(opened.archive.cards.map((card) => card.version)).toEqual([formatVersion]);
      const { tape, blobs, attachments } = opened.archive;
      for (const entry of tape) expect(tapeEntrySchema.parse(entry)).toEqual(entry);
      expect(attachments.map(({ id }) => blobs[id]?.length)).toEqual([70]);
      const kinds = new Set(tape.map(({ kind }) => kind));
      expect(kinds.has('reading')).toBeTrue();
      expect(kinds.has('sum')).toBe(Number(version) >= 2);
      expect(kinds.has('doubt')).toBe(Number(version) >= 3);
      expect(['adjustment', 'cause', 'work'].every((kind) => kinds.has(kind as 'work'))).toBe(Number(version) >= 5);
      expect(kinds.has('listed')).toBe(Number(version) >= 6);
      expect(kinds.has('quote')).toBe(Number(version) >= 8);
      expect(kinds.has('unload')).toBe(Number(version) >= 9);
      expect(kinds.has('explained')).toBe(Number(version) >= 11);
      expect(opened.archive.places.some(({ settled }) => settled?.joins.length)).toBe(Number(version) >= 11 && what === 'shop');
      expect(opened.archive.sheetFiles.length).toBe(Number(version) >= 4 && what === 'shop' ? 1 : 0);
      if (opened.kind === 'shop') expect([opened.archive.jobs.length, opened.archive.stock.length]).toEqual([4, 5]);
      if (opened.kind === 'shop')
        expect([opened.archive.suppliers.length, opened.archive.orders.length]).toEqual(Number(version) >= 6 ? [1, 1] : [0, 0]);
      if (opened.kind === 'shop')
        expect([opened.archive.practice.length, opened.archive.lessons.length]).toEqual(Number(version) >= 10 ? [1, 1] : [0, 0]);
      if (opened.kind === 'shop')
        expect([opened.archive.settings.people?.length, opened.archive.settings.wishes?.length]).toEqual(
          Number(version) >= 7 ? [1, 1] : [undefined, undefined],
        );
      if (opened.kind === 'shop')
        expect(opened.archive.stock.filter((item) => item.madeOf && item.measured).length).toBe(Number(version) >= 8 ? 1 : 0);
    });
  it('hold cards that are read as those of today', () => {
    const { cards } = JSON.parse(text('core/fixtures/v1-rows.json')) as { cards: Record<string, unknown>[] };
    for (const card of cards) {
      expect(card['version']).toBe(1);
      expect(readCard(card).version).toBe(formatVersion);
    }
  });
});

describe('the version of the program', () => {
  const log = text('CHANGELOG.md');
  it('is the same wherever it stands', () => {
    expect((JSON.parse(text('package.json')) as { version: string }).version).toBe(programVersion);
    expect((JSON.parse(text('web/ngsw-config.json')) as { appData: { version: string } }).appData.version).toBe(programVersion);
    expect(/^## (\S+)/m.exec(log)?.[1]).toBe(programVersion);
  });
  it('has a log that names each version of the format', () => {
    steps.forEach(({ what }, i) => expect(log).toContain(`- Format ${i + 2}: ${what}`));
  });
});
