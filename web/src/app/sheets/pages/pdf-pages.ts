import { pdfInk, type PageInk, type PageOperators } from '@amber-relay/core/nets';
import type { SheetWord } from '@amber-relay/core/sheets';
import { getDocument, OPS, Util, type PDFDocumentProxy, type PDFPageProxy } from 'pdfjs-dist';
import type { TextItem } from 'pdfjs-dist/types/src/display/api';
import * as reader from 'pdfjs-dist/build/pdf.worker.mjs';
import { BlobTransport } from './blob-transport';
import { withPartedPages } from './page-tree';

// The reader runs in the worker that this is part of, not in one of its own.
(globalThis as { pdfjsWorker?: unknown }).pdfjsWorker = reader;

/** After so many bytes beyond those that opening took, a document is opened anew, which lets go of what was read of it. */
const readAtMost = 16_000_000;
const pieceBytes = 65_536;
const largestPicture = 60_000_000;

/** How a page of a PDF lies in its own space, which counts from the lower left in points. */
export interface PdfPlan {
  /** Left, bottom, right and top of what is shown of it. */
  readonly box: readonly [number, number, number, number];
  /** From its own space to sheet units. */
  readonly toSheet: readonly [number, number, number, number, number, number];
}

class PlainCanvases {
  create(width: number, height: number): { canvas: OffscreenCanvas; context: OffscreenCanvasRenderingContext2D | null } {
    const canvas = new OffscreenCanvas(Math.max(1, width), Math.max(1, height));
    return { canvas, context: canvas.getContext('2d', { willReadFrequently: true }) };
  }
  reset(held: { canvas: OffscreenCanvas }, width: number, height: number): void {
    held.canvas.width = width;
    held.canvas.height = height;
  }
  destroy(held: { canvas: OffscreenCanvas | null }): void {
    if (held.canvas) held.canvas.width = held.canvas.height = 0;
    held.canvas = null;
  }
}

/** Filters are made of elements of a page, and here is none; drawings go without them. */
class NoFilters {
  addFilter(): string {
    return 'none';
  }
  addHCMFilter(): string {
    return 'none';
  }
  addAlphaFilter(): string {
    return 'none';
  }
  addLuminosityFilter(): string {
    return 'none';
  }
  addKnockoutFilter(): string {
    return 'none';
  }
  addHighlightHCMFilter(): string {
    return 'none';
  }
  destroy(): void {
    // Nothing was made.
  }
}

/** Pages of a PDF, drawn and read within a worker. Nothing that the file carries to be run is ever run. */
export class PdfPages {
  private open: Promise<PDFDocumentProxy> | undefined;
  private transport: BlobTransport | undefined;
  private givenAtOpening = 0;
  private parted: Promise<Blob> | undefined;
  private inHand: PDFPageProxy[] = [];
  /** One for all pieces: each of its own would wait for the next sweep of the memory. */
  private readonly canvas = new OffscreenCanvas(1, 1);

  constructor(
    private readonly blob: Blob,
    /** Address of the reader's own fonts and tables. */
    private readonly assets: string,
  ) {}

  private async document(): Promise<PDFDocumentProxy> {
    if (this.open && this.transport && this.transport.given - this.givenAtOpening > readAtMost) await this.close();
    return (this.open ??= this.opened());
  }

  private async opened(): Promise<PDFDocumentProxy> {
    this.parted ??= withPartedPages(this.blob);
    const transport = new BlobTransport(await this.parted);
    const document = await getDocument({
      range: transport,
      rangeChunkSize: pieceBytes,
      disableAutoFetch: true,
      disableStream: true,
      enableXfa: false,
      isEvalSupported: false,
      maxImageSize: largestPicture,
      canvasMaxAreaInBytes: largestPicture * 4,
      standardFontDataUrl: `${this.assets}/fonts/`,
      cMapUrl: `${this.assets}/cmaps/`,
      wasmUrl: `${this.assets}/wasm/`,
      useWorkerFetch: true,
      useSystemFonts: false,
      ownerDocument: { fonts: (self as unknown as { fonts: FontFaceSet }).fonts } as unknown as HTMLDocument,
      CanvasFactory: PlainCanvases,
      FilterFactory: NoFilters,
      verbosity: 0,
    }).promise;
    this.transport = transport;
    this.givenAtOpening = transport.given;
    return document;
  }

