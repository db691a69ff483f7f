import { agrees, branchSections, routeSections, type Card, type CardFunction, type Condition, type TestPoint } from '../card';

/** Which sections an observation leans on, as a set of section ids. */
export type Reach = ReadonlySet<string>;

/** All that the given sections need, and what that needs in turn, under a condition. Loops close upon themselves. */
export function withNeeds(card: Card, from: Iterable<string>, condition: Condition): Set<string> {
  const reached = new Set(from);
  const queue = [...reached];
  for (let id = queue.pop(); id !== undefined; id = queue.pop()) {
    for (const need of card.sections.find((s) => s.id === id)?.needs ?? []) {
      if (need.when && !agrees(need.when, condition)) continue;
      if (!reached.has(need.section)) {
        reached.add(need.section);
        queue.push(need.section);
      }
    }
  }
  return reached;
}

/** Sections a function leans on: its route with all its needs. */
export const functionReach = (card: Card, fn: CardFunction): Reach => withNeeds(card, routeSections(fn.route), fn.condition);

/**
 * Sections a reading leans on. A signal leans on every section before the point on the routes in use under the
 * condition; if none passes there, and for an own voltage, only on the section itself; and on their needs.
 */
export function readingReach(card: Card, point: TestPoint, condition: Condition): Reach {
  const before = new Set([point.section]);
  if (point.sees === 'signal')
    for (const fn of card.functions) {
      if (fn.group === 'control' || !agrees(fn.condition, { ...condition, keyed: condition.keyed ?? false })) continue;
      const passed = routeSections(fn.route);
      const here = passed.indexOf(point.section);
      for (const id of passed.slice(0, Math.max(0, here))) before.add(id);
    }
  return withNeeds(card, before, condition);
}

/** From the section where a signal is put in, onwards along the function that must respond. */
export function injectionReach(card: Card, into: string, fn: CardFunction): Reach {
  const passed = routeSections(fn.route);
  return withNeeds(card, passed.slice(Math.max(0, passed.indexOf(into))), fn.condition);
}

/** What is left of a function's reach once a control line is held from outside. */
export function forcingReach(card: Card, cuts: readonly string[], fn: CardFunction): Reach {
  const kept = new Set(functionReach(card, fn));
  for (const cut of cuts) kept.delete(cut);
  return kept;
}

/** Sections of which a fault only weakens the function, since the signal has another branch. */
export const softened = (fn: CardFunction): Reach => branchSections(fn.route);

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

/** The sections whose output is a supply line on the way to `id`, itself included when others are fed from it. */
export function supplyChain(card: Card, id: string): Set<string> {
  const chain = new Set<string>();
  if (card.sections.some((s) => s.needs.some((need) => need.by === 'supply' && need.section === id))) chain.add(id);
  for (let next = supplyOf(card, id); next !== undefined && !chain.has(next); next = supplyOf(card, next)) chain.add(next);
  return chain;
}
