import { TestBed } from '@angular/core/testing';
import { Router } from '@angular/router';
import { CoreError } from '@amber-relay/core/errors';
import type { TapeBody } from '@amber-relay/core/tape';
import { InstrumentLink } from '../instruments/instrument-link';
import { BenchDatabase } from '../storage/bench-database';
import { DATABASE_NAME } from '../storage/database-name';
import { JobRepository } from '../storage/job-repository';
import { bookingOf, shopOfOne } from '../testing/shop-of-one';
import { Clock } from '../ui/clock';
import { Notices } from '../ui/notices';
import { SoakPlans } from './soak-plans';

const meter = { id: 'm', name: 'Bench meter', measures: ['V' as const], ranges: [20], link: { host: 'meter.local', port: 5025 } };

describe('what is read by itself while sets soak', () => {
  let clear: () => Promise<void>;
  let plans: SoakPlans;
  let jobs: JobRepository;
  let jobId: string;
  let key: string;
  let nowMs: number;
  let read: jasmine.Spy<InstrumentLink['read']>;
  beforeEach(async () => {
    clear = await shopOfOne();
    jobs = TestBed.inject(JobRepository);
    plans = TestBed.inject(SoakPlans);
    key = `${TestBed.inject(DATABASE_NAME)}-soak-plans`;
    nowMs = Date.now();
    spyOn(TestBed.inject(Clock), 'now').and.callFake(() => new Date(nowMs));
    read = spyOn(TestBed.inject(InstrumentLink), 'read').and.resolveTo({ value: 3.1, step: 0.01 });
    await TestBed.inject(BenchDatabase).instruments.put(meter);
    ({ id: jobId } = await jobs.bookIn(bookingOf(), 'Runa'));
    await put({ kind: 'soak', act: 'begin', holdMinutes: 60 });
  });
  afterEach(async () => {
    plans.stop(jobId);
    localStorage.removeItem(key);
    await clear();
  });

  const put = (body: TapeBody): Promise<unknown> => jobs.append(jobId, body, 'Runa');
  const start = (): Promise<void> => plans.start({ jobId, start: 'tp7 ', everyMinutes: 5 });
  const readings = async () =>
    (await jobs.tape(jobId)).flatMap((entry) => (entry.kind === 'reading' ? [[entry.value, entry.instrument]] : []));
  const notices = (): string[] =>
    TestBed.inject(Notices)
      .all()
      .map(({ text, urgent }) => `${urgent ? '! ' : ''}${text}`);
  const kept = (): { nextMs: number }[] => JSON.parse(localStorage.getItem(key) ?? '[]') as { nextMs: number }[];

  it('is read with another job on the bench, and again when its time has come', async () => {
    await start();
    expect(await readings()).toEqual([[3.1, 'm']]);
    expect(kept()[0]?.nextMs).toBe(nowMs + 300_000);
    expect(plans.planOf(jobId)?.start).toBe('tp7 ');
    expect(notices()).toEqual([]);
    // The page is opened again ten minutes later: the time is past, so it is read at once.
    nowMs += 600_000;
    plans.resume();
    await until(() => kept()[0]?.nextMs === nowMs + 300_000 && read.calls.count() === 2);
    await until(async () => (await readings()).length === 2);
    // And before its time it is not.
    plans.resume();
    await later();
    expect(read).toHaveBeenCalledTimes(2);
  });

  it('is read once, however many pages are open', async () => {
    await start();
    nowMs += 300_000;
    const other = TestBed.runInInjectionContext(() => new SoakPlans());
    plans.resume();
    other.resume();
    await until(async () => (await readings()).length === 2);
    await later();
    expect(read).toHaveBeenCalledTimes(2);
  });

  it('ends with its soak, and says aloud where the set failed under it', async () => {
    read.and.resolveTo({ value: 6.9, step: 0.01 });
    await start();
    expect(await readings()).toEqual([[6.9, 'm']]);
    expect(plans.planOf(jobId)).toBeUndefined();
    expect(kept()).toEqual([]);
    expect(notices()).toEqual([jasmine.stringMatching(/^! Job \d+, soak: It failed: TP7 6\.9\d? V, high\.$/)]);
  });

  it('says nothing beside the job that is on the bench, where the stage shows it', async () => {
    const url = spyOnProperty(TestBed.inject(Router), 'url').and.returnValue(`/job/${jobId}/soak`);
    read.and.rejectWith(new CoreError('unknown-name', 'link', 'The meter does not answer.', ''));
    await start();
    expect(plans.saysOf(jobId)).toMatch(/The meter does not answer\. It is asked again in 5 min; go on by hand\./);
    expect(notices()).toEqual([]);
    // Elsewhere it is told, whatever job was open last.
    url.and.returnValue('/stock');
    nowMs += 300_000;
    plans.resume();
    await until(() => notices().length === 1);
  });

  it('is what was asked last, where another point is wanted while one is read', async () => {
    let other: Promise<void> | undefined;
    read.and.callFake(() => {
      nowMs += 1000;
      other ??= plans.start({ jobId, start: 'tp7 keyed ', everyMinutes: 2 });
      return Promise.resolve({ value: 3.1, step: 0.01 });
    });
    await start();
    await other;
    expect(plans.planOf(jobId)).toEqual({ jobId, start: 'tp7 keyed ', everyMinutes: 2, nextMs: jasmine.any(Number) as unknown as number });
    expect(await readings()).toEqual([[3.1, 'm']]);
  });

  it('goes on as long as the page is open, where the browser has no room to keep it', async () => {
    const room = spyOn(Storage.prototype, 'setItem').and.throwError('no room');
    await start();
    expect(await readings()).toEqual([[3.1, 'm']]);
    expect(plans.planOf(jobId)?.nextMs).toBe(nowMs + 300_000);
    room.and.callThrough();
  });

  it('tells of an instrument that does not answer, asks again, and takes it back when it does', async () => {
    read.and.rejectWith(new CoreError('unknown-name', 'link', 'The meter does not answer.', ''));
    await start();
    expect(notices()[0]).toMatch(/^Job \d+, soak: \d\d:\d\d: The meter does not answer\./);
    expect(plans.planOf(jobId)).toBeDefined();
    read.and.resolveTo({ value: 3.1, step: 0.01 });
    nowMs += 300_000;
    plans.resume();
    await until(async () => (await readings()).length === 1 && notices().length === 0);
  });

  it('is left when the soak is over, or nobody wants it any more', async () => {
    await put({ kind: 'soak', act: 'end' });
    await start();
    expect(read).not.toHaveBeenCalled();
    expect(kept()).toEqual([]);
    await put({ kind: 'soak', act: 'begin', holdMinutes: 60 });
    read.and.callFake(() => {
      plans.stop(jobId);
      return Promise.resolve({ value: 3.1, step: 0.01 });
    });
    await start();
    expect(await readings()).toEqual([]);
    expect(plans.planOf(jobId)).toBeUndefined();
  });

  it('is nothing where what is kept of it cannot be read', () => {
    for (const text of ['{', '5', '[{"jobId":1}]', '[null]']) {
      localStorage.setItem(key, text);
      plans.resume();
      expect(plans.planOf(jobId)).withContext(text).toBeUndefined();
    }
  });
});

const later = (): Promise<void> => new Promise((resolve) => setTimeout(resolve, 50));
async function until(is: () => boolean | Promise<boolean>): Promise<void> {
  while (!(await is())) await later();
}
