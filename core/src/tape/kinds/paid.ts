import * as z from 'zod';
import type { LineRest } from '../../line';
import { minorSchema } from '../../money';
import { paidActs, paidNames, type PaidAct } from '../../words';
import { defineKind } from '../entry-kind';
import { sumFirstText, takeSumFirst, writeSumFirst } from './sum-first';

const verbs: Readonly<Record<PaidAct, readonly [verb: string, example: string]>> = {
  deposit: ['deposit', 'deposit 20.00 by transfer'],
  payment: ['paid', 'paid 42.10 by card, receipt 12'],
  refund: ['refund', 'refund 5.00 cash'],
};

export const paid = defineKind('paid', {
  title: 'Paid',
  about: 'Money that came before the work, for it, or was given back.',
  fields: {
    act: z.enum(paidActs).meta({ title: 'Before the work, for it, or given back' }),
    amountMinor: minorSchema.min(1).meta({ title: 'How much, in minor units' }),
    text: z.string().optional().meta({ title: 'By which way, and what else' }),
  },
  words: (entry) => ({ what: `${paidNames[entry.act]}: ${sumFirstText(entry)}` }),
  paper: { counted: 'Price: what was paid, each with its day, and what is still to be paid' },
  line: {
    verbs: Object.fromEntries(
      paidActs.map((act) => [verbs[act][0], (rest: LineRest) => ({ kind: 'paid' as const, act, ...takeSumFirst(rest, verbs[act][1]) })]),
    ),
    write: (entry) => writeSumFirst(verbs[entry.act][0], entry),
  },
  examples: [
    { kind: 'paid', act: 'deposit', amountMinor: 2000, text: 'by transfer' },
    { kind: 'paid', act: 'payment', amountMinor: 4210, text: 'by card, receipt 12' },
    { kind: 'paid', act: 'payment', amountMinor: 4210 },
    { kind: 'paid', act: 'refund', amountMinor: 500, text: 'cash' },
  ],
});
