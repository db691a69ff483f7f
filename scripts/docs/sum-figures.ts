import { createHash } from 'node:crypto';
import { attempt } from '../../core/src/errors';
import { answer, solve, sumById, type Sum } from '../../core/src/sums';
import { readInput } from '../../core/src/sums/read-input';
import figures from '../../core/src/testing/contract-figures.json';
import { expandSignals } from '../../core/src/testing/signals';
import { turnsOfSums } from './sum-turns';

/** Figures to eight digits, so that the last bits of a machine do not count. */
const plain = (_: string, value: unknown): unknown => (typeof value === 'number' ? Number(value.toPrecision(8)) : value);
const markOf = (value: unknown): string => createHash('sha256').update(JSON.stringify(value, plain)).digest('hex').slice(0, 12);

/** The last line of the working, and a mark that changes with any other figure, word or picture of the answer; or how it is refused. */
function sumSaid(sum: Sum, input: unknown): string {
  const done = attempt(() => answer(sum, input));
  if (!done.ok) return `refused at ${done.failure.path}: ${done.failure.message} ${done.failure.remedy}`;
  const plots = sum.plots?.(readInput(sum, input), solve(sum, input).output) ?? [];
  return `${(done.value['working'] as readonly string[]).at(-1) ?? ''} [${markOf([done.value, plots])}]`;
}

type Path = readonly (string | number)[];
/** Places of the single figures in an input, the first and the last of a long list. */
function numbersIn(value: unknown, path: Path = []): Path[] {
  if (typeof value === 'number') return [path];
  if (Array.isArray(value)) {
    const list = value as readonly unknown[];
    const kept = [...new Set([0, 1, list.length - 1])].filter((k) => k >= 0 && k < list.length);
    return kept.flatMap((k) => numbersIn(list[k], [...path, k]));
  }
  if (typeof value !== 'object' || value === null) return [];
  return Object.entries(value).flatMap(([name, of]) => numbersIn(of, [...path, name]));
}
function otherwise(value: unknown, [key, ...rest]: Path, become: (was: number) => number): unknown {
  if (key === undefined) return become(value as number);
  if (Array.isArray(value)) return value.map((each: unknown, k) => (k === key ? otherwise(each, rest, become) : each));
  const held = value as Readonly<Record<string, unknown>>;
  return { ...held, [key]: otherwise(held[key], rest, become) };
}
/** A figure a little more, a third less, nought, and the other side of nought. */
const ways: readonly (readonly [string, (was: number) => number])[] = [
  ['more', (was) => (Number.isInteger(was) ? was + 1 : was * 1.25)],
  ['less', (was) => (Number.isInteger(was) && Math.abs(was) < 20 ? was - 1 : (was * 2) / 3)],
  ['0', () => 0],
  ['turned', (was) => -was],
];

/** Each sum's example with one figure after the other changed: the answers, in one mark a figure, and what is refused of it. */
function turned(sum: Sum): Record<string, string> {
  const places = numbersIn(sum.example).slice(0, 14);
  return Object.fromEntries(
    places.map((path) => [
      `${sum.id}: example, ${path.join('.')} ${ways.map(([name]) => name).join(', ')}`,
      markOf(ways.map(([, become]) => sumSaid(sum, otherwise(sum.example, path, become)))),
    ]),
  );
}

/** What the sums say of the worked figures of the contract, of turns of their own, and of their examples with one figure changed. */
export function sumFigures(): Readonly<Record<string, string>> {
  const asked = [
    ...(figures as readonly { sum: string; name: string; input: unknown }[]).map(({ sum, name, input }) => ({
      sum,
      name,
      input: expandSignals(input),
    })),
    ...turnsOfSums,
  ];
  const byId = (id: string): Sum => {
    const sum = sumById(id);
    if (!sum) throw new Error(`There is no sum ${id}.`);
    return sum;
  };
  return {
    ...Object.fromEntries(asked.map(({ sum, name, input }) => [`${sum}: ${name}`, sumSaid(byId(sum), input)])),
    ...Object.assign({}, ...[...new Set(asked.map(({ sum }) => sum))].map((sum) => turned(byId(sum)))),
  };
}
