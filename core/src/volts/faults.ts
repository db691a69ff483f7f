import type { Circuit, Element } from './circuit';
import { usual } from './models';
import type { Bridge, Replaced } from './solve';

/** How a part can be at fault so that a meter shows it. */
export const faultModes = ['open', 'short', 'leak', 'up', 'down', 'weak', 'low'] as const;
export type FaultMode = (typeof faultModes)[number];

/** One part at fault in one way: what the circuit becomes. */
export interface Fault {
  /** Designator of the part. */
  readonly part: string;
  readonly mode: FaultMode;
  /** In words, such as `open`, `leaky, about 10 kΩ`, `up to about 47 kΩ`. */
  readonly says: string;
  /** How often it is so, beside the others; only the ratio counts. */
  readonly weight: number;
  /** What the circuit becomes. */
  readonly replaced: Replaced;
  /** The figure that lies anywhere within a step of the grid: where it stands, and where one standard deviation further. */
  readonly own: readonly { readonly from: Element; readonly to: Element }[];
  /** Where it comes to a conductance more or less between two nodes, that. */
  readonly bridge?: Bridge;
}

const far = 1e8;
const touching = 2;
/** Steps of a leak and of a drift: so many to a decade; a figure lies within a step by so many nepers, as a standard deviation. */
const perDecade = 2.5;
const step = Math.LN10 / perDecade;
const stepSpread = step / Math.sqrt(12);
/** A resistor that is open still leads by its burnt track, more or less: the spread of its logarithm, downward. */
const openSpread = 2;

/** How much of a share each kind of part has, and of that each way to fail. These are judgements of the trade; `bench:volts` keeps them honest. */
const shares = {
  resistor: { open: 0.3, up: 0.45, down: 0.1, short: 0.02 },
  highResistor: { open: 0.5, up: 1.2, down: 0.1, short: 0.02 },
  capacitor: { short: 0.25, leak: 0.5 },
  electrolytic: { short: 0.35, leak: 1.6 },
  path: { open: 0.45 },
  contact: { open: 0.9, short: 0.25 },
  diode: { open: 0.25, short: 0.4, leak: 0.35 },
  zener: { open: 0.3, short: 0.4, leak: 0.3, low: 0.15 },
  transistor: { open: 0.5, short: 0.55, leak: 0.5, weak: 0.15 },
  fet: { open: 0.35, short: 0.5, leak: 0.7, weak: 0.2 },
  triode: { open: 0.4, short: 0.3, leak: 0.9, weak: 1.2 },
  regulator: { open: 0.5, short: 0.25, low: 0.4 },
  source: { low: 0.5, open: 0.3 },
} as const;

const grid = (from: number, to: number): number[] => {
  const count = Math.max(1, Math.round((Math.log10(to) - Math.log10(from)) * perDecade));
  return Array.from({ length: count + 1 }, (_, i) => from * (to / from) ** (i / count));
};

/** `4.7 kΩ` in two figures. */
export function ohmText(ohm: number): string {
  const [by, unit] = ohm >= 1e6 ? [1e6, 'MΩ'] : ohm >= 1e3 ? [1e3, 'kΩ'] : [1, 'Ω'];
  return `${Number((ohm / by).toPrecision(2))} ${unit}`;
}

