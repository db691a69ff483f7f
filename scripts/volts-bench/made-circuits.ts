import { chanceFrom, type Chance } from '@amber-relay/core/chance';
import { faulty, faultsOf, ground, solve, type Circuit, type Element, type Fault } from '@amber-relay/core/volts';

const series = [1, 1.2, 1.5, 1.8, 2.2, 2.7, 3.3, 3.9, 4.7, 5.6, 6.8, 8.2];

/** Draws circuits as they stand in radio sets: stages beside one another on their supplies, the one steering the other. */
class Drawer {
  readonly elements: Element[] = [];
  private readonly counts = new Map<string, number>();
  private made = 0;

  constructor(readonly chance: Chance) {}

  /** A value of the series near one that is wanted. */
  near(ohm: number): number {
    const wanted = ohm * Math.exp(this.chance.between(-0.2, 0.2));
    const decade = 10 ** Math.floor(Math.log10(wanted));
    return (
      decade *
      series.reduce((best, s) => (Math.abs(Math.log((s * decade) / wanted)) < Math.abs(Math.log((best * decade) / wanted)) ? s : best), 1)
    );
  }
  node(): string {
    return `n${++this.made}`;
  }
  private name(letters: string): string {
    const n = (this.counts.get(letters) ?? 0) + 1;
    this.counts.set(letters, n);
    return `${letters}${n}`;
  }
  resistor(a: string, b: string, ohm: number): void {
    this.elements.push({ kind: 'resistor', name: this.name('R'), nodes: [a, b], ohm: this.near(ohm) });
  }
  capacitor(a: string, b: string, electrolytic = false): void {
    this.elements.push({ kind: 'capacitor', name: this.name('C'), nodes: [a, b], ...(electrolytic ? { electrolytic } : {}) });
  }
  coil(a: string, b: string): void {
    this.elements.push({ kind: 'path', name: this.name('L'), nodes: [a, b], ohm: this.chance.between(0.5, 15) });
  }
  transistor(c: string, b: string, e: string, polarity: 'npn' | 'pnp'): void {
    this.elements.push({ kind: 'transistor', name: this.name('Q'), nodes: [c, b, e], polarity });
  }
  add(element: Element): void {
    this.elements.push({ ...element, name: this.name(element.name) });
  }
}

/** A stage: it hangs on a rail, may be steered by a node, and gives a node that others may be steered by. */
type Stage = (d: Drawer, rail: string, volt: number, from: string | undefined) => string;

const amplifier: Stage = (d, rail, volt, from) => {
  const [b, c, e] = [d.node(), d.node(), d.node()];
  const current = d.chance.between(0.7e-3, 3e-3);
  const ve = volt * d.chance.between(0.1, 0.2);
  const divider = current / d.chance.between(8, 14);
  d.resistor(from && d.chance.happens(0.3) ? from : rail, b, (volt - ve - 0.65) / divider);
  d.resistor(b, ground, (ve + 0.65) / divider);
  d.resistor(e, ground, ve / current);
  d.capacitor(e, ground, d.chance.happens(0.3));
  if (d.chance.happens(0.5)) d.resistor(rail, c, (volt * 0.4) / current);
  else d.coil(rail, c);
  d.capacitor(d.chance.oneOf([b, c]), ground);
  d.transistor(c, b, e, 'npn');
  return c;
};

const follower: Stage = (d, rail, volt, from) => {
  const e = d.node();
  const b = from ?? d.node();
  if (!from) {
    d.resistor(rail, b, 47e3);
    d.resistor(b, ground, 47e3);
  }
  d.transistor(rail, b, e, 'npn');
  d.resistor(e, ground, (volt / 2 / 2e-3) * d.chance.between(0.6, 1.4));
  d.capacitor(e, ground, true);
  return e;
};

