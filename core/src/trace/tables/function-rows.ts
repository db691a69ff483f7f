import type { Card } from '../../card/card-schema';
import type { FunctionOutcome } from '../../words';
import type { FaultKind } from './fault-kinds';

type SectionKind = Card['sections'][number]['kind'];
export type FunctionRow = Readonly<Record<FunctionOutcome, number>>;

const row = (
  works: number,
  weak: number,
  distorted: number,
  comesAndGoes: number,
  wrongFrequency: number,
  stuckOn: number,
  dead: number,
): FunctionRow => ({
  works,
  weak,
  distorted,
  'comes-and-goes': comesAndGoes,
  'wrong-frequency': wrongFrequency,
  'stuck-on': stuckOn,
  dead,
});

/** A function none of whose sections is faulty: it works, or one has misjudged it. */
export const healthyFunction = row(0.97, 0.011, 0.006, 0.004, 0.002, 0.002, 0.005);

/** A function that leans on the faulty section, by the kind of fault; for a partial one, where it acts. Each row sums to one. */
export const faultyFunction: Readonly<Record<FaultKind, FunctionRow>> = {
  dead: row(0.012, 0.1, 0.03, 0.02, 0.05, 0.015, 0.773),
  weak: row(0.08, 0.57, 0.1, 0.03, 0.03, 0.01, 0.18),
  partial: row(0.06, 0.2, 0.06, 0.03, 0.06, 0.03, 0.56),
  intermittent: row(0.39, 0.09, 0.03, 0.26, 0.02, 0.01, 0.2),
  seldom: row(0.7, 0.04, 0.015, 0.15, 0.01, 0.005, 0.08),
  'pulls-rail': row(0.03, 0.12, 0.05, 0.02, 0.03, 0.01, 0.74),
  'shorts-rail': row(0.03, 0.12, 0.05, 0.02, 0.03, 0.01, 0.74),
  'loads-before': row(0.06, 0.5, 0.06, 0.02, 0.02, 0.01, 0.33),
  'off-frequency': row(0.12, 0.05, 0.06, 0.02, 0.69, 0.01, 0.05),
  low: row(0.06, 0.42, 0.1, 0.02, 0.04, 0.01, 0.35),
};

/** What the owner, who has it for days, says of something that comes and goes. */
export const waversReported = row(0.08, 0.07, 0.03, 0.6, 0.02, 0.01, 0.19);

/** What is received with it off its frequency, by modes that bear that: a few hundred hertz are not heard. */
export const offFrequencyHeard = row(0.56, 0.08, 0.13, 0.02, 0.13, 0.01, 0.07);
/** The same where every hundred hertz are heard. */
export const offFrequencyHeardNarrow = row(0.1, 0.05, 0.22, 0.02, 0.53, 0.01, 0.07);
/** Something dead in one branch of several: the others go on. */
export const deadBranch = row(0.14, 0.72, 0.06, 0.02, 0.01, 0.01, 0.04);
/** What hangs on a supply that is low, or is pulled down, and is tender enough to show it. */
export const onLowSupply = row(0.06, 0.4, 0.09, 0.02, 0.04, 0.01, 0.38);

/** Kinds that make or divide a frequency; a fault in any other hardly ever shifts one. */
export const makesFrequency: ReadonlySet<SectionKind> = new Set(['oscillator', 'loop', 'divider', 'control', 'switch']);
/** So much of the share of `wrong-frequency` is left to a fault in another kind of section. */
export const cannotShift = 0.25;

/** How the kind of section shifts what a fault in it looks like; rows are scaled by this and made to sum to one again. */
export const sectionShift: Readonly<Partial<Record<SectionKind, Partial<FunctionRow>>>> = {
  // A strong signal gets past a dead stage, and not past a supply or an oscillator that is not there.
  regulator: { works: 0.5 },
  rectifier: { works: 0.5 },
  transformer: { works: 0.5 },
  connector: { works: 0.7 },
  oscillator: { works: 0.5, 'wrong-frequency': 3, distorted: 1.5 },
  loop: { works: 0.5, 'wrong-frequency': 3 },
  divider: { works: 0.5, 'wrong-frequency': 3 },
  switch: { 'stuck-on': 8 },
  relay: { 'stuck-on': 6, 'comes-and-goes': 2 },
  control: { distorted: 1.5, 'stuck-on': 2 },
  audio: { distorted: 2 },
  filter: { weak: 1.4 },
};

/** Nothing wrong inside: antenna, supply, settings or the user. On the bench most of that is ruled out by the set-up. */
export const outsideFunction = row(0.955, 0.014, 0.008, 0.008, 0.004, 0.003, 0.008);
/** The same for what the owner reports: there the antenna, the supply and the settings were the owner's. */
export const outsideReported = row(0.2, 0.25, 0.1, 0.15, 0.03, 0.02, 0.25);
/** Previous hands in every can: most of what passes tuned circuits is weak, little is quite dead. */
export const misalignedFunction = row(0.3, 0.52, 0.06, 0.01, 0.04, 0.01, 0.06);

/** What the owner says is softer than what one has tried: its weight in the log domain. */
export const reportedWeight = 0.6;
