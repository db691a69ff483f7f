import { attempt, CoreError } from '../errors';
import { refuse, type Word } from '../line';
import { convertedQuantity, parseQuantity, quantityText, type ConvertAt, type Quantity, type Unit } from '../quantity';
import { deadWords } from './part-words';

/** Impedance in ohm across which levels are told at this bench. */
export const levelOhm = 50;

/** More than anything that is measured at a bench: a slip of the prefix. */
const most: Partial<Record<Unit, number>> = { V: 1e5, A: 1e4, W: 1e6, ohm: 1e13, F: 100, H: 1e5, Hz: 1e12, s: 1e7, dB: 500, dBm: 300 };
function checkSize({ value, unit }: Quantity, at: number): void {
  if (Math.abs(value) > (most[unit] ?? Infinity))
    refuse(at, `${quantityText(value, unit)} is more than anything at this bench.`, 'Look at the prefix: m is a thousandth, M a million.');
}

export interface Taken {
  readonly quantity: Quantity | null;
  readonly unit: Unit;
  /** As it was typed, where that was in another unit than the place has. */
  readonly typed?: string;
  /** Whether the meter showed only that it is more than it can show: the quantity is the most that it does. */
  readonly over?: true;
}

/** What a meter shows that has no more range, and for how much at the least that is taken, in ohm. */
const overWord = 'ol';
const overOhm = 10e6;
/** No range of a meter ends so low. */
const leastOverOhm = 10;

/** Whether a value is one that the meter could not show: `ol`, or `>40M`. */
export const isOver = (words: readonly Word[]): boolean =>
  (words.length === 1 && words[0]?.text.toLowerCase() === overWord) || words[0]?.text.startsWith('>') === true;

/** A resistance of which the meter shows only that it is more than it can show. */
export function takeOver(words: readonly Word[], line: string): Taken {
  const [first, ...more] = words;
  if (!first?.text.startsWith('>')) return { quantity: { value: overOhm, unit: 'ohm', step: 0 }, unit: 'ohm', over: true };
  const rest = first.text === '>' ? more : [{ ...first, text: first.text.slice(1), at: first.at + 1 }, ...more];
  const { quantity, unit } = takeValue(rest, 'ohm', line);
  if (quantity && quantity.value < leastOverOhm)
    return refuse(first.at + 1, 'More than the meter shows is kept of a resistance only.', 'Write the end of the range, like >40M.');
  return { quantity, unit, over: true };
}

/** The value at the end of a line; `dead` means that the point was measured and nothing was there. */
export function takeValue(words: readonly Word[], unit: Unit | undefined, line: string, at?: ConvertAt): Taken {
  const first = words[0];
  if (!first)
    return refuse(
      line.length,
      'The value is missing.',
      unit ? `Add it, in ${unit}; or write dead.` : 'Add it, such as 6.6v; or write dead.',
    );
  if (words.length === 1 && deadWords.includes(first.text.toLowerCase())) return { quantity: null, unit: unit ?? '' };
  const text = line.slice(first.at).trimEnd();
  const [, second] = words;
  // `20r7` is a value, `20 r7` a value and something else.
  if (second && /^[a-zµΩ]{1,2}\d/i.test(second.text))
    return refuse(second.at, `"${second.text}" is not understood here.`, 'One value at a time: write the other on a line of its own.');
  const read = attempt(() => parseQuantity(text, unit === undefined ? {} : { unit }));
  const turned = !read.ok && unit !== undefined && at ? convertedQuantity(text, unit, at) : undefined;
  if (turned && unit !== undefined) {
    checkSize(turned, first.at);
    return { quantity: turned, unit, typed: text };
  }
  if (!read.ok) {
    const { code, message, remedy, position = 0 } = read.failure;
    throw new CoreError(code, 'line', message, remedy, first.at + position);
  }
  checkSize(read.value, first.at);
  return { quantity: read.value, unit: read.value.unit };
}
