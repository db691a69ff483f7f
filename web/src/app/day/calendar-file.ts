import type { DayPlan, Person } from '@amber-relay/core/day';
import ical from 'ical-generator';
import type { JobLine } from '../storage/job-list';
import { aboutMinutes, blockText, doingOf } from './plan-words';

/**
 * The plan as a calendar file (iCalendar, RFC 5545): work in its hours, what passes by itself, what is due, and the promises. Every entry has
 * an id that stays the same from plan to plan, so that a calendar that takes the file again moves what it has.
 */
export function calendarFile(plan: DayPlan, people: readonly Person[], lines: readonly JobLine[], shop: string): string {
  const line = new Map(lines.map((each) => [each.row.id, each]));
  const setOf = (id: string): string => [line.get(id)?.set?.maker, line.get(id)?.set?.model].filter(Boolean).join(' ');
  const calendar = ical({
    name: `${shop}: plan of the bench`,
    prodId: { company: 'Amber Relay', product: 'Plan of the bench', language: 'EN' },
  });
  const stamp = new Date(plan.nowMs);
  const count = new Map<string, number>();
  const idOf = (jobId: string, what: string): string => {
    const key = `${jobId}-${what}`;
    const n = (count.get(key) ?? 0) + 1;
    count.set(key, n);
    return `${key}-${n}@amber-relay`;
  };
  for (const block of plan.blocks) {
    const { jobId, number, spans, work, wait, person } = block;
    const who = person === undefined || people.length < 2 ? '' : ` (${people[person]?.name ?? ''})`;
    for (const [from, to] of spans)
      calendar.createEvent({
        id: idOf(jobId, work ? 'work' : `wait-${wait?.for ?? ''}`),
        stamp,
        start: new Date(from),
        end: new Date(Math.max(to, from + 60_000)),
        summary: `${number}: ${blockText(block)}${who}`,
        description: [setOf(jobId), line.get(jobId)?.row.complaint ?? '', work ? `about ${aboutMinutes(work.minutes)}` : 'passes by itself']
          .filter(Boolean)
          .join('\n'),
      });
  }
  for (const { jobId, number, promisedOn, next } of plan.jobs)
    if (promisedOn !== undefined)
      calendar.createEvent({
        id: idOf(jobId, 'promised'),
        stamp,
        start: new Date(`${promisedOn}T12:00`),
        allDay: true,
        summary: `${number} promised: ${setOf(jobId)}`,
        description: `${line.get(jobId)?.customer?.name ?? ''}\nNext: ${doingOf(next)}`,
      });
  return calendar.toString();
}
