import type { DayJob } from '../day';
import type { JobSummary } from '../job';
import { stages, type Stage } from '../words';

/** Monday the 9th of February 2026, nine o'clock at the bench. */
export const mondayMs = new Date(2026, 1, 9, 9, 0).getTime();

const summaryAt = (stage: Stage, more: Partial<JobSummary> = {}): JobSummary => ({
  stage,
  waits: 'nothing',
  waitText: '',
  finished: false,
  inHand: 1,
  open: stages.slice(stages.indexOf(stage)),
  wanted: [],
  entries: 3,
  lastAt: new Date(mondayMs - 3 * 86_400_000).toISOString(),
  ...more,
});

/** A job of the plan, with an id that tells its number. */
export const dayJob = (number: number, stage: Stage, promisedOn?: string, more: Partial<JobSummary> = {}, cardId?: string): DayJob => ({
  id: `99999999-9999-4999-8999-${String(number).padStart(12, '0')}`,
  number,
  bookedInAt: new Date(mondayMs - 5 * 86_400_000).toISOString(),
  ...(promisedOn === undefined ? {} : { promisedOn }),
  ...(cardId === undefined ? {} : { cardId }),
  summary: summaryAt(stage, more),
});
