import type { Card } from '../../core/src/card';
import { drawFault, generateCard, StandInSet } from '../../core/src/standin';
import { chanceFrom } from '../../core/src/chance';
import { traceModel, type TraceModel } from '../../core/src/trace';
import { nextProbes, type ProbeOrder } from '../../core/src/trace/next-probe';
import { stopAt } from '../../core/src/trace/tables/certainty';
import { cost } from '../../core/src/trace/tables/probe-costs';
import { benchAnswer } from '../../core/src/practice';

/**
 * A small model whose best order of tests can be worked out: for each section one dead fault, for each test the chance of
 * a bad outcome under it, and what it costs. Nothing is behind a cover, and no test is repeated.
 */
interface SmallModel {
  readonly sections: readonly string[];
  readonly tests: readonly { readonly id: string; readonly price: number; readonly bad: readonly number[] }[];
}

/** From a made-up card: which tests each dead section fails, as the stand-in answers without noise. */
function smallModelOf(card: Card, seed: number, noise: number, most = Infinity): SmallModel {
  const chance = chanceFrom(seed);
  const model = traceModel(card, 0);
  const kinds = new Set(['function', 'reading', 'injection', 'forcing']);
  const faults = card.sections.map((s) => drawFault(card, s.id, 'dead', chance));
  const tests = model.tests
    .filter((t) => kinds.has(t.kind))
    .map((test) => ({
      id: test.id,
      price: test.minutes + cost.turnTo + cost.hazard[test.hazard],
      bad: faults.map((fault) => {
        const evidence = benchAnswer(card, new StandInSet(card, fault ? [fault] : [], { seed, noise: 0 }), test, 'x');
        const good = 'outcome' in evidence && (evidence.outcome === 'works' || evidence.outcome === 'in');
        return good ? noise : 1 - noise;
      }),
    }))
    .filter(({ bad }) => new Set(bad).size > 1);
  const kept =
    tests.length > most
      ? [...tests].sort((a, b) => a.id.localeCompare(b.id)).filter((_, i) => i % Math.ceil(tests.length / most) === 0)
      : tests;
  return { sections: card.sections.map((s) => s.id), tests: kept.slice(0, most) };
}

/** The small model in the form in which Trace weighs tests. */
function traced(small: SmallModel): TraceModel {
  const n = small.sections.length;
  const at = Int16Array.from(small.sections, (_, i) => i);
  const tests = small.tests.map(({ id, price, bad }) => ({
    id,
    kind: 'function' as const,
    subject: id,
    title: id,
    condition: {},
    outcomes: ['good', 'bad'],
    rows: [Float64Array.from(bad, (p) => 1 - p), Float64Array.from(bad)],
    local: undefined,
    sound: Float64Array.of(1, 0),
    reach: new Map(small.sections.flatMap((s, i) => ((bad[i] ?? 0) > 0.5 ? [[s, 1] as const] : []))),
    minutes: price - cost.turnTo,
    instrument: 'none',
    hazard: 'none' as const,
  }));
  return {
    card: { sections: [], access: [], parts: [] } as unknown as Card,
    sections: small.sections,
    space: { count: n, single: n, first: at, second: at, kind: [], when: [], ways: [], burden: [], from: at, cells: n },
    weights: new Map(),
    logPrior: new Float64Array(n),
    tests,
    testById: new Map(tests.map((t) => [t.id, t])),
    partsOf: new Map(),
    partShare: new Map(),
    reported: () => undefined,
  };
}

const top = (belief: readonly number[]): number => Math.max(...belief);

function update(belief: readonly number[], likelihood: (i: number) => number): { chance: number; after: number[] } {
  const joint = belief.map((p, i) => p * likelihood(i));
  const chance = joint.reduce((a, b) => a + b, 0);
  return { chance, after: joint.map((p) => p / chance) };
}

/**
 * Expected minutes to the stop under a rule that picks the next test, worked out over every course that the job can
 * take; without a rule, under the best one (dynamic programming over all histories). Both go on until the
 * stop, or until no test is left that splits anything.
 */
function expectedMinutes(small: SmallModel, pick?: (belief: readonly number[], done: ReadonlySet<string>) => string | undefined): number {
  const known = new Map<string, number>();
  const go = (belief: readonly number[], done: readonly string[]): number => {
    if (top(belief) >= stopAt) return 0;
    const key = belief.map((p) => p.toFixed(9)).join() + '|' + [...done].sort().join();
    const before = known.get(key);
    if (before !== undefined) return before;
    const has = new Set(done);
    const after = (test: SmallModel['tests'][number]): number => {
      let minutes = test.price;
      for (const bad of [true, false]) {
        const next = update(belief, (i) => (bad ? (test.bad[i] ?? 0) : 1 - (test.bad[i] ?? 0)));
        if (next.chance > 1e-12) minutes += next.chance * go(next.after, [...done, test.id]);
      }
      return minutes;
    };
    const open = small.tests.filter((t) => !has.has(t.id) && splits(belief, t.bad));
    const wanted = open.length ? pick?.(belief, has) : undefined;
    const chosen = pick && (open.find((t) => t.id === wanted) ?? open.toSorted((a, b) => a.price - b.price)[0]);
    const best = open.length === 0 ? 0 : chosen ? after(chosen) : Math.min(...open.map(after));
    known.set(key, best);
    return best;
  };
  return go(
    small.sections.map(() => 1 / small.sections.length),
    [],
  );
}

/** A test that says the same of everything still possible need not be done. */
function splits(belief: readonly number[], bad: readonly number[]): boolean {
  let [low, high] = [Infinity, -Infinity];
  belief.forEach((p, i) => {
    if (p < 1e-9) return;
    low = Math.min(low, bad[i] ?? 0);
    high = Math.max(high, bad[i] ?? 0);
  });
  return high - low > 1e-6;
}

/** Mean of Trace's expected minutes over the best possible ones, over several small models. */
export function ratioToOptimum(options: {
  noise: number;
  sizes: readonly number[];
  seeds: number;
  most?: number;
  lookAhead?: number;
  order?: ProbeOrder;
}): {
  ratio: number;
  models: number;
} {
  let [ours, best, models] = [0, 0, 0];
  for (const size of options.sizes)
    for (let seed = 1; seed <= options.seeds; seed++) {
      const small = smallModelOf(generateCard(size, 31 * size + seed), seed, options.noise, options.most);
      const model = traced(small);
      ours += expectedMinutes(
        small,
        (belief, done) =>
          nextProbes(model, Float64Array.from(belief), [], {
            order: options.order ?? 'worth',
            opened: new Set(),
            answered: done,
            count: 1,
            ...(options.lookAhead === undefined ? {} : { lookAhead: options.lookAhead }),
          })[0]?.test.id,
      );
      best += expectedMinutes(small);
      models++;
    }
  return { ratio: ours / best, models };
}
