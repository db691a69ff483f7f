import * as z from 'zod';
import { conditionSchema, conditionText, usualTest, type Condition, type LaidCard } from '../../card';
import { attempt } from '../../errors';
import {
  conditionWord,
  conditionWords,
  isDesignator,
  takeDesignator,
  refuse,
  stepsIn,
  takeConditionsOfAny,
  type EntryContext,
  type LineRest,
  type Word,
} from '../../line';
import { parseQuantity, quantityText } from '../../quantity';
import { sweptNames, sweptOver, type SweptOver } from '../../words';
import { defineKind, type EntryBody } from '../entry-kind';

/** What is read at every step of a sweep. */
const sweptSchema = z.discriminatedUnion('what', [
  z.object({ what: z.literal('point'), point: z.string() }),
  z.object({ what: z.literal('test'), word: z.string() }),
  z.object({ what: z.literal('part'), designator: z.string(), pin: z.string().optional() }),
  z.object({ what: z.literal('frequency') }),
  /** One point after another, in an order that the steps say: down a chain. */
  z.object({ what: z.literal('points') }),
]);
export type Swept = z.infer<typeof sweptSchema>;

const fields = {
  of: sweptSchema.meta({ title: 'What is read at every step' }),
  over: z.enum(sweptOver).meta({ title: 'What is gone through' }),
  steps: z.array(z.string()).min(2).max(200).meta({ title: 'The steps in their order, as they are written in a condition' }),
  condition: conditionSchema.meta({ title: 'State of the set that stays' }),
};
type Body = EntryBody<'sweep', typeof fields>;

const example = 'sweep tp7 channels 1 10 19 30 40';
const words: Readonly<Record<string, SweptOver>> = {
  ch: 'channel',
  channel: 'channel',
  channels: 'channel',
  band: 'band',
  bands: 'band',
  mode: 'mode',
  modes: 'mode',
  level: 'level',
  levels: 'level',
  gen: 'level',
  generator: 'level',
  supply: 'supply',
  supplies: 'supply',
  closing: 'closing',
  closings: 'closing',
  times: 'closing',
  points: 'point',
  nodes: 'point',
};
const typedNames: Readonly<Record<SweptOver, string>> = {
  channel: 'channels',
  band: 'bands',
  mode: 'modes',
  level: 'levels',
  supply: 'supply',
  closing: 'closings',
  point: 'points',
};

/** What is swept, as one types it. */
export const sweptWord = (of: Swept): string => {
  switch (of.what) {
    case 'point':
      return of.point.toLowerCase();
    case 'test':
      return of.word;
    case 'part':
      return [of.designator, of.pin].filter(Boolean).join(' ').toLowerCase();
    case 'frequency':
      return 'frequency';
    case 'points':
      return '';
  }
};

/** What is read at each step: a point, a test, the frequency, a part with its pin, or one point after another. */
function takeSwept(rest: LineRest, context: EntryContext): Swept {
  const { card } = context;
  const first = rest.next;
  if (!first) return refuse(rest.at, 'What is to be read at each step?', `Write it like: ${example}`);
  // Down a chain there is no one thing: the points are the steps.
  if (rest.left.some((_, at) => overAt(rest.left, at) === 'point')) return { what: 'points' };
  const lower = first.text.toLowerCase();
  const point = card?.testPoints.find(({ id }) => id === first.text.toUpperCase());
  const test = card?.limits.find(({ word }) => word === lower);
  // A card that only begins, or is yet to come, takes in points as they are read.
  const met = (!card || card.begunFrom) && /^tp\d/.test(lower) ? first.text.toUpperCase() : undefined;
  const named = ((): Swept | undefined => {
    if (point ?? met) return { what: 'point', point: point?.id ?? met ?? '' };
    if (['frequency', 'freq', 'channels'].includes(lower) && (!test || test.from === 'channel')) return { what: 'frequency' };
    const usual = test ?? usualTest(lower);
    return usual && { what: 'test', word: usual.word };
  })();
  if (named) {
    rest.take();
    return named;
  }
  if (!isDesignator(first.text))
    return refuse(
      first.at,
      `"${first.text}" is no point, test or part.`,
      `Write it like: ${example}, sweep pwr bands, sweep k1 closings 8`,
    );
  const { designator } = takeDesignator(rest, context, example);
  const [next] = rest.left;
  const isPin = next && /^[a-z0-9+-]{1,4}$/i.test(next.text) && !overAt([next], 0) && !conditionWord(next.text, {}, card);
  const pin = isPin ? rest.take()?.text : undefined;
  return { what: 'part', designator, ...(pin ? { pin } : {}) };
}

