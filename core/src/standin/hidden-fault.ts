import { agrees, routeSections, type Card, type Condition, type Part, type Section } from '../card';
import type { Chance } from '../chance';

/** In what way a section is made to fail. */
export const faultWays = ['dead', 'weak', 'partial', 'intermittent', 'drags-supply', 'loads-stage-before'] as const;
export type FaultWay = (typeof faultWays)[number];

/** What a fault does to levels, voltages and frequencies. All factors are 1, all losses 0, where it does nothing. */
interface Effect {
  /** dB lost on the way through the section, or of what it makes. */
  readonly lossDb: number;
  /** Share left of the direct voltage that it passes on. */
  readonly output: number;
  /** Share left on the line that feeds it. */
  readonly drag: number;
  /** Factor on its own direct voltages. */
  readonly bias: number;
  /** Off its frequency, in parts per million. */
  readonly ppm: number;
  /** 0 to 1. */
  readonly distortion: number;
  /** dB lost in the stage before it. */
  readonly beforeDb: number;
  /** A switch held in the transmit state. */
  readonly stuck: boolean;
  /** dB that the sections lose which it controls. */
  readonly controlDb: number;
  /** Factor on a supply current. */
  readonly current: number;
}

export interface HiddenFault {
  readonly section: string;
  readonly way: FaultWay;
  /** The part that has failed, where the card names one. */
  readonly part?: string;
  readonly effect: Effect;
  /** Only there under this condition. */
  readonly when?: Condition;
  /** There this often; 1 for a permanent fault. */
  readonly rate: number;
  /** A joint or contact: solder, reseating or cleaning cures it. */
  readonly contact: boolean;
  /** Something can be seen. */
  readonly visible: boolean;
  /** When a loop runs out of lock, its transmitter is silenced (or runs off frequency). */
  readonly silences: boolean;
  /** Only there once the set has been on for so long, in seconds: it comes with warmth. */
  readonly warmS?: number;
  /** Only undoing what previous hands wired wrong mends it: no part is bad. */
  readonly wiring?: true;
}

const nothing: Effect = {
  lossDb: 0,
  output: 1,
  drag: 1,
  bias: 1,
  ppm: 0,
  distortion: 0,
  beforeDb: 0,
  stuck: false,
  controlDb: 0,
  current: 1,
};

/** How often a part breaks down beside the others of its section. */
const breaks: Readonly<Partial<Record<Part['kind'], number>>> = {
  electrolytic: 5,
  trimmer: 3,
  relay: 5,
  switch: 4,
  connector: 3,
  'power-transistor': 5,
  module: 4,
  valve: 5,
  joint: 4,
  'pin-diode': 3,
  fet: 3,
  transistor: 2,
  ic: 2,
  potentiometer: 3,
  'high-value-resistor': 3,
  'ceramic-filter': 2,
  'cored-coil': 2,
};

const contacts = new Set<Part['kind']>(['relay', 'switch', 'connector', 'joint', 'potentiometer', 'trimmer', 'fuse']);
const passing = new Set<Part['kind']>(['ceramic-capacitor', 'film-capacitor', 'crystal', 'ceramic-filter']);
const active = new Set<Part['kind']>(['transistor', 'fet', 'power-transistor', 'valve', 'diode', 'pin-diode', 'varactor']);

/** What happens to a section's direct voltages when this part opens or shorts. */
function biasOf(part: Part | undefined, chance: Chance): number {
  if (part && passing.has(part.kind)) return 1;
  if (part && active.has(part.kind)) return chance.happens(0.5) ? chance.between(1.2, 1.8) : chance.between(0.02, 0.35);
  if (part?.kind === 'electrolytic') return chance.happens(0.5) ? 1 : chance.between(0, 0.3);
  if (part && contacts.has(part.kind)) return chance.happens(0.5) ? 1 : chance.between(0, 0.1);
  return chance.oneOf([1, 1, chance.between(0, 0.5), chance.between(1.2, 1.6)]);
}

const makesFrequency = new Set<Section['kind']>(['oscillator', 'loop', 'divider']);

function deadEffect(card: Card, section: Section, part: Part | undefined, chance: Chance): Effect {
  const changesOver = card.sections.some((s) => s.needs.some((n) => n.section === section.id && n.when?.keyed !== undefined));
  const stuck = changesOver && chance.happens(0.2);
  return {
    ...nothing,
    // Some dead stages leak: a strong signal still gets past.
    lossDb: !makesFrequency.has(section.kind) && chance.happens(0.15) ? chance.between(16, 36) : chance.between(38, 80),
    output: chance.between(0, 0.12),
    bias: biasOf(part, chance),
    stuck,
    controlDb: chance.happens(0.6) ? chance.between(18, 45) : 0,
    current: chance.between(0.1, 0.6),
  };
}

