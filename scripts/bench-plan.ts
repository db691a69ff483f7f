// `npm run bench:plan [SEEDS]`: what the plan of the day costs beside the best of all orders of small shops, and beside the first promise first
// in shops of 30 and 200 jobs; how long a plan takes, as a ratio to laying one order out. Shops are made by seed; 40 of each unless said otherwise.
import { bestOrder, planDay, Scheduler, triesFor, type DayInput, type DayJob } from '../core/src/day';
import { madeShop, leastCost, weekdays } from '../core/src/testing/day-shops';
import { dayJob, mondayMs } from '../core/src/testing/day-jobs';
import { chanceFrom } from '../core/src/chance';
import { dayOf, daysAfter } from '../core/src/line';

const print = (line = ''): void => void process.stdout.write(`${line}\n`);
const seeds = Number(process.argv[2] ?? 40);
const each = <T>(make: (seed: number) => T): readonly T[] => Array.from({ length: seeds }, (_, i) => make(i + 1));
const sum = (all: readonly number[]): number => all.reduce((a, b) => a + b, 0);
const spent = (act: () => unknown): number => {
  const began = performance.now();
  act();
  return performance.now() - began;
};

print('Small shops, beside the best of all orders (lateness, then how long jobs lie, then setting up)');
for (const [jobs, people, most] of [
  [4, 1, 9],
  [5, 1, 9],
  [6, 1, 9],
  [3, 2, 7],
  [4, 2, 7],
] as const) {
  const ratios = each((seed) => new Scheduler(madeShop(seed, jobs, people)))
    .filter(({ pieces }) => pieces.length <= most)
    .map((scheduler) => ({ cost: bestOrder(scheduler, triesFor(scheduler.pieces.length)).cost, least: leastCost(scheduler.shop) }));
  const ratio = sum(ratios.map(({ cost }) => cost)) / sum(ratios.map(({ least }) => least));
  const exact = ratios.filter(({ cost, least }) => cost <= least * (1 + 1e-9)).length;
  print(
    `  ${jobs} jobs, ${people} at the bench: ${ratio.toFixed(4)} of the least cost (aim ≤ 1.03); the best itself in ${exact} of ${ratios.length}`,
  );
}

print();
print('Larger shops, days of lateness beside the first promise first');
for (const [jobs, people] of [
  [30, 1],
  [30, 2],
  [200, 1],
  [200, 3],
] as const) {
  const found = each((seed) => {
    const scheduler = new Scheduler(madeShop(seed, jobs, people));
    const plain = scheduler.run(scheduler.byRule((task) => scheduler.shop.tasks[task]?.dueMs ?? 0)).lateDays;
    const { order, who } = bestOrder(scheduler, triesFor(scheduler.pieces.length));
    return { plain, late: scheduler.run(order, { who }).lateDays };
  });
  const [late, plain] = [sum(found.map((one) => one.late)), sum(found.map((one) => one.plain))];
  const worse = found.filter((one) => one.late > one.plain + 1e-9).length;
  print(`  ${jobs} jobs, ${people} at the bench: ${(late / plain).toFixed(3)} of its lateness; later in ${worse} of ${found.length}`);
}

/** A shop as its summaries tell it: sets at every stage, some that wait, promises over the weeks in which so much work is done. */
function jobsOf(seed: number, count: number): readonly DayJob[] {
  const chance = chanceFrom(seed);
  const today = dayOf(new Date(mondayMs));
  return Array.from({ length: count }, (_, i) => {
    const stage = chance.oneOf(['safety', 'functions', 'trace', 'repair', 'align', 'test', 'soak', 'hand-back'] as const);
    const promised = chance.happens(0.8) ? daysAfter(today, Math.floor(chance.between(-2, count / 3 + 4))) : undefined;
    const waits = chance.happens(0.3)
      ? ({ waits: chance.oneOf(['part', 'answer'] as const), waitUntil: daysAfter(today, Math.floor(chance.between(0, 12))) } as const)
      : {};
    return dayJob(i + 1, stage, promised, waits, `card ${Math.floor(chance.between(0, 8))}`);
  });
}

print();
print('How long a whole plan takes, with its risk, its reasons and the price of one wish');
for (const count of [30, 200]) {
  const jobs = jobsOf(1, count);
  const input: DayInput = { nowMs: mondayMs, people: [{ name: 'Runa', hours: weekdays }], jobs, history: [], wishes: [] };
  planDay(input);
  const [first] = jobs.filter(({ summary }) => summary.waits === 'nothing');
  const wished: DayInput = { ...input, wishes: [{ jobId: first?.id ?? '', at: new Date(mondayMs).toISOString(), before: 'all' }] };
  const times = Array.from({ length: 9 }, () => spent(() => planDay(input))).sort((a, b) => a - b);
  const wish = Array.from({ length: 5 }, () => spent(() => planDay(wished))).sort((a, b) => a - b);
  print(
    `  ${count} jobs: ${times[4]?.toFixed(0)} ms in the middle, ${times[8]?.toFixed(0)} ms at most (aim ≤ 200 for 200); with a wish ${wish[2]?.toFixed(0)} ms`,
  );
}
