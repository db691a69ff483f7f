import { dayOf, timeOf } from '../line';
import { spanText } from '../tape';
import { bestOrder, type Ordered } from './best-order';
import { layShop, type DayInput, type LaidShop } from './lay-shop';
import { daysBehind, triesFor } from './plan-day';
import { risks } from './risk';
import { Scheduler } from './schedule';

/** A way to keep the promise of a job that will be late, or to tell its owner in time. */
export interface Saving {
  readonly how: 'first' | 'sooner' | 'longer' | 'date';
  readonly text: string;
  /** Other jobs that it makes later, by so many days. */
  readonly later: readonly { readonly number: number; readonly days: number }[];
  /** The day to promise instead. */
  readonly day?: string;
}

/** Minutes that are tried of working on longer in the evening. */
const evenings = [30, 60, 90, 120, 180, 240] as const;
/** What a promise weighs beside others while one looks what keeping it would cost. */
const heavy = 1000;

/**
 * What would save a job from being late: doing it first, having what it waits for sooner, working longer in the evening; and the day by which
 * eight of ten like it are ready. Empty for one that is not late by the plan.
 */
export function savings(input: DayInput, jobId: string): readonly Saving[] {
  const laid = layShop(input);
  const task = laid.jobs.findIndex(({ id }) => id === jobId);
  const [job, own] = [laid.jobs[task], laid.shop.tasks[task]];
  if (!job || !own || job.promisedOn === undefined) return [];
  const scheduler = new Scheduler(laid.shop);
  const ordered = bestOrder(scheduler, triesFor(scheduler.pieces.length));
  const now = readyOf(scheduler, ordered);
  const late = (ready: readonly number[]): boolean => (ready[task] ?? 0) > own.dueMs;
  if (!late(now)) return [];
  const found: Saving[] = [];

  const first = withTasks(laid, (each, i) => (i === task ? { ...each, weight: heavy } : each));
  const firstReady = readyOf(first, bestOrder(first, triesFor(first.pieces.length)));
  if (!late(firstReady))
    found.push({ how: 'first', text: 'Done before the others, it is ready in time', later: laterOf(laid, now, firstReady, task) });

  const wait = own.steps.find((step) => step.kind === 'wait' && step.chance === undefined && step.untilMs !== undefined);
  if (wait?.kind === 'wait' && wait.untilMs !== undefined) {
    const soonEnough = latestEnd(laid, task, ordered, input.nowMs, wait.untilMs);
    if (soonEnough !== undefined)
      found.push({
        how: 'sooner',
        text: `What it waits for would have to be here by ${dayAndTime(soonEnough)}, not ${dayAndTime(wait.untilMs)}`,
        later: [],
      });
  }

  const evening = evenings.find((minutes) => {
    const longer = new Scheduler(laid.shop, minutes);
    return !late(readyOf(longer, ordered)) || !late(readyOf(longer, bestOrder(longer, triesFor(longer.pieces.length) / 4)));
  });
  if (evening !== undefined)
    found.push({ how: 'longer', text: `${spanText(evening)} longer at the bench every working day until then`, later: [] });

  const likely = dayOf(new Date(risks(scheduler, ordered)[task]?.likelyMs ?? now[task] ?? 0));
  found.push({ how: 'date', text: 'Eight of ten like it would be ready by then', later: [], day: likely });
  return found;
}

function readyOf(scheduler: Scheduler, { order, who }: Pick<Ordered, 'order' | 'who'>): readonly number[] {
  scheduler.run(order, { who });
  return [...scheduler.finish];
}

type Tasks = LaidShop['shop']['tasks'];
const withTasks = ({ shop }: LaidShop, change: (task: Tasks[number], index: number) => Tasks[number]): Scheduler =>
  new Scheduler({ ...shop, tasks: shop.tasks.map(change) });

function laterOf({ jobs }: LaidShop, now: readonly number[], then: readonly number[], except: number): Saving['later'] {
  return jobs.flatMap(({ number, promisedOn }, i) => {
    const days = daysBehind(then[i] ?? 0, promisedOn) - daysBehind(now[i] ?? 0, promisedOn);
    return i !== except && days > 0 ? [{ number, days }] : [];
  });
}

/** The last quarter of an hour at which its first wait may end for it to be in time; undefined where even now would be too late. */
function latestEnd(laid: LaidShop, task: number, ordered: Ordered, nowMs: number, untilMs: number): number | undefined {
  const quarter = 900_000;
  const dueMs = laid.shop.tasks[task]?.dueMs ?? 0;
  const inTime = (endMs: number): boolean => {
    const scheduler = withTasks(laid, (each, i) =>
      i === task
        ? {
            ...each,
            steps: each.steps.map((step) => (step.kind === 'wait' && step.untilMs !== undefined ? { ...step, untilMs: endMs } : step)),
          }
        : each,
    );
    // Its work comes forward to where it then can begin.
    const order = scheduler.byRule((each) => (each === task ? -1 : ordered.order.findIndex((piece) => piece.task === each)));
    return (readyOf(scheduler, { order, who: ordered.who })[task] ?? 0) <= dueMs;
  };
  if (!inTime(nowMs)) return undefined;
  let [low, high] = [0, Math.floor((untilMs - nowMs) / quarter)];
  while (low < high) {
    const middle = Math.ceil((low + high) / 2);
    if (inTime(nowMs + middle * quarter)) low = middle;
    else high = middle - 1;
  }
  return nowMs + low * quarter;
}

const weekday = new Intl.DateTimeFormat('en-GB', { weekday: 'short', day: 'numeric', month: 'short' });
const dayAndTime = (ms: number): string => `${weekday.format(new Date(ms))}, ${timeOf(new Date(ms))}`;
