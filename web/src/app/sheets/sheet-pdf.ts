import { concatTransformationMatrix, drawObject, PDFDocument, popGraphicsState, pushGraphicsState } from 'pdf-lib';
import pdfMake from 'pdfmake/build/pdfmake';
import pdfFonts from 'pdfmake/build/vfs_fonts';
import type { TDocumentDefinitions } from 'pdfmake/interfaces';
import type { PdfPlan } from './pages/pdf-pages';
import type { Matrix } from './sheet-frame';

/** A sheet as it goes out: its size in points, and what is laid over it as an SVG of that size. */
export interface SheetPdf {
  readonly title: string;
  readonly width: number;
  readonly height: number;
  readonly over: string;
}

/** A sheet as one PDF page of its own size: the sheet as a picture, where there is one, and what is laid over it as lines and text. */
export async function sheetPdf({ title, width, height, over }: SheetPdf, picture?: string): Promise<Uint8Array> {
  const maker = pdfMake as unknown as {
    addVirtualFileSystem(fonts: unknown): void;
    createPdf(definition: TDocumentDefinitions): { getBuffer(): Promise<Uint8Array> };
  };
  maker.addVirtualFileSystem(pdfFonts);
  const at = { width, height, absolutePosition: { x: 0, y: 0 } };
  const definition: TDocumentDefinitions = {
    info: { title },
    pageSize: { width, height },
    pageMargins: 0,
    content: [...(picture ? [{ image: picture, ...at }] : []), { svg: over.replaceAll('sans-serif', 'Roboto'), ...at }],
  };
  return new Uint8Array(await maker.createPdf(definition).getBuffer());
}

/** A after B. */
const after = ([a, b, c, d, e, f]: Matrix, [g, h, i, j, k, l]: Matrix): Matrix => [
  a * g + c * h,
  b * g + d * h,
  a * i + c * j,
  b * i + d * j,
  a * k + c * l + e,
  b * k + d * l + f,
];

/**
 * The same with the page of the PDF itself beneath, its lines and letters as they are.
 * @param plan how the page lies in its own space.
 * @param lie how the sheet lies before the eye.
 * @throws whatever the page cannot be taken over for: an unusual packing, or a file that is not whole.
 */
export async function sheetPdfOver(sheet: SheetPdf, source: Blob, page: number, plan: PdfPlan, lie: Matrix): Promise<Uint8Array> {
  const from = await PDFDocument.load(await source.arrayBuffer(), { updateMetadata: false });
  const to = await PDFDocument.create();
  to.setTitle(sheet.title);
  const target = to.addPage([sheet.width, sheet.height]);
  const [left, bottom, right, top] = plan.box;
  const own = await to.embedPage(from.getPage(page - 1), { left, bottom, right, top }, [1, 0, 0, 1, 0, 0]);
  // A sheet counts from above, a page from below.
  const upright: Matrix = [1, 0, 0, -1, 0, sheet.height];
  target.pushOperators(
    pushGraphicsState(),
    concatTransformationMatrix(...after(upright, after(lie, plan.toSheet))),
    drawObject(target.node.newXObject('Sheet', own.ref)),
    popGraphicsState(),
  );
  const [over] = await to.embedPdf(await sheetPdf(sheet));
  if (over) target.drawPage(over);
  return to.save();
}
