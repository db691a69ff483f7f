import { formatQuantity, quantityText, type Unit } from '../quantity';

/** Limits in words: `1.5–2 kHz`, `max 0.5 µV`, `min 3.4 W`, `±600 Hz`. */
export function limitsText(low: number | undefined, high: number | undefined, unit: Unit): string {
  if (low === undefined) return high === undefined ? 'no limit' : `max ${quantityText(high, unit)}`;
  if (high === undefined) return `min ${quantityText(low, unit)}`;
  if (low === -high && high > 0) return `±${quantityText(high, unit)}`;
  // Limits close together, as those of a carrier, are told to a hundredth of what lies between them.
  const between = Math.abs(high - low) / Math.max(Math.abs(low), Math.abs(high));
  const digits = Math.max(4, between > 0 ? Math.ceil(2 - Math.log10(between)) : 9);
  const [from, to] = [formatQuantity(low, unit, { digits }), formatQuantity(high, unit, { digits })];
  // Levels in dB and figures around zero would be misread with a dash between them.
  return from.unit === to.unit && low >= 0
    ? `${from.number}–${to.number}${to.unit ? ` ${to.unit}` : ''}`
    : `${quantityText(low, unit, { digits })} to ${quantityText(high, unit, { digits })}`;
}
