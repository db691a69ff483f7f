import * as z from 'zod';
import { claimStandNames, claimStands } from '../../words';
import { defineKind } from '../entry-kind';

export const claimChecked = defineKind('claim-checked', {
  title: 'Claim checked',
  about: 'What was found at the bench of something that somebody else says of the set; the latest counts.',
  fields: {
    of: z.uuid().meta({ title: 'The claim' }),
    title: z.string().meta({ title: 'What was claimed, in words' }),
    stands: z.enum(claimStands).meta({ title: 'How it was found to be' }),
  },
  words: (entry) => ({ what: `Claim ${claimStandNames[entry.stands]}: ${entry.title}` }),
  paper: { counted: 'Found: each claim once, with how it was found to be' },
  line: { none: 'it is ticked where the claim stands' },
  examples: [{ kind: 'claim-checked', of: '00000000-0000-4000-8000-000000000001', title: 'PLL chip was changed', stands: 'contradicted' }],
});
