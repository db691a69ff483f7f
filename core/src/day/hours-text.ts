import { CoreError } from '../errors/core-error';
import { dayOfWord, minutesOfTime } from '../line';
import type { WorkSpan } from './working-time';

const clock = (minutes: number): string => `${Math.floor(minutes / 60)}:${String(minutes % 60).padStart(2, '0')}`;

/** Hours of a day as one writes them: `9:00-13:00, 13:30-17:30`; empty for a day off. */
export const hoursText = (spans: readonly WorkSpan[]): string => spans.map(([from, to]) => `${clock(from)}-${clock(to)}`).join(', ');

const timeOfWord = (word: string): number | undefined => {
  const hour = /^(\d{1,2})$/.exec(word);
  if (hour) return Number(word) <= 24 ? Number(word) * 60 : undefined;
  return word === '24:00' ? 24 * 60 : minutesOfTime(word.replace('.', ':'));
};

/**
 * Reads hours of a day: `9-13, 13:30-17:30`, `9:00 to 17:30`; nothing, `off` or `-` for none. They come out in order.
 * @throws CoreError `unreadable` for what is no span of time, `out-of-range` for one that ends before it begins or lies upon another
 */
export function readHours(text: string, path: string): readonly WorkSpan[] {
  const typed = text.trim().toLowerCase();
  if (typed === '' || typed === 'off' || typed === '-') return [];
  const spans = typed.split(/[,;]|\s+and\s+/).map((part): WorkSpan => {
    const [from, to, more] = part.trim().split(/\s*(?:-|–|to|until)\s*/);
    const [start, end] = [timeOfWord(from ?? ''), timeOfWord(to ?? '')];
    if (start === undefined || end === undefined || more !== undefined)
      throw new CoreError(
        'unreadable',
        path,
        `"${part.trim()}" is no span of hours.`,
        'Write it like 9:00-13:00, 13:30-17:30; nothing was changed.',
      );
    if (end <= start)
      throw new CoreError(
        'out-of-range',
        path,
        `"${part.trim()}" ends before it begins.`,
        'Write work over midnight as two days; nothing was changed.',
      );
    return [start, end];
  });
  spans.sort(([a], [b]) => a - b);
  for (const [i, [from]] of spans.entries())
    if (from < (spans[i - 1]?.[1] ?? 0))
      throw new CoreError(
        'out-of-range',
        path,
        `The spans of "${text.trim()}" lie upon each other.`,
        'Give each hour once; nothing was changed.',
      );
  return spans;
}

/**
 * Reads days off: `2026-12-24, 12-31`; a day without its year is the next or the last of its name, whichever is nearer.
 * @throws CoreError `unreadable` for what is no day
 */
export function readDaysOff(text: string, path: string, now: Date): readonly string[] {
  const words = text.split(/[\s,;]+/).filter(Boolean);
  const days = words.map((word) => {
    const day = dayOfWord(word, now);
    if (day === undefined)
      throw new CoreError('unreadable', path, `"${word}" is no day.`, 'Write it like 2026-12-24 or 12-24; nothing was changed.');
    return day;
  });
  return [...new Set(days)].sort();
}
