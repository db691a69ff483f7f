import type { Wish } from '../job';
import type { Stage } from '../words';
import { dayJob, mondayMs } from '../testing/day-jobs';
import { weekdays } from '../testing/day-shops';
import type { DayJob } from './day-job';
import type { DayInput } from './lay-shop';
import { daysBehind, planDay } from './plan-day';
import { savings } from './savings';

const at = (day: number, hour: number, minute = 0): number => new Date(2026, 1, day, hour, minute).getTime();
const shop = (jobs: readonly DayJob[], more: Partial<DayInput> = {}): DayInput => ({
  nowMs: mondayMs,
  people: [{ name: 'Runa', hours: weekdays }],
  jobs,
  history: [],
  wishes: [],
  ...more,
});
const wish = (job: DayJob, more: Partial<Wish>, minute = 0): Wish => ({
  jobId: job.id,
  at: new Date(mondayMs - 60_000 + minute).toISOString(),
  ...more,
});
const order = (input: DayInput): readonly number[] => planDay(input).jobs.map(({ number }) => number);

// Two hours of work each, said by the technician, so that figures are plain.
const jobs = [
  dayJob(1, 'test', '2026-02-13'),
  dayJob(2, 'test', '2026-02-10'),
  dayJob(3, 'test'),
  dayJob(4, 'test', '2026-02-11'),
] as const;
const twoHours = jobs.map((job) => wish(job, { minutes: 120 }));

describe('the plan of the day', () => {
  it('takes the promise that comes first first, and what has no date last', () =>
    expect(order(shop(jobs, { wishes: twoHours }))).toEqual([2, 4, 1, 3]));
  it('begins what soaks before what needs hands to its end, where both keep their promise', () => {
    const soaks = dayJob(5, 'soak', '2026-02-11');
    const plan = planDay(shop([dayJob(6, 'test', '2026-02-11', { open: ['test', 'hand-back'] }), soaks]));
    expect(plan.jobs[0]?.number).toBe(5);
    expect(plan.jobs[0]?.why).toContain('soaks by itself');
    const soak = plan.blocks.find(({ wait }) => wait?.for === 'soak');
    const other = plan.blocks.find(({ number, work }) => number === 6 && work);
    expect(other?.fromMs).toBeLessThan(soak?.toMs ?? 0);
  });
  it('says what is late, by how much, and how sure that is', () => {
    const plan = planDay(
      shop([dayJob(1, 'test', '2026-02-09'), dayJob(2, 'test', '2026-02-09'), dayJob(3, 'test', '2026-02-06')], {
        wishes: jobs.map((job) => wish(job, { minutes: 240 })),
      }),
    );
    const byNumber = new Map(plan.jobs.map((each) => [each.number, each]));
    expect(byNumber.get(3)?.lateDays).toBeGreaterThanOrEqual(3);
    expect(byNumber.get(3)?.lateChance).toBe(1);
    expect([1, 2].filter((number) => (byNumber.get(number)?.lateDays ?? 0) > 0).length).toBeGreaterThanOrEqual(1);
  });
  it('tells how much of today is left, and how much of it the plan takes', () => {
    const { today } = planDay(shop([jobs[0]], { wishes: [wish(jobs[0], { minutes: 60 })] }));
    expect(today.left).toBe(480);
    expect(today.planned).toBeGreaterThan(30);
    expect(today.planned).toBeLessThan(100);
  });
  it('goes on in the morning where the shop has closed, and on no day off', () => {
    const people = [{ name: 'Runa', hours: { ...weekdays, off: ['2026-02-10'] } }];
    const [first] = planDay(shop([jobs[0]], { nowMs: at(9, 20), people })).jobs;
    expect(first?.startMs).toBe(at(11, 9, 10));
  });
  it('gives two people a job each, and leaves a job with who began it', () => {
    const people = [
      { name: 'Runa', hours: weekdays },
      { name: 'Sten', hours: weekdays },
    ];
    const plan = planDay(shop(jobs, { people, wishes: [...twoHours.slice(1), wish(jobs[0], { minutes: 120, by: 'Sten' })] }));
    expect(new Set(plan.jobs.slice(0, 2).map(({ person }) => person)).size).toBe(2);
    expect(plan.jobs.find(({ number }) => number === 1)?.person).toBe(1);
    for (const { number } of jobs)
      expect(new Set(plan.blocks.filter((b) => b.number === number && b.work).map(({ person }) => person)).size).toBe(1);
  });
  it('is the same whenever it is asked for', () => expect(planDay(shop(jobs))).toEqual(planDay(shop(jobs))));
  it('of a shop without work is empty', () => expect(planDay(shop([])).jobs).toEqual([]));
});

