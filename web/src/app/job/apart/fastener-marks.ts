import { fastenerNames, type Fastener } from '@amber-relay/core/words';
import type { Spot } from './spotted-picture';

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

/** Where a fastener was, as a share of width and height of its picture. */
export interface FastenerSpot {
  readonly x: number;
  readonly y: number;
  readonly what: Fastener;
}
/** Fasteners as they stand on a picture, each by its letter. */
export const fastenerSpots = (spots: readonly FastenerSpot[], more = ''): readonly Spot[] =>
  spots.map(({ x, y, what }, k) => ({ x, y, sign: fastenerLetters[what], label: `${fastenerNames[what][0]} ${k + 1}${more}` }));
