import { dayOf, daysAfter } from '../line';
import { CoreError } from '../errors/core-error';

/** From when to when somebody works, in minutes after midnight at the bench. */
export type WorkSpan = readonly [fromMinute: number, toMinute: number];

/** When somebody works: spans of each day of the week, Sunday first, and days that are off. */
export interface Hours {
  readonly week: readonly (readonly WorkSpan[])[];
  readonly off: readonly string[];
}

const minuteMs = 60_000;
const longestDays = 3 * 366;

/**
 * The working time of one pair of hands as a line that can be walked: a day with two spans and a night between is as long as its spans.
 * Clock times are milliseconds since 1970; days are those of the bench, so that a day on which the clocks are set is as long as it is.
 */
export class WorkingTime {
  private readonly from: number[] = [];
  private readonly to: number[] = [];
  /** Minutes worked before each span. */
  private readonly before: number[] = [];
  private last = 0;
  private day: string;
  private days = 0;

  /** @param more minutes that are worked on longer on every working day, to see what that would save */
  constructor(
    private readonly hours: Hours,
    startMs: number,
    private readonly more = 0,
  ) {
    this.day = dayOf(new Date(startMs));
  }

  /** Whether there is any time to work in at all. */
  static works({ week }: Hours): boolean {
    return week.some((spans) => spans.some(([from, to]) => to > from));
  }

  /** The first moment not before `ms` at which there is work going on. */
  begin(ms: number): number {
    return Math.max(ms, this.from[this.spanAt(ms)] ?? ms);
  }

  /** When so many minutes of work are over that are begun at `ms` or as soon as there is work after it. */
  after(ms: number, minutes: number): number {
    let index = this.spanAt(ms);
    const begun = (this.before[index] ?? 0) + (Math.max(ms, this.from[index] ?? 0) - (this.from[index] ?? 0)) / minuteMs;
    const end = begun + minutes;
    // The last span that begins before the work ends: what ends with a span ends in it, not at the start of the next.
    while (((this.to[index] ?? 0) - (this.from[index] ?? 0)) / minuteMs + (this.before[index] ?? 0) < end - 1e-9) {
      index += 1;
      this.reach(index);
    }
    return (this.from[index] ?? 0) + (end - (this.before[index] ?? 0)) * minuteMs;
  }

  /** Minutes of work between two moments. */
  between(startMs: number, endMs: number): number {
    if (endMs <= startMs) return 0;
    const worked = (ms: number): number => {
      const index = this.spanAt(ms);
      return (this.before[index] ?? 0) + Math.max(0, ms - (this.from[index] ?? 0)) / minuteMs;
    };
    return worked(endMs) - worked(startMs);
  }

  /** The spans of work that lie between two moments. */
  spans(startMs: number, endMs: number): readonly (readonly [number, number])[] {
    const found: [number, number][] = [];
    for (let index = this.spanAt(startMs); ; index += 1) {
      this.reach(index);
      const from = Math.max(startMs, this.from[index] ?? endMs);
      if (from >= endMs) return found;
      found.push([from, Math.min(endMs, this.to[index] ?? endMs)]);
    }
  }

  /** The span that holds a moment, or the first after it. */
  private spanAt(ms: number): number {
    // Who lays a plan out asks for later and later moments: the span that was found last, or one of the next.
    for (let index = this.last; index < this.to.length && index < this.last + 4; index += 1)
      if ((this.to[index] ?? 0) > ms) {
        if (index > 0 && (this.to[index - 1] ?? 0) > ms) break;
        return (this.last = index);
      }
    return (this.last = this.found(ms));
  }

  private found(ms: number): number {
    let [low, high] = [0, this.to.length];
    if (high === 0 || (this.to[high - 1] ?? 0) <= ms) {
      low = high;
      do {
        this.reach(low);
        if ((this.to[low] ?? 0) > ms) return low;
        low += 1;
      } while (low < longestDays * 4);
    }
    while (low < high) {
      const middle = (low + high) >> 1;
      if ((this.to[middle] ?? 0) > ms) high = middle;
      else low = middle + 1;
    }
    return low;
  }

  /** Lays out days until there is a span of this number. */
  private reach(index: number): void {
    while (this.to.length <= index) {
      if (this.days > longestDays)
        throw new CoreError(
          'out-of-range',
          'hours',
          'There is no time to work in for three years.',
          'Give at least one day of the week its hours, and take days off that lie behind away.',
        );
      const date = new Date(`${this.day}T00:00`);
      const midnight = (minutes: number): number =>
        new Date(date.getFullYear(), date.getMonth(), date.getDate(), 0, Math.round(minutes)).getTime();
      const spans = this.hours.off.includes(this.day) ? [] : (this.hours.week[date.getDay()] ?? []).filter(([from, to]) => to > from);
      for (const [i, [from, to]] of spans.entries()) {
        const [start, end] = [midnight(from), midnight(i === spans.length - 1 ? Math.min(24 * 60, to + this.more) : to)];
        const last = this.to.length - 1;
        this.before.push(last < 0 ? 0 : (this.before[last] ?? 0) + ((this.to[last] ?? 0) - (this.from[last] ?? 0)) / minuteMs);
        this.from.push(start);
        this.to.push(end);
      }
      this.day = daysAfter(this.day, 1);
      this.days += 1;
    }
  }
}
