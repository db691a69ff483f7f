import { TestBed } from '@angular/core/testing';
import { CoreError } from '@amber-relay/core/errors';
import { BenchDatabase } from '../storage/bench-database';
import { JobRepository } from '../storage/job-repository';
import { bookingOf, shopOfOne } from '../testing/shop-of-one';
import { InstrumentLink } from './instrument-link';
import { InstrumentsPage } from './instruments-page';
import { until } from '../testing/still';

describe('InstrumentsPage', () => {
  let clear: () => Promise<void>;
  beforeEach(async () => (clear = await shopOfOne()));
  afterEach(() => clear());

  it('tells each accuracy as a handbook writes it, by unit, with gates and the day of calibration', async () => {
    const db = TestBed.inject(BenchDatabase);
    await db.instruments.bulkPut([
      { id: 'dmm', name: 'Multimeter', measures: ['V', 'A'], percentOfReading: 0.5, counts: 2, byUnit: { A: { percentOfReading: 1 } } },
      {
        id: 'counter',
        name: 'Counter',
        measures: ['Hz'],
        ppm: 1,
        ppmPerYear: 0.5,
        counter: { kind: 'direct', gatesS: [0.1, 1], displayDigits: 8, prescaler: { aboveHz: 1e8, by: 10 } },
        calibrated: '2026-04-11',
      },
      { id: 'gen', name: 'Generator', measures: ['V'], words: ['sens'], decibels: 1 },
    ]);
    const fixture = TestBed.createComponent(InstrumentsPage);
    await until(() => (fixture.nativeElement as HTMLElement).textContent.includes('Counter'), fixture);
    const text = (fixture.nativeElement as HTMLElement).textContent;
    expect(text).toContain('±0.5% + 2 digits');
    expect(text).toContain('A: ±1%');
    expect(text).toContain('±1 ppm + 0.5 ppm a year');
    expect(text).toContain('direct, gates 100 ms, 1 s; 8 digits; ÷10 above 100 MHz');
    expect(text).toContain('calibrated 2026-04-11');
    expect(text).toContain('V, for sens');
    fixture.destroy();
  });

  it('takes the address of an instrument that was tried, and lets it go again', async () => {
    const db = TestBed.inject(BenchDatabase);
    const identify = spyOn(TestBed.inject(InstrumentLink), 'identify').and.resolveTo('Quoy Lane, Stand-in');
    const confirm = spyOn(TestBed.inject(InstrumentLink), 'confirm').and.resolveTo();
    const fixture = TestBed.createComponent(InstrumentsPage);
    const element = fixture.nativeElement as HTMLElement;
    const button = (name: string): HTMLButtonElement | undefined =>
      [...element.querySelectorAll('button')].find((b) => b.textContent.trim() === name);
    const type = (name: string, value: string): void => {
      const field = element.querySelector<HTMLInputElement>(`input[name=${name}]`)!;
      field.value = value;
      field.dispatchEvent(new Event('input'));
    };
    await until(() => button('Link it') !== undefined);
    button('Link it')!.click();
    await until(() => button('Try it') !== undefined);
    type('host', 'bad host');
    button('Try it')!.click();
    await until(() => element.querySelector('.wrong')?.textContent.includes('meter.local') ?? false);
    expect(identify).not.toHaveBeenCalled();
    type('host', 'meter.local');
    type('port', '99999');
    button('Keep')!.click();
    await until(() => element.querySelector('.wrong')?.textContent.includes('65535') ?? false);
    type('port', '5025');
    button('Try it')!.click();
    await until(() => element.querySelector('[data-said]')?.textContent.includes('Quoy Lane, Stand-in') ?? false);
    expect((await db.instruments.get('meter'))?.link).toBeUndefined();
    button('Keep')!.click();
    await until(() => button('meter.local:5025') !== undefined);
    expect((await db.instruments.get('meter'))?.link).toEqual({ host: 'meter.local', port: 5025 });
    expect(confirm).toHaveBeenCalledOnceWith({ host: 'meter.local', port: 5025 });
    button('meter.local:5025')!.click();
    await until(() => button('Unlink') !== undefined);
    identify.and.rejectWith(new CoreError('unknown-name', 'x', 'It is not reached.', 'See that it is on.'));
    button('Try it')!.click();
    await until(() => element.querySelector('[data-wrong]')?.textContent === 'It is not reached. See that it is on.');
    // Kept all the same, but not confirmed: it is not read before it has answered.
    button('Keep')!.click();
    await until(() => element.querySelector('[data-wrong]')?.textContent.includes('not read until it has answered') ?? false);
    expect(confirm).toHaveBeenCalledTimes(1);
    button('Unlink')!.click();
    await until(() => button('Link it') !== undefined);
    expect((await db.instruments.get('meter'))?.link).toBeUndefined();
    fixture.destroy();
  });

  it('takes what an instrument was held against, refuses what is no figure, and keeps it when the instrument is changed', async () => {
    const db = TestBed.inject(BenchDatabase);
    await db.instruments.clear();
    await db.instruments.put({ id: 'counter', name: 'Counter', measures: ['Hz'], ppm: 1 });
    const fixture = TestBed.createComponent(InstrumentsPage);
    const element = fixture.nativeElement as HTMLElement;
    const press = (name: string): void =>
      [...element.querySelectorAll('button')].find((b) => (b.getAttribute('aria-label') ?? b.textContent.trim()) === name)?.click();
    const type = (name: string, value: string): void => {
      const field = element.querySelector<HTMLInputElement>(`input[name=${name}]`)!;
      field.value = value;
      field.dispatchEvent(new Event('input'));
    };
    await until(() => element.textContent.includes('Counter'), fixture);
    press('Checks of Counter');
    await until(() => element.textContent.includes('Never checked here'), fixture);
    type('against', 'the bench standard');
    type('error', 'little');
    type('plusMinus', '0.1');
    press('Keep');
    await until(() => element.textContent.includes('Write it with its unit'), fixture);
    type('error', '0.4 ppm');
    press('Keep');
    await until(() => /checked: \+0\.4\d* ppm ± 0\.1\d* ppm against the bench standard/.test(element.textContent), fixture);
    press('Change Counter');
    await until(() => element.querySelector('app-instrument-form') !== null, fixture);
    press('Keep it');
    await until(() => element.querySelector('app-instrument-form') === null, fixture);
    expect((await db.instruments.get('counter'))?.checks?.length).toBe(1);
    fixture.destroy();
  });

  it('holds instruments against each other by what they read of the same things', async () => {
    const db = TestBed.inject(BenchDatabase);
    await db.instruments.clear();
    await db.instruments.bulkPut([
      { id: 'old', name: 'Old meter', measures: ['V'], percentOfReading: 1 },
      { id: 'new', name: 'New meter', measures: ['V'], percentOfReading: 0.1 },
    ]);
    const jobs = TestBed.inject(JobRepository);
    const { id } = await jobs.bookIn(bookingOf(), 'Runa');
    const read = (instrument: string, value: number, uncertainty: number) => ({
      kind: 'reading' as const,
      subject: { what: 'point' as const, point: 'TP7' },
      value,
      unit: 'V' as const,
      step: 0.001,
      condition: {},
      uncertainty,
      instrument,
      named: true as const,
      verdict: 'no-limit' as const,
    });
    await jobs.appendAll(id, [read('old', 3.2, 0.032), read('new', 3.1, 0.0031)], 'Runa');
    const fixture = TestBed.createComponent(InstrumentsPage);
    const element = fixture.nativeElement as HTMLElement;
    await until(() => element.textContent.includes('Old meter'), fixture);
    [...element.querySelectorAll('button')].find((b) => b.textContent.trim() === 'Look through all jobs')?.click();
    await until(() => element.textContent.includes('do not agree'), fixture);
    expect(element.textContent).toContain('Believe New meter');
    expect(element.textContent).toMatch(/Old meter reads \+3\.\d* % ± \d\.?\d* % by 1 double reading|Old meter reads \+3(\.\d+)?% ±/);
    fixture.destroy();
  });
});
