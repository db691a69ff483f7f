import type { Wish } from '../job';
import { dayOf } from '../line';
import { bestOrder, type Ordered } from './best-order';
import { nextUp, type HandsStep, type NextUp, type WaitStep } from './day-job';
import { layShop, type DayInput, type LaidShop } from './lay-shop';
import { reasonOf } from './reasons';
import { risks } from './risk';
import { Scheduler, type Placed } from './schedule';

/** A piece of work in the plan, or time that passes by itself beside it. */
export interface Block {
  readonly jobId: string;
  readonly number: number;
  /** Index into the people; left out for what passes by itself. */
  readonly person?: number;
  readonly fromMs: number;
  readonly toMs: number;
  /** The spans of work in it; over a night there are several. */
  readonly spans: readonly (readonly [number, number])[];
  readonly work?: HandsStep;
  readonly wait?: WaitStep;
}

/** A job as the plan has it. */
export interface PlannedJob {
  readonly jobId: string;
  readonly number: number;
  readonly next: NextUp;
  /** What it waits for before its next work; undefined where that can be done now. */
  readonly waits?: WaitStep;
  /** When its next work begins, and who does it. */
  readonly startMs: number;
  readonly person: number;
  /** Minutes of work that are left in all: the middle, and between what eight of ten lie. */
  readonly minutes: number;
  readonly range: readonly [number, number];
  /** Its next piece of work. */
  readonly work: HandsStep;
  readonly readyMs: number;
  readonly promisedOn?: string;
  /** Days late by the plan, 0 where it is not. */
  readonly lateDays: number;
  /** How often it is late, 0 to 1, and the day by which eight of ten are ready. */
  readonly lateChance: number;
  readonly likelyOn: string;
  /** Why it stands where it does. */
  readonly why: string;
}

/** What a wish costs: the jobs that are later by it. */
export interface WishPrice {
  readonly wish: Wish;
  /** Why it does not count now. */
  readonly rests?: string;
  readonly later: readonly { readonly number: number; readonly days: number }[];
}

export interface DayPlan {
  readonly nowMs: number;
  /** In the order in which their next work begins. */
  readonly jobs: readonly PlannedJob[];
  readonly blocks: readonly Block[];
  readonly wishes: readonly WishPrice[];
  /** Minutes of work that the plan puts into today, and those that are left of today, over all people. */
  readonly today: { readonly planned: number; readonly left: number };
}

/** Orders laid out for so many pieces of work: few jobs are searched to the end, many as long as one waits for a page. */
const effort = 50_000;
export const triesFor = (pieces: number): number => Math.min(3000, Math.round(effort / Math.max(8, pieces)));

const dayMs = 86_400_000;
const noon = (day: string): number => Date.parse(`${day}T12:00Z`);
/** Whole days that a moment lies behind a date, never below 0. */
export const daysBehind = (ms: number, day: string | undefined): number =>
  day === undefined ? 0 : Math.max(0, Math.round((noon(dayOf(new Date(ms))) - noon(day)) / dayMs));

/**
 * One plan of all jobs in hand. The same shop at the same moment gives the same plan.
 * @throws CoreError `out-of-range` where nobody has hours to work in
 */
export function planDay(input: DayInput): DayPlan {
  const laid = layShop(input);
  const scheduler = new Scheduler(laid.shop);
  const ordered = bestOrder(scheduler, triesFor(scheduler.pieces.length));
  return { ...told(laid, scheduler, ordered), wishes: prices(input, laid, scheduler, ordered) };
}

