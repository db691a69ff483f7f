import type { Diode, Element, Fet, Regulator, Transistor, Triode } from './circuit';

/** Thermal voltage at 27 °C, in volts. */
const vt = 0.02585;
/** Beyond this the exponential goes on as a straight line, so that no number runs over. */
const highest = 1.2;
const leak = 1e-12;

/** Currents into an element at its terminals, and how they change with each terminal's voltage. */
export interface Flow {
  readonly i: Float64Array;
  /** Row by row: di_k / dv_j at k * terminals + j. */
  readonly g: Float64Array;
}

/**
 * What an element remembers from one step of the solution to the next: the voltages of its two junctions; and how far the last step
 * was held back from where the equations would have it.
 */
export type Memory = Float64Array;
export const newMemory = (): Memory => new Float64Array(3);

/** Lets the junctions of an element remember the voltages at which they are, so that what is reckoned near there is not held back. */
export function settleAt(element: Element, v: Float64Array, memory: Memory): void {
  const [a = 0, b = 0, c = 0] = v;
  if (element.kind === 'diode') memory[0] = Math.min(0.9, a - b);
  if (element.kind !== 'transistor' && element.kind !== 'fet') return;
  const sign = element.polarity === 'pnp' || element.polarity === 'p' ? -1 : 1;
  memory[0] = Math.min(0.75, sign * (b - c));
  memory[1] = Math.min(0.75, sign * (b - a));
}

const junction = (v: number, sat: number, n: number): readonly [number, number] => {
  const nvt = n * vt;
  if (v > highest) {
    const top = sat * Math.exp(highest / nvt);
    return [top - sat + (top / nvt) * (v - highest), top / nvt];
  }
  const e = sat * Math.exp(v / nvt);
  return [e - sat + leak * v, e / nvt + leak];
};

/** A junction's voltage may rise by little more than its logarithm in one step (Nagel, SPICE2, 1975). */
function limited(now: number, before: number, sat: number, n: number): number {
  const nvt = n * vt;
  const critical = nvt * Math.log(nvt / (Math.SQRT2 * sat));
  if (now <= critical || Math.abs(now - before) <= 2 * nvt) return now;
  if (before <= 0) return nvt * Math.log(now / nvt);
  const grown = 1 + (now - before) / nvt;
  return grown > 0 ? before + nvt * Math.log(grown) : critical;
}

const diodeKinds = {
  junction: [1e-14, 1],
  silicon: [2e-9, 1.9],
  germanium: [2e-6, 1.3],
  schottky: [1e-7, 1.1],
  led: [1e-19, 1.9],
} as const;
const diodeOf = ({ material }: Diode): readonly [sat: number, n: number] => diodeKinds[material ?? 'silicon'];

/** How parts of a kind spread, each as the change of one of its figures by a standard deviation. */
export const usual = {
  sat: 1e-14,
  beta: 150,
  reverse: 2,
  threshold: -2,
  gain: 1.5e-3,
  mu: 60,
  perveance: 6e-4,
  dropout: 1.6,
  zenerOhm: 12,
} as const;

function diodeFlow(d: Diode, v: Float64Array, memory: Memory, flow: Flow): void {
  const [sat, n] = diodeOf(d);
  const across = (v[0] ?? 0) - (v[1] ?? 0);
  const at = limited(across, memory[0] ?? 0, sat, n);
  memory[0] = at;
  memory[2] = Math.abs(across - at);
  let [i, g] = junction(at, sat, n);
  i += g * (across - at);
  if (d.zener !== undefined) {
    // Below its voltage it takes a little, beyond it the current grows by its own resistance, softly.
    const over = -across - d.zener;
    const soft = 0.05;
    const level = over > 30 * soft ? over : soft * Math.log1p(Math.exp(over / soft));
    const slope = 1 / (1 + Math.exp(-over / soft));
    i -= level / usual.zenerOhm;
    g += slope / usual.zenerOhm;
  }
  set2(flow, i, g);
}

function set2({ i, g }: Flow, current: number, slope: number): void {
  i[0] = current;
  i[1] = -current;
  g[0] = g[3] = slope;
  g[1] = g[2] = -slope;
}

