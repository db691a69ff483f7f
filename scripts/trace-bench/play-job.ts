import { pointOf } from '../../core/src/card';
import { chanceFrom } from '../../core/src/chance';
import { benchAnswer, isTracing, type SearchCase } from '../../core/src/practice';
import { trace, type Evidence, type ProbeOrder, type TestModel, type TraceModel, type TraceResult } from '../../core/src/trace';
import { priceOf } from '../../core/src/trace/candidates';

/**
 * Which test comes next: as Trace offers, or as one does without it. `tidy-halves` counts the blocks still in question and
 * cuts them as evenly as it can, whatever the cut costs; `functions-first` tries every function, then does the same.
 */
export type Policy = ProbeOrder | 'tidy-halves' | 'functions-first' | 'random';

export interface Played {
  readonly way: string;
  readonly end: 'stop' | 'settled' | 'group' | 'out';
  /** The section named at the stop is among the faulty ones. */
  readonly right: boolean;
  /** At the end without a stop: a group of at most four was named. */
  readonly grouped: boolean;
  /** The group holds the fault; without a group, the four likeliest do. */
  readonly inGroup: boolean;
  readonly tests: number;
  readonly minutes: number;
  /** Minutes by kind of test. */
  readonly spent: Readonly<Record<string, number>>;
  /** Claim and truth, for every section at every step. */
  readonly claims: readonly (readonly [claim: number, truth: 0 | 1])[];
  /** The section named at the stop. */
  readonly named: string | null;
  /** The chance of what was named at the stop. */
  readonly said: number;
  /** A culprit has a point of its own that was never read. */
  readonly unread: boolean;
  /** All that was seen, in order. */
  readonly evidence: readonly Evidence[];
}

/** The test that leaves most nearly as many blocks in question on one side as on the other; the first of the card among equals. */
function evenCut(model: TraceModel, result: TraceResult): TestModel | undefined {
  const inQuestion = result.sections.filter((s) => s.chance >= 0.01).map((s) => s.section);
  let best: { test: TestModel; uneven: number } | undefined;
  for (const test of model.tests) {
    if (!isTracing(test) || result.answered.includes(test.id)) continue;
    const on = inQuestion.filter((id) => test.reach.has(id)).length;
    if (on === 0 || on === inQuestion.length) continue;
    const uneven = Math.abs(on - inQuestion.length / 2);
    if (!best || uneven < best.uneven) best = { test, uneven };
  }
  return best?.test;
}

/** Plays one job to its end: the complaint, then test after test as the policy says, until a stop or until nothing is left. */
export function play(one: SearchCase, policy: Policy, options: { noise?: number; lookAhead?: number; claims?: boolean } = {}): Played {
  const { model, truth } = one;
  const { card } = model;
  const set = one.set(options.noise ?? 1);
  const chance = chanceFrom(one.seed + 5);
  const evidence: Evidence[] = [one.complaint];
  const opened = new Set<string>();
  let inHand = 'none';
  let minutes = 0;
  const spent: Record<string, number> = {};
  const claims: [number, 0 | 1][] = [];
  for (let tests = 0; ; tests++) {
    const order: ProbeOrder = policy === 'functions-first' || policy === 'tidy-halves' || policy === 'random' ? 'worth' : policy;
    const result = trace(model, evidence, {
      order,
      opened: [...opened],
      inHand,
      count: policy === 'random' ? 40 : policy === 'worth' ? 3 : 3,
      explain: false,
      ...(options.lookAhead === undefined ? {} : { lookAhead: options.lookAhead }),
    });
    if (options.claims ?? true) for (const { section, chance: claim } of result.sections) claims.push([claim, truth.has(section) ? 1 : 0]);
    const done = (end: Played['end'], right: boolean, inGroup: boolean): Played => ({
      way: one.way,
      end,
      right,
      grouped: result.group.length > 0,
      inGroup,
      tests,
      minutes,
      spent,
      claims,
      evidence,
      named: result.stop,
      said: Math.max(result.outside, result.misaligned, ...result.sections.map((s) => s.chance)),
      unread: [...truth].some(
        (id) =>
          card.testPoints.some((p) => p.section === id) &&
          !evidence.some((e) => e.kind === 'reading' && pointOf(card, e.point)?.section === id),
      ),
    });
    if (result.stop) return done('stop', truth.has(result.stop), true);
    if (result.settled) return done('settled', one.settles === result.settled, true);
    const untried =
      policy === 'functions-first' ? model.tests.find((t) => t.kind === 'function' && !result.answered.includes(t.id)) : undefined;
    const cut = policy === 'functions-first' || policy === 'tidy-halves' ? evenCut(model, result) : undefined;
    const probe = policy === 'random' && result.probes.length ? chance.oneOf(result.probes) : result.probes[0];
    const plain = untried ?? cut;
    const test = plain ?? probe?.test;
    if (!test || tests >= 60 || (result.group.length > 0 && policy === 'worth')) {
      const held = [
        ...result.sections.map((s): [string, number] => [s.section, s.chance]),
        ['outside', result.outside] as [string, number],
        ['misaligned', result.misaligned] as [string, number],
      ].sort((a, b) => b[1] - a[1]);
      const top = result.group.length ? result.group : held.slice(0, 4).map(([name]) => name);
      return done(
        test && tests >= 60 ? 'out' : 'group',
        false,
        top.some((s) => truth.has(s) || s === one.settles),
      );
    }
    const took = (plain ? priceOf(model, plain, { opened, inHand }).minutes : (probe?.minutes ?? 0)) + 0.7;
    minutes += took;
    spent[test.kind] = (spent[test.kind] ?? 0) + took;
    for (let step = card.access.find((a) => a.id === test.access); step; step = card.access.find((a) => a.id === step?.behind))
      opened.add(step.id);
    if (test.instrument !== 'none') inHand = test.instrument;
    evidence.push(benchAnswer(card, set, test, `${tests}`));
  }
}
