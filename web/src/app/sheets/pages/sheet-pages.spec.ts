import { TestBed } from '@angular/core/testing';
import type { Sheet } from '@amber-relay/core/sheets';
import { SheetPages } from './sheet-pages';
import { warmUpPdf } from './warm-up';

describe('Pages of a sheet file', () => {
  const file = { id: 'small', type: 'pdf' } as const;
  let pages: SheetPages;

  beforeEach(() => {
    pages = TestBed.inject(SheetPages);
  });
  afterEach(() => pages.close(file.id));

  it('are opened, drawn and read behind a warm-up', async () => {
    pages.warm();
    expect(await pages.open(file, warmUpPdf())).toEqual({ pages: 1, width: 100, height: 100, carries: [] });
    await pages.drawAhead(file, { page: 1, width: 100, height: 100 });
    const bitmap = await pages.draw({ page: 1 } as Sheet, file, { scale: 1, x: 0, y: 0, w: 100, h: 100 });
    const canvas = new OffscreenCanvas(100, 100);
    const context = canvas.getContext('2d');
    context?.drawImage(bitmap, 0, 0);
    bitmap.close();
    // The box stands 20 to 50 units from the left and the bottom.
    const box = context?.getImageData(35, 65, 1, 1).data;
    const paper = context?.getImageData(60, 65, 1, 1).data;
    expect([box?.[0], paper?.[0]]).toEqual([0, 255]);
  });

  it('give what was drawn ahead to who asks for it first, and draw it anew for the next', async () => {
    await pages.open(file, warmUpPdf());
    await pages.drawAhead(file, { page: 1, width: 100, height: 100 });
    const ask = (scale: number): Promise<ImageBitmap> => pages.draw({ page: 1 } as Sheet, file, { scale, x: 0, y: 0, w: 100, h: 100 });
    const [other, first, second] = await Promise.all([ask(2), ask(1), ask(1)]);
    first.close();
    expect([first.width, second.width, other.width]).toEqual([0, 100, 100]);
    expect(second).not.toBe(first);
  });

  it('name what stands on them', async () => {
    await pages.open(file, warmUpPdf());
    const { places } = await pages.read({ page: 1 } as Sheet, file, ['R', 'Q']);
    expect(places.map((place) => place.name).sort()).toEqual(['Q1', 'R1']);
  });

  it('are asked for by a file that is there', async () => {
    await expectAsync(
      pages.draw({ page: 1 } as Sheet, { id: 'gone', type: 'pdf' }, { scale: 1, x: 0, y: 0, w: 9, h: 9 }),
    ).toBeRejectedWithError(/Add it to the card again/);
  });
});
