import { CoreError } from '../errors';
import { parseQuantity, quantityText, type Unit } from '../quantity';
import type { InstrumentAccuracy } from './instrument';

type Part = Pick<InstrumentAccuracy, 'percentOfReading' | 'percentOfRange' | 'counts' | 'ppm' | 'ppmPerYear' | 'decibels' | 'resolution'>;

const number = String.raw`(\d+(?:[.,]\d+)?)`;
/** How a handbook writes each part of an accuracy; the first that fits counts. */
const written: readonly (readonly [RegExp, keyof Part])[] = [
  [new RegExp(`^${number}\\s*%\\s*(?:of\\s*)?(?:range|full scale|scale|fs|f\\.s\\.|fsd)$`, 'i'), 'percentOfRange'],
  [new RegExp(`^${number}\\s*%(?:\\s*(?:of\\s*)?(?:reading|rdg|value))?$`, 'i'), 'percentOfReading'],
  [new RegExp(`^${number}\\s*(?:digits?|dgts?|d|counts?|lsd)$`, 'i'), 'counts'],
  [new RegExp(`^${number}\\s*ppm\\s*(?:/|a|per)\\s*(?:year|yr|a)$`, 'i'), 'ppmPerYear'],
  [new RegExp(`^${number}\\s*ppm$`, 'i'), 'ppm'],
  [new RegExp(`^${number}\\s*dB$`, 'i'), 'decibels'],
];

/**
 * An accuracy as a handbook writes it: `±(0.5% + 2 digits)`, `5% of full scale`, `1 ppm + 0.5 ppm a year`, `1.5 dB`; with the least step,
 * where it is the same on every range, as `a step of 10 mV`.
 * @throws CoreError `unreadable` with the part that cannot be read
 * @example
 * readAccuracy('±(0.5% + 2 digits)', 'V') //~> { percentOfReading: 0.5, counts: 2 }
 */
export function readAccuracy(text: string, unit: Unit): Part {
  const parts: { -readonly [K in keyof Part]: Part[K] } = {};
  const said = text
    .replace(/[±()]/g, ' ')
    .split(/\+|;/)
    .map((part) => part.trim())
    .filter(Boolean);
  for (const part of said) {
    const step = /^(?:a\s+)?(?:step|resolution)(?:\s+of)?\s+(\S.*)$/i.exec(part)?.[1];
    if (step) {
      parts.resolution = Math.abs(parseQuantity(step, { unit }).value);
      continue;
    }
    const found = written.find(([pattern]) => pattern.test(part));
    if (!found)
      throw new CoreError(
        'unreadable',
        'accuracy',
        `"${part}" is no part of an accuracy.`,
        'Write it as the handbook does: 0.5% + 2 digits, 5% of full scale, 1 ppm + 0.5 ppm a year, or 1.5 dB.',
      );
    const [pattern, field] = found;
    parts[field] = Number((pattern.exec(part)?.[1] ?? '').replace(',', '.'));
  }
  return parts;
}

/** The same, written: `±0.5% + 2 digits`; empty where nothing is said. */
export function accuracyText(of: InstrumentAccuracy, unit: Unit): string {
  const parts = [
    of.percentOfReading === undefined ? '' : `${of.percentOfReading}%`,
    of.percentOfRange === undefined ? '' : `${of.percentOfRange}% of range`,
    of.ppm === undefined ? '' : `${of.ppm} ppm`,
    of.ppmPerYear === undefined ? '' : `${of.ppmPerYear} ppm a year`,
    of.decibels === undefined ? '' : `${of.decibels} dB`,
    of.counts === undefined ? '' : `${of.counts} ${of.counts === 1 ? 'digit' : 'digits'}`,
    of.resolution ? `a step of ${quantityText(of.resolution, unit)}` : '',
  ].filter(Boolean);
  return parts.length > 0 ? `±${parts.join(' + ')}` : '';
}
