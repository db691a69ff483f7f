import { TestBed } from '@angular/core/testing';
import type { JobLine } from '../storage/job-list';
import { JobRepository } from '../storage/job-repository';
import { bookingOf, shopOfOne } from '../testing/shop-of-one';
import { still } from '../testing/still';
import { DayPage } from './day-page';
import { workOrder } from './day-plan';

const line = (number: number, promisedOn?: string): JobLine => ({
  row: { number, promisedOn } as JobLine['row'],
  set: undefined,
  customer: undefined,
});

describe('the order of the day', () => {
  it('puts the earliest promise first, then who has been here longest', () => {
    expect([line(3), line(2, '2026-02-14'), line(1), line(4, '2026-02-13')].sort(workOrder).map((l) => l.row.number)).toEqual([4, 2, 1, 3]);
  });
});

describe('DayPage', () => {
  let clear: () => Promise<void>;
  beforeEach(async () => (clear = await shopOfOne()));
  afterEach(() => clear());

  async function shown(): Promise<HTMLElement> {
    const fixture = TestBed.createComponent(DayPage);
    await still(fixture);
    return fixture.nativeElement as HTMLElement;
  }

  it('says what to do first when there is nothing', async () => {
    expect((await shown()).textContent).toContain('No set has been booked in yet');
  });

  it('parts what can be done from what waits', async () => {
    const jobs = TestBed.inject(JobRepository);
    const a = await jobs.bookIn(bookingOf('a'), 'Runa');
    const b = await jobs.bookIn(bookingOf('b'), 'Runa');
    await jobs.append(b.id, { kind: 'wait', reason: 'answer', text: 'Repair at 140?' }, 'Runa');
    const page = await shown();
    expect(page.querySelector('[aria-label="Do now"]')?.textContent).toContain(String(a.number));
    expect(page.querySelector('[aria-label="Waiting"]')?.textContent).toContain('Repair at 140?');
    expect(page.querySelector('[aria-label="Do now"]')?.textContent).not.toContain('140');
  });

  it('holds a set that soaks among what waits, until its time is over: then somebody has to look', async () => {
    const jobs = TestBed.inject(JobRepository);
    const soaks = await jobs.bookIn(bookingOf('a'), 'Runa');
    const soaked = await jobs.bookIn(bookingOf('b'), 'Runa');
    const hourAgo = new Date(Date.now() - 3_600_000);
    await jobs.append(soaks.id, { kind: 'soak', act: 'begin', holdMinutes: 120 }, 'Runa', hourAgo);
    await jobs.append(soaked.id, { kind: 'soak', act: 'begin', holdMinutes: 30 }, 'Runa', hourAgo);
    const page = await shown();
    const at = (name: string): string => page.querySelector(`[aria-label="${name}"]`)?.textContent ?? '';
    // By its tag: the time until when it soaks holds figures as well.
    const waiting = [...page.querySelectorAll('[aria-label="Waiting"] .mini-tag')].map((tag) => tag.textContent?.trim());
    expect(waiting).toEqual([String(soaks.number)]);
    expect(at('Do now')).toContain('The soak is over: look, and end it');
    expect(page.querySelector(`[data-job="${soaked.number}"] a`)?.getAttribute('href')).toContain('/soak');
  });
});
