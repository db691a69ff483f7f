import * as z from 'zod';
import {
  conditionSchema,
  conditionText,
  limitName,
  partOf,
  pointName,
  usualTest,
  whatItTests,
  type Condition,
  type LaidCard,
} from '../../card';
import { conditionWords, unitOfPart } from '../../line';
import { quantityText, units, writtenQuantity } from '../../quantity';
import type { EvidenceBody } from '../../trace/evidence';
import { readingVerdicts, type FunctionOutcome, type ReadingOutcome } from '../../words';
import { defineKind, type EntryBody } from '../entry-kind';

const partMeasures = ['esr', 'hfe', 'vf'] as const;
export type PartMeasure = (typeof partMeasures)[number];
export const measureNames: Readonly<Record<PartMeasure, string>> = { esr: 'ESR', hfe: 'hFE', vf: 'forward voltage' };

/** What a reading was taken of. */
export const readingSubjectSchema = z.discriminatedUnion('what', [
  z.object({ what: z.literal('point'), point: z.string() }),
  z.object({
    what: z.literal('part'),
    designator: z.string(),
    pin: z.string().optional(),
    /** What was measured of the part, where that is not its value. */
    measure: z.enum(partMeasures).optional(),
  }),
  z.object({ what: z.literal('limit'), limit: z.string() }),
  z.object({ what: z.literal('channel'), channel: z.number().int() }),
]);
export type ReadingSubject = z.infer<typeof readingSubjectSchema>;

/** `TP7`, `power-fm`, `ch 19`, `Q3 C`: what a reading was of, as it is named without a card. */
export function subjectText(subject: ReadingSubject): string {
  switch (subject.what) {
    case 'point':
      return subject.point;
    case 'limit':
      return subject.limit;
    case 'channel':
      return `ch ${subject.channel}`;
    case 'part':
      return [subject.designator, subject.pin ?? (subject.measure && measureNames[subject.measure])].filter(Boolean).join(' ');
  }
}

/** What a reading shows, for people: `6.62 V`, `over 10 MΩ`, or `dead`. */
export const readingText = (r: {
  readonly value: number | null;
  readonly unit: (typeof units)[number];
  readonly step: number;
  readonly over?: true | undefined;
}): string => (r.value === null ? 'dead' : `${r.over ? 'over ' : ''}${quantityText(r.value, r.unit, { step: r.step })}`);

/** A figure as one types it, with all the digits that were read and no more: `6.62 V`, `>10 MΩ`, or `dead`. */
export const figureWords = (
  { value, step, over }: { readonly value: number | null; readonly step: number; readonly over?: true | undefined },
  unit: (typeof units)[number],
): string => (value === null ? 'dead' : `${over ? '>' : ''}${writtenQuantity(value, unit, step)}`);

/** The condition of a reading without what its subject says already. */
const underOf = (entry: { readonly subject: ReadingSubject; readonly condition: Condition }): Condition =>
  entry.subject.what === 'channel' ? { ...entry.condition, channel: undefined } : entry.condition;

const fields = {
  subject: readingSubjectSchema.meta({ title: 'What it was taken of' }),
  value: z.number().nullable().meta({ title: 'In the unit; null where it was measured and nothing was there' }),
  unit: z.enum(units).meta({ title: 'SI base unit, or a level in dB' }),
  step: z.number().min(0).meta({ title: 'Worth of its last digit' }),
  over: z.literal(true).optional().meta({ title: 'Whether it was more than the meter shows: the value is the most that it does' }),
  typed: z.string().optional().meta({ title: 'As it was typed, where that was in another unit' }),
  condition: conditionSchema.meta({ title: 'State of the set' }),
  uncertainty: z.number().min(0).meta({ title: '±, in the unit' }),
  instrument: z.string().optional().meta({ title: 'Instrument by which it was judged' }),
  named: z.literal(true).optional().meta({ title: 'Whether the instrument was named by who read it' }),
  verdict: z.enum(readingVerdicts).meta({ title: 'As judged when it was made, with the limits of that day' }),
  low: z.number().optional().meta({ title: 'Lower limit of that day' }),
  high: z.number().optional().meta({ title: 'Upper limit of that day' }),
  typical: z.literal(true).optional().meta({ title: 'Whether the limits are but typical of the kind of set' }),
  wouldTell: z.string().optional().meta({ title: 'Where the instrument could not tell: what would have' }),
};
type Body = EntryBody<'reading', typeof fields>;

/** How a line begins that is read as a reading of this; undefined where none is. */
function typedName(
  { subject, ...r }: Pick<Body, 'subject' | 'condition' | 'value' | 'unit'>,
  card: LaidCard | undefined,
): string | undefined {
  switch (subject.what) {
    case 'point':
      return subject.point.toLowerCase();
    case 'limit':
      return card?.limits.find(({ id }) => id === subject.limit)?.word ?? usualTest(subject.limit)?.word;
    case 'channel':
      return r.condition.channel === subject.channel ? `ch${subject.channel}` : undefined;
    case 'part': {
      const name = subject.designator.toLowerCase();
      if (subject.pin ?? subject.measure) return `${name} ${subject.pin ?? subject.measure}`;
      // Nothing has no unit of its own.
      return r.value !== null || unitOfPart(subject.designator) === r.unit ? name : undefined;
    }
  }
}

/** Of so small a share of what it should be there is nothing, and not little. */
const nothing = 0.01;

