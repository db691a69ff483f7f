import type { Quantity } from './parse-quantity';

/** Decibels that one S-unit is worth below S9. */
const dBPerUnit = 6;

/**
 * What an S-meter shows, as it is said: `S7`, `5.5`, `S9+20`, `9 +20 dB`, `+20`. Kept as one figure in S-units; above S9 six decibels are
 * one more. Undefined for any other text.
 * @example
 * sUnitsIn('S9+30') //~> { value: 14, unit: 'S', step: 0.16666666666666666 }
 */
export function sUnitsIn(text: string): Quantity | undefined {
  const [all, units, decimals, over] = /^\s*s?\s*(\d(?:[.,](\d))?)?\s*(?:\+\s*(\d{1,2})\s*(?:dB)?)?\s*$/i.exec(text) ?? [];
  if (all === undefined || (units === undefined && over === undefined)) return undefined;
  const below = units === undefined ? 9 : Number(units.replace(',', '.'));
  if (below > 9) return undefined;
  if (over === undefined) return { value: below, unit: 'S', step: decimals === undefined ? 1 : 0.1 };
  return below === 9 ? { value: 9 + Number(over) / dBPerUnit, unit: 'S', step: 1 / dBPerUnit } : undefined;
}

/** A figure in S-units as the meter says it: `S7`, `S9+20 dB`. */
export function sUnitsText(value: number, step: number): string {
  if (value > 9) return `S9+${Math.round((value - 9) * dBPerUnit)} dB`;
  return `S${value.toFixed(step > 0 && step < 1 && !Number.isInteger(value) ? 1 : 0)}`;
}

/** A figure in S-units, as S and the decibels over S9. */
export const sUnitsShown = (value: number): { readonly s: number; readonly plusDb: number } =>
  value > 9 ? { s: 9, plusDb: Math.round((value - 9) * dBPerUnit * 1e6) / 1e6 } : { s: value, plusDb: 0 };
