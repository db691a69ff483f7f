import type { LineRest } from './line-rest';
import { refuse } from './line-words';

/** `90`, `20 min`, `2 h`, `2h10`, `1.5h`, `10 h 51 min`, as whole minutes; undefined where the text is no span of time. */
export function minutesOf(text: string): number | undefined {
  const match = /^(?:(\d{1,3}(?:[.,]\d{1,2})?)\s*(?:h|hours?)\s*)?(?:(\d{1,4})\s*(m|min|minutes?)?)?$/i.exec(text.trim());
  if (!match || (match[1] === undefined && match[2] === undefined)) return undefined;
  const hours = Number((match[1] ?? '0').replace(',', '.'));
  const minutes = Number(match[2] ?? '0');
  return match[1] !== undefined && minutes > 59 ? undefined : Math.round(hours * 60 + minutes);
}

/** Takes a span of time from the front of a line: as many words as make one. */
export function takeMinutes(rest: LineRest): number | undefined {
  for (let words = Math.min(4, rest.left.length); words > 0; words -= 1) {
    const minutes = minutesOf(
      rest.left
        .slice(0, words)
        .map(({ text }) => text)
        .join(' '),
    );
    if (minutes === undefined) continue;
    rest.skip(words);
    return minutes;
  }
  return undefined;
}

const two = (n: number): string => String(n).padStart(2, '0');
/** A day of the bench as an ISO date. */
export const dayOf = (date: Date): string => `${date.getFullYear()}-${two(date.getMonth() + 1)}-${two(date.getDate())}`;
/** A time of day at the bench, `05:15`. */
export const timeOf = (date: Date): string => `${two(date.getHours())}:${two(date.getMinutes())}`;
export const daysAfter = (day: string, days: number): string => {
  const date = new Date(`${day}T12:00`);
  date.setDate(date.getDate() + days);
  return dayOf(date);
};
const isDay = (day: string): boolean => {
  const date = new Date(`${day}T12:00`);
  return !Number.isNaN(date.getTime()) && dayOf(date) === day;
};

/**
 * A day as one writes it: `today`, `yesterday`, `2026-11-25`, or `11-25` of this year or, if that is more than half a year off, of the
 * one nearest; undefined where the word is no day, or one that no calendar has.
 */
export function dayOfWord(word: string, now: Date): string | undefined {
  const lower = word.toLowerCase();
  if (lower === 'today') return dayOf(now);
  if (lower === 'yesterday') return daysAfter(dayOf(now), -1);
  const short = /^(\d{1,2})-(\d{1,2})$/.exec(lower);
  if (!short) return /^\d{4}-\d{2}-\d{2}$/.test(lower) && isDay(lower) ? lower : undefined;
  const far = (day: string): number => Math.abs(Date.parse(day) - now.getTime());
  return [0, -1, 1]
    .map((years) => `${now.getFullYear() + years}-${two(Number(short[1]))}-${two(Number(short[2]))}`)
    .filter(isDay)
    .sort((a, b) => far(a) - far(b))[0];
}

/** `5:15` or `05.15` as minutes after midnight. */
export function minutesOfTime(word: string): number | undefined {
  const match = /^(\d{1,2})[:.](\d{2})$/.exec(word);
  const [hours, minutes] = [Number(match?.[1]), Number(match?.[2])];
  return match && hours < 24 && minutes < 60 ? hours * 60 + minutes : undefined;
}

/**
 * Takes a moment from the front of a line: a time of day, behind a day or of today.
 * @throws CoreError `unknown-name` for a day without a time, or a moment that is still to come
 */
export function takeMoment(rest: LineRest, now: Date, example: string): Date | undefined {
  const { at } = rest;
  const day = rest.takeIf((word) => dayOfWord(word, now));
  const minutes = rest.takeIf(minutesOfTime);
  if (minutes === undefined) return day === undefined ? undefined : refuse(rest.at, 'At what time?', `Write it like: ${example}`);
  const moment = new Date(`${day ?? dayOf(now)}T${two(Math.floor(minutes / 60))}:${two(minutes % 60)}`);
  if (moment > now)
    refuse(at, `${timeOf(moment)} of ${dayOf(moment)} is still to come.`, 'Leave the time away for now, or write the day before it.');
  return moment;
}
