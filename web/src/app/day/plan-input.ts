import type { DayInput, Person } from '@amber-relay/core/day';
import type { ShopSettings } from '@amber-relay/core/job';
import type { JobLine } from '../storage/job-list';

/** Nine to half past five with half an hour at noon, from Monday to Friday: until somebody says otherwise. */
const usualDay: readonly (readonly [number, number])[] = [
  [9 * 60, 13 * 60],
  [13 * 60 + 30, 17 * 60 + 30],
];
const usualWeek = [0, 1, 2, 3, 4, 5, 6].map((day) => (day === 0 || day === 6 ? [] : usualDay));
/** So many finished jobs tell how long work takes; older ones were done by other hands and habits. */
const mostHistory = 400;

/** Who works at the bench: as it was said, or the technician of the shop on weekdays. */
export const peopleOf = ({ people, technician }: Pick<ShopSettings, 'people' | 'technician'>): readonly Person[] =>
  people ?? [{ name: technician, hours: { week: usualWeek, off: [] } }];

/** What the plan is made from. */
export function planInput(lines: readonly JobLine[], settings: ShopSettings, nowMs: number): DayInput {
  return {
    nowMs,
    people: peopleOf(settings),
    wishes: settings.wishes ?? [],
    jobs: lines
      .filter(({ row }) => !row.summary.finished)
      .map(({ row, set }) => ({
        id: row.id,
        number: row.number,
        bookedInAt: row.bookedInAt,
        promisedOn: row.promisedOn,
        cardId: set?.cardId,
        summary: row.summary,
      })),
    history: lines
      .filter(({ row }) => row.summary.finished && row.summary.worked !== undefined)
      .slice(0, mostHistory)
      .map(({ row, set }) => ({ cardId: set?.cardId, minutes: row.summary.worked ?? {}, waited: row.summary.waited })),
  };
}
