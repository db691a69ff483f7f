/** A node of a frequency plan: it makes its frequency from those before it. */
export interface FrequencyNode {
  readonly id: string;
  readonly from: readonly string[];
  readonly does: 'oscillates' | 'multiplies' | 'divides' | 'mixes-up' | 'mixes-down' | 'locks' | 'passes';
  readonly hz?: number | undefined;
  readonly factor?: number | undefined;
}

/**
 * Frequency of every node of a frequency plan, in Hz, for one tuning. A node whose sources or figures are not known is
 * left out.
 * @param set what the tuning sets: the frequency of an oscillator, or the factor of a loop, multiplier or divider.
 */
export function nodeFrequencies(nodes: readonly FrequencyNode[], set: Readonly<Record<string, number>> = {}): Map<string, number> {
  const known = new Map<string, number>();
  const of = (node: FrequencyNode): number | undefined => {
    const from = node.from.map((id) => known.get(id));
    const [a, b] = from;
    const factor = set[node.id] ?? node.factor;
    switch (node.does) {
      case 'oscillates':
      case 'passes':
        return set[node.id] ?? node.hz;
      case 'multiplies':
      case 'locks':
        return a !== undefined && factor !== undefined ? a * factor : undefined;
      case 'divides':
        return a !== undefined && factor !== undefined ? a / factor : undefined;
      case 'mixes-up':
        return a !== undefined && b !== undefined ? a + b : undefined;
      case 'mixes-down':
        return a !== undefined && b !== undefined ? Math.abs(a - b) : undefined;
    }
  };
  // Nodes may stand in any order: go round until nothing new is found.
  for (let before = -1; before < known.size;) {
    before = known.size;
    for (const node of nodes) {
      const hz = known.has(node.id) ? undefined : of(node);
      if (hz !== undefined) known.set(node.id, hz);
    }
  }
  return known;
}
