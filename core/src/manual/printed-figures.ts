import { parseQuantity, type Quantity, type Unit } from '../quantity';

/** What a manual prints as right: a figure, its limits, or both. */
export interface PrintedFigures {
  readonly unit: Unit;
  readonly nominal?: number;
  readonly low?: number;
  readonly high?: number;
}

const number = '[+-]?\\d+(?:[.,]\\d+)?';
const unitWord = '(?:[pnuµμmkKMG]?(?:Vrms|Vp-p|Vdc|Vac|volts?|V|amps?|A|watts?|W|Hz|c\\/s|ohms?|Ω|F|H)|dBm|dBc|dB|ppm|%|s\\b)';
const atEnds = (body: string): RegExp => new RegExp(`^${body}$`, 'i');
const figure = `(${number})\\s*(${unitWord})?`;

const plain = (text: string): string =>
  text
    .replace(/[−–—](?=\s*\d)/g, '-')
    .replace(/\+\s*\/\s*-|\+-/g, '±')
    .replace(/(\d)\s*(?:-|–|—|…|\.{2,3})\s*(?=\d)/g, '$1 to ')
    .replace(/\s+/g, ' ')
    .replace(/^[:=\s]+|[\s.;]+$/g, '')
    .trim();

/** `Vdc`, `volts` and the like as the unit that is meant. */
const plainUnit = (unit: string): string => unit.replace(/^([pnuµμmkKMG]?)(?:Vrms|Vp-p|Vdc|Vac|volts?)$/i, '$1V').replace(/c\/s/i, 'Hz');

/** A number with the unit that stands at it, or else with the one that the column calls for. */
function quantity(value: string, unit: string | undefined, hint: string): Quantity | undefined {
  try {
    // A manual's comma is a decimal one.
    return parseQuantity(`${value.replace(',', '.')}${plainUnit(unit ?? hint)}`);
  } catch {
    return undefined;
  }
}

type Shape = (
  of: (value?: string, unit?: string) => Quantity | undefined,
  found: readonly (string | undefined)[],
) => PrintedFigures | undefined;

const limitsOf = (low: Quantity | undefined, high: Quantity | undefined, nominal?: Quantity): PrintedFigures | undefined => {
  const unit = (low ?? high ?? nominal)?.unit;
  if (unit === undefined || (low && high && low.value > high.value)) return undefined;
  return {
    unit,
    ...(nominal ? { nominal: nominal.value } : {}),
    ...(low ? { low: low.value } : {}),
    ...(high ? { high: high.value } : {}),
  };
};
/** Sums of printed decimals, without the dust of binary ones. */
const clean = (value: number): number => Number(value.toPrecision(9));

const about = '(?:approx(?:imately)?\\.?|about|around|approx\\.?|ca\\.?|~|≈|typ(?:ical(?:ly)?)?\\.?|nom(?:inal)?\\.?)?\\s*';
const shapes: readonly (readonly [RegExp, Shape])[] = [
  // 8 V ± 0.4 V, 8 ± 5 %
  [
    atEnds(`${about}${figure}\\s*\\(?±\\s*${figure}\\)?`),
    (of, [, value, unit, spread, spreadUnit]) => {
      const nominal = of(value, unit ?? (spreadUnit === '%' ? undefined : spreadUnit));
      if (!nominal) return undefined;
      const by =
        spreadUnit === '%' ? (Math.abs(nominal.value) * Number(spread?.replace(',', '.'))) / 100 : of(spread, spreadUnit ?? unit)?.value;
      return by === undefined
        ? undefined
        : { unit: nominal.unit, nominal: nominal.value, low: clean(nominal.value - by), high: clean(nominal.value + by) };
    },
  ],
  // ± 500 Hz
  [
    atEnds(`(?:within|less than|better than|max(?:imum)?\\.?)?\\s*±\\s*${figure}(?:\\s*(?:or less|or better|max\\.?))?`),
    (of, [, value, unit]) => {
      const spread = of(value, unit);
      return spread && { unit: spread.unit, low: -spread.value, high: spread.value };
    },
  ],
  // 7.6 V to 8.4 V
  [
    atEnds(`(?:between\\s*)?${about}${figure}\\s*(?:to|and)\\s*${figure}`),
    (of, [, from, fromUnit, to, toUnit]) => limitsOf(of(from, fromUnit ?? toUnit), of(to, toUnit ?? fromUnit)),
  ],
  // at least 7 V, 7 V or more
  [
    atEnds(`(?:≥|>|at least|more than|min(?:imum)?\\.?|over|not less than)\\s*${figure}`),
    (of, [, value, unit]) => limitsOf(of(value, unit), undefined),
  ],
  [
    atEnds(`${figure}\\s*\\(?(?:or more|or higher|or above|min(?:imum)?\\.?|and up)\\)?`),
    (of, [, value, unit]) => limitsOf(of(value, unit), undefined),
  ],
  // at most
  [
    atEnds(`(?:≤|<|at most|less than|max(?:imum)?\\.?|under|below|not more than|no more than|up to)\\s*${figure}`),
    (of, [, value, unit]) => limitsOf(undefined, of(value, unit)),
  ],
  [
    atEnds(`${figure}\\s*\\(?(?:or less|or lower|or below|max(?:imum)?\\.?)\\)?`),
    (of, [, value, unit]) => limitsOf(undefined, of(value, unit)),
  ],
  // 8.0 V; which way `better` goes depends on what it is said of
  [
    atEnds(`(?:better than\\s*)?${about}${figure}(?:\\s*or better)?`),
    (of, [, value, unit]) => limitsOf(undefined, undefined, of(value, unit)),
  ],
];

/**
 * The figures that a cell of a manual gives: `8.0 V`, `7.6–8.4 V`, `8 V ± 5 %`, `±500 Hz`, `0.5 µV or less`, `at least 60 dB`.
 * @param hint Unit of the column, with its prefix, where the cell has none, such as `V` or `mV`
 * @returns nothing for anything else, also for figures of which two readings could be meant
 * @example
 * printedFigures('8 V ± 0.4') //~> { unit: 'V', nominal: 8, low: 7.6, high: 8.4 }
 * printedFigures('0.5 µV or less') //~> { unit: 'V', high: 5e-7 }
 * printedFigures('2,5', 'V') //~> { unit: 'V', nominal: 2.5 }
 */
export function printedFigures(text: string, hint = ''): PrintedFigures | undefined {
  const said = plain(text);
  for (const [shape, make] of shapes) {
    const found = shape.exec(said);
    const made = found && make((value, unit) => (value === undefined ? undefined : quantity(value, unit, hint)), found);
    if (made) return made;
  }
  return undefined;
}
