import { plainTest, type TestModel } from './bench-test';
import { outsideAt, type Space } from './space';
import { steadiness } from './tables/certainty';

/** What one test has shown so far: how often each outcome. */
export type Results = Readonly<Record<string, number>>;

export const timesIn = (results: Results): number => Object.values(results).reduce((sum, n) => sum + n, 0);
export const andOne = (results: Results, outcome: string): Results => ({ ...results, [outcome]: (results[outcome] ?? 0) + 1 });

/** So often a test is offered at most. */
export const mostTimes = 3;
/** And what is said to come and go. */
export const mostTimesWavering = 8;
/** Rows that lie less apart than this are those of a sound set: what is shown then is a slip. */
const apart = 0.02;

/** A long and mixed run of results is never taken for impossible, so that its logarithm stays finite. */
const leastRun = 1e-60;

const steadyOf = new WeakMap<TestModel, Float64Array>();
/** How surely each explanation shows the same again: a fault that the test touches by its kind, any other as a slip does. */
function steady(space: Space, test: TestModel): Float64Array {
  let made = steadyOf.get(test);
  if (!made) {
    made = new Float64Array(space.count);
    for (let h = 0; h < made.length; h++) {
      let distance = 0;
      test.rows.forEach((row, r) => (distance += Math.abs((row[h] as number) - (test.sound[r] as number)) / 2));
      made[h] = h === outsideAt || distance < apart ? steadiness.slip : steadiness[space.kind[h] ?? 'pair'];
    }
    steadyOf.set(test, made);
  }
  return made;
}

/**
 * Chance of all that a test has shown, under each explanation: either the result stays as it is, or each trial goes its
 * own way. The order of the trials does not matter.
 */
export function resultsRow(space: Space, test: TestModel, results: Results): Float64Array {
  const shown = Object.entries(results).map(([outcome, times]) => ({ row: test.rows[test.outcomes.indexOf(outcome)], times }));
  const same = shown.length === 1 ? shown[0]?.row : undefined;
  return steady(space, test).map((stays, h) => {
    let each = 1;
    for (const { row, times } of shown) each *= (row?.[h] ?? 1) ** times;
    return Math.max(leastRun, (1 - stays) * each + stays * (same?.[h] ?? 0));
  });
}

const known = new WeakMap<TestModel, Map<string, TestModel>>();

/** The test once more, with the chance of each outcome given what it has shown so far. Made once for each such history. */
export function onceMore(space: Space, test: TestModel, results: Results): TestModel {
  const histories = known.get(test) ?? new Map<string, TestModel>();
  known.set(test, histories);
  const key = test.outcomes.map((o) => results[o] ?? 0).join(' ');
  let made = histories.get(key);
  if (!made) {
    const now = resultsRow(space, test, results);
    const rows = test.outcomes.map((o) => resultsRow(space, test, andOne(results, o)).map((p, h) => p / (now[h] as number)));
    made = { ...plainTest(test), title: `${test.title}, once more`, sound: test.sound, local: undefined, rows };
    histories.set(key, made);
  }
  return made;
}
