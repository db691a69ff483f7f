import type { Wish } from '../job';
import { dayOf, daysAfter } from '../line';
import { nextUp, stepsOf, type DayJob, type DayStep } from './day-job';
import type { DayShop, Person, Task } from './day-shop';
import { StageLengths, type Worked } from './hours-left';

/** All that a plan is made from. */
export interface DayInput {
  readonly nowMs: number;
  readonly people: readonly Person[];
  /** Jobs in hand. */
  readonly jobs: readonly DayJob[];
  /** What finished jobs took. */
  readonly history: readonly Worked[];
  readonly wishes: readonly Wish[];
}

/** Within so many days a job without a date ought to be ready, and so much its lateness counts. */
const undated = { days: 14, weight: 0.25 } as const;
/** What was entered within so many hours still lies on the bench. */
const onBenchHours = 16;

const atHour = (day: string, minutes: number): number => {
  const date = new Date(`${day}T00:00`);
  return new Date(date.getFullYear(), date.getMonth(), date.getDate(), 0, minutes).getTime();
};

/** When the shop closes on a day: the last hour that anybody works then, or six. */
function closing(day: string, people: readonly Person[]): number {
  const weekday = new Date(`${day}T12:00`).getDay();
  const ends = people.flatMap(({ hours }) => (hours.off.includes(day) ? [] : (hours.week[weekday] ?? []).map(([, to]) => to)));
  return atHour(day, ends.length ? Math.max(...ends) : 18 * 60);
}

/** A wish as it stands in this plan. */
interface StandingWish {
  readonly wish: Wish;
  /** Why it does not count now; undefined where it does. */
  readonly rests?: string;
}

/** The shop as it is laid out, with every job that has work left. */
export interface LaidShop {
  readonly shop: DayShop;
  /** The jobs of its tasks, in the same order. */
  readonly jobs: readonly DayJob[];
  readonly wishes: readonly StandingWish[];
}

/** Lays the jobs in hand out as tasks, each bound by what was wished of it. A wish is left out where the job does not wait for the bench. */
export function layShop({ nowMs, people, jobs, history, wishes }: DayInput): LaidShop {
  const lengths = new StageLengths(history);
  const wishOf = new Map(wishes.map((wish) => [wish.jobId, wish]));
  const laid = jobs.flatMap((job): { job: DayJob; task: Task }[] => {
    const wish = wishOf.get(job.id);
    const steps = stepsOf(job, lengths, nowMs, ownMinutes(job, wish));
    if (!steps.some(({ kind }) => kind === 'hands')) return [];
    return [{ job, task: taskOf(job, steps, wish, people) }];
  });
  const index = new Map(laid.map(({ job }, i) => [job.id, i]));
  const can = laid.map(({ job }) => nextUp(job.summary, nowMs).waits === 'nothing');
  const before: [number, number][] = [];
  const standing = [...wishes]
    .sort((a, b) => b.at.localeCompare(a.at))
    .flatMap((wish): StandingWish[] => {
      const own = index.get(wish.jobId);
      if (own === undefined) return [];
      if (wish.before === undefined && wish.after === undefined) return [{ wish }];
      if (!can[own]) return [{ wish, rests: 'it waits; it comes there when it can go on' }];
      const pairs = pairsOf(wish, own, index, can);
      if (pairs.length === 0) return [{ wish, rests: 'the other job waits or is done' }];
      if (pairs.some(([first, second]) => leads(before, second, first))) return [{ wish, rests: 'a later wish says otherwise' }];
      before.push(...pairs);
      return [{ wish }];
    });
  return {
    shop: { nowMs, people, tasks: laid.map(({ task }) => task), onBench: onBench(laid, people, nowMs), before },
    jobs: laid.map(({ job }) => job),
    wishes: standing,
  };
}

function ownMinutes({ summary }: DayJob, wish: Wish | undefined): number | undefined {
  if (wish?.minutes === undefined) return undefined;
  return Math.max(5, wish.minutes - Math.max(0, workedMinutes(summary.worked) - (wish.workedThen ?? 0)));
}

/** Minutes worked on a job in all. */
export const workedMinutes = (worked: DayJob['summary']['worked']): number =>
  Object.values(worked ?? {}).reduce((sum: number, each) => sum + each, 0);

function taskOf(job: DayJob, steps: readonly DayStep[], wish: Wish | undefined, people: readonly Person[]): Task {
  const since = Date.parse(job.bookedInAt);
  const by = wish?.by === undefined ? -1 : people.findIndex(({ name }) => name === wish.by);
  const ought = daysAfter(dayOf(new Date(since)), undated.days);
  return {
    id: job.id,
    steps,
    dueMs: closing(job.promisedOn ?? ought, people),
    weight: job.promisedOn === undefined ? undated.weight : 1,
    since,
    setUp: job.cardId ?? job.id,
    ...(by >= 0 ? { by } : {}),
    ...(wish?.notBefore === undefined ? {} : { notBeforeMs: atHour(wish.notBefore, 0) }),
  };
}

const pairsOf = (
  { before, after }: Wish,
  own: number,
  index: ReadonlyMap<string, number>,
  can: readonly boolean[],
): readonly [number, number][] => {
  const other = (id: string | undefined): readonly number[] => {
    const found = id === undefined ? undefined : index.get(id);
    return found === undefined || !can[found] || found === own ? [] : [found];
  };
  if (before === 'all') return can.flatMap((each, task) => (each && task !== own ? [[own, task] as [number, number]] : []));
  return [
    ...other(before).map((second): [number, number] => [own, second]),
    ...other(after).map((first): [number, number] => [first, own]),
  ];
};

/** Whether one task is bound to come before another, also over others between. */
function leads(pairs: readonly (readonly [number, number])[], from: number, to: number, seen = new Set<number>()): boolean {
  if (from === to) return true;
  seen.add(from);
  return pairs.some(([first, second]) => first === from && !seen.has(second) && leads(pairs, second, to, seen));
}

/** What was worked on last lies on the bench of who has it. */
function onBench(
  laid: readonly { readonly job: DayJob; readonly task: Task }[],
  people: readonly Person[],
  nowMs: number,
): (number | undefined)[] {
  const bench = people.map((): number | undefined => undefined);
  const recent = laid
    .map(({ job, task }, index) => ({ index, person: task.by ?? 0, at: Date.parse(job.summary.lastAt) }))
    .filter(({ at }) => nowMs - at < onBenchHours * 3_600_000 && at <= nowMs + 60_000)
    .sort((a, b) => b.at - a.at);
  for (const { index, person } of recent) bench[person] ??= index;
  return bench;
}
