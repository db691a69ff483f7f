import { signal } from '@angular/core';
import { lineAsked } from '@amber-relay/core/practice';
import { BENCH_ANSWERS, type BenchAnswers } from '../bench/bench-answers';
import { type ComponentFixture, TestBed } from '@angular/core/testing';
import { CoreError } from '@amber-relay/core/errors';
import { sheetSchema } from '@amber-relay/core/sheets';
import { CardSheets } from '../sheets/card-sheets';
import { JobRepository } from '../storage/job-repository';
import { BenchDatabase } from '../storage/bench-database';
import { SheetRepository } from '../storage/sheet-repository';
import { InstrumentLink, type LinkReading } from '../instruments/instrument-link';
import { bookingOf, shopOfOne } from '../testing/shop-of-one';
import { EntryLine } from './entry-line';
import { benchProviders } from './bench-providers';
import { JobOnBench } from './job-on-bench';
import { LineOffer } from './line-offer';
import { still } from '../testing/still';

describe('EntryLine', () => {
  let clear: () => Promise<void>;
  let fixture: ComponentFixture<EntryLine>;
  let jobId: string;
  const settle = (): Promise<void> => still(fixture);
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
    // The page gives what its parts share; here the line has its own.
    TestBed.overrideComponent(EntryLine, { add: { providers: benchProviders } });
    clear = await shopOfOne();
    jobId = (await TestBed.inject(JobRepository).bookIn(bookingOf(), 'Runa')).id;
    fixture = TestBed.createComponent(EntryLine);
    fixture.debugElement.injector.get(JobOnBench).jobId.set(jobId);
    await settle();
  });
  afterEach(async () => {
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

  it('keeps what was told afterwards and what a part cost, and refuses the word that it cannot read', async () => {
    await type('worked 05:15-16:21 less 15 min', 'Enter');
    await type('fit c12 470u 25v @0.40 x2', 'Enter');
    await type('start 25:00');
    expect(element().textContent).toContain('"25:00" is not understood here.');
    const [, worked, fitted] = await TestBed.inject(JobRepository).tape(jobId);
    expect(worked).toEqual(jasmine.objectContaining({ kind: 'labour', act: 'worked', minutes: 651 }));
    expect(fitted).toEqual(jasmine.objectContaining({ kind: 'fit', designator: 'C12', priceMinor: 40, quantity: 2 }));
  });

  it('says what the entry would do to the suspicion', async () => {
    await type('receive am dead');
    await settle();
    expect(element().querySelector('.effect')?.textContent).toMatch(/Would lift (Mixer|Audio) from \d+ to \d+, drop Power amplifier/);
  });

  it('keeps the line with Enter, and is empty again', async () => {
    await type('tp7 3.1v', 'Enter');
    await settle();
    expect((await TestBed.inject(JobRepository).tape(jobId)).at(-1)).toEqual(
      jasmine.objectContaining({ kind: 'reading', value: 3.1, verdict: 'in' }),
    );
    expect(box().value).toBe('');
  });

  it('takes a line that comes by itself only where nothing is being typed', async () => {
    const line = fixture.debugElement.injector.get(LineOffer);
    await type('note half a thought');
    line.offerGently('tp7 ch40 ');
    await settle();
    expect(box().value).toBe('note half a thought');
    await type('');
    line.offerGently('tp7 ch40 ');
    await settle();
    expect(box().value).toBe('tp7 ch40 ');
    line.offer('tp5 ');
    await settle();
    expect(box().value).toBe('tp5 ');
  });

  it('asks of a figure that is hardly so, and keeps it when it is given twice', async () => {
    await type('tp7 3.1kv', 'Enter');
    await settle();
    expect(element().querySelector('[data-doubt]')?.textContent).toContain('is it 3.1 V?');
    expect((await TestBed.inject(JobRepository).tape(jobId)).length).toBe(1);
    expect(box().value).toBe('tp7 3.1kv');
    box().dispatchEvent(new KeyboardEvent('keydown', { key: 'Enter', bubbles: true, cancelable: true }));
    await settle();
    expect((await TestBed.inject(JobRepository).tape(jobId)).at(-1)).toEqual(jasmine.objectContaining({ kind: 'reading', value: 3100 }));
  });

  it('marks the place of a mistake, keeps nothing and loses nothing', async () => {
    await type('tp7 3..3v', 'Enter');
    expect(element().querySelector('mark')?.textContent).toBe('.3v');
    expect(element().querySelector('.wrong')).not.toBeNull();
    expect(box().value).toBe('tp7 3..3v');
    expect((await TestBed.inject(JobRepository).tape(jobId)).length).toBe(1);
  });

  it('keeps what it does not understand as a note, by one press or by Shift and Enter', async () => {
    const notes = async (): Promise<string[]> =>
      (await TestBed.inject(JobRepository).tape(jobId)).flatMap((entry) => (entry.kind === 'note' ? [entry.text] : []));
    const button = (): HTMLButtonElement | undefined =>
      [...element().querySelectorAll<HTMLButtonElement>('.acts button')].find((each) => each.textContent.includes('As a note'));
    await type('tp7 6.62v');
    expect(button()).toBeUndefined();
    await type(' dial lamp flickers ');
    button()?.click();
    await settle();
    expect(box().value).toBe('');
    await type('smells of burnt resistor');
    box().dispatchEvent(new KeyboardEvent('keydown', { key: 'Enter', shiftKey: true, cancelable: true }));
    await settle();
    expect(await notes()).toEqual(['dial lamp flickers', 'smells of burnt resistor']);
    expect(button()).toBeUndefined();
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
    await repository.keepRead([{ was: sheet, sheet, found: [{ name: 'C12', x: 1, y: 1, w: 9, h: 5 }] }]);
    const { injector } = fixture.debugElement;
    injector.get(CardSheets).card.set(injector.get(JobOnBench).card());
    await settle();
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

  describe('with a linked instrument', () => {
    let read: jasmine.Spy<InstrumentLink['read']>;
    const press = async (): Promise<void> => {
      await fixture.componentInstance.read();
      await settle();
    };
    beforeEach(async () => {
      read = spyOn(TestBed.inject(InstrumentLink), 'read');
      const db = TestBed.inject(BenchDatabase);
      await db.instruments.bulkPut([
        { id: 'another', name: 'Another', measures: ['V'], percentOfReading: 20 },
        { id: 'meter', name: 'Meter', measures: ['V'], percentOfReading: 0.5, link: { host: 'meter.local', port: 5025 } },
      ]);
      await settle();
    });

    it('takes the value of the point that was named, judged by the instrument that read it, and Enter keeps it', async () => {
      read.and.resolveTo({ value: 3.0512, step: 0.001 });
      await type('tp7 ');
      expect(element().textContent).toContain('Meter reads it: F9.');
      expect(element().querySelector('.read')?.textContent).toContain('Read V DC');
      await press();
      expect(box().value).toBe('tp7 3.051 V');
      expect(element().querySelector('app-verdict')?.textContent).toContain('in');
      // Once more: the same point, anew.
      read.and.resolveTo({ value: 2.5, step: 0.001 });
      await press();
      expect(box().value).toBe('tp7 2.500 V');
      expect(read.calls.mostRecent().args[2]).toEqual({ jobId, cardId: 'pocket' });
      await type(box().value, 'Enter');
      await settle();
      const kept = (await TestBed.inject(JobRepository).tape(jobId)).at(-1);
      expect(kept).toEqual(jasmine.objectContaining({ kind: 'reading', value: 2.5, step: 0.001, instrument: 'meter', verdict: 'low' }));
    });

    it('is judged by whoever is first in the shop once the figure is typed over', async () => {
      read.and.resolveTo({ value: 3.0512, step: 0.001 });
      await type('tp7 ');
      await press();
      await type('tp7 3.05 V', 'Enter');
      await settle();
      expect((await TestBed.inject(JobRepository).tape(jobId)).at(-1)).toEqual(jasmine.objectContaining({ instrument: 'another' }));
    });

    it('says what went wrong, where it would not settle, and what to name first; the line stays', async () => {
      await press();
      expect(element().querySelector('[data-link]')?.textContent).toContain('Name a point, a test or a channel first');
      read.and.rejectWith(new CoreError('unknown-name', 'x', 'It is not reached.', 'See that it is on.'));
      await type('tp7');
      await press();
      expect(element().querySelector('[data-link]')?.textContent).toBe('It is not reached. See that it is on.');
      expect(box().value).toBe('tp7');
      read.and.resolveTo({ value: 3, step: 0.001, between: [1, 5] });
      await press();
      expect(element().querySelector('[data-link]')?.textContent).toContain('It did not settle: 1.000 V to 5.000 V.');
      await type('pwr ');
      expect(element().textContent).toContain('No instrument of the shop reads this.');
    });

    it('leaves alone what was typed while it read, and can be stopped', async () => {
      let give: (reading: LinkReading) => void = () => undefined;
      read.and.callFake(
        (_i, _w, _h, signal) =>
          new Promise((resolve, reject) => {
            give = resolve;
            signal?.addEventListener('abort', () => reject(new Error('aborted')));
          }),
      );
      await type('tp7 ');
      void fixture.componentInstance.read();
      await settle();
      expect(element().textContent).toContain('Meter is reading. Escape stops it.');
      await type('note hum');
      give({ value: 3, step: 0.001 });
      await settle();
      expect(box().value).toBe('note hum');
      await type('tp7 ');
      void fixture.componentInstance.read();
      await settle();
      await type('tp7 ', 'Escape');
      expect(element().querySelector('[data-link]')?.textContent).toBe('Stopped; nothing was read.');
    });
  });
});

describe('EntryLine on a bench that answers by itself', () => {
  it('asks the set by a line without its answer, and keeps the line with it', async () => {
    TestBed.overrideComponent(EntryLine, { add: { providers: benchProviders } });
    const kept: unknown[] = [];
    const answers: BenchAnswers = {
      help: signal('off'),
      lineAsked,
      takesFirst: () => 'First comes off: cover (2 min).',
      ask: (asked) => Promise.resolve({ asked, says: asked.what === 'load' ? '' : '6.620 V', minutes: 2 }),
      kept: (bodies) => Promise.resolve(void kept.push(...bodies)),
    };
    TestBed.overrideProvider(BENCH_ANSWERS, { useValue: answers });
    const clear = await shopOfOne();
    const { id } = await TestBed.inject(JobRepository).bookIn(bookingOf(), 'Runa');
    const fixture = TestBed.createComponent(EntryLine);
    fixture.debugElement.injector.get(JobOnBench).jobId.set(id);
    await still(fixture);
    const element = fixture.nativeElement as HTMLElement;
    const box = element.querySelector('input')!;
    const type = async (text: string, key?: string): Promise<void> => {
      box.value = text;
      box.dispatchEvent(new Event('input'));
      await still(fixture);
      if (key) box.dispatchEvent(new KeyboardEvent('keydown', { key, cancelable: true }));
      await still(fixture);
    };
    await type('tp7');
    expect(element.textContent).toContain('TP7 tuning voltage');
    expect(element.textContent).toContain('Enter asks the set. First comes off: cover (2 min).');
    await type('tp7', 'Enter');
    const tape = await TestBed.inject(JobRepository).tape(id);
    expect(tape.at(-1)).toEqual(jasmine.objectContaining({ kind: 'reading', value: 6.62, verdict: 'high' }));
    expect(kept.length).toBe(1);
    // What does something to the bench alone puts nothing on the tape; a line that is whole is kept as it stands.
    await type('load on', 'Enter');
    await type('note it hums', 'Enter');
    expect((await TestBed.inject(JobRepository).tape(id)).slice(tape.length).map(({ kind }) => kind)).toEqual(['note']);
    fixture.destroy();
    await clear();
  });
});
