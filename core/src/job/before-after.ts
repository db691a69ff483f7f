import { agrees, conditionKey, conditionText, limitName, otherFigure, pointName, type LaidCard, type TestLimit } from '../card';
import { curveOf, ofKind, subjectText, type EntryOf, type RecordedFigure, type TapeEntry } from '../tape';
import { concerns, repairsOf, type Repair, type Tried } from './repairs';

/** One thing through the repair: as it was before, in between, and as it is now. */
export interface Course<T> {
  /** The last result before the first repair that concerns it. It is never replaced by a later one. */
  readonly before?: T;
  /** The last result between each two repairs that concern it. */
  readonly between: readonly T[];
  /** The last result after a repair. */
  readonly after?: T;
  /** Repairs that concern it and came after its last result: it must be tried again. */
  readonly since: readonly Repair[];
  /** Whether anything was repaired, and whether any of that concerns it. */
  readonly repaired: boolean;
  readonly concerned: boolean;
}

/** Parts the results of one thing by the repairs that concern it; where none does, by all, and nothing is owed. */
function courseOf<T extends { readonly seq: number }>(
  results: readonly T[],
  repairs: readonly Repair[],
  own: (repair: Repair) => boolean,
): Course<T> {
  const concerning = repairs.filter(own);
  const parting = concerning.length ? concerning : repairs;
  const first = parting[0]?.seq ?? Infinity;
  const before = results.findLast(({ seq }) => seq < first);
  const later = results.filter(({ seq }) => seq > first);
  const after = later.at(-1);
  const between = parting.slice(1).flatMap(({ seq }, i) => {
    const from = parting[i]?.seq ?? 0;
    return later.findLast((result) => result !== after && result.seq > from && result.seq < seq) ?? [];
  });
  return {
    ...(before ? { before } : {}),
    between,
    ...(after ? { after } : {}),
    since: after ? concerning.filter(({ seq }) => seq > after.seq) : [],
    repaired: repairs.length > 0,
    concerned: concerning.length > 0,
  };
}

/** Whether the latest result still holds: it was had after the last repair that concerns it, or none does. */
export const holds = <T>({ before, after, since, concerned }: Course<T>): boolean =>
  concerned ? after !== undefined && since.length === 0 : (after ?? before) !== undefined;

export interface TestCourse extends Course<EntryOf<'reading'>> {
  readonly limit: TestLimit;
}
export interface FunctionCourse extends Course<EntryOf<'function'>> {
  readonly id: string;
  readonly name: string;
}
export interface ReadingCourse extends Course<EntryOf<'reading'>> {
  readonly of: EntryOf<'reading'>['subject']['what'];
  readonly id: string;
  /** What was read, under which condition. */
  readonly name: string;
}
export interface SumCourse extends Course<EntryOf<'sum'>> {
  readonly id: string;
  readonly name: string;
}

const keys = new WeakMap<EntryOf<'reading'>, string>();
/** What a reading was of and under which condition; worked out once, for an entry never changes. */
function readingKey(r: EntryOf<'reading'>): string {
  const key = keys.get(r) ?? JSON.stringify([r.subject, conditionKey(r.condition)]);
  keys.set(r, key);
  return key;
}

function grouped<T>(entries: readonly T[], key: (entry: T) => string): T[][] {
  const groups = new Map<string, T[]>();
  for (const entry of entries) groups.set(key(entry), [...(groups.get(key(entry)) ?? []), entry]);
  return [...groups.values()];
}

/** Whether a reading answers a test of the card: it was taken in the state for which the card states it. */
const isOf = (limit: TestLimit, { subject, condition }: EntryOf<'reading'>): boolean =>
  subject.what === 'limit' &&
  subject.limit === limit.id &&
  agrees(condition, limit.condition) &&
  otherFigure(limit.condition, condition, limit.unit, true) === undefined;

/** The tests of the card, in its order, each with its readings before and after what was done. */
export function testCourses(card: LaidCard, stood: readonly TapeEntry[]): TestCourse[] {
  const repairs = repairsOf(card, stood);
  const readings = ofKind(stood, 'reading');
  return card.limits.map((limit) => ({
    limit,
    ...courseOf(
      readings.filter((r) => isOf(limit, r)),
      repairs,
      (repair) => concerns(card, repair, { what: 'limit', id: limit.id }),
    ),
  }));
}

