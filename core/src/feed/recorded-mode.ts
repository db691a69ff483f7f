import type { Condition } from '../card';
import type { Keying } from '../signal';

const families = {
  fm: { is: /^[nw]?fm$|^f[23]e$/i, word: 'frequency' },
  am: { is: /^am|^a3e$/i, word: 'amplitude' },
} as const;

/**
 * The state of a set while it was recorded, with what the recording itself tells of its mode. A mode that it contradicts is left out until it
 * is said anew, for a figure must not stand under a mode that nobody has set; where the set has no other, it stays, and that is a fault.
 *
 * @param said as the line has it: perhaps no more than the usual mode of the card
 * @param modes that the set has
 */
export function recordedMode(
  modulation: Keying['modulation'],
  said: Condition,
  modes: readonly string[],
): { readonly condition: Condition; readonly trouble?: string } {
  const { mode } = said;
  if (modulation === 'none' || mode === undefined) return { condition: said };
  const [own, other] = modulation === 'fm' ? [families.fm, families.am] : [families.am, families.fm];
  // Speech by single sideband swings both ways.
  if (!other.is.test(mode)) return { condition: said };
  const meant = modes.filter((each) => own.is.test(each));
  if (!meant.length)
    return {
      condition: said,
      trouble: `It is ${own.word} modulated, and this set has only ${mode}: look for hum, howl or an unsteady loop; without modulation, key it again with a tone.`,
    };
  const { mode: _, ...condition } = said;
  return {
    condition,
    trouble: `It is ${own.word} modulated, and the line stands at ${mode}: press ${meant.join(' or ')} there, if the set stood so. Until then it is kept without a mode.`,
  };
}
