import * as z from 'zod';
import { dayOf, dayOfWord, minutesOfTime, refuse, takeMinutes, takeMoment, timeOf, type EntryContext, type LineRest } from '../../line';
import { defineKind } from '../entry-kind';

const acts = ['start', 'stop', 'break', 'worked'] as const;
const nowOf = ({ now }: EntryContext): Date => now ?? new Date();

/** `05:15`, with the day before it where that is not the day on which it was told. */
const momentText = (when: string, at?: string): string => {
  const moment = new Date(when);
  return `${at !== undefined && dayOf(new Date(at)) === dayOf(moment) ? '' : `${dayOf(moment)} `}${timeOf(moment)}`;
};

/** `05:15-16:21` as minutes; over midnight where it ends before it begins. */
function takeFromTo(rest: LineRest): number | undefined {
  return rest.takeIf((word) => {
    const [from, to, more] = word.split(/[-–]/).map(minutesOfTime);
    return from === undefined || to === undefined || more !== undefined ? undefined : (to - from + 24 * 60) % (24 * 60);
  });
}

type Started = { readonly kind: 'labour'; readonly act: 'start' | 'stop'; readonly when?: string };
const started =
  (act: 'start' | 'stop') =>
  (rest: LineRest, context: EntryContext): Started => {
    const when = takeMoment(rest, nowOf(context), `${act} yesterday 9:00`);
    return { kind: 'labour', act, ...(when ? { when: when.toISOString() } : {}) };
  };

/** `worked 05:15-16:21 less 15 min`, `worked 2h10 yesterday`: the day may stand before or behind. */
function worked(rest: LineRest, context: EntryContext): { kind: 'labour'; act: 'worked'; minutes: number; day?: string } {
  const now = nowOf(context);
  const takeDay = (): string | undefined => rest.takeIf((word) => dayOfWord(word, now));
  const before = takeDay();
  const minutes = takeFromTo(rest) ?? takeMinutes(rest);
  if (minutes === undefined || minutes === 0)
    return refuse(rest.at, 'How long was worked?', 'Write it like: worked 2h10 yesterday, or worked 05:15-16:21 less 15 min');
  const between = before ?? takeDay();
  const less = rest.takeIf((word) => (word === 'less' ? true : undefined)) ? takeMinutes(rest) : 0;
  if (less === undefined) return refuse(rest.at, 'Less how much?', 'Write it like: worked 05:15-16:21 less 15 min');
  if (less >= minutes) return refuse(rest.at, 'Nothing is left of it.', `It was ${minutes} min in all.`);
  const day = between ?? takeDay();
  if (day !== undefined && day > dayOf(now)) return refuse(rest.at, `${day} is still to come.`, 'Write a day up to today.');
  return { kind: 'labour', act: 'worked', minutes: minutes - less, ...(day === undefined || day === dayOf(now) ? {} : { day }) };
}

export const labour = defineKind('labour', {
  title: 'Labour',
  about: 'The clock of the work started or stopped, then or afterwards told; a break taken off; or time worked that is told at once.',
  fields: {
    act: z.enum(acts).meta({ title: 'What was done' }),
    minutes: z.number().min(0).max(1_000_000).optional().meta({ title: 'Minutes of the break, or worked' }),
    when: z.iso.datetime().optional().meta({ title: 'When it was, where it was told afterwards, UTC' }),
    day: z.iso.date().optional().meta({ title: 'Day on which it was worked, where that is another' }),
  },
  words: ({ act, minutes = 0, when, day, ...entry }) => {
    const at = (entry as { readonly at?: string }).at;
    const told = when ? ` ${momentText(when, at)}` : '';
    switch (act) {
      case 'break':
        return { what: `Break, ${minutes} min` };
      case 'worked':
        return { what: `Worked ${spanText(minutes)}${day ? ` on ${day}` : ''}` };
      default:
        return { what: `Labour ${act === 'start' ? 'started' : 'stopped'}${told}` };
    }
  },
  paper: { counted: 'Price: the minutes worked' },
  line: {
    verbs: {
      start: started('start'),
      stop: started('stop'),
      worked,
      break: (rest) => {
        const minutes = takeMinutes(rest);
        return minutes === undefined
          ? refuse(rest.at, 'How long was the break?', 'Write it like: break 20 min')
          : { kind: 'labour', act: 'break' as const, minutes };
      },
    },
    write: ({ act, minutes = 0, when, day }) => {
      if (act === 'break') return `break ${minutes} min`;
      if (act === 'worked') return minutes === 0 ? undefined : ['worked', `${minutes} min`, day].filter(Boolean).join(' ');
      return when ? (/:00\.000Z$/.test(when) ? `${act} ${momentText(when)}` : undefined) : act;
    },
  },
  examples: [
    { kind: 'labour', act: 'start' },
    { kind: 'labour', act: 'stop' },
    { kind: 'labour', act: 'break', minutes: 20 },
    { kind: 'labour', act: 'start', when: '2026-02-11T08:15:00.000Z' },
    { kind: 'labour', act: 'worked', minutes: 651, day: '2026-02-11' },
  ],
});

/** `10 h 51 min`, `40 min`. */
function spanText(minutes: number): string {
  const hours = Math.floor(minutes / 60);
  return [hours ? `${hours} h` : '', minutes % 60 || !hours ? `${minutes % 60} min` : ''].filter(Boolean).join(' ');
}
