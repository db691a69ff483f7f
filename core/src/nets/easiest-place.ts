import { partOf, pointOf, type Card } from '../card';
import type { Place, PlaceIndex, SheetKind, Spot } from '../sheets';
import type { CardNet } from './card-nets';

/** Where on a board a net is best measured, and why there. */
export interface EasiestPlace {
  readonly name: string;
  readonly pin: string;
  /** Where it stands on a board layout; undefined where it is on none. */
  readonly spot: Spot | undefined;
  readonly why: string;
}

/** How hard a part is to put a probe on: its pads, small ones close together last. */
const pads: Readonly<Record<string, { readonly cost: number; readonly says: string }>> = {
  TP: { cost: 0, says: 'a test point' },
  J: { cost: 1, says: 'a contact' },
  K: { cost: 1.5, says: 'a wide pad' },
  T: { cost: 1.5, says: 'a wide pad' },
  C: { cost: 2.2, says: 'a lead' },
  R: { cost: 2, says: 'a lead' },
  L: { cost: 2, says: 'a lead' },
  D: { cost: 2.4, says: 'a lead' },
  Q: { cost: 3, says: 'a leg' },
  TR: { cost: 3, says: 'a leg' },
  V: { cost: 3.5, says: 'a socket' },
  IC: { cost: 6, says: 'a pin among others' },
  U: { cost: 6, says: 'a pin among others' },
};
const others = { cost: 4, says: 'a pad' };
const boards: readonly SheetKind[] = ['board-top', 'board-bottom'];
/** In heights of the names on the board: what is live within this reach can be touched by a slip. */
const besideReach = 4;

const middle = ({ x, y, w, h }: Place): readonly [number, number] => [x + w / 2, y + h / 2];

/**
 * The place of a net that is easiest and safest to probe: the widest pad, on the side that lies up, away from what is live.
 * @param up Side of the board that lies up, where it is known.
 */
export function easiestPlace(net: CardNet, card: Card, index: PlaceIndex, up?: 'board-top' | 'board-bottom'): EasiestPlace | undefined {
  const dangerous = card.testPoints.filter(({ hazard }) => hazard === 'high-voltage' || hazard === 'live');
  const dangerousSections = new Set(dangerous.map(({ section }) => section));
  const live = (spot: Spot): boolean => {
    const [x, y] = middle(spot.place);
    const reach = besideReach * Math.min(spot.place.w, spot.place.h);
    return dangerous.some(({ id }) =>
      index.spots(id).some(({ sheet, place }) => {
        const [px, py] = middle(place);
        return sheet.id === spot.sheet.id && id !== spot.place.name && Math.hypot(px - x, py - y) < reach;
      }),
    );
  };
  const rated = net.pins.map(({ name, pin }) => {
    const letters = /^[A-Z]+/.exec(name)?.[0] ?? '';
    const { cost, says } = pads[letters] ?? others;
    const known = index.spotOn(name, up ? [up, ...boards.filter((side) => side !== up)] : boards);
    const spot = known && boards.includes(known.sheet.kind) ? known : undefined;
    const point = pointOf(card, name);
    const section = point?.section ?? partOf(card, name)?.section;
    const hot = section !== undefined && dangerousSections.has(section) && !point;
    const beside = spot !== undefined && live(spot);
    const side = spot === undefined ? '' : spot.sheet.kind === 'board-top' ? ', part side' : ', track side';
    const otherSide = up !== undefined && spot !== undefined && spot.sheet.kind !== up;
    return {
      name: point?.id ?? name,
      pin: point ? '' : pin,
      spot,
      cost: cost + (hot ? 4 : 0) + (beside ? 3 : 0) + (spot ? 0 : 2.5) + (otherSide ? 1.5 : 0),
      why: `${says}${side}${beside || hot ? ', but something live is near' : spot ? ', nothing live beside it' : ', not on a board layout'}`,
    };
  });
  const [best] = rated.sort((a, b) => a.cost - b.cost);
  return best && { name: best.name, pin: best.pin, spot: best.spot, why: best.why };
}
