import { CoreError } from '../errors/core-error';
import { sUnitsIn } from './s-units';
import { takesNoPrefix, unitSpellings, type Unit } from './unit';

export interface Quantity {
  /** In the unit's SI base, e.g. 4k7 is 4700. */
  readonly value: number;
  /** Empty when the text gave none and none was expected. */
  readonly unit: Unit;
  /** What one step of the last digit typed is worth, in the same unit: 27.185M gives 1000 Hz. */
  readonly step: number;
}

export interface ParseOptions {
  /** The unit the place calls for. It is taken where the text gives none; another unit is refused. */
  readonly unit?: Unit;
}

const powerOfPrefix: Readonly<Record<string, number>> = { p: -12, n: -9, u: -6, µ: -6, μ: -6, m: -3, k: 3, K: 3, M: 6, G: 9 };
const digitsOf = /^\d+/;

/**
 * Reads a value in trade notation: `4k7`, `2.2u`, `0.3uV`, `-107dBm`, `27.185M`, `13.8 V`, `4,7k`, `4R7`.
 *
 * The prefix may stand for the decimal point (`2n2`, `1M5`). A comma is a decimal comma; `12,000` is refused,
 * because half its readers take it for twelve thousand. Capital M is mega and small m milli, save with hertz,
 * where a thousandth is never meant. Unit letters may be in either case.
 *
 * @throws CoreError `unreadable` with the `position` of the first character that makes no sense.
 * @example
 * parseQuantity('4k7') //~> { value: 4700, unit: '', step: 100 }
 * parseQuantity('-107', { unit: 'dBm' }) //~> { value: -107, unit: 'dBm', step: 1 }
 * parseQuantity('27.185M', { unit: 'Hz' }) //~> { value: 27_185_000, unit: 'Hz', step: 1000 }
 */
export function parseQuantity(text: string, { unit: expected }: ParseOptions = {}): Quantity {
  const refuse = (position: number, message: string, remedy = 'Write it like 4k7, 0.3uV, -107dBm or 13.8V.'): never => {
    throw new CoreError('unreadable', 'value', message, remedy, position);
  };
  const at = (position: number): string => text.slice(position, position + 1);
  if (expected === 'S')
    return sUnitsIn(text) ?? refuse(0, `"${text.trim()}" is nothing that an S-meter shows.`, 'Write it like S7, S5.5 or S9+20.');
  let position = text.length - text.trimStart().length;
  const end = text.trimEnd().length;
  if (position >= end) refuse(position, 'No value was given.');

  let sign = 1;
  if (/[+\-−]/.test(at(position))) {
    sign = at(position) === '+' ? 1 : -1;
    position += 1;
  }

  const whole = digitsOf.exec(text.slice(position))?.[0] ?? '';
  position += whole.length;
  let fraction = '';
  const separator = at(position);
  if (separator === '.' || separator === ',') {
    const separatorAt = position;
    position += 1;
    fraction = digitsOf.exec(text.slice(position))?.[0] ?? '';
    position += fraction.length;
    if (separator === ',' && fraction.length === 3 && whole !== '0' && whole !== '')
      refuse(separatorAt, `"${text.trim()}" can be read in two ways.`, `Write ${whole}${fraction} or ${whole}.${fraction}.`);
    if (at(position) === '.' || at(position) === ',')
      refuse(position, 'A second decimal sign.', 'Write thousands without a sign between them.');
  }
  if (whole === '' && fraction === '')
    refuse(position, position < end ? `"${at(position)}" is not the start of a number.` : 'The number is missing.');

  const figureEnd = position;
  while (position < end && at(position) === ' ') position += 1;
  const letterAt = position;

  // A prefix, possibly in place of the decimal point; R and Ω stand for the point of a value in ohms.
  let exponent = 0;
  let unit: Unit = '';
  let prefixAt = -1;
  const prefix = at(position);
  const rest = text.slice(position, end).toLowerCase();
  // A lone m is milli, save where a length belongs.
  const spellings: typeof unitSpellings = expected === 'm' ? [...unitSpellings, ['m', 'm']] : unitSpellings;
  const isWholeUnit = spellings.some(([spelling]) => rest === spelling);
  if (prefix === 'R' || prefix === 'r') {
    unit = 'ohm';
    position += 1;
  } else if (prefix in powerOfPrefix && !isWholeUnit) {
    exponent = powerOfPrefix[prefix] ?? 0;
    prefixAt = position;
    position += 1;
  }
  if ((prefixAt >= 0 || unit === 'ohm') && /\d/.test(at(position))) {
    // `20r7` is a value, `20 r7` a value and something else.
    if (letterAt > figureEnd)
      refuse(
        letterAt,
        `"${text.slice(letterAt, end)}" is not understood here.`,
        'Write the letter and what follows it close to the figure, or leave it away.',
      );
    if (fraction !== '' || separator === '.' || separator === ',')
      refuse(position, 'A decimal sign and a letter in its place.', `Write 4.7${prefix} or 4${prefix}7, not both.`);
    fraction = digitsOf.exec(text.slice(position))?.[0] ?? '';
    position += fraction.length;
  }
  while (position < end && at(position) === ' ') position += 1;

  if (position < end) {
    const tail = text.slice(position, end).toLowerCase();
    const known = spellings.find(([spelling]) => spelling === tail);
    if (!known || (unit === 'ohm' && known[1] !== 'ohm')) refuse(position, `"${text.slice(position, end)}" is not a unit known here.`);
    else unit = known[1];
  }
  if (expected && unit === '') unit = expected;
  if (expected && unit !== expected) {
    const got = unit;
    refuse(position, `A value in ${expected} belongs here, not ${got}.`, `Give it in ${expected}.`);
  }
  if (prefixAt >= 0 && takesNoPrefix(unit)) refuse(prefixAt, `${unit} takes no prefix.`, `Write it as a plain figure in ${unit}.`);
  if (prefix === 'm' && exponent === -3 && unit === 'Hz') exponent = 6;

  const value = Number(`${whole || '0'}.${fraction || '0'}e${exponent}`) * sign;
  if (!Number.isFinite(value)) refuse(0, 'The number is too large.');
  return { value: value === 0 ? 0 : value, unit, step: Number(`1e${exponent - fraction.length}`) };
}
