import { type ComponentFixture, TestBed } from '@angular/core/testing';
import { sheetSchema } from '@amber-relay/core/sheets';
import { CardSheets } from '../sheets/card-sheets';
import { JobRepository } from '../storage/job-repository';
import { SheetRepository } from '../storage/sheet-repository';
import { bookingOf, shopOfOne } from '../testing/shop-of-one';
import { EntryLine } from './entry-line';
import { JobStore } from './job-store';

describe('EntryLine', () => {
  let clear: () => Promise<void>;
  let fixture: ComponentFixture<EntryLine>;
  let jobId: string;
  const settle = async (ms = 60): Promise<void> => {
    await new Promise((resolve) => setTimeout(resolve, ms));
    await fixture.whenStable();
  };
  const element = (): HTMLElement => fixture.nativeElement as HTMLElement;
  const box = (): HTMLInputElement => element().querySelector('input')!;
  const type = async (text: string, key?: string): Promise<void> => {
    box().value = text;
    box().dispatchEvent(new Event('input'));
    await settle();
    if (key) box().dispatchEvent(new KeyboardEvent('keydown', { key, cancelable: true }));
    await settle();
  };

  beforeEach(async () => {
    // The page gives the store; here the line has one of its own.
    TestBed.overrideComponent(EntryLine, { add: { providers: [CardSheets, JobStore] } });
    clear = await shopOfOne();
    jobId = (await TestBed.inject(JobRepository).bookIn(bookingOf(), 'Runa')).id;
    fixture = TestBed.createComponent(EntryLine);
    fixture.debugElement.injector.get(JobStore).jobId.set(jobId);
    await settle(200);
  });
  afterEach(async () => {
    fixture.debugElement.injector.get(JobStore).close();
    fixture.destroy();
    await clear();
  });

  it('shows what it understood, with verdict and limits, before anything is kept', async () => {
    await type('tp7 6.62v');
    expect(element().textContent).toContain('TP7 tuning voltage');
    expect(element().textContent).toContain('6.62 V');
    expect(element().textContent).toContain('Should be 2.9–3.3 V.');
    expect(element().querySelector('app-verdict')?.textContent).toContain('high');
    expect((await TestBed.inject(JobRepository).tape(jobId)).length).toBe(1);
  });

  it('says what the entry would do to the suspicion', async () => {
    await type('receive am dead');
    await settle(400);
    expect(element().querySelector('.effect')?.textContent).toMatch(/Would lift (Mixer|Audio) from \d+ to \d+, drop Power amplifier/);
  });

  it('keeps the line with Enter, and is empty again', async () => {
    await type('tp7 3.1v', 'Enter');
    await settle(200);
    expect((await TestBed.inject(JobRepository).tape(jobId)).at(-1)).toEqual(
      jasmine.objectContaining({ kind: 'reading', value: 3.1, verdict: 'in' }),
    );
    expect(box().value).toBe('');
  });

  it('marks the place of a mistake, keeps nothing and loses nothing', async () => {
    await type('tp7 3..3v', 'Enter');
    expect(element().querySelector('mark')?.textContent).toBe('.3v');
    expect(element().querySelector('.wrong')).not.toBeNull();
    expect(box().value).toBe('tp7 3..3v');
    expect((await TestBed.inject(JobRepository).tape(jobId)).length).toBe(1);
  });

  it('holds the condition for what follows', async () => {
    await type('ch7 fm keyed', 'Enter');
    expect([...element().querySelectorAll('.chip[aria-pressed="true"]')].map((chip) => chip.textContent?.trim())).toEqual([
      'keyed',
      'FM',
      'ch 7',
    ]);
  });

  it('takes a completion with Tab', async () => {
    await type('tp', 'Tab');
    expect(box().value).toBe('tp7 ');
  });

  it('shows a part that is named alone, where it stands on a sheet, and keeps nothing for it', async () => {
    const repository = TestBed.inject(SheetRepository);
    const sheet = sheetSchema.parse({
      id: '00000000-0000-4000-8000-000000000001',
      cardId: 'pocket',
      fileId: '00000000-0000-4000-8000-0000000000f1',
      page: 1,
      order: 1,
      title: 'Schematic',
      kind: 'schematic',
      width: 600,
      height: 400,
      read: 'done',
    });
    await repository.add({ id: sheet.fileId, cardId: 'pocket', name: 'a.pdf', type: 'pdf', size: 1 }, new Blob(['x']), [sheet]);
    await repository.keepRead([{ sheet, found: [{ name: 'C12', x: 1, y: 1, w: 9, h: 5 }] }]);
    const { injector } = fixture.debugElement;
    injector.get(CardSheets).card.set(injector.get(JobStore).card());
    await settle(250);
    const asked: string[] = [];
    fixture.componentInstance.showAsked.subscribe((name) => asked.push(name));
    await type('c12');
    expect(element().textContent).toContain('C12, 220 µF');
    expect(element().textContent).toContain('On 1 sheet: Enter shows it');
    await type('c12', 'Enter');
    expect(asked).toEqual(['C12']);
    expect(box().value).toBe('');
    await type('q9', 'Enter');
    expect(asked).toEqual(['C12']);
    expect((await TestBed.inject(JobRepository).tape(jobId)).length).toBe(1);
  });
});
