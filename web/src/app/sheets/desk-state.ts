import { computed, effect, inject, Injectable, signal } from '@angular/core';
import { baseName, drawnOn, laidOn, sectionAreas, sheetKinds, type Place, type Sheet, type SheetKind } from '@amber-relay/core/sheets';
import { CardSheets } from './card-sheets';

export type Side = 'left' | 'right';

export interface Focus {
  readonly place: Pick<Place, 'x' | 'y' | 'w' | 'h'>;
  /** Show all of it, not only its middle: for a region. */
  readonly whole?: boolean;
}

interface Pane {
  /** The sheet chosen; null for the first that fits this side. */
  readonly sheetId: string | null;
  readonly focus: Focus | null;
  /** A held pane stays where it is when one jumps. */
  readonly held: boolean;
}

const emptyPane: Pane = { sheetId: null, focus: null, held: false };

/** What lies on the desk: two views of sheets, the part or section in hand, and the way one came. */
@Injectable()
export class DeskState {
  private readonly sheets = inject(CardSheets);
  private readonly panes = { left: signal<Pane>(emptyPane), right: signal<Pane>(emptyPane) };
  private readonly isAlone = computed(() => this.sheets.sheets().length < 2);
  /** The designator or point in hand. */
  readonly name = signal<string | null>(null);
  readonly section = signal<string | null>(null);
  /** Why a jump came to nothing. */
  readonly missing = signal('');
  private readonly way = signal<readonly string[]>([]);
  private readonly at = signal(-1);
  readonly canGoBack = computed(() => this.at() > 0);
  readonly canGoForward = computed(() => this.at() < this.way().length - 1);

  /** What is looked for in each view; a sheet that is the only one lies in the left. */
  private readonly views = computed((): readonly (readonly [Side, readonly SheetKind[]])[] =>
    this.isAlone()
      ? [['left', sheetKinds]]
      : [
          ['left', drawnOn],
          ['right', laidOn],
        ],
  );
  private readonly shown = { left: computed(() => this.sheetOn('left', drawnOn)), right: computed(() => this.sheetOn('right', laidOn)) };

  constructor() {
    // What lies on the desk stays there while the rest of a manual is still being gone through and named.
    effect(() => {
      for (const side of ['left', 'right'] as const) {
        const sheetId = this.sheet(side)?.id;
        if (sheetId && !this.panes[side]().sheetId) this.panes[side].update((pane) => ({ ...pane, sheetId }));
      }
    });
  }

  pane(side: Side): Pane {
    return this.panes[side]();
  }

  sheet(side: Side): Sheet | undefined {
    return this.shown[side]();
  }

  private sheetOn(side: Side, kinds: readonly SheetKind[]): Sheet | undefined {
    const all = this.sheets.sheets();
    const chosen = all.find((sheet) => sheet.id === this.panes[side]().sheetId);
    if (side === 'right' && this.isAlone()) return undefined;
    if (chosen) return chosen;
    for (const kind of kinds) {
      const sheet = all.find((s) => s.kind === kind);
      if (sheet) return sheet;
    }
    return side === 'left' ? all[0] : all[1];
  }

  choose(side: Side, sheetId: string): void {
    this.panes[side].update((pane) => ({ ...pane, sheetId, focus: null }));
  }

  hold(side: Side): void {
    const sheetId = this.sheet(side)?.id ?? null;
    this.panes[side].update((pane) => ({ ...pane, sheetId, held: !pane.held }));
  }

  /** Brings a designator or point to the middle of both views. */
  go(name: string, remember = true): boolean {
    const asked = name.trim().toUpperCase();
    const index = this.sheets.index();
    if (!index.has(asked)) {
      this.missing.set(asked === '' ? '' : `${asked} stands on none of the sheets. Check it, or pin it by hand where you see it.`);
      return false;
    }
    this.missing.set('');
    this.section.set(null);
    this.name.set(asked);
    for (const [side, kinds] of this.views()) {
      if (this.panes[side]().held) continue;
      const spot = index.spotOn(asked, kinds);
      if (spot) this.panes[side].update((pane) => ({ ...pane, sheetId: spot.sheet.id, focus: { place: spot.place } }));
      else this.panes[side].update((pane) => ({ ...pane, focus: null }));
    }
    if (remember) this.remember(asked);
    return true;
  }

  /** Shows one of the places of the name in hand in the view that fits its kind. */
  goTo(sheet: Sheet, place: Place): void {
    const side = this.views().find(([, kinds]) => kinds.includes(sheet.kind))?.[0] ?? 'left';
    this.panes[side].update((pane) => ({ ...pane, sheetId: sheet.id, focus: { place } }));
  }

  /** Shows where a section lies, in both views. */
  goSection(id: string): boolean {
    const card = this.sheets.card();
    if (!card) return false;
    const areas = this.sheets.sheets().flatMap((sheet) => {
      const area = sectionAreas(card, this.sheets.placesOn(sheet.id)).find((a) => a.section === id);
      return area ? [{ sheet, area }] : [];
    });
    this.name.set(null);
    this.section.set(id);
    this.missing.set(areas.length ? '' : 'Nothing of this section stands on the sheets.');
    for (const [side, kinds] of this.views()) {
      if (this.panes[side]().held) continue;
      const found = kinds.flatMap((kind) => areas.filter(({ sheet }) => sheet.kind === kind))[0];
      if (!found) continue;
      const { outline, room } = found.area;
      const [xs, ys] = [outline.map((p) => p[0]), outline.map((p) => p[1])];
      const [x, y] = [Math.min(...xs) - room, Math.min(...ys) - room];
      const place = { x, y, w: Math.max(...xs) + room - x, h: Math.max(...ys) + room - y };
      this.panes[side].update((pane) => ({ ...pane, sheetId: found.sheet.id, focus: { place, whole: true } }));
    }
    return areas.length > 0;
  }

  back(): void {
    if (this.canGoBack()) this.step(-1);
  }

  forward(): void {
    if (this.canGoForward()) this.step(1);
  }

  private step(by: number): void {
    this.at.update((at) => at + by);
    const name = this.way()[this.at()];
    if (name) this.go(name, false);
  }

  private remember(name: string): void {
    const before = this.way().slice(0, this.at() + 1);
    if (baseName(before.at(-1) ?? '') === baseName(name)) return;
    this.way.set([...before, name]);
    this.at.set(before.length);
  }
}
