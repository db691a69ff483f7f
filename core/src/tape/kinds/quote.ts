import * as z from 'zod';
import { LineRest, wordsOf } from '../../line';
import { minorSchema, moneyText } from '../../money';
import { defineKind, type EntryBody } from '../entry-kind';
import { sumFirstText, takeSumFirst } from './sum-first';

const fields = {
  option: z
    .string()
    .regex(/^[A-Z]\d?$/)
    .meta({ title: 'By which letter it is chosen' }),
  amountMinor: minorSchema.min(1).meta({ title: 'All of it, work and parts, before tax, in minor units' }),
  text: z.string().optional().meta({ title: 'What is done for it' }),
};

const example = 'quote B 140 new finals, bias and alignment';
/** `b`, `option b`, `B:`; the first where no letter stands there. */
function takeQuote(rest: LineRest): EntryBody<'quote', typeof fields> {
  rest.takeIf((word) => (/^option$/i.test(word) ? true : undefined));
  const option = rest.takeIf((word) => /^([a-z]\d?)[:.)]?$/i.exec(word)?.[1]?.toUpperCase()) ?? 'A';
  return { kind: 'quote', option, ...takeSumFirst(rest, example) };
}

export const quote = defineKind('quote', {
  title: 'Quote',
  about:
    'What the owner may choose, by a letter, and what all of it would cost, work and parts; of one letter the latest counts. It becomes the price when it is approved.',
  fields,
  words: (entry) => ({ what: `Quoted ${entry.option}: ${sumFirstText(entry)}` }),
  paper: { counted: 'Price: the option that was approved, in place of time and parts' },
  line: {
    verbs: { quote: takeQuote, quoted: takeQuote },
    write: ({ option, amountMinor, text }) => {
      const line = ['quote', option, moneyText(amountMinor), text].filter(Boolean).join(' ');
      return takeQuote(new LineRest(line, wordsOf(line).slice(1))).text === text ? line : undefined;
    },
  },
  examples: [
    { kind: 'quote', option: 'A', amountMinor: 6000, text: 'cleaned and aligned' },
    { kind: 'quote', option: 'B', amountMinor: 14_000, text: 'new finals, bias and alignment' },
    { kind: 'quote', option: 'C', amountMinor: 1500 },
  ],
});
