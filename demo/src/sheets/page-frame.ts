import type { Card } from '@amber-relay/core/card';
import { pale, Pen, type Drawing, type Shape, type Wiring, type Written } from './pen';

export const pageWidth = 1190;
export const pageHeight = 842;
export const margin = 34;

/** A page of a service sheet: frame with its letters and numbers, title and cautions, then whatever `draw` puts on it. */
export function page(card: Card, title: string, kind: Drawing['kind'], n: number, draw: (pen: Pen) => void, wiring?: Wiring): Drawing {
  const shapes: Shape[] = [];
  const written: Written[] = [];
  const pen = new Pen(shapes, written);
  pen.box(20, 20, pageWidth - 40, pageHeight - 40, { width: 1.2 });
  for (let i = 0; i < 8; i++)
    pen.text(20 + ((pageWidth - 40) * (i + 0.5)) / 8, 17, String(i + 1), { size: 8, anchor: 'middle', ink: pale });
  for (let i = 0; i < 6; i++)
    pen.text(11, 20 + ((pageHeight - 40) * (i + 0.5)) / 6, 'ABCDEF'.charAt(i), { size: 8, anchor: 'middle', ink: pale });
  const makers = [...new Set(card.models.map((m) => `${m.maker} ${m.name}`))].join(', ');
  pen.box(pageWidth - 420, pageHeight - 62, 400, 42, { width: 1.2, fill: '#ffffff' });
  pen.text(pageWidth - 410, pageHeight - 45, title, { size: 13, bold: true });
  pen.text(pageWidth - 410, pageHeight - 29, `${card.chassis}: ${makers}`.slice(0, 74), { size: 8 });
  pen.text(pageWidth - 30, pageHeight - 45, `Sheet ${n}`, { size: 10, anchor: 'end' });
  const caution = card.hazards.find((h) => h.kind === 'high-voltage' || h.kind === 'mains');
  if (caution && kind !== 'parts-list') {
    pen.box(24, pageHeight - 62, 560, 42, { width: 1.2, fill: '#ffffff' });
    pen.text(32, pageHeight - 46, 'CAUTION', { size: 9, bold: true });
    pen.text(32, pageHeight - 30, caution.text.slice(0, 120), { size: 8 });
  }
  draw(pen);
  return { title, kind, width: pageWidth, height: pageHeight, shapes, written, ...(wiring ? { wiring } : {}) };
}
