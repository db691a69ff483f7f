import type { SheetWord } from '../sheets';

/** A run of text on one line that nothing wider than a space parts. */
export interface PageCell {
  readonly text: string;
  readonly x: number;
  readonly w: number;
}

/** One line of a page, its cells from left to right. */
export interface PageLine {
  /** Where its text stands, in sheet units. */
  readonly base: number;
  /** Height of the capitals of its largest text. */
  readonly tall: number;
  readonly cells: readonly PageCell[];
}

/** A gap wider than so many heights parts two cells; one wider than the second share parts two words. */
const partsCells = 1;
const partsWords = 0.17;

/** Ligatures as letters, one sign for micro and for a space: files write each in their own way. */
const plain = (text: string): string =>
  text
    .normalize('NFKC')
    .replaceAll('μ', 'µ')
    .replace(/\u00ad/g, '')
    .replace(/\s+/g, ' ')
    .trim();

/** Cells of one line, from pieces that may be as small as a letter. */
function cellsOf(pieces: readonly SheetWord[]): PageCell[] {
  const cells: PageCell[] = [];
  for (const { text, x, w, h } of [...pieces].sort((a, b) => a.x - b.x)) {
    const last = cells.at(-1);
    const gap = last ? x - last.x - last.w : 0;
    // The same once more, a hair beside itself, is how bold is made.
    if (last && gap < -0.5 * w && last.text.endsWith(text)) continue;
    if (!last || gap > partsCells * h) cells.push({ text, x, w });
    else cells[cells.length - 1] = { text: `${last.text}${gap > partsWords * h ? ' ' : ''}${text}`, x: last.x, w: x + w - last.x };
  }
  return cells.map((cell) => ({ ...cell, text: plain(cell.text) })).filter(({ text }) => text !== '');
}

/** Text with wide gaps inside, as some programs write a whole row, parted where it has two spaces or more. */
function partedPiece(word: SheetWord): SheetWord[] {
  const each = word.w / Math.max(1, word.text.length);
  return [...word.text.matchAll(/\S+(?:\s\S+)*/g)].map((run) => ({
    ...word,
    text: run[0],
    x: word.x + run.index * each,
    w: run[0].length * each,
  }));
}

/**
 * The lines of a page as one reads them, from the top. Text that runs upwards or upside down is left aside: it belongs to drawings.
 * @param words Text of the page as it was drawn, in sheet units.
 */
export function linesOf(words: readonly SheetWord[]): PageLine[] {
  const upright = words.filter(({ quarter = 0, text }) => quarter === 0 && text.trim() !== '').flatMap(partedPiece);
  const lines: { base: number; tall: number; pieces: SheetWord[] }[] = [];
  for (const word of upright.sort((a, b) => a.y + a.h - b.y - b.h)) {
    const base = word.y + word.h;
    const line = lines.at(-1);
    if (line && base - line.base < 0.6 * Math.min(word.h, line.tall)) {
      line.pieces.push(word);
      line.tall = Math.max(line.tall, word.h);
    } else lines.push({ base, tall: word.h, pieces: [word] });
  }
  return lines.map(({ base, tall, pieces }) => ({ base, tall, cells: cellsOf(pieces) })).filter(({ cells }) => cells.length > 0);
}
