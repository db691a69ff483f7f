import { partOf, pointOf, type Card, type Condition, type Part } from '../card';
import { expectationAt } from '../card/look-up';
import { parseQuantity } from '../quantity';
import { attempt } from '../errors';
import { specOf } from '../parts';
import { ground, type Circuit, type Element } from '../volts';
import type { CardNet, CardNets, CardPart } from './card-nets';

/** A supply at the edge of a region, and from what its voltage is known. */
export interface Feed {
  readonly net: number;
  readonly name: string;
  readonly volt: number | undefined;
  readonly from: 'said' | 'read' | 'name' | 'card' | 'unknown';
}

/** The parts about a point and what they hang on, as a circuit that can be reckoned. */
export interface Region {
  readonly circuit: Circuit;
  /** Node of each net in it. */
  readonly nodes: ReadonlyMap<number, string>;
  readonly feeds: readonly Feed[];
  /** Parts that carry current there and were left out, and why. */
  readonly leftOut: readonly { readonly name: string; readonly why: string }[];
  /** Parts of which no value could be read. */
  readonly unread: readonly string[];
  /** Values as they were taken, by designator. */
  readonly values: ReadonlyMap<string, string>;
}

/** What hangs on a switched line draws about so much, unless it is known better: in ohms. */
const usualLoad = 1500;

/** Whether a transistor holds a line from a supply or the chassis: its other main pin is on one. */
function holds({ pins }: CardPart, net: number, isEnd: (net: number) => boolean): boolean {
  const main = pins.filter(({ pin }) => /^[CEDS]$/i.test(pin));
  return main.length === 2 && main.some((pin) => pin.net === net) && main.some((pin) => pin.net !== net && isEnd(pin.net));
}

/** What is known beside the drawing. */
export interface RegionFacts {
  readonly card: Card;
  readonly condition: Condition;
  /** Voltages read at nets, by net: what a supply really gives. */
  readonly read: ReadonlyMap<number, number>;
  /** Voltages of supplies and values of parts as one has said them. */
  readonly said: { readonly volts: ReadonlyMap<number, number>; readonly values: ReadonlyMap<string, string> };
  readonly most?: number;
}

const mostParts = 25;
/** A line on which so many parts hang feeds them, more likely than that it is a node between them. */
const manyPins = 7;

/** A voltage in the name of a line: `+8 V`, `13V8`, `-12`. */
export function voltsInName(name: string): number | undefined {
  const inside = /^([+-]?\d+)V(\d+)$/.exec(name.replace(/\s/g, ''));
  if (inside) return Number(`${inside[1]}.${inside[2]}`);
  const match = /(?:^|[^\d.])([+-]?\d+(?:\.\d+)?)\s?V(?:$|[^A-Z])/i.exec(` ${name} `) ?? /^([+-]\d+(?:\.\d+)?)\w?$/.exec(name);
  return match ? Number(match[1]) : undefined;
}

/** The node of a circuit that stands for a net; the chassis is the circuit's own. */
const nodeOf = (nets: CardNets, id: number): string => (nets.nets[id]?.ground ? ground : `net ${id}`);
/** The net for which a node of a circuit stands; -1 for the chassis. */
export const netOfNode = (node: string): number => (node.startsWith('net ') ? Number(node.slice(4)) : -1);

/** What feeds a net at the edge: said, read, by its name, or by a point of the card on it. */
function feedOf(net: CardNet, { card, condition, read, said }: RegionFacts): Feed {
  const { id, name } = net;
  const volts = said.volts.get(id);
  if (volts !== undefined) return { net: id, name, volt: volts, from: 'said' };
  const seen = read.get(id);
  if (seen !== undefined) return { net: id, name, volt: seen, from: 'read' };
  const told = net.labels.map(voltsInName).find((v) => v !== undefined);
  if (told !== undefined) return { net: id, name, volt: told, from: 'name' };
  for (const { name: at } of net.pins) {
    const point = pointOf(card, at);
    const nominal = point?.unit === 'V' ? (expectationAt(point, condition) ?? point.expect[0])?.nominal : undefined;
    if (nominal !== undefined) return { net: id, name, volt: nominal, from: 'card' };
  }
  return { net: id, name, volt: undefined, from: 'unknown' };
}

