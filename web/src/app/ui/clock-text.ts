/** Seconds as `h:mm:ss`. */
export function clockText(seconds: number): string {
  const two = (n: number): string => String(n).padStart(2, '0');
  return `${Math.floor(seconds / 3600)}:${two(Math.floor(seconds / 60) % 60)}:${two(Math.floor(seconds) % 60)}`;
}

/** Time of day of an entry, in the bench's own time zone. */
export const timeOfDay = (iso: string): string => new Date(iso).toLocaleTimeString('en-GB', { hour: '2-digit', minute: '2-digit' });

/** `Thu 12 Feb`, of an ISO date or time. */
export const dayText = (iso: string): string =>
  new Date(iso.length === 10 ? `${iso}T12:00` : iso).toLocaleDateString('en-GB', { weekday: 'short', day: 'numeric', month: 'short' });
