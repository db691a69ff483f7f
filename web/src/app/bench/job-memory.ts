import { conditionSchema, type Condition } from '@amber-relay/core/card';
import * as z from 'zod';

/** So many jobs are remembered: those on the bench, not all that ever were. */
const most = 40;

/** What is remembered of each job on the bench beside its tape: it outlives the screen, in this browser. */
class JobMemory<T> {
  constructor(
    private readonly key: string,
    private readonly schema: z.ZodType<T>,
  ) {}

  private all(): Readonly<Record<string, unknown>> {
    try {
      const read: unknown = JSON.parse(localStorage.getItem(this.key) ?? '{}');
      return typeof read === 'object' && read !== null ? (read as Record<string, unknown>) : {};
    } catch {
      return {};
    }
  }

  of(jobId: string): T | undefined {
    const kept = this.all();
    const read = Object.hasOwn(kept, jobId) ? this.schema.safeParse(kept[jobId]) : undefined;
    return read?.success ? read.data : undefined;
  }

  /** Remembers it, or forgets it where there is nothing. */
  keep(jobId: string, value: T | undefined): void {
    const others = Object.entries(this.all()).filter(([id]) => id !== jobId);
    const now = value === undefined ? others : [...others.slice(1 - most), [jobId, value]];
    try {
      localStorage.setItem(this.key, JSON.stringify(Object.fromEntries(now)));
    } catch {
      // Without room for it, it holds as long as the screen does.
    }
  }
}

/** The state in which a set stands on the bench, as it was left: so that a keyed reading is not filed as received. */
export const conditionMemory = new JobMemory<Condition>('amber-relay-conditions', conditionSchema);
/** The id of the instrument that is in hand at a job. */
export const inHandMemory = new JobMemory<string>('amber-relay-in-hand', z.string());

const standingSchema = z.object({
  card: z.string(),
  at: z.iso.datetime(),
  entries: z.number().int(),
  chances: z.record(z.string(), z.number().min(0).max(1)),
});
/** How the suspicion of a job stood when it was last on the bench: shown as of then, until it has been worked out again. */
export type Standing = z.infer<typeof standingSchema>;
export const standingMemory = new JobMemory<Standing>('amber-relay-stood', standingSchema);
