import * as z from 'zod';
import { conditionSchema, conditionText, limitName, pointName, pointOf, sectionName, type LaidCard } from '../../card';
import { quantityText, units } from '../../quantity';
import { watchActs, watchActsText } from '../../words';
import { defineKind, type EntryBody } from '../entry-kind';
import { readingSubjectSchema, subjectText } from './reading';
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
/** What may be watched: all that can be read, what a sum makes of it, and the sound of the set. */
const watchedSchema = z.discriminatedUnion('what', [
  ...readingSubjectSchema.options,
  z.object({ what: z.literal('sum'), sum: z.string(), title: z.string() }),
  z.object({ what: z.literal('sound'), of: z.enum(['sinad', 'level']) }),
]);
/** What was watched. */
export type Watched = z.infer<typeof watchedSchema>;

const fields = {
  point: z.string().optional().meta({ title: 'Test point that was watched' }),
  of: watchedSchema.optional().meta({ title: 'What was watched, where that is no test point' }),
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

const soundNames = { sinad: 'SINAD of the sound', level: 'Loudness of the sound' } as const;

/** What a watch is of, by name: `TP7 tuning voltage`, `Power, FM`, `Squelch: hysteresis`. */
export function watchedName(of: Watched, card: LaidCard | undefined): string {
  switch (of.what) {
    case 'point':
      return `${of.point} ${pointName(card, of.point)}`.trim();
    case 'limit':
      return limitName(card, of.limit);
    case 'channel':
      return `${subjectText(of)} frequency`;
    case 'part':
      return subjectText(of);
    case 'sum':
      return of.title;
    case 'sound':
      return soundNames[of.of];
  }
}
const ofWatch = ({ of, point = '' }: Body): Watched => of ?? { what: 'point', point };

/** More than chance: at least half of them changed, and three times as many as would have by chance. */
const isAnswered = ({ done, changed, byChance }: Mark): boolean => changed * 2 >= done && changed >= 2 && changed >= 3 * byChance;

const markText = ({ what, at, done, changed, byChance }: Mark, name: (section: string) => string): string =>
  `changed at ${changed} of ${watchActsText(what, done)}${at === undefined ? '' : ` of ${name(at)}`}, by chance ${byChance.toFixed(1)}`;

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

/** How long it was watched, and what that told. */
export const watchText = (entry: Body, card: LaidCard | undefined): { readonly title: string; readonly says: string } => {
  const under = conditionText(entry.condition);
  return {
    title: `${watchedName(ofWatch(entry), card)} ${lasted(entry)}${under ? `, ${under}` : ''}`,
    says: watchedText(entry, (id) => sectionName(card, id)),
  };
};

export const watch = defineKind('watch', {
  title: 'Watch',
  about:
    'One thing read again and again for a while, a point, a test, what a sum makes of them or the sound of the set: how far it went, how often it dropped out, and whether it changed at what was done.',
  fields,
  words: (entry, card) => {
    const under = conditionText(entry.condition);
    const what = `${lasted(entry)}${under ? `, ${under}` : ''}: ${watchedText(entry, (id) => sectionName(card, id))}`;
    const of = ofWatch(entry);
    return of.what === 'point'
      ? { ref: of.point, what: `${pointName(card, of.point)} ${what}`.trim() }
      : { what: `${watchedName(of, card)} ${what}` };
  },
  evidence: (entry, card) => {
    const told = entry.marks.filter(
      ({ at, what, done }) => at !== undefined && done >= 2 && (what === 'tap' || what === 'heat' || what === 'cool'),
    );
    // The clearest: one that answered, else one that was tried most often and did not.
    const mark = told.find(isAnswered) ?? [...told].sort((a, b) => b.done - a.done).find(({ changed }) => changed === 0);
    const of = ofWatch(entry);
    return mark?.at === undefined || of.what === 'sum' || (of.what === 'point' && !pointOf(card, of.point))
      ? undefined
      : { kind: 'manipulation', section: mark.at, changed: isAnswered(mark), text: markText(mark, (id) => sectionName(card, id)) };
  },
  silent: () => 'not weighed: nothing was done to a section meanwhile, twice or more',
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
    {
      kind: 'watch',
      of: { what: 'sound', of: 'sinad' },
      unit: 'dB',
      step: 0.1,
      condition: { keyed: false },
      seconds: 60,
      readings: 400,
      least: 6,
      most: 18,
      dropouts: 0,
      marks: [],
      strip: [18, 6, 18],
    },
    {
      kind: 'watch',
      of: { what: 'sum', sum: 'squelch', title: 'Squelch: hysteresis' },
      unit: 'dB',
      step: 0.1,
      condition: {},
      seconds: 60,
      readings: 3,
      least: 2,
      most: 4,
      dropouts: 0,
      marks: [],
      strip: [2, 4, 3],
    },
  ],
});
