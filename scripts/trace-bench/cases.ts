import { drawFault, faultWays, StandInSet, type FaultWay, type HiddenFault } from '../../core/src/standin';
import { chanceFrom } from '../../core/src/chance';
import type { TraceModel } from '../../core/src/trace';
import { complaintAbout } from './complaint';
import type { SearchCase } from '../../core/src/practice';

export type JobWay = FaultWay | 'two-faults' | 'misaligned' | 'outside';
export const jobWays: readonly JobWay[] = [...faultWays, 'two-faults', 'misaligned', 'outside'];

/** A job on the stand-in that ships with the program. */
export interface StandInCase extends SearchCase {
  readonly faults: readonly HiddenFault[];
  readonly misalignedDb: number;
}

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

/** One job of a way, or undefined when this card cannot have it, or shows nothing of it. */
function caseOf(model: TraceModel, way: JobWay, section: string, seed: number): StandInCase | undefined {
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
  const made = (noise: number, from: number): StandInSet => new StandInSet(card, faults, { seed: from, noise, misalignedDb });
  const complaint = complaintAbout(
    card,
    made(0, seed),
    faults.some((f) => f.rate < 1),
    way === 'outside',
    chanceFrom(seed + 3),
  );
  return (
    complaint && {
      model,
      way,
      faults,
      misalignedDb,
      truth: new Set(faults.map((f) => f.section)),
      ...(way === 'outside' || way === 'misaligned' ? { settles: way } : {}),
      seed,
      complaint,
      set: (noise) => made(noise, seed * 7919 + 13),
    }
  );
}

/** Jobs of a card in the mix, section after section, so that none is left out. */
export function casesOf(model: TraceModel, count: number, seed: number): StandInCase[] {
  const cases: StandInCase[] = [];
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
