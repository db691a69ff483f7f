import { nodesOf, type Circuit } from './circuit';
import type { Explanation } from './explain';
import { plainMeter, type Meter } from './meter';
import { solve } from './solve';
import { spreadsOf } from './spreads';

/** A reading that has not been made, and what it would tell. */
export interface NextReading {
  readonly node: string;
  /** Expected loss of doubt about which part it is, in bits. */
  readonly bits: number;
  /** What it would show by each of the leading parts: volts. */
  readonly shows: readonly { readonly part: string; readonly says: string; readonly volts: number }[];
  /** What it should be with all parts well. */
  readonly should: number;
}

const mostWays = 32;
const mostShown = 4;
const steps = 72;
const healthyName = '';

/** The readings that part the leaders best, the best first: one for each node that was not read. */
export function nextReadings(
  circuit: Circuit,
  explanation: Explanation,
  read: readonly string[],
  meter: Meter = plainMeter,
): NextReading[] {
  const nodes = nodesOf(circuit).filter((node) => !read.includes(node));
  if (!nodes.length) return [];
  const healthy = solve(circuit);
  const { moves } = spreadsOf(healthy, nodes);
  const ways = [
    ...explanation.ways.slice(0, mostWays).map(({ part, chance, volts, says }) => ({ part, chance, volts, says })),
    { part: healthyName, chance: explanation.healthy, volts: explanation.volts, says: '' },
  ];
  const all = ways.reduce((sum, { chance }) => sum + chance, 0) || 1;
  return nodes
    .map((node, k): NextReading => {
      const tolerance = Math.hypot(...moves.map((move) => move[k] ?? 0));
      const shown = ways.map(({ part, chance, volts }) => {
        const mean = volts.get(node) ?? 0;
        return {
          part,
          chance: chance / all,
          mean,
          sigma: Math.hypot(Math.min(tolerance, 0.12 * Math.abs(mean) + 0.02), meter.share * mean, meter.floor),
        };
      });
      const leaders = explanation.parts
        .slice(0, mostShown)
        .map(({ part, best }) => ({ part, says: best.says, volts: best.volts.get(node) ?? 0 }));
      return { node, bits: bitsOf(shown), shows: leaders, should: healthy.at(node) };
    })
    .sort((a, b) => b.bits - a.bits);
}

interface Bell {
  readonly part: string;
  readonly chance: number;
  readonly mean: number;
  readonly sigma: number;
}

/** Expected loss of entropy between parts when a value is read that each gives with a mean and a spread. */
function bitsOf(shown: readonly Bell[]): number {
  const low = Math.min(...shown.map(({ mean, sigma }) => mean - 3 * sigma));
  const high = Math.max(...shown.map(({ mean, sigma }) => mean + 3 * sigma));
  // Places where something is, and not the wide room between.
  const places = [...new Set(shown.flatMap(({ mean, sigma }) => [-2, -1, 0, 1, 2].map((s) => mean + s * sigma)))].sort((a, b) => a - b);
  const marks = [low, ...places, high];
  const thin = Math.max(1, Math.floor(marks.length / steps));
  const at = marks.filter((_, i) => i % thin === 0);
  const entropy = (byPart: ReadonlyMap<string, number>, total: number): number => {
    let sum = 0;
    for (const p of byPart.values()) if (p > 0) sum -= (p / total) * Math.log2(p / total);
    return sum;
  };
  const prior = new Map<string, number>();
  for (const { part, chance } of shown) prior.set(part, (prior.get(part) ?? 0) + chance);
  let after = 0;
  let mass = 0;
  for (let i = 1; i < at.length; i++) {
    const [a, b] = [at[i - 1] ?? 0, at[i] ?? 0];
    const x = (a + b) / 2;
    const byPart = new Map<string, number>();
    let density = 0;
    for (const { part, chance, mean, sigma } of shown) {
      const p = (chance * Math.exp(-0.5 * ((x - mean) / sigma) ** 2)) / sigma;
      density += p;
      byPart.set(part, (byPart.get(part) ?? 0) + p);
    }
    if (density <= 1e-300) continue;
    const weight = density * (b - a);
    after += weight * entropy(byPart, density);
    mass += weight;
  }
  return Math.max(0, entropy(prior, 1) - (mass > 0 ? after / mass : 0));
}
