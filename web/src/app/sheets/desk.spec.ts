import { ChangeDetectionStrategy, Component, inject, signal } from '@angular/core';
import { TestBed, type ComponentFixture } from '@angular/core/testing';
import { readCard } from '@amber-relay/core/card';
import { tapeEntrySchema, type TapeEntry } from '@amber-relay/core/tape';
import { sheetSchema, type Place, type Sheet } from '@amber-relay/core/sheets';
import { SheetRepository } from '../storage/sheet-repository';
import { BenchDatabase } from '../storage/bench-database';
import { pocketCard, shopOfOne } from '../testing/shop-of-one';
import { CardSheets } from './card-sheets';
import { ChainStrip, newChain } from './chain-strip';
import { DeskState } from './desk-state';
import { partFacts } from './part-facts';
import { marksOn } from './sheet-marks';
import { overlaySvg } from './sheet-out';
import { SheetReading } from './sheet-reading';
import { still } from '../testing/still';

const card = readCard(structuredClone(pocketCard));
const fileId = '00000000-0000-4000-8000-0000000000f1';
const id = (n: number): string => `00000000-0000-4000-8000-00000000000${n}`;
const sheet = (n: number, kind: Sheet['kind'], more: Partial<Sheet> = {}): Sheet =>
  sheetSchema.parse({
    id: id(n),
    cardId: 'pocket',
    fileId,
    page: n,
    order: n,
    title: kind,
    kind,
    width: 1000,
    height: 700,
    read: 'done',
    ...more,
  });
const place = (name: string, x = 10, y = 10): Place => ({ name, x, y, w: 20, h: 8 });
const entry = (n: number, body: object): TapeEntry =>
  tapeEntrySchema.parse({ id: id(n), jobId: id(9), seq: n, at: '2026-03-01T09:00:00.000Z', by: 'Runa', ...body });
const reading = (n: number, subject: object, value: number | null, verdict: string): TapeEntry =>
  entry(n, { kind: 'reading', subject, value, unit: 'V', step: 0.01, condition: {}, uncertainty: 0.01, verdict });

@Component({ selector: 'app-desk-host', changeDetection: ChangeDetectionStrategy.OnPush, template: '', providers: [CardSheets, DeskState] })
class DeskHost {
  readonly sheets = inject(CardSheets);
  readonly desk = inject(DeskState);
}

@Component({
  selector: 'app-chain-host',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [ChainStrip],
  template: `<app-chain-strip [card]="card" [readings]="readings" [(chain)]="chain" />`,
})
class ChainHost {
  readonly card = card;
  readonly readings = new Map();
  readonly chain = signal({ ...newChain, stops: [{ name: 'TP7' }, { name: 'C12' }] });
}