const keyed: Stage = (d, rail, volt, from) => {
  const [b, c, out] = [d.node(), d.node(), d.node()];
  const steer = from ?? rail;
  d.resistor(steer, b, 10e3);
  d.resistor(b, ground, 22e3);
  d.transistor(c, b, ground, 'npn');
  const pb = d.node();
  d.resistor(c, pb, 2200);
  d.resistor(rail, pb, 10e3);
  d.transistor(out, pb, rail, 'pnp');
  d.resistor(out, ground, (volt / 8e-3) * d.chance.between(0.7, 1.6));
  d.capacitor(out, ground, true);
  return out;
};

const zener: Stage = (d, rail, volt) => {
  const z = d.node();
  const at = d.chance.oneOf([3.3, 4.7, 5.1, 5.6, 6.2]);
  d.resistor(rail, z, (volt - at) / d.chance.between(5e-3, 12e-3));
  d.add({ kind: 'diode', name: 'D', nodes: [ground, z], zener: at });
  d.capacitor(z, ground, true);
  const tap = d.node();
  d.resistor(z, tap, 10e3);
  d.resistor(tap, ground, 15e3);
  return tap;
};

const held: Stage = (d, rail, volt, from) => {
  // A control line held by a capacitor, with a field effect transistor behind it.
  const [line, s] = [d.node(), d.node()];
  const far = from ?? d.node();
  if (!from) {
    d.resistor(rail, far, 33e3);
    d.resistor(far, ground, 22e3);
  }
  d.resistor(far, line, d.chance.oneOf([220e3, 470e3, 1e6]));
  d.capacitor(line, ground, true);
  d.add({ kind: 'fet', name: 'Q', nodes: [rail, line, s], polarity: 'n', junction: true });
  d.resistor(s, ground, 2200);
  const out = d.node();
  d.resistor(s, out, 4700);
  d.resistor(out, ground, 10e3);
  void volt;
  return out;
};

const currentSource: Stage = (d, rail, volt) => {
  const [b, c, e, m] = [d.node(), d.node(), d.node(), d.node()];
  d.resistor(rail, b, (volt - 1.3) / 2e-3);
  d.add({ kind: 'diode', name: 'D', nodes: [b, m] });
  d.add({ kind: 'diode', name: 'D', nodes: [m, ground] });
  d.resistor(e, ground, 0.65 / d.chance.between(1e-3, 4e-3));
  d.resistor(rail, c, (volt * 0.45) / 2.5e-3);
  d.transistor(c, b, e, 'npn');
  return c;
};

const divided: Stage = (d, rail) => {
  const [a, b] = [d.node(), d.node()];
  d.resistor(rail, a, 22e3);
  d.resistor(a, b, 10e3);
  d.resistor(b, ground, 15e3);
  d.capacitor(b, ground, d.chance.happens(0.5));
  return b;
};

const valve: Stage = (d, rail) => {
  const [a, g, k] = [d.node(), d.node(), d.node()];
  d.resistor(rail, a, d.chance.oneOf([47e3, 100e3, 220e3]));
  d.resistor(g, ground, d.chance.oneOf([470e3, 1e6]));
  d.resistor(k, ground, d.chance.oneOf([1e3, 1.5e3, 2.2e3]));
  d.capacitor(k, ground, true);
  d.capacitor(a, d.node(), false);
  d.add({ kind: 'triode', name: 'V', nodes: [a, g, k] });
  return a;
};

const solid: readonly Stage[] = [amplifier, amplifier, follower, keyed, zener, held, currentSource, divided];

export interface MadeCase {
  /** The circuit as the sheet has it. */
  readonly circuit: Circuit;
  /** As it is: parts within their tolerances, one at fault. */
  readonly real: Circuit;
  readonly fault: Fault;
}

