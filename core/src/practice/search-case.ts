import type { TraceModel } from '../trace';
import type { HiddenCase } from './hidden-case';
import { setOf } from './killing-set';
import type { SearchCase } from './search';

/** A case for one who searches by rule. */
export function searchCase(one: HiddenCase, model: TraceModel): SearchCase {
  const { functionId, outcome } = one.complaint;
  const nothing = one.way === 'outside' || one.way === 'healthy';
  return {
    model,
    way: one.way,
    truth: new Set(one.faults.map(({ section }) => section)),
    ...(nothing ? { settles: 'outside' as const } : one.way === 'turned' ? { settles: 'misaligned' as const } : {}),
    seed: one.seed,
    complaint: { id: 'complaint', kind: 'function', functionId, outcome, reported: true },
    set: (noise, seconds) => setOf(one, { noise, ...(seconds ? { seconds } : {}) }),
  };
}
