import type { CardFunction, LaidCard } from '../card';
import { resultAtEnd, type Word } from '../line';
import type { FunctionResult } from '../words';

/** `receive am dead`: words that name functions of the card, one if they are exact, then a result. */
export function functionsNamed(
  words: readonly Word[],
  card: LaidCard | undefined,
): { readonly functions: readonly CardFunction[]; readonly result: FunctionResult } | undefined {
  const said = words.map((w) => w.text.toLowerCase().replace(/,$/, ''));
  const end = resultAtEnd(words);
  if (!card || !end || words.length <= end.words) return undefined;
  const named = said.slice(0, said.length - end.words).map((word) => word.replace(/^rx$/, 'receive').replace(/^tx$/, 'transmit'));
  const hits = card.functions.filter((fn) => {
    const name = fn.name.toLowerCase().split(/[\s,]+/);
    return named.every((word) => name.some((part) => part.startsWith(word)));
  });
  const exact = hits.filter((fn) => fn.name.toLowerCase().split(/[\s,]+/).length === named.length);
  return { functions: exact.length === 1 ? exact : hits, result: end.result };
}
