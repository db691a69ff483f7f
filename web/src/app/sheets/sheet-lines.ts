import { computed, inject, Injectable, signal } from '@angular/core';
import { CardNets, type PageWires, type ReadSheet } from '@amber-relay/core/nets';
import type { Sheet } from '@amber-relay/core/sheets';
import { CardSheets } from './card-sheets';
import { SheetPages } from './pages/sheet-pages';

/** So many sheets of a card are followed; a manual has a dozen schematics, and the rest is text. */
const mostSheets = 60;

interface Held {
  readonly wires?: PageWires;
  /** Why it could not be read. */
  readonly failed?: string;
}

/** The lines of the card's sheets: read in the worker when they are first asked for, page after page, and joined to nets. */
@Injectable()
export class SheetLines {
  private readonly sheets = inject(CardSheets);
  private readonly pages = inject(SheetPages);
  private readonly held = signal<ReadonlyMap<string, Held>>(new Map());
  private readonly busy = new Map<string, Promise<void>>();
  /** Whether the other sheets are still being gone through. */
  readonly going = signal(false);

  /** The nets of all sheets that were read so far. */
  readonly nets = computed(() => {
    const rows = new Map(this.sheets.rows().map((row) => [row.id, row]));
    return new CardNets(
      this.sheets.sheets().flatMap((sheet): ReadSheet[] => {
        const wires = this.held().get(sheet.id)?.wires;
        return wires ? [{ sheet, wires, places: rows.get(sheet.id) }] : [];
      }),
    );
  });

  /** What is said of a sheet whose lines cannot be followed, or not all. */
  saidOf(sheetId: string): string {
    const held = this.held().get(sheetId);
    return held?.failed ?? held?.wires?.said ?? '';
  }

  /** Reads the lines of a sheet, if they were not yet. */
  read(sheet: Sheet): Promise<void> {
    const known = this.busy.get(sheet.id);
    if (known) return known;
    const reading = this.readOne(sheet);
    this.busy.set(sheet.id, reading);
    return reading;
  }

  /** Reads the schematics of the card one after the other, so that a line is seen on all of them. */
  async readAll(): Promise<void> {
    if (this.going()) return;
    this.going.set(true);
    try {
      const drawn = this.sheets.sheets().filter(({ kind }) => kind === 'schematic');
      for (const sheet of drawn.slice(0, mostSheets)) await this.read(sheet);
    } finally {
      this.going.set(false);
    }
  }

  private async readOne(sheet: Sheet): Promise<void> {
    const file = this.sheets.fileOf(sheet);
    if (!file) return;
    let held: Held;
    try {
      held = { wires: await this.pages.wires(sheet, file, this.sheets.placesOn(sheet.id)) };
    } catch (error) {
      this.busy.delete(sheet.id);
      held = { failed: `Its lines could not be read: ${error instanceof Error ? error.message : String(error)}` };
    }
    this.held.update((all) => new Map(all).set(sheet.id, held));
  }
}
