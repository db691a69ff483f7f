import * as z from 'zod';
import { shownAs, shownNames } from '../../words';
import { defineKind } from '../entry-kind';

export const shown = defineKind('shown', {
  title: 'Shown on the sheet',
  about: 'A picture is put on the hand-back sheet, as what was before, after, or beside; or taken off it. The latest counts.',
  fields: {
    attachment: z.string().meta({ title: 'Id of the picture' }),
    as: z.enum(shownAs).meta({ title: 'As what' }),
    caption: z.string().optional().meta({ title: 'What stands beneath it' }),
  },
  words: ({ as, caption }) => ({ what: `Picture ${shownNames[as]}${caption ? `: ${caption}` : ''}` }),
  paper: { counted: 'Pictures: those that were chosen, before beside after' },
  line: { none: 'it is chosen among the pictures, in Hand back' },
  examples: [
    { kind: 'shown', attachment: '55555555-5555-4555-8555-000000000001', as: 'before', caption: 'the regulator as it came' },
    { kind: 'shown', attachment: '55555555-5555-4555-8555-000000000001', as: 'not' },
  ],
});
