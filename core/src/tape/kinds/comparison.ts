import * as z from 'zod';
import { pointName, pointOf } from '../../card';
import { ofWord, refuse } from '../../line';
import { comparisonNames, readingOutcomes, type ReadingOutcome } from '../../words';
import { defineKind } from '../entry-kind';
import { foundByIt } from './answers';

const compared: Readonly<Record<string, ReadingOutcome>> = {
  same: 'in',
  lower: 'low',
  higher: 'high',
  dead: 'dead',
  in: 'in',
  low: 'low',
  high: 'high',
};

export const comparison = defineKind('comparison', {
  title: 'Comparison',
  about: 'A point held beside the same point of a healthy set of this chassis.',
  fields: {
    point: z.string().meta({ title: 'Test point' }),
    result: z.enum(readingOutcomes).meta({ title: 'How it stands beside the healthy set' }),
  },
  words: (entry, card) => ({ ref: entry.point, what: `${pointName(card, entry.point)} ${comparisonNames[entry.result]}`.trim() }),
  evidence: (entry) => ({ kind: 'comparison', point: entry.point, outcome: entry.result, text: '' }),
  paper: { none: foundByIt },
  line: {
    verbs: {
      compare: (rest, { card }) => {
        const first = rest.take();
        const point = first && card ? pointOf(card, first.text) : undefined;
        if (!first || !point) return refuse(first?.at ?? rest.at, 'Which point?', 'Name a point of this card: compare tp7 same');
        const result = rest.takeIf((word) => ofWord(compared, word));
        return result
          ? { kind: 'comparison', point: point.id, result }
          : refuse(
              rest.at,
              'How does it stand beside the healthy set?',
              `Write same, lower, higher or dead: compare ${point.id.toLowerCase()} same`,
            );
      },
    },
    write: (entry) =>
      `compare ${entry.point.toLowerCase()} ${Object.entries(compared).find(([, result]) => result === entry.result)?.[0] ?? ''}`,
  },
  examples: [
    { kind: 'comparison', point: 'TP7', result: 'high' },
    { kind: 'comparison', point: 'TP5', result: 'in' },
  ],
});
