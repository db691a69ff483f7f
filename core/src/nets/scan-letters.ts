import { indexOf } from './clean-lines';
import { Groups } from './groups';
import type { Blot } from './ink-runs';

/** Height of a capital letter as a share of the size of the writing. */
const capital = 0.72;
const fewLetters = 12;

/** Size of the writing, by the most usual height among small pieces that stand by themselves. */
export function unitOf(pieces: readonly Blot[], thick: number): number {
  const heights = pieces.flatMap(({ box: [x0, y0, x1, y1] }) => {
    const [wide, high] = [x1 - x0 + 1, y1 - y0 + 1];
    return high > 2.2 * thick && high < 14 * thick && wide < 1.5 * high && wide > thick ? [high] : [];
  });
  if (heights.length < fewLetters) return thick * 8;
  const near = (h: number): number => heights.filter((other) => Math.abs(other - h) <= 0.07 * h + 0.5).length;
  const best = [...new Set(heights)].map((h) => [h, near(h)] as const).sort((p, q) => q[1] - p[1] || q[0] - p[0])[0];
  return best ? best[0] / capital : thick * 8;
}

const sizeOf = ({ box: [x0, y0, x1, y1] }: Blot): readonly [wide: number, high: number] => [x1 - x0 + 1, y1 - y0 + 1];

/** What is no larger than a letter, and not a dot, a bar or a speck. */
const isLetter = (blot: Blot, unit: number, thick: number): boolean => {
  const [wide, high] = sizeOf(blot);
  return high > 0.42 * unit && high < 1.05 * unit && wide < 1.05 * unit && wide >= thick * 0.8;
};

/** Letters of a heading are up to so large, and stand so near to one another; in sizes of the writing, and in their own height. */
const heading = { most: 2.6, apart: 0.7 } as const;
/** So many that are more than a stroke make a word: the plates of a battery do not. */
const leastOfWord = 3;

/** Pieces that stand by themselves and are letters: those of the usual size, and larger ones that stand in a row, as those of a heading. */
export function lettersAmong(pieces: readonly Blot[], unit: number, thick: number): Blot[] {
  const small = pieces.filter((piece) => isLetter(piece, unit, thick));
  const large = pieces.filter((piece) => {
    const [wide, high] = sizeOf(piece);
    return high > 0.42 * unit && Math.max(wide, high) < heading.most * unit && !isLetter(piece, unit, thick);
  });
  const all = [...large, ...small];
  const index = indexOf(all.map(({ box }) => box));
  const groups = new Groups(all.length);
  large.forEach((piece, i) => {
    const [x0, y0, x1, y1] = piece.box;
    const reach = heading.apart * Math.min(y1 - y0 + 1, 1.6 * unit);
    for (const j of index.search(x0 - reach, y0, x1 + reach, y1)) {
      const [, top, , bottom] = (all[j] as Blot).box;
      const shared = Math.min(bottom, y1) - Math.max(top, y0);
      if (j !== i && shared > 0.6 * Math.min(bottom - top, y1 - y0)) groups.join(i, j);
    }
  });
  const ofWord = new Map<number, number>();
  all.forEach((piece, i) => {
    if (sizeOf(piece)[0] > 2 * thick) ofWord.set(groups.of(i), (ofWord.get(groups.of(i)) ?? 0) + 1);
  });
  return [...small, ...large.filter((_, i) => (ofWord.get(groups.of(i)) ?? 0) >= leastOfWord)];
}
