import { resultNames, type FunctionResult } from '../words';
import type { LineRest } from './line-rest';
import { ofWord, type Word } from './line-words';

/** How something did, as one types it. */
export const resultWords: Readonly<Record<string, FunctionResult>> = {
  works: 'works',
  ok: 'works',
  weak: 'weak',
  dead: 'dead',
  distorted: 'distorted',
  off: 'wrong-frequency',
  wrong: 'wrong-frequency',
  intermittent: 'comes-and-goes',
  comes: 'comes-and-goes',
  stuck: 'stuck-on',
  untried: 'not-tried',
};

/** Results of more than one word, as they stand in the function grid. */
const resultPhrases = (Object.entries(resultNames) as [FunctionResult, string][])
  .filter(([, name]) => name.includes(' '))
  .map(([result, name]) => [name, result] as const);

/** The result at the end of some words, and how many of them say it; undefined where they end in none. */
export function resultAtEnd(words: readonly Word[]): { readonly result: FunctionResult; readonly words: number } | undefined {
  const said = words.map((word) => word.text.toLowerCase().replace(/,$/, ''));
  const phrase = resultPhrases.find(([text]) => said.join(' ') === text || said.join(' ').endsWith(` ${text}`));
  if (phrase) return { result: phrase[1], words: phrase[0].split(' ').length };
  const result = ofWord(resultWords, said.at(-1) ?? '');
  return result && { result, words: 1 };
}

/** Takes the result that comes next; undefined, and nothing taken, where none does. */
export function takeResult(rest: LineRest): FunctionResult | undefined {
  for (let words = Math.min(4, rest.left.length); words > 0; words -= 1) {
    const found = resultAtEnd(rest.left.slice(0, words));
    if (found?.words !== words) continue;
    rest.skip(words);
    return found.result;
  }
  return undefined;
}
