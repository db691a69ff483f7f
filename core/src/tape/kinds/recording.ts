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

/** A figure with as many digits as its ± leaves: `+120 Hz ± 14 Hz`. */
export function recordedText({ what, value, unit, plusMinus }: RecordedFigure): string {
  const signed = what === 'carrier' || what === 'turn-on' || what === 'drift';
  const step = plusMinus > 0 ? 10 ** Math.floor(Math.log10(plusMinus)) : 0;
  return `${quantityText(value, unit, { step, signed })} ± ${quantityText(plusMinus, unit, { step })}`;
}

const all = ({ figures }: Body): string => figures.map((figure) => `${recordedNames[figure.what]} ${recordedText(figure)}`).join(', ');
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
  paper: {
    lines: (entry) => {
      const under = conditionText(entry.condition);
      const by = entry.receiver ? ` (${entry.receiver})` : '';
      return [{ place: 'measured', text: `${began(entry)}${under ? `, ${under}` : ''}: ${all(entry)}${by}` }];
    },
  },
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
