import { TestBed } from '@angular/core/testing';
import { Router } from '@angular/router';
import type { Place, Sheet } from '@amber-relay/core/sheets';
import { sheetSchema } from '@amber-relay/core/sheets';
import { BenchDatabase } from '../../storage/bench-database';
import { SheetRepository } from '../../storage/sheet-repository';
import { CardSheets } from '../../sheets/card-sheets';
import { stageOnBench, type StageOnBench } from '../../testing/stage-on-bench';
import { SheetsStage } from './sheets-stage';
import { LineOffer } from '../line-offer';
import { TapeWriter } from '../tape-writer';

const fileId = '00000000-0000-4000-8000-0000000000f1';
const svg = '<svg xmlns="http://www.w3.org/2000/svg" width="600" height="400"><rect width="600" height="400" fill="#fff"/></svg>';
const sheet = (n: number, kind: Sheet['kind']): Sheet =>
  sheetSchema.parse({
    id: `00000000-0000-4000-8000-00000000000${n}`,
    cardId: 'pocket',
    fileId,
    page: 1,
    order: n,
    title: `${kind} one`,
    kind,
    width: 600,
    height: 400,
    read: 'done',
  });
const place = (name: string, x: number, y: number): Place => ({ name, x, y, w: 20, h: 8 });

