import { TestBed, type ComponentFixture } from '@angular/core/testing';
import { firstValueFrom } from 'rxjs';
import { ShopChanges } from '../storage/shop-changes';
import { ShopRepository } from '../storage/shop-repository';
import { shopOfOne } from '../testing/shop-of-one';
import { still } from '../testing/still';
import { LegsPage } from './legs-page';

describe('LegsPage', () => {
  let clear: () => Promise<void>;
  let fixture: ComponentFixture<LegsPage>;
  const element = (): HTMLElement => fixture.nativeElement as HTMLElement;
  const stock = () => firstValueFrom(TestBed.inject(ShopRepository).stock$);
  const write = async (selector: string, value: string): Promise<void> => {
    const box = element().querySelector<HTMLInputElement>(selector)!;
    box.value = value;
    box.dispatchEvent(new Event('input'));
    await still(fixture);
  };
  const note = async (part: string, legs: string, ratings = ''): Promise<void> => {
    await write('[name=part]', part);
    await write('[name=legs]', legs);
    await write('[name=ratings]', ratings);
    element().querySelector<HTMLButtonElement>('button[type=submit]')!.click();
    await still(fixture);
  };
  beforeEach(async () => {
    clear = await shopOfOne();
    fixture = TestBed.createComponent(LegsPage);
    await still(fixture);
  });
  afterEach(async () => {
    fixture.destroy();
    await clear();
  });

  it('keeps a note with the part it is of, and never counts one more of it', async () => {
    const item = { id: 'a', part: 'SR-2201', kind: 'npn', quantity: 7, priceMinor: 40, drawer: 'B2', supplier: '' };
    await TestBed.inject(ShopChanges).saveStock([item]);
    await still(fixture);
    await note('sr-2201', 'EBC', 'vceo 40V');
    expect((await stock()).filter(({ part }) => part.toLowerCase() === 'sr-2201')).toEqual([
      jasmine.objectContaining({ id: 'a', quantity: 7, priceMinor: 40, legs: 'EBC', ratings: 'vceo 40V' }),
    ]);
    await note('microphone lead', 'red audio, black ground');
    expect((await stock()).find(({ part }) => part === 'microphone lead')).toEqual(jasmine.objectContaining({ quantity: 0 }));
    expect(element().querySelector<HTMLInputElement>('[name=part]')?.value).toBe('');
  });
  it('finds a part by its number, a leg or a colour', async () => {
    await note('SR-2201', 'EBC');
    await note('microphone lead', 'red audio, black ground');
    const shown = (): string[] => [...element().querySelectorAll('.notes h2')].map((head) => head.textContent ?? '');
    expect(shown()).toEqual(['microphone lead', 'SR-2201']);
    await write('[type=search]', 'red');
    expect(shown()).toEqual(['microphone lead']);
    await write('[type=search]', 'nothing such');
    expect(element().textContent).toContain('Nothing known goes by that.');
  });
});
