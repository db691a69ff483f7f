import type { Fastener } from '@amber-relay/core/words';

/** The letter by which each sort of fastener is marked on a picture. */
export const fastenerLetters: Readonly<Record<Fastener, string>> = {
  screw: 'S',
  'hidden-screw': 'H',
  nut: 'N',
  clip: 'C',
  connector: 'P',
  joint: 'J',
  knob: 'K',
  other: 'F',
};
