import { type ComponentFixture, TestBed } from '@angular/core/testing';
import { shopOfOne } from '../testing/shop-of-one';
import { CardsPage } from './cards-page';
import { until } from '../testing/still';

describe('CardsPage', () => {
  let clear: () => Promise<void>;
  let fixture: ComponentFixture<CardsPage>;
  const text = (): string => (fixture.nativeElement as HTMLElement).textContent.replaceAll(/\s+/g, ' ');

  beforeEach(async () => {
    clear = await shopOfOne();
    fixture = TestBed.createComponent(CardsPage);
    await until(() => text().includes('TP7'), fixture);
  });
  afterEach(async () => {
    fixture.destroy();
    await clear();
  });

  it('shows the first card where none is named', () => {
    expect((fixture.nativeElement as HTMLElement).querySelector('a[aria-current]')?.textContent).toContain('Pocket');
    expect(text()).toContain('3 sections, 1 parts, 1 points');
    expect(text()).toContain('1980 to 1990');
    expect(text()).toContain('Models: Oxbrae Wren');
  });
  it('tells what each test point expects, and when', () => expect(text()).toMatch(/TP7\s*tuning voltage\s*always\s*2\.9–3\.3 V/));
  it('names the parts of a section', () => expect(text()).toMatch(/Audio.*C12/));
  it('falls back on the first for a card that is not there', async () => {
    fixture.componentRef.setInput('id', 'nothing-such');
    await fixture.whenStable();
    expect(text()).toContain('TP7');
  });
});
