// `npm run bench:trace`: how well Trace finds hidden faults, on every demo card and on made-up cards, against other ways of
// choosing the next test. Prints tables and writes docs/benchmarks/trace.json (figures that do not depend on the machine).
// `-- --jobs N` jobs on each demo card (default 60), `--made N` on each made-up card (default 12), `--other N` of each class on
// each card of the other bench (default 4), `--seed N` (default 11; 1 to 9
// were used while tuning), `--no-save`.
import { mkdirSync, readdirSync, readFileSync, writeFileSync } from 'node:fs';
import { parseArgs } from 'node:util';
import { readCard, type Card } from '../core/src/card';
import { benchAnswer, type SearchCase } from '../core/src/practice';
import { generateCard } from '../core/src/standin';
import { trace, traceModel, type TraceModel } from '../core/src/trace';
import { casesOf, jobWays } from './trace-bench/cases';
import { play, type Played, type Policy } from './trace-bench/play-job';
import { classSummary, isPermanent, playOtherWorld, type ClassSummary } from './trace-bench/other/play-world';
import { ratioToOptimum } from './trace-bench/optimum';
import { calibrationOf, summaryOf, type Summary } from './trace-bench/score';

const { values } = parseArgs({
  options: {
    jobs: { type: 'string', default: '60' },
    made: { type: 'string', default: '12' },
    other: { type: 'string', default: '4' },
    seed: { type: 'string', default: '11' },
    'no-save': { type: 'boolean', default: false },
  },
});
const [jobs, made, other, seed] = [Number(values.jobs), Number(values.made), Number(values.other), Number(values.seed)];
const print = (line = ''): void => void process.stdout.write(`${line}\n`);
const cell = (text: string | number, width = 9): string => String(text).padStart(width);
const percent = (share: number): string => (Number.isFinite(share) ? `${(100 * share).toFixed(1)} %` : '-');
const average = (of: readonly number[]): number => of.reduce((a, b) => a + b, 0) / of.length;
const rounded = (value: number): number => Math.round(value * 1000) / 1000;

const folder = new URL('../demo/cards/', import.meta.url);
const demoCards = readdirSync(folder)
  .sort()
  .map((name) => readCard(JSON.parse(readFileSync(new URL(name, folder), 'utf8'))));
/** Forty made-up cards, of 10 to 60 sections. */
const madeCards = Array.from({ length: 40 }, (_, i) => generateCard(10 + Math.round((50 * i) / 39), 1000 * seed + i));
const others: readonly Policy[] = ['tidy-halves', 'halves', 'functions-first', 'antenna', 'random'];

const all = new Map<Policy, Played[]>();
const byCard = new Map<string, Played[]>();
/** Jobs that every policy has played, so that they can be compared. */
const shared = new Map<Policy, Played[]>();
const keep = (map: Map<Policy, Played[]>, policy: Policy, played: Played): void =>
  void map.set(policy, [...(map.get(policy) ?? []), played]);

function playCard(card: Card, count: number, at: number, name: string): void {
  const model = traceModel(card, 25);
  casesOf(model, count, seed * 1000 + at).forEach((one, i) => {
    const ours = play(one, 'worth');
    keep(all, 'worth', ours);
    byCard.set(name, [...(byCard.get(name) ?? []), ours]);
    // The other policies play every third job: enough to compare by, and the whole run stays short.
    if (i % 3 !== 0) return;
    keep(shared, 'worth', ours);
    for (const policy of others) keep(shared, policy, play(one, policy, { claims: false }));
  });
}

const summaryRow = (name: string, s: Summary): string =>
  name.padEnd(22) +
  [s.jobs, percent(s.stopped), percent(s.right), percent(s.grouped), percent(s.held), s.tests.toFixed(1), s.minutes.toFixed(1)]
    .map((t) => cell(t))
    .join('');
const head = (title: string): string =>
  title.padEnd(22) + ['jobs', 'stop', 'right', 'grouped', 'holds', 'tests', 'minutes'].map((t) => cell(t)).join('');

demoCards.forEach((card, i) => playCard(card, jobs, i, card.chassis));
madeCards.forEach((card, i) => playCard(card, made, 100 + i, 'Made up'));
const ours = all.get('worth') ?? [];

print(head('By card'));
for (const [name, played] of byCard) print(summaryRow(name, summaryOf(played)));
print(summaryRow('All', summaryOf(ours)));
print();
print(head('By kind of fault'));
const ways = Object.fromEntries(jobWays.map((way) => [way, summaryOf(ours.filter((p) => p.way === way))]));
for (const [way, summary] of Object.entries(ways)) print(summaryRow(way, summary));
const permanent = summaryOf(ours.filter((p) => !['intermittent', 'outside', 'misaligned'].includes(p.way)));
print(summaryRow('all permanent', permanent));
print();

print('Calibration: of all claims in a tenth, how many were true (each section at each step; ± by resampling jobs)');
const calibration = calibrationOf(ours);
print(['claimed', 'true', '±', 'claims'].map((t) => cell(t)).join(''));
for (const bin of calibration)
  print([percent(bin.claimed), percent(bin.true), percent(bin.spread), bin.claims].map((t) => cell(t)).join(''));
print();

