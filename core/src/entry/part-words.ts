import type { LaidCard } from '../card';
import { conditionWord, refuse, type Word } from '../line';
import type { Unit } from '../quantity';
import type { PartMeasure } from '../tape';

/** That something was measured and nothing was there. */
export const deadWords = ['dead', 'none', 'nothing'];
/** What is measured of a part other than its value, as it is typed, and in which unit. */
export const measureWords: Readonly<Record<string, { readonly of: PartMeasure; readonly unit: Unit }>> = {
  esr: { of: 'esr', unit: 'ohm' },
  hfe: { of: 'hfe', unit: '' },
  vf: { of: 'vf', unit: 'V' },
};
/** How a part is found without a figure; `ol` of what conducts by itself. */
export const stateWords = ['open', 'short', 'shorted', 'leaky'];
/** What is said of a part that was measured, before its figure or behind it. */
export const provenWords: Readonly<Record<string, 'good' | 'bad'>> = { good: 'good', ok: 'good', bad: 'bad' };
/** What pins are called where the card does not name them, two of them with a line between. */
const usualPins = /^([a-z]|\d{1,3}|[a-z]\d{1,2}|in|out|gnd|adj|com|nc|no|g1|g2|vcc|vdd|vss|vee|[a-z]{1,3}\d?-[a-z]{1,3}\d?)$/i;

/**
 * The pin that stands behind a designator: one that the card names, or that is usually called so, with its figure behind it.
 * @throws CoreError `unknown-name` for a word that is neither pin, condition nor figure
 */
export function pinNamed(
  words: readonly Word[],
  part: LaidCard['parts'][number] | undefined,
  card: LaidCard | undefined,
): string | undefined {
  const [first, second, third] = words;
  const after = third?.text ?? '';
  if (!first || !second || !third || conditionWord(second.text, {}, card) || conditionWord(second.text + after, {}, card)) return undefined;
  if (/^\d+$/.test(second.text))
    return /^[\d+\-−.,>]/.test(after) ||
      after.toLowerCase() === 'ol' ||
      deadWords.includes(after.toLowerCase()) ||
      conditionWord(after, {}, card)
      ? second.text
      : undefined;
  if (!/^[a-z]/i.test(second.text) || stateWords.includes(second.text.toLowerCase())) return undefined;
  const pins = part?.pins ?? [];
  const named = pins.find(({ pin, name }) => [pin, name].some((one) => one?.toLowerCase() === second.text.toLowerCase()));
  if (named || usualPins.test(second.text)) return named?.pin ?? second.text;
  return refuse(
    second.at,
    `"${second.text}" is no pin of ${first.text.toUpperCase()}.`,
    pins.length
      ? `It has ${pins.map(({ pin }) => pin).join(', ')}.`
      : 'Write the pin as on the board, or esr, hfe or vf for what was measured of it.',
  );
}
