import { joinTapes, type TapeEntry } from '../tape';
import type { Attachment, Customer, Job, RadioSet } from '../job/records';
import { moneyText } from '../money/money-text';
import type { JobArchive } from './job-archive';

/** What the shop holds of what a job archive brings. */
export interface JobHere {
  readonly job: Job | undefined;
  readonly customer: Customer | undefined;
  readonly set: RadioSet | undefined;
  readonly tape: readonly TapeEntry[];
  readonly attachments: readonly Attachment[];
}

export type JoinSide = 'here' | 'file';
/** A record that is here and says something else in the file: whoever imports it says which holds. */
export interface JoinQuestion {
  readonly of: 'job' | 'customer' | 'set';
  readonly title: string;
  readonly differs: readonly { readonly field: string; readonly here: string; readonly file: string }[];
}

export interface JoinedJob {
  readonly tape: readonly TapeEntry[];
  /** Entries that only the file holds. */
  readonly entriesIn: number;
  /** Entries that only the shop holds; they stay. */
  readonly entriesKept: number;
  readonly picturesIn: readonly Attachment[];
  readonly asks: readonly JoinQuestion[];
}

const titles = { job: 'What was booked in', customer: 'The owner', set: 'The set' } as const;
/** Fields that tell something, by the words that stand for them. Ids and numbers are the shop's own. */
export const joinWords = {
  job: {
    complaint: 'complaint',
    promisedOn: 'promised for',
    spendLimitMinor: 'spending limit',
    currency: 'currency',
    payer: 'who pays',
    symptoms: 'symptoms',
    accessories: 'came with it',
    cosmetic: 'looks',
  },
  customer: { name: 'name', phone: 'telephone', email: 'mail', address: 'address', note: 'note' },
  set: {
    maker: 'maker',
    model: 'model',
    serial: 'serial',
    madeIn: 'made in',
    cardId: 'card',
    modelId: 'model on the card',
    previousOwners: 'owned before by',
    modifications: 'modifications',
  },
} as const;

export function told(field: string, value: unknown): string {
  if (value === undefined || value === '' || (Array.isArray(value) && value.length === 0)) return 'nothing';
  if (field === 'spendLimitMinor' && typeof value === 'number') return moneyText(value);
  if (Array.isArray(value))
    return value
      .map((item: unknown) => {
        if (typeof item !== 'object' || item === null) return String(item);
        const { title, text, rolledBack } = item as { title?: string; text?: string; rolledBack?: boolean };
        return `${title ?? text ?? 'one more'}${rolledBack ? ' (rolled back)' : ''}`;
      })
      .join('; ');
  return String(value as string | number);
}

function question(of: JoinQuestion['of'], here: object | undefined, file: object): JoinQuestion[] {
  if (!here) return [];
  const [a, b] = [here, file] as Record<string, unknown>[];
  const differs = Object.entries(joinWords[of]).flatMap(([field, name]) =>
    JSON.stringify(a?.[field]) === JSON.stringify(b?.[field])
      ? []
      : [{ field: name, here: told(field, a?.[field]), file: told(field, b?.[field]) }],
  );
  return differs.length ? [{ of, title: titles[of], differs }] : [];
}

/**
 * What becomes of a job that comes in from a file, where the shop may have worked on it too: the tapes are joined by entry,
 * pictures are added, and what was booked in, the owner and the set are asked about where they differ.
 *
 * @throws CoreError where an entry says something else than here
 */
export function joinJob(here: JobHere, file: Pick<JobArchive, 'job' | 'customer' | 'set' | 'tape' | 'attachments'>): JoinedJob {
  const { tape, onlyHere, onlyThere } = joinTapes(here.tape, file.tape);
  const known = new Set(here.attachments.map(({ id }) => id));
  return {
    tape,
    entriesIn: onlyThere,
    entriesKept: onlyHere,
    picturesIn: file.attachments.filter(({ id }) => !known.has(id)),
    asks: [
      ...question('job', here.job, file.job),
      ...question('customer', here.customer, file.customer),
      ...question('set', here.set, file.set),
    ],
  };
}
