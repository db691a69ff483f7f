import { type ComponentFixture, TestBed } from '@angular/core/testing';
import { BenchDatabase } from '../storage/bench-database';
import { shopOfOne } from '../testing/shop-of-one';
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

  it('tells what is here, where, and what it costs', () => expect(rows()).toContain('220 µF 25 V electrolytic 14 0.35 B2 Northwick'));
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
