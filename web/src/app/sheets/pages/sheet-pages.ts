import { inject, Injectable } from '@angular/core';
import { readPage, type Found, type Has } from '@amber-relay/core/manual';
import type { PageWires } from '@amber-relay/core/nets';
import type { Place, Sheet, SheetFile, SheetWord } from '@amber-relay/core/sheets';
import { wrap, type Remote } from 'comlink';
import { SheetRepository } from '../../storage/sheet-repository';
import type { PageRead, PagesApi, Piece } from './pages.worker';
import type { PdfPlan } from './pdf-pages';
import { wholeTile } from '../tile-store';
import { SvgPage, svgWords } from './svg-page';
import { tellingWhenMissing } from '../../ui/worker-code';

export type { PageRead, Piece } from './pages.worker';

const assets = new URL('pdf', document.baseURI).href;

/** How long one page may take before the worker is taken for stuck. */
const patience = 20_000;
/** So many files stay open at once: those of the two views, and the one whose text is gone through. */
const mostOpen = 3;

/** The worker was ended because of another page, and the file is no longer open: it may be asked again. */
class Interrupted extends Error {
  override readonly name = 'Interrupted';
}

/** Asks once more where another page's trouble came between. */
const asked = <T>(ask: () => Promise<T>): Promise<T> =>
  ask().catch((error: unknown) => {
    if (error instanceof Interrupted) return ask();
    throw error;
  });

/** A worker with the files that are open in it. When a page gets stuck it is ended, and another takes its place. */
class PageReader {
  private worker: Worker | undefined;
  private api: Remote<PagesApi> | undefined;
  private readonly opened = new Map<string, Promise<Awaited<ReturnType<PagesApi['open']>>>>();
  /** One thing at a time is asked of the worker, so that it is known which one got stuck. */
  private last: Promise<unknown> = Promise.resolve();

  private remote(): Remote<PagesApi> {
    this.worker ??= tellingWhenMissing(new Worker(new URL('./pages.worker', import.meta.url), { type: 'module' }), () => this.end());
    return (this.api ??= wrap<PagesApi>(this.worker) as Remote<PagesApi>);
  }

  /** Opens a file once; a failure is forgotten, so that it can be tried again. */
  open(file: Pick<SheetFile, 'id' | 'type'>, blob: () => Promise<Blob>): ReturnType<PagesApi['open']> {
    const known = this.opened.get(file.id);
    const opening = known ?? blob().then((bytes) => this.inTurn(() => this.remote().open(file.id, file.type, bytes, assets)));
    // Those used last stand last; the first is the one to let go.
    this.opened.delete(file.id);
    this.opened.set(file.id, opening);
    if (!known) {
      opening.catch(() => this.opened.delete(file.id));
      const [oldest] = this.opened.keys();
      if (oldest && this.opened.size > mostOpen) this.close(oldest);
    }
    return opening;
  }

  draw(id: string, piece: Piece): Promise<ImageBitmap> {
    return this.inTurn(() => this.remote().draw(id, piece), id);
  }

  read(id: string, page: number, prefixes: readonly string[]): Promise<PageRead> {
    return this.inTurn(() => this.remote().read(id, page, prefixes), id);
  }

  find(id: string, { page, title, kind }: Sheet, has: Has): Promise<Found[]> {
    return this.inTurn(() => this.remote().find(id, page, has, { title, kind }), id);
  }

  wires(id: string, page: number, places: readonly Place[]): Promise<PageWires> {
    return this.inTurn(() => this.remote().wires(id, page, places), id);
  }

  svgWires(svg: string, words: readonly SheetWord[], places: readonly Place[]): Promise<PageWires> {
    return this.inTurn(() => this.remote().svgWires(svg, words, places));
  }

  plan(id: string, page: number): Promise<PdfPlan> {
    return this.inTurn(() => this.remote().plan(id, page), id);
  }

  /** Starts the worker and readies it, so that the first file does not wait for it. */
  warm(): void {
    this.inTurn(() => this.remote().warm(assets)).catch(() => undefined);
  }

  close(id: string): void {
    this.opened.delete(id);
    void this.api?.close(id);
  }

  private end(): void {
    this.worker?.terminate();
    this.worker = undefined;
    this.api = undefined;
    this.opened.clear();
  }

  private inTurn<T>(ask: () => Promise<T>, file?: string): Promise<T> {
    const done = this.last.then(() => {
      if (file !== undefined && !this.opened.has(file)) throw new Interrupted('The file is no longer open.');
      return this.inTime(ask());
    });
    this.last = done.catch(() => undefined);
    return done;
  }

  /** Gives up on what takes too long: the worker is ended, and another takes its place. */
  private inTime<T>(work: Promise<T>): Promise<T> {
    let timer: ReturnType<typeof setTimeout> | undefined;
    const late = new Promise<never>((_, reject) => {
      timer = setTimeout(() => {
        this.end();
        reject(new Error('It took too long, and was stopped.'));
      }, patience);
    });
    return Promise.race([work, late]).finally(() => clearTimeout(timer));
  }
}

