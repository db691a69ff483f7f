import * as z from 'zod';
import { conditionSchema, conditionText } from '../../card';
import { quantityText, units } from '../../quantity';
import { recordedNames, recordedWhats } from '../../words';
import { defineKind, type EntryBody } from '../entry-kind';

const figureSchema = z.object({
  what: z.enum(recordedWhats),
  value: z.number(),
  unit: z.enum(units),
  /** Worst case, in the unit. */
  plusMinus: z.number().min(0),
});
/** One figure that a recording gave. */
export type RecordedFigure = Readonly<z.infer<typeof figureSchema>>;

const fields = {
  of: z.enum(['transmission', 'sound']).meta({ title: 'What was recorded: a transmission in I and Q, or sound' }),
  from: z.string().meta({ title: 'The file, or the input, it was taken from' }),
  seconds: z.number().min(0).meta({ title: 'How long it was' }),
  condition: conditionSchema.meta({ title: 'State of the set' }),
  figures: z.array(figureSchema).min(1).max(40).meta({ title: 'What it told' }),
  nominalHz: z.number().positive().optional().meta({ title: 'Where the carrier should be' }),
  receiver: z.string().optional().meta({ title: 'How the error of the receiver was taken out, and on which day' }),
  cannot: z.array(z.string()).max(20).meta({ title: 'What it could not tell' }),
  curve: z
    .array(z.tuple([z.number(), z.number()]))
    .max(400)
    .optional()
    .meta({ title: 'Spectrum or response: Hz and dB' }),
};
type Body = EntryBody<'recording', typeof fields>;

const stepOf = ({ plusMinus }: RecordedFigure): number => (plusMinus > 0 ? 10 ** Math.floor(Math.log10(plusMinus)) : 0);
/** A figure with as many digits as its ± leaves. */
const valueText = (figure: RecordedFigure): string => {
  const { what, value, unit } = figure;
  return quantityText(value, unit, { step: stepOf(figure), signed: what === 'carrier' || what === 'turn-on' || what === 'drift' });
};
/** The same with its ±: `+120 Hz ± 14 Hz`. */
export const recordedText = (figure: RecordedFigure): string =>
  `${valueText(figure)} ± ${quantityText(figure.plusMinus, figure.unit, { step: stepOf(figure) })}`;

/** What the curve of a recording is of. */
export const curveOf = ({ of, figures }: { readonly of: Body['of']; readonly figures: readonly Pick<RecordedFigure, 'what'>[] }): string =>
  of === 'sound'
    ? 'response'
    : figures.some(({ what }) => what === 'low-corner' || what === 'high-corner')
      ? 'response of the modulation'
      : 'spectrum about the carrier';

/** Short, for the tape; the sheet has each with its ±. */
const all = ({ figures }: Body): string => figures.map((figure) => `${recordedNames[figure.what]} ${valueText(figure)}`).join(', ');
const began = ({ of, seconds }: Body): string =>
  `${of === 'transmission' ? 'Transmission' : 'Sound'} of ${quantityText(seconds, 's', { step: 0.1 })}`;

export const recording = defineKind('recording', {
  title: 'Recording',
  about: 'What a recording of one transmission, or of sound from the set, told, each figure with its ±, and what it could not tell.',
  fields,
  words: (entry) => {
    const under = conditionText(entry.condition);
    return { what: `${began(entry)}${under ? `, ${under}` : ''}: ${all(entry)}` };
  },
  paper: { counted: 'Recorded: each figure before and after the repair, with its ±, and the curves' },
  line: { none: 'a recording is taken in Test, from a file or the input' },
  examples: [
    {
      kind: 'recording',
      of: 'transmission',
      from: 'over.wav',
      seconds: 3.2,
      condition: { keyed: true, mode: 'FM', channel: 19 },
      nominalHz: 27_185_000,
      receiver: 'receiver set against the shop’s reference on 2031-03-04',
      figures: [
        { what: 'carrier', value: 120, unit: 'Hz', plusMinus: 14 },
        { what: 'deviation', value: 2100, unit: 'Hz', plusMinus: 42 },
      ],
      cannot: ['absolute power'],
    },
    {
      kind: 'recording',
      of: 'sound',
      from: 'line input',
      seconds: 0.7,
      condition: { keyed: false },
      figures: [{ what: 'sinad', value: 12.3, unit: 'dB', plusMinus: 0.3 }],
      cannot: [],
    },
  ],
});
