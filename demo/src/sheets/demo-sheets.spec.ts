import { bytesOf, inMemory, unpackCards } from '@amber-relay/core/archive';
import { indexPage, kindFromTitle, prefixesFor, typeByContent, type SheetWord } from '@amber-relay/core/sheets';
import { demoCards } from '../demo-cards';
import { demoSheets, packedDemoSheets } from './demo-sheets';
import type { Drawing } from './pen';
import { sheetSet } from './sheet-set';

/** Text of a drawing as a reader of files gives it. */
const wordsOf = (drawing: Drawing): SheetWord[] =>
  drawing.shapes.flatMap((s) => {
    if (s.kind !== 'text') return [];
    const w = s.text.length * s.size * 0.55;
    const x = s.x - (s.anchor === 'middle' ? w / 2 : s.anchor === 'end' ? w : 0);
    return [{ text: s.text, x, y: s.y - s.size * 0.72, w, h: s.size * 0.72 }];
  });

describe('the service sheets of the demo shop', () => {
  for (const card of demoCards()) {
    const set = sheetSet(card);
    const names = [...card.parts.map((p) => p.designator), ...card.testPoints.map((p) => p.id)];

    it(`${card.chassis}: hold every part and point of the card on schematic, board and list`, () => {
      const on = (kind: Drawing['kind']): Set<string> =>
        new Set(set.filter((d) => d.kind === kind).flatMap((d) => d.written.map((w) => w.name)));
      const bare = card.parts.map((p) => p.designator.replace(/(\d)[A-Z]$/, '$1'));
      for (const kind of ['schematic', 'board-top', 'board-bottom', 'parts-list'] as const)
        expect(bare.filter((name) => !on(kind).has(name)))
          .withContext(kind)
          .toEqual([]);
      expect(card.testPoints.filter((p) => !on('schematic').has(p.id))).toEqual([]);
    });

    it(`${card.chassis}: at least 98 of 100 designators are found, and nothing that is none`, () => {
      for (const drawing of set) {
        const found = indexPage(wordsOf(drawing), prefixesFor(names));
        const count = new Map<string, number>();
        for (const { name } of found) count.set(name, (count.get(name) ?? 0) + 1);
        const missed = drawing.written.filter(({ name }) => {
          const left = count.get(name) ?? 0;
          count.set(name, left - 1);
          return left <= 0;
        });
        expect(missed.length / drawing.written.length)
          .withContext(`${drawing.title}: ${missed.map((m) => m.name).join(' ')}`)
          .toBeLessThanOrEqual(0.02);
        const written = new Set(drawing.written.map((w) => w.name));
        const invented = [...count.keys()].filter((name) => !written.has(name));
        expect(invented.length)
          .withContext(`${drawing.title}: ${invented.join(' ')}`)
          .toBeLessThanOrEqual(1);
      }
    });

    it(`${card.chassis}: nothing is drawn off the page, and each page says what it is`, () => {
      for (const { shapes, width, height, title, kind } of set) {
        expect(kindFromTitle(title)).toBe(kind);
        for (const s of shapes) {
          const points = s.kind === 'line' ? s.points : [[s.x, s.y] as const];
          expect(points.every(([x, y]) => x >= 0 && y >= 0 && x <= width && y <= height))
            .withContext(`${title}: ${JSON.stringify(s).slice(0, 90)}`)
            .toBeTrue();
        }
      }
    });
  }

  it('come as PDF, as SVG and as a scan, under one seal', async () => {
    const now = new Date('2026-03-01T08:00:00Z');
    const archive = await demoSheets(now);
    for (const { id, type } of archive.sheetFiles) expect(typeByContent(await bytesOf(archive.sheetBlobs[id]!))).toBe(type);
    expect(new Set(archive.sheetFiles.map((f) => f.type))).toEqual(new Set(['pdf', 'svg', 'png']));
    const { sheets, sheetFiles } = await unpackCards(inMemory(await packedDemoSheets(now)));
    expect(sheets.length).toBe(archive.sheets.length);
    expect(sheetFiles.filter((f) => f.type === 'pdf').length).toBeGreaterThanOrEqual(3);
  });
});