function weakEffect(section: Section, chance: Chance): Effect {
  const off = makesFrequency.has(section.kind) && chance.happens(0.4);
  return {
    ...nothing,
    lossDb: off ? chance.between(0, 4) : chance.between(7, 22),
    output: chance.between(0.5, 0.85),
    bias: chance.oneOf([1, 1, chance.between(0.55, 0.9), chance.between(1.12, 1.4)]),
    ppm: off ? (chance.happens(0.5) ? 1 : -1) * chance.between(25, 150) : 0,
    distortion: section.kind === 'audio' || section.kind === 'power-amplifier' ? (chance.happens(0.4) ? 1 : 0) : 0,
    controlDb: chance.happens(0.6) ? chance.between(6, 15) : 0,
    current: chance.between(0.7, 1.3),
  };
}

/** What has a wafer, a crystal or a coil for each band or mode, or is loaded harder in transmit, can fail in one of them alone. */
const banked: Readonly<Record<'keyed' | 'mode' | 'band', readonly Section['kind'][]>> = {
  keyed: ['switch', 'relay', 'regulator', 'rectifier', 'connector', 'oscillator', 'loop'],
  mode: ['switch', 'relay', 'oscillator'],
  band: ['switch', 'relay', 'oscillator', 'tank', 'filter'],
};

/** Fields of a condition in which the functions that use a section differ. */
function differing(card: Card, section: string): Condition[] {
  const using = card.functions.filter((f) => uses(card, routeSections(f.route), section));
  const found: Condition[] = [];
  const kind = card.sections.find((s) => s.id === section)?.kind ?? 'amplifier';
  for (const field of ['keyed', 'mode', 'band'] as const) {
    if (!banked[field].includes(kind)) continue;
    const values = new Set(using.map((f) => f.condition[field]).filter((v) => v !== undefined));
    if (values.size > 1) for (const value of values) found.push({ [field]: value });
  }
  return found.filter((when) => using.some((f) => agrees(when, f.condition)) && using.some((f) => !agrees(when, f.condition)));
}

function uses(card: Card, route: readonly string[], section: string): boolean {
  const seen = new Set(route);
  const queue = [...route];
  for (let id = queue.pop(); id !== undefined; id = queue.pop())
    for (const need of card.sections.find((s) => s.id === id)?.needs ?? [])
      if (!seen.has(need.section)) {
        seen.add(need.section);
        queue.push(need.section);
      }
  return seen.has(section);
}

/** Makes a section fail in one way, or undefined where it cannot fail so. */
export function drawFault(card: Card, sectionId: string, way: FaultWay, chance: Chance): HiddenFault | undefined {
  const section = card.sections.find((s) => s.id === sectionId);
  if (!section) return undefined;
  const parts = card.parts.filter((p) => p.section === sectionId);
  const part = parts.length ? chance.weighted(parts, (p) => breaks[p.kind] ?? 1) : undefined;
  const contact = part ? contacts.has(part.kind) : chance.happens(0.3);
  const base = {
    section: sectionId,
    way,
    ...(part ? { part: part.designator } : {}),
    rate: 1,
    contact: contact && chance.happens(0.5),
    visible: chance.happens(0.25),
    silences: chance.happens(0.5),
  };
  const hard = (): Effect => (chance.happens(0.7) ? deadEffect(card, section, part, chance) : weakEffect(section, chance));
  switch (way) {
    case 'dead':
      return { ...base, effect: deadEffect(card, section, part, chance) };
    case 'weak':
      return { ...base, effect: weakEffect(section, chance) };
    case 'partial': {
      const whens = differing(card, sectionId);
      return whens.length ? { ...base, effect: hard(), when: chance.oneOf(whens) } : undefined;
    }
    case 'intermittent':
      return { ...base, effect: hard(), rate: chance.between(0.3, 0.8), contact: chance.happens(0.65) };
    case 'drags-supply':
      if (!section.needs.some((n) => n.by === 'supply')) return undefined;
      return {
        ...base,
        effect: { ...nothing, lossDb: chance.between(10, 60), drag: chance.between(0.05, 0.72), bias: 1, current: chance.between(2, 5) },
      };
    case 'loads-stage-before':
      if (!card.functions.some((f) => routeSections(f.route).indexOf(sectionId) > 0)) return undefined;
      return {
        ...base,
        effect: { ...nothing, lossDb: chance.between(4, 20), beforeDb: chance.between(10, 28), bias: chance.between(0.6, 1) },
      };
  }
}
