import { channelHz, conditionText, type LaidCard } from '../card';
import { dayOf } from '../line';
import { compareReadings, ownStep, type Double, type Instrument, type ReadBy } from '../measure';
import { ofKind, subjectText, type EntryOf, type TapeEntry } from '../tape';

type Reading = EntryOf<'reading'>;

/** One thing that was read by two instruments, with nothing done to the set in between. */
export interface DoubleReading extends Double {
  /** `TP5, ch 1`. */
  readonly of: string;
  readonly pair: readonly [ReadBy, ReadBy];
}

/** What may have changed what stands there. */
const changes = ({ kind }: TapeEntry): boolean =>
  kind === 'fit' || kind === 'remedy' || kind === 'modification' || kind === 'adjustment' || kind === 'lift' || kind === 'unload';

const sameThing = (a: Reading, b: Reading): boolean =>
  a.unit === b.unit &&
  JSON.stringify(a.subject) === JSON.stringify(b.subject) &&
  conditionText(a.condition) === conditionText(b.condition) &&
  (a.condition.keyed ?? false) === (b.condition.keyed ?? false);

/** Where a reading is how far a frequency lies from that of a channel: that. */
function nominalOf(card: LaidCard | undefined, { subject, condition }: Reading): number | undefined {
  const limit = subject.what === 'limit' ? card?.limits.find(({ id }) => id === subject.limit) : undefined;
  return card && limit?.from === 'channel' ? channelHz(card, condition.channel) : undefined;
}

/** What the last digits of the instrument itself leave open to each side, however many were written down. */
function lastDigits({ value, unit, condition }: Reading, instrument: Instrument): number {
  const { counts = 1 } = instrument.byUnit?.[unit] ?? instrument;
  return counts * (ownStep({ value: value ?? 0, unit, scale: unit === 'W' ? condition.elementW : undefined }, instrument) ?? 0);
}

/**
 * What was read twice by instruments that were named, with nothing turned or renewed in between, in the order of the tape: each pair held
 * against each other.
 * @param stood the tape without what was struck
 */
export function doubleReadings(
  card: LaidCard | undefined,
  stood: readonly TapeEntry[],
  instruments: readonly Instrument[],
): readonly DoubleReading[] {
  const known = new Map(instruments.map((each) => [each.id, each]));
  const found: DoubleReading[] = [];
  let since: Reading[] = [];
  const readBy = (reading: Reading): ReadBy | undefined => {
    const instrument = known.get(reading.instrument ?? '');
    return instrument && reading.value !== null && !reading.over
      ? {
          instrument,
          value: reading.value,
          uncertainty: reading.uncertainty,
          step: Math.max(reading.step, 2 * lastDigits(reading, instrument)),
          unit: reading.unit,
          nominalHz: nominalOf(card, reading),
        }
      : undefined;
  };
  for (const entry of stood) {
    if (changes(entry)) since = [];
    const [reading] = ofKind([entry], 'reading');
    const now = reading?.named ? readBy(reading) : undefined;
    if (!reading || !now) continue;
    const other = since.findLast((before) => sameThing(before, reading) && before.instrument !== reading.instrument);
    const before = other && readBy(other);
    if (before) {
      const under = conditionText(reading.condition);
      found.push({
        ...compareReadings(before, now, dayOf(new Date(reading.at))),
        of: [subjectText(reading.subject), under].filter(Boolean).join(', '),
        pair: [before, now],
      });
    }
    since.push(reading);
  }
  return found;
}
