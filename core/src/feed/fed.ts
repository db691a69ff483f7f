import type { Condition, LaidCard } from '../card';
import type { Instrument } from '../measure';
import type { TapeEntry } from '../tape';

/** What a job has to give: its card, the tape without what was struck, and the state the set stands in now. */
export interface JobFigures {
  readonly card?: LaidCard;
  readonly stood: readonly TapeEntry[];
  readonly condition: Condition;
  readonly instruments?: readonly Instrument[];
  /** What the shop says S9 is, in volts at the antenna socket: below 30 MHz and above. */
  readonly s9?: { readonly hfV: number; readonly vhfV: number } | undefined;
}

/** What a sum takes from a job. What the tape does not hold is left out, and asked for by the form. */
export interface Fed {
  /** The same for the same thing, however many readings there are of it. */
  readonly key: string;
  /** `tuning voltage at TP7, 5 readings`. */
  readonly name: string;
  readonly input: Readonly<Record<string, unknown>>;
}

/** How one sum is fed: every way there is, the likeliest first; none where the job has nothing for it. */
export type Feed = (job: JobFigures) => readonly Fed[];

/** A feed that has nothing to give where the set has no card. */
export const ofCard =
  (feed: (job: JobFigures & { readonly card: LaidCard }) => readonly Fed[]): Feed =>
  (job) =>
    job.card ? feed({ ...job, card: job.card }) : [];

/** `1 reading`, `5 readings`. */
export const counted = (n: number, what = 'reading'): string => `${n} ${what}${n === 1 ? '' : 's'}`;
