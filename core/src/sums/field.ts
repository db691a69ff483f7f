import * as z from 'zod';
import type { Unit } from '../quantity';

/** What a form, a document or the tape needs to know of a field besides its type. */
export interface FieldMeta {
  readonly title: string;
  readonly unit?: Unit;
  /** A unit outside the list of quantities, such as `min` or `minor units`, shown beside the field. */
  readonly shownUnit?: string;
  readonly hint?: string;
  /** An amount in minor units, written and shown as `2.50`. */
  readonly money?: true;
  /** The unit stands in a field beside it: a unit that is typed chooses there, by the unit. */
  readonly unitIn?: { readonly field: string; readonly by: Readonly<Partial<Record<Unit, string>>> };
  /** Significant digits worth showing, where the usual would be too many or too few. */
  readonly digits?: number;
}
type More = Omit<FieldMeta, 'title' | 'unit'>;

const meta = (title: string, unit: Unit, more: More | undefined): Record<string, unknown> => ({ title, unit, ...more });

/** Any finite figure. */
export const figure = (title: string, unit: Unit = '', more?: More): z.ZodNumber => z.number().meta(meta(title, unit, more));
/** Above 0. */
export const above0 = (title: string, unit: Unit = '', more?: More): z.ZodNumber =>
  z
    .number()
    .gt(0)
    .meta(meta(title, unit, more));
/** 0 or more. */
export const from0 = (title: string, unit: Unit = '', more?: More): z.ZodNumber =>
  z
    .number()
    .min(0)
    .meta(meta(title, unit, more));
/** A figure between two ends, both allowed. */
export const between = (low: number, high: number, title: string, unit: Unit = '', more?: More): z.ZodNumber =>
  z
    .number()
    .min(low)
    .max(high)
    .meta(meta(title, unit, more));
/** A whole number from `least` to `most`. */
export const whole = (title: string, least = 0, most = Number.MAX_SAFE_INTEGER, more?: More): z.ZodInt =>
  z
    .int()
    .min(least)
    .max(most)
    .meta(meta(title, '', more));
/** Money in minor units. */
export const money = (title: string): z.ZodInt => z.int().min(0).meta({ title, money: true });
export const choice = <const T extends readonly [string, ...string[]]>(
  title: string,
  values: T,
  more?: More,
): z.ZodEnum<z.core.util.ToEnum<T[number]>> => z.enum(values).meta(meta(title, '', more));
export const yesNo = (title: string): z.ZodBoolean => z.boolean().meta({ title });
export const text = (title: string, more?: More): z.ZodString =>
  z
    .string()
    .min(1)
    .meta(meta(title, '', more));
/** Free text of an output: a sentence, a label, a state. */
export const words = (title: string): z.ZodString => z.string().meta({ title });
/** A figure of an output, null where it would be infinite or has no meaning. */
export const result = (title: string, unit: Unit = '', more?: More): z.ZodNullable<z.ZodNumber> => figure(title, unit, more).nullable();
