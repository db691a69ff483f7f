import { agrees, type Condition } from '../card';
import { ofKind, standing, type EntryOf, type TapeEntry } from '../tape';

export type Reading = EntryOf<'reading'>;

/** Where on a sheet a reading belongs: a point, or a part with or without its pin. */
export const readingKey = (name: string, pin?: string): string => (pin ? `${name} ${pin.toUpperCase()}` : name);

/**
 * The latest standing reading of every point and pin that was taken under a condition which agrees with the one chosen,
 * by `readingKey`.
 */
export function latestReadings(tape: readonly TapeEntry[], condition: Condition): ReadonlyMap<string, Reading> {
  const latest = new Map<string, Reading>();
  for (const reading of ofKind(standing(tape), 'reading')) {
    const { subject } = reading;
    if (!agrees(reading.condition, condition)) continue;
    if (subject.what === 'point') latest.set(readingKey(subject.point), reading);
    if (subject.what === 'part' && !subject.measure) latest.set(readingKey(subject.designator, subject.pin), reading);
  }
  return latest;
}
