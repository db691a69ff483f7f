import { TestBed } from '@angular/core/testing';
import { BenchDatabase } from '../storage/bench-database';
import { SheetRepository } from '../storage/sheet-repository';
import { shopOfOne } from '../testing/shop-of-one';
import { tinyPdf } from '../testing/tiny-pdf';
import { SheetPages } from './pages/sheet-pages';
import { SheetIntake } from './sheet-intake';
import { SheetReading } from './sheet-reading';

const pdf = tinyPdf(
  [
    { text: 'Schematic diagram', x: 40, y: 360, size: 20 },
    { text: 'Q7', x: 100, y: 300 },
    { text: '7.1 V', x: 100, y: 288 },
    { text: 'R12-R14', x: 300, y: 200 },
  ],
  [{ text: 'TP3', x: 50, y: 50 }],
);
const file = (name: string, content: BlobPart, type = ''): File => new File([content], name, { type });

describe('taking sheets in', () => {
  let drop: () => Promise<void>;
  let intake: SheetIntake;
  let repository: SheetRepository;
  beforeEach(async () => {
    drop = await shopOfOne();
    intake = TestBed.inject(SheetIntake);
    repository = TestBed.inject(SheetRepository);
  });
  afterEach(() => drop());

  it('adds a page of a PDF as a sheet each, and finds what is named on them', async () => {
    const took = await intake.take('pocket', file('manual.pdf', pdf as BlobPart));
    expect(took).toEqual({ name: 'manual.pdf', taken: true, says: '2 sheets added.', remedy: '' });
    const [first, second] = await repository.sheets('pocket');
    expect(first).toEqual(
      jasmine.objectContaining({ page: 1, order: 1, title: 'Page 1', kind: 'other', width: 600, height: 400, read: 'not-yet' }),
    );
    const reading = TestBed.inject(SheetReading);
    await reading.read('pocket', ['C12']);
    expect(reading.progress()).toBeNull();
    const sheets = await repository.sheets('pocket');
    expect(sheets.map((s) => [s.title, s.kind, s.read])).toEqual([
      ['Schematic diagram', 'schematic', 'done'],
      ['Page 2', 'other', 'done'],
    ]);
    const places = await TestBed.inject(BenchDatabase).places.bulkGet([first!.id, second!.id]);
    expect(places[0]?.found.map((p) => p.name)).toEqual(['Q7', 'R12', 'R13', 'R14']);
    const q7 = places[0]?.found[0];
    expect(q7?.volts).toEqual([7.1]);
    // From the upper left corner: 400 less the height of its base and of its letters.
    expect(q7?.x).toBeCloseTo(100, 0);
    expect((q7?.y ?? 0) + (q7?.h ?? 0)).toBeCloseTo(100, 0);
    expect(places[1]?.found.map((p) => p.name)).toEqual(['TP3']);
  });

  it('goes through the text again when it is asked, for letters that the card has got since, and leaves what was said by hand', async () => {
    await intake.take(
      'pocket',
      file('manual.pdf', tinyPdf([{ text: 'ZK4', x: 100, y: 100 }], [{ text: 'Block diagram', x: 40, y: 360, size: 20 }]) as BlobPart),
    );
    const reading = TestBed.inject(SheetReading);
    const found = async (): Promise<string[][]> =>
      (await TestBed.inject(BenchDatabase).places.toArray()).map((row) => row.found.map((place) => place.name));
    const [first, second] = await repository.sheets('pocket');
    await repository.change(first!.id, { title: 'Notes of the last man' });
    await reading.read('pocket', ['C12']);
    expect((await found()).flat()).toEqual([]);
    await repository.change(second!.id, { title: 'Overview', kind: 'schematic' });
    await repository.changePins(first!, () => [{ name: 'R9', x: 1, y: 1, w: 9, h: 5 }]);
    await reading.read('pocket', ['C12', 'ZK1']);
    expect((await found()).flat())
      .withContext('read already')
      .toEqual([]);
    await repository.forgetRead('pocket');
    await reading.read('pocket', ['C12', 'ZK1']);
    expect((await found()).flat()).toEqual(['ZK4']);
    expect((await repository.sheets('pocket')).map(({ title, kind, read }) => [title, kind, read])).toEqual([
      ['Notes of the last man', 'other', 'done'],
      ['Overview', 'schematic', 'done'],
    ]);
    expect((await TestBed.inject(BenchDatabase).places.get(first!.id))?.pinned.map((pin) => pin.name)).toEqual(['R9']);
  });

  it('leaves what one says of a sheet while its text is being gone through', async () => {
    await intake.take('pocket', file('manual.pdf', pdf as BlobPart));
    const pages = TestBed.inject(SheetPages);
    const read = pages.read.bind(pages);
    spyOn(pages, 'read').and.callFake(async (sheet, ...rest) => {
      const got = await read(sheet, ...rest);
      if (sheet.page === 1) await repository.change(sheet.id, { title: 'By hand', kind: 'board-top' });
      return got;
    });
    await TestBed.inject(SheetReading).read('pocket', ['C12']);
    const [first] = await repository.sheets('pocket');
    expect([first?.title, first?.kind, first?.read]).toEqual(['By hand', 'board-top', 'done']);
  });

  it('draws pages and parts of them, several at once', async () => {
    await intake.take('pocket', file('manual.pdf', pdf as BlobPart));
    const [sheet] = await repository.sheets('pocket');
    const [kept] = await repository.files('pocket');
    const pages = TestBed.inject(SheetPages);
    const [whole, part] = await Promise.all([
      pages.draw(sheet!, kept!, { scale: 0.5, x: 0, y: 0, w: 300, h: 200 }),
      pages.draw(sheet!, kept!, { scale: 2, x: 180, y: 170, w: 64, h: 48 }),
    ]);
    expect([whole.width, whole.height, part.width, part.height]).toEqual([300, 200, 64, 48]);
  });

  it('takes an SVG and a picture by what they are named, and numbers them on', async () => {
    const svg = '<svg xmlns="http://www.w3.org/2000/svg" width="300" height="200"><text x="50" y="50">C12</text></svg>';
    expect((await intake.take('pocket', file('block-diagram.svg', svg))).says).toBe('1 sheet added.');
    const canvas = new OffscreenCanvas(40, 30);
    canvas.getContext('2d')?.fillRect(0, 0, 9, 9);
    expect((await intake.take('pocket', file('board layout.png', await canvas.convertToBlob()))).taken).toBeTrue();
    const sheets = await repository.sheets('pocket');
    expect(sheets.map((s) => [s.order, s.kind, s.width])).toEqual([
      [1, 'block', 300],
      [2, 'board-top', 40],
    ]);
    await TestBed.inject(SheetReading).read('pocket', ['C12']);
    const db = TestBed.inject(BenchDatabase);
    expect((await db.places.get(sheets[0]!.id))?.found[0]?.name).toBe('C12');
    expect((await db.places.get(sheets[1]!.id))?.found).toEqual([]);
  });

  it('takes a file out again whose first page cannot be drawn, and leaves the sheets that are there', async () => {
    await intake.take('pocket', file('manual.pdf', pdf as BlobPart));
    spyOn(TestBed.inject(SheetPages), 'drawAhead').and.rejectWith(new Error('It took too long, and was stopped.'));
    const took = await intake.take('pocket', file('stuck.pdf', pdf as BlobPart));
    expect([took.taken, took.says]).toEqual([false, 'Its first page takes more than 20 seconds to open.']);
    expect((await repository.files('pocket')).map((kept) => kept.name)).toEqual(['manual.pdf']);
    expect((await repository.sheets('pocket')).map((sheet) => sheet.page)).toEqual([1, 2]);
    expect(await TestBed.inject(BenchDatabase).sheetBlobs.count()).toBe(1);
  });

  it('says it where the browser has no room left, and keeps nothing', async () => {
    spyOn(repository, 'add').and.rejectWith(new DOMException('full', 'QuotaExceededError'));
    const took = await intake.take('pocket', file('manual.pdf', pdf as BlobPart));
    expect([took.taken, took.says]).toEqual([false, 'This browser has no room left to keep it.']);
    expect(took.remedy).toMatch(/free the disk.*not changed/);
    expect(await repository.sheets('pocket')).toEqual([]);
  });

  const refused: readonly (readonly [string, () => File, RegExp])[] = [
    ['a PDF that is cut short', () => file('half.pdf', pdf.slice(0, 90) as BlobPart), /broken or cut short/],
    ['a PDF that is named as a picture', () => file('board.png', pdf as BlobPart), /it holds PDF/],
    ['an SVG that is cut short', () => file('half.svg', '<svg xmlns="http://www.w3.org/2000/svg"><text>'), /no whole SVG/],
    ['a picture without pixels', () => file('half.jpg', new Uint8Array([0xff, 0xd8, 0xff, 0xe0, 0, 16])), /cut short or broken/],
    ['an empty file', () => file('empty.pdf', ''), /empty/],
  ];
  for (const [what, make, says] of refused)
    it(`refuses ${what}, and keeps nothing of it`, async () => {
      const took = await intake.take('pocket', make());
      expect(took.taken).toBeFalse();
      expect(took.says).toMatch(says);
      expect(took.remedy).toMatch(/not changed/);
      const db = TestBed.inject(BenchDatabase);
      expect([await db.sheetFiles.count(), await db.sheetBlobs.count(), await db.sheets.count()]).toEqual([0, 0, 0]);
    });
});
