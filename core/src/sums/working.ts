import { quantityText, type Unit } from '../quantity';

/** One line of working: what was worked out, how with the numbers put in, and what came of it. */
export interface Step {
  readonly what: string;
  readonly how?: string;
  readonly is?: string;
}

export const step = (what: string, how?: string, is?: string): Step => ({
  what,
  ...(how === undefined ? {} : { how }),
  ...(is === undefined ? {} : { is }),
});

/** The step as one writes it down: `Shunt arms: 50 × (K + 1) / (K − 1) = 53.27 Ω`. */
export const stepText = ({ what, how, is }: Step): string =>
  how === undefined ? (is === undefined ? what : `${what}: ${is}`) : is === undefined ? `${what}: ${how}` : `${what}: ${how} = ${is}`;

/** A figure for the working: four digits in engineering notation, `none` where it does not exist. */
export const shown = (value: number | null, unit: Unit = '', digits = 4): string => {
  if (value === null || !Number.isFinite(value)) return 'none';
  const size = Math.abs(value);
  if (size !== 0 && (size < 1e-12 || size >= 1e13)) return `${value.toExponential(3)}${unit ? ` ${unit}` : ''}`;
  return quantityText(value, unit, { digits });
};

/** A frequency to the hertz, for it is the last digits that matter: `27.185120 MHz`. */
export const shownHz = (hz: number): string => quantityText(hz, 'Hz', { digits: 9 });

/** Counts in words where they stand in a sentence: `1 channel`, `3 channels`. */
export const counted = (n: number, noun: string): string => `${n} ${noun}${n === 1 ? '' : 's'}`;
