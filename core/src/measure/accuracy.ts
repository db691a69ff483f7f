/** What an instrument's handbook says of its error. Every part is optional; those given add up in the worst case. */
export interface Accuracy {
  readonly percentOfReading?: number | undefined;
  readonly percentOfRange?: number | undefined;
  /** Full scale, in the unit of the reading. */
  readonly range?: number | undefined;
  /** Last digits that may be wrong. */
  readonly counts?: number | undefined;
  /** Least step shown, in the unit of the reading. */
  readonly resolution?: number | undefined;
  readonly ppm?: number | undefined;
  readonly ageYears?: number | undefined;
  readonly ppmPerYear?: number | undefined;
}

export interface AccuracyPart {
  readonly name: string;
  readonly how: string;
  /** In the unit of the reading, 0 or more. */
  readonly uncertainty: number;
}

/** The parts of the worst-case error of one reading; a part whose partner is missing is left out. */
export function accuracyParts(value: number, accuracy: Accuracy): AccuracyPart[] {
  const size = Math.abs(value);
  const { percentOfReading, percentOfRange, range, counts, resolution, ppm, ageYears, ppmPerYear } = accuracy;
  const parts: AccuracyPart[] = [];
  const add = (name: string, how: string, uncertainty: number): void => void parts.push({ name, how, uncertainty });
  if (percentOfReading !== undefined) add('Of the reading', `${percentOfReading} % of ${size}`, (percentOfReading / 100) * size);
  if (percentOfRange !== undefined && range !== undefined)
    add('Of the range', `${percentOfRange} % of ${range}`, (percentOfRange / 100) * range);
  if (counts !== undefined && resolution !== undefined) add('Digits', `${counts} × ${resolution}`, counts * resolution);
  if (ppm !== undefined) add('Timebase', `${ppm} ppm of ${size}`, ppm * 1e-6 * size);
  if (ageYears !== undefined && ppmPerYear !== undefined)
    add('Ageing', `${ageYears} years × ${ppmPerYear} ppm of ${size}`, ageYears * ppmPerYear * 1e-6 * size);
  return parts;
}

/** Worst-case uncertainty of one reading: the sum of its parts. */
export const accuracyOf = (value: number, accuracy: Accuracy): number =>
  accuracyParts(value, accuracy).reduce((sum, part) => sum + part.uncertainty, 0);
