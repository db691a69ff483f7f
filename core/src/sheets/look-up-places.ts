import type { Place, Sheet, SheetKind, SheetPlaces } from './sheet-records';

/** A place together with the sheet on which it lies. */
export interface Spot {
  readonly sheet: Sheet;
  readonly place: Place;
  readonly byHand: boolean;
}

/** `IC2A` is drawn as a unit of IC2; `Q7` is Q7. */
export const baseName = (name: string): string =>
  /^([A-Z]{1,4}\d{1,4})[A-Z]?$/.exec(name.trim().toUpperCase())?.[1] ?? name.trim().toUpperCase();

/** Every place of a card's sheets, by name. */
export class PlaceIndex {
  private readonly byName = new Map<string, Spot[]>();

  constructor(sheets: readonly Sheet[], places: readonly SheetPlaces[]) {
    const sheetOf = new Map(sheets.map((sheet) => [sheet.id, sheet]));
    for (const { id, found, pinned } of places) {
      const sheet = sheetOf.get(id);
      if (!sheet) continue;
      const add = (place: Place, byHand: boolean): void => {
        const list = this.byName.get(place.name);
        if (list) list.push({ sheet, place, byHand });
        else this.byName.set(place.name, [{ sheet, place, byHand }]);
      };
      pinned.forEach((place) => add(place, true));
      found.forEach((place) => add(place, false));
    }
    for (const list of this.byName.values()) list.sort((a, b) => Number(b.byHand) - Number(a.byHand) || a.sheet.order - b.sheet.order);
  }

  /** Names in the order of their letters and numbers. */
  names(): string[] {
    return [...this.byName.keys()].sort(inNumber);
  }

  has(name: string): boolean {
    return this.byName.has(baseName(name));
  }

  /** All places of a name; those of the unit asked for first, by hand before by text. */
  spots(name: string): readonly Spot[] {
    const spots = this.byName.get(baseName(name)) ?? [];
    const unit = name.toUpperCase().slice(baseName(name).length);
    return unit ? [...spots].sort((a, b) => Number(b.place.unit === unit) - Number(a.place.unit === unit)) : spots;
  }

  /** The best place of a name among sheets of these kinds, the kinds in order of preference. */
  spotOn(name: string, kinds: readonly SheetKind[]): Spot | undefined {
    const spots = this.spots(name);
    for (const kind of kinds) {
      const spot = spots.find(({ sheet }) => sheet.kind === kind);
      if (spot) return spot;
    }
    return undefined;
  }
}

const inNumber = (a: string, b: string): number => {
  const [la = '', lb = ''] = [/^[A-Z]+/.exec(a)?.[0], /^[A-Z]+/.exec(b)?.[0]];
  return la.localeCompare(lb) || Number(a.slice(la.length)) - Number(b.slice(lb.length));
};

/** Kinds in the order in which a part is looked for in the left and in the right view. */
export const drawnOn: readonly SheetKind[] = ['schematic', 'block', 'other', 'alignment', 'parts-list'];
export const laidOn: readonly SheetKind[] = ['board-top', 'board-bottom'];

/** The place nearest to a point of the sheet, within `reach` sheet units of its box. */
export function placeNear(places: readonly Place[], x: number, y: number, reach: number): Place | undefined {
  let best: { readonly place: Place; readonly far: number } | undefined;
  for (const place of places) {
    const far = Math.hypot(Math.max(0, place.x - x, x - place.x - place.w), Math.max(0, place.y - y, y - place.y - place.h));
    if (far <= reach && (!best || far < best.far)) best = { place, far };
  }
  return best?.place;
}
