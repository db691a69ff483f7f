import { allSums, answer, solve, type Sum } from '../sums';
import { readInput } from '../sums/read-input';

/** Figures to eight digits, so that the last bits of a machine do not count; long lists by their length and a few of them. */
function digest(value: unknown): unknown {
  if (typeof value === 'number') return Number(value.toPrecision(8));
  if (Array.isArray(value)) {
    const list = value as readonly unknown[];
    if (list.length <= 12) return list.map(digest);
    return { length: list.length, some: [0, 0.13, 0.37, 0.5, 0.71, 0.93, 1].map((at) => digest(list[Math.round(at * (list.length - 1))])) };
  }
  if (typeof value === 'object' && value !== null)
    return Object.fromEntries(Object.entries(value).flatMap(([name, of]) => (of === undefined ? [] : [[name, digest(of)]])));
  return value;
}

/** All that a sum says of its example: figures, working and what is drawn. */
const said = (sum: Sum): unknown => {
  const input = readInput(sum, sum.example);
  return digest({ ...answer(sum, sum.example), plots: sum.plots?.(input, solve(sum, sum.example).output) ?? [] });
};

/** What each sum says of its example. `npm run docs` writes it to `sum-answers.json`, so that a change of any figure is seen. */
export const sumAnswers = (): Readonly<Record<string, unknown>> => Object.fromEntries(allSums.map((sum) => [sum.id, said(sum)]));