/** The functions of the card, in its order, each with how it did before and after. */
export function functionCourses(card: LaidCard, stood: readonly TapeEntry[]): FunctionCourse[] {
  const repairs = repairsOf(card, stood);
  const tries = ofKind(stood, 'function').filter(({ result }) => result !== 'not-tried');
  return card.functions.map(({ id, name }) => ({
    id,
    name,
    ...courseOf(
      tries.filter(({ functionId }) => functionId === id),
      repairs,
      (repair) => concerns(card, repair, { what: 'function', id }),
    ),
  }));
}

/** What was read at points, parts and channels, and of tests in another state than the card's, before and after; in the order of the first reading. */
export function readingCourses(card: LaidCard | undefined, stood: readonly TapeEntry[]): ReadingCourse[] {
  const repairs = repairsOf(card, stood);
  const readings = ofKind(stood, 'reading').filter((r) => !card?.limits.some((limit) => isOf(limit, r)));
  return grouped(readings, readingKey).flatMap((own) => {
    const [one] = own;
    if (!one) return [];
    const tried = triedOf(one);
    const { id, title } = subjectName(one.subject, card);
    const under = conditionText(one.condition);
    return [
      {
        id,
        of: one.subject.what,
        name: under ? `${title}, ${under}` : title,
        ...courseOf(own, repairs, (repair) => tried === undefined || concerns(card, repair, tried)),
      },
    ];
  });
}

/** What was tried, for asking which repairs concern it; undefined where any may. */
function triedOf({ subject, condition }: EntryOf<'reading'>): Tried | undefined {
  if (subject.what === 'limit') return { what: 'limit', id: subject.limit };
  if (subject.what === 'point') return { what: 'point', id: subject.point, condition };
  return subject.what === 'part' ? { what: 'part', id: subject.designator } : undefined;
}

function subjectName(subject: EntryOf<'reading'>['subject'], card: LaidCard | undefined): { readonly id: string; readonly title: string } {
  switch (subject.what) {
    case 'point':
      return { id: subject.point, title: `${subject.point} ${pointName(card, subject.point)}`.trim() };
    case 'limit':
      return { id: subject.limit, title: limitName(card, subject.limit) };
    case 'channel':
      return { id: `ch ${subject.channel}`, title: 'Frequency' };
    case 'part':
      return { id: subject.designator, title: subjectText(subject) };
  }
}

/** Sums that were kept, by what they are called. */
export function sumCourses(card: LaidCard | undefined, stood: readonly TapeEntry[]): SumCourse[] {
  const repairs = repairsOf(card, stood);
  return grouped(ofKind(stood, 'sum'), ({ sum, title }) => `${sum} ${title}`).flatMap((own) =>
    own[0] ? [{ id: own[0].sum, name: own[0].title, ...courseOf(own, repairs, () => true) }] : [],
  );
}

/** A figure that recordings gave. */
export interface RecordedCourse extends Course<EntryOf<'recording'> & { readonly figure: RecordedFigure }> {
  readonly of: EntryOf<'recording'>['of'];
  readonly condition: EntryOf<'recording'>['condition'];
  readonly what: RecordedFigure['what'];
}

/** What recordings told, figure by figure: of two recordings in the same state neither hides what only the other gave. */
export function recordedCourses(card: LaidCard | undefined, stood: readonly TapeEntry[]): RecordedCourse[] {
  const repairs = repairsOf(card, stood);
  const figures = ofKind(stood, 'recording').flatMap((entry) => entry.figures.map((figure) => ({ ...entry, figure })));
  return grouped(figures, ({ of, condition, figure }) => `${of} ${conditionKey(condition)} ${figure.what}`).flatMap((own) =>
    own[0] ? [{ of: own[0].of, condition: own[0].condition, what: own[0].figure.what, ...courseOf(own, repairs, () => true) }] : [],
  );
}

/** The curves of recordings, by what they are of, likewise. */
export function curveCourses(
  card: LaidCard | undefined,
  stood: readonly TapeEntry[],
): (Pick<RecordedCourse, 'of' | 'condition'> & { readonly curveOf: string } & Course<EntryOf<'recording'>>)[] {
  const repairs = repairsOf(card, stood);
  const drawn = ofKind(stood, 'recording').filter(({ curve = [] }) => curve.length > 1);
  return grouped(drawn, (entry) => `${entry.of} ${conditionKey(entry.condition)} ${curveOf(entry)}`).flatMap((own) =>
    own[0] ? [{ of: own[0].of, condition: own[0].condition, curveOf: curveOf(own[0]), ...courseOf(own, repairs, () => true) }] : [],
  );
}
