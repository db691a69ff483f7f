import {
  agrees,
  branchSections,
  phaseLoops,
  routeSections,
  type Card,
  type CardFunction,
  type Condition,
  type RouteStep,
  type TestPoint,
} from '../card';
import { branchStrength, loopStrength, needStrength, pulledThrough, steeredLow, tenderness } from './tables/fault-kinds';

/** Which sections an observation leans on, and how surely a fault in each shows in it: section id to strength, 0 to 1. */
export type Reach = ReadonlyMap<string, number>;

/** What of a supply is asked for: that it is there at all, or that it is not low. */
export type SupplyAsked = 'there' | 'full';

type SectionKind = Card['sections'][number]['kind'];
/** How surely a section shows what its supply lacks; of one that only hands it on to others, how much of the lack it hands on. */
type ShowsLack = (kind: SectionKind, handsOn: boolean) => number;
const supplyStrength: Readonly<Record<SupplyAsked, ShowsLack>> = {
  there: () => needStrength.supply,
  full: (kind, handsOn) => (handsOn && !holdsItsOutput.has(kind) ? 1 : tenderness[kind]),
};
const holdsItsOutput: ReadonlySet<SectionKind> = new Set(['regulator']);
/** A direct voltage goes down with its supply, unless a regulator holds it. */
const voltsStrength: Readonly<Record<SupplyAsked, ShowsLack>> = {
  there: () => needStrength.supply,
  full: (kind) => (holdsItsOutput.has(kind) ? tenderness[kind] : 1),
};

type NeedKind = Card['sections'][number]['needs'][number]['by'];
const everyNeed: ReadonlySet<NeedKind> = new Set(['supply', 'injection', 'bias', 'switching', 'control']);
/** Needs that carry a direct voltage from one section to the next. */
const lines: ReadonlySet<NeedKind> = new Set(['supply', 'bias', 'switching']);
/** What a direct voltage leans on: a lost injection leaves it as it was. */
const directNeeds: ReadonlySet<NeedKind> = new Set(['supply', 'bias', 'switching', 'control']);

/**
 * All that the given sections need, and what that needs in turn, under a condition; strengths multiply along the way
 * and the strongest way counts. Loops close upon themselves, and a control line within one counts nearly fully.
 */
function withNeeds(
  card: Card,
  from: Iterable<readonly [string, number]>,
  condition: Condition,
  by: ReadonlySet<NeedKind> = everyNeed,
  cuts: ReadonlySet<string> = new Set(),
  supply: ShowsLack = supplyStrength.there,
  steered = 1,
): Map<string, number> {
  const loops = phaseLoops(card);
  const reached = new Map<string, number>();
  const queue: (readonly [id: string, strength: number, handsOn?: boolean])[] = [...from];
  for (let next = queue.pop(); next !== undefined; next = queue.pop()) {
    const [id, strength, handsOn = false] = next;
    if (cuts.has(id) || (reached.get(id) ?? 0) >= strength) continue;
    reached.set(id, strength);
    const section = card.sections.find((s) => s.id === id);
    for (const need of section?.needs ?? [])
      if (section && by.has(need.by) && !(need.when && !agrees(need.when, condition))) {
        const inLoop = need.by === 'control' && loops.some((loop) => loop.sections.includes(id) && loop.sections.includes(need.section));
        const kept = inLoop ? loopStrength : need.by === 'supply' ? supply(section.kind, handsOn) : steered * needStrength[need.by];
        queue.push([need.section, strength * kept, need.by === 'supply']);
      }
  }
  return reached;
}

const full = (ids: Iterable<string>): (readonly [string, number])[] => [...ids].map((id) => [id, 1]);

/** Sections a function leans on: its route with all its needs; nothing beyond a section whose line is held from outside. */
export function functionReach(card: Card, fn: CardFunction, cuts: readonly string[] = [], asked: SupplyAsked = 'there'): Reach {
  return withNeeds(card, passedBy(fn.route), fn.condition, everyNeed, new Set(cuts), supplyStrength[asked]);
}

