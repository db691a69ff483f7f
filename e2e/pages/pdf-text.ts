import { readFile } from 'node:fs/promises';
import { getDocument } from 'pdfjs-dist/legacy/build/pdf.mjs';

/** All words of a PDF file, page after page, with single spaces. */
export async function pdfText(path: string): Promise<string> {
  const document = await getDocument({ data: new Uint8Array(await readFile(path)), verbosity: 0 }).promise;
  const pages = await Promise.all(
    Array.from({ length: document.numPages }, async (_, i) => (await document.getPage(i + 1)).getTextContent()),
  );
  return pages
    .map((page) => page.items.map((item) => ('str' in item ? item.str : '')).join(' '))
    .join(' ')
    .replace(/\s+/g, ' ');
}
