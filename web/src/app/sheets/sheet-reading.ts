import { inject, Injectable, signal } from '@angular/core';
import { indexPage, kindFromTitle, prefixesFor, type Sheet, type SheetFile, type SheetPlaces } from '@amber-relay/core/sheets';
import { SheetRepository } from '../storage/sheet-repository';
import { bareName } from './bare-name';
import { titleOf } from './pages/page-title';
import { SheetPages } from './pages/sheet-pages';
import { svgWords } from './pages/svg-page';

export interface ReadingProgress {
  readonly cardId: string;
  readonly done: number;
  readonly total: number;
}

interface Read {
  readonly was: Sheet;
  readonly sheet: Sheet;
  readonly found: SheetPlaces['found'];
}

/** So many pages are kept at once, so that a long manual does not wake whoever watches at each page. */
const atOnce = 30;

/** Goes through the text of sheets in the worker that draws them, page by page, and keeps what is named where. */
@Injectable({ providedIn: 'root' })
export class SheetReading {
  private readonly repository = inject(SheetRepository);
  private readonly pages = inject(SheetPages);
  readonly progress = signal<ReadingProgress | null>(null);
  private stopped = false;

  /** Reads what was not read yet of a card's sheets; while one card is being read, others wait to be asked again. */
  async read(cardId: string, names: readonly string[]): Promise<void> {
    if (this.progress()) return;
    const waiting = (await this.repository.sheets(cardId)).filter((sheet) => sheet.read === 'not-yet');
    if (!waiting.length || this.progress()) return;
    this.stopped = false;
    this.progress.set({ cardId, done: 0, total: waiting.length });
    const files = new Map((await this.repository.files(cardId)).map((file) => [file.id, file]));
    const prefixes = prefixesFor(names);
    let kept: Read[] = [];
    try {
      for (const [i, sheet] of waiting.entries()) {
        if (this.stopped) break;
        const file = files.get(sheet.fileId);
        const read = file ? await this.readOne(sheet, file, prefixes) : { sheet: { ...sheet, read: 'unreadable' as const }, found: [] };
        kept.push({ was: sheet, ...read });
        if (kept.length >= atOnce) {
          await this.repository.keepRead(kept);
          kept = [];
        }
        this.progress.set({ cardId, done: i + 1, total: waiting.length });
      }
      await this.repository.keepRead(kept);
    } finally {
      this.progress.set(null);
    }
  }

  /** Ends the reading after the page in hand; what was read is kept, the rest is read the next time. */
  stop(): void {
    this.stopped = true;
  }

  private async readOne(sheet: Sheet, file: SheetFile, prefixes: ReadonlySet<string>): Promise<Omit<Read, 'was'>> {
    try {
      if (file.type === 'pdf') {
        const { places, words, title, width, height } = await this.pages.read(sheet, file, [...prefixes]);
        return { sheet: named({ ...sheet, width, height, words, read: 'done' }, file, title), found: [...places] };
      }
      if (file.type !== 'svg') return { sheet: { ...sheet, read: 'done' }, found: [] };
      const words = await svgWords(await this.pages.text(file));
      return { sheet: named({ ...sheet, words: words.length, read: 'done' }, file, titleOf(words)), found: indexPage(words, prefixes) };
    } catch {
      return { sheet: { ...sheet, read: 'unreadable' }, found: [] };
    }
  }
}

/** A title that was given by hand, or came with the sheet, stays; a page that only has its number takes what stands on it. */
function named(sheet: Sheet, file: SheetFile, title: string): Sheet {
  const isPlain = sheet.title === `Page ${sheet.page}` || sheet.title === bareName(file.name);
  if (!title || sheet.kind !== 'other' || !isPlain) return sheet;
  const kind = kindFromTitle(title);
  return kind === 'other' ? sheet : { ...sheet, kind, title };
}