const overAt = (left: readonly Word[], k: number): SweptOver | undefined => {
  const word = left[k]?.text.toLowerCase() ?? '';
  return Object.hasOwn(words, word) ? words[word] : undefined;
};

/** The condition that stays: what is gone through is no part of it. */
const without = (condition: Condition, over: SweptOver): Condition => {
  const key = ({ level: 'generator', supply: 'supplyV' } as Partial<Record<SweptOver, keyof Condition>>)[over] ?? (over as keyof Condition);
  return Object.fromEntries(Object.entries(condition).filter(([name, value]) => name !== key && value !== undefined));
};

/** Where nobody says through what it goes, the words at the end tell it: `sweep pwr 40m 20m`, `sweep tp5 -113dBm -93dBm`. */
function stepsMeant(left: readonly Word[], card: LaidCard | undefined): { readonly at: number; readonly over: SweptOver } | undefined {
  for (let at = 0; at < left.length - 1; at += 1)
    for (const [over, written] of writtenSteps) {
      const known = over === 'band' ? card?.bands : over === 'mode' ? card?.modes : undefined;
      const fits = ({ text }: Word): boolean =>
        known ? known.some((one) => one.replace(/\s/g, '').toLowerCase() === text.toLowerCase()) : written.test(text);
      if (left.slice(at).every(fits)) return { at, over };
    }
  return undefined;
}
const writtenSteps: readonly (readonly [SweptOver, RegExp])[] = [
  ['band', /^\d+(\.\d+)?(m|cm)$/i],
  ['mode', /^(am|n?fm|usb|lsb|ssb|cw|rtty)$/i],
  ['level', /^[-−]?\d+(\.\d+)?(dBm|[uµm]V)$/i],
  ['supply', /^\d+(\.\d+)?V$/i],
];

/** Whether a test is done in one way only, keyed or not: whatever the set stands on then does not matter. */
function keyedByItself(of: Swept, card: LaidCard | undefined): boolean {
  if (of.what !== 'test') return false;
  const known = (card?.limits ?? []).filter(({ word }) => word === of.word).map(({ condition }) => condition.keyed);
  return (known.length ? known : [usualTest(of.word)?.keyed]).every((keyed) => keyed !== undefined);
}

function takeSweep(rest: LineRest, context: EntryContext): Body {
  const of = takeSwept(rest, context);
  const { left } = rest;
  const named = left.findIndex((_, at) => overAt(left, at) !== undefined);
  const meant = named < 0 ? stepsMeant(left, context.card) : undefined;
  const k = meant?.at ?? named;
  const over = meant?.over ?? overAt(left, named);
  if (over === undefined)
    return refuse(rest.at, 'Through what is it to go?', `Say channels, bands, modes, levels, supply, points or closings, like: ${example}`);
  const { condition, said, rest: unread } = takeConditionsOfAny(left.slice(0, k), context);
  if (unread[0]) return refuse(unread[0].at, `"${unread[0].text}" is no state of the set.`, `Write it like: sweep pwr am keyed channels`);
  if (of.what === 'frequency' && over !== 'channel')
    return refuse(left[k]?.at ?? rest.at, 'Frequencies are swept over channels.', 'Write it like: sweep frequency channels 1-40');
  rest.skip(meant ? k : k + 1);
  const steps = stepsIn(over, rest.text, rest.at, context.card);
  rest.takeText();
  if (steps.length < 2) return refuse(rest.at, 'A sweep has two steps at least.', `Write it like: ${example}`);
  // A part is measured by itself, whatever the set stands on, unless one says so.
  const state =
    of.what === 'part'
      ? said
      : said.keyed === undefined && keyedByItself(of, context.card)
        ? { ...condition, keyed: undefined }
        : condition;
  return { kind: 'sweep', of, over, steps: [...steps], condition: without(state, over) };
}

