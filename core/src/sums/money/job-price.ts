import * as z from 'zod';
import { moneyText, priceLines } from '../../money';
import { defineSum } from '../define-sum';
import { from0, money } from '../field';
import { step } from '../working';

export const jobPrice = defineSum({
  id: 'job-price',
  title: 'Price of a job',
  topic: 'money',
  purpose: 'labour, parts and tax to the penny',
  keywords: ['price', 'labour', 'invoice', 'quote', 'estimate', 'tax', 'markup', 'total', 'cost'],
  input: z.strictObject({
    labour: z
      .array(z.strictObject({ minutes: from0('Time', '', { shownUnit: 'min' }), ratePerHour: money('Rate an hour') }))
      .max(1000)
      .meta({ title: 'Labour' }),
    parts: z
      .array(z.strictObject({ price: money('Price'), quantity: from0('Quantity'), markupPercent: from0('Markup', '%').optional() }))
      .max(1000)
      .meta({ title: 'Parts' }),
    taxPercent: from0('Tax', '%').default(0),
    roundTo: money('Round to').min(1).max(1_000_000).default(1),
  }),
  output: z.object({ total: money('Total'), labour: money('Labour'), parts: money('Parts'), tax: money('Tax') }),
  source: 'Whole-number arithmetic in minor units, half up: each line, then tax on their sum, then the total.',
  example: {
    labour: [{ minutes: 45, ratePerHour: 4000 }],
    parts: [{ price: 123, quantity: 1, markupPercent: 15 }],
    taxPercent: 7.5,
    roundTo: 10,
  },
  compute(input) {
    const price = priceLines(input);
    return {
      total: price.total,
      labour: price.labour,
      parts: price.parts,
      tax: price.tax,
      working: [
        ...input.labour.map((line) =>
          step(
            'Labour',
            `${line.minutes} min at ${moneyText(line.ratePerHour)} an hour`,
            moneyText(priceLines({ labour: [line], parts: [] }).labour),
          ),
        ),
        ...input.parts.map((line) =>
          step(
            'Part',
            `${line.quantity} × ${moneyText(line.price)}${line.markupPercent ? ` + ${line.markupPercent} %` : ''}`,
            moneyText(priceLines({ labour: [], parts: [line] }).parts),
          ),
        ),
        step('Tax', `${input.taxPercent} % of ${moneyText(price.labour + price.parts)}`, moneyText(price.tax)),
        step('Total', `to a multiple of ${moneyText(input.roundTo)}`, moneyText(price.total)),
      ],
    };
  },
});
