import { inject, Injectable } from '@angular/core';
import { attempt, CoreError } from '@amber-relay/core/errors';
import {
  checkPictureSize,
  checkSheetFile,
  kindFromTitle,
  sheetKindNames,
  sheetLimits,
  type Sheet,
  type SheetFile,
} from '@amber-relay/core/sheets';
import { imageSize } from 'image-size';
import { SheetRepository } from '../storage/sheet-repository';
import { bareName } from './bare-name';
import { SheetPages } from './pages/sheet-pages';
import { safeSvg } from '../ui/clean-svg';

/** What came of a file: taken in, with what one should know, or refused with what is wrong and how to mend it. */
export interface Intake {
  readonly name: string;
  readonly taken: boolean;
  readonly says: string;
  readonly remedy: string;
}

const kept = 'The card was not changed.';
/** Enough of a picture to hold its size, behind what cameras write before it. */
const headBytes = 512_000;

type Page = Omit<Sheet, 'order'>;
type Size = Pick<Sheet, 'width' | 'height'>;

/** Takes files in as sheets of a card. Each is checked by what it holds; nothing in it is run, and one that fails changes nothing. */
@Injectable({ providedIn: 'root' })
export class SheetIntake {
  private readonly repository = inject(SheetRepository);
  private readonly pages = inject(SheetPages);

  async take(cardId: string, file: File): Promise<Intake> {
    try {
      return { name: file.name, taken: true, says: await this.takeChecked(cardId, file), remedy: '' };
    } catch (error) {
      const { message, remedy } = error instanceof CoreError ? error : { message: 'It could not be taken in.', remedy: kept };
      return { name: file.name, taken: false, says: message, remedy };
    }
  }

  private async takeChecked(cardId: string, file: File): Promise<string> {
    const head = new Uint8Array(await file.slice(0, headBytes).arrayBuffer());
    const type = checkSheetFile(file.name, file.size, head);
    const row: SheetFile = { id: crypto.randomUUID(), cardId, name: file.name, type, size: file.size };
    if (type === 'svg') return this.takeSvg(row, file);
    if (type !== 'pdf') checkPicture(file.name, head);
    const blob = new Blob([file], { type: file.type });
    try {
      const { pages, width, height, carries } = await this.pages.open(row, blob);
      if (pages > sheetLimits.pages)
        throw new CoreError('too-large', file.name, `It has ${pages} pages; ${sheetLimits.pages} is the most.`, `Split it. ${kept}`);
      await this.keepDrawable(row, blob, pages, { width, height });
      const left = carries.length
        ? ` It carries ${carries.join(' and ')} of its own; they were left alone, and nothing of them is run.`
        : '';
      return `${pages} ${pages === 1 ? 'sheet' : 'sheets'} added.${left}`;
    } catch (error) {
      this.pages.close(row.id);
      throw error instanceof CoreError ? error : whyNotOpened(file.name, error);
    }
  }

  /** Keeps a file while its first page is drawn once, to see whether it can be; of one that cannot, nothing stays. */
  private async keepDrawable(row: SheetFile, blob: Blob, pages: number, size: Size): Promise<void> {
    const [stored, drawn] = await Promise.allSettled([
      this.repository.add(
        row,
        blob,
        Array.from({ length: pages }, (_, i) => pageOf(row, i + 1, size, pages)),
      ),
      this.pages.drawAhead(row, { page: 1, ...size }),
    ]);
    if (stored.status === 'rejected') throw stored.reason;
    if (drawn.status === 'fulfilled') return;
    await this.repository.remove(row.id);
    throw drawn.reason;
  }

  private async takeSvg(row: SheetFile, file: File): Promise<string> {
    const safe = await safeSvg(await file.text(), file.name);
    if (!safe)
      throw new CoreError(
        'unreadable',
        file.name,
        'It is no whole SVG: cut short, or nothing in it can be drawn.',
        `Save it anew, and add it again. ${kept}`,
      );
    const blob = new Blob([safe.text], { type: 'image/svg+xml' });
    await this.repository.add({ ...row, size: blob.size }, blob, [pageOf(row, 1, safe, 1)]);
    return `1 sheet added.${safe.leftOut ? ` ${safe.leftOut} pieces that could run or fetch something were left out.` : ''}`;
  }
}

function pageOf(file: SheetFile, page: number, { width, height }: Size, pages: number): Page {
  const bare = bareName(file.name);
  const kind = pages === 1 ? kindFromTitle(bare) : 'other';
  const title = pages === 1 ? (kind === 'other' ? bare : `${sheetKindNames[kind]} (${bare})`) : `Page ${page}`;
  return {
    id: crypto.randomUUID(),
    cardId: file.cardId,
    fileId: file.id,
    page,
    title,
    kind,
    width,
    height,
    turn: 0,
    mirrored: false,
    read: 'not-yet',
    words: 0,
  };
}

function checkPicture(name: string, head: Uint8Array): void {
  let size: { width: number; height: number };
  try {
    size = imageSize(head);
  } catch {
    throw new CoreError(
      'unreadable',
      name,
      'The picture is cut short or broken: it does not say its size.',
      `Copy it anew from where it came. ${kept}`,
    );
  }
  const outcome = attempt(() => checkPictureSize(name, size.width, size.height));
  if (!outcome.ok) throw outcome.failure;
}

/** The reader's own errors in our words. */
function whyNotOpened(name: string, error: unknown): CoreError {
  const text = error instanceof Error ? `${error.name} ${error.message}` : String(error);
  if (/password|encrypt/i.test(text))
    return new CoreError(
      'unreadable',
      name,
      'It is locked with a password.',
      `Save it without one in the program that made it, and add it again. ${kept}`,
    );
  if (/took too long/.test(text))
    return new CoreError(
      'too-large',
      name,
      'Its first page takes more than 20 seconds to open.',
      `Print it to a new PDF, and add that. ${kept}`,
    );
  if (/quota/i.test(text))
    return new CoreError(
      'too-large',
      name,
      'This browser has no room left to keep it.',
      `Take off sheets that are not needed any more, or free the disk, and add it again. ${kept}`,
    );
  if (/source image|could not be decoded|InvalidState/i.test(text))
    return new CoreError('unreadable', name, 'The picture is cut short or broken.', `Copy it anew from where it came. ${kept}`);
  return new CoreError('unreadable', name, 'It is broken or cut short, and cannot be opened.', `Copy it anew from where it came. ${kept}`);
}
