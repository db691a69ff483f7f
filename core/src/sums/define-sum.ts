import type * as z from 'zod';
import type { Plot } from './plot';
import type { Step } from './working';

/** The shelves of the Sums place, in the order in which they stand there. */
export const topics = {
  levels: 'Levels and limits',
  frequency: 'Frequency',
  receive: 'Receive',
  transmit: 'Transmit',
  soak: 'Soak',
  'direct-current': 'Direct current and safety',
  parts: 'Parts',
  money: 'Orders and prices',
} as const;
export type Topic = keyof typeof topics;

/** ± of inputs by the path of the field from the top of the input, in the unit of the field. */
export type PlusMinus = Readonly<Record<string, number>>;

/** One of several ways to ask the same sum: its fields are wanted together, and those of the other ways not at all. */
export interface Way {
  readonly name: string;
  readonly fields: readonly string[];
}

/** What `compute` returns: the fields of the output and the steps that led there. */
export type Worked<T> = T & { readonly working: readonly Step[] };

/**
 * One bench calculation, declared once. Forms, command line, documents and the tape are all made from this.
 * Field names carry SI base units; title and unit of each field stand in its `meta`.
 */
export interface Sum<I extends z.ZodObject = z.ZodObject, O extends z.ZodObject = z.ZodObject> {
  readonly id: string;
  readonly title: string;
  readonly topic: Topic;
  /** What one wants it for, in a few words. */
  readonly purpose: string;
  /** What else people type when they look for it. */
  readonly keywords: readonly string[];
  readonly input: I;
  readonly output: O;
  /** Alternatives of which exactly one is given; empty where there is only one way. */
  readonly ways?: readonly Way[];
  /** Where the formula comes from. */
  readonly source: string;
  readonly example: z.input<I>;
  /** Shown with the result where the work can hurt someone. */
  readonly caution?: string;
  /** `plusMinus` holds ± of inputs by path, for a judgement that must hold over all of it; figures carry it by themselves. */
  compute(input: z.output<I>, plusMinus?: PlusMinus): Worked<NoInfer<z.input<O>>>;
  /** Pictures of the result where one would rather look than read. */
  plots?(input: z.output<I>, output: z.input<O>): readonly Plot[];
}

/** Declares a sum; the types of input and output follow from its schemas. */
export const defineSum = <I extends z.ZodObject, O extends z.ZodObject>(sum: Sum<I, O>): Sum<I, O> => sum;