/** The transport model of Ebers and Moll (1954), as in Gummel and Poon's of 1970 without its base charge. */
function transistorFlow({ polarity, beta = usual.beta }: Transistor, v: Float64Array, memory: Memory, { i, g }: Flow): void {
  const sign = polarity === 'npn' ? 1 : -1;
  const [c, b, e] = [sign * (v[0] ?? 0), sign * (v[1] ?? 0), sign * (v[2] ?? 0)];
  const be = limited(b - e, memory[0] ?? 0, usual.sat, 1);
  const bc = limited(b - c, memory[1] ?? 0, usual.sat, 1);
  memory[0] = be;
  memory[1] = bc;
  memory[2] = Math.max(Math.abs(b - e - be), Math.abs(b - c - bc));
  const [atBe, gf] = junction(be, usual.sat, 1);
  const [atBc, gr] = junction(bc, usual.sat, 1);
  const forward = atBe + gf * (b - e - be);
  const reverse = atBc + gr * (b - c - bc);
  // Early effect, as a conductance that follows the current.
  const early = Math.max(0, forward) / 80;
  const over = Math.max(0, c - b);
  const collector = forward - reverse - reverse / usual.reverse + early * over;
  const base = forward / beta + reverse / usual.reverse;
  const up = over > 0 ? early : 0;
  const gE = gf * (1 + over / 80);
  // Rows c, b, e; columns c, b, e.
  const dcb = gE - gr * (1 + 1 / usual.reverse) - up;
  const dcc = gr * (1 + 1 / usual.reverse) + up;
  const dce = -gE;
  const dbb = gf / beta + gr / usual.reverse;
  const dbc = -gr / usual.reverse;
  const dbe = -gf / beta;
  i[0] = sign * collector;
  i[1] = sign * base;
  i[2] = -sign * (collector + base);
  g[0] = dcc;
  g[1] = dcb;
  g[2] = dce;
  g[3] = dbc;
  g[4] = dbb;
  g[5] = dbe;
  g[6] = -dcc - dbc;
  g[7] = -dcb - dbb;
  g[8] = -dce - dbe;
}

/** The square law of Shockley (1952), drain and source changing places where the voltage is the other way. */
function fetFlow(
  { polarity, threshold, gain = usual.gain, junction: isJunction }: Fet,
  v: Float64Array,
  memory: Memory,
  { i, g }: Flow,
): void {
  const sign = polarity === 'n' ? 1 : -1;
  const from = sign * (threshold ?? (isJunction ? usual.threshold : 2)) * (polarity === 'n' ? 1 : -1);
  const [d0, gate, s0] = [sign * (v[0] ?? 0), sign * (v[1] ?? 0), sign * (v[2] ?? 0)];
  const swapped = d0 < s0;
  const [d, s] = swapped ? [s0, d0] : [d0, s0];
  const vgs = gate - s - from;
  const vds = d - s;
  let current = 1e-9 * vds;
  let gm = 0;
  let gds = 1e-9;
  if (vgs > 0) {
    const bend = 1 + 0.02 * vds;
    if (vds < vgs) {
      const square = gain * (2 * vgs * vds - vds * vds);
      current += square * bend;
      gm = 2 * gain * vds * bend;
      gds += gain * (2 * vgs - 2 * vds) * bend + square * 0.02;
    } else {
      const square = gain * vgs * vgs;
      current += square * bend;
      gm = 2 * gain * vgs * bend;
      gds += square * 0.02;
    }
  }
  let [ig, gg] = [leak * (gate - s), leak];
  if (isJunction) {
    const at = limited(gate - s, memory[0] ?? 0, usual.sat, 1);
    memory[0] = at;
    memory[2] = Math.abs(gate - s - at);
    [ig, gg] = junction(at, usual.sat, 1);
    ig += gg * (gate - s - at);
  }
  const [D, S] = swapped ? [2, 0] : [0, 2];
  i[D] = sign * current;
  i[1] = sign * ig;
  i[S] = -sign * (current + ig);
  g.fill(0);
  const put = (row: number, column: number, value: number): void => void (g[row * 3 + column] = value);
  put(D, D, gds);
  put(D, 1, gm);
  put(D, S, -gds - gm);
  put(1, 1, gg);
  put(1, S, -gg);
  put(S, D, -gds);
  put(S, 1, -gm - gg);
  put(S, S, gds + gm + gg);
}

/** The three-halves law of Child and Langmuir, with grid current where the grid is positive. */
function triodeFlow({ mu = usual.mu, perveance = usual.perveance }: Triode, v: Float64Array, { i, g }: Flow): void {
  const [a, grid, k] = [v[0] ?? 0, v[1] ?? 0, v[2] ?? 0];
  const drive = grid - k + (a - k) / mu;
  const pull = a > k ? 1 : 0;
  const root = drive > 0 ? Math.sqrt(drive) : 0;
  // Softly to nothing at the anode, which cannot draw below its cathode.
  const soft = pull ? 1 - Math.exp(-(a - k) / 8) : 0;
  const full = perveance * drive * root;
  const ia = drive > 0 ? full * soft : 0;
  const dDrive = 1.5 * perveance * root * soft;
  const dSoft = pull && drive > 0 ? (full * Math.exp(-(a - k) / 8)) / 8 : 0;
  const positive = grid - k;
  const ig = positive > 0 ? positive / 2000 : 1e-10 * positive;
  const gg = positive > 0 ? 1 / 2000 : 1e-10;
  const gaa = dDrive / mu + dSoft + 1e-10;
  i[0] = ia + 1e-10 * (a - k);
  i[1] = ig;
  i[2] = -(i[0] + ig);
  g[0] = gaa;
  g[1] = dDrive;
  g[2] = -gaa - dDrive;
  g[3] = 0;
  g[4] = gg;
  g[5] = -gg;
  g[6] = -gaa;
  g[7] = -dDrive - gg;
  g[8] = gaa + dDrive + gg;
}

