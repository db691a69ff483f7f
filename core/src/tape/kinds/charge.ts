import * as z from 'zod';
import type { LineRest } from '../../line';
import { minorSchema } from '../../money';
import { chargeActs, chargeNames, type ChargeAct } from '../../words';
import { defineKind } from '../entry-kind';
import { sumFirstText, takeSumFirst, writeSumFirst } from './sum-first';

const verbs: Readonly<Record<ChargeAct, readonly [verb: string, example: string]>> = {
  fixed: ['price', 'price 85.00 alignment and check'],
  extra: ['charge', 'charge 6.50 postage'],
  goodwill: ['goodwill', 'goodwill 10.00 second visit for the same fault'],
};

export const charge = defineKind('charge', {
  title: 'Charge',
  about: 'A fixed price for the work in place of its time (the latest counts), what is charged besides, or what is taken off by goodwill.',
  fields: {
    act: z.enum(chargeActs).meta({ title: 'In place of the time, besides, or taken off' }),
    amountMinor: minorSchema.min(1).meta({ title: 'How much before tax, in minor units' }),
    text: z.string().optional().meta({ title: 'For what' }),
  },
  words: (entry) => ({ what: `${chargeNames[entry.act]}: ${sumFirstText(entry)}` }),
  paper: { counted: 'Price: a line of its own' },
  line: {
    verbs: Object.fromEntries(
      chargeActs.map((act) => [
        verbs[act][0],
        (rest: LineRest) => ({ kind: 'charge' as const, act, ...takeSumFirst(rest, verbs[act][1]) }),
      ]),
    ),
    write: (entry) => writeSumFirst(verbs[entry.act][0], entry),
  },
  examples: [
    { kind: 'charge', act: 'fixed', amountMinor: 8500, text: 'alignment and check' },
    { kind: 'charge', act: 'extra', amountMinor: 650, text: 'postage' },
    { kind: 'charge', act: 'goodwill', amountMinor: 1000, text: 'second visit for the same fault' },
    { kind: 'charge', act: 'fixed', amountMinor: 8500 },
  ],
});
