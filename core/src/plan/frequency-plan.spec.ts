import fc from 'fast-check';
import type { Card } from '../card/card-schema';
import { nodeFrequencies } from './frequency-plan';

type Node = Card['frequencyPlan'][number];
const node = (id: string, does: Node['does'], from: string[], more: Partial<Node> = {}): Node => ({ id, does, from, ...more }) as Node;

describe('nodeFrequencies', () => {
  // Reference 10.24 MHz divided to 5 kHz steps; the loop at 3200 times that; its output mixed up with the reference.
  const plan = [
    node('mixed', 'mixes-up', ['vco', 'ref']),
    node('vco', 'locks', ['step'], { factor: 3200 }),
    node('step', 'divides', ['ref'], { factor: 2048 }),
    node('ref', 'oscillates', [], { hz: 10.24e6 }),
    node('if', 'mixes-down', ['ref', 'vco']),
    node('third', 'multiplies', ['ref'], { factor: 3 }),
  ];

  it('finds every node, in whatever order the nodes stand', () => {
    const straight = nodeFrequencies(plan);
    expect(Object.fromEntries(straight)).toEqual({ ref: 10.24e6, step: 5e3, vco: 16e6, mixed: 26.24e6, if: 5.76e6, third: 30.72e6 });
    fc.assert(
      fc.property(fc.shuffledSubarray(plan, { minLength: plan.length }), (shuffled) => {
        const found = nodeFrequencies(shuffled);
        return [...straight].every(([id, hz]) => found.get(id) === hz);
      }),
    );
  });

  it('follows what a tuning sets, be it a factor or an oscillator', () => {
    expect(nodeFrequencies(plan, { vco: 3201 }).get('mixed')).toBe(26.245e6);
    const moved = nodeFrequencies(plan, { ref: 10.25e6 });
    expect(moved.get('third')).toBe(30.75e6);
    expect((moved.get('mixed') ?? 0) - (moved.get('vco') ?? 0)).toBeCloseTo(10.25e6, 3);
  });

  it('leaves out what is not known, and all that follows from it', () => {
    const open = plan.map((n) => (n.id === 'step' ? node('step', 'divides', ['ref']) : n));
    expect([...nodeFrequencies(open).keys()].sort()).toEqual(['ref', 'third']);
    expect(nodeFrequencies([node('a', 'multiplies', ['nowhere'], { factor: 2 })]).size).toBe(0);
  });

  it('comes to an end where nodes lean on one another in a ring', () => {
    expect(nodeFrequencies([node('a', 'multiplies', ['b'], { factor: 2 }), node('b', 'divides', ['a'], { factor: 2 })]).size).toBe(0);
  });
});