/** `channels 1, 10 and 19`, or with the first and the last where there are many. */
const stepsText = ({ over, steps }: Body): string => {
  if (over === 'closing') return `${steps.length} closings`;
  const unit = over === 'supply' ? ' V' : '';
  const shown = steps.map((one) => {
    const level = over === 'level' ? attempt(() => parseQuantity(one)) : undefined;
    return level?.ok ? quantityText(level.value.value, level.value.unit, { step: level.value.step }) : `${one}${unit}`;
  });
  return `${sweptNames[over]} ${shown.length > 6 ? `${shown[0]} to ${shown.at(-1)}, ${shown.length} of them` : shown.join(', ')}`;
};

const nameOf = (of: Swept, card: LaidCard | undefined): string => {
  switch (of.what) {
    case 'point':
      return card?.testPoints.find(({ id }) => id === of.point)?.name ?? '';
    case 'test':
      return card?.limits.find(({ word }) => word === of.word)?.name.replace(/, .*/, '') ?? usualTest(of.word)?.name ?? of.word;
    case 'part':
      return of.pin ? `pin ${of.pin}` : '';
    case 'frequency':
      return 'frequency';
    case 'points':
      return '';
  }
};
/** What is swept, as it is said: `TP7 tuning voltage`. */
export const sweptText = (of: Swept, card: LaidCard | undefined): string =>
  [of.what === 'point' ? of.point : of.what === 'part' ? of.designator : '', nameOf(of, card)].filter(Boolean).join(' ');

export const sweep = defineKind('sweep', {
  title: 'Sweep',
  about:
    'One thing that is read at each of several steps: over channels, bands, modes, levels, supplies or closings, or down a chain of points. Its readings follow it.',
  fields,
  words: (entry, card) => {
    const under = conditionText(entry.condition);
    const ref = entry.of.what === 'point' ? entry.of.point : entry.of.what === 'part' ? entry.of.designator : undefined;
    return {
      ...(ref === undefined ? {} : { ref }),
      what: `${[nameOf(entry.of, card), 'sweep over', stepsText(entry)].filter(Boolean).join(' ')}${under ? `; ${under}` : ''}`,
    };
  },
  paper: { counted: 'Swept: what was read at each step, before and after the repair' },
  line: {
    verbs: { sweep: takeSweep },
    write: (entry, card) => {
      const { of } = entry;
      if (of.what === 'test' && !usualTest(of.word) && !card?.limits.some(({ word }) => word === of.word)) return undefined;
      const held = conditionWords(entry.condition);
      const typed =
        entry.over === 'closing'
          ? String(entry.steps.length)
          : entry.steps.map((one) => (entry.over === 'band' ? one.replace(/\s/g, '') : one)).join(', ');
      return ['sweep', sweptWord(entry.of), held, typedNames[entry.over], typed].filter(Boolean).join(' ');
    },
  },
  examples: [
    { kind: 'sweep', of: { what: 'point', point: 'TP7' }, over: 'channel', steps: ['1', '10', '19', '30', '40'], condition: {} },
    { kind: 'sweep', of: { what: 'frequency' }, over: 'channel', steps: ['1', '2', '3'], condition: { keyed: true } },
    { kind: 'sweep', of: { what: 'part', designator: 'C31' }, over: 'closing', steps: ['1', '2', '3'], condition: {} },
    { kind: 'sweep', of: { what: 'point', point: 'TP7' }, over: 'level', steps: ['-113 dBm', '-93 dBm'], condition: { keyed: false } },
    { kind: 'sweep', of: { what: 'point', point: 'TP7' }, over: 'supply', steps: ['11', '12.4', '13.8'], condition: {} },
    { kind: 'sweep', of: { what: 'points' }, over: 'point', steps: ['TP5', 'TP7'], condition: {} },
  ],
});
