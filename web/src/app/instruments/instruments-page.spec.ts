import { TestBed } from '@angular/core/testing';
import { BenchDatabase } from '../storage/bench-database';
import { shopOfOne } from '../testing/shop-of-one';
import { InstrumentsPage } from './instruments-page';

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
    for (let k = 0; k < 40 && !(fixture.nativeElement as HTMLElement).textContent.includes('Counter'); k += 1) {
      await new Promise((resolve) => setTimeout(resolve, 25));
      await fixture.whenStable();
    }
    const text = (fixture.nativeElement as HTMLElement).textContent;
    expect(text).toContain('±0.5% + 2 digits');
    expect(text).toContain('A: ±1%');
    expect(text).toContain('±1 ppm + 0.5 ppm a year');
    expect(text).toContain('direct, gates 100 ms, 1 s; 8 digits; ÷10 above 100 MHz');
    expect(text).toContain('calibrated 2026-04-11');
    expect(text).toContain('V, for sens');
    fixture.destroy();
  });
});
