import * as z from 'zod';
import { defineSum } from '../define-sum';
import { above0, figure, words } from '../field';
import { refuse } from '../refusal';
import { shown, shownHz, step } from '../working';

/** Binary without leading zeros, most significant bit first. */
const binary = (n: number): string => BigInt(n).toString(2);
/** One group of four bits a decimal digit. */
const bcd = (n: number): string => [...BigInt(n).toString(10)].map((digit) => Number(digit).toString(2).padStart(4, '0')).join(' ');

export const pllN = defineSum({
  id: 'pll-n',
  title: 'Divider number of a PLL',
  topic: 'frequency',
  purpose: 'N for a channel, and the levels on its programming lines',
  keywords: ['pll', 'n', 'loop', 'synthesiser', 'binary', 'bcd', 'programming', 'mixed down', 'code'],
  input: z.strictObject({
    outputHz: above0('Output of the loop', 'Hz'),
    referenceHz: above0('Reference', 'Hz'),
    offsetHz: figure('Mixed with', 'Hz').default(0),
    multiplier: above0('Multiplied by').default(1),
    sign: z.literal([1, -1]).meta({ title: 'Sign of N', hint: '−1 for a loop mixed down from above' }).default(1),
  }),
  output: z.object({
    n: figure('N'),
    exact: z.boolean().meta({ title: 'A whole number' }),
    remainderHz: figure('Left over', 'Hz'),
    binary: words('Lines, binary'),
    bcd: words('Lines, BCD'),
    neighbours: z
      .array(z.object({ n: figure('N'), hz: figure('Output', 'Hz') }))
      .optional()
      .meta({ title: 'Neighbours' }),
  }),
  source: 'output = offset + sign × multiplier × N × reference, the equation of a loop with a programmable divider.',
  example: { outputHz: 16_490_000, referenceHz: 5000, offsetHz: 15_360_000 },
  compute({ outputHz, referenceHz, offsetHz, multiplier, sign }) {
    const stepHz = sign * multiplier * referenceHz;
    const real = (outputHz - offsetHz) / stepHz;
    if (!(real >= 1 - 1e-6) || real > Number.MAX_SAFE_INTEGER)
      refuse('outputHz', `N would be ${shown(real)}; it must be 1 or more.`, 'Look at the offset, the sign and the reference.');
    const n = Math.round(real);
    const at = (count: number): number => offsetHz + stepHz * count;
    const exact = Math.abs(real - n) <= 1e-6;
    const neighbours = [Math.floor(real), Math.ceil(real)].map((count) => ({ n: count, hz: at(count) }));
    return {
      n,
      exact,
      remainderHz: outputHz - at(n),
      binary: binary(n),
      bcd: bcd(n),
      ...(exact ? {} : { neighbours }),
      working: [
        step('One step of N', `${multiplier} × ${shownHz(referenceHz)}`, shownHz(Math.abs(stepHz))),
        step('N', `${sign < 0 ? '−' : ''}(${shownHz(outputHz)} − ${shownHz(offsetHz)}) / ${shownHz(Math.abs(stepHz))}`, shown(real, '', 8)),
        ...(exact ? [] : [step('Not a whole number', `${neighbours.map((each) => `${each.n} gives ${shownHz(each.hz)}`).join(', ')}`)]),
        step('Lines, binary', undefined, binary(n)),
        step('Lines, BCD', undefined, bcd(n)),
      ],
    };
  },
});
