import { conditionText, type LaidCard } from '../card';
import { ofKind, type EntryOf, type TapeEntry } from '../tape';
import type { Symptom } from './records';

export interface Retest {
  readonly kind: 'function' | 'reading';
  /** The function's id, or the point's or limit's. */
  readonly id: string;
  readonly name: string;
  /** What failed on the bench; undefined for what only the owner complained of. */
  readonly was?: EntryOf<'function'> | EntryOf<'reading'>;
  /** Undefined until it has been tried again after the last part was fitted. */
  readonly now?: 'passes' | 'fails';
}

const keys = new WeakMap<EntryOf<'reading'>, string>();
/** What a reading was of and under which condition; worked out once, for an entry never changes. */
function readingKey(r: EntryOf<'reading'>): string {
  const key =
    keys.get(r) ?? JSON.stringify([r.subject, r.condition.keyed ?? false, r.condition.mode, r.condition.channel, r.condition.band]);
  keys.set(r, key);
  return key;
}
const isBad = (r: EntryOf<'reading'>): boolean => r.verdict === 'low' || r.verdict === 'high' || r.verdict === 'dead';

/**
 * What failed before the last part was fitted and so must be tried again: functions that did not work and readings
 * that were out, and what the owner complained of, tried here or not. Empty until a part has been fitted.
 */
export function retests(card: LaidCard | undefined, stood: readonly TapeEntry[], symptoms: readonly Symptom[] = []): Retest[] {
  const fits = ofKind(stood, 'fit');
  const lastFit = fits.at(-1)?.seq;
  if (!card || lastFit === undefined) return [];
  const list: Retest[] = [];
  const lastBefore = <T extends TapeEntry>(entries: readonly T[], key: (entry: T) => string): T[] => {
    const latest = new Map<string, T>();
    for (const entry of entries) if (entry.seq < lastFit) latest.set(key(entry), entry);
    return [...latest.values()];
  };
  const functions = ofKind(stood, 'function');
  for (const was of lastBefore(functions, (f) => f.functionId)) {
    if (was.result === 'works' || was.result === 'not-tried') continue;
    const again = functions.filter((f) => f.seq > lastFit && f.functionId === was.functionId && f.result !== 'not-tried').at(-1);
    const name = card.functions.find((f) => f.id === was.functionId)?.name ?? was.functionId;
    list.push({
      kind: 'function',
      id: was.functionId,
      name,
      was,
      ...(again ? { now: again.result === 'works' ? 'passes' : 'fails' } : {}),
    });
  }
  for (const id of new Set(symptoms.map((symptom) => symptom.functionId))) {
    const fn = card.functions.find((f) => f.id === id);
    if (!fn || functions.some((f) => f.seq < lastFit && f.functionId === id && f.result !== 'not-tried')) continue;
    const again = functions.filter((f) => f.functionId === id && f.result !== 'not-tried').at(-1);
    list.push({ kind: 'function', id: fn.id, name: fn.name, ...(again ? { now: again.result === 'works' ? 'passes' : 'fails' } : {}) });
  }
  const readings = ofKind(stood, 'reading').filter((r) => r.subject.what === 'point' || r.subject.what === 'limit');
  const since = new Map(readings.flatMap((r) => (r.seq > lastFit ? [[readingKey(r), r] as const] : [])));
  for (const was of lastBefore(readings, readingKey)) {
    if (!isBad(was)) continue;
    const again = since.get(readingKey(was));
    const { subject } = was;
    const id = subject.what === 'point' ? subject.point : subject.what === 'limit' ? subject.limit : '';
    const title =
      subject.what === 'point'
        ? `${id} ${card.testPoints.find((p) => p.id === id)?.name ?? ''}`
        : (card.limits.find((l) => l.id === id)?.name ?? id);
    const under = conditionText(was.condition);
    list.push({
      kind: 'reading',
      id,
      name: under ? `${title}, ${under}` : title,
      was,
      ...(again ? { now: again.verdict === 'in' ? 'passes' : 'fails' } : {}),
    });
  }
  return list;
}
