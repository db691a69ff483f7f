import { readCard } from '../card';
import { CoreError } from '../errors/core-error';
import { smallCard } from '../testing/small-card';
import { baseName, drawnOn, laidOn, PlaceIndex, placeNear } from './look-up-places';
import { placesCsv, placesJson, readPlacesJson } from './places-file';
import { areaAt, sectionAreas } from './section-areas';
import { checkPictureSize, checkSheetFile, typeByContent } from './sheet-file-check';
import { kindFromTitle, sheetSchema, type Place, type Sheet, type SheetPlaces } from './sheet-records';

const id = (n: number): string => `00000000-0000-4000-8000-00000000000${n}`;
const sheet = (n: number, kind: Sheet['kind']): Sheet =>
  sheetSchema.parse({ id: id(n), cardId: 'small-one', fileId: id(9), page: n, order: n, title: kind, kind, width: 1000, height: 700 });
const place = (name: string, x: number, y: number): Place => ({ name, x, y, w: 20, h: 8 });
const places = (n: number, found: Place[], pinned: Place[] = []): SheetPlaces => ({ id: id(n), cardId: 'small-one', found, pinned });

describe('the places of a card', () => {
  const sheets = [sheet(1, 'parts-list'), sheet(2, 'schematic'), sheet(3, 'board-top')];
  const rows = [
    places(1, [place('Q7', 5, 5)]),
    places(2, [{ ...place('IC2', 10, 10), unit: 'A' }, { ...place('IC2', 90, 10), unit: 'B' }, place('Q7', 400, 300)]),
    places(3, [place('Q7', 50, 60)], [place('R1', 70, 70)]),
  ];
  const index = new PlaceIndex(sheets, rows);

  it('gives the schematic and the board before a list', () => {
    expect(index.spotOn('q7', drawnOn)?.sheet.kind).toBe('schematic');
    expect(index.spotOn('q7', laidOn)?.sheet.kind).toBe('board-top');
    expect(index.spotOn('R1', drawnOn)).toBeUndefined();
  });
  it('gives the unit that was asked for first', () => expect(index.spots('IC2B')[0]?.place.x).toBe(90));
  it('knows names by their number', () => expect(index.names()).toEqual(['IC2', 'Q7', 'R1']));
  it('takes the letter of a unit off', () => {
    expect(baseName('ic2a')).toBe('IC2');
    expect(baseName('Q7')).toBe('Q7');
  });
  it('finds the nearest place within reach', () => {
    expect(placeNear(rows[1]!.found, 405, 304, 5)?.name).toBe('Q7');
    expect(placeNear(rows[1]!.found, 600, 600, 5)).toBeUndefined();
  });

  it('goes out as JSON and comes back, and as CSV a place a row', () => {
    const back = readPlacesJson(placesJson('small-one', sheets, rows));
    expect(back.sheets[2]?.pinned).toEqual(rows[2]!.pinned);
    const lines = placesCsv(sheets, rows).split('\r\n');
    expect(lines.length).toBe(1 + 6);
    expect(lines.at(-1)).toContain('pinned');
  });
  it('names what is wrong with a file of places', () => {
    for (const text of ['{', '[]', '{"format":"amber-relay-sheet-places","version":1,"card":"x","sheets":[{}]}'])
      expect(() => readPlacesJson(text)).toThrowMatching((e) => e instanceof CoreError && e.code === 'unreadable' && e.remedy.length > 10);
  });
});

