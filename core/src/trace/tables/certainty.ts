import type { FaultKind } from './fault-kinds';

/** How evidence adds up, and when it is enough. */

/** Evidence is never quite independent, so each row is flattened: raised to this power and made to sum to one again. */
export const independence = 0.96;
/**
 * How surely a result comes out the same when the test is done once more, by what is behind it: a fault that is there
 * stays there, one that comes and goes does not, and a slip of hand or eye is mostly not made twice.
 */
export const steadiness: Readonly<Record<FaultKind | 'pair' | 'misaligned' | 'outside' | 'slip', number>> = {
  dead: 0.93,
  weak: 0.88,
  partial: 0.9,
  intermittent: 0.35,
  seldom: 0.3,
  'pulls-rail': 0.93,
  'shorts-rail': 0.93,
  'loads-before': 0.88,
  'off-frequency': 0.9,
  low: 0.9,
  pair: 0.85,
  misaligned: 0.88,
  outside: 0.1,
  slip: 0.1,
};
/** An entry that who made it doubts counts for half. */
export const doubtfulWeight = 0.5;

/** Stop when one section holds this much of the chance. */
export const stopAt = 0.9;
/** Nothing wrong inside, or a set misaligned throughout, is told as settled from this chance up. */
export const settledAt = 0.8;
/** A set misaligned throughout of which nobody has seen a turned core asks for more. */
export const misalignedUnseenAt = 0.93;
/** A group holds at least this much between its sections, and has at most so many. */
export const groupHolds = 0.92;
export const groupMost = 4;
/** A section that holds this much is followed to its stop: no group is named round it. */
export const leadsAlone = 0.75;
/** Below this chance of being seen, given all else, an entry is called in doubt. */
export const surpriseBelow = 0.035;
/** The card is asked about where the entry, were the card otherwise in one place, had at least this chance of being seen, and so many times more. */
export const cardFits = 0.3;
export const cardClearer = 10;
/** What would take a section that leads down to this share of its chance, or below, is told as what overturns it. */
export const overturnedAt = 0.5;
/** What hardly ever comes out is not told. */
export const overturnedBy = 0.03;
/** Two faults are told as such from this chance up. */
export const pairToldAt = 0.5;
