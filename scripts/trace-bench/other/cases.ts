import type { Card } from '../../../core/src/card';
import { chanceFrom } from '../../../core/src/chance';
import type { TraceModel } from '../../../core/src/trace';
import { complaintAbout } from '../complaint';
import type { SearchCase } from '../../../core/src/practice';
import { defectsOf, type OtherClass } from './defect';
import { OtherSet } from './other-set';

/** Slips of whoever tries and reads, in jobs of that class: two to five in a hundred. */
const slipsOf = (of: OtherClass, seed: number): number => (of === 'slips' ? 0.02 + 0.03 * ((seed % 7) / 6) : 0.008);

/**
 * Jobs of one class on one card, of sections drawn by lot; fewer where the card cannot have them.
 * @param card of the set itself; that of the model may be another, drawn in a hurry.
 */
export function otherCases(model: TraceModel, of: OtherClass, count: number, seed: number, card: Card = model.card): SearchCase[] {
  const cases: SearchCase[] = [];
  for (let tries = 0; cases.length < count && tries < count * 12; tries++) {
    const from = seed * 100_003 + tries * 17;
    const chance = chanceFrom(from);
    const section = chance.oneOf(card.sections).id;
    const defects = defectsOf(card, section, of, chance);
    if (!defects) continue;
    const wavers = defects.some((d) => d.rate < 1);
    const complaint = complaintAbout(card, new OtherSet(card, defects, { seed: from, slips: 0 }), wavers, of === 'outside', chance);
    if (!complaint) continue;
    cases.push({
      model,
      way: of,
      truth: new Set(defects.map((d) => d.section)),
      ...(of === 'outside' ? { settles: 'outside' as const } : {}),
      seed: from,
      complaint,
      set: (noise) => new OtherSet(card, defects, { seed: from * 31 + 7, slips: noise * slipsOf(of, from) }),
    });
  }
  return cases;
}
