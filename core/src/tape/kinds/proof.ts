import * as z from 'zod';
import { partOf, sectionName } from '../../card';
import { refuse, takeDesignator, takeSection, type EntryContext, type LineRest } from '../../line';
import { defineKind } from '../entry-kind';
import { placeRef } from './answers';

const results = ['good', 'bad'] as const;

/** What was proven: a part, or all parts of a section. */
function takeProven(rest: LineRest, context: EntryContext): { readonly designator: string } | { readonly section: string } {
  const isPart = rest.next && context.card && partOf(context.card, rest.next.text);
  const section = isPart ? undefined : takeSection(rest, context);
  return section === undefined ? { designator: takeDesignator(rest, context, 'proof c31 bad 30.9p').designator } : { section };
}

export const proof = defineKind('proof', {
  title: 'Proof',
  about: 'A part measured out of circuit, or all parts of a section.',
  fields: {
    designator: z.string().optional().meta({ title: 'Part' }),
    section: z.string().optional().meta({ title: 'Section of which all parts were measured' }),
    result: z.enum(results).meta({ title: 'How it measured' }),
    text: z.string().optional().meta({ title: 'What was measured' }),
  },
  words: (entry, card) => ({
    ...placeRef(entry),
    what: `${entry.designator === undefined ? `${sectionName(card, entry.section ?? '')}: its parts ` : ''}proved ${entry.result}${entry.text ? `, ${entry.text}` : ''}`,
  }),
  evidence: ({ designator, section: whole, result }, card) => {
    const section = designator === undefined ? whole : partOf(card, designator)?.section;
    return section === undefined
      ? undefined
      : { kind: 'proof', section, ...(designator === undefined ? {} : { designator }), bad: result === 'bad' };
  },
  silent: () => 'not weighed: at no section of the card',
  paper: {
    lines: ({ designator, section = '', result, text }, card) =>
      result === 'bad'
        ? [{ place: 'found', text: `${designator ?? `Parts of the ${sectionName(card, section)}`} proved bad${text ? `: ${text}` : ''}` }]
        : [],
  },
  line: {
    verbs: {
      proof: (rest, context) => {
        const proven = takeProven(rest, context);
        const result = rest.takeIf((word) => results.find((known) => known === word));
        if (!result) return refuse(rest.at, 'Good or bad?', 'Write it like: proof c31 bad 30.9p');
        const text = rest.takeText();
        return { kind: 'proof', ...proven, result, ...(text ? { text } : {}) };
      },
    },
    write: (entry) =>
      ['proof', (entry.designator ?? entry.section ?? '').toLowerCase(), entry.result, entry.text].filter(Boolean).join(' '),
  },
  examples: [
    { kind: 'proof', designator: 'C31', result: 'bad', text: '30.9p' },
    { kind: 'proof', designator: 'C31', result: 'good' },
    { kind: 'proof', section: 'vco', result: 'good' },
  ],
});
