import { CholeskyDecomposition, Matrix } from 'ml-matrix';
import { checkCircuit, type Circuit } from './circuit';
import { faultsOf, type Fault, type FaultMode } from './faults';
import { errorOf, plainMeter, shownAt, type Meter, type NodeReading, type Shown } from './meter';
import { Nearby, Network, Solved, type Bridge } from './solve';
import { changesOf } from './spreads';

/** One way in which one part is at fault, and how well it makes what was read. */
export interface Explained {
  readonly part: string;
  readonly mode: FaultMode;
  readonly says: string;
  /** Of all explanations, nothing at fault and something else among them. */
  readonly chance: number;
  /** What it would put at each reading: volts, or ohms. */
  readonly shows: readonly number[];
  readonly volts: ReadonlyMap<string, number>;
}

export interface PartChance {
  readonly part: string;
  readonly chance: number;
  /** The way that makes it most likely. */
  readonly best: Explained;
}

export interface Explanation {
  /** Parts by their chance, the likeliest first. */
  readonly parts: readonly PartChance[];
  /** All ways of all parts that count, the likeliest first. */
  readonly ways: readonly Explained[];
  /** Chance that nothing in this region is at fault: what was read is within the tolerances. */
  readonly healthy: number;
  /** Chance that no single fault of the parts here makes what was read: two, or a wrong reading, or something else. */
  readonly other: number;
  /** What each reading should be with all parts well. */
  readonly should: readonly number[];
  /** Voltages with all parts well, by node. */
  readonly volts: ReadonlyMap<string, number>;
}

/** Chance, before anything is read, that the fault is among the parts of a region that is looked into; and that it is none of these ways. */
const priors = { healthy: 0.12, other: 0.04 } as const;
/** A reading is a slip of hand or eye so often. */
const slips = 0.01;
const fewest = 1e-5;

/** Log of how likely readings are under means and moves: a normal in several dimensions. */
function logFit(
  values: readonly number[],
  mean: readonly number[],
  moves: readonly (readonly number[])[],
  errors: readonly number[],
): number {
  const n = values.length;
  const cov = new Matrix(n, n);
  for (let i = 0; i < n; i++) {
    for (let j = 0; j <= i; j++) {
      let sum = i === j ? (errors[i] ?? 0) ** 2 + 1e-9 : 0;
      for (const move of moves) sum += (move[i] ?? 0) * (move[j] ?? 0);
      cov.set(i, j, sum);
      cov.set(j, i, sum);
    }
  }
  const chol = new CholeskyDecomposition(cov);
  if (!chol.isPositiveDefinite()) return -1e6;
  const off = Matrix.columnVector(values.map((v, i) => v - (mean[i] ?? 0)));
  const solved = chol.solve(off);
  let square = 0;
  for (let i = 0; i < n; i++) square += off.get(i, 0) * solved.get(i, 0);
  const lower = chol.lowerTriangularMatrix;
  let logDet = 0;
  for (let i = 0; i < n; i++) logDet += 2 * Math.log(lower.get(i, i));
  return -0.5 * (square + logDet + n * Math.log(2 * Math.PI));
}

/** Log of how likely readings are when nothing here explains them: each anywhere within what can be read. */
const logAnywhere = (readings: readonly NodeReading[], most: number): number =>
  readings.reduce((sum, { what }) => sum - Math.log(what === 'volts' ? 1.5 * most + 1 : 18), 0);

const sumLog = (logs: readonly number[]): number => {
  const top = Math.max(...logs);
  return Number.isFinite(top) ? top + Math.log(logs.reduce((sum, log) => sum + Math.exp(log - top), 0)) : top;
};

/** A change of so little, in volts, is as the straight law has it; one of so much is no good beginning. */
const straight = { below: 0.01, most: 1.5 } as const;

interface SolvedNear {
  readonly solved: Solved;
  /** Where little changes: by what, so that all else follows from the healthy state. */
  readonly bridge?: Bridge;
}

function solvedNear({ bridge, replaced }: Fault, healthy: Solved, nearby: Nearby, before?: Solved): SolvedNear {
  const guess = bridge && nearby.with(bridge);
  const { network, elements } = healthy;
  if (guess && guess.most < straight.below) {
    const others = [...elements.slice(0, replaced.at), ...replaced.by, ...elements.slice(replaced.at + 1)];
    return { solved: new Solved(network, guess.x, others, true, replaced), bridge };
  }
  return { solved: network.solve(replaced, guess && guess.most < straight.most ? guess.x : (before ?? healthy).x) };
}

/**
 * Voltages of a state that is so far from what was read that no tolerance brings it there, so that its spread need not be reckoned;
 * false where it may be near.
 */
