import * as z from 'zod';
import { refuse, type LineRest } from '../../line';
import type { ReadVerb } from '../entry-kind';

/** What the acts of fault finding share: where they are done, and a yes or no that follows them. */

/** What one says for yes and for no after an act, the usual word first, and how a line without it is refused. */
export interface Answers {
  readonly yes: readonly [string, ...string[]];
  readonly no: readonly [string, ...string[]];
  readonly asks: string;
}

/**
 * Takes the answer that comes next.
 * @throws CoreError `unknown-name` at the word that is neither yes nor no, or at the end where there is none.
 */
export function takeAnswer(rest: LineRest, answers: Answers, example: string): boolean {
  const said = rest.takeIf((word) => (answers.yes.includes(word) ? true : answers.no.includes(word) ? false : undefined));
  return said ?? refuse(rest.at, answers.asks, `End with ${answers.yes[0]} or ${answers.no[0]}: ${example}`);
}
export const answerWord = (yes: boolean, answers: Answers): string => (yes ? answers.yes : answers.no)[0];

/** One verb for each word of a list. */
export const eachOf = <W extends string, Body>(
  words: readonly W[],
  verb: (word: W) => ReadVerb<Body>,
): Readonly<Record<string, ReadVerb<Body>>> => Object.fromEntries(words.map((word) => [word, verb(word)]));

export const placeFields = {
  section: z.string().meta({ title: 'Section' }),
  designator: z.string().optional().meta({ title: 'Part at which it was done' }),
};
export const placeRef = ({ designator }: { readonly designator?: string | undefined }): { readonly ref?: string } =>
  designator ? { ref: designator } : {};

export const foundByIt = 'it found the fault; what was found and done stands on the sheet';
