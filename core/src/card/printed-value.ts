import type { Unit } from '../quantity';
import { attempt } from '../errors';
import { parseQuantity, quantityText } from '../quantity';
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
/**
 * A value as it is printed or typed, at the front of what is said of a part: `10 kΩ`, `4k7`, `220u`; not the count of `8 × 47 kΩ`, nor the
 * figure of a size in words, `1 meg`.
 */
const written =
  /^\d[\d.,]*(?:[pnuµμmkKMGRr]\d*)?\s?(?:[pnuµμmkKMG]?(?:F|Ω|ohms?|H))?(?=$|[\s,;/])(?!\s*(?:[×x]\s|meg|kilo|giga|micro|nano|pico))/i;
/** No part of a set holds as much: a size was left away. */
const most: Readonly<Partial<Record<Unit, number>>> = { F: 0.1, H: 100 };

export interface PrintedValue {
  readonly value: number;
  readonly unit: Unit;
  readonly low: number;
  readonly high: number;
  /** `10 kΩ ±5%`, or with what such parts usually have. */
  readonly says: string;
}

/**
 * What a part should measure by what is printed of it, or as one types it: `10 kΩ 5 %`, `1 µF 50 V`, `4k7`, `220u 25v`. Undefined where its value is words, or that of several.
 * @example
 * printedValue({ kind: 'resistor', value: '10 kΩ 5 %' }).low //~> 9500
 */
export function printedValue({ kind, value, rating = '' }: Part): PrintedValue | undefined {
  const [unit, below, above] = usual[kind] ?? [];
  const front = written.exec(value)?.[0];
  if (unit === undefined || below === undefined || above === undefined || front === undefined) return undefined;
  const read = attempt(() => parseQuantity(front, { unit }));
  if (!read.ok || read.value.value > (most[unit] ?? Infinity)) return undefined;
  const nominal = read.value.value;
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
