import { pointOf, type Card, type Condition } from '@amber-relay/core/card';
import { breakOfNet, type CardNet, type CardNets, type NetBreak } from '@amber-relay/core/nets';
import { readingKey, type PlaceIndex, type Reading } from '@amber-relay/core/sheets';
import { readingText } from '@amber-relay/core/tape';
import type { ReadingVerdict } from '@amber-relay/core/words';
import { expectedAt } from './sheet-marks';

/** A place of a net at which one can measure. */
export interface NetPlace {
  readonly name: string;
  /** Empty for a test point. */
  readonly pin: string;
  readonly sheetId: string;
  readonly at: readonly [number, number];
  readonly key: string;
  readonly text: string;
  readonly verdict: ReadingVerdict | null;
  readonly should: string;
}

export interface NetFacts {
  readonly net: CardNet;
  readonly places: readonly NetPlace[];
  /** Sheets on which it lies. */
  readonly sheets: number;
  readonly broken: NetBreak | undefined;
  readonly says: string;
}

/** Volts read at a pin, or at a point; undefined where nothing was read in volts. */
export function voltsAt(readings: ReadonlyMap<string, Reading>, name: string, pin: string): number | undefined {
  const reading = readings.get(readingKey(name, pin)) ?? (/^TP\d/.test(name) ? readings.get(readingKey(name)) : undefined);
  return reading?.unit === 'V' && reading.value !== null
    ? reading.value
    : reading?.verdict === 'dead' && reading.unit === 'V'
      ? 0
      : undefined;
}

/** What is known of a net: where it can be measured, what should be there, what was read, and where it must be broken. */
export function netFacts(
  nets: CardNets,
  net: CardNet,
  { card, condition, readings, index }: { card: Card; condition: Condition; readings: ReadonlyMap<string, Reading>; index: PlaceIndex },
): NetFacts {
  const seen = new Set<string>();
  const places = net.pins.flatMap(({ name, pin, at, sheetId }): NetPlace[] => {
    const point = pointOf(card, name);
    const key = point ? readingKey(point.id) : readingKey(name, pin);
    if (seen.has(key)) return [];
    seen.add(key);
    const reading = readings.get(key);
    const printed = point ? expectedAt(card, point.id, condition) : '';
    const beside = index.spots(name).flatMap(({ place }) => place.volts ?? [])[0];
    return [
      {
        name: point?.id ?? name,
        pin: point ? '' : pin,
        sheetId,
        at,
        key,
        text: reading ? readingText(reading) : '',
        verdict: reading?.verdict ?? null,
        should: printed || (point === undefined && beside !== undefined && /^(?:TP|Q|IC|U)/.test(name) ? `printed ${beside} V` : ''),
      },
    ];
  });
  // Where something was read or should be stands first, then points, then the rest as drawn.
  const rank = (p: NetPlace): number => (p.text ? 0 : pointOf(card, p.name) ? 1 : 2);
  places.sort((a, b) => rank(a) - rank(b));
  const sheets = new Set(net.lies.map(({ sheetId }) => sheetId)).size;
  const broken = breakOfNet(net, (name, pin) => voltsAt(readings, name, pin));
  const parts = new Set(net.pins.map(({ name }) => name)).size;
  const says = `${parts} ${parts === 1 ? 'part' : 'parts'} on ${sheets} ${sheets === 1 ? 'sheet' : 'sheets'}`;
  return { net, places, sheets, broken, says };
}

/** `R12 1 8.02 V, Q7 C 0.1 V: the line is broken between them.` */
export function breakSays({ good, bad }: NetBreak): string {
  const at = (p: NetBreak['good']): string => `${[p.name, /^TP\d/.test(p.name) ? '' : p.pin].filter(Boolean).join(' ')} ${p.volts} V`;
  return `${at(good)} and ${at(bad)} on one line: it is broken between them, or one reading is not of it.`;
}
