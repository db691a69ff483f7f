import { computed, inject, Injectable, signal } from '@angular/core';
import { MatSnackBar } from '@angular/material/snack-bar';
import type { CardNet } from '@amber-relay/core/nets';
import { laidOn, type Settled, type Sheet } from '@amber-relay/core/sheets';
import { SheetRepository } from '../storage/sheet-repository';
import { CardSheets } from './card-sheets';
import type { CorrectedPin } from './net-panel';
import { SheetLines } from './sheet-lines';
import type { SheetDoubt } from './sheet-view';

type At = readonly [x: number, y: number];
type Change = readonly [sheet: Sheet, change: (settled: Settled) => Settled];
const near = (x: number, y: number) => (one: { readonly x: number; readonly y: number }) => Math.hypot(one.x - x, one.y - y) <= 0.01;

/** The line that was pressed: which it is, and what is settled of it with the sheets on which it lies. */
@Injectable()
export class LineInHand {
  private readonly lines = inject(SheetLines);
  private readonly sheets = inject(CardSheets);
  private readonly repository = inject(SheetRepository);
  private readonly snack = inject(MatSnackBar);
  /** A place on it; the net itself is looked up, so that it stays in hand when something is settled. */
  private readonly at = signal<{ readonly sheetId: string; readonly at: At } | null>(null);
  /** Whether the next press says where it goes on. */
  readonly linking = signal(false);
  /** What is said of a press on a sheet that has no line there. */
  readonly says = signal('');

  readonly net = computed(() => {
    const at = this.at();
    return at ? this.lines.nets().at(at.sheetId, at.at) : undefined;
  });
  readonly doubtsOn = computed(() => {
    const net = this.net();
    return (sheet: Sheet): readonly SheetDoubt[] => (net?.doubts ?? []).filter(({ sheetId }) => sheetId === sheet.id);
  });

  /**
   * The line at a place of a sheet, its lines read first; undefined where none is.
   * Where no lines are drawn, as on a board, what is in hand stays there: it is lit there too.
   */
  async find(sheet: Sheet, at: At): Promise<CardNet | undefined> {
    this.says.set('');
    if (sheet.kind === 'parts-list' || sheet.kind === 'alignment' || laidOn.includes(sheet.kind)) return undefined;
    await this.lines.read(sheet);
    const net = this.lines.nets().at(sheet.id, at);
    if (!net) {
      this.drop();
      this.says.set(this.lines.saidOf(sheet.id));
    }
    return net;
  }

  take(sheet: Pick<Sheet, 'id'>, at: At): void {
    this.at.set({ sheetId: sheet.id, at });
  }

  drop(): void {
    this.at.set(null);
    this.linking.set(false);
  }

  /** Takes a line in hand at the first sheet on which it lies, and gives that sheet. */
  takeNet(net: CardNet): Sheet | undefined {
    for (const sheet of this.sheets.sheets()) {
      const [line] = this.lines.nets().linesOn(net, sheet.id);
      if (!line) continue;
      this.take(sheet, [(line[0] + line[2]) / 2, (line[1] + line[3]) / 2]);
      return sheet;
    }
    return undefined;
  }

  /** Settles a doubt the other way; pressed again it is back. */
  settleDoubt(sheet: Sheet, { at: [x, y], joined }: SheetDoubt): Promise<void> {
    return this.settle(joined ? 'They are two lines here now.' : 'They are one line here now.', [
      sheet,
      (settled) => ({ ...settled, joins: [...settled.joins.filter((one) => !near(x, y)(one)), { x, y, joined: !joined }] }),
    ]);
  }

  /** All that is in doubt on it is as it is taken. */
  settleAsShown(): Promise<void> {
    const changes = this.sheets.sheets().flatMap((sheet): Change[] => {
      const own = this.doubtsOn()(sheet).map(({ at: [x, y], joined }) => ({ x, y, joined }));
      return own.length ? [[sheet, (settled) => ({ ...settled, joins: [...settled.joins, ...own] })]] : [];
    });
    return this.settle('Kept as it is shown.', ...changes);
  }

  async correctPin({ place, name, pin }: CorrectedPin): Promise<void> {
    const sheet = this.sheetOf(place.sheetId);
    const [x, y] = place.at;
    if (!sheet) return;
    await this.settle(`${name} ${pin} ends here now.`, [
      sheet,
      (settled) => ({ ...settled, pins: [...settled.pins.filter((one) => !near(x, y)(one)), { x, y, name, pin }] }),
    ]);
  }

  /** It does not go on under the name that it bears. */
  async standAlone(): Promise<void> {
    const at = this.at();
    const sheet = this.sheetOf(at?.sheetId);
    if (!at || !sheet) return;
    const [x, y] = at.at;
    await this.settle('It goes by no name now.', [sheet, (settled) => ({ ...settled, alone: [...settled.alone, { x, y }] })]);
  }

  /** It goes on at a place of this sheet or another. */
  async linkTo(sheet: Sheet, [toX, toY]: At): Promise<void> {
    const from = this.at();
    const own = this.sheetOf(from?.sheetId);
    this.linking.set(false);
    if (!from || !own) return;
    await this.lines.read(sheet);
    if (!this.lines.nets().at(sheet.id, [toX, toY])) return this.says.set('There is no line; nothing was changed.');
    const [x, y] = from.at;
    await this.settle('The two are one line now.', [
      own,
      (settled) => ({ ...settled, goesOn: [...settled.goesOn, { x, y, sheet: sheet.id, toX, toY }] }),
    ]);
  }

  private sheetOf(id: string | undefined): Sheet | undefined {
    return this.sheets.sheets().find((sheet) => sheet.id === id);
  }

  /** Settles something on one or several sheets; undone, all of it is undone. */
  private async settle(says: string, ...changes: readonly Change[]): Promise<void> {
    const undo: (() => Promise<unknown>)[] = [];
    for (const [sheet, change] of changes) {
      const before = await this.repository.settle(sheet, change);
      undo.push(() => this.repository.settle(sheet, () => before));
    }
    this.snack
      .open(says, 'Undo', { duration: 8000 })
      .onAction()
      .subscribe(() => void Promise.all(undo.map((one) => one())));
  }
}
