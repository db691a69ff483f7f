import type { Place, SheetWord } from '../sheets';

/** How the height of a word's box stands to the size of its letters, by how the text was read. */
const boxToSize = { pdf: 1 / 0.72, svg: 1 / 1.2 } as const;
const usual = 110;

const median = (values: readonly number[]): number | undefined => [...values].sort((a, b) => a - b)[values.length >> 1];

/** Size of the letters with which a page names its parts, in sheet units: the measure of all that is small on it. */
export function textUnit(places: readonly Place[], words: readonly SheetWord[], type: keyof typeof boxToSize, width: number): number {
  const tall = (box: { readonly w: number; readonly h: number; readonly text?: string }): number => Math.min(box.w, box.h);
  const names = places.filter(({ pin }) => !pin).map(tall);
  const size = median(names.length >= 3 ? names : words.filter(({ text }) => text.trim().length > 1).map(tall));
  const found = size === undefined ? width / usual : size * boxToSize[type];
  // A page of letters as tall as its parts, or of none, is measured by its width.
  return Math.min(width / 30, Math.max(width / 400, found));
}
