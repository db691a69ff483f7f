import { channelHz, hazardCautions, pointOf, type Condition, type LaidCard, type TestPoint } from '../card';
import { attempt } from '../errors/core-error';
import type { ReadingSubject } from '../tape';
import type { Unit } from '../quantity';
import { wordsOf, type EntryContext } from '../line';
import type { Instrument } from '../measure';
import { byWhat, namedAtEnd } from './by-instrument';
import { readLine } from './entry-line';

/** What a line would be a reading of, if it had a value. */
export interface ValueWanted {
  readonly subject: ReadingSubject;
  readonly title: string;
  readonly unit: Unit;
  /** To be read as an RMS figure of alternating volts. */
  readonly ac: boolean;
  readonly condition: Condition;
  /** The word of the test it is for. */
  readonly word?: string;
  /** The frequency in Hz from which the value is how far off. */
  readonly nominalHz?: number;
  /** Who is to read it, where that was said. */
  readonly by?: Instrument;
  /** Between what it should stand, in the unit; absent where the card does not say. */
  readonly low?: number;
  readonly high?: number;
  /** The most that may rightly stand there. */
  readonly most?: number;
  /** The usual caution; empty where nothing is known to hurt. */
  readonly caution: string;
}

/** Audio is read as alternating volts; what is read through an RF probe is direct again behind it. */
const readAsAc = (point: TestPoint): boolean =>
  point.ac ?? (point.unit === 'V' && point.sees === 'signal' && !/rf probe/i.test(point.setUp ?? ''));

const withoutPower = 'Set off, unplugged and its capacitors discharged: this is read without power.';

/** The point at which a step of alignment is read, where a line turns an adjuster and wants the figure after it: `peak l7`, `set c31 3.6V >`. */
function readAtStep(line: string, context: EntryContext): string | undefined {
  const { card } = context;
  const whole = attempt(() => readLine(line.replace(/\s*(?:->|→|>)\s*$/, ''), context));
  const entry = whole.ok ? whole.value.entry : null;
  if (!card || entry?.kind !== 'adjustment' || entry.how === 'seal' || entry.none || entry.before || entry.text !== undefined)
    return undefined;
  if (entry.after && !/(?:->|→|>)\s*$/.test(line.trim())) return undefined;
  const step = card.alignment.find(({ id, adjust }) => (entry.step === undefined ? adjust.includes(entry.adjuster) : id === entry.step));
  return step?.at === undefined ? undefined : pointOf(card, step.at)?.id;
}

/**
 * What a line still wants a value for; undefined where it has one, or is no reading. A line that turns an adjuster wants what is read at the
 * point of its step.
 */
export function valueWanted(line: string, context: EntryContext): ValueWanted | undefined {
  // `tp7 by bench meter` says who is to read it.
  const named = namedAtEnd(wordsOf(line), line, context, () => false);
  if (named) {
    const wanted = valueWanted(`${named.line} `, context);
    return wanted && { ...wanted, by: named.by };
  }
  const at = readAtStep(line, context);
  if (at !== undefined) return valueWanted(at.toLowerCase(), context);
  const whole = attempt(() => readLine(line, context));
  if (whole.ok && whole.value.entry) return undefined;
  // "Nothing there" is the value that any reading takes.
  const tried = attempt(() => readLine(`${line.trim()} dead`, context));
  const entry = tried.ok ? tried.value.entry : null;
  if (!tried.ok || entry?.kind !== 'reading' || entry.unit === '') return undefined;
  const { card } = context;
  const { subject, unit, condition, low, high } = entry;
  const point = card && subject.what === 'point' ? pointOf(card, subject.point) : undefined;
  const limit = card && subject.what === 'limit' ? card.limits.find(({ id }) => id === subject.limit) : undefined;
  // The frequency of a channel is that of its carrier.
  const hazard = point?.hazard ?? limit?.hazard ?? (subject.what === 'channel' ? 'rf' : 'none');
  const test = card && limit ? testOf(card, limit, condition) : {};
  const by = byWhat(context, { unit, ...test });
  const most = Math.max(...[low, high].flatMap((bound) => (bound === undefined ? [] : [Math.abs(bound)])));
  return {
    subject,
    title: tried.value.title,
    unit,
    ac: point !== undefined && readAsAc(point),
    condition,
    ...test,
    ...(low === undefined ? {} : { low }),
    ...(high === undefined ? {} : { high }),
    ...(Number.isFinite(most) ? { most } : {}),
    ...(by ? { by } : {}),
    caution: hazardCautions[hazard] || (unit === 'ohm' || unit === 'F' ? withoutPower : ''),
  };
}

function testOf(card: LaidCard, limit: LaidCard['limits'][number], condition: Condition): Pick<ValueWanted, 'word' | 'nominalHz'> {
  const nominalHz = limit.from === 'channel' ? channelHz(card, condition.channel) : undefined;
  return { word: limit.word, ...(nominalHz === undefined ? {} : { nominalHz }) };
}
