import { spanText } from '../tape';
import type { DayJob } from './day-job';
import type { LaidShop } from './lay-shop';
import type { Scheduler } from './schedule';

/** What the reason of a place in the order is told from. */
export interface Reasoned {
  readonly laid: LaidShop;
  readonly scheduler: Scheduler;
  readonly task: number;
  readonly readyMs: number;
  /** The job that is worked on right before. */
  readonly before: DayJob | undefined;
  readonly onBench: boolean;
}

/** From so many minutes on a wait is worth beginning early. */
const longWait = 60;
/** A promise with less than this to spare is told as a reason. */
const tightMinutes = 8 * 60;

/** Why a job stands where it does in the order of work: at most two reasons, the strongest first. */
export function reasonOf({ laid, scheduler, task, readyMs, before, onBench }: Reasoned): string {
  const [job, own] = [laid.jobs[task], laid.shop.tasks[task]];
  if (!job || !own) return '';
  const reasons: string[] = [];
  const wish = laid.wishes.find((each) => each.wish.jobId === job.id && each.rests === undefined)?.wish;
  if (wish?.before !== undefined || wish?.after !== undefined) reasons.push('as you wished');
  const first = own.steps.find((step) => step.kind === 'hands');
  if (first?.kind === 'hands' && first.act === 'fit') reasons.push('its parts are here');
  if (first?.kind === 'hands' && first.act === 'order') reasons.push('the sooner they are ordered, the sooner they are here');
  if (first?.kind === 'hands' && first.act === 'end-soak') reasons.push('its soak is over');
  if (onBench) reasons.push('it lies on the bench');
  const time = scheduler.times[0];
  const spare = time && readyMs <= own.dueMs ? time.between(readyMs, own.dueMs) : 0;
  if (job.promisedOn !== undefined && readyMs > own.dueMs) reasons.push('every hour makes it later');
  else if (job.promisedOn !== undefined && spare < tightMinutes)
    reasons.push(
      spare < 15 ? 'it is just in time for its promise' : `only ${spanText(Math.round(spare / 5) * 5)} to spare before its promise`,
    );
  if (before && before.id !== job.id && before.cardId !== undefined && before.cardId === job.cardId)
    reasons.push(`the same chassis as ${before.number}: the bench is set up for it`);
  const wait = first && own.steps[own.steps.indexOf(first) + 1];
  if (wait?.kind === 'wait' && wait.chance === undefined && (wait.minutes ?? 0) >= longWait)
    reasons.push(wait.for === 'soak' ? 'it soaks by itself while others are worked on' : 'what it waits for then comes by itself');
  if (reasons.length === 0 && job.promisedOn !== undefined) {
    const days = Math.round(spare / (8 * 60));
    reasons.push(`about ${days} ${days === 1 ? 'day' : 'days'} of work to spare before its promise`);
  }
  if (reasons.length === 0) {
    const here = Math.max(0, Math.round((laid.shop.nowMs - own.since) / 86_400_000));
    reasons.push(`no date promised; here for ${here} ${here === 1 ? 'day' : 'days'}`);
  }
  const text = reasons.slice(0, 2).join('; ');
  return text.charAt(0).toUpperCase() + text.slice(1);
}
