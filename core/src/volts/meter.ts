import type { Circuit, Element } from './circuit';
import { solve, type Solved } from './solve';
import { spreadsOf, type KnownNear } from './spreads';

/** What was read at a node: volts against the chassis, or ohms between two nodes with everything off. */
export type NodeReading =
  | { readonly what: 'volts'; readonly node: string; readonly value: number }
  | {
      readonly what: 'ohms';
      readonly node: string;
      readonly to: string;
      readonly value: number;
      /** It was more than the meter shows: the value is the most that it does. */
      readonly over?: true | undefined;
    };

/** The meter with which it was read. */
export interface Meter {
  /** Inner resistance on its voltage ranges. */
  readonly ohm: number;
  /** Error of a voltage, as a share of it, and in volts. */
  readonly share: number;
  readonly floor: number;
  /** Error of a resistance, as a share. */
  readonly ohmShare: number;
  /** What it puts across a part on its resistance range: so little that no junction conducts. */
  readonly testVolt: number;
}
/** A plain digital meter. */
export const plainMeter: Meter = { ohm: 10e6, share: 0.008, floor: 0.01, ohmShare: 0.02, testVolt: 0.25 };

/** What a meter would show, and how it spreads: means, and moves of one standard deviation each that go together. */
export interface Shown {
  readonly mean: readonly number[];
  readonly moves: readonly (readonly number[])[];
}

/** Where its load takes no more than so many volts, what a meter reads follows from the resistance that the node shows. */
const littleLess = 0.03;

/** With everything off: no supply gives anything, and what fed it is let go. */
const off = (elements: readonly Element[]): Element[] =>
  elements.filter(({ kind }) => kind !== 'source' && kind !== 'drain' && kind !== 'regulator');

/** Through which a meter puts its test voltage across a part. */
const testOhm = 1000;

/** Resistance that a meter shows between two nodes of a circuit that is off, in ohms, up to 100 MΩ. */
export function ohmsBetween({ elements }: Circuit, a: string, b: string, { testVolt }: Meter = plainMeter): number {
  const source: Element = { kind: 'source', name: 'meter', nodes: [a, b], volt: testVolt, ohm: testOhm };
  const solved = solve({ elements: [...off(elements), source] });
  const across = solved.at(a) - solved.at(b);
  return Math.min(1e8, Math.max(0, (across * testOhm) / Math.max(1e-9, testVolt - across)));
}

/** The logarithm of the resistance that a meter would show; where it showed only that it is over its range, no more than that counts. */
function logShown(circuit: Circuit, { node, to, value, over }: Extract<NodeReading, { what: 'ohms' }>, meter: Meter): number {
  const ohm = ohmsBetween(circuit, node, to, meter);
  return Math.log(Math.max(1, over ? Math.min(ohm, value) : ohm));
}

/** What a meter shows at some nodes of a circuit at rest: its own load and the tolerances of the parts with it. */
export function shownAt(
  solved: Solved,
  readings: readonly NodeReading[],
  meter: Meter,
  own: readonly { readonly from: Element; readonly to: Element }[] = [],
  near?: KnownNear,
): Shown {
  const nodes = readings.flatMap((reading) => (reading.what === 'volts' ? [reading.node] : []));
  const { moves, ohm } = nodes.length ? spreadsOf(solved, nodes, own, near) : { moves: [], ohm: [] };
  let next = 0;
  const slots = readings.map((reading) => (reading.what === 'volts' ? next++ : -1));
  const mean = readings.map((reading, k) => {
    if (reading.what === 'ohms') return logShown(solved, reading, meter);
    const at = solved.at(reading.node);
    const own = ohm[slots[k] ?? 0] ?? 0;
    const less = (at * own) / (own + meter.ohm);
    return Math.abs(less) < littleLess ? at - less : solved.loaded(reading.node, meter.ohm).at(reading.node);
  });
  const spread = moves.map((move) => slots.map((slot) => (slot < 0 ? 0 : (move[slot] ?? 0))));
  // A resistance spreads by what its parts do: a twentieth.
  const ohms = readings.flatMap((reading, k) => (reading.what === 'ohms' ? [readings.map((_, j) => (j === k ? 0.05 : 0))] : []));
  return { mean, moves: [...spread, ...ohms, ...(ohms.length ? own.map((one) => movedOhms(solved, readings, mean, meter, one)) : [])] };
}

/** By how much the resistances that are read move, as logarithms, when a part is another. */
function movedOhms(
  { elements }: Solved,
  readings: readonly NodeReading[],
  mean: readonly number[],
  meter: Meter,
  { from, to }: { readonly from: Element; readonly to: Element },
): number[] {
  const moved = { elements: elements.map((element) => (element === from ? to : element)) };
  return readings.map((reading, k) => (reading.what === 'ohms' ? logShown(moved, reading, meter) - (mean[k] ?? 0) : 0));
}

/** One standard deviation of the meter's own error; of a resistance that of its logarithm. */
export const errorOf = (reading: NodeReading, { share, floor, ohmShare }: Meter): number =>
  reading.what === 'volts' ? Math.hypot(share * reading.value, floor) : ohmShare + 2 / Math.max(2, reading.value);
