import { chanceFrom } from '../chance';
import type { Ordered } from './best-order';
import type { DayStep, WaitStep } from './day-job';
import type { Scheduler } from './schedule';

/** How surely a job is ready: of many drawn courses of the same order. */
export interface Risk {
  /** Share of courses in which it is late, 0 to 1. */
  readonly late: number;
  /** By when eight of ten are ready, in milliseconds since 1970. */
  readonly likelyMs: number;
}

/** Courses that are drawn: fewer of a shop with much work, so that a plan does not keep one waiting. */
const coursesOf = (pieces: number): number => Math.round(Math.min(120, Math.max(24, 12_000 / Math.max(1, pieces))));
/** How often a part that has its day comes later, and by how much; how far a day that nobody named may be out. */
const slips = { chance: 0.25, minutes: [1440, 3 * 1440] } as const;
const guessedLate = 3 * 1440;

/**
 * Draws courses of an order: work takes as long as what is known of it lets it, a wait whose end nobody said ends any time up to twice what is
 * usual, a part that has its day is late one time in four, and one that may be needed is needed as often as its chance says.
 */
export function risks(scheduler: Scheduler, { order, who }: Pick<Ordered, 'order' | 'who'>, seed = 7): readonly Risk[] {
  const { tasks } = scheduler.shop;
  const courses = coursesOf(scheduler.pieces.length);
  const chance = chanceFrom(seed);
  const pieces = tasks.map(({ steps }) => piecesOf(steps));
  const ready = tasks.map(() => new Float64Array(courses));
  for (let course = 0; course < courses; course += 1) {
    scheduler.play(order, who, (task, step) => {
      const { drawn = [], waits = [] } = pieces[task]?.[step] ?? {};
      const minutes = drawn[Math.floor(chance.between(0, drawn.length))] ?? 0;
      return [minutes, waits.reduce((sum, wait) => sum + longer(wait), 0)];
    });
    for (const [task, into] of ready.entries()) into[course] = scheduler.finish[task] ?? 0;
  }
  function longer({ minutes = 0, chance: share, guessed, untilMs, for: what }: WaitStep): number {
    if (share !== undefined) return chance.happens(share) ? minutes * chance.between(0.4, 2) : 0;
    if (untilMs === undefined) return guessed ? minutes * chance.between(-0.6, 1) : 0;
    const left = (untilMs - scheduler.shop.nowMs) / 60_000;
    if (guessed) return left + chance.between(0, guessedLate);
    return what === 'part' && chance.happens(slips.chance) ? left + chance.between(...slips.minutes) : 0;
  }
  return tasks.map(({ dueMs }, task) => {
    const sorted = (ready[task] ?? new Float64Array()).sort();
    return { late: sorted.filter((ms) => ms > dueMs).length / courses, likelyMs: sorted[Math.ceil(0.8 * courses) - 1] ?? 0 };
  });
}

interface Drawn {
  readonly drawn: readonly number[];
  readonly waits: readonly WaitStep[];
}

function piecesOf(steps: readonly DayStep[]): readonly Drawn[] {
  const pieces: Drawn[] = [];
  let waits: WaitStep[] = [];
  for (const step of steps) {
    if (step.kind === 'wait') waits.push(step);
    else {
      pieces.push({ drawn: step.drawn, waits });
      waits = [];
    }
  }
  return pieces;
}