function told(laid: LaidShop, scheduler: Scheduler, ordered: Ordered): Omit<DayPlan, 'wishes'> {
  const { shop, jobs } = laid;
  const risk = risks(scheduler, ordered);
  const placed: Placed[] = [];
  scheduler.run(ordered.order, { who: ordered.who, keep: placed });
  const ready = Float64Array.from(scheduler.finish);
  const firsts = placed.filter(({ step }) => step === 0).sort((a, b) => a.fromMs - b.fromMs || a.task - b.task);
  const planned = firsts.flatMap((first): PlannedJob[] => {
    const [job, task] = [jobs[first.task], shop.tasks[first.task]];
    if (!job || !task) return [];
    const work = task.steps.filter((step) => step.kind === 'hands');
    const [head] = task.steps;
    const [nextWork] = work;
    if (!nextWork) return [];
    const readyMs = ready[first.task] ?? 0;
    const next = nextUp(job.summary, shop.nowMs);
    const { late = 0, likelyMs = readyMs } = risk[first.task] ?? {};
    const spread = Math.hypot(...work.map(({ range: [low, high] }) => (high - low) / 2));
    const minutes = work.reduce((sum, step) => sum + step.minutes, 0);
    const low = work.reduce((sum, step) => sum + step.range[0], 0);
    return [
      {
        jobId: job.id,
        number: job.number,
        next,
        ...(head?.kind === 'wait' ? { waits: head } : {}),
        startMs: first.fromMs,
        person: first.person,
        minutes,
        range: [Math.max(low, minutes - spread), minutes + spread],
        work: nextWork,
        readyMs,
        ...(job.promisedOn === undefined ? {} : { promisedOn: job.promisedOn }),
        lateDays: daysBehind(readyMs, job.promisedOn),
        lateChance: job.promisedOn === undefined ? 0 : late,
        likelyOn: dayOf(new Date(likelyMs)),
        why: reasonOf({
          laid,
          scheduler,
          task: first.task,
          readyMs,
          before: jobs[rightBefore(placed, first)?.task ?? -1],
          onBench: shop.onBench[first.person] === first.task,
        }),
      },
    ];
  });
  const midnight = new Date(new Date(shop.nowMs).setHours(24, 0, 0, 0)).getTime();
  return {
    nowMs: shop.nowMs,
    jobs: planned,
    blocks: blocksOf(laid, scheduler, placed),
    today: todayOf(scheduler, placed, shop.nowMs, midnight),
  };
}

/** What the same person does right before a piece of work. */
const rightBefore = (placed: readonly Placed[], piece: Placed): Placed | undefined =>
  placed.reduce<Placed | undefined>(
    (last, each) => (each.person === piece.person && each.fromMs < piece.fromMs && each.fromMs > (last?.fromMs ?? 0) ? each : last),
    undefined,
  );

function todayOf(scheduler: Scheduler, placed: readonly Placed[], nowMs: number, midnight: number): DayPlan['today'] {
  const planned = placed.reduce((sum, { person, setUpMs, toMs }) => {
    const time = scheduler.times[person];
    return sum + (time ? time.between(Math.max(nowMs, setUpMs), Math.min(midnight, toMs)) : 0);
  }, 0);
  return { planned, left: scheduler.times.reduce((sum, time) => sum + time.between(nowMs, midnight), 0) };
}

function blocksOf({ shop, jobs }: LaidShop, scheduler: Scheduler, placed: readonly Placed[]): readonly Block[] {
  const at = new Map(placed.map((each) => [`${each.task} ${each.step}`, each]));
  return shop.tasks.flatMap(({ id, steps }, task): Block[] => {
    const number = jobs[task]?.number ?? 0;
    let [step, since] = [0, shop.nowMs];
    return steps.flatMap((each): Block[] => {
      if (each.kind === 'hands') {
        const piece = at.get(`${task} ${step}`);
        step += 1;
        if (!piece) return [];
        since = piece.toMs;
        const { person, fromMs, toMs } = piece;
        return [{ jobId: id, number, person, fromMs, toMs, spans: scheduler.times[person]?.spans(fromMs, toMs) ?? [], work: each }];
      }
      if (each.chance !== undefined) return [];
      const toMs = Math.max(since, each.untilMs ?? 0, since + (each.minutes ?? 0) * 60_000);
      return [{ jobId: id, number, fromMs: since, toMs, spans: [[since, toMs]], wait: each }];
    });
  });
}

/** What each wish about the order costs: the plan without it beside the plan with it. */
function prices(input: DayInput, laid: LaidShop, scheduler: Scheduler, ordered: Ordered): readonly WishPrice[] {
  const late = lateOf(laid, scheduler, ordered);
  return laid.wishes.map(({ wish, rests }) => {
    if (rests !== undefined) return { wish, rests, later: [] };
    const without = layShop({ ...input, wishes: input.wishes.map((each) => (each === wish ? unbound(each) : each)) });
    const free = new Scheduler(without.shop);
    const other = lateOf(without, free, bestOrder(free, triesFor(free.pieces.length)));
    const later = [...late].flatMap(([number, days]) =>
      days > (other.get(number) ?? 0) ? [{ number, days: days - (other.get(number) ?? 0) }] : [],
    );
    return { wish, later };
  });
}

/** A wish without what it binds; what was said of the work that is left is no wish. */
const unbound = ({ jobId, at, minutes, workedThen }: Wish): Wish => ({
  jobId,
  at,
  ...(minutes === undefined ? {} : { minutes }),
  ...(workedThen === undefined ? {} : { workedThen }),
});

/** Days for which each job is late, by its number. */
function lateOf({ jobs }: LaidShop, scheduler: Scheduler, { order, who }: Ordered): ReadonlyMap<number, number> {
  scheduler.run(order, { who });
  return new Map(jobs.map(({ number, promisedOn }, task) => [number, daysBehind(scheduler.finish[task] ?? 0, promisedOn)]));
}
