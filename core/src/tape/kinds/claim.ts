import * as z from 'zod';
import { partOf } from '../../card';
import { LineRest, refuse, takeSection, wordsOf, type EntryContext } from '../../line';
import { defineKind } from '../entry-kind';

const says = ['good', 'bad', 'replaced'] as const;
/** What the words of a claim say of the section that they name; the first that fits. */
const saying: readonly (readonly [RegExp, (typeof says)[number]])[] = [
  [/chang|replac|renew|\bnew\b/, 'replaced'],
  [/\b(good|fine|ok|works|working)\b/, 'good'],
  [/\b(bad|dead|faulty|broken|blown)\b/, 'bad'],
];

/** `claim q3 was changed`: the words as they stand, and the section, where they begin with a part or a section of the card. */
function takeClaim(rest: LineRest, context: EntryContext) {
  const typed = rest.text || refuse(rest.at, 'The claim is missing.', 'Write it like: claim PLL chip was changed');
  const part = context.card && rest.next ? partOf(context.card, rest.next.text) : undefined;
  const section = part?.section ?? takeSection(rest, context);
  rest.takeText();
  const said = section === undefined ? undefined : saying.find(([words]) => words.test(typed.toLowerCase()))?.[1];
  return {
    kind: 'claim' as const,
    claimant: 'earlier repairer',
    text: typed,
    ...(section === undefined ? {} : { section }),
    ...(said ? { says: said } : {}),
  };
}

export const claim = defineKind('claim', {
  title: 'Claim',
  about: 'What somebody else says of the set. It is never evidence; the evidence is held against it.',
  fields: {
    claimant: z.string().meta({ title: 'Who says so' }),
    text: z.string().meta({ title: 'What is said' }),
    section: z.string().optional().meta({ title: 'Section of which it speaks' }),
    says: z.enum(says).optional().meta({ title: 'What it says of that section' }),
  },
  words: (entry) => ({ what: `Claim, ${entry.claimant}: ${entry.text}` }),
  silent: () => 'not weighed: what somebody says is held against the evidence',
  paper: { counted: 'Found: each claim once, with how it was found to be' },
  line: {
    verbs: {
      claim: (rest, context) => takeClaim(rest, context),
    },
    write: (entry, card) => {
      const line = `claim ${entry.text}`;
      const read = takeClaim(new LineRest(line, wordsOf(line).slice(1)), { ...(card ? { card } : {}), condition: {}, instruments: [] });
      return read.claimant === entry.claimant && read.section === entry.section && read.says === entry.says ? line : undefined;
    },
  },
  examples: [{ kind: 'claim', claimant: 'earlier repairer', text: 'PLL chip was changed' }],
});
