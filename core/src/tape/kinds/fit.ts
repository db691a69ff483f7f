import * as z from 'zod';
import { partOf } from '../../card';
import { designatorOf, need } from '../../line';
import { largestQuantity, minorSchema } from '../../money';
import { defineKind } from '../entry-kind';

export const fit = defineKind('fit', {
  title: 'Part fitted',
  about: 'A part replaced by another, with the reason, the proof and the price.',
  fields: {
    designator: z.string().meta({ title: 'Part' }),
    section: z.string().optional().meta({ title: 'Section' }),
    oldPart: z.string().meta({ title: 'What was in' }),
    newPart: z.string().meta({ title: 'What was fitted' }),
    why: z.string().meta({ title: 'Why' }),
    proof: z.string().meta({ title: 'How the old one was proved bad' }),
    priceMinor: minorSchema.meta({ title: 'Price each, in minor units' }),
    quantity: z.number().int().min(1).max(largestQuantity).meta({ title: 'How many' }),
    source: z.string().meta({ title: 'Where it came from' }),
  },
  words: (entry) => ({ ref: entry.designator, what: `fitted: ${entry.newPart}${entry.source ? `, from ${entry.source}` : ''}` }),
  evidence: (entry, card) => {
    const section = entry.section ?? partOf(card, entry.designator)?.section;
    return section === undefined ? undefined : { kind: 'fit', section, designator: entry.designator };
  },
  // The table of parts and the price are made from the same entries.
  paper: {
    lines: (entry) => [{ place: 'done', text: `${entry.designator} replaced: ${entry.oldPart || 'old part'} by ${entry.newPart}` }],
  },
  line: {
    verbs: {
      fit: (rest, words, context, at) => {
        const { designator, part } = designatorOf(words[0], context, at, 'fit c12 220u 25v');
        return {
          kind: 'fit',
          designator,
          oldPart: part?.value ?? '',
          newPart: need(rest.slice(designator.length).trim(), at, 'The new part', 'fit c12 220u 25v'),
          why: '',
          proof: '',
          priceMinor: 0,
          quantity: 1,
          source: '',
          ...(part ? { section: part.section } : {}),
        };
      },
    },
    // Reason, proof, price and source stand in the form alone.
    write: (entry, card) => {
      const part = card && partOf(card, entry.designator);
      const asTyped = !entry.why && !entry.proof && !entry.source && entry.priceMinor === 0 && entry.quantity === 1;
      const asOnCard = entry.oldPart === (part?.value ?? '') && entry.section === part?.section;
      return asTyped && asOnCard ? `fit ${entry.designator.toLowerCase()} ${entry.newPart}` : undefined;
    },
  },
  examples: [
    {
      kind: 'fit',
      designator: 'C12',
      section: 'audio',
      oldPart: '220 µF 25 V',
      newPart: '220u 35v',
      why: '',
      proof: '',
      priceMinor: 0,
      quantity: 1,
      source: '',
    },
    {
      kind: 'fit',
      designator: 'C31',
      section: 'vco',
      oldPart: '22 pF',
      newPart: '22 pF NP0',
      why: 'drifts with warmth',
      proof: '30.9 pF out of circuit',
      priceMinor: 40,
      quantity: 1,
      source: 'stock',
    },
  ],
});
