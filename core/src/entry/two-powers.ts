import { attempt } from '../errors';
import { refuse, type Word } from '../line';
import { parseQuantity, quantityText, type Quantity } from '../quantity';
import type { TapeBody } from '../tape';

/** What two powers in a line are worked out to: `gain 80w 690w`, `swr 690w 12w`. */
export interface TwoPowers {
  readonly quantity: Quantity;
  /** The sum, as it is kept where the card has no such test. */
  readonly entry: TapeBody;
}

const watts = (word: Word | undefined): Quantity | undefined => {
  const read = word && attempt(() => parseQuantity(word.text));
  return read?.ok && read.value.unit === 'W' ? read.value : undefined;
};
/** To two decimals: a wattmeter tells no more. */
const round = (value: number): number => Number(value.toFixed(2));

/**
 * Reads a line that gives two powers for a gain or an SWR; undefined where it is no such line. Gain = 10·log10(output / drive);
 * SWR = (1 + ρ) / (1 − ρ) with ρ = √(reflected / forward).
 * @throws CoreError `unknown-name` where the second power cannot be
 */
export function twoPowers([name, first, second, further]: readonly Word[]): TwoPowers | undefined {
  const word = name?.text.toLowerCase();
  const [one, two] = [watts(first), watts(second)];
  if (!one || !two || further || !second || (word !== 'gain' && word !== 'swr')) return undefined;
  const [a, b] = [quantityText(one.value, 'W'), quantityText(two.value, 'W')];
  if (word === 'gain') {
    if (one.value <= 0 || two.value <= 0)
      return refuse(second.at, 'A power of a gain is above nothing.', 'Write drive, then output: gain 4w 100w');
    const dB = round(10 * Math.log10(two.value / one.value));
    return {
      quantity: { value: dB, unit: 'dB', step: 0.01 },
      entry: {
        kind: 'sum',
        sum: 'amplifier-gain',
        title: 'Gain of an amplifier',
        input: { driveW: one.value, outputW: two.value },
        plusMinus: {},
        result: `gain ${dB} dB, ${a} to ${b}`,
        working: [`Gain: 10 log (${b} / ${a}) = ${dB} dB`],
      },
    };
  }
  if (two.value >= one.value || two.value < 0)
    return refuse(second.at, `Reflected ${b} is not below forward ${a}.`, 'Write forward, then reflected: swr 690w 12w');
  const rho = Math.sqrt(two.value / one.value);
  const swr = round((1 + rho) / (1 - rho));
  return {
    quantity: { value: swr, unit: '', step: 0.01 },
    entry: {
      kind: 'sum',
      sum: 'swr',
      title: 'SWR and return loss',
      input: { forwardW: one.value, reflectedW: two.value },
      plusMinus: {},
      result: `SWR ${swr}, ${b} of ${a} comes back`,
      working: [`Reflection coefficient: √(${b} / ${a}) = ${round(rho)}`, `SWR: (1 + ${round(rho)}) / (1 − ${round(rho)}) = ${swr}`],
    },
  };
}
