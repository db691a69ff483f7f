import type { Circuit, Element } from './circuit';
import { checkCircuit } from './circuit';
import { solve } from './solve';

/** What becomes of a voltage when another part is fitted. */
export interface Changed {
  readonly node: string;
  readonly before: number;
  readonly after: number;
}

/** Voltages that move by less, in volts and as a share, stay as they are. */
const unmoved = { volts: 0.02, share: 0.01 } as const;

/**
 * What the voltages of a circuit become when other elements stand for one part: a resistor of another value, a transistor of another
 * kind. Those that stay are not among them; those that move most come first.
 * @throws CoreError `out-of-range` where the changed circuit cannot be reckoned.
 */
export function changedBy(circuit: Circuit, part: string, by: readonly Element[]): Changed[] {
  const first = circuit.elements.findIndex(({ name }) => name === part);
  const elements = circuit.elements.flatMap((element, i) => (i === first ? by : element.name === part ? [] : [element]));
  checkCircuit({ elements });
  const [before, after] = [solve(circuit), solve({ elements })];
  return before.network.nodes
    .map((node): Changed => ({ node, before: before.at(node), after: after.at(node) }))
    .filter((one) => Math.abs(one.after - one.before) > unmoved.volts + unmoved.share * Math.abs(one.before))
    .sort((a, b) => Math.abs(b.after - b.before) - Math.abs(a.after - a.before));
}