/** Holds its output as long as its input is high enough, gives current and takes none, and draws a little itself. */
function regulatorFlow({ volt, dropout = usual.dropout }: Regulator, v: Float64Array, memory: Memory, { i, g }: Flow): void {
  const sign = volt < 0 ? -1 : 1;
  const [input, output, common] = [sign * (v[0] ?? 0), sign * (v[1] ?? 0), sign * (v[2] ?? 0)];
  const want = Math.abs(volt);
  const has = input - common - dropout;
  const soft = 0.05;
  // The lower of what it wants and what it has, softly.
  const over = (has - want) / soft;
  const share = over > 40 ? 0 : over < -40 ? 1 : 1 / (1 + Math.exp(over));
  const target = over > 40 ? want : over < -40 ? has : want - soft * Math.log1p(Math.exp(-over));
  const error = target - (output - common);
  // It gives what it must up to about an ampere, hardly more beyond, and takes nothing.
  const [wide, least, most, beyond] = [10, 1e-7, 1, 0.02];
  // Between nothing and all it has, it goes by way of where it holds, or it would jump to and fro over its voltage.
  const before = memory[0] ?? 0;
  const jumps = (before < 0 && wide * error > most) || (wide * before > most && error < 0);
  const at = jumps ? most / wide / 2 : error;
  memory[0] = at;
  memory[2] = Math.abs(error - at);
  const raw = wide * at;
  const slope = raw > most ? beyond : raw > 0 ? wide : least;
  const current = (raw > most ? most + beyond * (at - most / wide) : raw > 0 ? raw : least * at) + slope * (error - at);
  const rest = input - common > 0.5 ? 0.004 : 0;
  i[0] = sign * (current + rest);
  i[1] = -sign * current;
  i[2] = -sign * rest;
  g.fill(0);
  g[0] = slope * share;
  g[1] = -slope;
  g[2] = slope * (1 - share);
  g[3] = -slope * share;
  g[4] = slope;
  g[5] = -slope * (1 - share);
}

const farOpen = 2e9;

/** The resistance of what is one, as it stands. */
function ohmOf(element: Element): number | undefined {
  if (element.kind === 'resistor' || element.kind === 'path') return element.ohm;
  if (element.kind === 'contact') return element.closed ? 0.05 : farOpen;
  return element.kind === 'capacitor' ? farOpen : undefined;
}

/** Inner resistance of a source that does not say its own. */
const sourceOhm = 0.05;

/**
 * Fills in what flows into an element at the voltages of its terminals.
 * @param share How far the sources are brought up, 1 when they are.
 */
export function flowInto(element: Element, v: Float64Array, memory: Memory, flow: Flow, share = 1): void {
  switch (element.kind) {
    case 'diode':
      return diodeFlow(element, v, memory, flow);
    case 'transistor':
      return transistorFlow(element, v, memory, flow);
    case 'fet':
      return fetFlow(element, v, memory, flow);
    case 'triode':
      return triodeFlow(element, v, flow);
    case 'regulator':
      return regulatorFlow(element, v, memory, flow);
    case 'drain': {
      // Draws until there is little left to draw from.
      const across = (v[0] ?? 0) - (v[1] ?? 0);
      const soft = 0.3;
      const share = across > 0 ? 1 - Math.exp(-across / soft) : across / soft;
      return set2(flow, element.amp * share, across > 0 ? (element.amp * Math.exp(-across / soft)) / soft : element.amp / soft);
    }
    case 'source': {
      const slope = 1 / (element.ohm ?? sourceOhm);
      return set2(flow, ((v[0] ?? 0) - (v[1] ?? 0) - element.volt * share) * slope, slope);
    }
    default: {
      const slope = 1 / (ohmOf(element) ?? farOpen);
      return set2(flow, ((v[0] ?? 0) - (v[1] ?? 0)) * slope, slope);
    }
  }
}

/** Whether what flows is in proportion to the voltages, so that one step solves it. */
export const isLinear = ({ kind }: Element): boolean => ['resistor', 'path', 'contact', 'capacitor', 'source'].includes(kind);
