import { readPage, type Found, type Has } from '@amber-relay/core/manual';
import { mostlyPicture, pageWires, scanWires, svgInk, textUnit, type PageWires } from '@amber-relay/core/nets';
import { indexPage, type Place, type SheetFileType, type SheetKind, type SheetWord } from '@amber-relay/core/sheets';
import { expose, transfer } from 'comlink';
import { greyPage, scaleOf } from './grey-page';
import { titleOf } from './page-title';
import { PdfPages, type PdfPlan } from './pdf-pages';
import { warmUpPdf } from './warm-up';

/** One piece of a page, in pixels at a scale. */
export interface Piece {
  readonly page: number;
  readonly scale: number;
  readonly x: number;
  readonly y: number;
  readonly w: number;
  readonly h: number;
}

export interface PageRead {
  readonly places: readonly Place[];
  readonly words: number;
  readonly title: string;
  readonly width: number;
  readonly height: number;
}

const pdfs = new Map<string, PdfPages>();
/** One picture at a time stays unfolded. */
let picture: { readonly id: string; readonly bitmap: ImageBitmap } | undefined;

function pdf(id: string): PdfPages {
  const pages = pdfs.get(id);
  if (!pages) throw new Error('This file is not open.');
  return pages;
}

async function drawPicture(id: string, blob: Blob, { scale, x, y, w, h }: Piece): Promise<ImageBitmap> {
  if (picture?.id !== id) {
    picture?.bitmap.close();
    picture = { id, bitmap: await createImageBitmap(blob) };
  }
  const { bitmap } = picture;
  const canvas = new OffscreenCanvas(w, h);
  const context = canvas.getContext('2d');
  if (context) {
    context.fillStyle = '#fff';
    context.fillRect(0, 0, w, h);
    context.imageSmoothingQuality = 'high';
    context.drawImage(bitmap, -x, -y, bitmap.width * scale, bitmap.height * scale);
  }
  return canvas.transferToImageBitmap();
}

const pictures = new Map<string, Blob>();
/** Dots an inch at which a scan within a PDF is looked at. */
const scanDots = 300;
const fewDrawn = 20;

async function pictureWires(id: string, places: readonly Place[]): Promise<PageWires> {
  const blob = pictures.get(id);
  if (!blob) throw new Error('This file is not open.');
  const whole = await createImageBitmap(blob);
  const { width, height } = whole;
  whole.close();
  const scale = scaleOf(width, height, 1);
  const seen = await greyPage(width, height, scale, (y, w, h) => drawPicture(id, blob, { page: 1, scale, x: 0, y, w, h }));
  return scanWires(seen, { places, scale });
}

const api = {
  /** Takes a file; says how many pages it has, how large the first is, and what it carries that is left alone. */
  async open(
    id: string,
    type: SheetFileType,
    blob: Blob,
    /** Address of the reader's own fonts and tables. */
    assets: string,
  ): Promise<{ pages: number; width: number; height: number; carries: readonly string[] }> {
    if (type !== 'pdf') {
      pictures.set(id, blob);
      const bitmap = await createImageBitmap(blob);
      const { width, height } = bitmap;
      bitmap.close();
      return { pages: 1, width, height, carries: [] };
    }
    const pages = pdfs.get(id) ?? new PdfPages(blob, assets);
    pdfs.set(id, pages);
    const [count, size, carries] = await Promise.all([pages.count(), pages.size(1), pages.carries()]);
    return { pages: count, ...size, carries };
  },

  /** Readies the reader, so that the first file does not wait for it. */
  async warm(assets: string): Promise<void> {
    const pages = new PdfPages(warmUpPdf(), assets);
    await pages.words(1);
    (await pages.draw(1, 1, 0, 0, 100, 100)).close();
    await pages.close();
  },

  async draw(id: string, piece: Piece): Promise<ImageBitmap> {
    const blob = pictures.get(id);
    const bitmap = blob
      ? await drawPicture(id, blob, piece)
      : await pdf(id).draw(piece.page, piece.scale, piece.x, piece.y, piece.w, piece.h);
    return transfer(bitmap, [bitmap]);
  },

  plan: (id: string, page: number): Promise<PdfPlan> => pdf(id).plan(page),

  /** Goes through the text of a page: what is named on it and where. */
  async read(id: string, page: number, prefixes: readonly string[]): Promise<PageRead> {
    const { words, width, height } = await pdf(id).words(page);
    return { places: indexPage(words, new Set(prefixes)), words: words.length, title: titleOf(words), width, height };
  },

  /** What a page says that a card can hold. */
  async find(id: string, page: number, has: Has, about: { title: string; kind: SheetKind }): Promise<Found[]> {
    const { words } = await pdf(id).words(page);
    return readPage(words, has, about);
  },

  /** The lines of a page, how they meet, and what they end at: as it is drawn, or of a scan as it is seen. */
  async wires(id: string, page: number, places: readonly Place[]): Promise<PageWires> {
    if (pictures.has(id)) return pictureWires(id, places);
    const pages = pdf(id);
    const { words, width, height } = await pages.words(page);
    const ink = await pages.ink(page);
    const drawn = pageWires({ ink, words, places, unit: textUnit(places, words, 'pdf', ink.width) });
    // A scan in a PDF may have a frame or a stamp that is drawn.
    if (!mostlyPicture(ink) || drawn.lines.length > fewDrawn) return drawn;
    const scale = scaleOf(width, height, scanDots / 72);
    const seen = await greyPage(width, height, scale, (y, w, h) => pages.draw(page, scale, 0, y, w, h));
    return scanWires(seen, { places, words, scale });
  },

  /** The same of an SVG, of which only the browser can say where its text stands. */
  svgWires(svg: string, words: readonly SheetWord[], places: readonly Place[]): PageWires {
    const ink = svgInk(svg);
    return pageWires({ ink, words, places, unit: textUnit(places, words, 'svg', ink.width) });
  },

  async close(id: string): Promise<void> {
    await pdfs.get(id)?.close();
    pdfs.delete(id);
    pictures.delete(id);
  },
};
expose(api);
export type PagesApi = typeof api;
