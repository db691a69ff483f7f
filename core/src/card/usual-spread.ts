import { isLevel, type Unit } from '../quantity';

/**
 * How far a healthy set may lie from a nominal, or from one reading of one healthy set, where nothing gives limits: 4 dB of a level,
 * 20 ppm of a frequency, a tenth of the rest, of a voltage at least 50 mV. A rule of thumb of the bench.
 */
export const spreadOf = (value: number, unit: Unit): number =>
  isLevel(unit) ? 4 : unit === 'Hz' ? Math.abs(value) * 20e-6 : Math.max(Math.abs(value) * 0.1, unit === 'V' ? 0.05 : 0);