/** The sections of a route; what stands in one of several branches carries part of the signal. */
function passedBy(route: readonly RouteStep[]): (readonly [string, number])[] {
  const branches = branchSections(route);
  return routeSections(route).map((id) => [id, branches.has(id) ? branchStrength : 1]);
}

/** A route up to a section, or from it onwards; of branches side by side, only the one in which it stands. Nothing when it is not on it. */
function part(route: readonly RouteStep[], id: string, side: 'before' | 'onwards'): RouteStep[] | undefined {
  for (const [i, step] of route.entries()) {
    const own =
      typeof step === 'string'
        ? step === id
          ? [step]
          : undefined
        : step.parallel.map((branch) => part(branch, id, side)).find((branch) => branch !== undefined);
    if (own) return side === 'before' ? [...route.slice(0, i), ...own] : [...own, ...route.slice(i + 1)];
  }
  return undefined;
}

/** Sections by which what a function sends or receives is made: its oscillators, and what they get injected; nothing that only feeds them. */
function frequencyReach(card: Card, from: Iterable<string>, condition: Condition, cuts: readonly string[] = []): Reach {
  return withNeeds(card, full(from), condition, new Set(['injection', 'control']), new Set(cuts));
}

const steeredVolts: Readonly<Record<SupplyAsked, number>> = { there: 1, full: steeredLow };

/** All by which an observation leans on the sections of a card. */
export interface Leaning {
  /** On which it leans, and how surely a fault in each shows. */
  readonly reach: Reach;
  /** How surely a supply shows in it that is there, but low. */
  readonly low: Reach;
  /** By which its frequency is made. */
  readonly tuned: Reach;
  /** What the signal itself passes. */
  readonly passed: ReadonlySet<string>;
  /** Of these, what stands in one of several branches. */
  readonly branches: ReadonlySet<string>;
}

export function functionLeaning(card: Card, fn: CardFunction, cuts: readonly string[] = []): Leaning {
  const passed = routeSections(fn.route);
  return {
    reach: functionReach(card, fn, cuts),
    low: functionReach(card, fn, cuts, 'full'),
    tuned: frequencyReach(card, passed, fn.condition, cuts),
    passed: new Set(passed),
    branches: branchSections(fn.route),
  };
}

export function injectionLeaning(card: Card, into: string, fn: CardFunction): Leaning {
  const onwards = part(fn.route, into, 'onwards') ?? fn.route;
  const passed = routeSections(onwards);
  return {
    reach: injectionReach(card, into, fn),
    low: injectionReach(card, into, fn, 'full'),
    tuned: frequencyReach(card, passed, fn.condition),
    passed: new Set(passed),
    branches: branchSections(onwards),
  };
}

export function readingLeaning(card: Card, point: TestPoint, condition: Condition): Leaning {
  const before = signalBefore(card, point, condition);
  return {
    reach: readingReach(card, point, condition),
    low: readingReach(card, point, condition, 'full'),
    tuned: frequencyReach(card, before.keys(), condition),
    passed: new Set(before.keys()),
    branches: new Set([...before].filter(([, strength]) => strength < 1).map(([id]) => id)),
  };
}

/** Whether the point shows a direct voltage, current or resistance of its section and not what passes through it. */
export const isDirect = (point: TestPoint): boolean => point.sees === 'own' && ['V', 'A', 'ohm'].includes(point.unit);

/** The loop whose tuning line the point shows: a direct voltage at a member that only filters or compares. */
export const tuningLoop = (card: Card, point: TestPoint): Card['loops'][number] | undefined =>
  isDirect(point) && card.sections.find((s) => s.id === point.section)?.kind === 'loop'
    ? phaseLoops(card).find((loop) => loop.sections.includes(point.section))
    : undefined;

/** Sections that a frequency at a section is made by: its injection chain, without what only steers it. */
export const makersOf = (card: Card, section: string, condition: Condition): ReadonlySet<string> =>
  new Set(withNeeds(card, full([section]), condition, new Set(['injection'])).keys());