const ohmsIn = (text: string): number | undefined => {
  const spec = specOf(text).ohm;
  if (spec !== undefined && spec > 0) return spec;
  const outcome = attempt(() => parseQuantity(text.trim(), { unit: 'ohm' }));
  return outcome.ok && outcome.value.value > 0 ? outcome.value.value : undefined;
};

type Made = { readonly elements: readonly Element[] } | { readonly why: string } | { readonly unread: true };

const letters = (name: string): string => /^[A-Z]+/.exec(name)?.[0] ?? '';

function kindOf(name: string, known: Part | undefined, { shape }: CardPart): string {
  if (known) return known.kind;
  const l = letters(name);
  const byLetters: Readonly<Record<string, string>> = {
    R: 'resistor',
    VR: 'potentiometer',
    RV: 'potentiometer',
    C: 'ceramic-capacitor',
    TC: 'trimmer',
    CV: 'trimmer',
    VC: 'trimmer',
    L: 'coil',
    RFC: 'coil',
    FB: 'coil',
    T: 'transformer',
    D: 'diode',
    ZD: 'diode',
    Q: 'transistor',
    TR: 'transistor',
    V: 'valve',
    F: 'fuse',
    J: 'connector',
    S: 'switch',
    SW: 'switch',
    K: 'relay',
    RL: 'relay',
    IC: 'ic',
    U: 'ic',
    LP: 'lamp',
  };
  return byLetters[l] ?? (shape === 'box' || shape === 'zigzag' ? 'resistor' : shape === 'plates' ? 'ceramic-capacitor' : 'other');
}

/** A part as elements between nodes: what it is, by the card, its letters and its symbol. */
function elementsOf(
  part: CardPart,
  value: string,
  known: Part | undefined,
  node: (net: number) => string,
  isFeed: (net: number) => boolean,
): Made {
  const { name, pins } = part;
  const kind = kindOf(name, known, part);
  const nodes = pins.map(({ net }) => node(net));
  const [a, b] = nodes;
  const two = pins.length === 2 && a !== undefined && b !== undefined && a !== b;
  const by = (pin: string): string | undefined => {
    const found = pins.find((one) => one.pin.toUpperCase() === pin);
    return found && node(found.net);
  };
  const path = (ohm: number): Made =>
    two ? { elements: [{ kind: 'path', name, nodes: [a, b], ohm }] } : { why: 'its windings are not known' };
  switch (kind) {
    case 'resistor':
    case 'high-value-resistor': {
      if (!two) return { why: pins.length < 2 ? 'one of its ends is open' : 'both its ends are on one line' };
      const ohm = ohmsIn(value);
      return ohm === undefined ? { unread: true } : { elements: [{ kind: 'resistor', name, nodes: [a, b], ohm }] };
    }
    case 'potentiometer': {
      const ohm = ohmsIn(value);
      if (ohm === undefined) return { unread: true };
      if (two) return { elements: [{ kind: 'resistor', name, nodes: [a, b], ohm: ohm / 2, tolerance: 0.5 }] };
      const [p, q, r] = nodes;
      if (!p || !q || !r) return { why: 'its ends are not known' };
      return {
        elements: [
          { kind: 'resistor', name, nodes: [p, q], ohm: ohm / 2, tolerance: 0.5 },
          { kind: 'resistor', name, nodes: [q, r], ohm: ohm / 2, tolerance: 0.5 },
        ],
      };
    }
    case 'electrolytic':
    case 'ceramic-capacitor':
    case 'film-capacitor':
    case 'trimmer': {
      if (!two) return { why: 'one of its ends is open' };
      const farad = specOf(value).farad ?? 0;
      return {
        elements: [
          { kind: 'capacitor', name, nodes: [a, b], ...(kind === 'electrolytic' || farad >= 0.9e-6 ? { electrolytic: true } : {}) },
        ],
      };
    }
    case 'coil':
    case 'cored-coil':
    case 'transformer':
      return path(3);
    case 'fuse':
    case 'connector':
    case 'joint':
      return path(0.1);
    case 'relay':
    case 'switch':
      return two ? { elements: [{ kind: 'contact', name, nodes: [a, b], closed: true }] } : { why: 'its contacts are not known' };
    case 'diode':
    case 'pin-diode':
    case 'varactor': {
      const [anode, cathode] = [by('A') ?? a, by('K') ?? b];
      if (!anode || !cathode || anode === cathode) return { why: 'its ends are not known' };
      const zener =
        letters(name) === 'ZD' || /zener|^\s*\d+V\d|\bZ\d/i.test(value) ? (voltsInName(value.trim()) ?? specOf(value).volts) : undefined;
      const material = /germanium|\bge\b/i.test(value)
        ? 'germanium'
        : /schottky/i.test(value)
          ? 'schottky'
          : /\bled\b/i.test(value)
            ? 'led'
            : 'silicon';
      return { elements: [{ kind: 'diode', name, nodes: [anode, cathode], material, ...(zener === undefined ? {} : { zener }) }] };
    }
    case 'fet':
    case 'transistor':
    case 'power-transistor': {
      const [d, g, s] = [by('D'), by('G'), by('S')];
      if (d && g && s) {
        const junction = !/mos/i.test(value);
        const polarity = /\bp[- ]?ch/i.test(value) ? 'p' : 'n';
        return { elements: [{ kind: 'fet', name, nodes: [d, g, s], polarity, junction }] };
      }
      const [c, base, e] = [by('C'), by('B'), by('E')];
      if (!c || !base || !e) return { why: 'its pins are not known' };
      // One whose emitter lies at a supply is a PNP, unless it is written beside it.
      const emitter = pins.find((one) => one.pin.toUpperCase() === 'E');
      const pnp = /pnp/i.test(value) || (!/npn/i.test(value) && emitter !== undefined && isFeed(emitter.net));
      return { elements: [{ kind: 'transistor', name, nodes: [c, base, e], polarity: pnp ? 'pnp' : 'npn' }] };
    }
    case 'valve': {
      const [anode, grid, cathode] = [by('A'), by('G') ?? by('G1'), by('K')];
      return anode && grid && cathode
        ? { elements: [{ kind: 'triode', name, nodes: [anode, grid, cathode] }] }
        : { why: 'its pins are not known' };
    }
    case 'regulator-ic': {
      const volt = voltsInName(value) ?? specOf(value).volts;
      const [input, output, common] = [by('IN') ?? by('I') ?? nodes[0], by('OUT') ?? by('O') ?? nodes[1], by('GND') ?? by('G') ?? ground];
      if (volt === undefined) return { unread: true };
      return input && output && common
        ? { elements: [{ kind: 'regulator', name, nodes: [input, output, common], volt }] }
        : { why: 'its pins are not known' };
    }
    default:
      return { why: 'what flows into its pins is not known' };
  }
}

