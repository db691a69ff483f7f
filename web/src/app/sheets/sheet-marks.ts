import { conditionText, expectationAt, pointOf, type Card, type Condition } from '@amber-relay/core/card';
import { findingNames } from '@amber-relay/core/words';
import { limitsText } from '@amber-relay/core/measure';
import { ofKind, readingText, type TapeEntry } from '@amber-relay/core/tape';
import { baseName, readingKey, type Place, type Reading } from '@amber-relay/core/sheets';
import type { SheetMark } from './sheet-view';

export interface MarkSource {
  readonly card: Card;
  readonly condition: Condition;
  readonly readings: ReadonlyMap<string, Reading>;
  /** The tape as it stands, for findings and pictures. */
  readonly tape: readonly TapeEntry[];
  /** The point that is to be probed next. */
  readonly next: string | undefined;
}

/** What should be at a point under a condition, in words. */
export function expectedAt(card: Card, name: string, condition: Condition): string {
  const point = pointOf(card, name);
  if (!point) return '';
  const expected = expectationAt(point, condition) ?? point.expect[0];
  if (!expected) return `${point.name}; what is right here is not known yet`;
  const under = conditionText(expected.condition);
  return `${point.name}: ${limitsText(expected.low, expected.high, point.unit)}${under ? ` (${under})` : ''}`;
}

/** What is laid over the places of a sheet: points with their latest reading, pins that were measured, findings. */
export function marksOn(places: readonly Place[], { card, condition, readings, tape, next }: MarkSource): SheetMark[] {
  const findings = ofKind(tape, 'finding').filter((f) => f.designator && f.finding !== 'clean');
  const pictured = new Set(ofKind(tape, 'picture').flatMap((p) => p.designator ?? []));
  return places.flatMap((place, i): SheetMark[] => {
    const id = `${place.name} ${i}`;
    const point = pointOf(card, place.name);
    if (point) {
      const reading = readings.get(readingKey(point.id));
      return [
        {
          id,
          name: point.id,
          place,
          kind: 'point',
          says: expectedAt(card, point.id, condition),
          measures: true,
          next: point.id === next,
          ...(reading ? { verdict: reading.verdict, ...(reading.value === null ? {} : { figure: readingText(reading) }) } : {}),
        },
      ];
    }
    const marks: SheetMark[] = [];
    const own = [...readings].filter(([key]) => baseName(key.split(' ')[0] ?? '') === place.name);
    const last = own.at(-1);
    if (last) {
      const [key, reading] = last;
      const pin = key.split(' ')[1];
      marks.push({
        id: `${id} reading`,
        name: place.name,
        place,
        kind: 'reading',
        verdict: reading.verdict,
        figure: `${pin ? `${pin} ` : ''}${readingText(reading)}`,
        says: own.map(([k, r]) => `${k} ${readingText(r)}`).join(', '),
        measures: true,
      });
    }
    const finding = findings.findLast((f) => baseName(f.designator ?? '') === place.name);
    if (finding) {
      const says = `${finding.text || findingNames[finding.finding]}, ${finding.severity}`;
      const photo = pictured.has(finding.designator ?? '');
      marks.push({
        id: `${id} finding`,
        name: place.name,
        place,
        kind: 'finding',
        figure: photo ? 'found, photo' : 'found',
        says,
        measures: false,
      });
    }
    return marks;
  });
}