/** The members of a loop with what they get injected from outside it: a fault in any of these drives the loop to an end. */
export function drivers(card: Card, loop: Card['loops'][number]): Set<string> {
  const all = new Set(loop.sections);
  for (const id of loop.sections)
    for (const need of card.sections.find((s) => s.id === id)?.needs ?? []) if (need.by === 'injection') all.add(need.section);
  return all;
}

/**
 * Sections a reading leans on. A signal leans on every section before the point on the routes in use under the
 * condition; if none passes there, and for an own voltage, only on the section itself; and on their needs.
 */
export function readingReach(card: Card, point: TestPoint, condition: Condition, asked: SupplyAsked = 'there'): Reach {
  const volts = voltsStrength[asked];
  if (tuningLoop(card, point)) return withNeeds(card, full([point.section]), condition, everyNeed, new Set(), supplyStrength[asked]);
  // A cold resistance takes the section as it lies there, unplugged.
  if (point.sees === 'own' && point.unit === 'ohm') return new Map([[point.section, 1]]);
  if (isDirect(point)) return withNeeds(card, full([point.section]), condition, directNeeds, new Set(), volts, steeredVolts[asked]);
  return withNeeds(card, signalBefore(card, point, condition), condition, everyNeed, new Set(), supplyStrength[asked]);
}

/** What a signal has passed when it comes to a point under a condition, the section of the point included; that alone where none passes. */
function signalBefore(card: Card, point: TestPoint, condition: Condition): Map<string, number> {
  const before = new Map([[point.section, 1]]);
  if (point.sees === 'signal')
    for (const fn of card.functions) {
      if (fn.group === 'control' || !agrees(fn.condition, { ...condition, keyed: condition.keyed ?? false })) continue;
      for (const [id, strength] of passedBy(part(fn.route, point.section, 'before') ?? []))
        before.set(id, Math.max(strength, before.get(id) ?? 0));
    }
  return before;
}

/** From the section where a signal is put in, onwards along the function that must respond. */
function injectionReach(card: Card, into: string, fn: CardFunction, asked: SupplyAsked = 'there'): Reach {
  const onwards = part(fn.route, into, 'onwards') ?? fn.route;
  return withNeeds(card, passedBy(onwards), fn.condition, everyNeed, new Set(), supplyStrength[asked]);
}

/** The section that feeds `id` its supply, if the card names one. */
export const supplyOf = (card: Card, id: string): string | undefined =>
  card.sections.find((s) => s.id === id)?.needs.find((need) => need.by === 'supply')?.section;

/**
 * The supplies that a section pulls down when it draws too much: its own feed, and what is before that, with what is left of the pull
 * behind a regulator, a switch or a lead.
 */
export function pulledSupplies(card: Card, id: string): ReadonlyMap<string, number> {
  const pulled = new Map<string, number>();
  let strength = 1;
  for (let feed = supplyOf(card, id); feed !== undefined && !pulled.has(feed); feed = supplyOf(card, feed)) {
    pulled.set(feed, strength);
    const isRegulator = card.sections.find((s) => s.id === feed)?.kind === 'regulator';
    strength *= isRegulator ? pulledThrough.regulator : pulledThrough.plain;
  }
  return pulled;
}

/** Sections that stand right before `id` on any route. */
export function justBefore(card: Card, id: string): Set<string> {
  const before = new Set<string>();
  for (const fn of card.functions) {
    const passed = routeSections(part(fn.route, id, 'before') ?? []);
    const previous = passed.at(-2);
    if (previous) before.add(previous);
  }
  return before;
}

/** The sections whose output is a supply line on the way to `id`, itself included when others get a line from it. */
export function supplyChain(card: Card, id: string): Set<string> {
  const chain = new Set<string>();
  if (card.sections.some((s) => s.needs.some((need) => lines.has(need.by) && need.section === id))) chain.add(id);
  for (let next = supplyOf(card, id); next !== undefined && !chain.has(next); next = supplyOf(card, next)) chain.add(next);
  return chain;
}
