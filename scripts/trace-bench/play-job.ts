import { expectationAt, pointOf, type Card } from '../../core/src/card';
import type { StandInSet } from '../../core/src/standin';
import { chanceFrom } from '../../core/src/chance';
import { trace, type Evidence, type Probe, type ProbeOrder, type TestModel, type TraceModel, type TraceResult } from '../../core/src/trace';
import { priceOf } from '../../core/src/trace/candidates';

/**
 * Which test comes next: as Trace offers, or as one does without it. `tidy-halves` counts the blocks still in question and
 * cuts them as evenly as it can, whatever the cut costs; `functions-first` tries every function, then does the same.
 */
export type Policy = ProbeOrder | 'tidy-halves' | 'functions-first' | 'random';

/** A set on the bench with something hidden in it, by whichever simulation. */
export type FaultySet = Pick<
  StandInSet,
  | 'tryFunction'
  | 'read'
  | 'compare'
  | 'inject'
  | 'force'
  | 'tap'
  | 'inspect'
  | 'lift'
  | 'unload'
  | 'remedy'
  | 'proof'
  | 'proofStage'
  | 'repair'
>;

/** One set with what is wrong in it. */
export interface Case {
  readonly model: TraceModel;
  /** The class of what is wrong. */
  readonly way: string;
  /** Sections at fault. */
  readonly truth: ReadonlySet<string>;
  /** What is right to settle on where no section is at fault. */
  readonly settles?: 'outside' | 'misaligned';
  readonly seed: number;
  readonly complaint: Evidence;
  /** The set as it comes in, made anew for each who works on it. */
  readonly set: (noise: number) => FaultySet;
}

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

/** The reading of a stand-in against the card's limits. */
function verdict(
  card: Card,
  pointId: string,
  condition: Probe['test']['condition'],
  value: number | null | undefined,
): 'in' | 'low' | 'high' | 'dead' {
  const point = pointOf(card, pointId);
  const { low, high } = (point && expectationAt(point, condition)) ?? {};
  if (value === null || value === undefined) return 'dead';
  return low !== undefined && value < low ? 'low' : high !== undefined && value > high ? 'high' : 'in';
}

/** Does the test on the stand-in and puts its answer as evidence. */
export function answer(card: Card, set: FaultySet, test: Probe['test'], id: string): Evidence {
  switch (test.kind) {
    case 'function':
      return { id, kind: 'function', functionId: test.subject, outcome: set.tryFunction(test.subject) };
    case 'reading':
      return {
        id,
        kind: 'reading',
        point: test.subject,
        condition: test.condition,
        outcome: verdict(card, test.subject, test.condition, set.read(test.subject, test.condition)),
        text: '',
      };
    case 'comparison':
      return { id, kind: 'comparison', point: test.subject, outcome: set.compare(test.subject), text: '' };
    case 'injection':
      return { id, kind: 'injection', injection: test.subject, outcome: set.inject(test.subject) };
    case 'forcing':
      return { id, kind: 'forcing', forcing: test.subject, outcome: set.force(test.subject) };
    case 'tap':
      return { id, kind: 'manipulation', section: test.subject, changed: set.tap(test.subject), text: '' };
    case 'inspect':
      return {
        id,
        kind: 'finding',
        section: test.subject,
        severity: set.inspect(test.subject) ? 'plain' : 'clean',
        previousHands: false,
        text: '',
      };
    case 'lift':
      return { id, kind: 'lift', section: test.subject, recovers: set.lift(test.subject) };
    case 'unload':
      return { id, kind: 'unload', section: test.subject, recovers: set.unload(test.subject) };
    case 'remedy':
      return { id, kind: 'remedy', section: test.subject, remedy: test.remedy ?? 'reflow', cured: set.remedy(test.subject) };
    case 'proof': {
      const [section = ''] = test.reach.keys();
      return section === test.subject
        ? { id, kind: 'proof', section, bad: set.proofStage(section) }
        : { id, kind: 'proof', section, designator: test.subject, bad: set.proof(test.subject) };
    }
  }
}

const tracing = new Set(['function', 'reading', 'injection', 'forcing']);

/** The test that leaves most nearly as many blocks in question on one side as on the other; the first of the card among equals. */
function evenCut(model: TraceModel, result: TraceResult): TestModel | undefined {
  const inQuestion = result.sections.filter((s) => s.chance >= 0.01).map((s) => s.section);
  let best: { test: TestModel; uneven: number } | undefined;
  for (const test of model.tests) {
    if (!tracing.has(test.kind) || result.answered.includes(test.id)) continue;
    const on = inQuestion.filter((id) => test.reach.has(id)).length;
    if (on === 0 || on === inQuestion.length) continue;
    const uneven = Math.abs(on - inQuestion.length / 2);
    if (!best || uneven < best.uneven) best = { test, uneven };
  }
  return best?.test;
}

/** Plays one job to its end: the complaint, then test after test as the policy says, until a stop or until nothing is left. */
export function play(one: Case, policy: Policy, options: { noise?: number; lookAhead?: number; claims?: boolean } = {}): Played {
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
    evidence.push(answer(card, set, test, `${tests}`));
  }
}