function hopeless(
  readings: readonly NodeReading[],
  solved: Solved,
  {
    well,
    healthy,
    errors,
    opened,
  }: { readonly well: Shown; readonly healthy: Solved; readonly errors: readonly number[]; readonly opened: boolean },
): number[] | false {
  const mean = readings.map(({ node }) => solved.at(node));
  const far = readings.some(({ value, node }, k) => {
    const at = mean[k] ?? 0;
    const should = well.mean[k] ?? 0;
    // What hangs free is pulled down by the meter, and was not reckoned with it here.
    const loose = opened || Math.abs(should - healthy.at(node)) > 0.01 * Math.abs(should);
    if (loose && Math.abs(value) < Math.abs(at)) return false;
    const usual = Math.hypot(...well.moves.map((move) => move[k] ?? 0));
    return Math.abs(value - at) > 7 * (usual + (errors[k] ?? 0)) + 0.9 * Math.abs(at - should) + 0.1 * Math.abs(at);
  });
  return far && mean;
}

interface Tried {
  readonly fault: Fault;
  readonly solved: Solved;
  readonly mean: readonly number[];
  readonly log: number;
}

/**
 * Which part alone, and in which way, makes what was read: every part open, shorted, leaky, drifted, each with the tolerances of all
 * the others and the load of the meter, weighed by Bayes' rule.
 * @throws CoreError `out-of-range` where the circuit cannot be reckoned.
 */
export function explainVolts(circuit: Circuit, readings: readonly NodeReading[], meter: Meter = plainMeter): Explanation {
  checkCircuit(circuit);
  const values = readings.map((r) => (r.what === 'volts' ? r.value : Math.log(Math.max(1, r.value))));
  const errors = readings.map((r) => errorOf(r, meter));
  const most = Math.max(1, ...circuit.elements.map((e) => (e.kind === 'source' || e.kind === 'regulator' ? Math.abs(e.volt) : 0)));
  const anywhere = logAnywhere(readings, most);
  const network = new Network(circuit);
  const healthy = network.solve();
  const well = shownAt(healthy, readings, meter);
  const fit = (mean: readonly number[], moves: readonly (readonly number[])[]): number =>
    sumLog([Math.log(1 - slips) + logFit(values, mean, moves, errors), Math.log(slips) + anywhere]);
  const faults = faultsOf(circuit);
  const all = faults.reduce((sum, { weight }) => sum + weight, 0) || 1;
  const share = 1 - priors.healthy - priors.other;
  const nearby = new Nearby(healthy);
  const changes = changesOf(healthy);
  const nodes = readings.flatMap((reading) => (reading.what === 'volts' ? [reading.node] : []));
  // A leak a little larger is begun from the one before it.
  let last: Pick<Tried, 'fault' | 'solved'> | undefined;
  const tried = faults.map((fault): Tried => {
    const isNext = last?.fault.part === fault.part && last.fault.mode === fault.mode && last.solved.converged;
    const { solved, bridge } = solvedNear(fault, healthy, nearby, isNext ? last?.solved : undefined);
    last = { fault, solved };
    const rough =
      readings.every((r) => r.what === 'volts') && hopeless(readings, solved, { well, healthy, errors, opened: fault.mode === 'open' });
    const { mean, moves } = rough
      ? { mean: rough, moves: [] }
      : shownAt(solved, readings, meter, fault.own, bridge && { reach: nearby.reach(bridge, nodes), changes });
    const seen = solved.converged && !rough ? fit(mean, moves) : Math.log(slips) + anywhere;
    const log = Math.log((share * fault.weight) / all) + seen;
    return { fault, solved, mean, log };
  });
  const logs = { healthy: Math.log(priors.healthy) + fit(well.mean, well.moves), other: Math.log(priors.other) + anywhere };
  const total = sumLog([logs.healthy, logs.other, ...tried.map(({ log }) => log)]);
  const back = (mean: readonly number[]): number[] => mean.map((v, i) => (readings[i]?.what === 'ohms' ? Math.exp(v) : v));
  const ways = tried
    .map((one) => ({ ...one, chance: Math.exp(one.log - total) }))
    .filter(({ chance }) => chance > fewest)
    .sort((a, b) => b.chance - a.chance)
    .map(({ fault: { part, mode, says }, solved, mean, chance }): Explained => ({
      part,
      mode,
      says,
      chance,
      shows: back(mean),
      volts: solved.volts(),
    }));
  const parts = new Map<string, { chance: number; best: Explained }>();
  for (const way of ways) {
    const part = parts.get(way.part);
    if (part) part.chance += way.chance;
    else parts.set(way.part, { chance: way.chance, best: way });
  }
  return {
    parts: [...parts].map(([part, { chance, best }]) => ({ part, chance, best })).sort((a, b) => b.chance - a.chance),
    ways,
    healthy: Math.exp(logs.healthy - total),
    other: Math.exp(logs.other - total),
    should: back(well.mean),
    volts: healthy.volts(),
  };
}
