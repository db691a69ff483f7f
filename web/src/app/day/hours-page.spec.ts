import { TestBed, type ComponentFixture } from '@angular/core/testing';
import { firstValueFrom } from 'rxjs';
import { ShopRepository } from '../storage/shop-repository';
import { shopOfOne } from '../testing/shop-of-one';
import { still } from '../testing/still';
import { HoursPage } from './hours-page';

describe('HoursPage', () => {
  let clear: () => Promise<void>;
  let fixture: ComponentFixture<HoursPage>;
  let page: HTMLElement;
  beforeEach(async () => {
    clear = await shopOfOne();
    fixture = TestBed.createComponent(HoursPage);
    page = fixture.nativeElement as HTMLElement;
    await still(fixture);
  });
  afterEach(() => clear());

  const field = (label: string, nth = 0): HTMLInputElement => {
    const found = [...page.querySelectorAll('label')].filter((each) => each.textContent?.trim() === label)[nth];
    return page.querySelector(`#${found?.getAttribute('for') ?? 'none'}`) as HTMLInputElement;
  };
  const type = (label: string, text: string, nth = 0): void => {
    const input = field(label, nth);
    input.value = text;
    input.dispatchEvent(new Event('input'));
  };
  const press = async (name: string): Promise<void> => {
    [...page.querySelectorAll('button')].find((button) => button.textContent?.trim() === name)?.click();
    await still(fixture);
  };
  const kept = async () => (await firstValueFrom(TestBed.inject(ShopRepository).settings$)).people;

  it('begins with the technician on weekdays', () => {
    expect([field('Name').value, field('Monday').value, field('Sunday').value]).toEqual(['Bench', '9:00-13:00, 13:30-17:30', '']);
  });
  it('keeps hours as one writes them, of several', async () => {
    type('Monday', '10-12');
    type('Saturday', '9.30 to 13');
    type('Days off', '2026-12-24');
    await press('Someone else');
    type('Name', 'Sten', 1);
    await press('Keep');
    expect(page.textContent).toContain('Kept.');
    const people = await kept();
    expect(people?.map(({ name }) => name)).toEqual(['Bench', 'Sten']);
    expect(people?.[0]?.hours.week[1]).toEqual([[600, 720]]);
    expect(people?.[0]?.hours.week[6]).toEqual([[570, 780]]);
    expect(people?.[0]?.hours.off).toEqual(['2026-12-24']);
  });
  it('refuses what it cannot read where it stands, and keeps what was typed', async () => {
    type('Tuesday', 'afternoon');
    type('Name', ' ');
    await press('Keep');
    const said = [...page.querySelectorAll('[role="alert"]')].map((each) => each.textContent ?? '');
    expect(said.some((text) => text.includes('"afternoon" is no span of hours'))).toBeTrue();
    expect(said.some((text) => text.includes('Who is it?'))).toBeTrue();
    expect(field('Tuesday').value).toBe('afternoon');
    expect(await kept()).toBeUndefined();
  });
  it('refuses a week in which nobody is there', async () => {
    for (const day of ['Monday', 'Tuesday', 'Wednesday', 'Thursday', 'Friday']) type(day, '');
    await press('Keep');
    expect(page.textContent).toContain('Nobody would be at the bench at all');
    expect(await kept()).toBeUndefined();
  });
});