const nameOf = (file: Pick<SheetFile, 'id'>, { page, scale, x, y, w, h }: Piece): string => [file.id, page, scale, x, y, w, h].join(' ');

/** Draws pieces of sheets, whatever kind of file they are pages of. */
@Injectable({ providedIn: 'root' })
export class SheetPages {
  private readonly repository = inject(SheetRepository);
  private readonly reader = new PageReader();
  private readonly drawings = new Map<string, Promise<SvgPage>>();
  /** A drawing that nobody has asked for yet. */
  private ahead: { readonly of: string; readonly bitmap: Promise<ImageBitmap> } | undefined;

  async draw(sheet: Sheet, file: Pick<SheetFile, 'id' | 'type'>, piece: Omit<Piece, 'page'>): Promise<ImageBitmap> {
    if (file.type === 'svg') {
      const drawing = this.drawings.get(file.id) ?? this.blob(file.id).then((blob) => SvgPage.open(blob));
      this.drawings.delete(file.id);
      this.drawings.set(file.id, drawing);
      const [oldest] = this.drawings.keys();
      if (oldest && this.drawings.size > mostOpen) {
        void this.drawings.get(oldest)?.then((page) => page.close());
        this.drawings.delete(oldest);
      }
      return (await drawing).draw(piece.scale, piece.x, piece.y, piece.w, piece.h);
    }
    const whole = { ...piece, page: sheet.page };
    const { ahead } = this;
    if (ahead?.of === nameOf(file, whole)) {
      this.ahead = undefined;
      return ahead.bitmap;
    }
    return asked(async () => {
      await this.reader.open(file, () => this.blob(file.id));
      return this.reader.draw(file.id, whole);
    });
  }

  warm(): void {
    this.reader.warm();
  }

  /** Goes through the text of a page. It is done beside the drawing, page by page, so that the drawing never waits for long. */
  read(sheet: Sheet, file: Pick<SheetFile, 'id' | 'type'>, prefixes: readonly string[]): Promise<PageRead> {
    return asked(async () => {
      await this.reader.open(file, () => this.blob(file.id));
      return this.reader.read(file.id, sheet.page, prefixes);
    });
  }

  /** What a page says that a card of a set with these modes and bands can hold; nothing for a page without text. */
  find(sheet: Sheet, file: Pick<SheetFile, 'id' | 'type'>, has: Has): Promise<Found[]> {
    if (file.type === 'svg') return this.text(file).then(async (text) => readPage(await svgWords(text), has, sheet));
    if (file.type !== 'pdf') return Promise.resolve([]);
    return asked(async () => {
      await this.reader.open(file, () => this.blob(file.id));
      return this.reader.find(file.id, sheet, has);
    });
  }

  /** The lines of a page, how they meet, and what they end at. */
  async wires(sheet: Sheet, file: Pick<SheetFile, 'id' | 'type'>, places: readonly Place[]): Promise<PageWires> {
    if (file.type === 'svg') {
      const text = await this.text(file);
      return this.reader.svgWires(text, await svgWords(text), places);
    }
    return asked(async () => {
      await this.reader.open(file, () => this.blob(file.id));
      return this.reader.wires(file.id, sheet.page, places);
    });
  }

  /** How a page of a PDF lies in its own space. */
  plan(sheet: Sheet, file: Pick<SheetFile, 'id' | 'type'>): Promise<PdfPlan> {
    return asked(async () => {
      await this.reader.open(file, () => this.blob(file.id));
      return this.reader.plan(file.id, sheet.page);
    });
  }

  /** The text of an SVG file. */
  async text(file: Pick<SheetFile, 'id'>): Promise<string> {
    return (await this.blob(file.id)).text();
  }

  /** Opens a file that is not kept yet; it stays open for its first drawing. */
  open(file: Pick<SheetFile, 'id' | 'type'>, blob: Blob): ReturnType<PagesApi['open']> {
    return this.reader.open(file, () => Promise.resolve(blob));
  }

  /** Draws a page of a file that `open` was given, as a whole; who asks for this drawing next, gets it. */
  async drawAhead(file: Pick<SheetFile, 'id'>, page: Pick<Sheet, 'page' | 'width' | 'height'>): Promise<void> {
    void this.ahead?.bitmap.then((bitmap) => bitmap.close()).catch(() => undefined);
    const piece = { ...wholeTile(page), page: page.page };
    const bitmap = this.reader.draw(file.id, piece);
    this.ahead = { of: nameOf(file, piece), bitmap };
    await bitmap;
  }

  close(id: string): void {
    this.reader.close(id);
  }

  private async blob(id: string): Promise<Blob> {
    const blob = await this.repository.blob(id);
    if (!blob) throw new Error('The file of this sheet is not here. Add it to the card again.');
    return blob;
  }
}
