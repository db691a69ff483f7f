import type { ReadingOutcome } from '../../words';
import type { FaultKind } from './fault-kinds';

export type ReadingRow = Readonly<Record<ReadingOutcome, number>>;

const row = (inside: number, high: number, low: number, dead: number): ReadingRow => ({ in: inside, high, low, dead });

/** No faulty section before the point: right, save for slips, wrong scales and spread of the parts. */
export const healthyReading = row(0.95, 0.018, 0.022, 0.01);
/** Beside a healthy set of the same chassis the spread of the card's own figures falls away. */
export const healthyComparison = row(0.97, 0.01, 0.014, 0.006);

type ReadingTable = Readonly<Record<FaultKind, ReadingRow>>;

/** A level that has passed the faulty section. */
export const faultySignal: ReadingTable = {
  dead: row(0.02, 0.03, 0.2, 0.75),
  weak: row(0.05, 0.04, 0.74, 0.17),
  partial: row(0.05, 0.03, 0.32, 0.6),
  intermittent: row(0.48, 0.03, 0.2, 0.29),
  'pulls-rail': row(0.04, 0.03, 0.23, 0.7),
  'shorts-rail': row(0.04, 0.03, 0.23, 0.7),
  'loads-before': row(0.05, 0.03, 0.78, 0.14),
  'off-frequency': row(0.85, 0.04, 0.1, 0.01),
  low: row(0.1, 0.03, 0.67, 0.2),
  seldom: row(0.8, 0.03, 0.08, 0.09),
};

/** A level of which is only known that something must be there: what is weak mostly shows enough of it. */
export const faultyPresence: ReadingTable = {
  dead: row(0.08, 0.01, 0.16, 0.75),
  weak: row(0.8, 0.02, 0.13, 0.05),
  partial: row(0.25, 0.02, 0.18, 0.55),
  intermittent: row(0.62, 0.01, 0.1, 0.27),
  'pulls-rail': row(0.12, 0.02, 0.16, 0.7),
  'shorts-rail': row(0.12, 0.02, 0.16, 0.7),
  'loads-before': row(0.75, 0.02, 0.17, 0.06),
  'off-frequency': row(0.93, 0.02, 0.04, 0.01),
  low: row(0.8, 0.02, 0.13, 0.05),
  seldom: row(0.85, 0.01, 0.05, 0.09),
};

/** A frequency made with its help: gone, or off. */
export const faultyFrequency: ReadingTable = {
  dead: row(0.03, 0.09, 0.1, 0.78),
  weak: row(0.35, 0.2, 0.22, 0.23),
  partial: row(0.1, 0.12, 0.13, 0.65),
  intermittent: row(0.5, 0.08, 0.08, 0.34),
  'pulls-rail': row(0.06, 0.12, 0.12, 0.7),
  'shorts-rail': row(0.06, 0.12, 0.12, 0.7),
  'loads-before': row(0.6, 0.1, 0.1, 0.2),
  'off-frequency': row(0.06, 0.46, 0.46, 0.02),
  low: row(0.4, 0.12, 0.13, 0.35),
  seldom: row(0.8, 0.04, 0.04, 0.12),
};

/** A supply made by the faulty section, or dragged down by it. */
export const faultyRail: ReadingTable = {
  dead: row(0.07, 0.03, 0.58, 0.32),
  weak: row(0.12, 0.04, 0.8, 0.04),
  partial: row(0.09, 0.03, 0.63, 0.25),
  intermittent: row(0.49, 0.03, 0.38, 0.1),
  'pulls-rail': row(0.07, 0.02, 0.78, 0.13),
  'shorts-rail': row(0.07, 0.02, 0.78, 0.13),
  'loads-before': row(0.8, 0.04, 0.14, 0.02),
  'off-frequency': row(0.94, 0.02, 0.03, 0.01),
  low: row(0.09, 0.02, 0.86, 0.03),
  seldom: row(0.8, 0.025, 0.135, 0.04),
};

/** A direct voltage of the faulty section itself. A stage can be dead for signals with its voltages right. */
export const faultyVoltage: ReadingTable = {
  dead: row(0.34, 0.3, 0.27, 0.09),
  weak: row(0.52, 0.24, 0.22, 0.02),
  partial: row(0.4, 0.28, 0.24, 0.08),
  intermittent: row(0.7, 0.13, 0.13, 0.04),
  'pulls-rail': row(0.05, 0.03, 0.78, 0.14),
  'shorts-rail': row(0.05, 0.03, 0.78, 0.14),
  'loads-before': row(0.4, 0.06, 0.5, 0.04),
  'off-frequency': row(0.9, 0.04, 0.05, 0.01),
  low: row(0.12, 0.03, 0.83, 0.02),
  seldom: row(0.85, 0.065, 0.065, 0.02),
};

/** The tuning line or the frequency of a loop, for a fault elsewhere in that loop: it runs to one of its ends. */
export const faultyLoop: ReadingTable = {
  dead: row(0.03, 0.44, 0.46, 0.07),
  weak: row(0.25, 0.37, 0.34, 0.04),
  partial: row(0.08, 0.43, 0.43, 0.06),
  intermittent: row(0.55, 0.21, 0.2, 0.04),
  'pulls-rail': row(0.06, 0.42, 0.42, 0.1),
  'shorts-rail': row(0.06, 0.42, 0.42, 0.1),
  'loads-before': row(0.6, 0.19, 0.18, 0.03),
  'off-frequency': row(0.72, 0.13, 0.13, 0.02),
  low: row(0.3, 0.33, 0.33, 0.04),
  seldom: row(0.8, 0.09, 0.09, 0.02),
};

/** A level that has passed a stage on a low supply, and is tender enough to show it. */
export const signalOnLowSupply = row(0.06, 0.03, 0.56, 0.35);
/** A frequency made on a low supply: gone, or the loop has fallen out of lock. */
export const frequencyOnLowSupply = row(0.2, 0.12, 0.13, 0.55);
/** A direct voltage that comes from a supply which is low. */
export const voltageOnLowSupply = row(0.08, 0.02, 0.84, 0.06);
/** A level behind several branches of which one is dead. */
export const signalWithDeadBranch = row(0.2, 0.02, 0.74, 0.04);

/** At a supply itself so much is left of what a fault there, or one that pulls it down, lets come out right. */
export const rightByChance = 0.4;

export const outsideReading = row(0.94, 0.02, 0.03, 0.01);
/** Levels with every core turned: mostly low; voltages that no core sets are right. */
export const misalignedSignal = row(0.38, 0.06, 0.53, 0.03);
