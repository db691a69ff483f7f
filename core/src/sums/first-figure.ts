import type { Unit } from '../quantity';
import type { Sum } from './define-sum';
import { fieldsOf } from './form-shape';
import { inSentence } from './result-text';

/** The figure that a sum is asked for: the first that stands by itself in what comes out of it. */
export interface SumFigure {
  /** `Squelch: hysteresis`. */
  readonly title: string;
  readonly unit: Unit;
  readonly value: number;
}

/** The first figure of an output; undefined where a sum answers in words or tables only, or gave none. */
export function firstFigure(sum: Sum, output: Readonly<Record<string, unknown>>): SumFigure | undefined {
  const field = fieldsOf(sum.output).find(({ kind, name }) => (kind === 'number' || kind === 'whole') && typeof output[name] === 'number');
  if (!field) return undefined;
  return { title: `${sum.title}: ${inSentence(field.title)}`, unit: field.unit ?? '', value: output[field.name] as number };
}