describe('a wish', () => {
  it('is kept, and its price is told', () => {
    // Job 1 has until Friday; twenty hours of it before job 2 make that one late.
    const long = [...twoHours.slice(1), wish(jobs[0], { minutes: 1200, before: 'all' })];
    const plan = planDay(shop(jobs, { wishes: long }));
    expect(plan.jobs[0]?.number).toBe(1);
    expect(plan.jobs[0]?.why).toContain('As you wished');
    const [price] = plan.wishes.filter(({ wish: { before } }) => before === 'all');
    expect(price?.later.find(({ number }) => number === 2)?.days).toBeGreaterThanOrEqual(1);
  });
  it('that costs nothing says so', () => {
    const plan = planDay(
      shop(jobs, { wishes: [...twoHours.slice(0, 2), ...twoHours.slice(3), wish(jobs[2], { minutes: 30, before: jobs[0].id })] }),
    );
    expect(plan.wishes.find(({ wish: { before } }) => before !== undefined)?.later).toEqual([]);
    const numbers = plan.jobs.map(({ number }) => number);
    expect(numbers.indexOf(3)).toBeLessThan(numbers.indexOf(1));
  });
  it('gives way to a later one against it', () => {
    const plan = planDay(shop(jobs, { wishes: [wish(jobs[0], { before: jobs[1].id }), wish(jobs[1], { before: jobs[0].id }, 1000)] }));
    expect(plan.wishes.map(({ wish: { jobId }, rests }) => [jobId, rests])).toContain([jobs[0].id, 'a later wish says otherwise']);
    const numbers = plan.jobs.map(({ number }) => number);
    expect(numbers.indexOf(2)).toBeLessThan(numbers.indexOf(1));
  });
  it('rests while its job waits', () => {
    const waits = dayJob(5, 'repair', '2026-02-12', { waits: 'part', waitUntil: '2026-02-11' });
    const plan = planDay(shop([...jobs, waits], { wishes: [wish(waits, { before: 'all' })] }));
    expect(plan.wishes[0]?.rests).toContain('it waits');
    expect(plan.jobs[0]?.number).not.toBe(5);
  });
  it('keeps work from beginning before a day', () =>
    expect(
      planDay(shop(jobs, { wishes: [wish(jobs[1], { notBefore: '2026-02-12' })] })).jobs.find(({ number }) => number === 2)?.startMs,
    ).toBeGreaterThanOrEqual(at(12, 9)));
  it('of hours counts what was worked since off', () => {
    const minutes = (worked: number): number =>
      planDay(
        shop([dayJob(1, 'test', undefined, { worked: { test: worked } })], { wishes: [wish(jobs[0], { minutes: 120, workedThen: 30 })] }),
      ).jobs[0]?.minutes ?? 0;
    expect(minutes(30)).toBeCloseTo(120, 6);
    expect(minutes(90)).toBeCloseTo(60, 6);
    expect(minutes(400)).toBeCloseTo(5, 6);
  });
});

describe('what would save a promise', () => {
  const said = (job: DayJob, minutes: number): Wish => wish(job, { minutes });
  it('is to do it first, with what that costs others', () => {
    const open: Stage[] = ['test', 'hand-back'];
    const [a, b] = [dayJob(1, 'test', '2026-02-10', { open }), dayJob(2, 'test', '2026-02-10', { open })];
    // Eighteen hours and their setting up in two days of eight.
    const input = shop([a, b], { wishes: [said(a, 500), said(b, 580)] });
    const late = planDay(input).jobs.find(({ lateDays }) => lateDays > 0);
    const ways = savings(input, late?.jobId ?? '');
    const first = ways.find(({ how }) => how === 'first');
    expect(first?.later).toEqual([{ number: late?.number === 1 ? 2 : 1, days: 1 }]);
    expect(ways.find(({ how }) => how === 'longer')?.text).toMatch(/^3 h longer/);
    expect(ways.at(-1)?.how).toBe('date');
  });
  it('is to have its part sooner', () => {
    const job = dayJob(1, 'repair', '2026-02-11', { waits: 'part', waitUntil: '2026-02-13', open: ['repair', 'test', 'hand-back'] });
    const ways = savings(shop([job], { wishes: [said(job, 60)] }), job.id);
    // An hour of work and its setting up before half past five on Wednesday.
    expect(ways.find(({ how }) => how === 'sooner')?.text).toMatch(/by Wed,? 11 Feb, 16:15, not Fri,? 13 Feb, 12:00$/);
    expect(ways.some(({ how }) => how === 'first')).toBeFalse();
  });
  it('is nothing where it is not late', () => {
    expect(savings(shop(jobs, { wishes: twoHours }), jobs[1].id)).toEqual([]);
    expect(savings(shop(jobs), 'nobody')).toEqual([]);
  });
});

describe('days behind a date', () => {
  it('are whole days of the calendar', () => {
    expect(daysBehind(at(10, 9), '2026-02-09')).toBe(1);
    expect(daysBehind(at(9, 23), '2026-02-09')).toBe(0);
    expect(daysBehind(at(1, 9), '2026-02-09')).toBe(0);
    expect(daysBehind(at(1, 9), undefined)).toBe(0);
  });
});
