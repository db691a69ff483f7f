import { readPage, type FoundAt, type Has } from '@amber-relay/core/manual';
import type { SheetWord } from '@amber-relay/core/sheets';
import PDFDocument from 'pdfkit';
import type { Drawing } from '../sheets/pen';

const measure = new PDFDocument({ autoFirstPage: false });

/** Share of a letter's height that capitals take: a reader gives the box of these. */
const capitals = 0.72;

/** The text of a drawing as a reader of its PDF gives it: where each piece stands, and how wide it is in its font. */
function wordsOf({ shapes }: Drawing): SheetWord[] {
  return shapes.flatMap((shape): SheetWord[] => {
    if (shape.kind !== 'text') return [];
    const { text, size } = shape;
    const w = measure
      .font(shape.bold ? 'Helvetica-Bold' : 'Helvetica')
      .fontSize(size)
      .widthOfString(text);
    const h = size * capitals;
    const x = shape.x - (shape.anchor === 'middle' ? w / 2 : shape.anchor === 'end' ? w : 0);
    return [{ text, x, y: shape.y - h, w, h }];
  });
}

/** What is found on drawings, each a sheet of its own by its title. */
export const foundOn = (drawings: readonly Drawing[], has: Has): FoundAt[] =>
  drawings.flatMap((drawing) => readPage(wordsOf(drawing), has, drawing).map((found) => ({ sheet: drawing.title, found })));
