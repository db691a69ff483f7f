/** Seconds as `h:mm:ss`. */
export function clockText(seconds: number): string {
  const two = (n: number): string => String(n).padStart(2, '0');
  return `${Math.floor(seconds / 3600)}:${two(Math.floor(seconds / 60) % 60)}:${two(Math.floor(seconds) % 60)}`;
}

// Made once: making one takes longer than writing a hundred times with it.
const clock = new Intl.DateTimeFormat('en-GB', { hour: '2-digit', minute: '2-digit' });
const calendar = new Intl.DateTimeFormat('en-GB', { weekday: 'short', day: 'numeric', month: 'short' });
const fullCalendar = new Intl.DateTimeFormat('en-GB', { weekday: 'short', day: 'numeric', month: 'short', year: 'numeric' });

/** Time of day of an entry, in the bench's own time zone. */
export const timeOfDay = (iso: string): string => clock.format(new Date(iso));

/** `Thu 12 Feb 2026`, for what is kept on paper. */
export const dateText = (iso: string): string => fullCalendar.format(new Date(iso.length === 10 ? `${iso}T12:00` : iso));

/** `Thu 12 Feb`, of an ISO date or time. */
export const dayText = (iso: string): string => calendar.format(new Date(iso.length === 10 ? `${iso}T12:00` : iso));
