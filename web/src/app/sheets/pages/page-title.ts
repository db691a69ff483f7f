import { kindFromTitle, type SheetWord } from '@amber-relay/core/sheets';

/** What a page calls itself: the largest text on it that says what kind of sheet it is; empty where none does. */
export function titleOf(words: readonly SheetWord[]): string {
  const tall = (word: SheetWord): number => Math.min(word.w, word.h);
  const saying = words.filter((word) => kindFromTitle(word.text) !== 'other' && word.text.length < 60);
  return saying.sort((a, b) => tall(b) - tall(a))[0]?.text.trim() ?? '';
}
