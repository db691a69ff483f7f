import type { Unit } from '../quantity';
import { quantityText } from '../quantity';
import type { LaidCard } from './lay-card';

type Part = Pick<LaidCard['parts'][number], 'kind' | 'value' | 'rating'>;
type Kind = Part['kind'];

/** What such parts may be off where nothing is printed, in per cent below and above; of the years in which the sets were made. */
const usual: Readonly<Partial<Record<Kind, readonly [unit: Unit, below: number, above: number]>>> = {
  resistor: ['ohm', 10, 10],
  'high-value-resistor': ['ohm', 10, 10],
  potentiometer: ['ohm', 20, 20],
  electrolytic: ['F', 20, 50],
  'film-capacitor': ['F', 20, 20],
  'ceramic-capacitor': ['F', 20, 20],
  coil: ['H', 20, 20],
  'cored-coil': ['H', 30, 30],
};
const powers: Readonly<Record<string, number>> = { p: -12, n: -9, u: -6, µ: -6, m: -3, '': 0, k: 3, M: 6 };

export interface PrintedValue {
  readonly value: number;
  readonly unit: Unit;
  readonly low: number;
  readonly high: number;
  /** `10 kΩ ±5%`, or with what such parts usually have. */
  readonly says: string;
}

/**
 * What a part should measure by what is printed of it: `10 kΩ 5 %`, `1 µF 50 V`. Undefined where its value is words, or that of several.
 * @example
 * printedValue({ kind: 'resistor', value: '10 kΩ 5 %' }).low //~> 9500
 */
export function printedValue({ kind, value, rating = '' }: Part): PrintedValue | undefined {
  const [unit, below, above] = usual[kind] ?? [];
  const read = /^(\d+(?:[.,]\d+)?)\s*([pnuµmkM]?)(F|Ω|ohm|H)(?![a-z])/i.exec(value);
  if (unit === undefined || below === undefined || above === undefined || !read) return undefined;
  const [, digits = '', prefix = '', sign = ''] = read;
  const signOf = sign === 'Ω' || sign.toLowerCase() === 'ohm' ? 'ohm' : sign.toUpperCase();
  const power = powers[prefix === 'K' ? 'k' : prefix];
  if (signOf !== unit || power === undefined) return undefined;
  const nominal = Number(`${digits.replace(',', '.')}e${power}`);
  const printed = /(\d+(?:[.,]\d+)?)\s*%/.exec(`${value} ${rating}`)?.[1]?.replace(',', '.');
  const [less, more] = printed === undefined ? [below, above] : [Number(printed), Number(printed)];
  const off = less === more ? `±${less}%` : `−${less} +${more}%`;
  return {
    value: nominal,
    unit,
    low: nominal * (1 - less / 100),
    high: nominal * (1 + more / 100),
    says: `${quantityText(nominal, unit)} ${off}${printed === undefined ? ', as such parts have' : ''}`,
  };
}
