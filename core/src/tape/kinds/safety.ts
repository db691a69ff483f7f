import * as z from 'zod';
import { checkName } from '../../card';
import { quantityText, units } from '../../quantity';
import { defineKind } from '../entry-kind';

export const safety = defineKind('safety', {
  title: 'Safety check',
  about: 'The answer to a cold check or to the caution for a hazard, which is checked as `hazard-<kind>`.',
  fields: {
    check: z.string().meta({ title: 'Check of the card' }),
    result: z.enum(['right', 'wrong', 'not-needed']).meta({ title: 'How it was found' }),
    value: z.number().optional().meta({ title: 'What was measured, in the unit' }),
    unit: z.enum(units).optional().meta({ title: 'SI base unit' }),
    text: z.string().optional().meta({ title: 'In words' }),
  },
  words: (entry, card) => {
    const value = entry.value === undefined ? '' : `, ${quantityText(entry.value, entry.unit ?? '')}`;
    const isCaution = entry.check.startsWith('hazard-') && entry.value === undefined;
    const result = { right: isCaution ? 'read, and kept to' : 'right', wrong: 'wrong', 'not-needed': 'not needed' }[entry.result];
    return { what: `${checkName(card, entry.check)}: ${result}${value}${entry.text ? `, ${entry.text}` : ''}` };
  },
  paper: { none: 'it protects who works on the set; the sheet carries the cautions of the card' },
  line: { none: 'it is answered in Safety, beside what is asked' },
  examples: [
    { kind: 'safety', check: 'fuse', result: 'right' },
    { kind: 'safety', check: 'hazard-high-voltage', result: 'right', value: 4, unit: 'V' },
  ],
});
