import type { Sheet } from '@amber-relay/core/sheets';
import { TestBed } from '@angular/core/testing';
import { PDFArray, PDFDict, PDFDocument, PDFName, PDFNumber } from 'pdf-lib';
import { tinyPdf } from '../../testing/tiny-pdf';
import { withPartedPages } from './page-tree';
import { SheetPages } from './sheet-pages';

const named = (pages: number): readonly { text: string; x: number; y: number }[][] =>
  Array.from({ length: pages }, (_, i) => [{ text: `R${i + 1}`, x: 40, y: 40 }]);
const flat = (pages: number): Blob => new Blob([tinyPdf(...named(pages)) as BlobPart]);
const textOf = async (blob: Blob): Promise<string> => new TextDecoder('latin1').decode(await blob.arrayBuffer());
const parsed = async (blob: Blob): Promise<PDFDocument> => PDFDocument.load(await blob.arrayBuffer());

describe('The list of pages of a PDF', () => {
  it('is parted where it is long, by what is laid behind the file, and holds the same pages in the same order', async () => {
    const pages = TestBed.inject(SheetPages);
    const file = { id: 'flat', type: 'pdf' } as const;
    expect(await pages.open(file, flat(61))).toEqual({ pages: 61, width: 600, height: 400, carries: [] });
    for (const page of [61, 1, 5, 4, 60, 33]) {
      const { places } = await pages.read({ page } as Sheet, file, ['R']);
      expect(places.map((place) => place.name)).toEqual([`R${page}`]);
    }
    pages.close(file.id);
  });

  it('is a tree by the reckoning of another reader, too, with every page in it once', async () => {
    for (const count of [48, 49, 50, 51, 130]) {
      const before = flat(count);
      const after = await withPartedPages(before);
      expect((await textOf(after)).startsWith(await textOf(before)))
        .withContext('the file itself')
        .toBeTrue();
      const [old, document] = [await parsed(before), await parsed(after)];
      expect(document.getPages().map((page) => page.ref.toString())).toEqual(old.getPages().map((page) => page.ref.toString()));
      const root = document.catalog.Pages();
      const kids = root.Kids();
      expect([kids.size(), root.Count().asNumber()]).toEqual([Math.ceil(count / 4), count]);
      const counts = Array.from({ length: kids.size() }, (_, i) => kids.lookup(i, PDFDict)).map((node) => [
        node.lookup(PDFName.of('Count'), PDFNumber).asNumber(),
        node.lookup(PDFName.of('Kids'), PDFArray).size(),
      ]);
      expect(counts.every(([said, held]) => said === held)).toBeTrue();
    }
  });

  it('stays readable with a table of places that is further from the end, and with bytes that are no letters', async () => {
    const text = (await textOf(flat(60))).replace('/Root', `/ID [(\u0080\u00ff) (\u00a0)] /Padding (${'x'.repeat(90_000)}) /Root`);
    const after = await withPartedPages(new Blob([Uint8Array.from(text, (c) => c.charCodeAt(0) & 0xff)]));
    expect(after.size).toBeGreaterThan(text.length);
    expect((await parsed(after)).getPageCount()).toBe(60);
  });

  it('is left as it is where it is short, parted already, or cannot be made out', async () => {
    const whole = await textOf(flat(60));
    const cases: Record<string, Blob> = {
      short: flat(47),
      parted: await withPartedPages(flat(200)),
      empty: new Blob([]),
      'cut short': new Blob([whole.slice(0, -40)]),
      'table elsewhere': new Blob([whole.replace(/startxref\n\d+/, 'startxref\n12')]),
      'table beyond the end': new Blob([whole.replace(/startxref\n\d+/, 'startxref\n99999999')]),
      'other count': new Blob([whole.replace('/Count 60', '/Count 61')]),
      'no list': new Blob([whole.replace('/Kids [', '/Kidz [')]),
      'pages elsewhere': new Blob([whole.replace('\n2 0 obj', '\n7 0 obj')]),
    };
    for (const [what, blob] of Object.entries(cases))
      expect(await withPartedPages(blob))
        .withContext(what)
        .toBe(blob);
    const streamed = new Blob([(await (await parsed(flat(60))).save()) as BlobPart]);
    expect(await withPartedPages(streamed))
      .withContext('a table that is packed')
      .toBe(streamed);
  });
});
