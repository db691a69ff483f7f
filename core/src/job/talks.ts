import { dayOf } from '../line';
import { moneyText } from '../money';
import { entryWords, ofKind, type EntryOf, type TapeEntry } from '../tape';
import type { WaitReason } from '../words';
import type { Job } from './records';

/** The sum up to which the work may go: the last that was approved, or the one with which it was booked in, in minor units. */
export const agreedLimit = (job: Pick<Job, 'spendLimitMinor'>, stood: readonly TapeEntry[]): number | undefined =>
  ofKind(stood, 'talk').findLast(({ limitMinor }) => limitMinor !== undefined)?.limitMinor ?? job.spendLimitMinor;

/** Something of a day, as the sheet has it. */
export interface OnDay {
  /** ISO day. */
  readonly on: string;
  readonly says: string;
}

/** What was approved or refused; a sum in the currency of the job. */
export const agreedLines = (stood: readonly TapeEntry[], currency: string): readonly OnDay[] =>
  ofKind(stood, 'talk').flatMap((entry) => {
    if (entry.act !== 'approved' && entry.act !== 'refused') return [];
    const { limitMinor, ...without } = entry;
    const limit = limitMinor === undefined ? '' : `; limit ${moneyText(limitMinor, currency)}`;
    const quote =
      entry.option === undefined
        ? undefined
        : ofKind(stood, 'quote').findLast(({ option, seq }) => option === entry.option && seq < entry.seq);
    const taken = quote ? `; ${[`${moneyText(quote.amountMinor, currency)} before tax`, quote.text].filter(Boolean).join(', ')}` : '';
    return [{ on: dayOfEntry(entry), says: `${lowered(entryWords(without, undefined).what)}${taken}${limit}` }];
  });

/** The day of an entry at the bench: the one on which it was done, where it was told later. */
export const dayOfEntry = ({ done, at }: Pick<TapeEntry, 'done' | 'at'>): string => done ?? dayOf(new Date(at));

const lowered = (text: string): string => text.charAt(0).toLowerCase() + text.slice(1);

/** What a job waits for now. */
export interface Waits {
  readonly seq: number;
  readonly reason: WaitReason;
  readonly text: string;
  readonly until?: string;
}

/** What was last said to be waited for; a question to the owner waits for an answer, and what was approved or refused is one. */
export function waitsFor(stood: readonly TapeEntry[]): Waits | undefined {
  let now: Waits | undefined;
  for (const entry of stood) {
    if (entry.kind === 'wait') now = waitOf(entry);
    else if (entry.kind !== 'talk') continue;
    else if (entry.act === 'asked') now = { seq: entry.seq, reason: 'answer', text: entry.text };
    else if ((entry.act === 'approved' || entry.act === 'refused') && now?.reason === 'answer')
      now = { seq: entry.seq, reason: 'nothing', text: '' };
  }
  return now;
}

const waitOf = ({ seq, reason, text, until }: EntryOf<'wait'>): Waits => ({ seq, reason, text, ...(until === undefined ? {} : { until }) });
