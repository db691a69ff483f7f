import * as z from 'zod';
import { defineKind } from '../entry-kind';

/** A signature is written into a box of so many steps. */
export const signatureBox = { width: 600, height: 200 } as const;

/** One stroke: across and down in turn, in steps of the box. */
const stroke = z
  .array(z.number().int().min(0).max(signatureBox.width))
  .min(2)
  .max(2000)
  .refine((places) => places.length % 2 === 0, 'A stroke has as many places down as across.')
  .refine((places) => places.every((place, k) => k % 2 === 0 || place <= signatureBox.height), 'A stroke leaves its box.');

export const signed = defineKind('signed', {
  title: 'Signed',
  about: 'A name under the sheet, written by hand, with the words that it was written under.',
  fields: {
    who: z.string().trim().min(1).meta({ title: 'Whose name' }),
    text: z.string().meta({ title: 'The words that were signed' }),
    strokes: z.array(stroke).max(60).meta({ title: 'The signature: strokes of places across and down, in a box of 600 by 200' }),
  },
  words: ({ who, text, strokes }) => ({ what: `Signed by ${who}${strokes.length ? '' : ', in words only'}${text ? `: ${text}` : ''}` }),
  paper: { counted: 'Signed: who signed, what, and on which day' },
  line: { none: 'it is written by hand, in Hand back' },
  examples: [
    {
      kind: 'signed',
      who: 'Hesta Ferry',
      text: 'I have got the set back as it is described here.',
      strokes: [
        [20, 120, 40, 40, 60, 120],
        [30, 90, 55, 90],
      ],
    },
  ],
});
