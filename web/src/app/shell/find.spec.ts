import { TestBed, type ComponentFixture } from '@angular/core/testing';
import { MatDialogRef } from '@angular/material/dialog';
import { Router } from '@angular/router';
import { JobRepository } from '../storage/job-repository';
import { bookingOf, shopOfOne } from '../testing/shop-of-one';
import { Find } from './find';
import { still } from '../testing/still';

describe('Find', () => {
  let clear: () => Promise<void>;
  let fixture: ComponentFixture<Find>;
  let closed = 0;
  const element = (): HTMLElement => fixture.nativeElement as HTMLElement;
  const settle = (): Promise<void> => still(fixture);
  const search = async (words: string): Promise<string[]> => {
    const box = element().querySelector('input')!;
    box.value = words;
    box.dispatchEvent(new Event('input'));
    await settle();
    return [...element().querySelectorAll('li b')].map((b) => b.textContent ?? '');
  };
  const key = (name: string): boolean =>
    element()
      .querySelector('input')!
      .dispatchEvent(new KeyboardEvent('keydown', { key: name, cancelable: true }));

  beforeEach(async () => {
    TestBed.overrideProvider(MatDialogRef, { useValue: { close: () => (closed += 1) } });
    TestBed.configureTestingModule({ providers: [{ provide: MatDialogRef, useValue: { close: () => (closed += 1) } }] });
    clear = await shopOfOne();
    for (const serial of ['OB7-111', 'OB7-222']) await TestBed.inject(JobRepository).bookIn(bookingOf(serial), 'Runa');
    fixture = TestBed.createComponent(Find);
    await settle();
  });
  afterEach(async () => {
    fixture.destroy();
    await clear();
  });

  it('finds jobs by serial, owner and complaint, and cards by their models', async () => {
    expect(await search('OB7-222')).toEqual(['2 Oxbrae Wren']);
    expect((await search('marrow')).length).toBe(2);
    expect(await search('pocket')).toEqual(['Pocket']);
    expect((await search('maroow')).length).toBe(2);
  });

  it('opens what the arrows chose', async () => {
    const navigate = spyOn(TestBed.inject(Router), 'navigate');
    await search('marrow');
    key('ArrowDown');
    key('Enter');
    expect(closed).toBe(1);
    expect(navigate.calls.mostRecent().args[0][0]).toBe('/job');
  });

  it('says so when nothing is found', async () => {
    expect(await search('zebra')).toEqual([]);
    expect(element().textContent).toContain('Nothing found');
  });
});
