import { sUnitsText } from './s-units';
import { takesNoPrefix, unitSign, type Unit } from './unit';

export interface Figure {
  /** Digits with U+2212 for minus, e.g. `6.61` or `−107`. */
  readonly number: string;
  /** Prefix and sign of the unit, e.g. `mV`, `kΩ`. */
  readonly unit: string;
  /** What the prefix multiplies by: 1e6 for `MHz`. */
  readonly by: number;
}

export interface FormatOptions {
  /** What the last digit shown is worth, in the base unit; digits beyond it are dropped. */
  readonly step?: number;
  /** Significant digits where no step is given. Default 4. */
  readonly digits?: number;
  /** Show + before a positive value. */
  readonly signed?: boolean;
}

const prefixes: readonly (readonly [number, string])[] = [
  [9, 'G'],
  [6, 'M'],
  [3, 'k'],
  [0, ''],
  [-3, 'm'],
  [-6, 'µ'],
  [-9, 'n'],
  [-12, 'p'],
];

const exponentFor = (value: number, unit: Unit): number => {
  if (takesNoPrefix(unit) || unit === '' || value === 0) return 0;
  const power = Math.floor(Math.log10(Math.abs(value)) / 3 + 1e-12) * 3;
  // Nobody at the bench says nanovolts, nor millihertz, which would be read back as megahertz.
  const least = unit === 'Hz' ? 0 : unit === 'V' ? -6 : unit === 'A' ? -9 : -12;
  // And a soak of half an hour is no 1.8 ks.
  const most = unit === 's' ? 0 : 9;
  return Math.max(least, Math.min(most, power));
};

/** Engineering notation for people: 4700 ohm is `4.7 kΩ`, 1e-6 V is `1 µV`. Levels in dB take no prefix. */
export function formatQuantity(value: number, unit: Unit, options: FormatOptions = {}): Figure {
  if (unit === 'S' && !options.signed) return { number: sUnitsText(value, options.step ?? 0.1), unit: '', by: 1 };
  const exponent = exponentFor(value, unit);
  const scaled = value / 10 ** exponent;
  const { step = 0 } = options;
  let decimals: number;
  if (step > 0) {
    decimals = Math.max(0, Math.min(9, exponent - Math.floor(Math.log10(step) + 1e-9)));
  } else {
    const whole = scaled === 0 ? 1 : Math.floor(Math.log10(Math.abs(scaled)) + 1e-12) + 1;
    // A bare figure has no prefix to come up by: 0.0001 is shown as that, and not as nothing.
    const from = unit === '' ? whole : Math.max(1, whole);
    decimals = Math.max(0, Math.min(9, (options.digits ?? 4) - from));
  }
  // 27.185 is stored a hair below itself; without the nudge it would be shown as 27.18.
  let number = (Math.abs(scaled) * (1 + 1e-12)).toFixed(decimals);
  if (!(step > 0) && number.includes('.')) number = number.replace(/\.?0+$/, '');
  const sign = scaled < 0 && Number(number) !== 0 ? '−' : options.signed && scaled > 0 ? '+' : '';
  const prefix = prefixes.find(([power]) => power === exponent)?.[1] ?? '';
  return { number: sign + number, unit: prefix + unitSign(unit), by: 10 ** exponent };
}

/** Number and unit in one run of text, e.g. `6.61 V`; percent stands close to its number. */
export function quantityText(value: number, unit: Unit, options: FormatOptions = {}): string {
  const figure = formatQuantity(value, unit, options);
  return figure.unit === '' ? figure.number : `${figure.number}${figure.unit === '%' ? '' : ' '}${figure.unit}`;
}

/**
 * A value as one types it: the prefix is the largest that shows all of it and no digit beyond its step, so that it reads back as the
 * same value with the same step. A unit without prefixes is written as it is, whatever its step.
 * @example
 * writtenQuantity(0.62, 'V', 0.01) //~> '0.62 V'
 * writtenQuantity(27_185_120, 'Hz', 10) //~> '27.18512 MHz'
 */
export function writtenQuantity(value: number, unit: Unit, step: number): string {
  if (unit === 'S') return sUnitsText(value, step);
  const shown = exponentFor(value, unit);
  if (!(step > 0)) return withPrefix(String(Number((value / 10 ** shown).toPrecision(12))), shown, unit);
  const worth = Math.round(Math.log10(step));
  const exponent = worth <= shown || takesNoPrefix(unit) || unit === '' ? shown : Math.min(9, Math.ceil(worth / 3) * 3);
  // Counted in steps the digits are whole, and no rounding of binary fractions shows.
  const steps = String(Math.round(Math.abs(value) / step)) + '0'.repeat(Math.max(0, worth - exponent));
  const decimals = Math.max(0, exponent - worth);
  const padded = steps.padStart(decimals + 1, '0');
  const number = decimals === 0 ? padded : `${padded.slice(0, -decimals)}.${padded.slice(-decimals)}`;
  return withPrefix(`${value < 0 ? '-' : ''}${number}`, exponent, unit);
}

const withPrefix = (number: string, exponent: number, unit: Unit): string =>
  `${number} ${prefixes.find(([power]) => power === exponent)?.[1] ?? ''}${unitSign(unit)}`.trim();
