import * as z from 'zod';
import { LineRest, need, wordsOf } from '../../line';
import { minorSchema, moneyText, parseMoney } from '../../money';
import { talkActs, talkNames, type TalkAct } from '../../words';
import { defineKind, type EntryBody } from '../entry-kind';

const fields = {
  act: z.enum(talkActs).meta({ title: 'Who said it, and what it was' }),
  text: z.string().meta({ title: 'In words' }),
  way: z.string().optional().meta({ title: 'By which way' }),
  option: z
    .string()
    .regex(/^[A-Z]\d?$/)
    .optional()
    .meta({ title: 'Which of what was quoted is approved' }),
  limitMinor: minorSchema.optional().meta({ title: 'Up to which sum the work goes on from then, in minor units' }),
};
type Body = EntryBody<'talk', typeof fields>;

const examples: Readonly<Record<TalkAct, string>> = {
  asked: 'asked the filter costs 46, go on? by phone',
  told: 'told ready on Friday',
  heard: 'heard it has hummed since the winter',
  approved: 'approved go ahead at 140, by phone',
  refused: 'refused new modules, too dear',
};
/** How it was said, at the end of what was said. */
const wayAtEnd = /,?\s+(?:(?:by|via)\s+(phone|mail|e-?mail|letter|message|text|radio)|(in person))$/i;
/** A sum that is a limit: behind words that make it one and before what cannot be its unit. */
const limit = /(?:^|\b(?:at|up to|at most|limit)\s+)(\d{1,8}(?:[.,]\d{1,2})?)(?=$|[,.;]?\s*$|[,;]\s|\.\s)/i;
/** Or it stands first, by itself: `2 modules` is a count, and no sum. */
const leadingLimit = /^(\d{1,8}(?:[.,]\d{1,2})?)(?:$|[,;.](?:\s|$)|\s+(?:go|yes|ok|all right|fine|at most|max)\b)/i;

/** What was quoted is chosen by its letter: `option b`, or the letter by itself. */
const named = /\boption\s+([a-z]\d?)\b/i;
const bare = /^([a-z]\d?)(?=$|[,;.:]|\s+(?:please|go)\b)/i;

function takeTalk(act: TalkAct, rest: LineRest): Body {
  const typed = need(rest, 'What was said', examples[act]).replace(/^(?:the\s+)?owner:?\s+/i, '');
  const [said = '', one, other] = wayAtEnd.exec(typed) ?? [];
  const text = said ? typed.slice(0, -said.length) : typed;
  const way = one ?? other;
  const sum = act === 'approved' ? (leadingLimit.exec(text)?.[1] ?? limit.exec(text)?.[1]) : undefined;
  const limitMinor = sum === undefined ? undefined : parseMoney(sum);
  const option = act === 'approved' ? (named.exec(text) ?? bare.exec(text))?.[1]?.toUpperCase() : undefined;
  return {
    ...{ kind: 'talk', act, text },
    ...(option === undefined ? {} : { option }),
    ...(way ? { way: way.toLowerCase() } : {}),
    ...(limitMinor === undefined ? {} : { limitMinor }),
  };
}

const alike = (a: Body, b: Body): boolean => a.text === b.text && a.way === b.way && a.option === b.option && a.limitMinor === b.limitMinor;
const read = (act: TalkAct) => (rest: LineRest) => takeTalk(act, rest);

export const talk = defineKind('talk', {
  title: 'Talk with the owner',
  about:
    'What was asked of the owner, told, heard, approved or refused, by which way, up to which sum the work goes on, and which option of a quote is taken.',
  fields,
  words: ({ act, text, way, limitMinor }) => ({
    what: `${talkNames[act]}${way ? `, ${way === 'in person' ? way : `by ${way}`}` : ''}: ${text}${limitMinor === undefined ? '' : ` (limit ${moneyText(limitMinor)})`}`,
  }),
  paper: { counted: 'Agreed: what was approved or refused, with its day, and the limit of the price' },
  line: {
    verbs: {
      ask: read('asked'),
      asked: read('asked'),
      told: read('told'),
      heard: read('heard'),
      approve: read('approved'),
      approved: read('approved'),
      refuse: read('refused'),
      refused: read('refused'),
    },
    write: (entry) => {
      const line = [entry.act, entry.text, entry.way && (entry.way === 'in person' ? entry.way : `by ${entry.way}`)]
        .filter(Boolean)
        .join(' ');
      if (!entry.text) return undefined;
      return alike(entry, takeTalk(entry.act, new LineRest(line, wordsOf(line).slice(1)))) ? line : undefined;
    },
  },
  examples: [
    { kind: 'talk', act: 'approved', text: 'go ahead at 140', way: 'phone', limitMinor: 14_000 },
    { kind: 'talk', act: 'approved', text: 'option B', option: 'B', way: 'phone' },
    { kind: 'talk', act: 'asked', text: 'the filter costs 46, go on?' },
    { kind: 'talk', act: 'told', text: 'ready on Friday', way: 'message' },
    { kind: 'talk', act: 'heard', text: 'it has hummed since the winter' },
    { kind: 'talk', act: 'refused', text: 'new modules, too dear', way: 'in person' },
  ],
});
