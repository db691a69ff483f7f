import type { Card } from '../card/card-schema';

/**
 * Every number that Trace weighs evidence with stands in this file and nowhere else. They are judgements of the trade
 * put into figures, not measurements; the benchmark against simulated faults is what keeps them honest.
 */

/** How a section can be at fault. Kinds matter more than fine numbers: a weak stage and a dead one show differently. */
export const faultKinds = ['dead', 'weak', 'partial', 'intermittent', 'pulls-rail', 'loads-before'] as const;
export type FaultKind = (typeof faultKinds)[number];

/** How often a faulty section is faulty in each way. `pulls-rail` falls away for a section without a supply. */
export const kindWeight: Readonly<Record<FaultKind, number>> = {
  dead: 0.52,
  weak: 0.22,
  partial: 0.06,
  intermittent: 0.12,
  'pulls-rail': 0.04,
  'loads-before': 0.04,
};

export const functionOutcomes = ['works', 'weak', 'dead', 'distorted', 'wrong-frequency', 'comes-and-goes', 'stuck-on'] as const;
export type FunctionOutcome = (typeof functionOutcomes)[number];
type FunctionRow = Readonly<Record<FunctionOutcome, number>>;

/** A function none of whose sections is faulty: it works, or one has misjudged it. */
export const healthyFunction: FunctionRow = {
  works: 0.965,
  weak: 0.012,
  dead: 0.006,
  distorted: 0.007,
  'wrong-frequency': 0.003,
  'comes-and-goes': 0.005,
  'stuck-on': 0.002,
};

/** A function that leans on the faulty section, by the kind of fault. Each row sums to one. */
export const faultyFunction: Readonly<Record<FaultKind, FunctionRow>> = {
  dead: { works: 0.015, weak: 0.1, dead: 0.755, distorted: 0.05, 'wrong-frequency': 0.04, 'comes-and-goes': 0.02, 'stuck-on': 0.02 },
  weak: { works: 0.16, weak: 0.55, dead: 0.06, distorted: 0.16, 'wrong-frequency': 0.02, 'comes-and-goes': 0.03, 'stuck-on': 0.02 },
  partial: { works: 0.4, weak: 0.12, dead: 0.32, distorted: 0.08, 'wrong-frequency': 0.04, 'comes-and-goes': 0.03, 'stuck-on': 0.01 },
  intermittent: { works: 0.42, weak: 0.08, dead: 0.12, distorted: 0.06, 'wrong-frequency': 0.02, 'comes-and-goes': 0.29, 'stuck-on': 0.01 },
  'pulls-rail': { works: 0.03, weak: 0.16, dead: 0.68, distorted: 0.07, 'wrong-frequency': 0.03, 'comes-and-goes': 0.02, 'stuck-on': 0.01 },
  'loads-before': {
    works: 0.06,
    weak: 0.52,
    dead: 0.25,
    distorted: 0.11,
    'wrong-frequency': 0.03,
    'comes-and-goes': 0.02,
    'stuck-on': 0.01,
  },
};

/** How the kind of section shifts what a fault in it looks like; rows are scaled by this and made to sum to one again. */
export const sectionShift: Readonly<Partial<Record<Card['sections'][number]['kind'], Partial<FunctionRow>>>> = {
  oscillator: { 'wrong-frequency': 3 },
  loop: { 'wrong-frequency': 3 },
  divider: { 'wrong-frequency': 3 },
  switch: { 'stuck-on': 4 },
  relay: { 'stuck-on': 3, 'comes-and-goes': 2 },
  control: { distorted: 1.5, 'stuck-on': 2 },
  audio: { distorted: 2 },
  filter: { weak: 1.4 },
};

/** Nothing wrong inside: antenna, supply, settings or the user. On the bench most of that is ruled out by the set-up. */
export const outsideFunction: FunctionRow = {
  works: 0.8,
  weak: 0.06,
  dead: 0.06,
  distorted: 0.03,
  'wrong-frequency': 0.02,
  'comes-and-goes': 0.02,
  'stuck-on': 0.01,
};

/** What the owner says is softer than what one has tried: its weight in the log domain. */
export const reportedWeight = 0.5;
/** Evidence is never quite independent, so all of it counts for a little less than its face. */
export const independence = 0.88;

export const readingOutcomes = ['in', 'low', 'high', 'dead'] as const;
export type ReadingOutcome = (typeof readingOutcomes)[number];
type ReadingRow = Readonly<Record<ReadingOutcome, number>>;

