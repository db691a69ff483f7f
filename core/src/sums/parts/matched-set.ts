import * as z from 'zod';
import { defineSum } from '../define-sum';
import { figure, from0, text, whole } from '../field';
import { namesDiffer, refuse } from '../refusal';
import { shown, step } from '../working';

interface Part {
  readonly id: string;
  readonly value: number;
}
export interface PartSet {
  readonly ids: string[];
  readonly spread: number;
}

/** Ways to choose `count` of `list`, in order. */
function* choose<T>(list: readonly T[], count: number, from = 0): Generator<T[]> {
  if (count === 0) {
    yield [];
    return;
  }
  for (let k = from; k <= list.length - count; k += 1) {
    const one = list[k] as T;
    for (const rest of choose(list, count - 1, k + 1)) yield [one, ...rest];
  }
}

/**
 * The sets of least spread, best first. A set is spanned by its least and its greatest value; pairs of those are taken by
 * spread, and every choice between the two belongs to the pair.
 */
export function tightestSets(parts: readonly Part[], size: number, most: number): PartSet[] {
  const sorted = [...parts].sort((a, b) => a.value - b.value);
  if (size === 1) return sorted.slice(0, most).map(({ id }) => ({ ids: [id], spread: 0 }));
  const spans: { low: number; high: number; spread: number }[] = [];
  for (let low = 0; low + size - 1 < sorted.length; low += 1)
    for (let high = low + size - 1; high < sorted.length && high < low + size - 1 + most; high += 1)
      spans.push({ low, high, spread: (sorted[high]?.value ?? 0) - (sorted[low]?.value ?? 0) });
  spans.sort((a, b) => a.spread - b.spread || a.low - b.low);
  const sets: PartSet[] = [];
  for (const { low, high, spread } of spans) {
    for (const inner of choose(sorted.slice(low + 1, high), size - 2)) {
      sets.push({ ids: [sorted[low], ...inner, sorted[high]].flatMap((part) => (part ? [part.id] : [])), spread });
      if (sets.length >= most) return sets;
    }
  }
  return sets;
}

const mostSets = 6;

export const matchedSet = defineSum({
  id: 'matched-set',
  title: 'Matched set',
  topic: 'parts',
  purpose: 'the transistors, diodes or valves that are most alike',
  keywords: ['match', 'pair', 'hfe', 'gain', 'finals', 'valves', 'diodes', 'crystals', 'select'],
  input: z.strictObject({
    values: z
      .array(z.strictObject({ id: text('Part'), value: figure('Value') }))
      .min(1)
      .max(1000)
      .meta({ title: 'Measured' }),
    size: whole('How many to match', 1, 100),
    resolution: from0('The meter tells apart').default(0),
  }),
  output: z.object({
    ids: z.array(z.string()).meta({ title: 'Take' }),
    spread: figure('Spread'),
    distinguishable: z.boolean().meta({ title: 'Surely better than the next' }),
    runnersUp: z
      .array(z.object({ ids: z.array(z.string()).meta({ title: 'Parts' }), spread: figure('Spread') }))
      .meta({ title: 'Next best' }),
  }),
  source: 'Least difference of largest and smallest; exact, over the sorted values.',
  example: {
    values: [
      { id: 'a', value: 101 },
      { id: 'b', value: 118 },
      { id: 'c', value: 103 },
      { id: 'd', value: 130 },
      { id: 'e', value: 110 },
    ],
    size: 2,
    resolution: 1,
  },
  compute({ values, size, resolution }) {
    namesDiffer(
      values.map((each) => each.id),
      (k) => `values.${k}.id`,
    );
    if (size > values.length)
      refuse(
        'size',
        `${size} are wanted, but only ${values.length} were measured.`,
        `Give ${values.length} or fewer, or measure more parts.`,
      );
    const [best = { ids: [], spread: 0 }, ...runnersUp] = tightestSets(values, size, mostSets);
    const next = runnersUp[0];
    const distinguishable = !next || next.spread - best.spread >= resolution;
    return {
      ids: best.ids,
      spread: best.spread,
      distinguishable,
      runnersUp,
      working: [
        step('Best', best.ids.join(', '), `spread ${shown(best.spread)}`),
        ...runnersUp.map((each) => step('Next', each.ids.join(', '), `spread ${shown(each.spread)}`)),
        ...(distinguishable ? [] : [step(`The meter tells ${shown(resolution)} apart: the best cannot be told from the next`)]),
      ],
    };
  },
});
