import { inverse, LuDecomposition, Matrix } from 'ml-matrix';
import { ground, nodesOf, type Circuit, type Element } from './circuit';
import { flowInto, isLinear, newMemory, settleAt, type Flow, type Memory } from './models';

/** From each node to the chassis, so that what hangs free has a voltage too. */
const toChassis = 1e-11;
const mostSteps = 50;
const largestStep = 30;
/** So far below its voltage a regulator gives current, and not yet all that it can. */
const justBelow = 0.998;
/** Newton's method doubles the right digits with each step: one that moved by so little leaves far less. */
const settledAt = 1e-3;

/** An element in its place, with room for what is reckoned of it. */
interface Placed {
  readonly element: Element;
  readonly rows: readonly number[];
  readonly memory: Memory;
  readonly flow: Flow;
  readonly v: Float64Array;
}

/** A matrix that is filled anew at every step, so that its decomposition may lie in it: copies would take most of the time. */
class Scratch extends Matrix {
  override clone(): this {
    return this;
  }
}

/** One element of a network that others stand for, as of a part at fault. */
export interface Replaced {
  readonly at: number;
  readonly by: readonly Element[];
}

/** The rest state of a network. */
export class Solved {
  constructor(
    readonly network: Network,
    /** Voltage of each node, in the order of the network's. */
    readonly x: Float64Array,
    readonly elements: readonly Element[],
    readonly converged: boolean,
    readonly replaced?: Replaced,
  ) {}

  /** The same with a resistance from a node to the chassis, as of a meter that reads there. */
  loaded(node: string, ohm: number): Solved {
    const [first] = this.elements;
    const { at = 0, by = first ? [first] : [] } = this.replaced ?? {};
    return this.network.solve({ at, by: [...by, { kind: 'path', name: '', nodes: [node, ground], ohm }] }, this.x);
  }

  /** Voltage of a node against the chassis; 0 for the chassis, and for what is not in it. */
  at(node: string): number {
    const row = this.network.rowOf.get(node);
    return row === undefined ? 0 : (this.x[row] ?? 0);
  }

  volts(): Map<string, number> {
    return new Map(this.network.nodes.map((node, i) => [node, this.x[i] ?? 0]));
  }
}

/**
 * A circuit made ready to be reckoned many times: as it is, and with one element or another replaced.
 *
 * The rest state is found by nodal analysis: a source is taken with its inner resistance (Norton), so that every row is a node.
 * Newton's method, each step solved by LU decomposition, junctions limited; where it does not settle, with the supplies brought up
 * in steps.
 */
export class Network {
  readonly nodes: readonly string[];
  readonly rowOf: ReadonlyMap<string, number>;
  private readonly placed: readonly Placed[];
  private readonly matrix: Scratch;
  private readonly rest: Matrix;

  constructor(readonly circuit: Circuit) {
    this.nodes = nodesOf(circuit);
    this.rowOf = new Map(this.nodes.map((node, i) => [node, i]));
    this.placed = circuit.elements.map((element) => this.place(element));
    this.matrix = new Scratch(this.nodes.length, this.nodes.length);
    this.rest = new Matrix(this.nodes.length, 1);
  }

  private place(element: Element): Placed {
    const n = element.nodes.length;
    return {
      element,
      rows: element.nodes.map((node) => (node === ground ? -1 : (this.rowOf.get(node) ?? -1))),
      memory: newMemory(),
      flow: { i: new Float64Array(n), g: new Float64Array(n * n) },
      v: new Float64Array(n),
    };
  }

  private with(replaced?: Replaced): readonly Placed[] {
    if (!replaced) return this.placed;
    const { at, by } = replaced;
    // What stays as it is keeps its place.
    const own = by.map((element) => (element === this.placed[at]?.element ? this.placed[at] : this.place(element)));
    return [...this.placed.slice(0, at), ...own, ...this.placed.slice(at + 1)];
  }

  /**
   * The rest state.
   * @param replaced What stands for one of the elements; it may bring no node of its own.
   * @param near A state to begin from, such as that of the healthy circuit.
   */
  solve(replaced?: Replaced, near?: Float64Array): Solved {
    const placed = this.with(replaced);
    const x = near ? Float64Array.from(near) : new Float64Array(this.nodes.length);
    // Supplies and regulators are begun where they hold: from below, a regulator would jump over its voltage.
    if (!near)
      for (const { element, rows } of placed) {
        const row = element.kind === 'source' ? rows[0] : element.kind === 'regulator' ? rows[1] : -1;
        if (row !== undefined && row >= 0 && 'volt' in element) x[row] = element.volt * justBelow;
      }
    const linear = placed.every(({ element }) => isLinear(element));
    placed.forEach(({ memory }) => memory.fill(0));
    if (near) beginThere(placed, x);
    let converged = this.newton(placed, x, 1, linear);
    if (!converged) {
      x.fill(0);
      placed.forEach(({ memory }) => memory.fill(0));
      for (const share of [0.02, 0.1, 0.25, 0.5, 0.75, 1]) converged = this.newton(placed, x, share, linear);
    }
    return new Solved(
      this,
      x,
      placed.map(({ element }) => element),
      converged,
      replaced,
    );
  }

  /** How what flows out of each node changes with each voltage at a rest state, in siemens; it holds until the next is asked for. */
  matrixAt({ x, replaced }: Solved): Matrix {
    const placed = this.with(replaced);
    placed.forEach(({ memory }) => memory.fill(0));
    beginThere(placed, x);
    fill(placed, x, 1, this.matrix, this.rest);
    return this.matrix;
  }

