import { conditionText, expectationAt, pointOf, type LaidCard } from '../card';
import { quantityText } from '../quantity';
import { ofKind, recordedText, watchText, type EntryOf, type TapeEntry } from '../tape';
import { recordedNames } from '../words';
import { curveCourses, recordedCourses } from './before-after';
import { linePicture, type LinePicture } from './line-picture';
import { repairsText } from './repairs';

/** What recordings of one thing in one state told, as a table of the sheet. */
export interface RecordedTable {
  readonly title: string;
  readonly rows: readonly { readonly what: string; readonly before: string; readonly after: string; readonly note: string }[];
  /** Whether anything was recorded after a repair: else there is one column. */
  readonly compared: boolean;
  /** How the error of the receiver was taken out of the carrier. */
  readonly by: string;
  readonly pictures: readonly { readonly of: string; readonly picture: LinePicture }[];
}

const noCurve: NonNullable<EntryOf<'recording'>['curve']> = [];
const hz = (value: number): string => quantityText(value, 'Hz', { digits: 3 });

/** The recordings that stand, each figure once before and once after what was done. */
export function recordedTables(card: LaidCard | undefined, stood: readonly TapeEntry[]): readonly RecordedTable[] {
  const titled = <T extends { readonly of: EntryOf<'recording'>['of']; readonly condition: EntryOf<'recording'>['condition'] }>(
    course: T,
  ) => ({
    title: [course.of === 'transmission' ? 'Transmission' : 'Sound', conditionText(course.condition)].filter(Boolean).join(', '),
    course,
  });
  const figures = recordedCourses(card, stood).map(titled);
  const curves = curveCourses(card, stood).map(titled);
  return [...new Set(figures.map(({ title }) => title))].map((title) => {
    const own = figures.flatMap((each) => (each.title === title ? [each.course] : []));
    const from = own.flatMap(({ before, after }) => [before, after].flatMap((each) => each ?? []));
    return {
      title,
      rows: own.map(({ what, before, after, since }) => ({
        what: recordedNames[what],
        before: before ? recordedText(before.figure) : '',
        after: after ? recordedText(after.figure) : '',
        note: since.length ? `taken before: ${repairsText(since)}` : '',
      })),
      compared: own.some(({ after }) => after),
      by: [...new Set(from.flatMap(({ figure, receiver }) => (figure.what === 'carrier' ? (receiver ?? []) : [])))].join('; '),
      pictures: curves.flatMap(({ title: of, course: { before, after, curveOf } }) => {
        const picture = linePicture(
          [
            { of: 'before', dots: false, places: (after ? before?.curve : undefined) ?? noCurve },
            { of: 'now', dots: false, places: (after ?? before)?.curve ?? noCurve },
          ],
          { up: (dB) => quantityText(dB, 'dB', { step: 1 }), across: hz },
        );
        return of === title && picture ? [{ of: curveOf, picture }] : [];
      }),
    };
  });
}

/** A point that was watched, with its strip. */
export interface WatchedStrip {
  readonly title: string;
  readonly says: string;
  /** Absent where fewer than two readings were there. */
  readonly picture?: LinePicture;
}

/** The watches that stand, in the order in which they were kept. */
export function watchedStrips(card: LaidCard | undefined, stood: readonly TapeEntry[]): readonly WatchedStrip[] {
  return ofKind(stood, 'watch').map((entry) => {
    const { strip, seconds, unit, step } = entry;
    const part = seconds / Math.max(1, strip.length - 1);
    const point = card && entry.point !== undefined ? pointOf(card, entry.point) : undefined;
    const { low, high } = (point && expectationAt(point, entry.condition)) ?? {};
    const limits = low !== undefined && high !== undefined ? [low, high] : [];
    const picture = linePicture(
      [
        // Between its limits a rail that is steady also looks so.
        ...limits.map((limit) => ({ of: 'limit' as const, dots: false, places: [[0, limit] as const, [seconds, limit] as const] })),
        { of: 'now', dots: false, places: strip.map((value, k) => (value === null ? null : [k * part, value])) },
      ],
      {
        up: (value) => quantityText(value, unit, { step }),
        across: (at) => (at < 120 ? `${Math.round(at)} s` : `${Math.round(at / 60)} min`),
        ends: [0, seconds],
      },
    );
    return { ...watchText(entry, card), ...(picture ? { picture } : {}) };
  });
}
