import { agrees, branchSections, phaseLoops, routeSections, type Card, type CardFunction, type Condition, type TestPoint } from '../card';
import { branchStrength, loopStrength, needStrength } from './tables/fault-kinds';

/** Which sections an observation leans on, and how surely a fault in each shows in it: section id to strength, 0 to 1. */
export type Reach = ReadonlyMap<string, number>;

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
): Map<string, number> {
  const loops = phaseLoops(card);
  const reached = new Map<string, number>();
  const queue: (readonly [string, number])[] = [...from];
  for (let next = queue.pop(); next !== undefined; next = queue.pop()) {
    const [id, strength] = next;
    if (cuts.has(id) || (reached.get(id) ?? 0) >= strength) continue;
    reached.set(id, strength);
    for (const need of card.sections.find((s) => s.id === id)?.needs ?? [])
      if (by.has(need.by) && !(need.when && !agrees(need.when, condition))) {
        const inLoop = need.by === 'control' && loops.some((loop) => loop.sections.includes(id) && loop.sections.includes(need.section));
        queue.push([need.section, strength * (inLoop ? loopStrength : needStrength[need.by])]);
      }
  }
  return reached;
}

const full = (ids: Iterable<string>): (readonly [string, number])[] => [...ids].map((id) => [id, 1]);

/** Sections a function leans on: its route with all its needs; nothing beyond a section whose line is held from outside. */
export function functionReach(card: Card, fn: CardFunction, cuts: readonly string[] = []): Reach {
  const soft = branchSections(fn.route);
  return withNeeds(
    card,
    routeSections(fn.route).map((id) => [id, soft.has(id) ? branchStrength : 1]),
    fn.condition,
    everyNeed,
    new Set(cuts),
  );
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
export function readingReach(card: Card, point: TestPoint, condition: Condition): Reach {
  if (tuningLoop(card, point)) return withNeeds(card, full([point.section]), condition);
  // A cold resistance takes the section as it lies there, unplugged.
  if (point.sees === 'own' && point.unit === 'ohm') return new Map([[point.section, 1]]);
  if (isDirect(point)) return withNeeds(card, full([point.section]), condition, directNeeds);
  const before = new Set([point.section]);
  if (point.sees === 'signal')
    for (const fn of card.functions) {
      if (fn.group === 'control' || !agrees(fn.condition, { ...condition, keyed: condition.keyed ?? false })) continue;
      const passed = routeSections(fn.route);
      const here = passed.indexOf(point.section);
      for (const id of passed.slice(0, Math.max(0, here))) before.add(id);
    }
  return withNeeds(card, full(before), condition);
}

/** From the section where a signal is put in, onwards along the function that must respond. */
export function injectionReach(card: Card, into: string, fn: CardFunction): Reach {
  const passed = routeSections(fn.route);
  return withNeeds(card, full(passed.slice(Math.max(0, passed.indexOf(into)))), fn.condition);
}

/** The section that feeds `id` its supply, if the card names one. */
export const supplyOf = (card: Card, id: string): string | undefined =>
  card.sections.find((s) => s.id === id)?.needs.find((need) => need.by === 'supply')?.section;

/** Sections that stand right before `id` on any route. */
export function justBefore(card: Card, id: string): Set<string> {
  const before = new Set<string>();
  for (const fn of card.functions) {
    const passed = routeSections(fn.route);
    const here = passed.indexOf(id);
    const previous = passed[here - 1];
    if (here > 0 && previous) before.add(previous);
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
