import { TestBed, type ComponentFixture } from '@angular/core/testing';
import { JobRepository } from '../storage/job-repository';
import { bookingOf, shopOfOne } from '../testing/shop-of-one';
import { JobsPage } from './jobs-page';
import { still } from '../testing/still';

describe('JobsPage', () => {
  let clear: () => Promise<void>;
  let fixture: ComponentFixture<JobsPage>;
  const settle = (): Promise<void> => still(fixture);
  const rows = (): { number: number; serial: string }[] =>
    (fixture.componentInstance as unknown as { rows: () => { number: number; serial: string }[] }).rows();
  const press = async (name: string): Promise<void> => {
    [...(fixture.nativeElement as HTMLElement).querySelectorAll<HTMLElement>('button, [role="button"]')]
      .find((b) => b.textContent?.trim().startsWith(name))
      ?.click();
    await settle();
  };

  beforeEach(async () => {
    clear = await shopOfOne();
    const jobs = TestBed.inject(JobRepository);
    for (const serial of ['zulu', 'alpha', 'mike']) await jobs.bookIn(bookingOf(serial), 'Runa');
    const [first, second] = await Promise.all([1, 2].map(async (n) => (await jobs.bookIn(bookingOf(`later ${n}`), 'Runa')).id));
    await jobs.append(first!, { kind: 'wait', reason: 'part', text: 'a rare crystal' }, 'Runa');
    await jobs.append(second!, { kind: 'handed-back', totalMinor: 0 }, 'Runa');
    fixture = TestBed.createComponent(JobsPage);
    await settle();
  });
  afterEach(async () => {
    fixture.destroy();
    await clear();
  });

  it('shows what is in hand, newest first, and turns the order round', async () => {
    expect(rows().length).toBe(4);
    expect(rows()[0]?.number).toBeGreaterThan(rows().at(-1)?.number ?? 0);
    await press('Job');
    expect(rows()[0]?.number).toBe(1);
  });

  it('filters by what waits and what is done', async () => {
    await press('Waiting');
    expect(rows().length).toBe(1);
    await press('Handed back');
    expect(rows().length).toBe(1);
    await press('All');
    expect(rows().length).toBe(5);
  });

  it('searches every word in serial, owner, complaint and what it waits for', async () => {
    const box = (fixture.nativeElement as HTMLElement).querySelector('input')!;
    for (const [words, count] of [
      ['alpha', 1],
      ['rare crystal', 1],
      ['marrow sound', 4],
      ['alpha crystal', 0],
    ] as const) {
      box.value = words;
      box.dispatchEvent(new Event('input'));
      await settle();
      expect(rows().length).withContext(words).toBe(count);
    }
  });
});
