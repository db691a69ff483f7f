import type { Card } from '../../core/src/card';
import { drawFault, faultWays, StandInSet, type FaultWay, type HiddenFault, type Shown } from '../../core/src/standin';
import { chanceFrom } from '../../core/src/chance';
import type { Evidence, TraceModel } from '../../core/src/trace';
import type { Case, JobWay } from './play-job';

/** How often a set comes in so: the mix in which the benchmark draws its jobs. */
const wayShare: Readonly<Record<JobWay, number>> = {
  dead: 0.4,
  weak: 0.19,
  partial: 0.08,
  intermittent: 0.11,
  'drags-supply': 0.05,
  'loads-stage-before': 0.05,
  'two-faults': 0.08,
  misaligned: 0.02,
  outside: 0.04,
};

/** What the owner comes with: the first function that does not do what it should, tried by somebody who cannot measure. */
function complaintOf(card: Card, faults: readonly HiddenFault[], misalignedDb: number, seed: number): Evidence | undefined {
  const set = new StandInSet(card, faults, { seed, noise: 0, misalignedDb });
  const chance = chanceFrom(seed + 3);
  const wavers = faults.some((f) => f.rate < 1);
  const bad = card.functions.flatMap((f): { id: string; shown: Shown }[] => {
    for (let i = 0; i < (wavers ? 8 : 1); i++) {
      const shown = set.tryFunction(f.id);
      if (shown !== 'works') return [{ id: f.id, shown: wavers ? 'comes-and-goes' : shown }];
    }
    return [];
  });
  if (!bad.length) return undefined;
  const { id, shown } = chance.oneOf(bad);
  return { id: 'complaint', kind: 'function', functionId: id, outcome: shown, reported: true };
}

/** One job of a way, or undefined when this card cannot have it, or shows nothing of it. */
function caseOf(model: TraceModel, way: JobWay, section: string, seed: number): Case | undefined {
  const { card } = model;
  const chance = chanceFrom(seed);
  const faults: HiddenFault[] = [];
  let misalignedDb = 0;
  if (way === 'two-faults') {
    const other = chance.oneOf(card.sections.filter((s) => s.id !== section)).id;
    const ways = faultWays.filter((w) => w !== 'intermittent');
    for (const id of [section, other]) {
      const fault = drawFault(
        card,
        id,
        chance.weighted(ways, (w) => wayShare[w]),
        chance,
      );
      if (!fault) return undefined;
      faults.push(fault);
    }
  } else if (way === 'misaligned') misalignedDb = chance.between(2.5, 6);
  else if (way !== 'outside') {
    const fault = drawFault(card, section, way satisfies FaultWay, chance);
    if (!fault) return undefined;
    faults.push(fault);
  }
  const fn = way === 'outside' ? chance.oneOf(card.functions) : undefined;
  const complaint: Evidence | undefined = fn
    ? { id: 'complaint', kind: 'function', functionId: fn.id, outcome: chance.oneOf(['weak', 'dead', 'comes-and-goes']), reported: true }
    : complaintOf(card, faults, misalignedDb, seed);
  return complaint && { model, way, faults, seed, complaint, misalignedDb };
}

/** Jobs of a card in the mix, section after section, so that none is left out. */
export function casesOf(model: TraceModel, count: number, seed: number): Case[] {
  const cases: Case[] = [];
  const chance = chanceFrom(seed);
  const ways = Object.keys(wayShare) as JobWay[];
  const { sections } = model.card;
  for (let i = 0, tries = 0; cases.length < count && tries < count * 8; tries++) {
    const way = chance.weighted(ways, (w) => wayShare[w]);
    const made = caseOf(model, way, sections[(i + seed) % sections.length]?.id ?? '', seed * 1000 + tries);
    if (made) {
      cases.push(made);
      i++;
    }
  }
  return cases;
}
