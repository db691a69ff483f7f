import { TestBed } from '@angular/core/testing';
import type { Place, Sheet } from '@amber-relay/core/sheets';
import { tinyPdf } from '../testing/tiny-pdf';
import type { PageRead } from './pages/sheet-pages';
import { SheetPages } from './pages/sheet-pages';
import { SheetFrame } from './sheet-frame';
import { sheetPdf, sheetPdfOver } from './sheet-pdf';

const over = (width: number, height: number): string =>
  `<svg xmlns="http://www.w3.org/2000/svg" width="${width}" height="${height}"><text x="20" y="40" font-family="sans-serif" font-size="12">TP9 7.88 V in</text></svg>`;

describe('a sheet as PDF', () => {
  const source = new Blob([tinyPdf([{ text: 'TP3', x: 50, y: 50 }], [{ text: 'Q7', x: 100, y: 300 }]) as BlobPart]);
  const file = { id: 'source', type: 'pdf' } as const;
  let pages: SheetPages;

  /** What stands on the first page of a PDF. */
  const read = async (pdf: BlobPart): Promise<PageRead> => {
    await pages.open({ id: 'made', type: 'pdf' }, new Blob([pdf]));
    try {
      return await pages.read({ page: 1 } as Sheet, { id: 'made', type: 'pdf' }, ['Q', 'TP']);
    } finally {
      pages.close('made');
    }
  };
  const middle = ({ x, y, w, h }: Place): [number, number] => [x + w / 2, y + h / 2];

  beforeEach(async () => {
    pages = TestBed.inject(SheetPages);
    await pages.open(file, source);
  });
  afterEach(() => pages.close(file.id));

  for (const turn of [0, 90, 180, 270] as const)
    it(`keeps the letters of its page as letters where they stand, turned by ${turn}°, with what is laid over it`, async () => {
      const sheet = { page: 2, width: 600, height: 400, turn, mirrored: false } as Sheet;
      const frame = new SheetFrame(sheet);
      const upright = { k: 1, x: 0, y: 0 };
      const plan = await pages.plan(sheet, file);
      const { width, height } = frame;
      const made = await sheetPdfOver({ title: 'Page', width, height, over: over(width, height) }, source, 2, plan, frame.matrix(upright));
      const { places, ...size } = await read(made as BlobPart);
      expect([size.width, size.height]).toEqual([width, height]);
      expect(places.map(({ name }) => name).sort()).toEqual(['Q7', 'TP9']);
      const own = (await pages.read(sheet, file, ['Q'])).places[0]!;
      const [x, y] = frame.toView(middle(own), upright);
      const [seenX, seenY] = middle(places.find(({ name }) => name === 'Q7')!);
      expect(Math.hypot(seenX - x, seenY - y)).toBeLessThan(4);
    });

  it('is refused where the page cannot be taken over, and comes as a picture instead', async () => {
    const sheet = { title: 'Page', width: 600, height: 400, over: over(600, 400) };
    const plan = await pages.plan({ page: 1 } as Sheet, file);
    await expectAsync(sheetPdfOver(sheet, new Blob(['%PDF-1.4 cut short']), 1, plan, [1, 0, 0, 1, 0, 0])).toBeRejected();
    const canvas = new OffscreenCanvas(60, 40);
    canvas.getContext('2d')?.fillRect(0, 0, 60, 40);
    const picture = await new Promise<string>((resolve) => {
      void canvas.convertToBlob().then((blob) => {
        const reader = new FileReader();
        reader.onload = () => resolve(String(reader.result));
        reader.readAsDataURL(blob);
      });
    });
    expect((await read((await sheetPdf(sheet, picture)) as BlobPart)).places.map(({ name }) => name)).toEqual(['TP9']);
  });
});
