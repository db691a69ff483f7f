import { type ComponentFixture, TestBed } from '@angular/core/testing';
import { BenchDatabase } from '../storage/bench-database';
import { shopOfOne } from '../testing/shop-of-one';
import { until } from '../testing/still';
import { StockForm } from './stock-form';

describe('StockForm', () => {
  const item = {
    id: 'c',
    part: '220 µF 25 V',
    kind: 'electrolytic',
    quantity: 14,
    priceMinor: 35,
    drawer: 'B2',
    supplier: 'Northwick',
    offers: [{ supplier: 'Northwick', costMinor: 20 }],
  };
  let clear: () => Promise<void>;
  let fixture: ComponentFixture<StockForm>;
  const box = (name: string): HTMLInputElement => {
    const fields = [...(fixture.nativeElement as HTMLElement).querySelectorAll('app-field')];
    const found = fields.find((field) => field.querySelector('label')?.textContent.trim() === name)?.querySelector('input');
    if (!found) throw new Error(name);
    return found;
  };
  const type = (name: string, text: string): void => {
    box(name).value = text;
    box(name).dispatchEvent(new Event('input'));
  };
  const keep = (): void => void (fixture.nativeElement as HTMLElement).querySelector('form')?.dispatchEvent(new Event('submit'));
  const stored = () => TestBed.inject(BenchDatabase).stock.get('c');

  beforeEach(async () => {
    clear = await shopOfOne();
    await TestBed.inject(BenchDatabase).stock.put(item);
    fixture = TestBed.createComponent(StockForm);
    fixture.componentRef.setInput('item', item);
    await fixture.whenStable();
  });
  afterEach(async () => {
    fixture.destroy();
    await clear();
  });

  it('keeps what was typed, and the count of now, while parts are fitted elsewhere', async () => {
    type('Lot or date code', '2611');
    type('Order below', '5');
    fixture.componentRef.setInput('item', { ...item, quantity: 12 });
    await fixture.whenStable();
    expect([box('Lot or date code').value, box('Order below').value]).toEqual(['2611', '5']);
    keep();
    await until(async () => (await stored())?.lot === '2611');
    expect(await stored()).toEqual(jasmine.objectContaining({ ...item, quantity: 12, lot: '2611', minimum: 5 }));
  });
  it('takes a count that was typed, and refuses a job that nobody has in hand', async () => {
    type('How many', '9');
    type('Only for job', '77');
    keep();
    await fixture.whenStable();
    expect((fixture.nativeElement as HTMLElement).textContent).toContain('No job in hand has the number "77".');
    expect((await stored())?.quantity).toBe(14);
    const job = crypto.randomUUID();
    fixture.componentRef.setInput('jobs', [{ id: job, number: 77, finished: false, waits: 'nothing', waitText: '', wanted: [] }]);
    keep();
    await until(async () => (await stored())?.quantity === 9);
    expect((await stored())?.forJob).toBe(job);
  });
});
