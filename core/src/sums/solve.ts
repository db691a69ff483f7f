import type * as z from 'zod';
import { fieldAt } from './form-shape';
import type { PlusMinus, Sum } from './define-sum';
import { readInput } from './read-input';
import { refuse } from './refusal';
import { stepText, type Step } from './working';

/** How far a figure of the output may move: all inputs at their worst together, and as independent errors. */
export interface Spread {
  readonly path: string;
  readonly worst: number;
  readonly rss: number;
}

export interface Solution<T = Readonly<Record<string, unknown>>> {
  readonly output: T;
  readonly steps: readonly Step[];
  readonly spreads: readonly Spread[];
}

/** Figures that are infinite or undefined are told as null. */
function finite(value: unknown): unknown {
  if (typeof value === 'number') return Number.isFinite(value) ? (value === 0 ? 0 : value) : null;
  if (Array.isArray(value)) return value.map(finite);
  if (value !== null && typeof value === 'object')
    return Object.fromEntries(Object.entries(value).map(([key, item]) => [key, finite(item)]));
  return value;
}

/** Every figure of an output by its dotted path. */
function figures(value: unknown, path = ''): [string, number][] {
  if (typeof value === 'number') return [[path, value]];
  if (value === null || typeof value !== 'object') return [];
  return Object.entries(value).flatMap(([key, item]) => figures(item, path === '' ? key : `${path}.${key}`));
}

function moved(input: unknown, path: readonly string[], by: number): unknown {
  const [key, ...rest] = path;
  if (key === undefined) return (input as number) + by;
  if (Array.isArray(input)) return input.map((item, index) => (String(index) === key ? moved(item, rest, by) : item));
  const held = input as Readonly<Record<string, unknown>>;
  return { ...held, [key]: moved(held[key], rest, by) };
}

const figureAt = (input: unknown, path: readonly string[]): unknown =>
  path.reduce<unknown>(
    (value, key) => (value !== null && typeof value === 'object' ? (value as Record<string, unknown>)[key] : undefined),
    input,
  );

/** Corners are tried one by one up to this many uncertain inputs (2^n sums); beyond, their effects are added up. */
const mostCorners = 8;

/**
 * Carries ± of the inputs through to the figures of the output. Worst case: the largest departure over all corners of
 * the box of inputs (exact for a sum that rises or falls steadily in each). RSS: root of the sum of squares of each
 * input's own effect, half the difference between its two ends.
 * Source: Guide to the expression of uncertainty in measurement, 5.1.2, with differences for derivatives.
 */
function carry(sum: Sum, input: unknown, plusMinus: PlusMinus, at: ReadonlyMap<string, number>): Spread[] {
  const uncertain = Object.entries(plusMinus).map(([field, by]) => {
    const path = field.split('.');
    const value = figureAt(input, path);
    const wanted = fieldAt(
      sum,
      path.filter((key) => !/^\d+$/.test(key)),
    );
    if (typeof value !== 'number' || !wanted) refuse(field, `${field} has a ± but no figure.`, 'Give the figure, or leave the ± away.');
    if (!(by >= 0) || !Number.isFinite(by)) refuse(field, `± ${by} of ${field} is not 0 or more.`, 'Give ± as a figure of 0 or more.');
    return { path, by };
  });
  const outcome = (signs: readonly number[]): Map<string, number> => {
    const there = uncertain.reduce<unknown>((held, { path, by }, k) => moved(held, path, by * (signs[k] ?? 0)), input);
    return new Map(figures(sum.compute(readInput(sum, there))));
  };
  const single = uncertain.map((_, k) => [1, -1].map((sign) => outcome(uncertain.map((__, other) => (other === k ? sign : 0)))));
  const corners: Map<string, number>[] = [];
  if (uncertain.length <= mostCorners)
    for (let bits = 0; bits < 2 ** uncertain.length; bits += 1) corners.push(outcome(uncertain.map((_, k) => ((bits >> k) & 1 ? 1 : -1))));
  const spreads: Spread[] = [];
  for (const [path, value] of at) {
    const effects = single.map((ends) => Math.abs((ends[0]?.get(path) ?? value) - (ends[1]?.get(path) ?? value)) / 2);
    const rss = Math.hypot(...effects);
    const reach = [...corners, ...single.flat()].map((corner) => Math.abs((corner.get(path) ?? value) - value));
    const worst = corners.length > 0 ? Math.max(...reach) : effects.reduce((all, effect) => all + effect, 0);
    if (worst > 0 || rss > 0) spreads.push({ path, worst, rss });
  }
  return spreads;
}

/**
 * Works a sum out: input checked, output with infinite figures as null, the steps, and how far the figures may move
 * where inputs carry a ±.
 *
 * @throws CoreError whose `path` is the offending field.
 */
export function solve<I extends z.ZodObject, O extends z.ZodObject>(
  sum: Sum<I, O>,
  input: unknown,
  plusMinus: PlusMinus = {},
): Solution<z.input<O>> {
  const read = readInput(sum, input);
  const { working, ...rest } = sum.compute(read, plusMinus);
  const output = finite(rest) as z.input<O>;
  const spreads = Object.keys(plusMinus).length > 0 ? carry(sum as unknown as Sum, input, plusMinus, new Map(figures(output))) : [];
  return { output, steps: working, spreads };
}

/** The answer as it stands on a command line or in a file: the output with its working as lines of text. */
export function answer(sum: Sum, input: unknown, plusMinus?: PlusMinus): Record<string, unknown> {
  const { output, steps, spreads } = solve(sum, input, plusMinus);
  return { ...output, ...(spreads.length > 0 ? { spreads } : {}), working: steps.map(stepText) };
}
