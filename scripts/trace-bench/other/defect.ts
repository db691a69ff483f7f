import { agrees, routeSections, type Card, type Condition, type Part, type Section } from '../../../core/src/card';
import type { Chance } from '../../../core/src/chance';

/** What is broken, in the terms of the circuit. */
export interface Defect {
  readonly section: string;
  readonly part?: string;
  /** dB lost by what passes, or by what it makes. */
  readonly lossDb: number;
  /** It makes nothing any more: an oscillator that has stopped, a logic output that does not move. */
  readonly silent: boolean;
  /** Share of its due voltage that a source gives without load. */
  readonly gives: number;
  /** Share of it that is lost at full load, keyed; a third of that at rest. */
  readonly sags: number;
  /** Share of its own feed that is left, since it draws too much. */
  readonly pullsTo: number;
  /** dB that it takes from the stage before it. */
  readonly loadsDb: number;
  /** Off its frequency, in parts per million. */
  readonly ppm: number;
  /** Its own direct voltages are so much of what they ought to be. */
  readonly bias: number;
  readonly distorts: boolean;
  /** What it controls is held here: at full gain, or turned down by so many dB. */
  readonly holdsDb: number | undefined;
  /** Only there so. */
  readonly when?: Condition;
  /** There in so many of a hundred looks, as a share. */
  readonly rate: number;
  readonly contact: boolean;
  readonly visible: boolean;
}

export const otherClasses = [
  'open',
  'weak',
  'leaky',
  'rail low',
  'frequency',
  'partial',
  'cause and casualty',
  'two',
  'comes half the time',
  'comes one time in five',
  'slips',
  'outside',
] as const;
export type OtherClass = (typeof otherClasses)[number];

const touched: ReadonlySet<Part['kind']> = new Set(['relay', 'switch', 'connector', 'joint', 'potentiometer', 'trimmer', 'fuse', 'valve']);
const frail: Readonly<Partial<Record<Part['kind'], number>>> = {
  electrolytic: 4,
  relay: 4,
  switch: 4,
  connector: 3,
  joint: 4,
  'power-transistor': 4,
  module: 4,
  valve: 4,
  trimmer: 3,
  potentiometer: 2,
  transistor: 2,
  fet: 2,
  ic: 2,
};

const sound = (section: string): Defect => ({
  section,
  lossDb: 0,
  silent: false,
  gives: 1,
  sags: 0,
  pullsTo: 1,
  loadsDb: 0,
  ppm: 0,
  bias: 1,
  distorts: false,
  holdsDb: undefined,
  rate: 1,
  contact: false,
  visible: false,
});

/** Whether others get their supply, their bias or their switching voltage from it. */
export const isSource = (card: Card, id: string): boolean =>
  card.sections.some((s) => s.needs.some((n) => n.section === id && ['supply', 'bias', 'switching'].includes(n.by)));

export const feeds = (card: Card, id: string): boolean =>
  card.sections.some((s) => s.needs.some((n) => n.section === id && n.by === 'supply'));

/** Logic, or a regulating line: a control section that is fed by what it regulates, or held by a detector, regulates. */
const regulates = (card: Card, section: Section): boolean =>
  section.kind === 'control' &&
  card.sections.some((s) => s.needs.some((n) => n.section === section.id && (n.by === 'control' || n.by === 'bias')));

function named(card: Card, id: string, chance: Chance): Pick<Defect, 'part' | 'contact' | 'visible'> {
  const parts = card.parts.filter((p) => p.section === id);
  // One fault in eight is of a joint, a track or a part that the card does not name.
  const part = parts.length && chance.happens(0.88) ? chance.weighted(parts, (p) => frail[p.kind] ?? 1) : undefined;
  return {
    ...(part ? { part: part.designator } : {}),
    contact: part ? touched.has(part.kind) : chance.happens(0.5),
    visible: chance.happens(0.2),
  };
}