print('Against other ways of choosing the next test, on the same jobs: mean tests and minutes, and ours over theirs');
const oursShared = summaryOf(shared.get('worth') ?? []);
const against = Object.fromEntries(
  [...shared].map(([policy, played]) => {
    const s = summaryOf(played);
    return [policy, { ...s, ratio: rounded(oursShared.minutes / s.minutes), testRatio: rounded(oursShared.tests / s.tests) }];
  }),
);
print(['', 'stop', 'right', 'tests', 'minutes', 'ratio'].map((t, i) => (i ? cell(t) : t.padEnd(22))).join(''));
for (const [policy, s] of Object.entries(against))
  print(
    policy.padEnd(22) +
      [percent(s.stopped), percent(s.right), s.tests.toFixed(1), s.minutes.toFixed(1), s.ratio.toFixed(2)].map((t) => cell(t)).join(''),
  );
print();

print('Another bench: twenty other cards, and a set that is worked out another way');
print(
  ''.padEnd(22) +
    ['jobs', 'stop', 'right', 'bad sound', 'unread', 'grouped', 'holds', 'tests', 'minutes', 'cured', 'pencil', 'minutes to cure']
      .map((t) => cell(t, t.length > 9 ? t.length + 2 : 9))
      .join(''),
);
const world = playOtherWorld(other, seed);
const worldRow = (name: string, s: ClassSummary): string =>
  name.padEnd(22) +
  [s.jobs, ...[s.stopped, s.right].map(percent), percent(s.settledBad).padStart(11), s.unread, ...[s.grouped, s.held].map(percent)]
    .map((t) => cell(t))
    .join('') +
  [s.tests.toFixed(1), s.minutes.toFixed(1), percent(s.cured), percent(s.curedByPencil), s.toTheCure.toFixed(2)]
    .map((t) => cell(t))
    .join('');
const otherWays = Object.fromEntries([...world].map(([of, played]) => [of, classSummary(played)]));
for (const [of, summary] of Object.entries(otherWays)) print(worldRow(of, summary));
const lasting = [...world].flatMap(([of, played]) => (isPermanent(of) ? played : []));
const otherPermanent = classSummary(lasting);
print(worldRow('all permanent', otherPermanent));
const stops = lasting.map(({ played }) => played).filter(({ end }) => end === 'stop');
const atStop = { said: average(stops.map(({ said }) => said)), true: average(stops.map(({ right }) => Number(right))) };
print(
  `At the stop ${percent(atStop.said)} were claimed and ${percent(atStop.true)} true. Classes weigh alike here, which they do not in a shop.`,
);
const otherCalibration = calibrationOf([...world.values()].flat().map(({ played }) => played));
print(['claimed', 'true', '±', 'claims'].map((t) => cell(t)).join(''));
for (const bin of otherCalibration)
  print([percent(bin.claimed), percent(bin.true), percent(bin.spread), bin.claims].map((t) => cell(t)).join(''));
print();

const noiseless = ratioToOptimum({ noise: 0, sizes: [6, 8, 10, 11, 12], seeds: 6 });
const noisy = ratioToOptimum({ noise: 0.04, sizes: [6, 7, 8], seeds: 8, most: 7 });
print(`Mean cost over the true optimum, ${noiseless.models} noiseless models of 6 to 12 sections: ${noiseless.ratio.toFixed(3)}`);
print(`Mean cost over the true optimum, ${noisy.models} noisy models of 6 to 8 sections: ${noisy.ratio.toFixed(3)}`);
print();

/** Every update of some jobs on a card of 60 sections, with reasons and five probes, as the worker does it. */
function workerTimes(model: TraceModel, cases: readonly SearchCase[], lookAhead: number): number[] {
  const times: number[] = [];
  for (const one of cases) {
    const set = one.set(1);
    const evidence = [one.complaint];
    for (let step = 0; step < 12; step++) {
      const start = performance.now();
      const [probe] = trace(model, evidence, { lookAhead }).probes;
      times.push(performance.now() - start);
      if (!probe) break;
      evidence.push(benchAnswer(model.card, set, probe.test, `${step}`));
    }
  }
  return times.sort((a, b) => a - b);
}
const large = traceModel(generateCard(60, 60), 25);
// Outcome rows are made once a card.
for (const test of large.tests) void test.rows;
workerTimes(large, casesOf(large, 6, 1), 3);
print(`Update and next probes: ${large.sections.length} sections, ${large.tests.length} tests, ${large.space.count} hypotheses`);
for (const [name, lookAhead] of [
  ['one step', 0],
  ['a second step looked ahead', 3],
] as const) {
  const times = workerTimes(large, casesOf(large, 20, 2), lookAhead);
  const at = (share: number): string => (times[Math.floor(times.length * share)] ?? NaN).toFixed(1);
  print(`  ${name}: median ${at(0.5)} ms, 95th percentile ${at(0.95)} ms`);
}

if (!values['no-save']) {
  const file = new URL('../docs/benchmarks/trace.json', import.meta.url);
  mkdirSync(new URL('.', file), { recursive: true });
  const report = {
    seed,
    cards: { demo: demoCards.length, made: madeCards.length },
    all: summaryOf(ours),
    permanent,
    ways,
    byCard: Object.fromEntries([...byCard].map(([name, played]) => [name, summaryOf(played)])),
    calibration,
    against,
    other: { ways: otherWays, permanent: otherPermanent, atStop, calibration: otherCalibration },
    optimum: { noiseless: rounded(noiseless.ratio), noisy: rounded(noisy.ratio) },
  };
  const tidy = (_: string, value: unknown): unknown =>
    typeof value === 'number' ? (Number.isFinite(value) ? rounded(value) : null) : value;
  writeFileSync(file, `${JSON.stringify(report, tidy, 2)}\n`);
}
