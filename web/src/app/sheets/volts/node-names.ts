import { pointOf, type Card } from '@amber-relay/core/card';
import { netOfNode, type CardNet, type CardNets } from '@amber-relay/core/nets';

/** A node of a region as one finds it at the bench: a point, a pin of a transistor, or the end of a part. */
export interface NodeName {
  readonly name: string;
  /** Empty for a test point. */
  readonly pin: string;
  readonly text: string;
}

const rank = (name: string, known: boolean): number => (known ? 0 : /^(?:Q|TR|V)\d/.test(name) ? 1 : /^(?:IC|U)\d/.test(name) ? 2 : 3);

/** How a net is called where it is measured; undefined where nothing named ends on it. */
export function nodeName(net: CardNet, card: Card): NodeName | undefined {
  const pins = [...net.pins].sort((a, b) => rank(a.name, Boolean(pointOf(card, a.name))) - rank(b.name, Boolean(pointOf(card, b.name))));
  const [first] = pins;
  if (!first) return undefined;
  const point = pointOf(card, first.name);
  return point ? { name: point.id, pin: '', text: point.id } : { name: first.name, pin: first.pin, text: `${first.name} ${first.pin}` };
}

/** The same by the net's number in a circuit. */
export const nodeText = (nets: CardNets, node: string, card: Card): string => {
  if (node === '0') return 'chassis';
  const net = nets.nets[netOfNode(node)];
  return (net && nodeName(net, card)?.text) ?? net?.name ?? node;
};
