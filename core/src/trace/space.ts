import { agrees, type Card, type Condition } from '../card';
import { functionReach, justBefore, supplyOf } from './reach';
import { faultKinds, kindWeight, partialIn, type FaultKind } from './tables/fault-kinds';
import {
  adjustableParts,
  misalignedPrior,
  nakedSectionWeight,
  outsidePrior,
  pairPrior,
  partWeight,
  priorFlatness,
  watchedFactor,
  wearingParts,
} from './tables/prior-weights';

/**
 * Every explanation that is weighed, in flat arrays: nothing wrong inside (0), misaligned throughout (1), each section
 * in each kind of fault, then each pair of sections. A cell is where its chance is booked: one for each section, then
 * one for outside and one for misaligned; a pair is booked half to each of its two.
 */
export interface Space {
  readonly count: number;
  /** So many, from the start, are not pairs. */
  readonly single: number;
  /** Cell of the first faulty section, and of the second (the same one when there is no second). */
  readonly first: Int16Array;
  readonly second: Int16Array;
  readonly kind: readonly (FaultKind | 'outside' | 'misaligned' | 'pair')[];
  /** For a partial fault: the condition under which alone it acts. */
  readonly when: readonly (Condition | undefined)[];
  /** For each section its ways to fail, in the order of the space, and where in the space they begin. */
  readonly ways: readonly (readonly FaultyWay[])[];
  readonly from: Int16Array;
  readonly cells: number;
}

export const outsideAt = 0;
export const misalignedAt = 1;

/** One way in which a section can be at fault. */
export interface FaultyWay {
  readonly kind: FaultKind;
  readonly when?: Condition;
  /** Share among the section's own ways; they sum to one. */
  readonly share: number;
}

/** Conditions in which the functions that lean on a section differ: a fault may be there in one mode, band or state alone. */
function partialConditions(section: Card['sections'][number], using: readonly Condition[]): Condition[] {
  const found: Condition[] = [];
  for (const field of ['keyed', 'mode', 'band'] as const) {
    if (!partialIn[field].has(section.kind)) continue;
    const values = new Set(using.map((c) => c[field]).filter((v) => v !== undefined));
    if (values.size > 1) for (const value of values) found.push({ [field]: value });
  }
  return found.filter((when) => using.some((c) => agrees(when, c)) && using.some((c) => !agrees(when, c)));
}

/** The ways in which each section can fail. */
function waysOf(card: Card): FaultyWay[][] {
  const reaches = card.functions.map((fn) => ({ condition: fn.condition, reach: functionReach(card, fn) }));
  return card.sections.map((section) => {
    const { id } = section;
    const whens = partialConditions(
      section,
      reaches.filter(({ reach }) => reach.has(id)).map(({ condition }) => condition),
    );
    const kinds = faultKinds.filter(
      (kind) =>
        (kind !== 'pulls-rail' || supplyOf(card, id) !== undefined) &&
        (kind !== 'loads-before' || justBefore(card, id).size > 0) &&
        (kind !== 'partial' || whens.length > 0),
    );
    const sum = kinds.reduce((total, kind) => total + kindWeight[kind], 0);
    return kinds.flatMap((kind): FaultyWay[] => {
      const share = kindWeight[kind] / sum;
      return kind === 'partial' ? whens.map((when) => ({ kind, when, share: share / whens.length })) : [{ kind, share }];
    });
  });
}

export function spaceOf(card: Card): Space {
  const n = card.sections.length;
  const kind: Space['kind'][number][] = ['outside', 'misaligned'];
  const first: number[] = [n, n + 1];
  const second: number[] = [n, n + 1];
  const when: (Condition | undefined)[] = [undefined, undefined];
  const ways = waysOf(card);
  const from = new Int16Array(n);
  ways.forEach((own, i) => {
    from[i] = kind.length;
    for (const way of own) {
      kind.push(way.kind);
      when.push(way.when);
      first.push(i);
      second.push(i);
    }
  });
  const single = kind.length;
  for (let i = 0; i < n; i++)
    for (let j = i + 1; j < n; j++) {
      kind.push('pair');
      first.push(i);
      second.push(j);
    }
  return {
    count: kind.length,
    single,
    first: Int16Array.from(first),
    second: Int16Array.from(second),
    kind,
    when,
    ways,
    from,
    cells: n + 2,
  };
}

/** Prior weight of each section, from its parts: more and frailer parts make it a likelier place, but not in proportion. */
export function sectionWeights(card: Card, ageYears: number): Map<string, number> {
  // Parts that dry, corrode or wear grow worse with age; twenty years count as the plain case.
  const age = Math.max(0.5, Math.min(2, 0.6 + ageYears / 50));
  return new Map(
    card.sections.map((section) => {
      const parts = card.parts.filter((p) => p.section === section.id);
      const sum = parts.reduce((total, p) => total + partWeight[p.kind] * (wearingParts.has(p.kind) ? age : 1), 0);
      const weight = parts.length ? Math.max(nakedSectionWeight / 2, sum) : nakedSectionWeight;
      return [section.id, weight ** priorFlatness * (section.watch ? watchedFactor : 1)];
    }),
  );
}

/** Log prior over the space for given section weights; the chances sum to one. */
export function logPriorOf(card: Card, space: Space, weightOf: ReadonlyMap<string, number>): Float64Array {
  const weights = card.sections.map((s) => weightOf.get(s.id) ?? 1);
  const sum = weights.reduce((a, b) => a + b, 0);
  const share = weights.map((w) => w / sum);
  const misaligned = card.parts.some((p) => adjustableParts.has(p.kind)) ? misalignedPrior : 1e-6;
  const pairs = card.sections.length > 1 ? pairPrior : 0;
  const pairSum = (1 - share.reduce((total, s) => total + s * s, 0)) / 2;
  const single = 1 - outsidePrior - misaligned - pairs;
  const log = new Float64Array(space.count);
  const own = space.ways.flat();
  for (let h = 0; h < space.count; h++) {
    const [i, j, kind] = [space.first[h] ?? 0, space.second[h] ?? 0, space.kind[h] ?? 'dead'];
    if (kind === 'outside') log[h] = Math.log(outsidePrior);
    else if (kind === 'misaligned') log[h] = Math.log(misaligned);
    else if (kind === 'pair') log[h] = Math.log((pairs * (share[i] ?? 0) * (share[j] ?? 0)) / pairSum);
    else log[h] = Math.log(single * (share[i] ?? 0) * (own[h - 2]?.share ?? 0));
  }
  return log;
}
