import { partOf, type LaidCard } from '../card';
import type { Unit } from '../quantity';
import { isDesignator, refuse, type EntryContext, type Word } from './line-words';

/** A part with its section, or a section alone. */
export interface Place {
  readonly section: string;
  readonly designator?: string;
}

/**
 * The part or section that a word names.
 * @throws CoreError `unknown-name` when there is no word (`at` is where it should stand), or the card has nothing of this name.
 */
export function placeOf(word: Word | undefined, { card }: EntryContext, at: number): Place {
  if (!word) return refuse(at, 'Where?', 'Name a part such as C31, or a section.');
  const part = card && partOf(card, word.text);
  if (part) return { section: part.section, designator: part.designator };
  const lower = word.text.toLowerCase();
  const section = card?.sections.find(({ id, short }) => id === lower || short.toLowerCase() === lower);
  return section
    ? { section: section.id }
    : refuse(word.at, `"${word.text}" is no part or section of this card.`, 'Name a part such as C31, or a section such as vco.');
}

/** The word that `placeOf` reads as this place. */
export const placeWord = ({ designator, section }: Place): string => (designator ?? section).toLowerCase();

/** The designator in a word, and its part where the card has one; a card that lacks it refuses. */
export function designatorOf(
  word: Word | undefined,
  { card }: EntryContext,
  at: number,
  example: string,
): { readonly designator: string; readonly part?: LaidCard['parts'][number] } {
  if (!word || !isDesignator(word.text)) return refuse(word?.at ?? at, 'Which part?', `Write it like: ${example}`);
  const part = card && partOf(card, word.text);
  if (card && !part)
    return refuse(
      word.at,
      `${word.text.toUpperCase()} is not on this card.`,
      'Check the designator; a part without one goes on as a note.',
    );
  return { designator: word.text.toUpperCase(), ...(part ? { part } : {}) };
}

/** Unit one most often means for a bare number on a part, by its kind letter. */
export const unitOfPart = (designator: string): Unit | undefined => {
  const letter = designator.charAt(0).toUpperCase();
  return letter === 'C' ? 'F' : letter === 'R' ? 'ohm' : letter === 'L' ? 'H' : undefined;
};
