import type { WantedPart } from '../job';
import type { WaitReason } from '../words';

/** What orders need to know of a job as it stands. */
export interface JobNow {
  readonly id: string;
  readonly number: number;
  readonly promisedOn?: string | undefined;
  readonly finished: boolean;
  readonly waits: WaitReason;
  readonly waitText: string;
  readonly wanted: readonly WantedPart[];
}

/** Jobs that are not handed back, in the order in which they come to their parts: the earliest promise first, then the longest here. */
export const openJobs = (jobs: readonly JobNow[]): readonly JobNow[] =>
  jobs
    .filter(({ finished }) => !finished)
    .sort((a, b) => (a.promisedOn ?? '9999').localeCompare(b.promisedOn ?? '9999') || a.number - b.number);
