import type { Has } from './found';

const usualModes = ['AM', 'FM', 'SSB', 'USB', 'LSB', 'CW'];
const asPattern = (words: string): string => words.replace(/[.*+?^${}()|[\]\\]/g, '\\$&').replace(/\s+/g, '\\s*');

/**
 * The words of a condition that a text holds, as a card's lists write them, and what is left of it without them:
 * `TX, FM` gives `keyed` and `FM`. A mode or band that the set does not have is left where it stands.
 */
export function conditionWords(text: string, { modes, bands }: Has): { readonly words: string[]; readonly rest: string } {
  const words: string[] = [];
  let rest = text;
  const take = (pattern: string, word: string): void => {
    const said = new RegExp(`(?:^|[^\\w])(?:${pattern})(?![\\w.])`, 'i');
    if (!said.test(rest)) return;
    words.push(word);
    rest = rest.replace(said, ' ');
  };
  take('transmit(?:ting|ter)?|tx|keyed|key down|ptt on|on transmit', 'keyed');
  if (!words.length) take('receiv(?:e|ing|er)|rx|standby|stand-by|unkeyed|ptt off|on receive', 'receive');
  for (const mode of modes.length ? modes : usualModes) take(asPattern(mode), mode);
  for (const band of bands) take(asPattern(band), band);
  const channel = /(?:^|\s)ch(?:annel)?\.?\s*(\d{1,3})(?!\w)/i.exec(rest);
  if (channel) {
    words.push(`ch ${channel[1] ?? ''}`);
    rest = rest.replace(channel[0], ' ');
  }
  rest = rest
    .replace(/\(\s*[,/;]*\s*\)/g, ' ')
    .replace(/\s+/g, ' ')
    .replace(/^[\s,;/]+|[\s,;/]+$/g, '');
  return { words, rest };
}

/** Both as one list, each kind of word once; the second gives way. */
export function bothConditions(first: readonly string[], second: readonly string[]): string[] {
  const side = (word: string): boolean => word === 'keyed' || word === 'receive';
  return [...first, ...second.filter((word) => !first.includes(word) && !(side(word) && first.some(side)))];
}
