import { convertedQuantity } from '../quantity';
import { attempt } from '../errors';
import type { Card, Condition } from '../card';

/** At this level the figures of a card are taken, where it does not say, in dBm: S9 below 30 MHz. */
const usualDbm = -73;
/** So far below it a held level still stands; further down it falls with the signal. */
const holdsDb = 40;
/** Of each dB more at the antenna, so much comes through what the AGC or a limiter holds. */
const through = 0.1;

const dBmOf = (generator: string | undefined): number | undefined => {
  const read = generator === undefined ? undefined : attempt(() => convertedQuantity(generator, 'dBm', { ohm: 50 })?.value);
  return read?.ok ? read.value : undefined;
};

/** By how many dB the generator stands above the level for which a figure of the card is; nought where nobody says how it stands. */
export function aboveStatedDb(card: Card, stated: Condition, actual: Condition): number {
  const now = actual.keyed ? undefined : dBmOf(actual.generator);
  return now === undefined ? 0 : now - (dBmOf(stated.generator) ?? card.levels[0]?.dBm ?? usualDbm);
}

/** What comes of that at a section: all of it up to the first stage that the AGC holds, a tenth behind it, until it is too little to hold. */
export function levelShiftDb(card: Card, before: readonly string[], aboveDb: number): number {
  const phase = new Set(card.loops.flatMap(({ sections }) => sections));
  const isHeld = (id: string): boolean => {
    const section = card.sections.find((each) => each.id === id);
    return section?.kind === 'detector' || (section?.needs.some((need) => need.by === 'control' && !phase.has(id)) ?? false);
  };
  if (!before.some(isHeld)) return aboveDb;
  return aboveDb >= -holdsDb ? through * aboveDb : aboveDb + holdsDb * (1 - through);
}