/** Open, or shorted: the stage does nothing. */
function broken(card: Card, section: Section, chance: Chance): Defect {
  const base = { ...sound(section.id), ...named(card, section.id, chance) };
  const bias = chance.happens(0.45) ? 1 : chance.happens(0.5) ? chance.between(0, 0.35) : chance.between(1.25, 1.9);
  if (section.kind === 'oscillator' || section.kind === 'loop' || section.kind === 'divider')
    return { ...base, silent: true, lossDb: 60, bias };
  if (regulates(card, section)) return { ...base, holdsDb: chance.happens(0.6) ? chance.between(25, 60) : -10, gives: 0.03, bias };
  if (section.kind === 'control' || section.kind === 'display') return { ...base, silent: true, lossDb: 60, gives: 0.02, bias };
  if (feeds(card, section.id)) return { ...base, gives: chance.between(0, 0.15), lossDb: 45 };
  const lossDb = section.kind === 'filter' || section.kind === 'transformer' ? chance.between(20, 55) : chance.between(26, 70);
  return { ...base, lossDb, gives: chance.between(0, 0.2), silent: section.kind === 'relay' || section.kind === 'switch', bias };
}

/** Half of it is left. */
function tired(card: Card, section: Section, chance: Chance): Defect {
  const base = { ...sound(section.id), ...named(card, section.id, chance) };
  if (regulates(card, section))
    return { ...base, holdsDb: chance.between(8, 18), gives: chance.between(0.5, 0.8), bias: chance.between(0.5, 0.8) };
  if (feeds(card, section.id)) return { ...base, gives: chance.between(0.6, 0.85), sags: chance.between(0, 0.2) };
  return {
    ...base,
    lossDb: chance.between(6.5, 20),
    gives: chance.between(0.55, 0.85),
    bias: chance.happens(0.55) ? 1 : chance.happens(0.6) ? chance.between(0.5, 0.88) : chance.between(1.13, 1.5),
    distorts: ['audio', 'power-amplifier', 'modulator', 'detector'].includes(section.kind) && chance.happens(0.35),
  };
}

/** It passes current where it should not: into its feed, or from the stage before it. */
function leaking(card: Card, section: Section, chance: Chance): Defect | undefined {
  const base = { ...sound(section.id), ...named(card, section.id, chance), contact: false };
  const fed = section.needs.some((n) => n.by === 'supply');
  const after = card.functions.some((f) => routeSections(f.route).indexOf(section.id) > 0);
  if (fed && (!after || chance.happens(0.6)))
    return { ...base, pullsTo: chance.between(0.25, 0.8), lossDb: chance.between(8, 50), bias: chance.between(0.3, 1) };
  return after ? { ...base, loadsDb: chance.between(9, 26), lossDb: chance.between(3, 18), bias: chance.between(0.5, 1) } : undefined;
}

function lowRail(card: Card, section: Section, chance: Chance): Defect | undefined {
  if (!feeds(card, section.id)) return undefined;
  const base = { ...sound(section.id), ...named(card, section.id, chance) };
  // It is low always, or gives way when it is loaded.
  return chance.happens(0.6)
    ? { ...base, gives: chance.between(0.4, 0.85) }
    : { ...base, gives: chance.between(0.9, 1), sags: chance.between(0.2, 0.55) };
}

/** Sections that can be off frequency: those that make one and are held by nothing else. */
function offFrequency(card: Card, section: Section, chance: Chance): Defect | undefined {
  const inLoop = card.loops.some((loop) => loop.sections.includes(section.id));
  if (section.kind !== 'oscillator' || inLoop) return undefined;
  const direction = chance.happens(0.5) ? 1 : -1;
  return {
    ...sound(section.id),
    ...named(card, section.id, chance),
    ppm: direction * chance.oneOf([chance.between(12, 40), chance.between(40, 250)]),
  };
}

