import * as z from 'zod';
import { conditionSchema, conditionText, pointName, pointOf, sectionName, type LaidCard } from '../../card';
import { quantityText, units } from '../../quantity';
import { watchActs, watchActNames } from '../../words';
import { defineKind, type EntryBody } from '../entry-kind';
import { spanText } from './soak';

const markSchema = z.object({
  what: z.enum(watchActs),
  /** Section at which it was done. */
  at: z.string().optional(),
  done: z.number().int().min(1),
  changed: z.number().int().min(0),
  /** So many would have changed by chance. */
  byChance: z.number().min(0),
});
const fields = {
  point: z.string().meta({ title: 'Test point that was watched' }),
  unit: z.enum(units).meta({ title: 'SI base unit of the figures' }),
  step: z.number().min(0).meta({ title: 'Worth of the last digit' }),
  condition: conditionSchema.meta({ title: 'State of the set' }),
  seconds: z.number().min(0).meta({ title: 'How long it was watched' }),
  readings: z.number().int().min(1).meta({ title: 'How many readings that were' }),
  least: z.number().nullable().meta({ title: 'The least; null where nothing was there' }),
  most: z.number().nullable().meta({ title: 'The most' }),
  dropouts: z.number().int().min(0).meta({ title: 'How often it went outside its limits, or away' }),
  driftPerMinute: z.number().optional().meta({ title: 'Drift a minute, where it is one' }),
  marks: z.array(markSchema).max(20).meta({ title: 'What was done to the set, and how often it changed at that' }),
  strip: z.array(z.number().nullable()).max(400).meta({ title: 'The strip in equal parts of its time; null where nothing was there' }),
};
type Body = EntryBody<'watch', typeof fields>;
type Mark = Body['marks'][number];

/** More than chance: at least half of them changed, and three times as many as would have by chance. */
const isAnswered = ({ done, changed, byChance }: Mark): boolean => changed * 2 >= done && changed >= 2 && changed >= 3 * byChance;

const markText = ({ what, at, done, changed, byChance }: Mark, name: (section: string) => string): string =>
  `changed at ${changed} of ${done} ${watchActNames[what]}${at === undefined ? '' : ` of ${name(at)}`}, by chance ${byChance.toFixed(1)}`;

const watchedText = (entry: Body, name: (section: string) => string): string => {
  const { unit, step, least, most, dropouts, driftPerMinute, marks, readings } = entry;
  const shown = (value: number | null): string => (value === null ? 'dead' : quantityText(value, unit, { step }));
  return [
    least === most ? shown(least) : `${shown(least)} to ${shown(most)}`,
    // One reading is neither steady nor a dropout.
    readings > 1 && (dropouts ? `${dropouts} ${dropouts === 1 ? 'dropout' : 'dropouts'}` : 'steady'),
    driftPerMinute === undefined ? '' : `drifts ${quantityText(driftPerMinute, unit, { digits: 2, signed: true })} a minute`,
    ...marks.map((mark) => markText(mark, name)),
  ]
    .filter(Boolean)
    .join(', ');
};
const lasted = ({ seconds, readings }: Body): string => (readings === 1 ? 'read once' : `watched for ${spanOf(seconds)}`);
const spanOf = (seconds: number): string => (seconds < 60 ? `${Math.round(seconds)} s` : spanText(Math.round(seconds / 60)));

/** How long a point was watched, and what that told. */
export const watchText = (entry: Body, card: LaidCard | undefined): { readonly title: string; readonly says: string } => {
  const under = conditionText(entry.condition);
  return {
    title: `${entry.point} ${pointName(card, entry.point)}`.trim() + ` ${lasted(entry)}${under ? `, ${under}` : ''}`,
    says: watchedText(entry, (id) => sectionName(card, id)),
  };
};

export const watch = defineKind('watch', {
  title: 'Watch',
  about: 'One point read again and again for a while: how far it went, how often it dropped out, and whether it changed at what was done.',
  fields,
  words: (entry, card) => {
    const under = conditionText(entry.condition);
    return {
      ref: entry.point,
      what: `${pointName(card, entry.point)} ${lasted(entry)}${under ? `, ${under}` : ''}: ${watchedText(entry, (id) => sectionName(card, id))}`.trim(),
    };
  },
  evidence: (entry, card) => {
    const told = entry.marks.filter(
      ({ at, what, done }) => at !== undefined && done >= 2 && (what === 'tap' || what === 'heat' || what === 'cool'),
    );
    // The clearest: one that answered, else one that was tried most often and did not.
    const mark = told.find(isAnswered) ?? [...told].sort((a, b) => b.done - a.done).find(({ changed }) => changed === 0);
    return mark?.at === undefined || !pointOf(card, entry.point)
      ? undefined
      : { kind: 'manipulation', section: mark.at, changed: isAnswered(mark), text: markText(mark, (id) => sectionName(card, id)) };
  },
  paper: { counted: 'Watched: what each strip told, with its picture' },
  line: { none: 'a watch is kept from its strip, in Test' },
  examples: [
    {
      kind: 'watch',
      point: 'TP7',
      unit: 'V',
      step: 0.01,
      condition: { keyed: false },
      seconds: 140,
      readings: 900,
      least: 3.1,
      most: 6.9,
      dropouts: 6,
      marks: [{ what: 'tap', at: 'vco', done: 7, changed: 6, byChance: 0.3 }],
      strip: [3.1, 6.9, 3.1, null, 3.1],
    },
    {
      kind: 'watch',
      point: 'TP7',
      unit: 'V',
      step: 0.01,
      condition: {},
      seconds: 30,
      readings: 100,
      least: 3.1,
      most: 3.1,
      dropouts: 0,
      driftPerMinute: -0.02,
      marks: [],
      strip: [3.1, 3.1],
    },
  ],
});
