import type { Part } from '../../card/card-schema';

/**
 * Base weight of a part by its kind: how much more often than a plain resistor it is the cause, in general trade
 * experience. Electrolytics dry out, contacts dirty, trimmers corrode, power devices are killed by load and bias.
 */
export const partWeight: Readonly<Record<Part['kind'], number>> = {
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
/** Kinds that dry, corrode or wear, so that the age of the set counts. */
export const wearingParts: ReadonlySet<Part['kind']> = new Set([
  'electrolytic',
  'trimmer',
  'relay',
  'switch',
  'connector',
  'potentiometer',
  'valve',
  'joint',
]);
/** Kinds that a screwdriver can put out of tune. */
export const adjustableParts: ReadonlySet<Part['kind']> = new Set(['trimmer', 'cored-coil', 'potentiometer']);

/** What the parts that a card which only begins does not name yet weigh together, beside those that it names. */
export const unnamedWeight = 4;
/** A section of which the card names no parts. */
export const nakedSectionWeight = 1.4;
/** Sections differ less than the sum of their parts would have it: the sum is raised to this power. */
export const priorFlatness = 0.4;
/** A section the card calls weak. */
export const watchedFactor = 1.6;

/** Chance, before any evidence, that nothing inside the set is wrong. */
export const outsidePrior = 0.05;
/** That it is misaligned throughout; only a card with adjustable parts can be. */
export const misalignedPrior = 0.008;
/** That two sections are at fault at once. */
export const pairPrior = 0.08;

/** So many made-up cases, spread evenly, stand beside the shop's own: one case counts about double, three never make a certainty. */
export const historySmoothing = 30;
