import { attempt } from '../errors';
import { parseQuantity } from './parse-quantity';
import type { Unit } from './unit';

/**
 * The figures that stand in the name of a part, the first of each unit, in SI units: its value and its ratings. `4k7` and `47R` are
 * ohms, as printed on resistors, and `220u` farads, as on capacitors.
 * @example
 * figuresIn('47 kΩ 7 W 350 V') //~> { ohm: 47000, W: 7, V: 350 }
 */
export function figuresIn(name: string): Partial<Record<Unit, number>> {
  const words = name.split(/[\s,;/]+/).filter(Boolean);
  const found: Partial<Record<Unit, number>> = {};
  for (let k = 0; k < words.length; k += 1) {
    const [word = '', next = ''] = words.slice(k);
    if (!/^[+\-−]?\d/.test(word)) continue;
    const two = attempt(() => parseQuantity(`${word} ${next}`));
    const one = attempt(() => parseQuantity(word));
    const ohm = /^\d+([rk]\d*|m\d+|[rk])$/i.test(word) ? attempt(() => parseQuantity(word, { unit: 'ohm' })) : undefined;
    const farad = /^\d[\d.,]*[pnuµμ]\d*$/.test(word) ? attempt(() => parseQuantity(word, { unit: 'F' })) : undefined;
    const read = [two, one, ohm, farad].find((each) => each?.ok && each.value.unit !== '');
    if (read?.ok) found[read.value.unit] ??= read.value.value;
  }
  return found;
}