  async count(): Promise<number> {
    return (await this.document()).numPages;
  }

  /** Whether the file carries scripts or files of its own, which are left alone. */
  async carries(): Promise<string[]> {
    const document = await this.document();
    const scripts =
      (await document.hasJSActions()) || (await document.getJSActions()) !== null || (await document.getOpenAction()) !== null;
    return [...(scripts ? ['scripts'] : []), ...((await document.getAttachments()) ? ['files'] : [])];
  }

  async size(page: number): Promise<{ width: number; height: number }> {
    const { width, height } = (await (await this.document()).getPage(page)).getViewport({ scale: 1 });
    return { width, height };
  }

  /** How a page lies in its own space, so that it can be put elsewhere as it is. */
  async plan(page: number): Promise<PdfPlan> {
    const held = await (await this.document()).getPage(page);
    return {
      box: held.view as unknown as PdfPlan['box'],
      toSheet: held.getViewport({ scale: 1 }).transform as unknown as PdfPlan['toSheet'],
    };
  }

  /** Part of a page at a scale: `x`, `y`, `w`, `h` in pixels at that scale. One piece at a time: they share a canvas. */
  async draw(page: number, scale: number, x: number, y: number, w: number, h: number): Promise<ImageBitmap> {
    const held = await (await this.document()).getPage(page);
    // Of each page that was drawn, all that is on it would be kept; only those in the two views need it.
    this.inHand = [held, ...this.inHand.filter((other) => other !== held)];
    this.inHand.splice(2).forEach((other) => other.cleanup());
    const { canvas } = this;
    canvas.width = w;
    canvas.height = h;
    await held.render({
      canvas: canvas as unknown as HTMLCanvasElement,
      viewport: held.getViewport({ scale, offsetX: -x, offsetY: -y }),
      background: '#ffffff',
    }).promise;
    return canvas.transferToImageBitmap();
  }

  /** The text of a page, in sheet units. */
  async words(page: number): Promise<{ words: SheetWord[]; width: number; height: number }> {
    const held = await (await this.document()).getPage(page);
    const viewport = held.getViewport({ scale: 1 });
    const content = await held.getTextContent();
    const words = content.items.flatMap((item): SheetWord[] =>
      'str' in item && item.str.trim() ? [wordOf(item, viewport.transform)] : [],
    );
    held.cleanup();
    return { words, width: viewport.width, height: viewport.height };
  }

  /** What is drawn on a page beside its text, in sheet units. */
  async ink(page: number): Promise<PageInk> {
    const held = await (await this.document()).getPage(page);
    const { transform, width, height } = held.getViewport({ scale: 1 });
    const operators = (await held.getOperatorList()) as PageOperators;
    const ink = pdfInk(operators, OPS, transform as unknown as PdfPlan['toSheet'], width, height);
    held.cleanup();
    return ink;
  }

  async close(): Promise<void> {
    const open = await this.open?.catch(() => undefined);
    this.open = this.transport = undefined;
    this.inHand = [];
    await open?.destroy();
  }
}

/** Share of a letter's height that capitals take. */
const capitals = 0.72;

function wordOf(item: TextItem, page: number[]): SheetWord {
  const [a = 1, b = 0, c = 0, d = 1, e = 0, f = 0] = Util.transform(page, item.transform) as number[];
  const tall = Math.hypot(c, d) * capitals;
  const long = item.width;
  const quarter = ((Math.round(Math.atan2(b, a) / (Math.PI / 2)) + 4) % 4) as 0 | 1 | 2 | 3;
  const text = item.str;
  if (quarter === 0) return { text, x: e, y: f - tall, w: long, h: tall };
  if (quarter === 1) return { text, x: e, y: f, w: tall, h: long, quarter };
  if (quarter === 2) return { text, x: e - long, y: f, w: long, h: tall, quarter };
  return { text, x: e - tall, y: f - long, w: tall, h: long, quarter };
}
