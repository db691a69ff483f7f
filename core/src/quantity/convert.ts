import { attempt } from '../errors';
import { parseQuantity, type Quantity } from './parse-quantity';
import type { Unit } from './unit';

/** What a figure may be turned by at its place. */
export interface ConvertAt {
  /** Impedance across which a level is read, in ohm. */
  readonly ohm: number;
  /** The frequency from which an error is told, in Hz. */
  readonly nominalHz?: number | undefined;
}

type Turn = (value: number, at: ConvertAt) => number;
const dBmOfW = (watts: number): number => 10 * Math.log10(watts / 1e-3);
const wOfDbm = (dBm: number): number => 1e-3 * 10 ** (dBm / 10);
/** How a figure in one unit becomes one in another: P = U²/R, 0 dBm = 1 mW. */
const turns: Readonly<Partial<Record<`${Unit} ${Unit}`, Turn>>> = {
  'dBm V': (dBm, { ohm }) => Math.sqrt(wOfDbm(dBm) * ohm),
  'dBm W': (dBm) => wOfDbm(dBm),
  'V dBm': (volts, { ohm }) => dBmOfW(volts ** 2 / ohm),
  'V W': (volts, { ohm }) => volts ** 2 / ohm,
  'W dBm': (watts) => dBmOfW(watts),
  'W V': (watts, { ohm }) => Math.sqrt(watts * ohm),
  'ppm Hz': (ppm, { nominalHz = NaN }) => ppm * 1e-6 * nominalHz,
};

/** A figure as it was typed, in its own unit: also a level in dBµV, and a voltage of a generator told as EMF, twice that across its load. */
function asTyped(text: string): Quantity | undefined {
  const decibels = /^(.*?)\s*dB[uµμ]V$/i.exec(text)?.[1];
  if (decibels !== undefined) {
    const read = attempt(() => parseQuantity(decibels));
    if (!read.ok || read.value.unit !== '') return undefined;
    const volts = (level: number): number => 1e-6 * 10 ** (level / 20);
    const { value, step } = read.value;
    return { value: volts(value), unit: 'V', step: volts(value + step) - volts(value) };
  }
  const [, figure = text, emf] = /^(.*?)\s+(emf|pd)$/i.exec(text) ?? [];
  const read = attempt(() => parseQuantity(figure));
  if (!read.ok || (emf && read.value.unit !== 'V')) return undefined;
  const share = emf?.toLowerCase() === 'emf' ? 0.5 : 1;
  return { ...read.value, value: read.value.value * share, step: read.value.step * share };
}

/**
 * A figure typed in another unit, in the one that its place calls for; undefined where it cannot be turned into that.
 * @example
 * convertedQuantity('-107dBm', 'V', { ohm: 50 }) //~> { value: 0.000001, unit: 'V', step: 0.0000001 }
 * convertedQuantity('2uV emf', 'V', { ohm: 50 }).value //~> 0.000001
 */
export function convertedQuantity(text: string, unit: Unit, at: ConvertAt): Quantity | undefined {
  const typed = asTyped(text.trim());
  if (!typed) return undefined;
  if (typed.unit === unit) return typed;
  const turn = turns[`${typed.unit} ${unit}`];
  const turned = (value: number): number => turn?.(value, at) ?? NaN;
  const value = turned(typed.value);
  // A step of a level is worth more the higher it stands.
  const step = Math.abs(turned(typed.value + typed.step) - value);
  if (!Number.isFinite(value) || !Number.isFinite(step)) return undefined;
  // No more digits than were typed, and no binary dust.
  const worth = step > 0 ? 10 ** Math.floor(Math.log10(step)) : 0;
  return { value: worth > 0 ? Number((Math.round(value / worth) * worth).toPrecision(12)) : value, unit, step: worth };
}
