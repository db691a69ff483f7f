import { isLevel, quantityText, type Unit } from '../quantity';

/** What is looked for while one turns: the most, the least, or a figure. */
export type LiveAim = { readonly for: 'most' } | { readonly for: 'least' } | { readonly for: 'figure'; readonly value: number };

/** A meter as one tunes by it: what stands now, the best so far, where both lie on the bar, and the pitch of its tone. */
export interface LiveBar {
  readonly now: number;
  /** The best since it was last cleared: the most, the least, or what came nearest. */
  readonly best: number;
  /** Where it stands on the bar, from nought to one. */
  readonly fill: number;
  readonly bestAt: number;
  /** Where the figure that is looked for stands on the bar. */
  readonly aimAt?: number;
  /** Pitch of the tone in Hz: higher is better towards a peak or a dip; towards a figure 800 Hz is right, above it too high. */
  readonly toneHz: number;
  /** `0.4 dB under the best`, `0.03 V above what is wanted`; empty at it. */
  readonly says: string;
}

/** The bar spans at least so many dB of a level, and so much of all else as a share of the greatest. */
const leastSpanDb = 12;
const leastShare = 0.2;
/** Of a frequency a trimmer moves but little: the bar spans at least this share of it. */
const leastShareHz = 100e-6;
/** The tone goes over three octaves from its lowest. */
const lowestHz = 300;
const octaves = 3;
/** The tone at a figure that is right, and by how many octaves it is off at the end of the bar. */
const rightHz = 800;
const octavesOff = 1.5;

/** From where to where the bar goes: all that was seen and what is looked for, with a little room. */
function rangeOf(seen: readonly number[], aim: LiveAim, unit: Unit): readonly [number, number] {
  const figures = aim.for === 'figure' ? [...seen, aim.value] : seen;
  const [least, most] = [Math.min(...figures), Math.max(...figures)];
  const share = (unit === 'Hz' ? leastShareHz : leastShare) * Math.max(Math.abs(least), Math.abs(most));
  const span = Math.max(most - least, isLevel(unit) ? leastSpanDb : share || 1);
  const middle = (most + least) / 2;
  return [middle - 0.6 * span, middle + 0.6 * span];
}

const better = (aim: LiveAim, a: number, b: number): boolean =>
  aim.for === 'most' ? a > b : aim.for === 'least' ? a < b : Math.abs(a - aim.value) < Math.abs(b - aim.value);

function saysOf(now: number, best: number, aim: LiveAim, unit: Unit, step: number): string {
  const [by, from] = aim.for === 'figure' ? [now - aim.value, 'what is wanted'] : [now - best, 'the best'];
  if (Math.abs(by) <= step * 1.000_001) return '';
  // What volts have fallen by is told in dB as well: so an adjuster is judged.
  const apart = unit === 'dBm' || unit === 'dBc' ? 'dB' : unit;
  return `${quantityText(Math.abs(by), apart, { step })} ${by < 0 ? 'under' : 'above'} ${from}`;
}

/**
 * The bar of a meter that is read again and again while one turns.
 * @param seen all that was read since it was last cleared, in order; at least one
 * @param step worth of the last digit
 */
export function liveBar(seen: readonly [number, ...number[]], aim: LiveAim, unit: Unit, step: number): LiveBar {
  const now = seen.at(-1) ?? seen[0];
  const best = seen.reduce((a, b) => (better(aim, b, a) ? b : a));
  const [low, high] = rangeOf(seen, aim, unit);
  const at = (value: number): number => Math.min(1, Math.max(0, (value - low) / (high - low)));
  const towards = aim.for === 'least' ? 1 - at(now) : at(now);
  const toneHz = aim.for === 'figure' ? rightHz * 2 ** (octavesOff * 2 * (at(now) - at(aim.value))) : lowestHz * 2 ** (octaves * towards);
  return {
    now,
    best,
    fill: at(now),
    bestAt: at(best),
    ...(aim.for === 'figure' ? { aimAt: at(aim.value) } : {}),
    toneHz,
    says: saysOf(now, best, aim, unit, step),
  };
}
