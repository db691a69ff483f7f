import * as z from 'zod';
import { fastenerNames, fasteners, type Fastener } from '../words';

/** So many are in no set. */
const most = 999;

/** What was loosened, or put in again: how many of what, and which where that was said. */
export const fastenedSchema = z.object({
  what: z.enum(fasteners),
  count: z.number().int().min(0).max(most),
  text: z.string().optional(),
});
export type Fastened = z.infer<typeof fastenedSchema>;

const words: Readonly<Record<string, Fastener>> = {
  ...{ screw: 'screw', bolt: 'screw', nut: 'nut', clip: 'clip', catch: 'clip', latch: 'clip', connector: 'connector', plug: 'connector' },
  ...{ joint: 'joint', 'soldered joint': 'joint', 'solder joint': 'joint', wire: 'joint', lead: 'joint', knob: 'knob', fastener: 'other' },
  'hidden screw': 'hidden-screw',
};
const nouns = Object.keys(words).sort((a, b) => b.length - a.length);
const piece = new RegExp(`^(\\d{1,3}|no)\\s+(${nouns.join('|')})(?:e?s)?(?:\\s*\\(([^()]*)\\))?$`, 'i');
const pieceAtEnd = new RegExp(`(?:^|[\\s,])((?:\\d{1,3}|no)\\s+(?:${nouns.join('|')})(?:e?s)?(?:\\s*\\([^()]*\\))?)$`, 'i');

/** One piece, such as `6 screws (M3 × 8)`; undefined where the text is none. */
function readFastened(text: string): Fastened | undefined {
  const [, count, noun, which = ''] = piece.exec(text.trim()) ?? [];
  const what = noun && words[noun.toLowerCase()];
  if (!what || count === undefined) return undefined;
  return { what, count: /^no$/i.test(count) ? 0 : Number(count), ...(which.trim() ? { text: which.trim() } : {}) };
}

/** What stands before the pieces at the end of a text, and those: `top cover 6 screws, 2 clips`. */
export function splitFastened(text: string): { readonly before: string; readonly pieces: readonly Fastened[] } {
  const pieces: Fastened[] = [];
  let before = text.trim();
  for (;;) {
    const found = pieceAtEnd.exec(before)?.[1];
    const read = found === undefined ? undefined : readFastened(found);
    if (found === undefined || !read) return { before, pieces };
    pieces.unshift(read);
    before = before
      .slice(0, before.length - found.length)
      .trimEnd()
      .replace(/(?:,|\band)$/i, '')
      .trimEnd();
  }
}

export const fastenedText = ({ what, count, text }: Fastened): string =>
  `${count} ${fastenerNames[what][count === 1 ? 0 : 1]}${text ? ` (${text})` : ''}`;