describe('the desk of sheets', () => {
  let drop: () => Promise<void>;
  let repository: SheetRepository;

  beforeEach(async () => {
    drop = await shopOfOne();
    repository = TestBed.inject(SheetRepository);
    await repository.add({ id: fileId, cardId: 'pocket', name: 'a.pdf', type: 'pdf', size: 5 }, new Blob(['%PDF-']), [
      sheet(1, 'schematic'),
      sheet(2, 'board-top'),
      sheet(3, 'parts-list'),
    ]);
    await repository.keepRead([
      { was: sheet(1, 'schematic'), sheet: sheet(1, 'schematic'), found: [place('C12', 400, 300), place('TP7', 90, 90)] },
      { was: sheet(2, 'board-top'), sheet: sheet(2, 'board-top'), found: [place('C12', 700, 600)] },
      { was: sheet(3, 'parts-list'), sheet: sheet(3, 'parts-list'), found: [place('C12')] },
    ]);
  });
  afterEach(() => drop());

  const host = async (): Promise<ComponentFixture<DeskHost>> => {
    const fixture = TestBed.createComponent(DeskHost);
    fixture.componentInstance.sheets.card.set(card);
    await still(fixture);
    return fixture;
  };

  it('brings a part to the middle of the schematic and of the board, and goes back and forward', async () => {
    const { desk } = (await host()).componentInstance;
    expect(desk.go('c12')).toBeTrue();
    expect([desk.sheet('left')?.kind, desk.sheet('right')?.kind]).toEqual(['schematic', 'board-top']);
    expect(desk.pane('left').focus?.place.x).toBe(400);
    desk.go('TP7');
    expect(desk.pane('right').focus).toBeNull();
    desk.back();
    expect(desk.name()).toBe('C12');
    expect(desk.canGoBack()).toBeFalse();
    desk.forward();
    expect(desk.name()).toBe('TP7');
  });

  it('leaves a view that is held where it is, and says when a name stands nowhere', async () => {
    const { desk } = (await host()).componentInstance;
    desk.go('C12');
    desk.hold('right');
    const before = desk.pane('right');
    desk.go('TP7');
    expect(desk.pane('right')).toEqual(before);
    expect(desk.go('q99')).toBeFalse();
    expect(desk.missing()).toContain('Q99 stands on none of the sheets');
    expect(desk.name()).toBe('TP7');
  });

  it('lays a sheet that is the only one into the left view, a board too, and shows its places there', async () => {
    await repository.remove(fileId);
    await repository.add({ id: fileId, cardId: 'pocket', name: 'b.svg', type: 'svg', size: 5 }, new Blob(['<svg/>']), [
      sheet(2, 'board-top'),
    ]);
    await repository.keepRead([{ was: sheet(2, 'board-top'), sheet: sheet(2, 'board-top'), found: [place('C12', 700, 600)] }]);
    const { desk } = (await host()).componentInstance;
    expect(desk.go('c12')).toBeTrue();
    expect([desk.sheet('left')?.kind, desk.sheet('right')]).toEqual(['board-top', undefined]);
    expect(desk.pane('left').focus?.place.x).toBe(700);
    desk.goTo(sheet(2, 'board-top'), place('TP7', 90));
    expect(desk.pane('left').focus?.place.x).toBe(90);
    expect(desk.sheet('right')).toBeUndefined();
  });

  it('shows where a section lies, or says that nothing of it is drawn', async () => {
    const { desk } = (await host()).componentInstance;
    expect(desk.goSection('audio')).toBeTrue();
    expect(desk.pane('left').focus?.whole).toBeTrue();
    expect(desk.goSection('pa')).toBeFalse();
    expect(desk.missing()).not.toBe('');
  });

  it('takes a file off with its sheets and pins, and puts all of it back', async () => {
    await repository.changePins(sheet(1, 'schematic'), () => [place('R1')]);
    const gone = await repository.remove(fileId);
    expect(await repository.sheets('pocket')).toEqual([]);
    await repository.putBack(gone!);
    expect((await repository.sheets('pocket')).length).toBe(3);
    expect((await TestBed.inject(BenchDatabase).places.get(id(1)))?.pinned).toEqual([place('R1')]);
  });

  it('marks a sheet that cannot be read as such, and goes on', async () => {
    await repository.change(id(1), { read: 'not-yet' });
    await repository.change(id(2), { read: 'not-yet' });
    await TestBed.inject(SheetReading).read('pocket', ['C12']);
    const rows = await repository.sheets('pocket');
    expect(rows.map((s) => s.read)).toEqual(['unreadable', 'unreadable', 'done']);
    expect(TestBed.inject(SheetReading).progress()).toBeNull();
  });

  it('keeps a line with the card and makes needs of it, and nothing where it cannot', async () => {
    const fixture = TestBed.createComponent(ChainHost);
    await fixture.whenStable();
    const press = async (text: string): Promise<void> => {
      [...(fixture.nativeElement as HTMLElement).querySelectorAll('button')].find((b) => b.textContent?.includes(text))?.click();
      await still(fixture);
    };
    await press('Make it needs');
    const kept = await TestBed.inject(BenchDatabase).cards.get('pocket');
    expect(kept?.sections.find((s) => s.id === 'audio')?.needs).toEqual([{ section: 'mixer', by: 'supply' }]);
    expect(kept?.chains.map((c) => c.name)).toEqual(['TP7 to C12']);
    fixture.componentInstance.chain.set({ ...newChain, stops: [{ name: 'TP7' }, { name: 'R999' }] });
    await fixture.whenStable();
    await press('Make it needs');
    expect((await TestBed.inject(BenchDatabase).cards.get('pocket'))?.chains.length).toBe(1);
    expect(document.body.textContent).toContain('touches one section');
  });
});

