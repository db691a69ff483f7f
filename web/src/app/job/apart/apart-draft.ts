import type { Fastened, TapeBody } from '@amber-relay/core/tape';
import { fasteners, type Fastener } from '@amber-relay/core/words';
import type { FastenerSpot } from './fastener-marks';

/** A step as it is being recorded. */
export interface ApartDraft {
  readonly what: string;
  readonly spots: readonly FastenerSpot[];
  /** Those that were counted without a place on the picture. */
  readonly unplaced: Partial<Readonly<Record<Fastener, number>>>;
  /** Which they are, such as `M3 × 8`. */
  readonly which: Partial<Readonly<Record<Fastener, string>>>;
  readonly renew: string;
  readonly note: string;
}

export const emptyDraft: ApartDraft = { what: '', spots: [], unplaced: {}, which: {}, renew: '', note: '' };

/** How many of a sort were counted. */
export const countOf = ({ spots, unplaced }: ApartDraft, what: Fastener): number =>
  spots.filter((spot) => spot.what === what).length + (unplaced[what] ?? 0);

/** One more or one less of a sort; those without a place go first, then the last that was placed. */
export function counted(draft: ApartDraft, what: Fastener, by: 1 | -1): ApartDraft {
  const unplaced = draft.unplaced[what] ?? 0;
  if (by > 0 || unplaced > 0) return { ...draft, unplaced: { ...draft.unplaced, [what]: unplaced + by } };
  const last = draft.spots.findLastIndex((spot) => spot.what === what);
  return last < 0 ? draft : { ...draft, spots: draft.spots.filter((_, k) => k !== last) };
}

/** What was loosened, in the order of the sorts. */
export const loosenedOf = (draft: ApartDraft): readonly Fastened[] =>
  fasteners.flatMap((what) => {
    const text = draft.which[what]?.trim();
    // Which it is was said: there is one at least.
    const count = countOf(draft, what) || (text ? 1 : 0);
    return count ? [{ what, count, ...(text ? { text } : {}) }] : [];
  });

const listOf = (text: string): string[] =>
  text
    .split(/[,;]/)
    .map((each) => each.trim())
    .filter(Boolean);

/** The entry of a step; one that nobody named is called by its number. */
export function apartEntry(draft: ApartDraft, number: number, attachment?: string): Extract<TapeBody, { kind: 'apart' }> {
  const [renew, note] = [listOf(draft.renew), draft.note.trim()];
  return {
    kind: 'apart',
    what: draft.what.trim() || `step ${number}`,
    loosened: [...loosenedOf(draft)],
    ...(renew.length ? { renew } : {}),
    ...(note ? { note } : {}),
    ...(attachment === undefined ? {} : { attachment, ...(draft.spots.length ? { spots: [...draft.spots] } : {}) }),
  };
}

/** What is put in again of a step: the spots that were pressed and what was counted of the rest; all of it where nothing was said. */
export function putOf(
  { loosened, spots = [] }: Extract<TapeBody, { kind: 'apart' }>,
  pressed: ReadonlySet<number>,
  typed: ReadonlyMap<number, number>,
): readonly Fastened[] | undefined {
  if (pressed.size === 0 && typed.size === 0) return undefined;
  const put = loosened.map((piece, k) => {
    const own = spots.flatMap((spot, at) => (spot.what === piece.what ? [at] : []));
    const placed = pressed.size ? own.filter((at) => pressed.has(at)).length + Math.max(0, piece.count - own.length) : piece.count;
    return { ...piece, count: typed.get(k) ?? placed };
  });
  return put.every(({ count }, k) => count === loosened[k]?.count) ? undefined : put;
}