describe('the sheets of a job', () => {
  let bench: StageOnBench<SheetsStage>;

  beforeEach(async () => {
    bench = await stageOnBench(SheetsStage);
    const repository = TestBed.inject(SheetRepository);
    await repository.add(
      { id: fileId, cardId: 'pocket', name: 'a.svg', type: 'svg', size: 9 },
      new Blob([svg], { type: 'image/svg+xml' }),
      [sheet(1, 'schematic'), sheet(2, 'board-top')],
    );
    await repository.keepRead([
      {
        was: sheet(1, 'schematic'),
        sheet: sheet(1, 'schematic'),
        found: [place('TP7', 100, 100), place('C12', 300, 200), { ...place('R201', 500, 300), volts: [6.8] }],
      },
      { was: sheet(2, 'board-top'), sheet: sheet(2, 'board-top'), found: [place('TP7', 50, 50), place('C12', 400, 100)] },
    ]);
    bench.get(CardSheets).card.set(bench.job.card());
    await bench.settle();
  });
  afterEach(() => bench.clear());

  const go = async (name: string): Promise<void> => {
    const box = bench.element.querySelector<HTMLInputElement>('input[name="go"]')!;
    box.value = name;
    box.closest('form')!.dispatchEvent(new Event('submit', { cancelable: true }));
    await bench.settle();
  };
  const panel = (): string => bench.element.querySelector('app-part-panel')?.textContent ?? '';
  const mark = (name: string): HTMLElement => bench.element.querySelector(`[data-mark="${name}"]`)!;

  it('goes to a part on both views, with all that is known of it', async () => {
    await go('c12');
    expect(bench.element.querySelectorAll('.ring').length).toBe(2);
    expect(panel()).toContain('electrolytic, 220 µF');
    expect(panel()).toContain('Audio');
    await go('r201');
    expect(panel()).toContain('not on the card');
    expect(panel()).toContain('printed beside it: 6.8 V');
  });

  it('warns while safety is not signed off', () =>
    expect(bench.element.querySelector('.caution')?.textContent).toContain('Safety is not signed off'));

  it('offers the line for a measurement when a point is pressed, and shows what was read', async () => {
    await go('tp7');
    mark('TP7').click();
    expect(bench.get(LineOffer).offered()?.line).toBe('tp7 ');
    const understood = bench.get(LineOffer).understand('tp7 1.9v');
    await bench.get(TapeWriter).keep((understood.ok && understood.value.entry) || { kind: 'note', text: 'not understood' });
    await bench.settle();
    expect(mark('TP7').textContent).toContain('low');
    expect(panel()).toContain('1.9 V');
    expect(mark('TP7').getAttribute('aria-label')).toContain('2.9–3.3 V');
  });

  it('reads a part that only the sheets name, and refuses one that nothing names', () => {
    expect(bench.get(LineOffer).understand('r201 470').ok).toBeTrue();
    expect(bench.get(LineOffer).understand('r999 470').ok).toBeFalse();
  });

  it('shows suspicion as regions when it is asked for', async () => {
    expect(bench.element.querySelector('.region')).toBeNull();
    await bench.press(/^Suspicion$/);
    await bench.settle();
    expect(bench.element.querySelectorAll('.region').length).toBeGreaterThan(1);
  });

  it('follows a line by presses, and says where it breaks', async () => {
    for (const line of ['tp7 1.9v', 'c12 0.1v']) {
      const understood = bench.get(LineOffer).understand(line);
      await bench.get(TapeWriter).keep((understood.ok && understood.value.entry) || { kind: 'note', text: 'not understood' });
    }
    await bench.settle();
    await bench.press(/^Follow a line$/);
    mark('TP7').click();
    mark('C12').click();
    await bench.settle();
    const strip = bench.element.querySelector('app-chain-strip')?.textContent ?? '';
    expect(strip).toContain('TP7');
    expect(strip).toContain('It is bad from TP7 on.');
    expect(bench.element.querySelectorAll('app-sheet-view line').length).toBe(2);
    expect(bench.element.querySelectorAll('app-sheet-view line.broken').length).toBe(0);
    await bench.press(/^Take C12 off the line$/);
    expect(bench.element.querySelectorAll('app-sheet-view line').length).toBe(0);
  });

  it('draws the stretch broken where the strip says that it breaks, by the fall of a supply too', async () => {
    for (const line of ['tp7 3.1v', 'c12 0.2v']) {
      const understood = bench.get(LineOffer).understand(line);
      await bench.get(TapeWriter).keep((understood.ok && understood.value.entry) || { kind: 'note', text: 'not understood' });
    }
    await bench.settle();
    await bench.press(/^Follow a line$/);
    mark('TP7').click();
    mark('C12').click();
    await bench.settle();
    expect(bench.element.querySelector('[data-break]')?.textContent).toBe('It breaks between TP7 and C12.');
    expect(bench.element.querySelectorAll('app-sheet-view line.broken').length).toBe(2);
  });

  it('stays stopped when the reading was stopped, until it is to go on', async () => {
    const sheets = bench.get(CardSheets);
    const repository = TestBed.inject(SheetRepository);
    sheets.stopReading();
    await repository.change(sheet(1, 'schematic').id, { read: 'not-yet' });
    await bench.settle();
    expect((await repository.sheets('pocket'))[0]?.read).toBe('not-yet');
    expect(bench.element.textContent).toContain('1 sheet is not gone through yet');
    await bench.press(/^Go on$/);
    await bench.settle();
    expect((await repository.sheets('pocket'))[0]?.read).toBe('done');
  });

  it('pins the next name where one presses, one after the other', async () => {
    await bench.press(/^Pin by hand$/);
    await bench.fill('pin', 'q7a');
    const [view] = bench.element.querySelectorAll<HTMLElement>('app-sheet-view .stage');
    for (const dx of [-40, 40]) {
      const box = view!.getBoundingClientRect();
      view!.dispatchEvent(new MouseEvent('click', { clientX: box.x + box.width / 2 + dx, clientY: box.y + box.height / 2, bubbles: true }));
      await bench.settle();
    }
    const places = await TestBed.inject(BenchDatabase).places.get(sheet(1, 'schematic').id);
    expect(places?.pinned.map((p) => [p.name, p.unit])).toEqual([
      ['Q7', 'A'],
      ['Q7', 'B'],
    ]);
    await bench.press(/^Take the pin Q7 off$/);
    expect((await TestBed.inject(BenchDatabase).places.get(sheet(1, 'schematic').id))?.pinned.length).toBe(1);
  });

  it('says what a sheet is when its words did not, and leads back to why a section is suspect', async () => {
    const title = [...bench.element.querySelectorAll<HTMLInputElement>('.menu input')].find((input) => input.type !== 'file')!;
    title.value = 'Receiver';
    title.dispatchEvent(new Event('change'));
    await bench.settle();
    expect((await TestBed.inject(SheetRepository).sheets('pocket'))[0]?.title).toBe('Receiver');
    const navigate = spyOn(TestBed.inject(Router), 'navigate').and.resolveTo(true);
    await go('c12');
    await bench.press(/^Audio$/);
    await bench.press(/^Why it is suspect$/);
    expect(navigate.calls.mostRecent().args[1]?.queryParams).toEqual({ section: 'audio' });
  });
});
