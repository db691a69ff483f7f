import type { LaidCard } from '../card/lay-card';
import type { TestLimit } from '../card/card-schema';
import { ofKind, type EntryOf, type TapeEntry } from '../tape';

export interface ComparisonRow {
  readonly limit: TestLimit;
  /** Last reading made before the first part was fitted. */
  readonly before?: EntryOf<'reading'>;
  /** Last reading made after the last part was fitted. */
  readonly after?: EntryOf<'reading'>;
}

/** The tests of the card against their readings before and after the repair; `stood` is the tape without what was struck. */
export function comparison(card: LaidCard, stood: readonly TapeEntry[]): ComparisonRow[] {
  const fits = ofKind(stood, 'fit');
  const firstFit = fits[0]?.seq ?? Infinity;
  const lastFit = fits.at(-1)?.seq ?? Infinity;
  const readings = ofKind(stood, 'reading');
  return card.limits.map((limit) => {
    const own = readings.filter((r) => r.subject.what === 'limit' && r.subject.limit === limit.id);
    const before = own.filter((r) => r.seq < firstFit).at(-1);
    const after = own.filter((r) => r.seq > lastFit).at(-1);
    return { limit, ...(before ? { before } : {}), ...(after ? { after } : {}) };
  });
}
