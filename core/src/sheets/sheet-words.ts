/** A piece of text on a sheet: its box in sheet units, and the direction in which it runs, in quarter turns clockwise. */
export interface SheetWord {
  readonly text: string;
  readonly x: number;
  readonly y: number;
  readonly w: number;
  readonly h: number;
  readonly quarter?: 0 | 1 | 2 | 3;
}

/** A run of signs without a space, with its own box, reckoned as if all signs were equally wide. */
export type Token = Required<SheetWord>;

interface Upright {
  readonly text: string;
  readonly x: number;
  readonly y: number;
  readonly w: number;
  readonly h: number;
}

/** The box as it lies once its text runs to the right, and back. */
const turned = ({ x, y, w, h }: Omit<Upright, 'text'>, quarter: number): Omit<Upright, 'text'> => {
  if (quarter === 1) return { x: y, y: -x - w, w: h, h: w };
  if (quarter === 2) return { x: -x - w, y: -y - h, w, h };
  if (quarter === 3) return { x: -y - h, y: x, w: h, h: w };
  return { x, y, w, h };
};

/** Whether `b` goes on where `a` ends, on the same line: within a third of the height, the base at most half a height off. */
const continues = (a: Upright, b: Upright): boolean => {
  const tall = Math.max(a.h, b.h);
  return Math.abs(b.x - (a.x + a.w)) < tall * 0.33 && Math.abs(b.y + b.h - (a.y + a.h)) < tall * 0.5;
};

const splitAt = /[^\s,;:()[\]{}|"]+/g;

/**
 * The text of a page as tokens. Pieces that were written one after the other on one line and touch are put together
 * first, since programs that draw sheets often place a designator's letter and its number apart; double strokes (the same text
 * at the same place, as bold is sometimes made) are taken once.
 */
export function tokensOf(words: readonly SheetWord[]): Token[] {
  const tokens: Token[] = [];
  for (const quarter of [0, 1, 2, 3] as const) {
    const upright = words
      .filter((word) => (word.quarter ?? 0) === quarter && word.text.trim() !== '')
      .map((word): Upright => ({ text: word.text, ...turned(word, quarter) }));
    for (const { text, x, y, w, h } of joined(upright)) {
      const each = w / Math.max(1, text.length);
      for (const match of text.matchAll(splitAt)) {
        const box = { x: x + match.index * each, y, w: match[0].length * each, h };
        tokens.push({ text: match[0], ...turned(box, (4 - quarter) % 4), quarter });
      }
    }
  }
  return tokens;
}

/** Touching pieces put together; lines are looked up by rows of the usual height, so that a full page stays quick. */
function joined(pieces: readonly Upright[]): Upright[] {
  const heights = pieces.map((piece) => piece.h).sort((a, b) => a - b);
  const tall = Math.max(0.5, heights[heights.length >> 1] ?? 1);
  const lines: Upright[] = [];
  const rows = new Map<number, number[]>();
  for (const piece of [...pieces].sort((a, b) => a.x - b.x)) {
    const row = Math.round((piece.y + piece.h) / tall);
    const near = [row - 1, row, row + 1].flatMap((r) => rows.get(r) ?? []);
    const at = near.find((i) => lines[i] && (doubles(lines[i], piece) || continues(lines[i], piece)));
    const line = at === undefined ? undefined : lines[at];
    if (at === undefined || !line) {
      rows.set(row, [...(rows.get(row) ?? []), lines.length]);
      lines.push(piece);
    } else if (!doubles(line, piece)) lines[at] = together(line, piece);
  }
  return lines;
}

/** The same text once more in the same place, a hair beside itself. */
const doubles = (line: Upright, piece: Upright): boolean =>
  line.text.endsWith(piece.text) &&
  Math.abs(line.x + line.w - piece.x - piece.w) < piece.h * 0.2 &&
  Math.abs(line.y - piece.y) < piece.h * 0.2;

function together(a: Upright, b: Upright): Upright {
  const y = Math.min(a.y, b.y);
  return { text: a.text + b.text, x: a.x, y, w: b.x + b.w - a.x, h: Math.max(a.y + a.h, b.y + b.h) - y };
}
