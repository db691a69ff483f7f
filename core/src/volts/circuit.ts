import { CoreError } from '../errors';

/**
 * A circuit as it stands at rest: what carries direct current, and between which nodes. Nodes have names; `0` is the chassis.
 * Values are SI: ohms, volts, amperes.
 */
export const ground = '0';

interface Named {
  /** Designator of the part it stands for. */
  readonly name: string;
}
export interface Resistor extends Named {
  readonly kind: 'resistor';
  readonly nodes: readonly [string, string];
  readonly ohm: number;
  /** Relative, one part in all: 0.05 when not given. */
  readonly tolerance?: number;
}
/** Open to direct current as long as it is well; leaky or shorted it is not. */
export interface Capacitor extends Named {
  readonly kind: 'capacitor';
  readonly nodes: readonly [string, string];
  readonly electrolytic?: boolean;
}
/** A coil, a winding, a fuse, a joint, a closed contact: a few ohms as long as it is well. */
export interface Path extends Named {
  readonly kind: 'path';
  readonly nodes: readonly [string, string];
  readonly ohm: number;
}
/** A contact that may be closed or open as the set is switched. */
export interface Contact extends Named {
  readonly kind: 'contact';
  readonly nodes: readonly [string, string];
  readonly closed: boolean;
}
export interface Source extends Named {
  readonly kind: 'source';
  /** Plus and minus. */
  readonly nodes: readonly [string, string];
  readonly volt: number;
  /** Inner resistance; 0.05 Ω when not given. */
  readonly ohm?: number;
  /** How well its voltage is known, relative. */
  readonly tolerance?: number;
}
/** What draws or gives a current that does not hang on the voltage much. */
export interface Drain extends Named {
  readonly kind: 'drain';
  readonly nodes: readonly [string, string];
  readonly amp: number;
}
export interface Diode extends Named {
  readonly kind: 'diode';
  /** Anode and cathode. */
  readonly nodes: readonly [string, string];
  /** `junction` is one of a transistor whose third end is open. */
  readonly material?: 'silicon' | 'junction' | 'germanium' | 'schottky' | 'led';
  /** Of a zener diode, its voltage. */
  readonly zener?: number;
}
export interface Transistor extends Named {
  readonly kind: 'transistor';
  /** Collector, base, emitter. */
  readonly nodes: readonly [string, string, string];
  readonly polarity: 'npn' | 'pnp';
  readonly beta?: number;
}
export interface Fet extends Named {
  readonly kind: 'fet';
  /** Drain, gate, source. */
  readonly nodes: readonly [string, string, string];
  readonly polarity: 'n' | 'p';
  /** Gate voltage at which it begins to conduct, for an n channel: below zero for a junction type. */
  readonly threshold?: number;
  /** Drain current in amperes per volt squared above the threshold. */
  readonly gain?: number;
  /** A junction type draws gate current when its gate is made positive. */
  readonly junction?: boolean;
}
export interface Triode extends Named {
  readonly kind: 'triode';
  /** Anode, grid, cathode. */
  readonly nodes: readonly [string, string, string];
  readonly mu?: number;
  /** Amperes per volt to the power 1.5. */
  readonly perveance?: number;
}
export interface Regulator extends Named {
  readonly kind: 'regulator';
  /** Input, output, common. */
  readonly nodes: readonly [string, string, string];
  readonly volt: number;
  readonly dropout?: number;
}
export type Element = Resistor | Capacitor | Path | Contact | Source | Drain | Diode | Transistor | Fet | Triode | Regulator;

export interface Circuit {
  readonly elements: readonly Element[];
}

/** More parts than these are no region about a point any more. */
export const mostElements = 120;

/**
 * Checks that a circuit can be reckoned.
 * @throws CoreError `out-of-range` with the part that is wrong.
 */
export function checkCircuit({ elements }: Circuit): void {
  if (!elements.length) throw new CoreError('out-of-range', 'circuit', 'There is nothing in it.', 'Take a region with parts in it.');
  if (elements.length > mostElements)
    throw new CoreError(
      'out-of-range',
      'circuit',
      `It has ${elements.length} parts; ${mostElements} is the most.`,
      'Take a smaller region.',
    );
  for (const element of elements) {
    const { name } = element;
    const wrong = (says: string): never => {
      throw new CoreError('out-of-range', name, says, 'Give its value as it is on the sheet.');
    };
    if ((element.kind === 'resistor' || element.kind === 'path') && !(element.ohm > 0 && element.ohm < 1e12))
      wrong(`${name} needs a resistance above zero.`);
    if (element.kind === 'source' && !Number.isFinite(element.volt)) wrong(`${name} needs a voltage.`);
    if (element.kind === 'drain' && !Number.isFinite(element.amp)) wrong(`${name} needs a current.`);
    if (element.kind === 'diode' && element.zener !== undefined && !(element.zener > 0.5 && element.zener < 1000))
      wrong(`${name} needs a zener voltage.`);
    if (element.kind === 'regulator' && !(Math.abs(element.volt) < 2000)) wrong(`${name} needs a voltage.`);
    if (element.kind === 'transistor' && !((element.beta ?? 100) > 1)) wrong(`${name} needs a current gain above 1.`);
  }
}

/** All nodes of a circuit beside the chassis, in the order of the parts. */
export const nodesOf = ({ elements }: Circuit): string[] =>
  [...new Set(elements.flatMap(({ nodes }) => nodes as readonly string[]))].filter((node) => node !== ground);
