import { expectationAt, type Condition, type LaidCard } from '../card';
import { limitsText, type Limits } from '../measure';
import { quantityText, type Unit } from '../quantity';
import type { ReadingSubject } from '../tape';

/** A reading before it is kept, as far as doubt needs it. */
export interface Plausible {
  readonly subject: ReadingSubject;
  readonly value: number;
  readonly unit: Unit;
  readonly condition: Condition;
}

/** Times a limit that a figure must be beyond before it is asked about. */
const decade = 10;
/** Slips of the prefix: by so many times was too little or too much written. */
const slips: readonly number[] = [1e3, 1e-3, 1e6, 1e-6];

const within = (value: number, { low, high }: Limits, wide = 1.2): boolean =>
  (low === undefined || value >= (low > 0 ? low / wide : low * wide)) &&
  (high === undefined || value <= (high > 0 ? high * wide : high / wide));
/** Only between two limits is there a figure that belongs there: beyond a single one a fault may go as far as it likes, as a deaf receiver does. */
const both = (limits: Limits | undefined): limits is Limits => limits?.low !== undefined && limits.high !== undefined;

/** The most that any place of this set shows in a unit, as far as its card tells. */
function mostOf(card: LaidCard, unit: Unit): number {
  const told = [
    ...card.testPoints.filter((point) => point.unit === unit).flatMap(({ expect }) => expect.map(({ high, low }) => high ?? low ?? 0)),
    ...card.limits.filter((limit) => limit.unit === unit).map(({ high, low }) => high ?? low ?? 0),
    ...(unit === 'V' ? [card.supply.nominalV * (card.supply.kind === 'mains' ? 20 : 2)] : []),
  ];
  return Math.max(0, ...told.map(Math.abs));
}

/**
 * What must be asked of a figure before it is kept: that it is a decade or more beyond all that the card, the supply or physics allows,
 * with the likeliest slip. Undefined where it may well be so: a dead or weak stage shows little, and that is no slip.
 */
export function doubtOf({ subject, value, unit, condition }: Plausible, limits: Limits, card: LaidCard | undefined): string | undefined {
  if (!card || value === 0 || ['dB', 'dBm', 'dBc', '%', '', 'Hz'].includes(unit)) return undefined;
  const size = Math.abs(value);
  const most = both(limits) ? Math.max(Math.abs(limits.high ?? 0), Math.abs(limits.low ?? 0)) : mostOf(card, unit);
  const slip = both(limits) ? slips.find((times) => within(value * times, limits)) : undefined;
  const beyond = most > 0 && size > decade * most;
  // So little is what a dead stage shows; but when it is the right figure to the prefix, it is likelier the prefix.
  if (!beyond && !(slip && slip > 1)) return undefined;
  const figure = quantityText(value, unit);
  if (slip) return `${figure} is far from ${limitsText(limits.low, limits.high, unit)}: is it ${quantityText(value * slip, unit)}?`;
  const neighbour =
    subject.what === 'point'
      ? card.testPoints.find((point) => {
          const expected = expectationAt(point, condition);
          return point.id !== subject.point && point.unit === unit && both(expected) && within(value, expected, 1);
        })
      : undefined;
  const fits = neighbour ? ` It would fit ${neighbour.id}, ${neighbour.name}.` : '';
  return `${figure} is more than ten times what belongs here.${fits} Look at the range, the prefix and the place.`;
}

/** Bandwidth in Hz and signal to noise in dB at which a sensitivity is told, by mode. */
const receivers: Readonly<Record<string, readonly [bandwidthHz: number, ratioDb: number]>> = {
  FM: [8000, 4],
  SSB: [2400, 9.5],
  USB: [2400, 9.5],
  LSB: [2400, 9.5],
  CW: [500, 9.5],
};
const am = [6000, 9.5] as const;
/** Impedance of an antenna socket in ohm. */
const antennaOhm = 50;

/**
 * The least level in dBm at which a receiver without any noise of its own would still reach its signal to noise: kTB at 290 K, −174 dBm
 * in 1 Hz, with the bandwidth and the ratio of the mode.
 */
export function thermalFloorDbm(mode: string | undefined): number {
  const [bandwidthHz, ratioDb] = receivers[mode ?? ''] ?? am;
  return -174 + 10 * Math.log10(bandwidthHz) + ratioDb;
}

/** What speaks against a sensitivity that is better than thermal noise allows; undefined where it is not, or is none. */
export function belowThermalFloor(value: number, unit: Unit, mode: string | undefined): string | undefined {
  if (unit !== 'V' && unit !== 'dBm') return undefined;
  const dBm = unit === 'dBm' ? value : 10 * Math.log10(value ** 2 / antennaOhm / 1e-3);
  const floor = thermalFloorDbm(mode);
  if (!(dBm < floor)) return undefined;
  const volts = Math.sqrt(10 ** (floor / 10) * 1e-3 * antennaOhm);
  return `Better than thermal noise allows, ${quantityText(unit === 'V' ? volts : floor, unit, { digits: 2 })} at best: signal leaks past the attenuator, or it is misread.`;
}
