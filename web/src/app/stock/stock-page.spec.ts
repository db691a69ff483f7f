import { type ComponentFixture, TestBed } from '@angular/core/testing';
import { BenchDatabase } from '../storage/bench-database';
import { JobRepository } from '../storage/job-repository';
import { bookingOf, shopOfOne } from '../testing/shop-of-one';
import { StockPage } from './stock-page';
import { until } from '../testing/still';

describe('StockPage', () => {
  let clear: () => Promise<void>;
  let fixture: ComponentFixture<StockPage>;
  const rows = (): string[] =>
    [...(fixture.nativeElement as HTMLElement).querySelectorAll('tbody tr')].map((row) =>
      [...row.querySelectorAll('td')].map((cell) => cell.textContent.trim()).join(' '),
    );

  beforeEach(async () => {
    clear = await shopOfOne();
    await TestBed.inject(BenchDatabase).stock.bulkPut([
      { id: 'c', part: '220 µF 25 V', kind: 'electrolytic', quantity: 14, priceMinor: 35, drawer: 'B2', supplier: 'Northwick' },
      { id: 'r', part: '100 Ω 2 W', kind: 'resistor', quantity: 3, priceMinor: 12, drawer: 'A1', supplier: 'Southby' },
    ]);
    fixture = TestBed.createComponent(StockPage);
    await until(() => rows().length === 2);
  });
  afterEach(async () => {
    fixture.destroy();
    await clear();
  });

  it('tells what is here, where, and what it costs', () => expect(rows()).toContain('220 µF 25 V electrolytic 14  0.35 B2 Northwick'));
  it('tells what is spoken for, what is below its minimum, and what else one should know before one takes it', async () => {
    const job = await TestBed.inject(JobRepository).bookIn(bookingOf(), 'Runa');
    await TestBed.inject(JobRepository).append(job.id, { kind: 'listed', designator: 'R9', value: '100 ohm 2w' }, 'Runa');
    await TestBed.inject(BenchDatabase).stock.update('r', { minimum: 5, origin: 'salvage', lot: '2611', successor: 'Zellen R2' });
    await until(() => rows().some((row) => row.includes('of 5')));
    await until(() => rows().some((row) => row.includes(`for ${job.number}`)));
    expect(rows()[0]?.replace(/\s+/g, ' ')).toBe(
      `100 Ω 2 W resistor, out of another set, lot 2611, replaced by Zellen R2 3 of 5 1 for ${job.number} 0.12 A1 Southby`,
    );
  });
  it('is searched by part, kind, drawer and supplier, all words at once', async () => {
    const search = async (words: string): Promise<void> => {
      const box = (fixture.nativeElement as HTMLElement).querySelector('input');
      if (!box) throw new Error('no search');
      box.value = words;
      box.dispatchEvent(new Event('input'));
      await fixture.whenStable();
    };
    await search('southby 100');
    expect(rows().length).toBe(1);
    expect(rows()[0]).toContain('100 Ω 2 W');
    await search('electrolytic a1');
    expect(rows()[0]).toContain('Nothing in stock');
  });
});
