import { conditionText, type Condition } from '../card';
import type { EntryContext } from '../line';
import { judgeReading, limitsText, type Instrument, type Limits, type ReadingJudged } from '../measure';
import type { Unit } from '../quantity';
import { readingText, type ReadingSubject, type TapeBody } from '../tape';
import type { ReadingVerdict } from '../words';
import { byWhat } from './by-instrument';
import { belowThermalFloor, doubtOf } from './plausible';
import { levelOhm, type Taken } from './take-value';

/** A line understood: either an entry for the tape, or a new sticky condition. */
export type Understood =
  | {
      readonly entry: TapeBody;
      /** What is kept together with it, where a line names several parts. */
      readonly more?: readonly TapeBody[];
      readonly title: string;
      readonly figure?: string;
      readonly effect: string;
      /** What is asked before it is kept: it is hardly so. Given once more, it is kept. */
      readonly doubt?: string;
      readonly condition: Condition;
    }
  | {
      readonly entry: null;
      readonly title: string;
      readonly effect: string;
      readonly condition: Condition;
      /** The instrument that is in hand from now on; null takes it out of hand. */
      readonly inHand?: Instrument | null;
    };

/** A reading understood: judged against its limits, and asked about where it is hardly so. */
export function reading(
  context: EntryContext,
  subject: ReadingSubject,
  title: string,
  { quantity, unit, typed, over }: Taken,
  condition: Condition,
  { low, high, typical }: Limits & { readonly typical?: true | undefined } = {},
  test: { readonly word?: string; readonly nominalHz?: number | undefined; readonly says?: string; readonly cannot?: string } = {},
): Understood {
  const { says, cannot, ...named } = test;
  const scale = unit === 'W' ? condition.elementW : undefined;
  const value = quantity?.value ?? null;
  const by = byWhat(context, { unit, ...named });
  const step = quantity?.step ?? 0;
  const made =
    value === null
      ? undefined
      : over
        ? judgeOver(value, { low, high })
        : judgeReading({ value, unit, step, scale, ...named }, { low, high }, context.instruments, context.now, by);
  const { instrument, uncertainty = 0 } = made ?? {};
  const leaks = value !== null && isSensitivity(named.word) ? belowThermalFloor(value, unit, condition.mode) : undefined;
  const judged: ReadingVerdict = leaks || (cannot && made?.verdict) ? 'cant-tell' : made ? (made.verdict ?? 'no-limit') : 'dead';
  const wouldTell = leaks ?? (made?.verdict ? cannot : undefined) ?? made?.wouldTell;
  const doubt = leaks ?? (value === null ? undefined : doubtOf({ subject, value, unit, condition }, { low, high }, context.card));
  const entry: TapeBody = {
    kind: 'reading',
    subject,
    value,
    unit,
    step,
    ...(over ? { over } : {}),
    ...(typed ? { typed } : {}),
    condition,
    uncertainty,
    verdict: judged,
    ...(instrument ? { instrument: instrument.id } : by ? { instrument: by.id } : {}),
    ...(by ? { named: true } : {}),
    ...(low === undefined ? {} : { low }),
    ...(high === undefined ? {} : { high }),
    ...(typical && made?.verdict ? { typical } : {}),
    ...(wouldTell ? { wouldTell } : {}),
  };
  const should =
    says ??
    (low === undefined && high === undefined
      ? 'No limit on the card for this condition.'
      : typical
        ? `Typical of its kind: ${limitsText(low, high, unit)}.`
        : `Should be ${limitsText(low, high, unit)}.`);
  const unsure = over
    ? ` ${wouldTell ?? ''}`.trimEnd()
    : wouldTell && !leaks && wouldTell !== cannot && value !== null
      ? ` ${instrument?.name ?? 'This reading'} spans ${limitsText(value - uncertainty, value + uncertainty, unit)}: it can't tell. ${wouldTell}`
      : '';
  const under = conditionText(condition);
  return {
    entry,
    title: under ? `${title}, ${under}` : title,
    figure: readingText(entry),
    effect: `${typed ? `${typed}${isAcross(unit) ? `, across ${levelOhm} Ω` : ''}. ` : ''}${should}${unsure}${wouldTell === cannot && cannot ? ` ${cannot}` : ''}`,
    ...(doubt ? { doubt } : {}),
    condition,
  };
}

/** What is more than the meter shows is high where the meter shows more than the most; else it cannot be told. */
function judgeOver(value: number, { low, high }: Limits): ReadingJudged {
  if (low === undefined && high === undefined) return { uncertainty: 0 };
  if (high !== undefined && value > high) return { uncertainty: 0, verdict: 'high' };
  return { uncertainty: 0, verdict: 'cant-tell', wouldTell: 'A meter with a higher range would tell.' };
}

/** Whether a figure in this unit may have been turned by an impedance. */
const isAcross = (unit: Unit): boolean => unit === 'V' || unit === 'W' || unit === 'dBm';
/** Whether the word of a test asks for a sensitivity. */
const isSensitivity = (word: string | undefined): boolean => word?.startsWith('sens') ?? false;
