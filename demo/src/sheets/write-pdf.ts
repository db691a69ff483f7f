import PDFDocument from 'pdfkit';
import type { Drawing, Shape } from './pen';

const draw = (pdf: PDFKit.PDFDocument, shape: Shape): void => {
  if (shape.kind === 'text') {
    pdf
      .font(shape.bold ? 'Helvetica-Bold' : 'Helvetica')
      .fontSize(shape.size)
      .fillColor(shape.ink);
    const width = shape.anchor === 'start' ? 0 : pdf.widthOfString(shape.text);
    const x = shape.x - (shape.anchor === 'middle' ? width / 2 : shape.anchor === 'end' ? width : 0);
    pdf.text(shape.text, x, shape.y, { lineBreak: false, baseline: 'alphabetic' });
    return;
  }
  pdf.lineWidth(shape.width).strokeColor(shape.ink);
  if (shape.kind === 'line' && shape.dash) pdf.dash(4, { space: 3 });
  else pdf.undash();
  if (shape.kind === 'circle') pdf.circle(shape.x, shape.y, shape.r);
  else {
    const [first, ...rest] = shape.points;
    if (!first) return;
    pdf.moveTo(first[0], first[1]);
    rest.forEach(([x, y]) => pdf.lineTo(x, y));
    if (shape.closed) pdf.closePath();
  }
  if (shape.fill) pdf.fillAndStroke(shape.fill, shape.ink);
  else pdf.stroke();
};

/** A square grey picture, a byte a pixel. */
export interface Photo {
  readonly side: number;
  readonly grey: Uint8Array;
}

/** Puts a photo into the lower left corner of the page in hand. */
function place(pdf: PDFKit.PDFDocument, { side, grey }: Photo): void {
  const picture = pdf.ref({ Type: 'XObject', Subtype: 'Image', Width: side, Height: side, ColorSpace: 'DeviceGray', BitsPerComponent: 8 });
  (picture as unknown as { end(data: Buffer): void }).end(Buffer.from(grey));
  const { page } = pdf as unknown as { page: { xobjects: Record<string, unknown> } };
  page.xobjects['Photo'] = picture;
  (pdf as unknown as { addContent(text: string): void }).addContent(`q 110 0 0 -110 30 ${pdf.page.height - 30} cm /Photo Do Q`);
}

/** Drawings as one PDF, a page each, with their text as text. `made` is the date in it, so that the same drawings give the same file. */
export function writePdf(drawings: readonly Drawing[], title: string, made: Date, photo?: (page: number) => Photo): Promise<Uint8Array> {
  const pdf = new PDFDocument({ autoFirstPage: false, info: { Title: title, CreationDate: made, ModDate: made }, compress: true });
  const chunks: Buffer[] = [];
  const whole = new Promise<Uint8Array>((resolve, reject) => {
    pdf.on('data', (chunk: Buffer) => chunks.push(chunk));
    pdf.on('end', () => resolve(new Uint8Array(Buffer.concat(chunks))));
    pdf.on('error', reject);
  });
  drawings.forEach((drawing, i) => {
    pdf.addPage({ size: [drawing.width, drawing.height], margin: 0 });
    drawing.shapes.forEach((shape) => draw(pdf, shape));
    const picture = photo?.(i + 1);
    if (picture) place(pdf, picture);
  });
  pdf.end();
  return whole;
}
