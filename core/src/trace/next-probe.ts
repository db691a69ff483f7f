import { accessChain } from '../card';
import type { Unit } from '../quantity';
import { bits, bySection } from './infer';
import type { TestModel, TraceModel } from './model';
import { cost, independence, leastBits, leastChance, leastShare } from './tables';

/** In which order probes are offered: by worth for the time, or after another school. The chances are the same. */
export const probeOrders = ['worth', 'halves', 'antenna', 'speaker'] as const;
export type ProbeOrder = (typeof probeOrders)[number];

export interface ProbeOutcome {
  readonly outcome: string;
  /** How likely it is to come out so. */
  readonly chance: number;
  /** The leading section then, and its chance. */
  readonly section: string | null;
  readonly then: number;
}

/** One thing to do next: what, what to expect, what each outcome would mean, and what it costs. */
export interface Probe {
  readonly test: TestModel;
  readonly bits: number;
  readonly minutes: number;
  readonly outcomes: readonly ProbeOutcome[];
  /** Sections still in question on its side of the cut, and all still in question. */
  readonly splits: { readonly on: number; readonly of: number };
  /** What has to be taken off first, outermost first. */
  readonly open: readonly string[];
  /** Why it cannot be done on this bench; absent when it can. */
  readonly cannot?: string;
}

export interface ProbeOptions {
  readonly order: ProbeOrder;
  /** Units the bench has an instrument for; undefined when every one is at hand. */
  readonly measures?: readonly Unit[];
  /** Access steps that are already off. */
  readonly opened: ReadonlySet<string>;
  /** The instrument used last. */
  readonly inHand?: string;
  readonly answered: ReadonlySet<string>;
  readonly count: number;
}

interface Weighing {
  readonly gain: number;
  readonly chances: number[];
  readonly after: Float64Array[];
}

/** Expected fall in uncertainty over the sections, in bits, and the section chances after each outcome. */
function weighTest(model: TraceModel, chances: Float64Array, test: TestModel, now: number): Weighing {
  const width = model.hypotheses.length;
  const outcome: number[] = [];
  const after: Float64Array[] = [];
  let left = 0;
  test.outcomes.forEach((_, r) => {
    let p = 0;
    let sum = 0;
    const updated = new Float64Array(width);
    for (let h = 0; h < width; h++) {
      const row = test.chances[r * width + h] ?? 0;
      const prior = chances[h] ?? 0;
      p += prior * row;
      const value = prior * row ** independence;
      updated[h] = value;
      sum += value;
    }
    const sections = bySection(
      model,
      updated.map((value) => value / sum),
    );
    outcome.push(p);
    after.push(sections);
    left += p * bits(sections);
  });
  return { gain: Math.max(0, now - left), chances: outcome, after };
}

const missing = (test: TestModel, measures: readonly Unit[] | undefined): string | undefined => {
  if (test.kind !== 'reading' || !measures || measures.includes(test.instrument as Unit)) return undefined;
  return `nothing on this bench reads ${test.instrument}`;
};

/** How far along the signal's way a test lies, for the schools that follow it from one end. */
function wayAlong(model: TraceModel, test: TestModel, failing: readonly string[]): number {
  const section = test.point?.section ?? (test.kind === 'tap' || test.kind === 'inspect' ? test.subject : undefined);
  const at = section === undefined ? -1 : failing.indexOf(section);
  return at < 0 ? model.sections.length : at;
}

/**
 * The best tests not yet done. `worth` ranks by bits for the minute, with minutes put on for danger; the other schools
 * use the same chances in another order. A test that separates nothing is left out; one that the bench cannot do is
 * kept in its place with the reason. Ties go to the cheaper, then to the order of the card.
 */
export function nextProbes(model: TraceModel, chances: Float64Array, failing: readonly string[], options: ProbeOptions): Probe[] {
  const sections = bySection(model, chances);
  const now = bits(sections);
  const all = model.tests.flatMap((test) => {
    if (options.answered.has(test.id)) return [];
    const least = test.kind === 'proof' ? leastChance.proof : test.kind === 'tap' || test.kind === 'inspect' ? leastChance.tap : 0;
    if (least > 0 && ![...test.reach].some((id) => (sections[model.sections.indexOf(id)] ?? 0) >= least)) return [];
    const weighing = weighTest(model, chances, test, now);
    if (weighing.gain < leastBits) return [];
    const open = accessChain(model.card, test.access).filter((step) => !options.opened.has(step.id));
    const change = test.instrument !== 'none' && test.instrument !== options.inHand ? cost.changeInstrument : 0;
    const minutes = test.minutes + change + open.reduce((sum, step) => sum + step.minutes, 0);
    const cannot = missing(test, options.measures);
    const danger = cost.hazard[test.hazard] + (test.kind === 'proof' ? cost.proofRisk : 0);
    return [
      { test, weighing, minutes, open: open.map((step) => step.remove), cannot, rank: weighing.gain / (minutes + cost.turnTo + danger) },
    ];
  });
  const most = Math.max(0, ...all.filter(({ cannot }) => !cannot).map(({ weighing }) => weighing.gain));
  const candidates = all.filter(({ weighing }) => weighing.gain >= leastShare * most);
  const byWorth = (a: (typeof candidates)[number], b: (typeof candidates)[number]): number => b.rank - a.rank || a.minutes - b.minutes;
  const order = {
    worth: byWorth,
    halves: (a, b) => b.weighing.gain - a.weighing.gain || byWorth(a, b),
    antenna: (a, b) => wayAlong(model, a.test, failing) - wayAlong(model, b.test, failing) || byWorth(a, b),
    speaker: (a, b) => speakerFirst(a.test) - speakerFirst(b.test) || byWorth(a, b),
  } satisfies Record<ProbeOrder, typeof byWorth>;
  const speakerFirst = (test: TestModel): number => {
    const at = wayAlong(model, test, failing);
    return at >= model.sections.length ? model.sections.length : -at;
  };
  // A near-copy of a better probe (same point, other channel) would only crowd the list.
  const seen = new Set<string>();
  const chosen = candidates.sort(order[options.order]).filter(({ test }) => {
    const key = `${test.kind} ${test.subject}`;
    return seen.has(key) ? false : Boolean(seen.add(key));
  });
  const inQuestion = model.sections.filter((_, i) => (sections[i] ?? 0) >= 0.01);
  return chosen.slice(0, options.count).map(({ test, weighing, minutes, open, cannot }) => ({
    test,
    bits: weighing.gain,
    minutes,
    open,
    ...(cannot ? { cannot } : {}),
    splits: { on: inQuestion.filter((id) => test.reach.has(id)).length, of: inQuestion.length },
    outcomes: test.outcomes.map((outcome, i) => {
      const after = weighing.after[i] ?? new Float64Array();
      const top = after.reduce((best, p, at) => (p > (after[best] ?? 0) ? at : best), 0);
      return { outcome, chance: weighing.chances[i] ?? 0, section: model.sections[top] ?? null, then: after[top] ?? 0 };
    }),
  }));
}

/** Worth in the words of the bench: a clean halving is one bit. */
export function worthText(gain: number): string {
  const steps: readonly (readonly [number, string])[] = [
    [1.6, 'nearly two clean halvings'],
    [1.15, 'more than one clean halving'],
    [0.8, 'about one clean halving'],
    [0.58, 'two thirds of a halving'],
    [0.42, 'half a halving'],
    [0.28, 'a third of a halving'],
    [0.15, 'a fifth of a halving'],
  ];
  return steps.find(([least]) => gain >= least)?.[1] ?? 'a small part of a halving';
}
