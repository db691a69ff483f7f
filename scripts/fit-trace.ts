// `npm run fit:trace`: estimates the weights of Trace's tables from games played on the stand-in that ships with the program, and says what
// moved and why. Nothing is written into the tables: figures are taken over by hand, and the other bench judges them (`npm run bench:trace`).
// `-- --jobs N` games on each demo card (default 30), `--seed N` (default 1; 1 to 9 are for tuning), `--rounds N` (default 1), `--no-save`.
import { mkdirSync, readdirSync, readFileSync, writeFileSync } from 'node:fs';
import { parseArgs } from 'node:util';
import { readCard } from '../core/src/card';
import { traceModel } from '../core/src/trace';
import { casesOf } from './trace-bench/cases';
import { fit, knobs, scoresOf, type SeenGame } from './trace-bench/fit-tables';
import { play } from './trace-bench/play-job';

const { values } = parseArgs({
  options: {
    jobs: { type: 'string', default: '30' },
    seed: { type: 'string', default: '1' },
    rounds: { type: 'string', default: '1' },
    'no-save': { type: 'boolean', default: false },
  },
});
const [jobs, seed, rounds] = [Number(values.jobs), Number(values.seed), Number(values.rounds)];
const print = (line = ''): void => void process.stdout.write(`${line}\n`);
const ageYears = 25;

const folder = new URL('../demo/cards/', import.meta.url);
const games = readdirSync(folder)
  .sort()
  .flatMap((name, at): SeenGame[] => {
    const model = traceModel(readCard(JSON.parse(readFileSync(new URL(name, folder), 'utf8'))), ageYears);
    return casesOf(model, jobs, seed * 1000 + at).flatMap((one) => {
      if (one.truth.size === 0) return [];
      const { evidence } = play(one, 'worth', { claims: false });
      return [{ model, ageYears, way: one.way, evidence, truth: one.truth }];
    });
  });
const average = (of: readonly number[]): number => of.reduce((a, b) => a + b, 0) / of.length;
const before = average(scoresOf(games));
print(`${games.length} games, ${knobs().length} figures. Log score ${before.toFixed(4)} nats a game.`);
const moved = fit(games, rounds, print);
const after = average(scoresOf(games));
print();
print(`Log score ${before.toFixed(4)} before, ${after.toFixed(4)} after; ${moved.length} figures moved.`);
for (const { name, from, to, most } of moved)
  print(`${name}: ${from.toPrecision(3)} to ${to.toPrecision(3)}; ${most.way} gained most, ${most.gain.toFixed(3)} nats a game`);
if (!values['no-save']) {
  const to = new URL('../docs/benchmarks/', import.meta.url);
  mkdirSync(to, { recursive: true });
  const rounded = (value: number): number => Math.round(value * 1e4) / 1e4;
  const report = {
    seed,
    games: games.length,
    before: rounded(before),
    after: rounded(after),
    moved: moved.map(({ name, from, to: there, gain, heldBack, most }) => ({
      ...{ name, from: rounded(from), to: rounded(there), gain: rounded(gain), heldBack: rounded(heldBack) },
      most: { way: most.way, gain: rounded(most.gain) },
    })),
  };
  writeFileSync(new URL('trace-fit.json', to), `${JSON.stringify(report, undefined, 2)}\n`);
}
