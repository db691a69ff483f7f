import { agrees, phaseLoops, type Card, type Condition } from '../card';
import { functionReach, justBefore, supplyOf } from './reach';
import { kindWeight, lowWeight, offFrequencyWeight, partialMost, partialWeight, type FaultKind } from './tables/fault-kinds';
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
  /** What the ways of each section weigh beside those of a plain one, from 1 up. */
  readonly burden: readonly number[];
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

interface WeighedWay {
  readonly kind: FaultKind;
  readonly when?: Condition;
  readonly weight: number;
}

/** One state, mode or band in which alone a section may fail: where the functions that lean on it differ. */
function partialWays(section: Card['sections'][number], using: readonly Condition[]): WeighedWay[] {
  return (['keyed', 'mode', 'band'] as const).flatMap((field) => {
    const weight = partialWeight[field][section.kind];
    const values = new Set(using.map((c) => c[field]).filter((v) => v !== undefined));
    if (weight === undefined || values.size < 2) return [];
    return [...values]
      .map((value): WeighedWay => ({ kind: 'partial', when: { [field]: value }, weight: Math.min(weight, partialMost / values.size) }))
      .filter(({ when = {} }) => using.some((c) => agrees(when, c)) && using.some((c) => !agrees(when, c)));
  });
}

/** The ways in which each section can fail; their shares sum to one, and `burden` is what they weigh beside a section without any of its own. */
function waysOf(card: Card): { ways: FaultyWay[][]; burden: number[] } {
  const reaches = card.functions.map((fn) => ({ condition: fn.condition, reach: functionReach(card, fn) }));
  const held = new Set(phaseLoops(card).flatMap(({ sections }) => sections));
  const feeders = new Set(card.sections.flatMap(({ needs }) => needs.flatMap((need) => (need.by === 'supply' ? [need.section] : []))));
  const burden: number[] = [];
  const ways = card.sections.map((section): FaultyWay[] => {
    const { id } = section;
    const plain = (Object.keys(kindWeight) as (keyof typeof kindWeight)[]).filter(
      (kind) =>
        ((kind !== 'pulls-rail' && kind !== 'shorts-rail') || supplyOf(card, id) !== undefined) &&
        (kind !== 'loads-before' || justBefore(card, id).size > 0),
    );
    const sum = plain.reduce((total, kind) => total + kindWeight[kind], 0);
    const own: WeighedWay[] = [
      ...plain.map((kind) => ({ kind, weight: kindWeight[kind] / sum })),
      ...partialWays(
        section,
        reaches.filter(({ reach }) => reach.has(id)).map(({ condition }) => condition),
      ),
      ...(feeders.has(id) ? [{ kind: 'low' as const, weight: lowWeight }] : []),
      ...(section.kind === 'oscillator' && !held.has(id) ? [{ kind: 'off-frequency' as const, weight: offFrequencyWeight }] : []),
    ];
    const all = own.reduce((total, { weight }) => total + weight, 0);
    burden.push(all);
    return own.map(({ weight, ...way }) => ({ ...way, share: weight / all }));
  });
  return { ways, burden };
}

export function spaceOf(card: Card): Space {
  const n = card.sections.length;
  const kind: Space['kind'][number][] = ['outside', 'misaligned'];
  const first: number[] = [n, n + 1];
  const second: number[] = [n, n + 1];
  const when: (Condition | undefined)[] = [undefined, undefined];
  const { ways, burden } = waysOf(card);
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
    burden,
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
  const weights = card.sections.map((s, i) => (weightOf.get(s.id) ?? 1) * (space.burden[i] ?? 1));
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
