import * as z from 'zod';
import { partOf } from '../../card';
import { refuse, takeDesignator } from '../../line';
import { defineKind } from '../entry-kind';

const results = ['good', 'bad'] as const;

export const proof = defineKind('proof', {
  title: 'Proof',
  about: 'A part measured out of circuit.',
  fields: {
    designator: z.string().meta({ title: 'Part' }),
    result: z.enum(results).meta({ title: 'How it measured' }),
    text: z.string().optional().meta({ title: 'What was measured' }),
  },
  words: (entry) => ({ ref: entry.designator, what: `proved ${entry.result}${entry.text ? `, ${entry.text}` : ''}` }),
  evidence: (entry, card) => {
    const section = partOf(card, entry.designator)?.section;
    return section === undefined ? undefined : { kind: 'proof', section, designator: entry.designator, bad: entry.result === 'bad' };
  },
  paper: {
    lines: (entry) =>
      entry.result === 'bad' ? [{ place: 'found', text: `${entry.designator} proved bad${entry.text ? `: ${entry.text}` : ''}` }] : [],
  },
  line: {
    verbs: {
      proof: (rest, context) => {
        const { designator } = takeDesignator(rest, context, 'proof c31 bad 30.9p');
        const result = rest.takeIf((word) => results.find((known) => known === word));
        if (!result) return refuse(rest.at, 'Good or bad?', 'Write it like: proof c31 bad 30.9p');
        const text = rest.takeText();
        return { kind: 'proof', designator, result, ...(text ? { text } : {}) };
      },
    },
    write: (entry) => ['proof', entry.designator.toLowerCase(), entry.result, entry.text].filter(Boolean).join(' '),
  },
  examples: [
    { kind: 'proof', designator: 'C31', result: 'bad', text: '30.9p' },
    { kind: 'proof', designator: 'C31', result: 'good' },
  ],
});