/** Parts that carry no direct current while they are well: the region goes no further through them. */
const blocks = (kind: string): boolean => /capacitor|electrolytic|trimmer/.test(kind);

/**
 * The region about a net: its parts, what they lead to, up to the supplies and the chassis, the nearest first.
 * A line with many parts on it, or one that bears a voltage in its name, is taken as a supply.
 */
export function regionAbout(nets: CardNets, start: CardNet, facts: RegionFacts): Region {
  const { card, said } = facts;
  const most = facts.most ?? mostParts;
  const feeds = new Map<number, Feed>();
  const isFeed = (id: number): boolean => {
    const net = nets.nets[id];
    if (!net || net.ground || id === start.id) return false;
    const known = feeds.get(id);
    if (known) return true;
    const distinct = new Set(net.pins.map(({ name }) => name)).size;
    const named = net.labels.some((label) => voltsInName(label) !== undefined);
    const fed = said.volts.has(id) || named || distinct >= manyPins;
    if (fed) feeds.set(id, feedOf(net, facts));
    return fed;
  };
  const node = (id: number): string => nodeOf(nets, id);
  const byNet = new Map<number, CardPart[]>();
  for (const part of nets.parts) for (const id of new Set(part.pins.map(({ net }) => net))) byNet.set(id, [...(byNet.get(id) ?? []), part]);
  const taken = new Map<CardPart, readonly Element[]>();
  const leftOut = new Map<string, string>();
  const unread = new Set<string>();
  const values = new Map<string, string>();
  const queue = [start.id];
  const seen = new Set(queue);
  const waiting: CardPart[] = [];
  for (const id of queue) {
    for (const part of byNet.get(id) ?? []) {
      if (taken.has(part) || letters(part.name) === 'TP') continue;
      const known = partOf(card, part.name);
      const kind = kindOf(part.name, known, part);
      const value = said.values.get(part.name) ?? valueOf(known, part);
      values.set(part.name, value);
      if (blocks(kind)) {
        if (!waiting.includes(part)) waiting.push(part);
        continue;
      }
      if (taken.size >= most) {
        leftOut.set(part.name, 'the region is full');
        continue;
      }
      const made = elementsOf(part, value, known, node, isFeed);
      if ('why' in made) leftOut.set(part.name, made.why);
      else if ('unread' in made) unread.add(part.name);
      else {
        taken.set(part, made.elements);
        for (const { net } of part.pins)
          if (!seen.has(net) && !nets.nets[net]?.ground && !isFeed(net)) {
            seen.add(net);
            queue.push(net);
          }
      }
    }
  }
  const inside = (id: number): boolean => seen.has(id) || feeds.has(id) || Boolean(nets.nets[id]?.ground);
  // A capacitor counts where both its ends are in the region: it may be leaky.
  for (const part of waiting) {
    const known = partOf(card, part.name);
    if (taken.size >= most || !part.pins.every(({ net }) => inside(net))) continue;
    const made = elementsOf(part, values.get(part.name) ?? '', known, node, isFeed);
    if ('elements' in made) taken.set(part, made.elements);
  }
  // A line with many parts on it that something in here switches or holds is no supply, but a node with a load.
  const loads: Element[] = [];
  for (const feed of [...feeds.values()]) {
    const net = nets.nets[feed.net];
    const named = net?.labels.some((label) => voltsInName(label) !== undefined) ?? false;
    if (
      named ||
      said.volts.has(feed.net) ||
      ![...taken.keys()].some((part) => holds(part, feed.net, (id) => id !== feed.net && (feeds.has(id) || Boolean(nets.nets[id]?.ground))))
    )
      continue;
    feeds.delete(feed.net);
    seen.add(feed.net);
    loads.push({ kind: 'resistor', name: `what hangs on ${feed.name}`, nodes: [node(feed.net), ground], ohm: usualLoad, tolerance: 1 });
  }
  if (said.volts.has(start.id)) feeds.set(start.id, feedOf(start, facts));
  const used = new Set([...taken.values()].flat().flatMap(({ nodes }) => nodes as readonly string[]));
  const sources = [...feeds.values()].flatMap((feed): Element[] => {
    if (!used.has(node(feed.net)) || feed.volt === undefined) return [];
    const tolerance = feed.from === 'read' ? 0.005 : feed.from === 'said' ? 0.005 : 0.03;
    return [{ kind: 'source', name: feed.name, nodes: [node(feed.net), ground], volt: feed.volt, tolerance }];
  });
  return {
    circuit: { elements: [...sources, ...[...taken.values()].flat(), ...loads] },
    nodes: new Map([...seen, ...feeds.keys()].map((id) => [id, node(id)])),
    feeds: [...feeds.values()].filter(({ net }) => used.has(node(net))),
    leftOut: [...leftOut].map(([name, why]) => ({ name, why })),
    unread: [...unread],
    values,
  };
}

/** The value of a part: as the card has it, or what of the texts beside it can be one; of a transistor all of them. */
function valueOf(known: Part | undefined, part: CardPart): string {
  const own = [known?.value, known?.rating].filter(Boolean).join(' ');
  if (own) return own;
  const kind = kindOf(part.name, known, part);
  if (/resistor|potentiometer/.test(kind)) return part.texts.find((text) => ohmsIn(text) !== undefined) ?? '';
  if (blocks(kind)) return part.texts.find((text) => specOf(text).farad !== undefined) ?? '';
  return part.texts.join(' ');
}

/** The elements of a part when another value is fitted in its place; undefined where it is not drawn, or the value cannot be read. */
export function elementsFor(nets: CardNets, name: string, value: string, card: Card): readonly Element[] | undefined {
  const part = nets.parts.find((one) => one.name === name);
  if (!part) return undefined;
  const made = elementsOf(
    part,
    value,
    partOf(card, name),
    (id) => nodeOf(nets, id),
    () => false,
  );
  return 'elements' in made ? made.elements : undefined;
}
