import { type ComponentFixture, TestBed } from '@angular/core/testing';
import { provideRouter, Router } from '@angular/router';
import { allSums } from '@amber-relay/core/sums';
import { provideIcons } from '../ui/icons';
import { SumList } from './sum-list';
import { SumMemory } from './sum-memory';

const keys = ['amber-relay-pinned-sums', 'amber-relay-recent-sums'];

describe('SumList', () => {
  let fixture: ComponentFixture<SumList>;
  const element = (): HTMLElement => fixture.nativeElement as HTMLElement;
  const titles = (of: string): string[] => [...element().querySelectorAll(of)].map((each) => each.textContent?.trim() ?? '');
  const type = async (words: string): Promise<void> => {
    const box = element().querySelector('input');
    if (!box) throw new Error('no box');
    box.value = words;
    box.dispatchEvent(new Event('input'));
    await fixture.whenStable();
  };

  beforeEach(async () => {
    keys.forEach((key) => localStorage.removeItem(key));
    TestBed.configureTestingModule({ providers: [provideIcons(), provideRouter([])] });
    fixture = TestBed.createComponent(SumList);
    fixture.componentRef.setInput('chosen', 'pad');
    await fixture.whenStable();
  });
  afterEach(() => keys.forEach((key) => localStorage.removeItem(key)));

  it('has every sum on its shelf, and marks the one that is open', () => {
    expect(titles('a').length).toBe(allSums.length);
    expect(titles('a[aria-current]')).toEqual(['Attenuator pad']);
    expect(titles('h2')[0]).toBe('Levels and limits');
  });
  it('puts what is pinned first, then what was used last', async () => {
    const memory = TestBed.inject(SumMemory);
    memory.use('swr');
    memory.use('duty');
    memory.pin('pad');
    memory.pin('swr');
    await fixture.whenStable();
    expect(titles('h2').slice(0, 2)).toEqual(['Pinned', 'Last used']);
    expect(titles('a').slice(0, 3)).toEqual(['Attenuator pad', 'SWR and return loss', 'Time on the dummy load']);
    memory.pin('pad');
    await fixture.whenStable();
    expect(titles('a')[0]).toBe('SWR and return loss');
  });
  it('remembers five, the newest first, in this browser', () => {
    const memory = TestBed.inject(SumMemory);
    for (const { id } of allSums.slice(0, 7)) memory.use(id);
    memory.use(allSums[3]?.id ?? '');
    expect(memory.recent()).toEqual([3, 6, 5, 4, 2].map((k) => allSums[k]?.id ?? ''));
    expect(new SumMemory().recent()).toEqual(memory.recent());
  });
  it('bears with what it cannot read there', () => {
    localStorage.setItem('amber-relay-pinned-sums', '{"not": "a list"');
    localStorage.setItem('amber-relay-recent-sums', '[1, "pad"]');
    const memory = new SumMemory();
    expect(memory.pinned()).toEqual([]);
    expect(memory.recent()).toEqual(['pad']);
  });
  it('finds by typing, and opens the first with Enter', async () => {
    const navigate = spyOn(TestBed.inject(Router), 'navigate').and.resolveTo(true);
    await type('attenuator');
    expect(titles('a')[0]).toBe('Attenuator pad');
    element()
      .querySelector('input')
      ?.dispatchEvent(new KeyboardEvent('keydown', { key: 'Enter' }));
    expect(navigate).toHaveBeenCalledOnceWith(['/sums', 'pad']);
    await type('qqqqq');
    expect(element().textContent).toContain('Nothing answers to that');
  });
});