describe('what lies on a sheet', () => {
  const tape = [
    reading(1, { what: 'point', point: 'TP7' }, 3.1, 'in'),
    reading(2, { what: 'part', designator: 'C12', pin: '1' }, null, 'no-limit'),
    entry(3, { kind: 'finding', finding: 'leaking-capacitor', text: '', designator: 'C12', severity: 'bad', previousHands: false }),
    entry(4, { kind: 'picture', attachment: id(8), name: 'c12.png', designator: 'C12' }),
  ];
  const readings = new Map([
    ['TP7', tape[0]],
    ['C12 1', tape[1]],
  ]) as never;
  const marks = marksOn([place('TP7'), place('C12', 500, 50), place('R5')], { card, condition: {}, readings, tape, next: 'TP7' });

  it('is a point with its reading and what should be there, a part with its pin, a finding with its photo', () => {
    expect(marks.map((m) => [m.name, m.kind, m.figure])).toEqual([
      ['TP7', 'point', '3.10 V'],
      ['C12', 'reading', '1 dead'],
      ['C12', 'finding', 'found, photo'],
    ]);
    expect(marks[0]).toEqual(jasmine.objectContaining({ verdict: 'in', next: true, measures: true }));
    expect(marks[0]?.says).toContain('2.9–3.3 V');
  });
  it('goes out with its verdict in words, escaped, and as the sheet is turned', () => {
    const flat = overlaySvg(sheet(1, 'schematic'), marks, [], []);
    expect(flat).toContain('3.10 V in');
    const turned = overlaySvg(sheet(1, 'schematic', { turn: 90 }), [{ ...marks[0]!, figure: '<b>&' }], [], []);
    expect(turned).toContain('&lt;b&gt;&amp;');
    expect(turned).not.toContain('<b>');
  });
  it('is told of a part: card, readings, findings, pictures, and how often it was replaced', async () => {
    const { PlaceIndex } = await import('@amber-relay/core/sheets');
    const index = new PlaceIndex(
      [sheet(1, 'schematic')],
      [{ id: id(1), cardId: 'pocket', found: [{ ...place('C12'), volts: [6.8] }], pinned: [] }],
    );
    const facts = partFacts('C12', card, index, {}, tape, { jobs: 6, replaced: { C12: 4 } });
    expect(facts.what).toBe('electrolytic, 220 µF');
    expect(facts.expected.at(-1)).toBe('printed beside it: 6.8 V');
    expect(facts.readings).toEqual([{ key: 'pin 1', text: '–', verdict: 'no-limit' }]);
    expect(facts.found).toEqual(['leaking or swollen capacitor, bad']);
    expect(facts.pictures).toEqual([id(8)]);
    expect(facts.history).toBe('replaced in 4 of 6 finished jobs of this chassis');
    const hot = { ...card, testPoints: card.testPoints.map((p) => ({ ...p, hazard: 'high-voltage' as const })) };
    expect(partFacts('TP7', hot, index, {}, [], undefined).caution).toContain('prove it gone');
    expect(facts.caution).toBe('');
    expect(partFacts('R9', card, index, {}, [], undefined).what).toBe('not on the card');
  });
});
