import * as z from 'zod';
import { need } from '../../line';
import { defineKind } from '../entry-kind';

export const claim = defineKind('claim', {
  title: 'Claim',
  about: 'What somebody else says of the set. It is never evidence; the evidence is held against it.',
  fields: {
    claimant: z.string().meta({ title: 'Who says so' }),
    text: z.string().meta({ title: 'What is said' }),
    section: z.string().optional().meta({ title: 'Section of which it speaks' }),
    says: z.enum(['good', 'bad', 'replaced']).optional().meta({ title: 'What it says of that section' }),
  },
  words: (entry) => ({ what: `Claim, ${entry.claimant}: ${entry.text}` }),
  paper: { none: 'what others said of the set is for the bench; what was found stands on the sheet' },
  line: {
    verbs: {
      claim: (rest) => ({
        kind: 'claim',
        claimant: 'earlier repairer',
        text: need(rest, 'The claim', 'claim PLL chip was changed'),
      }),
    },
    write: (entry) =>
      entry.claimant === 'earlier repairer' && entry.section === undefined && entry.says === undefined ? `claim ${entry.text}` : undefined,
  },
  examples: [{ kind: 'claim', claimant: 'earlier repairer', text: 'PLL chip was changed' }],
});
