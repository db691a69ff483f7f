/**
 * How a section can be at fault. Kinds matter more than fine numbers: a weak stage and a dead one show differently.
 * The weights are judgements of the trade put into figures; the benchmark against a simulated set keeps them honest.
 */
export const faultKinds = ['dead', 'weak', 'partial', 'intermittent', 'pulls-rail', 'loads-before'] as const;
export type FaultKind = (typeof faultKinds)[number];

/** How often a faulty section is faulty in each way. `pulls-rail` falls away for a section without a supply. */
export const kindWeight: Readonly<Record<FaultKind, number>> = {
  dead: 0.46,
  weak: 0.22,
  partial: 0.09,
  intermittent: 0.13,
  'pulls-rail': 0.05,
  'loads-before': 0.05,
};

/**
 * Kinds of section that can fail in one state, mode or band alone: what is switched, has a bank for each, or bears more
 * load when keyed. Anything else fails everywhere it is used.
 */
export const partialIn: Readonly<Record<'keyed' | 'mode' | 'band', ReadonlySet<string>>> = {
  keyed: new Set(['switch', 'relay', 'regulator', 'rectifier', 'connector', 'oscillator', 'loop', 'transformer']),
  mode: new Set(['switch', 'relay', 'oscillator', 'control']),
  band: new Set(['switch', 'relay', 'oscillator', 'loop', 'tank', 'filter', 'control']),
};

/** How surely a section fails with what it needs, by the kind of need; along a chain of needs the figures multiply. */
export const needStrength = { supply: 1, injection: 0.93, bias: 0.85, switching: 0.9, control: 0.5 } as const;
/** A control line within one declared loop: a fault anywhere in it shows nearly everywhere in it. */
export const loopStrength = 0.95;
/** A dead section in a branch beside others takes away only part of the signal. */
export const branchStrength = 0.6;
