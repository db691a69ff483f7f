import type { Condition } from '../card';
import type { Keying } from '../signal';

const families = {
  fm: { is: /^[nw]?fm$|^f[23]e$/i, says: 'It is frequency modulated' },
  am: { is: /^am|^a3e$/i, says: 'It is amplitude modulated' },
  'two-tone': { is: /^(?:[ul]sb|ssb|j3e)/i, says: 'It is two tones without a carrier' },
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
  const own = families[modulation];
  // Speech by single sideband swings both ways, so that it speaks against nothing.
  const others = (['fm', 'am'] as const).filter((each) => each !== modulation);
  if (!others.some((each) => families[each].is.test(mode))) return { condition: said };
  const meant = modes.filter((each) => own.is.test(each));
  if (!meant.length)
    return {
      condition: said,
      trouble: `${own.says}, and this set has only ${mode}: look for hum, howl or an unsteady loop; without modulation, key it again with a tone.`,
    };
  const { mode: _, ...condition } = said;
  return {
    condition,
    trouble: `${own.says}, and the line stands at ${mode}: press ${meant.join(' or ')} there, if the set stood so. Until then it is kept without a mode.`,
  };
}
