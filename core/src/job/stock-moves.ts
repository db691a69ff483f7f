import { ofKind, standing, type TapeEntry } from '../tape';

const taken = (tape: readonly TapeEntry[]): Map<string, number> => {
  const counts = new Map<string, number>();
  for (const { stock, quantity } of ofKind(standing(tape), 'fit'))
    if (stock !== undefined) counts.set(stock, (counts.get(stock) ?? 0) + quantity);
  return counts;
};

/**
 * What the stock of each item grows by when a tape goes on from one state to the next: less by what is fitted from it, more by what is
 * struck. Items that stay as they are are left out.
 */
export function stockMoves(before: readonly TapeEntry[], after: readonly TapeEntry[]): ReadonlyMap<string, number> {
  const [then, now] = [taken(before), taken(after)];
  const items = new Set([...then.keys(), ...now.keys()]);
  return new Map([...items].map((id) => [id, (then.get(id) ?? 0) - (now.get(id) ?? 0)] as const).filter(([, by]) => by !== 0));
}
