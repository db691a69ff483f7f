import { TestBed, type ComponentFixture } from '@angular/core/testing';
import { firstValueFrom } from 'rxjs';
import { ShopRepository } from '../storage/shop-repository';
import { shopOfOne } from '../testing/shop-of-one';
import { SettingsForm } from './settings-form';
import { still } from '../testing/still';

describe('SettingsForm', () => {
  let clear: () => Promise<void>;
  let fixture: ComponentFixture<SettingsForm>;
  const element = (): HTMLElement => fixture.nativeElement as HTMLElement;
  const settle = (): Promise<void> => still(fixture);
  const keep = async (values: Readonly<Record<string, string>>): Promise<string> => {
    for (const [name, value] of Object.entries(values)) {
      const box = element().querySelector<HTMLInputElement>(`[formControlName="${name}"]`)!;
      box.value = value;
      box.dispatchEvent(new Event('input'));
    }
    element().querySelector('button')!.click();
    await settle();
    return element().querySelector('[role="status"], [role="alert"]')?.textContent ?? '';
  };
  const settings = () => firstValueFrom(TestBed.inject(ShopRepository).settings$);

  beforeEach(async () => {
    clear = await shopOfOne();
    fixture = TestBed.createComponent(SettingsForm);
    await settle();
  });
  afterEach(async () => {
    fixture.destroy();
    await clear();
  });

  it('keeps the particulars of the shop, money in whole minor units', async () => {
    expect(await keep({ name: 'Quoy Lane', currency: 'Mk', rate: '38,50', tax: '8.5' })).toBe('Kept.');
    expect(await settings()).toEqual(
      jasmine.objectContaining({ name: 'Quoy Lane', currency: 'Mk', ratePerHourMinor: 3850, taxPercent: 8.5 }),
    );
  });

  it('keeps what S9 is here and how it repairs, and forgets them again', async () => {
    const choice = element().querySelector('select')!;
    choice.value = 'least';
    choice.dispatchEvent(new Event('change'));
    expect(await keep({ s9Hf: '-67 dBm' })).toBe('Kept.');
    expect((await settings())?.policy).toBe('least');
    expect((await settings())?.s9?.hfV).toBeCloseTo(100e-6, 6);
    expect((await settings())?.s9?.vhfV).toBe(5e-6);
    choice.value = '';
    choice.dispatchEvent(new Event('change'));
    expect(await keep({ s9Hf: '', s9Vhf: '' })).toBe('Kept.');
    expect(Object.keys((await settings()) ?? {})).not.toEqual(jasmine.arrayContaining(['policy']));
    expect((await settings())?.s9).toBeUndefined();
  });

  for (const [field, wrong] of [
    ['s9Hf', 'loud'],
    ['s9Vhf', '5 V'],
    ['rate', 'a lot'],
    ['tax', '120'],
    ['tax', 'x'],
  ] as const)
    it(`refuses ${field} "${wrong}" and changes nothing`, async () => {
      const before = await settings();
      expect(await keep({ name: 'Other', [field]: wrong })).toContain('nothing was changed');
      expect(await settings()).toEqual(before);
    });
});