  /**
   * How the voltages of some nodes hang on a current drawn from any node: for each of them a row of the inverse, from the transposed
   * matrix, as the adjoint network gives it (Director and Rohrer, 1969).
   */
  reach(solved: Solved, nodes: readonly string[]): Float64Array[] {
    const matrix = this.matrixAt(solved);
    const n = this.nodes.length;
    for (let i = 0; i < n; i++)
      for (let j = 0; j < i; j++) {
        const turned = matrix.get(i, j);
        matrix.set(i, j, matrix.get(j, i));
        matrix.set(j, i, turned);
      }
    const right = new Matrix(n, nodes.length);
    nodes.forEach((node, k) => {
      const row = this.rowOf.get(node);
      if (row !== undefined) right.set(row, k, 1);
    });
    const out = new LuDecomposition(matrix).solve(right);
    return nodes.map((_, k) => Float64Array.from(this.nodes, (_u, i) => out.get(i, k)));
  }

  private newton(placed: readonly Placed[], x: Float64Array, share: number, linear: boolean): boolean {
    const { matrix, rest } = this;
    for (let step = 0; step < mostSteps; step++) {
      fill(placed, x, share, matrix, rest);
      const delta = new LuDecomposition(matrix).solve(rest);
      let worst = 0;
      for (let i = 0; i < x.length; i++) {
        const raw = delta.get(i, 0);
        if (!Number.isFinite(raw)) return false;
        x[i] = (x[i] as number) - Math.max(-largestStep, Math.min(largestStep, raw));
        worst = Math.max(worst, Math.abs(raw) / (1 + Math.abs(x[i] as number)));
      }
      if (linear || (worst < settledAt && placed.every(({ memory }) => (memory[2] as number) < settledAt))) return true;
    }
    return false;
  }
}

/** The rest state of a circuit that is asked for once. */
export const solve = (circuit: Circuit): Solved => new Network(circuit).solve();

/** The voltages at the ends of an element. */
function endsOf({ rows, v }: Placed, x: Float64Array): Float64Array {
  for (let k = 0; k < rows.length; k++) v[k] = (rows[k] as number) < 0 ? 0 : (x[rows[k] as number] as number);
  return v;
}

/** Junctions begin where the voltages already are. */
function beginThere(placed: readonly Placed[], x: Float64Array): void {
  for (const one of placed) if (!isLinear(one.element)) settleAt(one.element, endsOf(one, x), one.memory);
}

/** The equations at a state: what flows out of each node and is not balanced, and how it changes. */
function fill(placed: readonly Placed[], x: Float64Array, share: number, matrix: Matrix, rest: Matrix): void {
  for (let i = 0; i < x.length; i++) {
    for (let j = 0; j < x.length; j++) matrix.set(i, j, 0);
    matrix.set(i, i, toChassis);
    rest.set(i, 0, toChassis * (x[i] as number));
  }
  for (const one of placed) {
    const { element, rows, memory, flow } = one;
    const n = rows.length;
    flowInto(element, endsOf(one, x), memory, flow, share);
    for (let k = 0; k < n; k++) {
      const row = rows[k] as number;
      if (row < 0) continue;
      rest.set(row, 0, rest.get(row, 0) + (flow.i[k] as number));
      for (let j = 0; j < n; j++) {
        const column = rows[j] as number;
        if (column >= 0) matrix.set(row, column, matrix.get(row, column) + (flow.g[k * n + j] as number));
      }
    }
  }
}

/** A conductance that is added between two nodes, or taken away: in siemens. */
export interface Bridge {
  readonly a: string;
  readonly b: string;
  readonly siemens: number;
}

/** What becomes of a rest state when a conductance changes, by the inverse of its matrix (Sherman and Morrison, 1950): right as far as the circuit is straight. */
export class Nearby {
  private readonly inverse: Matrix;

  constructor(private readonly solved: Solved) {
    this.inverse = inverse(solved.network.matrixAt(solved));
  }

  with({ a, b, siemens }: Bridge): { readonly x: Float64Array; readonly most: number } {
    const { x, network } = this.solved;
    const [p, q] = [network.rowOf.get(a), network.rowOf.get(b)];
    const own = this.z(p, p) + this.z(q, q) - this.z(p, q) - this.z(q, p);
    const draws = (siemens * (this.solved.at(a) - this.solved.at(b))) / (1 + siemens * own);
    const by = x.map((_, i) => (this.z(i, q) - this.z(i, p)) * draws);
    return { x: x.map((v, i) => v + (by[i] ?? 0)), most: by.reduce((most, v) => Math.max(most, Math.abs(v)), 0) };
  }

  /** How the voltages of some nodes then hang on a current drawn from any node, as the network's own `reach`. */
  reach({ a, b, siemens }: Bridge, nodes: readonly string[]): Float64Array[] {
    const { network } = this.solved;
    const [p, q] = [network.rowOf.get(a), network.rowOf.get(b)];
    const own = this.z(p, p) + this.z(q, q) - this.z(p, q) - this.z(q, p);
    const share = siemens / (1 + siemens * own);
    return nodes.map((node) => {
      const k = network.rowOf.get(node);
      const draws = (this.z(k, p) - this.z(k, q)) * share;
      return Float64Array.from(network.nodes, (_, i) => this.z(k, i) - draws * (this.z(p, i) - this.z(q, i)));
    });
  }

  private z(i: number | undefined, j: number | undefined): number {
    return i === undefined || j === undefined ? 0 : this.inverse.get(i, j);
  }
}
