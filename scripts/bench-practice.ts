// `npm run bench:practice`: seeded cases on every demo card and every made-up set: how many the engine solves, whether any needs what the
// bench lacks, how the measured grade stands beside the cost of three simulated learners, and how long a case takes to be made. Prints
// tables and writes docs/benchmarks/practice.json (figures that do not depend on the machine). `-- --cases N` (default 1000), `--seed N`
// (default 7; 1 to 6 were used while building), `--no-save`.
import { mkdirSync, readdirSync, readFileSync, writeFileSync } from 'node:fs';
import { parseArgs } from 'node:util';
import { readCard } from '../core/src/card';
import {
  anyCase,
  byHalves,
  byTrace,
  caseFrom,
  caseWays,
  grades,
  measureCase,
  practiceCards,
  readCode,
  searchCase,
  searchCost,
  wayNames,
  type CaseWay,
  type Grade,
} from '../core/src/practice';
import { traceModel } from '../core/src/trace';

const { values } = parseArgs({
  options: {
    cases: { type: 'string', default: '1000' },
    seed: { type: 'string', default: '7' },
    'no-save': { type: 'boolean', default: false },
  },
});
const [wanted, seed] = [Number(values.cases), Number(values.seed)];
const print = (line = ''): void => void process.stdout.write(`${line}\n`);
const percent = (share: number): string => (Number.isFinite(share) ? `${(100 * share).toFixed(1)} %` : '-');
const mean = (of: readonly number[]): number => of.reduce((a, b) => a + b, 0) / of.length;
const cell = (text: string | number, width = 12): string => String(text).padStart(width);

/** Ranks, those alike sharing the middle of theirs. */
function ranks(of: readonly number[]): number[] {
  const order = of.map((value, i) => [value, i] as const).sort((a, b) => a[0] - b[0]);
  const found = new Array<number>(of.length).fill(0);
  for (let from = 0; from < order.length;) {
    let to = from;
    while (to < order.length && order[to]?.[0] === order[from]?.[0]) to += 1;
    for (let k = from; k < to; k += 1) found[order[k]?.[1] ?? 0] = (from + to - 1) / 2;
    from = to;
  }
  return found;
}

/** Spearman's rank correlation. */
function rankCorrelation(a: readonly number[], b: readonly number[]): number {
  const [x, y] = [ranks(a), ranks(b)];
  const [mx, my] = [mean(x), mean(y)];
  const sum = (f: (i: number) => number): number => x.reduce((total, _, i) => total + f(i), 0);
  return (
    sum((i) => ((x[i] ?? 0) - mx) * ((y[i] ?? 0) - my)) /
    Math.sqrt(sum((i) => ((x[i] ?? 0) - mx) ** 2) * sum((i) => ((y[i] ?? 0) - my) ** 2))
  );
}

const folder = new URL('../demo/cards/', import.meta.url);
const demoCards = readdirSync(folder)
  .sort()
  .map((name) => readCard(JSON.parse(readFileSync(new URL(name, folder), 'utf8'))));
const cards = [...demoCards, ...practiceCards()];

interface Row {
  readonly way: CaseWay;
  readonly grade: Grade;
  readonly solved: boolean;
  readonly minutes: number;
  readonly tests: number;
  readonly halves: number;
  readonly cost: number;
}
const rows: Row[] = [];
const made: number[] = [];
let same = 0;
for (const [at, card] of cards.entries()) {
  const model = traceModel(card, 25);
  const count = Math.floor(wanted / cards.length) + (at < wanted % cards.length ? 1 : 0);
  for (let n = 0; n < count; n += 1) {
    const one = anyCase(card, seed * 1_000_000 + at * 1000 + n);
    const start = performance.now();
    const again = caseFrom(readCode(one.code), [card]);
    made.push(performance.now() - start);
    if (JSON.stringify(again.faults) === JSON.stringify(one.faults) && again.words === one.words) same += 1;
    const search = searchCase(one, model);
    const engine = byTrace(search, { patient: true });
    // The learners work on the same trouble with other slips and other sets of the kind than those by which it was graded.
    const others = searchCase({ ...one, seed: one.seed ^ 0x155555 }, model);
    const cost = mean(
      [byTrace(others, { patient: true }), byHalves(others), byTrace(others, { untried: true, patient: true })].map(searchCost),
    );
    rows.push({
      way: one.way,
      grade: measureCase(one, model).grade,
      solved: engine.cured,
      minutes: engine.minutes,
      tests: engine.tests,
      halves: Number(byHalves(search).cured),
      cost,
    });
  }
}

const summary = (of: readonly Row[]) => ({
  cases: of.length,
  solved: mean(of.map(({ solved }) => Number(solved))),
  minutes: mean(of.map(({ minutes }) => minutes)),
  tests: mean(of.map(({ tests }) => tests)),
  halvesSolved: mean(of.map(({ halves }) => halves)),
  cost: mean(of.map(({ cost }) => cost)),
});
const line = (name: string, s: ReturnType<typeof summary>): string =>
  name.padEnd(34) +
  [s.cases, percent(s.solved), s.minutes.toFixed(0), s.tests.toFixed(1), percent(s.halvesSolved), s.cost.toFixed(0)]
    .map((t) => cell(t))
    .join('');
print(`${'By sort of trouble'.padEnd(34)}${['cases', 'solved', 'minutes', 'tests', 'halving', 'learners'].map((t) => cell(t)).join('')}`);
const ways = Object.fromEntries(caseWays.map((way) => [way, summary(rows.filter((row) => row.way === way))]));
for (const way of caseWays) print(line(wayNames[way], ways[way] ?? summary([])));
const all = summary(rows);
print(line('all', all));
print();
print(`${'By grade'.padEnd(34)}${['cases', 'solved', 'minutes', 'tests', 'halving', 'learners'].map((t) => cell(t)).join('')}`);
const byGrade = Object.fromEntries(grades.map((grade) => [grade, summary(rows.filter((row) => row.grade === grade))]));
for (const grade of grades) print(line(grade, byGrade[grade] ?? summary([])));
print();
const correlation = rankCorrelation(
  rows.map(({ grade }) => grades.indexOf(grade)),
  rows.map(({ cost }) => cost),
);
made.sort((a, b) => a - b);
print(`Grade against the mean minutes of three learners, rank correlation: ${correlation.toFixed(3)}`);
print(`The code gives the same case: ${same} of ${rows.length}`);
print(
  `A case is made from its code: median ${made[Math.floor(made.length / 2)]?.toFixed(1)} ms, 99th percentile ${made[Math.floor(made.length * 0.99)]?.toFixed(1)} ms, longest ${made.at(-1)?.toFixed(1)} ms`,
);

if (!values['no-save']) {
  const file = new URL('../docs/benchmarks/practice.json', import.meta.url);
  mkdirSync(new URL('.', file), { recursive: true });
  const tidy = (_: string, value: unknown): unknown =>
    typeof value === 'number' ? (Number.isFinite(value) ? Math.round(value * 1000) / 1000 : null) : value;
  writeFileSync(file, `${JSON.stringify({ seed, all, ways, grades: byGrade, correlation, same: same / rows.length }, tidy, 2)}\n`);
}