/** A circuit of 5 to 25 parts beside its supply. */
function drawn(chance: Chance): Circuit {
  const d = new Drawer(chance);
  const wanted = Math.floor(chance.between(5, 25));
  const old = chance.happens(0.15);
  const volt = old ? d.chance.between(150, 260) : d.chance.oneOf([5, 8, 9, 12, 13.8]);
  const supply = d.node();
  d.elements.push({ kind: 'source', name: 'supply', nodes: [supply, ground], volt });
  let rail = supply;
  if (!old && volt > 11 && chance.happens(0.4)) {
    rail = d.node();
    d.add({ kind: 'regulator', name: 'IC', nodes: [supply, rail, ground], volt: 8 });
    d.capacitor(rail, ground, true);
  } else if (chance.happens(0.5)) {
    rail = d.node();
    d.resistor(supply, rail, old ? 1000 : 47);
    d.capacitor(rail, ground, true);
  }
  const at = rail === supply ? volt : volt > 11 && !old ? 8 : volt;
  let last: string | undefined;
  let before = d.elements.length;
  for (let k = 0; k < 12; k++) {
    const stage = old ? valve : d.chance.oneOf(solid);
    const given = stage(d, rail, at, chance.happens(0.5) ? last : undefined);
    last = given;
    if (d.elements.length - 1 >= wanted) break;
    before = d.elements.length;
  }
  return { elements: d.elements.length - 1 > 25 && before > 6 ? d.elements.slice(0, before) : d.elements.slice(0, 26) };
}

/** The same circuit with every part somewhere within its tolerance. */
function spread(elements: readonly Element[], bell: () => number, bad: string): Element[] {
  return elements.map((e): Element => {
    // What the fault has made of a part is not made good again.
    if (e.name === bad) return e;
    if (e.kind === 'resistor') return { ...e, ohm: e.ohm * (1 + 0.025 * bell()) };
    if (e.kind === 'transistor') return { ...e, beta: 150 * Math.exp(0.4 * bell()) };
    if (e.kind === 'fet') return { ...e, threshold: -2 * Math.exp(0.18 * bell()), gain: 1.5e-3 * Math.exp(0.25 * bell()) };
    if (e.kind === 'triode') return { ...e, mu: 60 * Math.exp(0.1 * bell()), perveance: 6e-4 * Math.exp(0.2 * bell()) };
    if (e.kind === 'source') return { ...e, volt: e.volt * (1 + 0.01 * bell()) };
    if (e.kind === 'diode' && e.zener !== undefined) return { ...e, zener: e.zener * (1 + 0.03 * bell()) };
    if (e.kind === 'regulator') return { ...e, volt: e.volt * (1 + 0.02 * bell()) };
    return e;
  });
}

/** A leak or a drift of any size, not one of the grid. */
function anySize(circuit: Circuit, fault: Fault, chance: Chance): Circuit {
  const [own] = fault.own;
  const bad = faulty(circuit, fault);
  if (!own) return bad;
  const by = Math.exp(chance.between(-0.45, 0.45));
  return { elements: bad.elements.map((e) => (e === own.from && 'ohm' in e ? { ...e, ohm: (e.ohm ?? 1) * by } : e)) };
}

/** So much, beside what its tolerances allow, must a fault move some voltage to be one that a meter can find. */
const shows = 0.15;

/** A case: a circuit and one hidden fault in it that some voltage shows. */
export function madeCase(seed: number): MadeCase {
  const chance = chanceFrom(seed);
  const bell = (): number => chance.normal(1);
  for (;;) {
    const circuit = drawn(chance);
    const faults = faultsOf(circuit).filter(({ part }) => part !== 'supply');
    const fault = chance.weighted(faults, ({ weight }) => weight);
    const bad = anySize(circuit, fault, chance);
    const real = { elements: spread(bad.elements, bell, fault.part) };
    const [well, ill] = [solve(circuit), solve(bad)];
    if (!well.converged || !ill.converged || !solve(real).converged) continue;
    const moved = [...well.volts()].some(([node, v]) => Math.abs(ill.at(node) - v) > Math.max(0.12, shows * Math.abs(v)));
    if (moved) return { circuit, real, fault };
  }
}

/** What a meter of 10 MΩ shows at a node of the real circuit. */
export function readAt(real: Circuit, node: string, bell: () => number): number {
  const v = solve({ elements: [...real.elements, { kind: 'path', name: 'meter', nodes: [node, ground], ohm: 10e6 }] }).at(node);
  return Number((v * (1 + 0.008 * bell()) + 0.008 * bell()).toFixed(Math.abs(v) < 20 ? 2 : 1));
}
