import type { ValueWanted } from '../entry';
import { instrumentsFor, ownStep, type Instrument } from '../measure';
import { isLevel, quantityText, type Unit } from '../quantity';
import { figureWords } from '../tape';
import { canBeLinked, type ScpiReading } from './scpi';

/** Who takes a reading over a link, or why nobody does. */
export type Reader = { readonly instrument: Instrument } | { readonly why: string };

/** The largest value an instrument takes of a unit; endless where its handbook names no ranges. */
const mostOf = (instrument: Instrument, unit: Unit): number =>
  Math.max(...((instrument.byUnit?.[unit] ?? instrument).ranges ?? [Infinity]));

/**
 * The linked instrument that reads what is wanted: the one that was said, else the one reached for first where several do. One whose ranges
 * end below it is left out.
 */
export function readerFor(wanted: ValueWanted, instruments: readonly Instrument[]): Reader {
  const { unit, most = 0, by } = wanted;
  const able = canBeLinked(unit) ? instrumentsFor(by ? instruments.filter(({ id }) => id === by.id) : instruments, wanted) : [];
  if (by && !able.length) return { why: `${by.name} does not read this over the link: type what it shows.` };
  const linked = able.filter(({ link }) => link);
  const fit = linked.find((instrument) => isLevel(unit) || mostOf(instrument, unit) >= most);
  if (fit) return { instrument: fit };
  const [small] = linked;
  if (small)
    return {
      why: `${small.name} goes to ${quantityText(mostOf(small, unit), unit)}, and ${quantityText(most, unit)} may stand here: take another by hand.`,
    };
  return { why: able[0] ? `${able[0].name} is not linked: type what it shows.` : 'No instrument of the shop reads this.' };
}

/**
 * What one step of a reading is worth: of the digits that were sent and those the instrument really has, the coarser.
 * Instruments send more digits than they show.
 */
export function honestStep({ value, step }: ScpiReading, unit: Unit, instrument: Instrument): number {
  if (value === null) return 0;
  const digits = unit === 'Hz' ? instrument.counter?.displayDigits : undefined;
  const shown = digits && value !== 0 ? 10 ** (Math.floor(Math.log10(Math.abs(value))) + 1 - digits) : 0;
  const own = digits ? 0 : (ownStep({ value, unit }, instrument) ?? 0);
  const coarsest = Math.max(step, shown, own);
  // To a step that a line of digits can hold.
  return coarsest > 0 ? 10 ** Math.ceil(Math.log10(coarsest) - 1e-9) : 0;
}

/** Whether two readings in a row agree: within three steps, two parts in a thousand, or 0.3 dB. */
export function isSteady(before: number | null, now: number | null, step: number, unit: Unit): boolean {
  if (before === null || now === null) return before === now;
  const apart = Math.abs(now - before);
  return apart <= Math.max(3 * step, isLevel(unit) ? 0.3 : 0.002 * Math.max(Math.abs(now), Math.abs(before)));
}

/** A line that wanted a value, with the value that was read, before who read it: `tp3` and 13.21 V give `tp3 13.21 V`. */
export function lineWith(line: string, reading: ScpiReading, unit: Unit): string {
  const [, base = line, by = ''] = /^(.*?)(\s+(?:by|with)\s.*)?$/i.exec(line.trim()) ?? [];
  return `${base} ${figureWords(reading, unit)}${by}`;
}