describe('sectionAreas', () => {
  const card = readCard(structuredClone(smallCard));
  it('lays a hull about the parts of a section, and leaves out one that stands far off', () => {
    const [section] = card.parts.map((p) => p.section);
    const own = [
      ...card.parts.filter((p) => p.section === section).map((p) => p.designator),
      ...card.testPoints.filter((p) => p.section === section).map((p) => p.id),
    ];
    const near = own.flatMap((name, i) => [place(name, 100 + i * 15, 100), place(name, 100 + i * 15, 130), place(name, 130, 115)]);
    const area = sectionAreas(card, [...near, place(own[0]!, 5000, 5000)]).find((a) => a.section === section);
    expect(area?.outline.length).toBeGreaterThan(0);
    expect(area?.outline.every(([x, y]) => x < 1000 && y < 1000)).toBeTrue();
  });
  it('tells in which section a point lies, the smallest where two overlap', () => {
    const square = (section: string, side: number): Parameters<typeof areaAt>[0][number] => ({
      section,
      outline: [
        [0, 0],
        [side, 0],
        [side, side],
        [0, side],
      ],
      room: 5,
    });
    const areas = [square('large', 100), square('small', 30)];
    expect(areaAt(areas, 10, 10)?.section).toBe('small');
    expect(areaAt(areas, 80, 80)?.section).toBe('large');
    expect(areaAt(areas, 103, 100)?.section).toBe('large');
    expect(areaAt(areas, 300, 300)).toBeUndefined();
  });
  it('gives none for what is not on the sheet', () => expect(sectionAreas(card, [])).toEqual([]));
});

describe('what a sheet file may be', () => {
  const head = (text: string): Uint8Array => Uint8Array.from(text, (c) => c.charCodeAt(0));
  const png = head('\u0089PNG\r\n\u001a\n....');
  it('is told by its first bytes', () => {
    expect(typeByContent(head('%PDF-1.7'))).toBe('pdf');
    expect(typeByContent(png)).toBe('png');
    expect(typeByContent(head('\u00ff\u00d8\u00ff\u00e0'))).toBe('jpeg');
    expect(typeByContent(head('RIFF....WEBPVP8 '))).toBe('webp');
    expect(typeByContent(head('<?xml version="1.0"?>\n<svg xmlns="">'))).toBe('svg');
    expect(typeByContent(head('<html><script>'))).toBeUndefined();
  });
  const refused = (code: CoreError['code'], says: RegExp, act: () => unknown): void =>
    expect(act).toThrowMatching((e) => e instanceof CoreError && e.code === code && says.test(e.message) && /not changed/.test(e.remedy));
  it('is refused when it is empty, of another kind, named as another kind, or too large', () => {
    refused('unreadable', /empty/, () => checkSheetFile('a.pdf', 0, new Uint8Array()));
    refused('unreadable', /no PDF/, () => checkSheetFile('a.docx', 9, head('PK..')));
    refused('unreadable', /something else/, () => checkSheetFile('a.pdf', 9, head('MZ..')));
    refused('unreadable', /named like PNG, but it holds PDF/, () => checkSheetFile('board.png', 9, head('%PDF-1.4')));
    refused('too-large', /700 MB/, () => checkSheetFile('a.pdf', 700e6, head('%PDF-1.4')));
    expect(checkSheetFile('scan.JPG', 9, head('\u00ff\u00d8\u00ff'))).toBe('jpeg');
    expect(checkSheetFile('no ending', 9, png)).toBe('png');
  });
  it('is refused as a picture that would unfold to too much, or says no size', () => {
    refused('too-large', /30000 × 30000/, () => checkPictureSize('a.png', 30000, 30000));
    refused('unreadable', /size/, () => checkPictureSize('a.png', 0, 10));
    expect(() => checkPictureSize('a.png', 5000, 7000)).not.toThrow();
  });
});

describe('kindFromTitle', () => {
  const cases: readonly (readonly [string, Sheet['kind']])[] = [
    ['Block diagram', 'block'],
    ['SCHEMATIC DIAGRAM, PART 2', 'schematic'],
    ['Board layout, track side', 'board-bottom'],
    ['PCB component side', 'board-top'],
    ['Electrical parts list', 'parts-list'],
    ['Alignment', 'alignment'],
    ['Page 4', 'other'],
  ];
  for (const [title, kind] of cases) it(`takes “${title}” for ${kind}`, () => expect(kindFromTitle(title)).toBe(kind));
});
