import { readingText, type EntryOf } from '../tape';
import { verdictNames } from '../words';

/** A cell of a table of the sheet, ready to be read. */
export interface ReportCell {
  readonly text: string;
  readonly verdict: string;
}

export const nothing: ReportCell = { text: '–', verdict: 'not done' };

export const cellOf = (reading: EntryOf<'reading'>): ReportCell => ({
  text: readingText(reading),
  // That the card says nothing of it is no news for the owner.
  verdict: reading.verdict === 'no-limit' ? '' : `${verdictNames[reading.verdict]}${reading.typical ? ', by what is typical' : ''}`,
});
