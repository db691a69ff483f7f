import { ground, type Element } from './circuit';
import { flowInto, newMemory, usual } from './models';
import { reachOf, type Solved } from './solve';

/** One figure of an element moved by its standard deviation. */
const moved = (element: Element): Element[] => {
  switch (element.kind) {
    case 'resistor':
      return [{ ...element, ohm: element.ohm * (1 + (element.tolerance ?? 0.05) / 2) }];
    case 'source':
      return [{ ...element, volt: element.volt * (1 + (element.tolerance ?? 0.01)) }];
    case 'path':
      return [{ ...element, ohm: element.ohm * 1.3 }];
    case 'transistor':
      return [{ ...element, beta: (element.beta ?? usual.beta) * 1.5 }];
    case 'fet': {
      const { junction, polarity, gain = usual.gain } = element;
      const threshold = element.threshold ?? (junction ? usual.threshold : 2) * (polarity === 'n' ? 1 : -1);
      return [
        { ...element, threshold: threshold * 1.2 },
        { ...element, gain: gain * 1.3 },
      ];
    }
    case 'triode':
      return [
        { ...element, mu: (element.mu ?? usual.mu) * 1.12 },
        { ...element, perveance: (element.perveance ?? usual.perveance) * 1.25 },
      ];
    case 'diode':
      return element.zener === undefined ? [] : [{ ...element, zener: element.zener * 1.03 }];
    case 'regulator':
      return [{ ...element, volt: element.volt * 1.02 }];
    case 'drain':
      return [{ ...element, amp: element.amp * 1.4 }];
    default:
      return [];
  }
};

/** Volts by which a junction lies above or below what is usual, at one standard deviation. */
const junctionSpread = 0.02;

/** How far the voltages of some nodes move together for each figure that spreads, one standard deviation of each. */
export interface Spreads {
  /** For each figure, the change at each of the nodes, in volts. */
  readonly moves: readonly (readonly number[])[];
  /** Resistance that each node shows to the chassis, in ohms: what a meter there loads. */
  readonly ohm: readonly number[];
}

/**
 * How the tolerances of the parts move the voltages of some nodes about a rest state, to first order.
 * @param own Elements whose figure is unknown within a step instead: the change of each is given.
 */
export function spreadsOf(
  solved: Solved,
  nodes: readonly string[],
  own: readonly { readonly from: Element; readonly to: Element }[] = [],
): Spreads {
  const reach = reachOf(solved, nodes);
  const { rowOf } = solved.network;
  const voltsAt = (element: Element): Float64Array => Float64Array.from(element.nodes, (node) => solved.at(node));
  const flow = (element: Element, v: Float64Array): Float64Array => {
    const n = element.nodes.length;
    const into = { i: new Float64Array(n), g: new Float64Array(n * n) };
    const memory = newMemory().fill(0.7);
    // The junction is where it has settled: limiting must not bend it.
    flowInto(element, v, memory, into);
    flowInto(element, v, memory, into);
    return into.i;
  };
  const moves: number[][] = [];
  const add = (element: Element, change: readonly number[] | Float64Array): void => {
    const move = reach.map((row) =>
      element.nodes.reduce((sum, node, k) => sum - (node === ground ? 0 : (row[rowOf.get(node) ?? -1] ?? 0)) * (change[k] ?? 0), 0),
    );
    if (move.some((v) => Math.abs(v) > 1e-4)) moves.push(move);
  };
  const changed = (from: Element, to: Element): void => {
    const v = voltsAt(from);
    const [before, after] = [flow(from, v), flow(to, v)];
    add(
      from,
      after.map((current, k) => current - (before[k] ?? 0)),
    );
  };
  for (const element of solved.elements) {
    if (own.some(({ from }) => from === element)) continue;
    for (const to of moved(element)) changed(element, to);
    if (element.kind === 'transistor' || (element.kind === 'diode' && element.zener === undefined)) {
      // A junction a little higher: what flows at the same voltage is as much less.
      const v = voltsAt(element);
      const lower = Float64Array.from(v);
      const junction = element.kind === 'diode' ? 0 : 1;
      const sign = element.kind === 'transistor' && element.polarity === 'pnp' ? -1 : 1;
      lower[junction] = (lower[junction] ?? 0) - sign * junctionSpread;
      const [before, after] = [flow(element, v), flow(element, lower)];
      // To first order, from the slope, so that a steep junction is not overstated.
      add(
        element,
        after.map((current, k) => (current - (before[k] ?? 0)) * 1.4),
      );
    }
  }
  for (const { from, to } of own) changed(from, to);
  const ohm = nodes.map((node, k) => Math.abs(reach[k]?.[rowOf.get(node) ?? -1] ?? 0));
  return { moves, ohm };
}
