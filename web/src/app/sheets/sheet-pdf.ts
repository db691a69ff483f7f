import pdfMake from 'pdfmake/build/pdfmake';
import pdfFonts from 'pdfmake/build/vfs_fonts';
import type { TDocumentDefinitions } from 'pdfmake/interfaces';

/** A sheet as one PDF page of its own size: the sheet as a picture, and what is laid over it as lines and text. */
export async function sheetPdf(title: string, width: number, height: number, picture: string, over: string): Promise<Uint8Array> {
  const maker = pdfMake as unknown as {
    addVirtualFileSystem(fonts: unknown): void;
    createPdf(definition: TDocumentDefinitions): { getBuffer(): Promise<Uint8Array> };
  };
  maker.addVirtualFileSystem(pdfFonts);
  const definition: TDocumentDefinitions = {
    info: { title },
    pageSize: { width, height },
    pageMargins: 0,
    content: [
      { image: picture, width, height, absolutePosition: { x: 0, y: 0 } },
      { svg: over.replaceAll('sans-serif', 'Roboto'), width, height, absolutePosition: { x: 0, y: 0 } },
    ],
  };
  return new Uint8Array(await maker.createPdf(definition).getBuffer());
}
