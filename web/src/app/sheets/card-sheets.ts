import { computed, effect, inject, Injectable, signal, type Signal } from '@angular/core';
import { toObservable } from '@angular/core/rxjs-interop';
import type { Card } from '@amber-relay/core/card';
import { PlaceIndex, type Place, type Sheet, type SheetFile, type SheetPlaces } from '@amber-relay/core/sheets';
import { of, switchMap, type Observable } from 'rxjs';
import { fromStore } from '../storage/from-store';
import { SheetRepository } from '../storage/sheet-repository';
import { SheetReading } from './sheet-reading';

/** So long after sheets have come, their text is gone through. */
const patience = 700;

/** The sheets of the card in hand: its pages in order, and where everything stands on them. */
@Injectable()
export class CardSheets {
  private readonly repository = inject(SheetRepository);
  private readonly reading = inject(SheetReading);
  readonly card = signal<Card | undefined>(undefined);
  private readonly cardId = computed(() => this.card()?.id ?? '');
  private readonly ofCard = <T>(what: string, rows: (id: string) => Observable<T[]>): Signal<T[]> =>
    fromStore(what, toObservable(this.cardId).pipe(switchMap((id): Observable<T[]> => (id ? rows(id) : of([])))), []);

  readonly files = this.ofCard<SheetFile>('the sheets', (id) => this.repository.files$(id));
  readonly sheets = this.ofCard<Sheet>('the sheets', (id) => this.repository.sheets$(id));
  /** Index and pins of each sheet. */
  readonly rows = this.ofCard<SheetPlaces>('what stands on the sheets', (id) => this.repository.places$(id));

  readonly index = computed(() => new PlaceIndex(this.sheets(), this.rows()));
  private readonly placesById = computed(() => new Map(this.rows().map((row) => [row.id, [...row.pinned, ...row.found]])));
  readonly progress = computed(() => {
    const progress = this.reading.progress();
    return progress?.cardId === this.cardId() ? progress : null;
  });

  /** The card whose reading was stopped by hand: it goes on when it is asked for, or the card is opened again. */
  private readonly stopped = signal('');
  readonly isStopped = computed(() => this.stopped() === this.cardId() && this.waiting() > 0);
  readonly waiting = computed(() => this.sheets().filter((sheet) => sheet.read === 'not-yet').length);

  constructor() {
    // What was not gone through yet is, as soon as the card is in hand.
    effect((done) => {
      const card = this.card();
      const waiting = this.sheets().some((sheet) => sheet.read === 'not-yet' && sheet.cardId === card?.id);
      if (!card || !waiting || this.reading.progress() || this.stopped() === card.id) return;
      // What one looks at is drawn first.
      const soon = setTimeout(() => this.read(), patience);
      done(() => clearTimeout(soon));
    });
  }

  read(): void {
    const card = this.card();
    this.stopped.set('');
    if (card) void this.reading.read(card.id, [...card.parts.map((p) => p.designator), ...card.testPoints.map((p) => p.id)]);
  }

  /** Goes through the text anew, as one wants once the card names parts by other letters. */
  async readAgain(): Promise<void> {
    await this.repository.forgetRead(this.cardId());
    this.read();
  }

  stopReading(): void {
    this.stopped.set(this.cardId());
    this.reading.stop();
  }

  placesOn(sheetId: string): readonly Place[] {
    return this.placesById().get(sheetId) ?? [];
  }

  pinnedOn(sheetId: string): readonly Place[] {
    return this.rows().find((row) => row.id === sheetId)?.pinned ?? [];
  }

  fileOf(sheet: Sheet): SheetFile | undefined {
    return this.files().find((file) => file.id === sheet.fileId);
  }
}
