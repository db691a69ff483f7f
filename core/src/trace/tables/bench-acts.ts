import type { Part } from '../../card/card-schema';
import type { Remedy } from '../../words';
import type { FaultKind } from './fault-kinds';

/** Chances of what looking, tapping, lifting, measuring parts and trial repairs show, for a faulty section and a sound one. */

/** Chance that a tap, press, warming or cooling at a section changes the symptom. */
export const tapChanges = { intermittent: 0.6, seldom: 0.5, otherFault: 0.06, elsewhere: 0.035 } as const;

/** Chance of a finding near a section when the section is at fault, and when it is not, by how bad it looks. */
export const findingChance = {
  slight: { faulty: 0.1, sound: 0.06 },
  plain: { faulty: 0.14, sound: 0.035 },
  bad: { faulty: 0.16, sound: 0.01 },
} as const;
/** A section that looks clean, likewise. */
export const cleanLook = { faulty: 0.75, sound: 0.94 } as const;
/** Previous hands make a finding tell this much more. */
export const previousHandsFactor = 1.6;
/** Chance of finding cores turned or trimmers touched when the whole set is misaligned, and when it is not. */
export const twiddledFound = { misaligned: 0.85, otherwise: 0.04 } as const;

/**
 * A part measured out of circuit. When its section is at fault, one of the named parts is to blame in this share of
 * cases (the rest are joints, tracks and what the card does not name), each by its weight; in a sound section a part
 * hardly ever proves bad.
 */
export const proof = { named: 0.88, badIfSound: 0.002 } as const;
/**
 * A stage whose circuit was reckoned from the voltages in it. Of what can be wrong in a section so much shows in such a region; nothing
 * was wrong in it, before it was reckoned, in so many cases; and it is believed within these bounds, for the readings speak for themselves
 * as well.
 */
export const reckoned = { covers: 0.6, elsewhere: 0.16, most: 12, least: 0.15, part: 25 } as const;
/** After a part was fitted in a section, how much likelier than before that section still is to be at fault. */
export const afterFit = 0.12;

/** Lifting a section's feed: chance that its rail comes back, by the kind of fault in the section, and when it is sound. */
export const railRecovers: Readonly<Partial<Record<FaultKind, number>>> & { readonly otherwise: number } = {
  'pulls-rail': 0.93,
  'shorts-rail': 0.95,
  otherwise: 0.015,
};

/** All that hangs on a supply lifted at once: chance that it comes back, when what is at fault draws too much, is the supply itself, or neither. */
export const unloadedRecovers: Readonly<{
  puller: number;
  regulated: Readonly<Partial<Record<FaultKind, number>>>;
  plain: Readonly<Partial<Record<FaultKind, number>>>;
  otherwise: number;
}> = {
  puller: 0.93,
  /** A supply that gives way under load comes back without one, unless it is set too low: a regulator hardly, what is only wire and iron mostly. */
  regulated: { dead: 0.02, weak: 0.12, low: 0.12, partial: 0.4, intermittent: 0.15, seldom: 0.05 },
  plain: { dead: 0.03, weak: 0.3, low: 0.35, partial: 0.8, intermittent: 0.3, seldom: 0.1 },
  otherwise: 0.015,
};

/** A cheap repair is offered as a test where a section has a part of such a kind. */
export const remedyParts: Readonly<Record<Remedy, readonly Part['kind'][]>> = {
  reflow: ['joint', 'module', 'power-transistor', 'transformer', 'regulator-ic'],
  reseat: ['connector', 'valve', 'fuse'],
  clean: ['relay', 'switch', 'potentiometer', 'trimmer'],
};
/** Chance that it cures the trouble, by the kind of fault in that section; it never cures another section's. */
export const remedyCures: Readonly<Record<FaultKind, number>> = {
  dead: 0.1,
  weak: 0.12,
  partial: 0.15,
  intermittent: 0.5,
  seldom: 0.5,
  'pulls-rail': 0.02,
  'shorts-rail': 0.02,
  'loads-before': 0.02,
  'off-frequency': 0.05,
  low: 0.1,
};
/** An intermittent that stays away for the moment looks cured. */
export const seemsCured = 0.02;