/** All faults of one part each that a direct voltage can show, with what the circuit becomes. */
export function faultsOf(circuit: Circuit): Fault[] {
  return circuit.elements.flatMap((element, at) => {
    const { name } = element;
    const made = (
      mode: FaultMode,
      says: string,
      weight: number,
      by: readonly Element[],
      own: Fault['own'] = [],
      bridge?: Bridge,
    ): Fault => ({
      part: name,
      mode,
      says,
      weight,
      replaced: { at, by },
      own,
      ...(bridge ? { bridge } : {}),
    });
    const between = (a: string, b: string, ohm: number): Element => ({ kind: 'path', name, nodes: [a, b], ohm });
    const bridged = (mode: FaultMode, says: string, weight: number, a: string, b: string, ohm: number): Fault =>
      made(mode, says, weight, [element, between(a, b, ohm)], [], { a, b, siemens: 1 / ohm });
    /** Leaks of every size between two of its ends, their weights summing to one. */
    const leaks = (a: string, b: string, says: string, weight: number, least: number, most: number): Fault[] => {
      if (a === b) return [];
      const sizes = grid(least, most);
      return sizes.map((ohm) => {
        const from = between(a, b, ohm);
        return made(
          'leak',
          `${says}, about ${ohmText(ohm)}`,
          weight / sizes.length,
          [element, from],
          [{ from, to: between(a, b, ohm * Math.exp(stepSpread)) }],
          {
            a,
            b,
            siemens: 1 / ohm,
          },
        );
      });
    };
    /** With one end open there is at most one junction left of it. */
    const opened = (says: string, weight: number, ...left: Element[]): Fault => made('open', says, weight, left);
    switch (element.kind) {
      case 'resistor': {
        const share = element.ohm >= 220e3 ? shares.highResistor : shares.resistor;
        const [a, b] = element.nodes;
        const changed = (ohm: number): Bridge => ({ a, b, siemens: 1 / ohm - 1 / element.ohm });
        const openOhm = Math.max(far, element.ohm * 200);
        const drift = (mode: 'up' | 'down', from: number, to: number): Fault[] => {
          const sizes = grid(from, to);
          return sizes.map((by) => {
            const now = { ...element, ohm: element.ohm * by };
            const says = `${mode} to about ${ohmText(now.ohm)}`;
            const own = [{ from: now, to: { ...now, ohm: now.ohm * Math.exp(stepSpread) } }];
            return made(mode, says, share[mode] / sizes.length, [now], own, changed(now.ohm));
          });
        };
        const open = { ...element, ohm: openOhm };
        return [
          made(
            'open',
            'open',
            share.open,
            [open],
            [{ from: open, to: { ...open, ohm: openOhm * Math.exp(-openSpread) } }],
            changed(openOhm),
          ),
          made('short', 'shorted', share.short, [{ ...element, ohm: touching }], [], changed(touching)),
          ...drift('up', 1.45, 14),
          ...drift('down', 0.12, 0.7),
        ];
      }
      case 'capacitor': {
        const [a, b] = element.nodes;
        const share = element.electrolytic ? shares.electrolytic : shares.capacitor;
        return [bridged('short', 'shorted', share.short, a, b, touching), ...leaks(a, b, 'leaky', share.leak, 100, 1e6)];
      }
      case 'path':
        return [made('open', 'open', shares.path.open, [{ ...element, ohm: far }])];
      case 'contact':
        return element.closed
          ? [made('open', 'does not close', shares.contact.open, [{ ...element, closed: false }])]
          : [made('short', 'does not open', shares.contact.short, [{ ...element, closed: true }])];
      case 'diode': {
        const [a, k] = element.nodes;
        const share = element.zener === undefined ? shares.diode : shares.zener;
        const low =
          element.zener === undefined
            ? []
            : [made('low', 'its voltage low', shares.zener.low, [{ ...element, zener: element.zener * 0.75 }])];
        return [
          opened('open', share.open),
          bridged('short', 'shorted', share.short, a, k, touching),
          ...leaks(a, k, 'leaky', share.leak, 100, 470e3),
          ...low,
        ];
      }
      case 'transistor': {
        const [c, b, e] = element.nodes;
        const { open, short, leak, weak } = shares.transistor;
        const left = (from: string, to: string): Element => ({
          kind: 'diode',
          name,
          material: 'junction',
          nodes: element.polarity === 'npn' ? [from, to] : [to, from],
        });
        return [
          opened('base open', open * 0.45),
          opened('collector open', open * 0.25, left(b, e)),
          opened('emitter open', open * 0.3, left(b, c)),
          bridged('short', 'shorted from collector to emitter', short * 0.5, c, e, touching),
          bridged('short', 'shorted from base to emitter', short * 0.3, b, e, touching),
          bridged('short', 'shorted from collector to base', short * 0.2, c, b, touching),
          ...leaks(c, e, 'leaky from collector to emitter', leak * 0.5, 300, 100e3),
          ...leaks(c, b, 'leaky from collector to base', leak * 0.5, 3000, 1e6),
          made('weak', 'hardly any gain', weak, [{ ...element, beta: 8 }]),
        ];
      }
      case 'fet': {
        const [d, g, s] = element.nodes;
        const { open, short, leak, weak } = shares.fet;
        const lower = { ...element, gain: (element.gain ?? usual.gain) * 0.25 };
        return [
          opened('drain open', open * 0.5),
          opened('source open', open * 0.5),
          bridged('short', 'shorted from drain to source', short * 0.5, d, s, touching),
          bridged('short', 'shorted from gate to source', short * 0.5, g, s, touching),
          ...leaks(d, g, 'its gate leaky to the drain', leak * 0.55, 1000, 10e6),
          ...leaks(g, s, 'its gate leaky to the source', leak * 0.45, 1000, 10e6),
          made('weak', 'weak', weak, [lower]),
        ];
      }
      case 'triode': {
        const [a, g, k] = element.nodes;
        const { open, short, leak, weak } = shares.triode;
        return [
          made('open', 'dead: no emission', open, [{ ...element, perveance: 1e-12 }]),
          made('weak', 'weak: little emission', weak, [{ ...element, perveance: (element.perveance ?? usual.perveance) * 0.25 }]),
          bridged('short', 'shorted from anode to cathode', short * 0.4, a, k, touching),
          bridged('short', 'shorted from grid to cathode', short * 0.6, g, k, touching),
          ...leaks(a, g, 'its grid leaky or gassy', leak * 0.8, 1e6, 300e6),
          ...leaks(g, k, 'its grid leaky to the cathode', leak * 0.2, 10e3, 10e6),
        ];
      }
      case 'regulator': {
        const [input, output] = element.nodes;
        const { open, short, low } = shares.regulator;
        return [
          opened('gives nothing', open),
          bridged('short', 'shorted through', short, input, output, touching),
          made('low', 'its voltage low', low * 0.7, [{ ...element, volt: element.volt * 0.8 }]),
          made('low', 'its voltage high', low * 0.3, [{ ...element, volt: element.volt * 1.2 }]),
        ];
      }
      case 'source': {
        const low = (by: number): Fault =>
          made('low', `low, about ${Number((element.volt * by).toPrecision(2))} V`, shares.source.low / 3, [
            { ...element, volt: element.volt * by, tolerance: 0.08 },
          ]);
        return [...[0.9, 0.72, 0.5].map(low), made('open', 'missing', shares.source.open, [{ ...element, volt: 0, ohm: 1e5 }])];
      }
      default:
        return [];
    }
  });
}

/** The circuit with that part at fault. */
export const faulty = ({ elements }: Circuit, { replaced: { at, by } }: Fault): Circuit => ({
  elements: [...elements.slice(0, at), ...by, ...elements.slice(at + 1)],
});
