import type { CardFunction, LaidCard } from '../card';
import { ofWord, type Word } from '../line';
import { resultNames, type FunctionResult } from '../words';

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

/** `receive am dead`: words that name functions of the card, one if they are exact, then a result. */
export function functionsNamed(
  words: readonly Word[],
  card: LaidCard | undefined,
): { readonly functions: readonly CardFunction[]; readonly result: FunctionResult } | undefined {
  const said = words.map((w) => w.text.toLowerCase().replace(/,$/, ''));
  const phrase = resultPhrases.find(([text]) => said.join(' ').endsWith(` ${text}`));
  const result = phrase?.[1] ?? ofWord(resultWords, said.at(-1) ?? '');
  if (!card || !result || words.length < 2) return undefined;
  const named = said
    .slice(0, said.length - (phrase ? phrase[0].split(' ').length : 1))
    .map((word) => word.replace(/^rx$/, 'receive').replace(/^tx$/, 'transmit'));
  const hits = card.functions.filter((fn) => {
    const name = fn.name.toLowerCase().split(/[\s,]+/);
    return named.every((word) => name.some((part) => part.startsWith(word)));
  });
  const exact = hits.filter((fn) => fn.name.toLowerCase().split(/[\s,]+/).length === named.length);
  return { functions: exact.length === 1 ? exact : hits, result };
}