export const healthyReading: ReadingRow = { in: 0.95, low: 0.022, high: 0.018, dead: 0.01 };
/** A level or frequency that has passed the faulty section. */
export const faultySignal: Readonly<Record<FaultKind, ReadingRow>> = {
  dead: { in: 0.02, low: 0.38, high: 0.06, dead: 0.54 },
  weak: { in: 0.1, low: 0.76, high: 0.07, dead: 0.07 },
  partial: { in: 0.45, low: 0.27, high: 0.06, dead: 0.22 },
  intermittent: { in: 0.5, low: 0.24, high: 0.06, dead: 0.2 },
  'pulls-rail': { in: 0.05, low: 0.5, high: 0.05, dead: 0.4 },
  'loads-before': { in: 0.07, low: 0.72, high: 0.05, dead: 0.16 },
};
/** A voltage made by the faulty section or leaning on it. A stage can be dead for signals with its voltages right. */
export const faultyVoltage: Readonly<Record<FaultKind, ReadingRow>> = {
  dead: { in: 0.2, low: 0.32, high: 0.28, dead: 0.2 },
  weak: { in: 0.4, low: 0.33, high: 0.24, dead: 0.03 },
  partial: { in: 0.6, low: 0.2, high: 0.15, dead: 0.05 },
  intermittent: { in: 0.65, low: 0.15, high: 0.12, dead: 0.08 },
  'pulls-rail': { in: 0.05, low: 0.7, high: 0.03, dead: 0.22 },
  'loads-before': { in: 0.4, low: 0.42, high: 0.12, dead: 0.06 },
};
export const outsideReading: ReadingRow = { in: 0.9, low: 0.05, high: 0.03, dead: 0.02 };

/** Chance that a tap, press, warming or cooling at a section changes the symptom. */
export const tapChanges = { intermittent: 0.6, otherFault: 0.08, elsewhere: 0.035 } as const;

/** Chance of a finding near a section when the section is at fault, and when it is not, by how bad it looks. */
export const findingChance = {
  slight: { faulty: 0.12, sound: 0.07 },
  plain: { faulty: 0.2, sound: 0.05 },
  bad: { faulty: 0.3, sound: 0.02 },
} as const;
/** A section that looks clean, likewise. */
export const cleanLook = { faulty: 0.72, sound: 0.93 } as const;
/** Previous hands make a finding tell this much more. */
export const previousHandsFactor = 1.6;

/** A part measured out of circuit: how often it proves bad when its section is at fault, and when it is not. */
export const proof = { badIfFaulty: 0.35, badIfSound: 0.004 } as const;
/** After a part was fitted in a section, how much likelier than before that section still is to be at fault. */
export const afterFit = 0.12;

/** Prior weight of the world outside the set, against one typical section's weight of about 1. */
export const outsidePrior = 1.2;

/**
 * Base weight of a part by its kind: how much more often than a plain resistor it is the cause, in general trade
 * experience. Electrolytics dry out, contacts dirty, trimmers corrode, power devices are killed by load and bias.
 */
export const partWeight: Readonly<Record<Card['parts'][number]['kind'], number>> = {
  electrolytic: 3,
  'ceramic-capacitor': 0.6,
  'film-capacitor': 0.5,
  resistor: 0.4,
  'high-value-resistor': 1.6,
  trimmer: 2.2,
  coil: 0.6,
  'cored-coil': 1.2,
  crystal: 0.9,
  'ceramic-filter': 1.4,
  diode: 0.9,
  'pin-diode': 1.8,
  varactor: 1,
  transistor: 1.3,
  fet: 1.6,
  'power-transistor': 3,
  module: 2.6,
  ic: 1.4,
  'regulator-ic': 1.3,
  valve: 2.8,
  relay: 2.6,
  switch: 2.2,
  connector: 2,
  fuse: 1.2,
  lamp: 1.5,
  transformer: 0.7,
  potentiometer: 1.6,
  joint: 2,
};
/** A section of which the card names no parts. */
export const nakedSectionWeight = 1.4;
/** Sections differ less than the sum of their parts would have it: the sum is raised to this power. */
export const priorFlatness = 0.6;

/** So many made-up cases, spread evenly, stand beside the shop's own: one case counts about double, three never make a certainty. */
export const historySmoothing = 30;

/** Minutes and penalties of a test beside the work itself. */
export const cost = {
  /** Turning to any test, and writing its result down. */
  turnTo: 0.7,
  /** Taking up another kind of instrument. */
  changeInstrument: 0.5,
  /** A part taken out, measured and put back; heat is a risk to the board, so it ranks as if it took longer still. */
  proofMinutes: 8,
  proofRisk: 4,
  tapMinutes: 1.5,
  inspectMinutes: 1.5,
  /** Minutes put on top for the danger, so that the cold and the low-voltage test come first. */
  hazard: { none: 0, live: 0.3, rf: 0.7, 'high-voltage': 4 },
} as const;

/** Stop when one section holds this much of the chance. */
export const stopAt = 0.9;
/** Under this many bits a test no longer separates anything. */
export const leastBits = 0.015;
/** Taps and looks are offered only at sections of at least this chance, parts to take out only from this one up. */
export const leastChance = { tap: 0.03, proof: 0.25 } as const;
/** A test worth less than this share of the best one is not offered, however quick it is. */
export const leastShare = 0.2;
/** Below this chance of being seen, given all else, an entry is called in doubt. */
export const surpriseBelow = 0.03;
