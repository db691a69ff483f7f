import * as z from 'zod';
import { judgeFrequency } from '../../measure/counter';
import { defineSum } from '../define-sum';
import { above0, choice, figure, from0, whole } from '../field';
import { refuse } from '../refusal';
import { shown, shownHz, step } from '../working';

export const frequencyCheck = defineSum({
  id: 'frequency-check',
  title: 'Counter reading',
  topic: 'frequency',
  purpose: 'whether a frequency is inside its limit, and whether this counter can tell',
  keywords: ['counter', 'gate', 'timebase', 'ppm', 'frequency error', 'prescaler', 'digits', 'transmitter frequency'],
  input: z.strictObject({
    nominalHz: above0('Should be', 'Hz'),
    readingHz: above0('Reads', 'Hz'),
    gateS: above0('Gate', 's'),
    timebasePpm: from0('Timebase ±', 'ppm'),
    limitHz: above0('Limit ±', 'Hz').optional(),
    limitPpm: above0('Limit ±', 'ppm').optional(),
    displayDigits: whole('Digits shown', 1, 15).optional(),
    counter: choice('Counter', ['direct', 'reciprocal']).default('direct'),
    prescale: z.number().min(1).meta({ title: 'Prescaler' }).default(1),
  }),
  output: z.object({
    verdict: z.enum(['in', 'low', 'high', 'cant-tell']).meta({ title: 'Verdict' }),
    errorHz: figure('Off by', 'Hz', { digits: 6 }),
    errorPpm: figure('Off by', 'ppm'),
    resolutionHz: figure('Least step', 'Hz', { digits: 4 }),
    uncertaintyHz: figure('Uncertainty ±', 'Hz', { digits: 4 }),
    gateNeededS: figure('Gate that would do', 's'),
    timebaseNeededPpm: figure('Timebase that would do', 'ppm'),
  }),
  source:
    'Counter error as ± one count and ± timebase; a tenth of the limit for each part (10 : 1 test ratio); ISO 14253-1 for the verdict.',
  example: { nominalHz: 27_185_000, readingHz: 27_185_120, gateS: 1, timebasePpm: 1, limitPpm: 50 },
  compute({ nominalHz, readingHz, gateS, timebasePpm, limitHz, limitPpm, displayDigits, counter, prescale }) {
    if (limitHz === undefined && limitPpm === undefined) refuse('limitHz', 'No limit was given.', 'Give limitHz, limitPpm or both.');
    const limit = Math.min(limitHz ?? Infinity, limitPpm === undefined ? Infinity : limitPpm * 1e-6 * nominalHz);
    const { errorHz, resolutionHz, uncertaintyHz, verdict, gateNeededS, timebaseNeededPpm } = judgeFrequency(nominalHz, readingHz, limit, {
      kind: counter,
      gateS,
      timebasePpm,
      prescale,
      displayDigits,
    });
    const own = counter === 'reciprocal' ? `${shown(nominalHz, 'Hz')} × 1e-9 / ${shown(gateS, 's')}` : `${prescale} / ${shown(gateS, 's')}`;
    return {
      verdict,
      errorHz,
      errorPpm: errorHz / nominalHz / 1e-6,
      resolutionHz,
      uncertaintyHz,
      gateNeededS,
      timebaseNeededPpm,
      working: [
        step(
          'Off by',
          `${shownHz(readingHz)} − ${shownHz(nominalHz)}`,
          `${shown(errorHz, 'Hz', 6)}, ${shown(errorHz / nominalHz / 1e-6, 'ppm')}`,
        ),
        step(
          'Least step',
          displayDigits === undefined ? own : `the coarser of ${own} and the last of ${displayDigits} digits`,
          shown(resolutionHz, 'Hz'),
        ),
        step(
          'Uncertainty',
          `${shown(resolutionHz, 'Hz')} + ${timebasePpm} ppm of ${shown(nominalHz, 'Hz')}`,
          `± ${shown(uncertaintyHz, 'Hz')}`,
        ),
        step(
          'Limit',
          limitPpm === undefined || limit === limitHz ? 'as given' : `${limitPpm} ppm of ${shown(nominalHz, 'Hz')}`,
          `± ${shown(limit, 'Hz')}`,
        ),
        step('Gate that would do', 'least step a tenth of the limit', shown(gateNeededS, 's')),
        step('Timebase that would do', 'its error a tenth of the limit', `± ${shown(timebaseNeededPpm, 'ppm')}`),
        step(verdict === 'cant-tell' ? "Can't tell: the uncertainty reaches over the limit" : `Verdict: ${verdict}`),
      ],
    };
  },
});
