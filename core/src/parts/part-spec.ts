import { figuresIn } from '../quantity';

/** What the name of a part says of it: `220 µF 25 V 105 °C 8 × 11.5 mm`. */
export interface PartSpec {
  readonly farad?: number;
  readonly ohm?: number;
  readonly henry?: number;
  readonly hertz?: number;
  readonly volts?: number;
  readonly watts?: number;
  readonly amps?: number;
  readonly celsius?: number;
  readonly diameterM?: number;
  readonly heightM?: number;
  readonly pitchM?: number;
}

/** Names that were read: a list asks for those of the whole stock again and again. */
const known = new Map<string, PartSpec>();
const mostKnown = 10_000;

/** Diameter and height, unless what follows is a value: `2 × 100 nF` is a count. */
const size = /(\d+(?:[.,]\d+)?)\s?[x×]\s?(\d+(?:[.,]\d+)?)(?![\d.,]|\s?[pnuµμkKMGRΩFHVWA])(?:\s?mm\b)?/;
const pitch = /\b(?:(?:pitch|rm)\s?|p)(\d+(?:[.,]\d+)?)(?:\s?mm)?\b/i;
const celsius = /\b(\d{2,3})\s?°?\s?C\b/i;
const metres = (text: string | undefined): number | undefined => (text === undefined ? undefined : Number(text.replace(',', '.')) / 1000);

/**
 * What the name of a part says of its value, its ratings and its size, in SI units; what it does not say is absent.
 * @example
 * specOf('220u 25v 105c 8x11.5') //~> { farad: 0.00022, volts: 25, celsius: 105, diameterM: 0.008, heightM: 0.0115 }
 */
export function specOf(name: string): PartSpec {
  const before = known.get(name);
  if (before) return before;
  const spec = readSpec(name);
  if (known.size >= mostKnown) known.clear();
  known.set(name, spec);
  return spec;
}

function readSpec(name: string): PartSpec {
  const [sized, wide, high] = size.exec(name) ?? [];
  const [pitched, apart] = pitch.exec(name) ?? [];
  const [warm, degrees] = celsius.exec(name) ?? [];
  const rest = [sized, pitched, warm].reduce<string>((text, part) => (part === undefined ? text : text.replace(part, ' ')), name);
  const { F: farad, ohm, H: henry, Hz: hertz, V: volts, W: watts, A: amps } = figuresIn(rest);
  const all = {
    farad,
    ohm,
    henry,
    hertz,
    volts,
    watts,
    amps,
    celsius: degrees === undefined ? undefined : Number(degrees),
    diameterM: metres(wide),
    heightM: metres(high),
    pitchM: metres(apart),
  };
  return Object.fromEntries(Object.entries(all).filter(([, value]) => value !== undefined)) as PartSpec;
}

/** Figures of parts that are the same value, though one is written with fewer digits. */
export const isSame = (a: number, b: number): boolean => Math.abs(a - b) <= 0.005 * Math.max(Math.abs(a), Math.abs(b));
