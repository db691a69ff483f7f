import * as z from 'zod';
import { defineSum } from '../define-sum';
import { figure, yesNo } from '../field';
import { above, below, windowStands } from '../refusal';
import { shown, step } from '../working';

export const biasWindow = defineSum({
  id: 'bias-window',
  title: 'Bias before fitting',
  topic: 'direct-current',
  purpose: 'whether the bias is right before a new power device goes in',
  keywords: ['bias', 'gate', 'mosfet', 'final', 'fit', 'new transistor', 'quiescent'],
  input: z.strictObject({
    readingV: figure('Reads', 'V'),
    lowV: figure('Window, low', 'V'),
    highV: figure('Window, high', 'V'),
    fitted: yesNo('Already fitted'),
  }),
  output: z.object({
    verdict: z.enum(['in', 'low', 'high', 'do-not-fit', 'cant-tell']).meta({ title: 'Verdict' }),
    why: z.string().meta({ title: 'Because' }),
  }),
  source: 'The window of the service sheet; a device is fitted only into a bias that is right.',
  example: { readingV: 4.4, lowV: 3.2, highV: 3.6, fitted: false },
  caution: 'Power transistors may hold beryllium oxide. Do not break, file or grind them, and dispose of them as local rules require.',
  compute({ readingV, lowV, highV, fitted }, plusMinus = {}) {
    windowStands(lowV, highV, 'highV');
    const by = plusMinus['readingV'] ?? 0;
    const side = below(readingV + by, lowV) ? 'low' : above(readingV - by, highV) ? 'high' : 'in';
    // With the whole of its ± inside, or not surely right.
    const sure = side !== 'in' || (!below(readingV - by, lowV) && !above(readingV + by, highV));
    const judged = sure ? side : 'cant-tell';
    const verdict: 'in' | 'low' | 'high' | 'do-not-fit' | 'cant-tell' = judged === 'in' || fitted ? judged : 'do-not-fit';
    const reads = shown(readingV, 'V') + (by > 0 ? ` ± ${shown(by, 'V', 2)}` : '');
    const window = `${shown(lowV, 'V')} to ${shown(highV, 'V')}`;
    const why = !sure
      ? `${reads} may lie outside ${window}: read it with a better meter before a new device goes in.`
      : side === 'in'
        ? `${reads} lies in ${window}.`
        : fitted
          ? `${reads} is too ${side}: ${side === 'high' ? 'take the drive off and the bias down before the device runs away' : 'the device distorts or gives too little'}.`
          : `${reads} is too ${side}: find out why before the new device goes in, or it ${side === 'high' ? 'may go the way of the old one' : 'will not be biased as it should'}.`;
    return { verdict, why, working: [step('Window', undefined, window), step(why)] };
  },
});
