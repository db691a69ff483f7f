import { TestBed, type ComponentFixture } from '@angular/core/testing';
import { firstValueFrom } from 'rxjs';
import { ShopRepository } from '../storage/shop-repository';
import { shopOfOne } from '../testing/shop-of-one';
import { still } from '../testing/still';
import { SheetForm } from './sheet-form';

describe('SheetForm', () => {
  let clear: () => Promise<void>;
  let fixture: ComponentFixture<SheetForm>;
  const element = (): HTMLElement => fixture.nativeElement as HTMLElement;
  const settings = () => firstValueFrom(TestBed.inject(ShopRepository).settings$);
  const write = async (name: string, value: string): Promise<void> => {
    const box = element().querySelector<HTMLInputElement>(`[name="${name}"]`)!;
    box.value = value;
    box.dispatchEvent(new Event('input', { bubbles: true }));
    await still(fixture);
  };
  const keep = async (): Promise<string> => {
    element().querySelector<HTMLButtonElement>('button[type=submit]')!.click();
    await still(fixture);
    return element().querySelector('[role=status]')?.textContent ?? '';
  };
  const openWords = async (): Promise<void> => {
    element().querySelector<HTMLButtonElement>('[aria-expanded]')!.click();
    await still(fixture);
  };

  beforeEach(async () => {
    clear = await shopOfOne();
    fixture = TestBed.createComponent(SheetForm);
    await still(fixture);
  });
  afterEach(async () => {
    fixture.destroy();
    await clear();
  });

  it('keeps the warranty, the language of dates, the foot and own words, and forgets them again', async () => {
    await write('days', '90');
    await write('locale', 'nl');
    await write('foot', 'Pay to 1234');
    await openWords();
    await write('Found', 'Gevonden');
    expect(await keep()).toBe('Kept.');
    expect(await settings()).toEqual(
      jasmine.objectContaining({ warrantyDays: 90, paper: { locale: 'nl', foot: 'Pay to 1234', words: { Found: 'Gevonden' } } }),
    );
    for (const name of ['days', 'locale', 'foot', 'Found']) await write(name, '');
    expect(await keep()).toBe('Kept.');
    const after = await settings();
    expect([after?.warrantyDays, after?.paper]).toEqual([undefined, undefined]);
  });
  for (const [name, wrong, says] of [
    ['days', '0', 'is not a number of days'],
    ['days', 'ever', 'is not a number of days'],
    ['locale', 'klingonese!', 'is no language'],
    ['Job {number}', 'Opdracht', 'Leave {number} in it'],
  ] as const)
    it(`refuses ${name} "${wrong}", keeps nothing and lets it stand`, async () => {
      await openWords();
      await write('foot', 'Pay here');
      await write(name, wrong);
      expect(await keep()).toContain('Nothing was kept');
      expect(element().querySelector('[role=alert]')?.textContent).toContain(says);
      expect(element().querySelector<HTMLInputElement>(`[name="${name}"]`)?.value).toBe(wrong);
      expect((await settings())?.paper).toBeUndefined();
    });
});
