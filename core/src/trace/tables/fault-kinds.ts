import type { Card } from '../../card/card-schema';

/**
 * How a section can be at fault. Kinds matter more than fine numbers: a weak stage and a dead one show differently.
 * The weights are judgements of the trade put into figures; the benchmark against a simulated set keeps them honest.
 */
export const faultKinds = [
  ...(['dead', 'weak', 'partial', 'intermittent', 'seldom', 'pulls-rail', 'shorts-rail'] as const),
  ...(['loads-before', 'off-frequency', 'low'] as const),
] as const;
export type FaultKind = (typeof faultKinds)[number];

type SectionKind = Card['sections'][number]['kind'];

/**
 * How often a section fails in each way that any section has; what a section cannot do, such as pull a supply that it does not have,
 * falls away, and the rest sums to one. What only some kinds of section can do besides (`partialWeight`, `offFrequencyWeight`, `lowWeight`) comes on top:
 * a relay is no less often quite dead because its contacts also fail one by one.
 */
export const kindWeight: Readonly<Record<Exclude<FaultKind, 'partial' | 'off-frequency' | 'low'>, number>> = {
  dead: 0.47,
  weak: 0.23,
  intermittent: 0.08,
  seldom: 0.05,
  'pulls-rail': 0.04,
  'shorts-rail': 0.05,
  'loads-before': 0.08,
};

/**
 * What a section may fail in besides, in one state, mode or band alone: what is switched, has a bank for each, or bears more load when
 * keyed. By kind of section, for each of the two states of the key, and for each mode or band, in the measure of `kindWeight`.
 */
export const partialWeight: Readonly<Record<'keyed' | 'mode' | 'band', Readonly<Partial<Record<SectionKind, number>>>>> = {
  keyed: {
    switch: 0.12,
    relay: 0.16,
    control: 0.06,
    regulator: 0.05,
    rectifier: 0.05,
    connector: 0.05,
    transformer: 0.03,
    oscillator: 0.025,
    loop: 0.025,
  },
  mode: { switch: 0.06, relay: 0.06, oscillator: 0.05, control: 0.03, filter: 0.03 },
  band: { switch: 0.06, relay: 0.06, oscillator: 0.05, loop: 0.04, tank: 0.05, filter: 0.04, control: 0.03 },
};
/** All bands, or all modes, of one section together weigh at most so much. */
export const partialMost = 0.3;
/** An oscillator that nothing holds on its frequency may be off it: a reference, a crystal, a tuned circuit. */
export const offFrequencyWeight = 0.2;

/** How surely a section fails with what it needs, by the kind of need; along a chain of needs the figures multiply. */
export const needStrength = { supply: 1, injection: 0.985, bias: 0.9, switching: 0.96, control: 0.5 } as const;
/** A control line within one declared loop: a fault anywhere in it shows nearly everywhere in it. */
export const loopStrength = 0.98;
/** A dead section in a branch beside others takes away only part of the signal. */
export const branchStrength = 0.8;

/** What feeds others may give too little, by so much that a meter shows it and most of what it feeds goes on. */
export const lowWeight = 0.25;
/** Beside a supply that is down (`tenderness`), one that is only low shows this surely in what it feeds; a meter shows either. */
export const mildness = 0.4;
/** The same for a supply that something pulls down, but not to the ground. */
export const pulledMildness = 0.85;

/**
 * How surely a stage shows that its supply is low, though there. The tender ones give up first: a loop falls out of lock and an
 * oscillator stops long before an audio stage or a relay notices; a regulator holds its output until nearly nothing is left over.
 */
export const tenderness: Readonly<Record<SectionKind, number>> = {
  loop: 0.85,
  divider: 0.85,
  'power-amplifier': 0.92,
  oscillator: 0.72,
  valve: 0.7,
  mixer: 0.68,
  amplifier: 0.65,
  detector: 0.5,
  audio: 0.45,
  relay: 0.4,
  control: 0.35,
  switch: 0.4,
  display: 0.3,
  regulator: 0.35,
  rectifier: 1,
  transformer: 1,
  connector: 1,
  tank: 0.5,
  filter: 0.3,
};
/** So surely a source that is only weak is missed by what it gives a bias or a switching voltage. */
export const weaklySteered = 0.7;
/** A direct voltage that is switched on by something on a low supply is on or off; so seldom is it low, beside `needStrength`. */
export const steeredLow = 0.3;
/** What is drawn too much through a switch, a relay or a lead lowers what is before it by so much of it; a regulator lets little of it past. */
export const pulledThrough = { plain: 0.7, regulator: 0.12 } as const;
