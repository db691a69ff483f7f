import type { Block, HandsStep, NextUp, PlannedJob } from '@amber-relay/core/day';
import { spanText } from '@amber-relay/core/tape';
import { stageNames, waitNames, type Stage } from '@amber-relay/core/words';
import { dayText } from '../ui/clock-text';

const doing: Readonly<Record<Stage, string>> = {
  'book-in': 'Booking in',
  safety: 'Safety and cold checks',
  'first-look': 'First look',
  functions: 'Check the functions',
  trace: 'Go on tracing',
  parts: 'Prove and record the part',
  repair: 'Do the re-tests',
  align: 'Align',
  test: 'Go on testing',
  soak: 'Soak, or say that it is not needed',
  'hand-back': 'Hand back',
};

/** What is done next on a job. */
export function doingOf({ act, stage }: NextUp): string {
  if (act === 'end-soak') return 'The soak is over: look, and end it';
  if (act === 'fit') return 'The parts are here: fit them';
  if (act === 'order') return 'Find or order the parts on its list';
  return doing[stage];
}

/** Minutes as one says them: to five where they are many, since nobody knows them better. */
export const aboutMinutes = (minutes: number): string =>
  spanText(minutes < 20 ? Math.max(1, Math.round(minutes)) : Math.round(minutes / 5) * 5);

/** `1½ to 4 h`, `20 to 55 min`: between what eight of ten lie. */
export function rangeText([low, high]: readonly [number, number]): string {
  if (high < 90) {
    const five = (minutes: number): number => Math.max(5, Math.round(minutes / 5) * 5);
    return five(low) === five(high) ? `${five(high)} min` : `${five(low)} to ${five(high)} min`;
  }
  const half = (minutes: number): string => {
    const halves = Math.max(1, Math.round(minutes / 30));
    return `${halves > 1 ? Math.floor(halves / 2) : ''}${halves % 2 ? '½' : ''}`;
  };
  return half(low) === half(high) ? `${half(high)} h` : `${half(low)} to ${half(high)} h`;
}

/** Whole days from today to a date; negative when it has passed. */
export function daysUntil(date: string, today: string): number {
  return Math.round((Date.parse(`${date}T00:00Z`) - Date.parse(`${today}T00:00Z`)) / 86_400_000);
}

export const daysCount = (days: number): string => `${days} ${days === 1 ? 'day' : 'days'}`;

/** When a job is due, as its row says it. */
export function dueText(promisedOn: string | undefined, today: string): string {
  if (promisedOn === undefined) return 'no date';
  const days = daysUntil(promisedOn, today);
  if (days === 0) return 'promised today';
  return days < 0 ? `${daysCount(-days)} late` : `promised ${dayText(promisedOn)}`;
}

/** From so often on it is told that a promise may be missed. */
const mayBeLate = 0.25;

/** How sure a promise is, where it is not; empty where it is. */
export function riskText({ lateDays, lateChance, readyMs }: PlannedJob): string {
  if (lateDays > 0) return `ready ${dayText(new Date(readyMs).toISOString())}`;
  const ofTen = Math.round(lateChance * 10);
  return lateChance < mayBeLate ? '' : `late in ${Math.min(9, ofTen)} of 10`;
}

/** What stands on a block of the tracks, behind the number of its job. */
export function blockText({ work, wait }: Block): string {
  if (wait) return wait.for === 'soak' ? 'soaks' : `${waitNames[wait.for]}${wait.text ? `: ${wait.text}` : ''}`;
  const [first] = work?.stages ?? [];
  if (work?.act === 'fit') return 'fit parts';
  if (work?.act === 'order') return 'order parts';
  if (work?.act === 'end-soak') return 'end the soak';
  const last = work?.stages.at(-1);
  if (!first) return '';
  return last === undefined || last === first
    ? stageNames[first].toLowerCase()
    : `${stageNames[first].toLowerCase()} to ${stageNames[last].toLowerCase()}`;
}

/** Up to which stage the next piece of work goes; empty where it is one stage. */
export const upTo = ({ stages }: HandsStep): string => {
  const last = stages.at(-1);
  return last === undefined || stages.length < 2 ? '' : `up to ${stageNames[last]}`;
};
