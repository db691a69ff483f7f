import { resultNames, verdictNames } from '../words';

/** The words of a hand-back sheet that a shop may write its own way, by where they stand. What stands in braces is filled in. */
export const paperWords = {
  headings: [
    'Hand-back sheet',
    'Complaint',
    'Agreed',
    'Found',
    'Cause',
    'Destroyed by it',
    'May have suffered',
    'Done',
    'Parts',
    'Alignment',
    'Read step by step: {title}',
    'Tests',
    'Also before and after',
    'Recorded: {title}',
    'Watched',
    'Measured and worked out',
    'Modified',
    'Found, and still to do',
    'Found but left alone',
    'Watch for',
    'Pictures',
    'Price',
    'Warranty',
    'Consent',
    'Cautions',
    'Signed',
  ],
  columns: ['Part', 'Old', 'New', 'Why', 'Step', 'Wanted', 'Before', 'After', 'Test', 'Limits', 'What', 'Measured'],
  lines: [
    'Job {number}',
    'Job {number}, page {page} of {pages}',
    'serial {serial}, of {owner}',
    'not noted',
    'nothing recorded',
    'Not tested: {names}',
    'dashed: before',
    'Before: {caption}',
    'After: {caption}',
    'Warranty {days} days on this work, until {until}.',
    'Limit agreed: {sum}',
    'I have got the set back as it is described here.',
    'Owner, day and name',
    'Workshop, day and name',
    '{who}, {day}',
  ],
  price: [
    'Labour, {figure} min',
    'Fixed price of the work',
    'Parts renewed',
    'Besides',
    'Goodwill',
    'Tax, {figure}%',
    'Total',
    'Total, in two currencies, before tax',
    'Paid beforehand',
    'Paid',
    'Given back',
    'Still to be paid',
    'Paid in full',
    'To be given back',
  ],
  verdicts: [
    ...new Set(
      [
        verdictNames.in,
        verdictNames.low,
        verdictNames.high,
        verdictNames.dead,
        verdictNames['cant-tell'],
        ...Object.values(resultNames),
      ].concat('not done', 'not touched by the repair'),
    ),
  ],
  cautions: [
    'Transmit only where, and with what, your local rules and licence allow.',
    'Leave work inside the set to people qualified for it.',
  ],
} as const;

type Groups = typeof paperWords;
export type PaperWord = Groups[keyof Groups][number];
type Values = Readonly<Record<string, string | number>>;
/** Writes a word of the sheet as the shop has it, filled in. */
export type Say = (word: PaperWord, values?: Values) => string;

const holes = (text: string): readonly string[] => text.match(/\{\w+\}/g) ?? [];

/** What is wrong with a shop's own word for one of the sheet's; empty where nothing is. What it leaves out would be missing on the sheet. */
export function ownWordTrouble(word: string, own: string): string {
  const lost = holes(word).filter((hole) => !own.includes(hole));
  const unknown = holes(own).filter((hole) => !word.includes(hole));
  if (lost.length) return `Leave ${lost.join(' and ')} in it: that is filled in on the sheet.`;
  return unknown.length ? `Nothing is filled in for ${unknown.join(' and ')} here.` : '';
}

/** Writes the sheet's words with those of the shop in their places. */
export const sayWith =
  (own: Readonly<Record<string, string>> = {}): Say =>
  (word, values = {}) => {
    const text = own[word]?.trim();
    const said = text && !ownWordTrouble(word, text) ? text : word;
    return said.replace(/\{(\w+)\}/g, (hole, name: string) => String(values[name] ?? hole));
  };

/** A text of the tape that may be one of the words, such as a verdict, in the shop's own; any other stays. */
export const sayText = (say: Say, text: string): string => say(text as PaperWord);
