import { inject, Injectable, Injector, signal } from '@angular/core';
import { toObservable } from '@angular/core/rxjs-interop';
import type { Card } from '@amber-relay/core/card';
import { drawnPoints, type FoundAt } from '@amber-relay/core/manual';
import type { Sheet } from '@amber-relay/core/sheets';
import { filter, firstValueFrom } from 'rxjs';
import { SheetPages } from '../../sheets/pages/sheet-pages';
import { SheetReading } from '../../sheets/sheet-reading';
import { SheetRepository } from '../../storage/sheet-repository';

/** How far the pages of a card's sheets were gone through, and in the end what they say. */
export interface ManualRead {
  readonly cardId: string;
  /** Empty until all pages are read. */
  readonly founds: readonly FoundAt[];
  readonly done: number;
  readonly total: number;
  /** Pages that could not be read, by their title. */
  readonly unread: readonly string[];
}

/** Goes through the sheets of a card for what the card can hold, page by page, in the worker that draws them. */
@Injectable()
export class ManualReading {
  private readonly repository = inject(SheetRepository);
  private readonly pages = inject(SheetPages);
  private readonly index = inject(SheetReading);
  private readonly injector = inject(Injector);
  readonly read = signal<ManualRead | null>(null);
  private turn = 0;

  /** Reads all pages of a card's sheets; what was read before of another card is let go. */
  async begin(card: Card): Promise<void> {
    const turn = ++this.turn;
    const cardId = card.id;
    const has = { modes: card.modes, bands: card.bands };
    // What kind of page each is, and what stands on the drawings, is known once its names have been gone through.
    await this.index.read(cardId, [...card.parts.map((p) => p.designator), ...card.testPoints.map((p) => p.id)]);
    await firstValueFrom(toObservable(this.index.progress, { injector: this.injector }).pipe(filter((progress) => progress === null)));
    const [sheets, files, places] = await Promise.all([
      this.repository.sheets(cardId),
      this.repository.files(cardId),
      this.repository.places(cardId),
    ]);
    const founds: FoundAt[] = [];
    const unread: string[] = [];
    for (const [done, sheet] of sheets.entries()) {
      if (turn !== this.turn) return;
      this.read.set({ cardId, founds: [], done, total: sheets.length, unread: [...unread] });
      const file = files.find(({ id }) => id === sheet.fileId);
      try {
        const found = file ? await this.pages.find(sheet, file, has) : [];
        founds.push(...found.map((one) => ({ sheet: sheet.id, found: one })));
      } catch {
        unread.push(titleOf(sheet));
      }
      const printed = sheet.kind === 'parts-list' ? [] : (places.find(({ id }) => id === sheet.id)?.found ?? []);
      founds.push(...drawnPoints(printed, titleOf(sheet)).map((found) => ({ sheet: sheet.id, found })));
    }
    if (turn === this.turn) this.read.set({ cardId, founds, done: sheets.length, total: sheets.length, unread });
  }
}

const titleOf = ({ title, page }: Sheet): string => title || `Page ${page}`;
