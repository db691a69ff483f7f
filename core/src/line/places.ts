import { partOf, type LaidCard } from '../card';
import type { Unit } from '../quantity';
import type { LineRest } from './line-rest';
import { isDesignator, refuse, type EntryContext } from './line-words';

/** A part with its section, or a section alone. */
export interface Place {
  readonly section: string;
  readonly designator?: string;
}

/** Takes the section that comes next, by its id or its whole name in as many words as that has; undefined, and nothing taken, where none does. */
export function takeSection(rest: LineRest, { card }: Pick<EntryContext, 'card'>): string | undefined {
  for (let words = Math.min(6, rest.left.length); words > 0; words -= 1) {
    const said = rest.left
      .slice(0, words)
      .map(({ text }) => text.toLowerCase())
      .join(' ');
    const section = card?.sections.find(({ id, name, short }) => [id, name.toLowerCase(), short.toLowerCase()].includes(said));
    if (!section) continue;
    rest.skip(words);
    return section.id;
  }
  return undefined;
}

/**
 * Takes the part or section that comes next.
 * @throws CoreError `unknown-name` when there is no word, or the card has nothing of this name.
 */
export function takePlace(rest: LineRest, context: EntryContext): Place {
  const { next } = rest;
  if (!next) return refuse(rest.at, 'Where?', 'Name a part such as C31, or a section.');
  const part = context.card && partOf(context.card, next.text);
  if (part) {
    rest.take();
    return { section: part.section, designator: part.designator };
  }
  const section = takeSection(rest, context);
  if (section !== undefined) return { section };
  if (!context.card)
    return refuse(
      next.at,
      `This set has no card yet, so "${next.text}" is no section that is known.`,
      'Begin its card in Trace and write it again, or keep it as a note: note, and then the line.',
    );
  return refuse(next.at, `"${next.text}" is no part or section of this card.`, 'Name a part such as C31, or a section such as vco.');
}

/** The word that `takePlace` reads as this place. */
export const placeWord = ({ designator, section }: Place): string => (designator ?? section).toLowerCase();

/** A designator, and its part where the card has one. */
export interface Designated {
  readonly designator: string;
  readonly part?: LaidCard['parts'][number];
}
const designated = (designator: string, { card }: EntryContext): Designated => {
  const part = card && partOf(card, designator);
  return { designator: designator.toUpperCase(), ...(part ? { part } : {}) };
};
/** Whether a line begins with parts that the set has, so that one that it lacks among them is a mistake and no free word. */
export const namesParts = ({ next }: LineRest, context: EntryContext): boolean =>
  next !== undefined && (designatorsIn(next.text)?.some((one) => hasPart(one, context)) ?? false);

/** Whether a set has this part, as far as its card and sheets tell; of a set without a card, or with one that only begins, nothing is known. */
const hasPart = (designator: string, { card, onSheets }: EntryContext): boolean =>
  !card || card.begunFrom !== undefined || partOf(card, designator) !== undefined || (onSheets?.(designator.toUpperCase()) ?? false);

/**
 * Takes a designator.
 * @throws CoreError `unknown-name` where none stands next, or neither the card nor its sheets have it
 */
export function takeDesignator(rest: LineRest, context: EntryContext, example: string): Designated {
  const { next } = rest;
  if (!next || !isDesignator(next.text)) return refuse(rest.at, 'Which part?', `Write it like: ${example}`);
  if (!hasPart(next.text, context))
    return refuse(
      next.at,
      `${next.text.toUpperCase()} is not on this card, nor on its sheets.`,
      'Check the designator; a part without one goes on as a note.',
    );
  rest.take();
  return designated(next.text, context);
}

const mostOfRange = 100;
/** The designators that a word names: one, or a range such as `c1-c26`; undefined where it is neither. A comma behind it is no part of it. */
function designatorsIn(word: string): readonly string[] | undefined {
  const text = word.replace(/[,;]$/, '');
  if (isDesignator(text)) return [text.toUpperCase()];
  const range = /^([a-z]{1,4})(\d{1,4})(?:-|\.\.|–)([a-z]{1,4})?(\d{1,4})$/i.exec(text);
  if (!range) return undefined;
  const [, letters = '', from = '', lettersTo = letters, to = ''] = range;
  const count = Number(to) - Number(from) + 1;
  if (lettersTo.toLowerCase() !== letters.toLowerCase() || count < 2 || count > mostOfRange) return undefined;
  return Array.from({ length: count }, (_, k) => `${letters.toUpperCase()}${Number(from) + k}`);
}

/**
 * Takes the designators at the front of a line, one or several: `c1`, `c1 c2, c3`, `c1-c26`. Behind the first only what is of its letters,
 * or what the card has, so that a part number is not taken for one.
 * @throws CoreError `unknown-name` where none stands next, or the card and its sheets lack one of them
 */
export function takeDesignators(rest: LineRest, context: EntryContext, example: string): readonly Designated[] {
  const found: string[] = [];
  // Behind a comma or an `and` one more is expected.
  let goesOn = false;
  for (let named = true; named && rest.next;) {
    const { text, at } = rest.next;
    if (found.length && /^(and|&)$/i.test(text) && designatorsIn(rest.left[1]?.text ?? '')) {
      rest.take();
      goesOn = true;
      continue;
    }
    const these: readonly string[] = designatorsIn(text) ?? [];
    const letters = /^[A-Z]+/.exec(found[0] ?? these[0] ?? '')?.[0];
    const isList = goesOn || these.length > 1 || /[,;]$/.test(text);
    const known =
      context.card && !context.card.begunFrom
        ? these.every((one) => hasPart(one, context))
        : isList || these.every((one) => /^[A-Z]+/.exec(one)?.[0] === letters);
    if (these.length && !known && (found.length === 0 || isList)) {
      const missing = these.find((one) => !hasPart(one, context)) ?? text;
      return refuse(
        at,
        `${missing} is not on this card, nor on its sheets.`,
        'Check the designator; a part without one goes on as a note.',
      );
    }
    named = these.length > 0 && known;
    if (!named) break;
    found.push(...these);
    goesOn = /[,;]$/.test(text);
    rest.take();
  }
  if (!found.length) return refuse(rest.at, 'Which part?', `Write it like: ${example}`);
  return [...new Set(found)].map((one) => designated(one, context));
}

/** Unit one most often means for a bare number on a part, by its kind letter. */
export const unitOfPart = (designator: string): Unit | undefined => {
  const letter = designator.charAt(0).toUpperCase();
  return letter === 'C' ? 'F' : letter === 'R' ? 'ohm' : letter === 'L' ? 'H' : undefined;
};