/** What a test says of the function that it measures: that it works, or how it fails. */
function ofTest(entry: Body, id: string, verdict: ReadingOutcome, card: LaidCard): EvidenceBody | undefined {
  const limit = card.limits.find((each) => each.id === id);
  const tests = limit && whatItTests(card, limit);
  if (!tests) return undefined;
  const by = [limit.name, readingText(entry)].join(' ');
  const said = (outcome: FunctionOutcome): EvidenceBody => ({ kind: 'function', functionId: tests.functionId, outcome, by });
  if (tests.fails === 'frequency') return verdict === 'low' || verdict === 'high' ? said('wrong-frequency') : undefined;
  if (verdict === 'in') return said('works');
  const isGone = entry.value === null || (entry.unit === 'W' && entry.low !== undefined && entry.value < nothing * entry.low);
  if (verdict === 'dead' || isGone) return said('dead');
  return verdict === tests.fails ? said('weak') : undefined;
}

/** What the value of a part says: in the set others lie beside it, so that only what they cannot do to it is sure. */
function ofPart(
  entry: Body,
  { designator, pin, measure }: Extract<ReadingSubject, { what: 'part' }>,
  verdict: ReadingOutcome,
  card: LaidCard,
): EvidenceBody | undefined {
  const part = partOf(card, designator);
  if (!part || pin !== undefined || measure !== undefined || verdict === 'in') return undefined;
  const isSure = (/resistor/.test(part.kind) && verdict === 'high') || (/capacitor|electrolytic/.test(part.kind) && verdict === 'low');
  const text = `${designator} reads ${readingText(entry)}${part.value ? ` for ${part.value}` : ''}`;
  return {
    kind: 'finding',
    section: part.section,
    designator,
    severity: isSure ? 'plain' : 'slight',
    previousHands: false,
    measured: true,
    text,
  };
}

/** By which instrument it was read, where that was said. */
const byWords = ({ named, instrument }: Body): string => (named && instrument ? `by ${instrument}` : '');

export const reading = defineKind('reading', {
  title: 'Reading',
  about: 'A value measured at a point, a part, a test or a channel, judged when it was made.',
  fields,

  words: (entry, card) => {
    const { subject } = entry;
    const under = conditionText(underOf(entry));
    const tail = `${under ? `, ${under}` : ''}${entry.named && entry.instrument ? `, by ${entry.instrument}` : ''}${entry.typed ? ` (${entry.typed})` : ''}`;
    const shown = { figure: readingText(entry), verdict: entry.verdict };
    switch (subject.what) {
      case 'point':
        return { ...shown, ref: subject.point, what: `${pointName(card, subject.point)}${tail}` };
      case 'limit':
        return { ...shown, what: `${limitName(card, subject.limit)}${tail}` };
      case 'channel':
        return { ...shown, ref: `ch ${subject.channel}`, what: `frequency${tail}` };
      case 'part':
        return {
          ...shown,
          ref: subject.designator,
          what: `${subject.pin ? `pin ${subject.pin}` : subject.measure ? measureNames[subject.measure] : ''}${tail}`.replace(/^, /, ''),
        };
    }
  },
  evidence: (entry, card) => {
    const { verdict } = entry;
    if (verdict === 'cant-tell' || verdict === 'no-limit') return undefined;
    const { subject } = entry;
    switch (subject.what) {
      case 'point':
        return { kind: 'reading', point: subject.point, condition: entry.condition, outcome: verdict, text: readingText(entry) };
      case 'limit':
        return ofTest(entry, subject.limit, verdict, card);
      case 'part':
        return ofPart(entry, subject, verdict, card);
      // One channel says nothing of the others; what several tell is worked out where the whole tape is.
      case 'channel':
        return undefined;
    }
  },
  silent: ({ verdict, subject }, card) => {
    if (verdict === 'cant-tell') return 'not weighed: the instrument cannot tell';
    if (subject.what === 'channel') return 'not weighed by itself: several channels are, together';
    if (verdict === 'no-limit') return subject.what === 'part' ? '' : 'not weighed: the card has no figure for it';
    if (subject.what !== 'limit') return '';
    const limit = card.limits.find(({ id }) => id === subject.limit);
    const tests = limit && whatItTests(card, limit);
    if (!tests) return 'not weighed: no one function of the card is measured by it';
    return tests.fails === 'frequency'
      ? 'not weighed: a frequency that is right says nothing of strength'
      : 'not weighed: no fault that it shows';
  },
  paper: { counted: 'Tests: the last reading of each test before the first repair, and the last one after the last' },
  csv: (entry) => ({
    of: subjectText(entry.subject),
    condition: conditionText(entry.condition),
    value: entry.over ? `>${entry.value}` : (entry.value ?? 'dead'),
    unit: entry.unit,
    uncertainty: entry.uncertainty,
    low: entry.low ?? '',
    high: entry.high ?? '',
    verdict: entry.verdict,
  }),
  line: {
    write: (entry, card) => {
      const name = typedName(entry, card);
      return name === undefined
        ? undefined
        : [name, conditionWords(underOf(entry)), entry.typed ?? figureWords(entry, entry.unit), byWords(entry)].filter(Boolean).join(' ');
    },
  },
  examples: [
    {
      kind: 'reading',
      subject: { what: 'point', point: 'TP7' },
      value: 6.62,
      unit: 'V',
      step: 0.01,
      condition: { keyed: false, mode: 'AM', channel: 19 },
      uncertainty: 0.0331,
      instrument: 'meter',
      verdict: 'high',
      low: 2.8,
      high: 3.4,
    },
  ],
});