const inBanks: Readonly<Record<'keyed' | 'mode' | 'band', readonly Section['kind'][]>> = {
  keyed: ['relay', 'switch', 'regulator', 'connector', 'control', 'oscillator', 'loop', 'rectifier'],
  mode: ['switch', 'oscillator', 'filter', 'relay'],
  band: ['switch', 'relay', 'tank', 'filter', 'oscillator', 'loop', 'control'],
};

/** A contact, a crystal, a coil or an output that serves one state, mode or band. */
function inOneState(card: Card, section: Section, chance: Chance): Defect | undefined {
  const leans = (route: readonly string[]): boolean => {
    const seen = new Set(route);
    for (const id of seen) for (const n of card.sections.find((s) => s.id === id)?.needs ?? []) seen.add(n.section);
    return seen.has(section.id);
  };
  const conditions = card.functions.filter((f) => leans(routeSections(f.route))).map((f) => f.condition);
  const whens = (['keyed', 'mode', 'band'] as const)
    .filter((field) => inBanks[field].includes(section.kind))
    .flatMap((field) =>
      [...new Set(conditions.map((c) => c[field]).filter((v) => v !== undefined))].map((value): Condition => ({ [field]: value })),
    )
    .filter((when) => conditions.some((c) => agrees(when, c)) && conditions.some((c) => !agrees(when, c)));
  if (!whens.length) return undefined;
  const when = chance.oneOf(whens);
  return { ...(chance.happens(0.75) ? broken(card, section, chance) : tired(card, section, chance)), when };
}

/** What lies next to it in the circuit: what it needs, what needs it, what stands beside it on a route. */
function nextTo(card: Card, id: string): string[] {
  const near = new Set<string>();
  for (const s of card.sections)
    for (const n of s.needs) {
      if (n.section === id) near.add(s.id);
      if (s.id === id) near.add(n.section);
    }
  for (const fn of card.functions) {
    const route = routeSections(fn.route);
    const at = route.indexOf(id);
    for (const other of [route[at - 1], route[at + 1]]) if (at >= 0 && other) near.add(other);
  }
  near.delete(id);
  return [...near];
}

/** What is wrong in a set of a class; nothing where this section cannot be so. */
export function defectsOf(card: Card, sectionId: string, of: OtherClass, chance: Chance): Defect[] | undefined {
  const section = card.sections.find((s) => s.id === sectionId);
  if (!section) return undefined;
  const hard = (s: Section): Defect => (chance.happens(0.65) ? broken(card, s, chance) : tired(card, s, chance));
  const one = (defect: Defect | undefined): Defect[] | undefined => defect && [defect];
  const sectionOf = (id: string): Section | undefined => card.sections.find((s) => s.id === id);
  switch (of) {
    case 'open':
      return one(broken(card, section, chance));
    case 'weak':
      return one(tired(card, section, chance));
    case 'leaky':
      return one(leaking(card, section, chance));
    case 'rail low':
      return one(lowRail(card, section, chance));
    case 'frequency':
      return one(offFrequency(card, section, chance));
    case 'partial':
      return one(inOneState(card, section, chance));
    case 'slips':
      return one(hard(section));
    case 'comes half the time':
      return one({ ...hard(section), rate: 0.5, contact: chance.happens(0.7) });
    case 'comes one time in five':
      return one({ ...hard(section), rate: 0.2, contact: chance.happens(0.7) });
    case 'cause and casualty': {
      const near = nextTo(card, sectionId);
      const casualty = near.length ? sectionOf(chance.oneOf(near)) : undefined;
      return (
        casualty && [chance.happens(0.5) ? tired(card, section, chance) : broken(card, section, chance), broken(card, casualty, chance)]
      );
    }
    case 'two': {
      const other = chance.oneOf(card.sections.filter((s) => s.id !== sectionId));
      return [hard(section), hard(other)];
    }
    case 'outside':
      return [];
  }
}
