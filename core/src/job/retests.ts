import type { LaidCard } from '../card';
import { ofKind, type EntryOf, type TapeEntry } from '../tape';
import { functionCourses, readingCourses, testCourses, type Course } from './before-after';
import type { Symptom } from './records';
import { repairsOf, type Repair } from './repairs';
import { conditionText } from '../card';

type Result = EntryOf<'function'> | EntryOf<'reading'>;
export interface Retest {
  readonly kind: 'function' | 'reading';
  /** The function's id, or the point's or limit's. */
  readonly id: string;
  readonly name: string;
  /** What it was before; undefined for what only the owner complained of. */
  readonly was?: Result;
  /** How it did when it was last tried after a repair; undefined until it has been. */
  readonly now?: 'passes' | 'fails';
  /** What was done since it was last tried: it is to be tried once more. */
  readonly since: readonly Repair[];
}

/** Whether it has still to be tried: it never was since the repair, or something was done after it was. */
export const isOwed = ({ now, since }: Retest): boolean => now === undefined || since.length > 0;

const fails = (result: Result): boolean =>
  result.kind === 'function'
    ? result.result !== 'works'
    : result.verdict === 'low' || result.verdict === 'high' || result.verdict === 'dead';
const passes = (result: Result): boolean => (result.kind === 'function' ? result.result === 'works' : result.verdict === 'in');

/** What became of one thing that failed before a repair, or fails since: whatever was mended, what failed is tried again. */
function retest(kind: Retest['kind'], id: string, name: string, course: Course<Result>): Retest[] {
  const { before, after, since } = course;
  const failed = (before !== undefined && fails(before)) || [...course.between, ...(after ? [after] : [])].some(fails);
  if (!failed) return [];
  const was = before ?? course.between[0] ?? after;
  return [{ kind, id, name, ...(was ? { was } : {}), ...(after ? { now: passes(after) ? 'passes' : 'fails' } : {}), since }];
}

/**
 * What must be tried again after something was done to the set, because it failed before: functions, readings at points, tests, and what
 * the owner complained of, tried here or not. It has passed until something is done that concerns it. Empty until something was done.
 */
export function retests(card: LaidCard | undefined, stood: readonly TapeEntry[], symptoms: readonly Symptom[] = []): Retest[] {
  const repairs = repairsOf(card, stood);
  if (!card || !repairs.length) return [];
  const tried = functionCourses(card, stood);
  const functions = tried.flatMap((course) => retest('function', course.id, course.name, course));
  const complained = new Set(symptoms.map(({ functionId }) => functionId));
  const reported = tried.flatMap((course): Retest[] => {
    const { id, name, before, after, since } = course;
    // It worked here before: the complaint was another thing. And what failed here is listed already.
    if (!complained.has(id) || before !== undefined || functions.some((one) => one.id === id)) return [];
    return [{ kind: 'function', id, name, ...(after ? { now: passes(after) ? ('passes' as const) : ('fails' as const) } : {}), since }];
  });
  const points = readingCourses(card, stood)
    // A part that measured wrong out of circuit is renewed, not read again.
    .filter(({ of }) => of !== 'part')
    .flatMap((course) => retest('reading', course.id, course.name, course));
  const tests = testCourses(card, stood).flatMap((course) => {
    const under = conditionText((course.before ?? course.after)?.condition ?? {});
    return retest('reading', course.limit.id, under ? `${course.limit.name}, ${under}` : course.limit.name, course);
  });
  return [...functions, ...reported, ...points, ...tests];
}

/** What cured the set, in words: the last repair, when all that failed before passes since, or when it is said to have done so. */
export function curedBy(card: LaidCard | undefined, stood: readonly TapeEntry[], symptoms: readonly Symptom[] = []): string | undefined {
  const last = repairsOf(card, stood).at(-1);
  if (!last) return undefined;
  const said = ofKind(stood, 'remedy').some(({ id, cured }) => id === last.id && cured === true);
  const list = retests(card, stood, symptoms);
  const proven = list.length > 0 && list.every((item) => item.now === 'passes' && !isOwed(item));
  const failsSince = list.some((item) => item.now === 'fails' && !isOwed(item));
  return proven || (said && !failsSince) ? last.what : undefined;
}
