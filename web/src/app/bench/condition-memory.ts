import { conditionSchema, type Condition } from '@amber-relay/core/card';

/** So many jobs are remembered: those on the bench, not all that ever were. */
const most = 40;
const key = 'amber-relay-conditions';

function all(): Readonly<Record<string, unknown>> {
  try {
    const read: unknown = JSON.parse(localStorage.getItem(key) ?? '{}');
    return typeof read === 'object' && read !== null ? (read as Record<string, unknown>) : {};
  } catch {
    return {};
  }
}

/** The state in which a set stands on the bench, as it was left: it outlives the screen, so that a keyed reading is not filed as received. */
export function rememberedCondition(jobId: string): Condition | undefined {
  const kept = all();
  const read = Object.hasOwn(kept, jobId) ? conditionSchema.safeParse(kept[jobId]) : undefined;
  return read?.success ? read.data : undefined;
}

export function rememberCondition(jobId: string, condition: Condition): void {
  const others = Object.entries(all()).filter(([id]) => id !== jobId);
  try {
    localStorage.setItem(key, JSON.stringify(Object.fromEntries([...others.slice(1 - most), [jobId, condition]])));
  } catch {
    // Without room for it, it holds as long as the screen does.
  }
}
