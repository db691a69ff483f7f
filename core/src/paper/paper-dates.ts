import { isLocale } from '../job';

const usual = 'en-GB';
const form = { weekday: 'short', day: 'numeric', month: 'short', year: 'numeric' } as const;

/** The language in which dates are written: the shop's where it is one that is known. */
export const paperLocale = (locale: string | undefined): string => (locale && isLocale(locale) ? locale : usual);

/** An ISO day or time as a date on paper, `Thu 12 Feb 2026`, in the bench's own time zone. */
export function paperDates(locale: string | undefined): (iso: string) => string {
  const format = new Intl.DateTimeFormat(paperLocale(locale), form);
  return (iso) => format.format(new Date(iso.length === 10 ? `${iso}T12:00` : iso)).replace(',', '');
}
