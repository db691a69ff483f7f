import type { Element } from './circuit';
import { flowInto, newMemory, settleAt, usual } from './models';
import type { Solved } from './solve';

/** One figure of an element moved by its standard deviation; those of resistors are reckoned without. */
const moved = (element: Element): Element[] => {
  switch (element.kind) {
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

/** Currents into an element at some voltages, its junctions being where it has settled: limiting must not bend it. */
function flowAt(element: Element, v: Float64Array, settled: Float64Array): Float64Array {
  const n = v.length;
  const into = { i: new Float64Array(n), g: new Float64Array(n * n) };
  const memory = newMemory();
  settleAt(element, settled, memory);
  flowInto(element, v, memory, into);
  return into.i;
}

/** How far the voltages of some nodes move together for each figure that spreads, one standard deviation of each. */
export interface Spreads {
  /** For each figure, the change at each of the nodes, in volts. */
  readonly moves: readonly (readonly number[])[];
  /** Resistance that each node shows to the chassis, in ohms: what a meter there loads. */
  readonly ohm: readonly number[];
}

/** One figure of an element that spreads: what it draws more at each of its ends, in amperes, at one standard deviation. */
export interface Change {
  readonly element: Element;
  readonly by: readonly number[];
}

/** What spreads of some elements of a rest state. */
export function changesOf(solved: Solved, elements: readonly Element[] = solved.elements): Change[] {
  return elements.flatMap((element): Change[] => {
    const { nodes } = element;
    if (element.kind === 'resistor') {
      // By Ohm's law, with no need of the model: what flows changes by as much as the resistance does the other way.
      const [from, to] = element.nodes;
      const more = (element.tolerance ?? 0.05) / 2;
      const less = (((solved.at(from) - solved.at(to)) / element.ohm) * more) / (1 + more);
      return [{ element, by: [-less, less] }];
    }
    const others = moved(element);
    const hasJunction = element.kind === 'transistor' || (element.kind === 'diode' && element.zener === undefined);
    if (!others.length && !hasJunction) return [];
    const v = Float64Array.from(nodes, (node) => solved.at(node));
    const before = flowAt(element, v, v);
    const changed = (after: Float64Array, by = 1): Change => ({
      element,
      by: nodes.map((_, k) => ((after[k] as number) - (before[k] as number)) * by),
    });
    const made = others.map((to) => changed(flowAt(to, v, v)));
    if (!hasJunction) return made;
    // A junction a little higher: what flows at the same voltage is as much less.
    const lower = Float64Array.from(v);
    const end = element.kind === 'diode' ? 0 : 1;
    const sign = element.kind === 'transistor' && element.polarity === 'pnp' ? -1 : 1;
    lower[end] = (lower[end] ?? 0) - sign * junctionSpread;
    // To first order, from the slope, so that a steep junction is not overstated.
    return [...made, changed(flowAt(element, lower, v), 1.4)];
  });
}

/** Less than so many volts is not felt. */
const unfelt = 1e-4;

/** What is known of a rest state from one near by, so that it need not be reckoned anew. */
export interface KnownNear {
  /** For each node that is read, how it hangs on a current drawn from any node. */
  readonly reach: readonly Float64Array[];
  /** What spreads where nothing is at fault. */
  readonly changes: readonly Change[];
}

/**
 * How the tolerances of the parts move the voltages of some nodes about a rest state, to first order.
 * @param own Elements whose figure is unknown within a step instead: the change of each is given.
 */
export function spreadsOf(
  solved: Solved,
  nodes: readonly string[],
  own: readonly { readonly from: Element; readonly to: Element }[] = [],
  near?: KnownNear,
): Spreads {
  const reach = near?.reach ?? solved.network.reach(solved, nodes);
  const { rowOf } = solved.network;
  const isOwn = (element: Element): boolean => own.some(({ from }) => from === element);
  const kept = near?.changes.filter(({ element }) => solved.elements.includes(element)) ?? [];
  const keptOf = new Set(kept.map(({ element }) => element));
  const fresh = solved.elements.filter((element) => !isOwn(element) && !keptOf.has(element));
  const changes = [
    ...kept,
    ...changesOf(solved, fresh),
    ...own.map(({ from, to }): Change => {
      const v = Float64Array.from(from.nodes, (node) => solved.at(node));
      const [before, after] = [flowAt(from, v, v), flowAt(to, v, v)];
      return { element: from, by: from.nodes.map((_, k) => (after[k] as number) - (before[k] as number)) };
    }),
  ];
  const moves: number[][] = [];
  for (const { element, by } of changes) {
    const move = nodes.map(() => 0);
    let most = 0;
    for (let k = 0; k < by.length; k++) {
      const at = rowOf.get(element.nodes[k] as string);
      if (at === undefined) continue;
      for (let r = 0; r < move.length; r++) {
        move[r] = (move[r] as number) - ((reach[r] as Float64Array)[at] as number) * (by[k] as number);
        most = Math.max(most, Math.abs(move[r] as number));
      }
    }
    if (most > unfelt) moves.push(move);
  }
  const ohm = nodes.map((node, k) => Math.abs(reach[k]?.[rowOf.get(node) ?? -1] ?? 0));
  return { moves, ohm };
}
