import type { DayStep } from './day-job';
import type { Hours } from './working-time';

/** One who works at the bench. */
export interface Person {
  readonly name: string;
  readonly hours: Hours;
}

/** A job as it is laid out: its steps, its date, and what binds it. Times are milliseconds since 1970. */
export interface Task {
  readonly id: string;
  readonly steps: readonly DayStep[];
  /** By when it is to be ready; of one without a date, when it ought to be, by what is usual. */
  readonly dueMs: number;
  /** What a day of lateness counts: less where no date was promised. */
  readonly weight: number;
  readonly since: number;
  /** Sets that share their bench set-up have the same. */
  readonly setUp: string;
  /** Who has it; an index into the people. */
  readonly by?: number;
  /** Its work does not begin before. */
  readonly notBeforeMs?: number;
}

export interface DayShop {
  readonly nowMs: number;
  readonly people: readonly Person[];
  readonly tasks: readonly Task[];
  /** What lies on the bench of each person now: an index into the tasks. */
  readonly onBench: readonly (number | undefined)[];
  /** Pairs of tasks of which the next work of the first begins before that of the second. */
  readonly before: readonly (readonly [first: number, second: number])[];
}

/** Minutes until another set lies ready: the same one, one of the same chassis, any other. */
export const setUpMinutes = { same: 0, alike: 4, other: 10 } as const;
